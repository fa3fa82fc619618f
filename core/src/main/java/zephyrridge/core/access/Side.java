package zephyrridge.core.access;

/** The side of the machine that must lie up to reach a part. */
public enum Side {
    TOP,
    BOTTOM,
    LEFT,
    RIGHT,
    FRONT,
    BACK
}
