package zephyrridge.core.proof;

import java.util.List;
import java.util.SortedSet;
import java.util.TreeSet;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.proof.Comparison.Field;
import zephyrridge.core.proof.Comparison.Line;
import zephyrridge.core.proof.Comparison.Value;
import zephyrridge.core.proof.Comparison.Verdict;

/** What ranks and channels that a program prints say beside what is fitted (R-7.10; common practice, no source). */
final class ShapeReading {
    private static final int USUAL_CHANNEL_BYTES = 8;

    private final MachineRecord record;
    private final Layout layout;
    private final Expectation expected;
    private final Readout found;

    ShapeReading(MachineRecord record, Layout layout, Expectation expected, Readout found) {
        this.record = record;
        this.layout = layout;
        this.expected = expected;
        this.found = found;
    }

    /** Of a module in a socket; what a bank is made of nobody reads there. */
    Line ranks() {
        SortedSet<Integer> fitted = new TreeSet<>();
        int together = 0;
        for (int p = 0; p < layout.size(); p++) {
            if (layout.module(p).isPresent()
                    && layout.isThere(record, p)
                    && !record.positions().get(p).isSoldered()) {
                int ranks = layout.module(p).get().organisation().packageRanks();
                fitted.add(ranks);
                together += ranks;
            }
        }
        Value wanted = fitted.size() == 1 ? new Value.Count(fitted.first()) : Value.NONE;
        if (found.ranks().isEmpty()) {
            return line(Field.RANKS, wanted, Value.NONE, Verdict.NOT_READ);
        }
        int got = found.ranks().get();
        Value read = new Value.Count(got);
        if (fitted.isEmpty()) {
            return line(Field.RANKS, wanted, read, Verdict.UNDECIDED);
        }
        ProofFinding.Counts detail = new ProofFinding.Counts(fitted.first(), got);
        if (fitted.contains(got)) {
            return fitted.size() == 1
                    ? line(Field.RANKS, wanted, read, Verdict.MATCH)
                    : line(
                            Field.RANKS,
                            wanted,
                            read,
                            Verdict.UNDECIDED,
                            ProofFinding.PROOF_RANKS_OF_SOME,
                            Severity.NOTE,
                            detail);
        }
        return got == together
                ? line(
                        Field.RANKS,
                        wanted,
                        read,
                        Verdict.EXPLAINED,
                        ProofFinding.PROOF_RANKS_TOGETHER,
                        Severity.NOTE,
                        new ProofFinding.Counts(together, got))
                : line(Field.RANKS, wanted, read, Verdict.DIFFERENT, ProofFinding.PROOF_RANKS, Severity.RISK, detail);
    }

    Line channels() {
        int most = expected.ways();
        Value wanted = most == 0 ? Value.NONE : new Value.Count(most);
        if (found.channels().isEmpty()) {
            return line(Field.CHANNELS, wanted, Value.NONE, Verdict.NOT_READ);
        }
        int got = found.channels().get();
        Value read = new Value.Count(got);
        if (most == 0) {
            return line(Field.CHANNELS, wanted, read, Verdict.UNDECIDED);
        }
        ProofFinding.Counts detail = new ProofFinding.Counts(most, got);
        if (got == most) {
            return expected.regions() > 1
                    ? line(
                            Field.CHANNELS,
                            wanted,
                            read,
                            Verdict.EXPLAINED,
                            ProofFinding.PROOF_CHANNELS_OF_A_PART,
                            Severity.NOTE,
                            detail)
                    : line(Field.CHANNELS, wanted, read, Verdict.MATCH);
        }
        if (otherwise(most).contains(got)) {
            return line(
                    Field.CHANNELS,
                    wanted,
                    read,
                    Verdict.EXPLAINED,
                    ProofFinding.PROOF_CHANNELS_COUNTED_OTHERWISE,
                    Severity.NOTE,
                    detail);
        }
        if (got > most) {
            return line(
                    Field.CHANNELS,
                    wanted,
                    read,
                    Verdict.UNDECIDED,
                    ProofFinding.PROOF_CHANNELS_ABOVE,
                    Severity.RISK,
                    detail);
        }
        // Where parts differ in width a program may name the narrow one.
        boolean part = expected.regions() > 1;
        return line(
                Field.CHANNELS,
                wanted,
                read,
                part ? Verdict.UNDECIDED : Verdict.DIFFERENT,
                part ? ProofFinding.PROOF_CHANNELS_OF_A_PART : ProofFinding.PROOF_CHANNELS_FEWER,
                part ? Severity.NOTE : Severity.RISK,
                detail);
    }

    /** Other ways in which programs count the same: DDR5's halves (JESD79-5), 64 bits at a time, all processors. */
    private SortedSet<Integer> otherwise(int most) {
        SortedSet<Integer> counts = new TreeSet<>();
        if (record.controller().generation() == MemoryGeneration.DDR5) {
            counts.add(2 * most);
        }
        int bytes = record.controller().channelBytes();
        if (bytes != USUAL_CHANNEL_BYTES) {
            counts.add(Math.max(1, most * bytes / USUAL_CHANNEL_BYTES));
        }
        if (expected.processors() > 1) {
            counts.add(most * expected.processors());
        }
        return counts;
    }

    private static Line line(Field field, Value wanted, Value read, Verdict verdict) {
        return new Line(field, wanted, read, verdict, List.of());
    }

    private static Line line(
            Field field,
            Value wanted,
            Value read,
            Verdict verdict,
            ProofFinding code,
            Severity severity,
            ProofFinding.Counts detail) {
        return new Line(field, wanted, read, verdict, List.of(Told.say(code, severity, detail)));
    }
}
