package zephyrridge.core.fault;

/** What can cure a fault without a module being touched. */
public enum Act {
    CLEAR,
    FIRMWARE,
    /** Other work was taken back, or done once more. */
    COMPANION;

    Cause.Kind cures() {
        return switch (this) {
            case CLEAR -> Cause.Kind.SETTINGS;
            case FIRMWARE -> Cause.Kind.FIRMWARE;
            case COMPANION -> Cause.Kind.COMPANION;
        };
    }
}
