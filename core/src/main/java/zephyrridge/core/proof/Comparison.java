package zephyrridge.core.proof;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/**
 * Expected against found, at one start.
 *
 * @param lines one per field, read or not
 */
public record Comparison(List<Line> lines) {
    public enum Field {
        FIRMWARE_TOTAL,
        SYSTEM_TOTAL,
        USABLE,
        RATE,
        CAS_LATENCY,
        POSITIONS,
        RANKS,
        CHANNELS,
        BANDWIDTH,
        MEMORY_TEST
    }

    /** MATCH, or EXPLAINED (differs, harmless), DIFFERENT (something is wrong or unexplained), UNDECIDED, NOT_READ. */
    public enum Verdict {
        MATCH,
        EXPLAINED,
        DIFFERENT,
        UNDECIDED,
        NOT_READ;

        /** Whether nothing more has to be said about what was read. */
        public boolean settled() {
            return this == MATCH || this == EXPLAINED;
        }
    }

    /** What stands in a line, in its own unit. */
    public sealed interface Value {
        /** Nothing known, nothing read. */
        record None() implements Value {}

        record Size(ByteSize size) implements Value {}

        record Span(ByteSize from, ByteSize to) implements Value {}

        record Count(int count) implements Value {}

        /** One per clock domain where they differ. */
        record Rates(List<DataRate> rates) implements Value {}

        record Peak(Bandwidth from, Bandwidth to) implements Value {}

        record Speed(Bandwidth speed) implements Value {}

        /** @param errors empty where nobody said */
        record Test(int passes, Optional<Integer> errors, Optional<Integer> minutes) implements Value {}

        Value NONE = new None();
    }

    public record Line(Field field, Value expected, Value found, Verdict verdict, List<Finding> findings) {}

    public Comparison {
        lines = List.copyOf(lines);
    }

    /** The data rate where what was shown is its real clock. */
    public Optional<DataRate> rateOfClock() {
        return line(Field.RATE).findings().stream()
                .filter(f -> f.code() == ProofFinding.PROOF_HALF_CLOCK)
                .map(f -> ((ProofFinding.Rates) f.detail()).expected())
                .findFirst();
    }

    public Line line(Field field) {
        for (Line line : lines) {
            if (line.field() == field) {
                return line;
            }
        }
        throw new IllegalArgumentException("no line of " + field);
    }
}
