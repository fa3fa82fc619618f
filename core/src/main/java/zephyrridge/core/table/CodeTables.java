package zephyrridge.core.table;

import java.util.HashMap;
import java.util.Map;

/** Code tables of a published format: name, code and value per row. A code that no row lists has no value. */
public final class CodeTables {
    private final String file;
    private final Map<String, String[]> tables = new HashMap<>();

    public CodeTables(Class<?> beside, String file) {
        this.file = file;
        for (String[] row : CsvTable.read(beside, file, 3)) {
            tables.computeIfAbsent(row[0], name -> new String[256])[Integer.parseInt(row[1])] = row[2];
        }
    }

    /** Value by code, 0 to 255. @throws IllegalStateException when there is no such table: a build fault */
    public String[] table(String name) {
        String[] table = tables.get(name);
        if (table == null) {
            throw new IllegalStateException("no code table " + name + " in " + file);
        }
        return table;
    }
}
