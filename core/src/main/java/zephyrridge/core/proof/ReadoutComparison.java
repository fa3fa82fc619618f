package zephyrridge.core.proof;

import java.util.ArrayList;
import java.util.List;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.proof.Comparison.Field;
import zephyrridge.core.proof.Comparison.Line;
import zephyrridge.core.proof.Comparison.Value;
import zephyrridge.core.proof.Comparison.Verdict;
import zephyrridge.core.quantity.Bandwidth;

/** Explains every difference between what was expected and what was read. A pure function of its input. */
public final class ReadoutComparison {

    private final MachineRecord record;
    private final Layout layout;
    private final Expectation expected;
    private final Readout found;

    private ReadoutComparison(MachineRecord record, Layout layout, Expectation expected, Readout found) {
        this.record = record;
        this.layout = layout;
        this.expected = expected;
        this.found = found;
    }

    /** @param layout what was in the machine at that start; {@code expected} what follows from it */
    public static Comparison compare(
            MachineRecord record, Layout layout, Host host, Expectation expected, Readout found) {
        ReadoutComparison c = new ReadoutComparison(record, layout, expected, found);
        TotalReading totals = new TotalReading(record, layout, host, expected, found);
        RateReading rates = new RateReading(record, expected, found);
        ShapeReading shape = new ShapeReading(record, layout, expected, found);
        return new Comparison(List.of(
                totals.total(Field.FIRMWARE_TOTAL, found.firmwareTotal()),
                totals.total(Field.SYSTEM_TOTAL, found.systemTotal()),
                totals.usable(),
                rates.rate(),
                rates.latency(),
                c.positions(),
                shape.ranks(),
                shape.channels(),
                c.bandwidth(),
                c.memoryTest()));
    }

    /** More than can be is a reading error, and said so. */
    private Line positions() {
        Value wanted = new Value.Count(expected.positionsFilled());
        if (found.positionsFilled().isEmpty()) {
            return new Line(Field.POSITIONS, wanted, Value.NONE, Verdict.NOT_READ, List.of());
        }
        int got = found.positionsFilled().get();
        int want = expected.positionsFilled();
        Value read = new Value.Count(got);
        ProofFinding.Positions detail = new ProofFinding.Positions(want, got);
        if (got == want) {
            return new Line(Field.POSITIONS, wanted, read, Verdict.MATCH, List.of());
        }
        if (got < want) {
            return positions(wanted, read, Verdict.DIFFERENT, ProofFinding.PROOF_POSITIONS, Severity.RISK, detail);
        }
        // A bank is often listed once per channel; a module is listed once.
        if (got <= want + banks()) {
            return positions(wanted, read, Verdict.EXPLAINED, ProofFinding.PROOF_POSITIONS, Severity.NOTE, detail);
        }
        if (got == 2 * want && totals(1)) {
            return positions(wanted, read, Verdict.EXPLAINED, ProofFinding.PROOF_HALVES_LISTED, Severity.NOTE, detail);
        }
        if (got == 2 * want && totals(2)) {
            return positions(
                    wanted, read, Verdict.EXPLAINED, ProofFinding.PROOF_POSITIONS_TWICE, Severity.NOTE, detail);
        }
        return positions(wanted, read, Verdict.UNDECIDED, ProofFinding.PROOF_POSITIONS_ABOVE, Severity.RISK, detail);
    }

    private static Line positions(
            Value wanted, Value read, Verdict verdict, ProofFinding code, Severity severity, Detail detail) {
        return new Line(Field.POSITIONS, wanted, read, verdict, List.of(Told.say(code, severity, detail)));
    }

    private int banks() {
        int banks = 0;
        for (int p = 0; p < layout.size(); p++) {
            banks += record.positions().get(p).isSoldered() && layout.isThere(record, p) ? 1 : 0;
        }
        return banks;
    }

    /** Whether a total was read, and is so many times the expected one. */
    private boolean totals(int times) {
        return found.firmwareTotal()
                .or(found::systemTotal)
                .filter(expected.firmwareTotal().times(times)::equals)
                .isPresent();
    }

    /** Judged from an all-thread figure only, against the narrowest region's peak. */
    private Line bandwidth() {
        Value wanted = expected.narrowest().isEmpty()
                ? Value.NONE
                : new Value.Peak(expected.narrowest().get(), expected.widest().orElseThrow());
        if (found.bandwidth().isEmpty()) {
            return new Line(Field.BANDWIDTH, wanted, Value.NONE, Verdict.NOT_READ, List.of());
        }
        Bandwidth got = found.bandwidth().get();
        Value read = new Value.Speed(got);
        if (expected.narrowest().isEmpty()) {
            return new Line(Field.BANDWIDTH, wanted, read, Verdict.UNDECIDED, List.of());
        }
        Bandwidth narrowest = expected.narrowest().get();
        Bandwidth widest = expected.widest().orElseThrow();
        // Copying counts both ways, and writing reads each line first on many controllers (common practice, no source).
        int threshold = found.test().filter(t -> t != Readout.Test.READ).isPresent() ? 50 : 60;
        int percent = (int) (got.thirdsOfMegabytes() * 100 / Math.max(1, narrowest.thirdsOfMegabytes()));
        ProofFinding.Width detail = new ProofFinding.Width(got, narrowest, widest, percent, threshold);
        if (got.compareTo(widest) > 0) {
            return width(wanted, read, Verdict.UNDECIDED, ProofFinding.PROOF_WIDTH_ABOVE, Severity.RISK, detail);
        }
        if (found.threads().isEmpty()) {
            return width(wanted, read, Verdict.UNDECIDED, ProofFinding.PROOF_THREADS_NOT_SAID, Severity.NOTE, detail);
        }
        if (found.threads().get() == Measured.Threads.ONE) {
            return width(wanted, read, Verdict.UNDECIDED, ProofFinding.PROOF_WIDTH_ONE_THREAD, Severity.NOTE, detail);
        }
        if (found.test().isEmpty() && percent >= 50 && percent < 60) {
            return width(wanted, read, Verdict.UNDECIDED, ProofFinding.PROOF_TEST_KIND_NOT_SAID, Severity.NOTE, detail);
        }
        if (percent < (found.test().isEmpty() ? 50 : threshold)) {
            return width(wanted, read, Verdict.DIFFERENT, ProofFinding.PROOF_WIDTH_SUSPICIOUS, Severity.RISK, detail);
        }
        // With regions of several widths, a figure that the narrowest could give says nothing of the others.
        if (expected.regions() > 1 && got.compareTo(narrowest) <= 0) {
            return width(
                    wanted, read, Verdict.UNDECIDED, ProofFinding.PROOF_WIDTH_REGION_UNKNOWN, Severity.NOTE, detail);
        }
        return width(wanted, read, Verdict.MATCH, ProofFinding.PROOF_WIDTH_FINE, Severity.NOTE, detail);
    }

    private static Line width(
            Value wanted, Value read, Verdict verdict, ProofFinding code, Severity severity, Detail detail) {
        return new Line(Field.BANDWIDTH, wanted, read, verdict, List.of(Told.say(code, severity, detail)));
    }

    private Line memoryTest() {
        if (found.testPasses().isEmpty() && !found.hasErrors()) {
            return new Line(Field.MEMORY_TEST, Value.NONE, Value.NONE, Verdict.NOT_READ, List.of());
        }
        int passes = found.testPasses().orElse(0);
        Value read = new Value.Test(passes, found.testErrors(), found.testMinutes());
        ProofFinding.Passes detail =
                new ProofFinding.Passes(passes, found.testErrors().orElse(0));
        if (found.hasErrors()) {
            return new Line(Field.MEMORY_TEST, Value.NONE, read, Verdict.DIFFERENT, List.of(errors(detail)));
        }
        if (found.testErrors().isEmpty()) {
            return new Line(
                    Field.MEMORY_TEST,
                    Value.NONE,
                    read,
                    Verdict.UNDECIDED,
                    List.of(Told.say(ProofFinding.PROOF_ERRORS_NOT_SAID, Severity.RISK, detail)));
        }
        return new Line(Field.MEMORY_TEST, Value.NONE, read, passes > 0 ? Verdict.MATCH : Verdict.UNDECIDED, List.of());
    }

    /**
     * Channels share addresses, and how a controller deals them out is not published: an address names a module only where no other
     * one is in the machine.
     */
    private Finding errors(ProofFinding.Passes detail) {
        List<Position> in = new ArrayList<>();
        for (int p = 0; p < layout.size(); p++) {
            if (layout.module(p).isPresent()) {
                in.add(record.positions().get(p));
            }
        }
        if (in.size() != 1) {
            return Told.say(ProofFinding.PROOF_TEST_ERRORS, Severity.STOP, detail);
        }
        Position only = in.get(0);
        return Told.say(
                only.isSoldered() ? ProofFinding.PROOF_TEST_ERRORS_BANK : ProofFinding.PROOF_TEST_ERRORS_ALONE,
                Severity.STOP,
                new ProofFinding.Alone(detail.passes(), detail.errors(), only.label()));
    }
}
