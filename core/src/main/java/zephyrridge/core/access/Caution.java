package zephyrridge.core.access;

/** What can hurt someone or break something at a step. The texts, deferring to local rules, are in the catalogue. */
public enum Caution {
    BATTERY_SWOLLEN,
    BATTERY_HEALTHY,
    BATTERY_PLUG,
    MAINS,
    COVER_OFF_START,
    HEAT,
    EDGES,
    MAGNETS,
    DUST,
    ESD,
    WEIGHT,
    GLASS,
    SEAL,
    DATA,
    RIBBON,
    RESISTANCE
}
