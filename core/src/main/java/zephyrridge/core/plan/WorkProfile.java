package zephyrridge.core.plan;

import java.util.List;
import zephyrridge.core.module.MemoryGeneration;
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

    /** More than any machine of these years takes. */
    private static final ByteSize MOST = ByteSize.ofGibibytes(64 << 10);

    private static final List<WorkProfile> SHIPPED = CsvTable.read(WorkProfile.class, "work.csv", 6).stream()
            .map(c -> new WorkProfile(
                    c[0],
                    c[1],
                    ByteSize.ofMebibytes(Long.parseLong(c[2])),
                    ByteSize.ofMebibytes(Long.parseLong(c[3])),
                    ByteSize.ofMebibytes(Long.parseLong(c[4])),
                    Integer.parseInt(c[5])))
            .toList();

    /** @throws IllegalArgumentException saying what cannot be, and where */
    public WorkProfile {
        if (!id.matches("[a-z0-9-]{1,40}")) {
            throw new IllegalArgumentException(
                    "the id of a kind of work is small letters, digits and dashes, up to 40: " + id);
        }
        if (name.isBlank() || name.length() > 80) {
            throw new IllegalArgumentException("a kind of work has a name of up to 80 letters: " + id);
        }
        if (high.compareTo(MOST) > 0) {
            throw new IllegalArgumentException("no work keeps so much memory busy: " + name + ", " + high);
        }
        if (year < 1990 || year > 2100) {
            throw new IllegalArgumentException("the year of the figures is 1990 to 2100: " + name + ", " + year);
        }
        if (low.compareTo(usual) > 0 || usual.compareTo(high) > 0) {
            throw new IllegalArgumentException("low, usual and high ascend: " + name);
        }
    }

    /**
     * The same work as it was done on machines of other years (R-8.7; common practice, no source): systems and programs of DDR2's years
     * keep half as much busy, of DDR's a quarter; DDR3 runs what runs today.
     */
    public static List<WorkProfile> ofYears(List<WorkProfile> profiles, MemoryGeneration generation) {
        int part =
                switch (generation) {
                    case DDR -> 4;
                    case DDR2 -> 2;
                    default -> 1;
                };
        return part == 1
                ? profiles
                : profiles.stream()
                        .map(p -> new WorkProfile(
                                p.id,
                                p.name,
                                new ByteSize(p.low.bytes() / part),
                                new ByteSize(p.usual.bytes() / part),
                                new ByteSize(p.high.bytes() / part),
                                p.year))
                        .toList();
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
