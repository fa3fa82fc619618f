package zephyrridge.core.plan;

import java.util.List;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.table.CsvTable;

/**
 * A kind of work and the memory it keeps busy beside the system (work.csv, common practice, no source).
 *
 * @param year of the figures
 */
public record WorkProfile(String id, String name, ByteSize low, ByteSize usual, ByteSize high, int year) {
    /** The one that is always counted. */
    public static final String SYSTEM = "system";

    private static final List<WorkProfile> SHIPPED = CsvTable.read(WorkProfile.class, "work.csv", 6).stream()
            .map(c -> new WorkProfile(
                    c[0],
                    c[1],
                    ByteSize.ofMebibytes(Long.parseLong(c[2])),
                    ByteSize.ofMebibytes(Long.parseLong(c[3])),
                    ByteSize.ofMebibytes(Long.parseLong(c[4])),
                    Integer.parseInt(c[5])))
            .toList();

    public WorkProfile {
        if (low.compareTo(usual) > 0 || usual.compareTo(high) > 0) {
            throw new IllegalArgumentException("low, usual and high ascend: " + name);
        }
    }

    /** What ships with the product; a shop keeps its own. */
    public static List<WorkProfile> shipped() {
        return SHIPPED;
    }

    public ByteSize at(Level level) {
        return switch (level) {
            case LOW -> low;
            case USUAL -> usual;
            case HIGH -> high;
        };
    }

    public enum Level {
        LOW,
        USUAL,
        HIGH
    }
}
