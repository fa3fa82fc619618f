package zephyrridge.core.machine;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.table.CsvTable;

/**
 * What controllers of a generation's years address at a socket (reach.csv, common practice, no source).
 *
 * @param usual what nearly all of them do; {@code further} what is worth a try with a right of return
 */
public record CommonReach(MemoryGeneration generation, ByteSize usual, ByteSize further) {
    private static final List<CommonReach> ALL = CsvTable.read(CommonReach.class, "reach.csv", 3).stream()
            .map(c -> new CommonReach(
                    MemoryGeneration.valueOf(c[0]),
                    ByteSize.ofMebibytes(Long.parseLong(c[1])),
                    ByteSize.ofMebibytes(Long.parseLong(c[2]))))
            .toList();

    /** Empty for generations that have no sockets. */
    public static Optional<CommonReach> of(MemoryGeneration generation) {
        return ALL.stream().filter(r -> r.generation == generation).findFirst();
    }
}
