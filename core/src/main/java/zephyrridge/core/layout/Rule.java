package zephyrridge.core.layout;

/** The points a layout is judged by, in the order of, and the ceilings of R-4. */
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
