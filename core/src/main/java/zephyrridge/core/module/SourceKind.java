package zephyrridge.core.module;

/** Where a claim about a module comes from, the nearest to the silicon first. */
public enum SourceKind {
    CHIP,
    LABEL,
    EYE,
    FIRMWARE,
    LISTING,
    DRAWER,
    RECORD,
    HAND;

    /**
     * The source that it repeats: a listing echoes the firmware's table, which echoes the module's chip; the drawer's record was
     * taken off a label. Claims of one origin that agree count once.
     */
    public SourceKind origin() {
        return switch (this) {
            case FIRMWARE, LISTING -> CHIP;
            case DRAWER -> LABEL;
            default -> this;
        };
    }
}
