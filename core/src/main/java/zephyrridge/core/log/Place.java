package zephyrridge.core.log;

/**
 * Where a module is: one place at any time.
 *
 * @param id of the position, bin, unit, owner or supplier; "" for the tray of this bench
 */
public record Place(Kind kind, String id) {
    public enum Kind {
        POSITION,
        TRAY,
        BIN,
        OTHER_UNIT,
        /** The drawer of the shop that a job came from; the id is its tag there. */
        OTHER_SHOP,
        OWNER,
        SUPPLIER
    }

    public static final Place TRAY = new Place(Kind.TRAY, "");

    public static Place position(String id) {
        return new Place(Kind.POSITION, id);
    }

    public boolean isPosition() {
        return kind == Kind.POSITION;
    }
}
