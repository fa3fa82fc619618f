package zephyrridge.core.reading.spd;

import java.util.HashMap;
import java.util.Map;
import zephyrridge.core.table.CsvTable;

/** The code tables of codes.csv. A code that no table lists has no value; it is shown raw. */
final class SpdCodes {
    private static final Map<String, String[]> TABLES = new HashMap<>();

    static {
        for (String[] row : CsvTable.read(SpdCodes.class, "codes.csv", 3)) {
            TABLES.computeIfAbsent(row[0], name -> new String[256])[Integer.parseInt(row[1])] = row[2];
        }
    }

    private SpdCodes() {
    }

    /** @throws IllegalStateException when a layout names a table that is not there: a build fault */
    static String[] table(String name) {
        String[] table = TABLES.get(name);
        if (table == null) {
            throw new IllegalStateException("no code table " + name);
        }
        return table;
    }
}
