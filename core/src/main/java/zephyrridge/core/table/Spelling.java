package zephyrridge.core.table;

/** How far one text is from another. */
public final class Spelling {
    private Spelling() {}

    /** Characters put in, taken out or exchanged (Levenshtein 1966, from memory). */
    public static int distance(String from, String to) {
        int[] row = new int[to.length() + 1];
        for (int j = 0; j <= to.length(); j++) {
            row[j] = j;
        }
        for (int i = 1; i <= from.length(); i++) {
            int corner = row[0];
            row[0] = i;
            for (int j = 1; j <= to.length(); j++) {
                int same = corner + (from.charAt(i - 1) == to.charAt(j - 1) ? 0 : 1);
                corner = row[j];
                row[j] = Math.min(same, 1 + Math.min(row[j], row[j - 1]));
            }
        }
        return row[to.length()];
    }
}
