package zephyrridge.core.proof;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Finding;

/**
 * Expected against found.
 *
 * @param lines one per field, read or not
 * @param proven all that was read matches or is explained, the totals and the rate were read, and the house's test passed
 */
public record Comparison(List<Line> lines, boolean proven) {
    public enum Field {
        FIRMWARE_TOTAL,
        SYSTEM_TOTAL,
        USABLE,
        RATE,
        POSITIONS,
        BANDWIDTH,
        MEMORY_TEST
    }

    /** MATCH, or EXPLAINED (differs, harmless), DIFFERENT (something is wrong or unexplained), UNDECIDED, NOT_READ. */
    public enum Verdict {
        MATCH,
        EXPLAINED,
        DIFFERENT,
        UNDECIDED,
        NOT_READ
    }

    public record Line(Field field, String expected, String found, Verdict verdict, List<Finding> findings) {}

    public Optional<Line> line(Field field) {
        return lines.stream().filter(l -> l.field() == field).findFirst();
    }
}
