package zephyrridge.core.machine;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.table.CsvTable;

/** An operating system's edition and the most memory it uses (operating-systems.csv; its header names the sources). */
public record OperatingSystem(String id, String name, int wordBits, Optional<ByteSize> ceiling) {
    private static final List<OperatingSystem> ALL =
            CsvTable.read(OperatingSystem.class, "operating-systems.csv", 5).stream()
                    .map(c -> new OperatingSystem(
                            c[0],
                            c[1],
                            Integer.parseInt(c[2]),
                            c[3].isEmpty()
                                    ? Optional.<ByteSize>empty()
                                    : Optional.of(ByteSize.ofGibibytes(Long.parseLong(c[3])))))
                    .toList();

    public static List<OperatingSystem> all() {
        return ALL;
    }

    public static Optional<OperatingSystem> find(String id) {
        return ALL.stream().filter(os -> os.id.equals(id)).findFirst();
    }
}
