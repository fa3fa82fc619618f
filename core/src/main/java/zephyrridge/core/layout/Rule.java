package zephyrridge.core.layout;

/** The points a layout is judged by, in the order of handbook 3.4, and the ceilings of 3.3. */
public enum Rule {
    FIT,
    MIXING,
    RANKS,
    FILLING_ORDER,
    RATE,
    LATENCY,
    WIDTH,
    BANDWIDTH,
    USABLE,
    EFFORT,
    LIMITS
}
