package zephyrridge.core.proof;

import java.util.ArrayList;
import java.util.List;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.RateCap;
import zephyrridge.core.proof.Comparison.Field;
import zephyrridge.core.proof.Comparison.Line;
import zephyrridge.core.proof.Comparison.Verdict;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/** Explains every difference between what was expected and what was read (handbook 3.7, and 2.G's table in its order). */
public final class ReadoutComparison {
    private static final Subject READING = new Subject(Subject.Kind.READING, "");
    private static final int READ_THRESHOLD = 60;
    private static final int COPY_THRESHOLD = 50;

    private final MachineRecord record;
    private final Layout planned;
    private final Host host;
    private final Expectation expected;
    private final Readout found;

    private ReadoutComparison(MachineRecord record, Layout planned, Host host, Expectation expected, Readout found) {
        this.record = record;
        this.planned = planned;
        this.host = host;
        this.expected = expected;
        this.found = found;
    }

    public static Comparison compare(
            MachineRecord record, Layout planned, Host host, Expectation expected, Readout found, HouseRules house) {
        ReadoutComparison c = new ReadoutComparison(record, planned, host, expected, found);
        Line test = c.memoryTest(house);
        List<Line> lines = List.of(
                c.total(Field.FIRMWARE_TOTAL),
                c.total(Field.SYSTEM_TOTAL),
                c.usable(),
                c.rate(),
                c.positions(),
                c.bandwidth(),
                test);
        boolean clean = lines.stream().noneMatch(l -> l.verdict() == Verdict.DIFFERENT);
        boolean total = found.firmwareTotal().isPresent() || found.systemTotal().isPresent();
        return new Comparison(lines, clean && total && found.rate().isPresent() && test.verdict() == Verdict.MATCH);
    }

    private Line total(Field field) {
        var shown = field == Field.FIRMWARE_TOTAL ? found.firmwareTotal() : found.systemTotal();
        String wanted =
                expected.firmwareTotal() + " = " + expected.firmwareTotal().mebibytes() + " MiB";
        if (shown.isEmpty()) {
            return new Line(field, wanted, "", Verdict.NOT_READ, List.of());
        }
        ByteSize got = shown.get();
        if (got.equals(expected.firmwareTotal())) {
            return new Line(field, wanted, got.rounded(), Verdict.MATCH, List.of());
        }
        // An operating system's total may already lack what firmware and graphics keep.
        if (field == Field.SYSTEM_TOTAL && between(got, expected.usableFrom(), expected.firmwareTotal())) {
            return new Line(
                    field,
                    wanted,
                    got.rounded(),
                    Verdict.EXPLAINED,
                    List.of(amounts(ProofFinding.PROOF_NORMAL_RESERVE, Severity.NOTE, expected.firmwareTotal(), got)));
        }
        List<Finding> why = explainTotal(got);
        boolean harmless = why.stream()
                .allMatch(f ->
                        f.code() == ProofFinding.PROOF_LISTED_TWICE || f.code() == ProofFinding.PROOF_DECIMAL_UNIT);
        return new Line(field, wanted, got.rounded(), harmless ? Verdict.EXPLAINED : Verdict.DIFFERENT, why);
    }

    private List<Finding> explainTotal(ByteSize got) {
        ByteSize want = expected.firmwareTotal();
        List<Finding> why = new ArrayList<>();
        if (got.equals(want.times(2))) {
            why.add(amounts(ProofFinding.PROOF_LISTED_TWICE, Severity.NOTE, want, got));
        } else if (Math.abs(got.gibibytes() - want.decimalGigabytes()) < 0.06) {
            why.add(amounts(ProofFinding.PROOF_DECIMAL_UNIT, Severity.NOTE, want, got));
        } else if (got.compareTo(want) < 0) {
            shortfall(want.minusFloored(got), why);
        }
        if (why.isEmpty()) {
            why.add(amounts(ProofFinding.PROOF_TOTAL_UNEXPLAINED, Severity.RISK, want, got));
        }
        return why;
    }

    /** A shortfall that is exactly one soldered bank, one module, one channel, or one rank. */
    private void shortfall(ByteSize gap, List<Finding> why) {
        List<String> soldered = new ArrayList<>();
        List<String> modules = new ArrayList<>();
        List<String> ranks = new ArrayList<>();
        for (int p = 0; p < planned.size(); p++) {
            var module = planned.module(p);
            if (module.isEmpty()) {
                continue;
            }
            ByteSize size = module.get().capacity();
            String label = record.positions().get(p).label();
            int logical = module.get().organisation().logicalRanks();
            if (size.equals(gap)) {
                (record.positions().get(p).isSoldered() ? soldered : modules).add(label);
            } else if (logical > 1 && size.bytes() / logical == gap.bytes()) {
                ranks.add(label);
            }
        }
        List<String> channels = new ArrayList<>();
        for (var channel : record.channels()) {
            long mib = 0;
            int count = 0;
            for (int p = 0; p < planned.size(); p++) {
                if (planned.module(p).isPresent()
                        && record.positions().get(p).channels().equals(List.of(channel.id()))) {
                    mib += planned.module(p).get().capacity().mebibytes();
                    count++;
                }
            }
            if (count > 1 && mib == gap.mebibytes()) {
                channels.add(channel.id());
            }
        }
        missing(ProofFinding.PROOF_SOLDERED_MISSING, gap, soldered, why);
        missing(ProofFinding.PROOF_MODULE_MISSING, gap, modules, why);
        missing(ProofFinding.PROOF_CHANNEL_MISSING, gap, channels, why);
        missing(ProofFinding.PROOF_RANK_MISSING, gap, ranks, why);
    }

    private void missing(ProofFinding code, ByteSize gap, List<String> where, List<Finding> why) {
        if (!where.isEmpty()) {
            why.add(say(code, Severity.STOP, new ProofFinding.Missing(gap, where)));
        }
    }

    private Line usable() {
        String wanted =
                expected.usableFrom().mebibytes() + " to " + expected.usableTo().mebibytes() + " MiB";
        if (found.usable().isEmpty()) {
            return new Line(Field.USABLE, wanted, "", Verdict.NOT_READ, List.of());
        }
        ByteSize got = found.usable().get();
        if (between(got, expected.usableFrom(), expected.usableTo())) {
            return new Line(Field.USABLE, wanted, got.rounded(), Verdict.MATCH, List.of());
        }
        Finding why = explainUsable(got);
        boolean wrong = why.severity() != Severity.NOTE;
        return new Line(
                Field.USABLE, wanted, got.rounded(), wrong ? Verdict.DIFFERENT : Verdict.EXPLAINED, List.of(why));
    }

    private Finding explainUsable(ByteSize got) {
        ByteSize installed = found.firmwareTotal().orElse(expected.firmwareTotal());
        long lost = installed.mebibytes() - got.mebibytes();
        if (installed.mebibytes() > 4096 && got.mebibytes() >= 2816 && got.mebibytes() <= 3584) {
            return amounts(
                    ProofFinding.PROOF_WORD_SIZE,
                    host.wordBits() == 32 ? Severity.NOTE : Severity.RISK,
                    installed,
                    got);
        }
        if (host.ceiling().map(got::equals).orElse(false)) {
            return amounts(ProofFinding.PROOF_CEILING, Severity.NOTE, installed, got);
        }
        if (got.mebibytes() % 1024 == 0 && lost > 0) {
            boolean half = got.bytes() * 2 == installed.bytes() && record.kind() == MachineKind.SERVER;
            return amounts(
                    half ? ProofFinding.PROOF_MIRRORED : ProofFinding.PROOF_BOOT_CAP, Severity.RISK, installed, got);
        }
        if (lost >= 0 && lost * 100 < installed.mebibytes() * 3) {
            return amounts(ProofFinding.PROOF_NORMAL_RESERVE, Severity.NOTE, installed, got);
        }
        if (lost >= 64 && lost <= 2048) {
            return amounts(ProofFinding.PROOF_GRAPHICS_SHARE, Severity.NOTE, installed, got);
        }
        return amounts(ProofFinding.PROOF_USABLE_UNEXPLAINED, Severity.RISK, installed, got);
    }

    private Line rate() {
        String wanted = expected.rate().map(DataRate::toString).orElse("not known");
        if (found.rate().isEmpty() || expected.rate().isEmpty()) {
            return new Line(
                    Field.RATE,
                    wanted,
                    found.rate().map(String::valueOf).orElse(""),
                    found.rate().isEmpty() ? Verdict.NOT_READ : Verdict.UNDECIDED,
                    List.of());
        }
        int shown = found.rate().get();
        DataRate want = expected.rate().get();
        ProofFinding.Rates detail = new ProofFinding.Rates(shown, want);
        if (shown == want.name()) {
            return new Line(Field.RATE, wanted, String.valueOf(shown), Verdict.MATCH, List.of());
        }
        if (shown == want.nameRounded()) {
            return line(wanted, shown, Verdict.EXPLAINED, say(ProofFinding.PROOF_ROUNDED_NAME, Severity.NOTE, detail));
        }
        if (shown == want.clockMegahertz() || shown == Math.round(want.thirds() / 6f)) {
            return line(wanted, shown, Verdict.EXPLAINED, say(ProofFinding.PROOF_HALF_CLOCK, Severity.NOTE, detail));
        }
        if (shown > want.nameRounded()) {
            return line(wanted, shown, Verdict.DIFFERENT, say(ProofFinding.PROOF_RATE_ABOVE, Severity.RISK, detail));
        }
        for (RateCap row : record.controller().caps()) {
            boolean same = row.rate().name() == shown
                    || row.rate().nameRounded() == shown
                    || row.rate().clockMegahertz() == shown;
            if (same && row.rate().compareTo(want) < 0) {
                return line(
                        wanted,
                        shown,
                        Verdict.DIFFERENT,
                        say(
                                ProofFinding.PROOF_RATE_ROW,
                                Severity.COST,
                                new ProofFinding.RateRow(shown, want, row.source())));
            }
        }
        return line(wanted, shown, Verdict.DIFFERENT, say(ProofFinding.PROOF_RATE_BELOW, Severity.RISK, detail));
    }

    private Line positions() {
        String wanted = String.valueOf(expected.positionsFilled());
        if (found.positionsFilled().isEmpty()) {
            return new Line(Field.POSITIONS, wanted, "", Verdict.NOT_READ, List.of());
        }
        int got = found.positionsFilled().get();
        boolean same = got == expected.positionsFilled();
        // Firmware that lists a soldered bank per channel counts too many; only too few is a missing module.
        List<Finding> why = same
                ? List.of()
                : List.of(say(
                        ProofFinding.PROOF_POSITIONS,
                        got < expected.positionsFilled() ? Severity.RISK : Severity.NOTE,
                        new ProofFinding.Positions(expected.positionsFilled(), got)));
        return new Line(
                Field.POSITIONS,
                wanted,
                String.valueOf(got),
                same ? Verdict.MATCH : got < expected.positionsFilled() ? Verdict.DIFFERENT : Verdict.EXPLAINED,
                why);
    }

    /** Judged from an all-thread figure only, against the narrowest region's peak. */
    private Line bandwidth() {
        String wanted = expected.narrowest()
                .map(n -> expected.widest()
                        .filter(w -> !w.equals(n))
                        .map(w -> n + " to " + w)
                        .orElse(n.toString()))
                .map(s -> "peak " + s)
                .orElse("not known");
        if (found.bandwidth().isEmpty() || expected.narrowest().isEmpty()) {
            return new Line(
                    Field.BANDWIDTH,
                    wanted,
                    found.bandwidth().map(Bandwidth::toString).orElse(""),
                    found.bandwidth().isEmpty() ? Verdict.NOT_READ : Verdict.UNDECIDED,
                    List.of());
        }
        Bandwidth got = found.bandwidth().get();
        Bandwidth narrowest = expected.narrowest().get();
        int threshold = found.test() == Readout.Test.READ ? READ_THRESHOLD : COPY_THRESHOLD;
        int percent = (int) (got.thirdsOfMegabytes() * 100 / narrowest.thirdsOfMegabytes());
        ProofFinding.Width detail = new ProofFinding.Width(got, narrowest, percent, threshold);
        if (found.threads() == Readout.Threads.ONE) {
            return new Line(
                    Field.BANDWIDTH,
                    wanted,
                    got.toString(),
                    Verdict.UNDECIDED,
                    List.of(say(ProofFinding.PROOF_WIDTH_ONE_THREAD, Severity.NOTE, detail)));
        }
        boolean fine = percent >= threshold;
        return new Line(
                Field.BANDWIDTH,
                wanted,
                got.toString(),
                fine ? Verdict.MATCH : Verdict.DIFFERENT,
                List.of(say(
                        fine ? ProofFinding.PROOF_WIDTH_FINE : ProofFinding.PROOF_WIDTH_SUSPICIOUS,
                        fine ? Severity.NOTE : Severity.RISK,
                        detail)));
    }

    private Line memoryTest(HouseRules house) {
        int wanted =
                switch (house.proof()) {
                    case QUICK -> 0;
                    case ONE_FULL_PASS -> 1;
                    case OVERNIGHT_SOAK -> 4;
                };
        int passes = found.testPasses().orElse(0);
        int errors = found.testErrors().orElse(0);
        String text =
                wanted == 0 ? "not asked by the house" : wanted + " pass" + (wanted == 1 ? "" : "es") + ", no errors";
        ProofFinding.Passes detail = new ProofFinding.Passes(passes, wanted, errors);
        if (errors > 0) {
            return new Line(
                    Field.MEMORY_TEST,
                    text,
                    errors + " errors",
                    Verdict.DIFFERENT,
                    List.of(say(ProofFinding.PROOF_TEST_ERRORS, Severity.STOP, detail)));
        }
        if (passes >= wanted) {
            return new Line(Field.MEMORY_TEST, text, passes + " passes, no errors", Verdict.MATCH, List.of());
        }
        return new Line(
                Field.MEMORY_TEST,
                text,
                found.testPasses().isEmpty() ? "" : passes + " passes",
                found.testPasses().isEmpty() ? Verdict.NOT_READ : Verdict.UNDECIDED,
                List.of(say(ProofFinding.PROOF_TEST_SHORT, Severity.NOTE, detail)));
    }

    private static Line line(String wanted, int shown, Verdict verdict, Finding why) {
        return new Line(Field.RATE, wanted, String.valueOf(shown), verdict, List.of(why));
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
