package zephyrridge.core.proof;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.proof.Comparison.Field;
import zephyrridge.core.proof.Comparison.Line;
import zephyrridge.core.proof.Comparison.Value;
import zephyrridge.core.proof.Comparison.Verdict;
import zephyrridge.core.quantity.Bounded;
import zephyrridge.core.quantity.ByteSize;

/** What totals and usable memory that were read say beside what was expected. */
final class TotalReading {
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

    TotalReading(MachineRecord record, Layout layout, Host host, Expectation expected, Readout found) {
        this.record = record;
        this.layout = layout;
        this.host = host;
        this.expected = expected;
        this.found = found;
    }

    Line total(Field field, Optional<ByteSize> shown) {
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
        if (field == Field.SYSTEM_TOTAL && Told.between(got, expected.usableFrom(), expected.firmwareTotal())) {
            return new Line(
                    field,
                    wanted,
                    read,
                    Verdict.EXPLAINED,
                    List.of(Told.amounts(
                            ProofFinding.PROOF_NORMAL_RESERVE, Severity.NOTE, expected.firmwareTotal(), got)));
        }
        Finding why = explainTotal(got);
        Verdict verdict = why.severity() == Severity.NOTE ? Verdict.EXPLAINED : Verdict.DIFFERENT;
        return new Line(field, wanted, read, verdict, List.of(why));
    }

    private Finding explainTotal(ByteSize got) {
        ByteSize want = expected.firmwareTotal();
        if (got.equals(want.times(2))) {
            return Told.amounts(ProofFinding.PROOF_LISTED_TWICE, Severity.NOTE, want, got);
        }
        if (Math.abs(got.gibibytes() - want.decimalGigabytes()) < 0.06) {
            return Told.amounts(ProofFinding.PROOF_DECIMAL_UNIT, Severity.NOTE, want, got);
        }
        if (got.compareTo(want) > 0) {
            if (!soldered().isZero() && got.equals(want.plus(soldered()))) {
                boolean agreed = found.systemTotal()
                        .filter(t -> Told.between(t, expected.usableFrom(), want))
                        .isPresent();
                return agreed
                        ? Told.amounts(ProofFinding.PROOF_BANK_COUNTED_TWICE, Severity.NOTE, want, got)
                        : Told.amounts(ProofFinding.PROOF_BANK_PERHAPS_TWICE, Severity.RISK, want, got);
            }
            return Told.amounts(ProofFinding.PROOF_TOTAL_ABOVE, Severity.RISK, want, got);
        }
        ByteSize gap = want.minusFloored(got);
        Bounded<List<MissingSet>> all = Shortfall.sets(record, layout, gap, printedWithin(got));
        List<MissingSet> sets = all.found();
        if (sets.isEmpty()) {
            return Told.amounts(
                    allListed() ? ProofFinding.PROOF_LABELS_SAY_MORE : ProofFinding.PROOF_TOTAL_UNEXPLAINED,
                    Severity.RISK,
                    want,
                    got);
        }
        if (allListed()) {
            return Told.say(ProofFinding.PROOF_LISTED_YET_MISSING, Severity.STOP, new ProofFinding.Missing(gap, sets));
        }
        // "Exactly" is said only where all was looked at.
        boolean exactly = all.map(s -> s.size() == 1 && s.get(0).isCertain()).orIfCut(false);
        return Told.say(
                exactly ? ProofFinding.PROOF_EXACTLY_MISSING : ProofFinding.PROOF_COULD_BE_MISSING,
                Severity.STOP,
                new ProofFinding.Missing(gap, sets));
    }

    private ByteSize soldered() {
        ByteSize sum = ByteSize.ZERO;
        for (int p = 0; p < layout.size(); p++) {
            if (record.positions().get(p).isSoldered()) {
                sum = sum.plus(layout.module(p).map(ModuleSpec::capacity).orElse(ByteSize.ZERO));
            }
        }
        return sum;
    }

    /** Whether as many modules are listed as are fitted; a bank may be listed twice and make up for a module that is not. */
    private boolean allListed() {
        return record.positions().stream().noneMatch(Position::isSoldered)
                && found.positionsFilled()
                        .filter(n -> n >= expected.positionsFilled())
                        .isPresent();
    }

    /** A figure with a fraction of a GiB that is no whole MiB was printed to a tenth. */
    private static ByteSize printedWithin(ByteSize shown) {
        return shown.bytes() % ByteSize.ofMebibytes(1).bytes() == 0 ? ByteSize.ZERO : ByteSize.ofMebibytes(52);
    }

    Line usable() {
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
                    List.of(Told.amounts(ProofFinding.PROOF_USABLE_ABOVE, Severity.RISK, installed, got)));
        }
        if (Told.between(got, expected.usableFrom(), expected.usableTo())) {
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
            return List.of(Told.amounts(ProofFinding.PROOF_CEILING, Severity.NOTE, installed, got));
        }
        boolean reserve = lost >= 0 && lost <= usualReserve(installed.mebibytes());
        boolean share = lost >= SMALLEST_SHARE && lost <= LARGEST_SHARE;
        boolean round = got.mebibytes() % GIB_IN_MIB == 0 && lost > 0;
        boolean word = installed.mebibytes() > 4096 - hole.mebibytes()
                && got.mebibytes() >= WORD_FROM
                && got.mebibytes() <= WORD_TO
                && installed.mebibytes() >= 4096;
        if (word) {
            why.add(Told.amounts(
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
                            ? Told.amounts(ProofFinding.PROOF_MIRRORED, Severity.RISK, installed, got)
                            : shareUnknown
                                    ? Told.amounts(ProofFinding.PROOF_SHARE_OR_CAP, Severity.RISK, installed, got)
                                    : Told.amounts(ProofFinding.PROOF_BOOT_CAP, Severity.RISK, installed, got));
        } else if (reserve) {
            why.add(Told.amounts(ProofFinding.PROOF_NORMAL_RESERVE, Severity.NOTE, installed, got));
        } else if (shareOrCap(lost)) {
            why.add(Told.amounts(ProofFinding.PROOF_SHARE_OR_CAP, Severity.RISK, installed, got));
        } else if (share) {
            why.add(Told.amounts(ProofFinding.PROOF_GRAPHICS_SHARE, Severity.NOTE, installed, got));
        }
        if (why.isEmpty()) {
            why.add(Told.amounts(ProofFinding.PROOF_USABLE_UNEXPLAINED, Severity.RISK, installed, got));
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
}
