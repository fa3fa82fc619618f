package zephyrridge.core.proof;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.RateCap;
import zephyrridge.core.proof.Comparison.Field;
import zephyrridge.core.proof.Comparison.Line;
import zephyrridge.core.proof.Comparison.Value;
import zephyrridge.core.proof.Comparison.Verdict;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.Bounded;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/** Explains every difference between what was expected and what was read. A pure function of its input. */
public final class ReadoutComparison {
    private static final Subject READING = new Subject(Subject.Kind.READING, "");
    private static final long GIB_IN_MIB = 1024;
    /** Where 32-bit systems end, in MiB: 2.75 to 3.5 GiB. */
    private static final long WORD_FROM = 2816;

    private static final long WORD_TO = 3584;
    /** Device hole where the record does not know it. */
    private static final ByteSize UNKNOWN_HOLE = ByteSize.ofGibibytes(2);

    private static final long LARGEST_SHARE = 2048;
    private static final long SMALLEST_SHARE = 64;

    private final MachineRecord record;
    private final Layout layout;
    private final Host host;
    private final Expectation expected;
    private final Readout found;

    private ReadoutComparison(MachineRecord record, Layout layout, Host host, Expectation expected, Readout found) {
        this.record = record;
        this.layout = layout;
        this.host = host;
        this.expected = expected;
        this.found = found;
    }

    /** @param layout what was in the machine at that start; {@code expected} what follows from it */
    public static Comparison compare(
            MachineRecord record, Layout layout, Host host, Expectation expected, Readout found) {
        ReadoutComparison c = new ReadoutComparison(record, layout, host, expected, found);
        return new Comparison(List.of(
                c.total(Field.FIRMWARE_TOTAL, found.firmwareTotal()),
                c.total(Field.SYSTEM_TOTAL, found.systemTotal()),
                c.usable(),
                c.rate(),
                c.positions(),
                c.bandwidth(),
                c.memoryTest()));
    }

    private Line total(Field field, Optional<ByteSize> shown) {
        Value wanted = new Value.Size(expected.firmwareTotal());
        if (shown.isEmpty()) {
            return new Line(field, wanted, Value.NONE, Verdict.NOT_READ, List.of());
        }
        ByteSize got = shown.get();
        Value read = new Value.Size(got);
        if (got.equals(expected.firmwareTotal())) {
            return new Line(field, wanted, read, Verdict.MATCH, List.of());
        }
        // An operating system's total may already lack what firmware and graphics keep.
        if (field == Field.SYSTEM_TOTAL && between(got, expected.usableFrom(), expected.firmwareTotal())) {
            return new Line(
                    field,
                    wanted,
                    read,
                    Verdict.EXPLAINED,
                    List.of(amounts(ProofFinding.PROOF_NORMAL_RESERVE, Severity.NOTE, expected.firmwareTotal(), got)));
        }
        Finding why = explainTotal(got);
        Verdict verdict = why.severity() == Severity.NOTE ? Verdict.EXPLAINED : Verdict.DIFFERENT;
        return new Line(field, wanted, read, verdict, List.of(why));
    }

    private Finding explainTotal(ByteSize got) {
        ByteSize want = expected.firmwareTotal();
        if (got.equals(want.times(2))) {
            return amounts(ProofFinding.PROOF_LISTED_TWICE, Severity.NOTE, want, got);
        }
        if (Math.abs(got.gibibytes() - want.decimalGigabytes()) < 0.06) {
            return amounts(ProofFinding.PROOF_DECIMAL_UNIT, Severity.NOTE, want, got);
        }
        if (got.compareTo(want) > 0) {
            return amounts(ProofFinding.PROOF_TOTAL_ABOVE, Severity.RISK, want, got);
        }
        ByteSize gap = want.minusFloored(got);
        Bounded<List<MissingSet>> all = Shortfall.sets(record, layout, gap, printedWithin(got));
        List<MissingSet> sets = all.found();
        if (sets.isEmpty()) {
            return amounts(ProofFinding.PROOF_TOTAL_UNEXPLAINED, Severity.RISK, want, got);
        }
        // "Exactly" is said only where all was looked at.
        boolean exactly = all.map(s -> s.size() == 1 && s.get(0).isCertain()).orIfCut(false);
        return say(
                exactly ? ProofFinding.PROOF_EXACTLY_MISSING : ProofFinding.PROOF_COULD_BE_MISSING,
                Severity.STOP,
                new ProofFinding.Missing(gap, sets));
    }

    /** A figure with a fraction of a GiB that is no whole MiB was printed to a tenth. */
    private static ByteSize printedWithin(ByteSize shown) {
        return shown.bytes() % ByteSize.ofMebibytes(1).bytes() == 0 ? ByteSize.ZERO : ByteSize.ofMebibytes(52);
    }

    private Line usable() {
        Value wanted = new Value.Span(expected.usableFrom(), expected.usableTo());
        if (found.usable().isEmpty()) {
            return new Line(Field.USABLE, wanted, Value.NONE, Verdict.NOT_READ, List.of());
        }
        ByteSize got = found.usable().get();
        Value read = new Value.Size(got);
        ByteSize installed = found.firmwareTotal().orElse(expected.firmwareTotal());
        if (got.minusFloored(printedWithin(got)).compareTo(installed) > 0) {
            return new Line(
                    Field.USABLE,
                    wanted,
                    read,
                    Verdict.UNDECIDED,
                    List.of(amounts(ProofFinding.PROOF_USABLE_ABOVE, Severity.RISK, installed, got)));
        }
        if (between(got, expected.usableFrom(), expected.usableTo())) {
            return new Line(Field.USABLE, wanted, read, Verdict.MATCH, List.of());
        }
        List<Finding> why = explainUsable(installed, got);
        boolean harmless = why.stream().allMatch(f -> f.severity() == Severity.NOTE);
        boolean open = why.size() > 1 || why.get(0).code() == ProofFinding.PROOF_SHARE_OR_CAP;
        return new Line(
                Field.USABLE,
                wanted,
                read,
                harmless ? Verdict.EXPLAINED : open ? Verdict.UNDECIDED : Verdict.DIFFERENT,
                why);
    }

    /** Every usual cause that the figures bear out; several stand side by side, undecided. */
    private List<Finding> explainUsable(ByteSize installed, ByteSize got) {
        List<Finding> why = new ArrayList<>();
        long lost = installed.mebibytes() - got.mebibytes();
        ByteSize hole = record.controller().deviceHole().isZero()
                ? UNKNOWN_HOLE
                : record.controller().deviceHole();
        if (host.ceiling().map(got::equals).orElse(false)) {
            return List.of(amounts(ProofFinding.PROOF_CEILING, Severity.NOTE, installed, got));
        }
        boolean reserve = lost >= 0 && lost <= usualReserve(installed.mebibytes());
        boolean share = lost >= SMALLEST_SHARE && lost <= LARGEST_SHARE;
        boolean round = got.mebibytes() % GIB_IN_MIB == 0 && lost > 0;
        boolean word = installed.mebibytes() > 4096 - hole.mebibytes()
                && got.mebibytes() >= WORD_FROM
                && got.mebibytes() <= WORD_TO
                && installed.mebibytes() >= 4096;
        if (word) {
            why.add(amounts(
                    ProofFinding.PROOF_WORD_SIZE,
                    host.wordBits() == 32 ? Severity.NOTE : Severity.RISK,
                    installed,
                    got));
            if (host.wordBits() == 32) {
                return why;
            }
        }
        if (round) {
            boolean half = got.bytes() * 2 == installed.bytes() && record.kind() == MachineKind.SERVER;
            boolean shareUnknown = shareOrCap(lost);
            why.add(
                    half
                            ? amounts(ProofFinding.PROOF_MIRRORED, Severity.RISK, installed, got)
                            : shareUnknown
                                    ? amounts(ProofFinding.PROOF_SHARE_OR_CAP, Severity.RISK, installed, got)
                                    : amounts(ProofFinding.PROOF_BOOT_CAP, Severity.RISK, installed, got));
        } else if (reserve) {
            why.add(amounts(ProofFinding.PROOF_NORMAL_RESERVE, Severity.NOTE, installed, got));
        } else if (shareOrCap(lost)) {
            why.add(amounts(ProofFinding.PROOF_SHARE_OR_CAP, Severity.RISK, installed, got));
        } else if (share) {
            why.add(amounts(ProofFinding.PROOF_GRAPHICS_SHARE, Severity.NOTE, installed, got));
        }
        if (why.isEmpty()) {
            why.add(amounts(ProofFinding.PROOF_USABLE_UNEXPLAINED, Severity.RISK, installed, got));
        }
        return why;
    }

    /** What firmware and system usually keep, in MiB (R-7.2; common practice, no source). */
    private static long usualReserve(long installed) {
        return installed > 16 * GIB_IN_MIB ? installed * 3 / 100 : Math.min(512, Math.max(128, installed * 5 / 100));
    }

    /** A usual share of graphics, or a cap set at the start: without a share in the record nobody can tell them apart. */
    private boolean shareOrCap(long lost) {
        return record.controller().carveOut().isZero() && (lost == 512 || lost == 1024 || lost == 2048);
    }

    private Line rate() {
        List<DataRate> rates = expected.rates();
        Value wanted = rates.isEmpty() ? Value.NONE : new Value.Rates(rates);
        if (found.rate().isEmpty()) {
            return new Line(Field.RATE, wanted, Value.NONE, Verdict.NOT_READ, List.of());
        }
        int shown = found.rate().get();
        Value read = new Value.Count(shown);
        if (rates.isEmpty()) {
            return new Line(Field.RATE, wanted, read, Verdict.UNDECIDED, List.of());
        }
        if (rates.size() > 1 && rates.stream().anyMatch(r -> isName(shown, r))) {
            return new Line(
                    Field.RATE,
                    wanted,
                    read,
                    Verdict.UNDECIDED,
                    List.of(say(
                            ProofFinding.PROOF_ONE_OF_DOMAINS, Severity.NOTE, new ProofFinding.Domains(shown, rates))));
        }
        DataRate want = rates.get(0);
        boolean clock = found.rateUnit().filter(Readout.RateUnit.CLOCK::equals).isPresent();
        ProofFinding.Rates detail = new ProofFinding.Rates(shown, want);
        // The planned figure is the planned rate whatever unit stands beside it: systems print transfers as MHz.
        if (shown == want.name()) {
            return new Line(Field.RATE, wanted, read, Verdict.MATCH, List.of());
        }
        if (Math.abs(shown - want.name()) <= 1 || shown == want.nameRounded()) {
            return line(wanted, read, Verdict.EXPLAINED, say(ProofFinding.PROOF_ROUNDED_NAME, Severity.NOTE, detail));
        }
        boolean half = want.hasClock(shown);
        boolean transfers =
                found.rateUnit().filter(Readout.RateUnit.TRANSFERS::equals).isPresent();
        if (half && !transfers) {
            // Where this controller runs such a rate too, only the unit of measure tells them apart.
            boolean isStep = record.controller().steps().stream().anyMatch(s -> isName(shown, s));
            return clock || !isStep
                    ? line(wanted, read, Verdict.EXPLAINED, say(ProofFinding.PROOF_HALF_CLOCK, Severity.NOTE, detail))
                    : line(
                            wanted,
                            read,
                            Verdict.UNDECIDED,
                            say(ProofFinding.PROOF_UNIT_OF_RATE, Severity.RISK, detail));
        }
        if ((clock ? shown * 2 : shown) > want.nameRounded() + 1) {
            return line(wanted, read, Verdict.DIFFERENT, say(ProofFinding.PROOF_RATE_ABOVE, Severity.RISK, detail));
        }
        for (RateCap row : record.controller().caps()) {
            if ((clock ? row.rate().hasClock(shown) : isName(shown, row.rate()))
                    && row.rate().compareTo(want) < 0) {
                return line(
                        wanted,
                        read,
                        Verdict.DIFFERENT,
                        say(
                                ProofFinding.PROOF_RATE_ROW,
                                Severity.COST,
                                new ProofFinding.RateRow(shown, want, row.source())));
            }
        }
        return line(wanted, read, Verdict.DIFFERENT, say(ProofFinding.PROOF_RATE_BELOW, Severity.RISK, detail));
    }

    private static boolean isName(int shown, DataRate rate) {
        return shown == rate.name() || shown == rate.nameRounded();
    }

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
        return new Line(Field.POSITIONS, wanted, read, verdict, List.of(say(code, severity, detail)));
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
        int threshold = found.test().filter(Readout.Test.COPY::equals).isPresent() ? 50 : 60;
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
        return new Line(Field.BANDWIDTH, wanted, read, verdict, List.of(say(code, severity, detail)));
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
                    List.of(say(ProofFinding.PROOF_ERRORS_NOT_SAID, Severity.RISK, detail)));
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
            return say(ProofFinding.PROOF_TEST_ERRORS, Severity.STOP, detail);
        }
        Position only = in.get(0);
        return say(
                only.isSoldered() ? ProofFinding.PROOF_TEST_ERRORS_BANK : ProofFinding.PROOF_TEST_ERRORS_ALONE,
                Severity.STOP,
                new ProofFinding.Alone(detail.passes(), detail.errors(), only.label()));
    }

    private static Line line(Value wanted, Value read, Verdict verdict, Finding why) {
        return new Line(Field.RATE, wanted, read, verdict, List.of(why));
    }

    private static boolean between(ByteSize value, ByteSize from, ByteSize to) {
        return value.compareTo(from) >= 0 && value.compareTo(to) <= 0;
    }

    private static Finding amounts(ProofFinding code, Severity severity, ByteSize expected, ByteSize got) {
        ByteSize difference = expected.compareTo(got) >= 0 ? expected.minusFloored(got) : got.minusFloored(expected);
        return say(code, severity, new ProofFinding.Amounts(expected, got, difference));
    }

    private static Finding say(ProofFinding code, Severity severity, Detail detail) {
        return Finding.of(code, severity, READING, detail, Evidence.COMMON_PRACTICE);
    }
}
