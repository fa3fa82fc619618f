package zephyrridge.core.table;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * Reads the published tables on the class path: comma-separated, '#' lines are comments (source, edition, confidence), no
 * quoting. A table that does not parse is a build fault and throws.
 */
public final class CsvTable {
    private CsvTable() {}

    /** The rows as cells, each with exactly {@code columns} cells. */
    public static List<String[]> read(Class<?> beside, String name, int columns) {
        List<String[]> rows = new ArrayList<>();
        try (var in =
                new BufferedReader(new InputStreamReader(beside.getResourceAsStream(name), StandardCharsets.UTF_8))) {
            for (String line = in.readLine(); line != null; line = in.readLine()) {
                if (line.isBlank() || line.startsWith("#")) {
                    continue;
                }
                String[] cells = line.split(",", -1);
                if (cells.length != columns) {
                    throw new IllegalStateException(name + ": " + columns + " cells expected: " + line);
                }
                rows.add(cells);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(name, e);
        }
        return List.copyOf(rows);
    }
}
