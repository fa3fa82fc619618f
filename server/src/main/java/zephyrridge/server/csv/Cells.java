package zephyrridge.server.csv;

/** Cells of tables that go out. */
public final class Cells {
    private Cells() {}

    /** A cell that a spreadsheet would take for a formula is marked as text. */
    public static String plain(String cell) {
        return cell.matches("(?s)[=+\\-@\\t\\r].*") ? "'" + cell : cell;
    }
}
