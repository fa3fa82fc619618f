package zephyrridge.core.unit;

/** The stations of a job in order. */
public enum Station {
    TAKE_IN,
    READ,
    LIMITS,
    PLAN,
    OPEN,
    FIT,
    PROVE,
    HAND_BACK
}
