package zephyrridge.core.machine;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.table.CsvTable;

/** An operating system's edition and the most memory it uses (operating-systems.csv; its header names the sources). */
public record OperatingSystem(String id, String name, int wordBits, Optional<ByteSize> ceiling) {
    private static final String LINUX = "linux";
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

    /**
     * The one that a system calls itself: all words of its name are in that, and the longest of several is meant. What runs on the
     * kernel Linux is that, whatever its maker calls it.
     *
     * @param kernel as the system tells it; {@code edition} empty where it does not
     * @param bits 32 or 64
     */
    public static Optional<OperatingSystem> called(String kernel, Optional<String> edition, Optional<Integer> bits) {
        String said = padded(kernel.toLowerCase(Locale.ROOT).equals(LINUX) ? LINUX : edition.orElse(""));
        return ALL.stream()
                .filter(os -> bits.map(b -> b == os.wordBits()).orElse(true))
                .filter(os -> said.contains(padded(os.name.replaceAll("\\(.*?\\)", ""))))
                // Without its bits two of the same name are not told apart.
                .filter(os -> bits.isPresent() || !os.name.contains("("))
                .max(Comparator.comparing(os -> os.name.length()));
    }

    private static String padded(String words) {
        return " "
                + words.toLowerCase(Locale.ROOT)
                        .replaceAll("[^\\p{L}\\p{N}.]+", " ")
                        .strip() + " ";
    }
}
