package zephyrridge.core.reading.label;

/** The fields a label line is decoded into. */
public enum LabelField {
    CAPACITY,
    ORGANISATION,
    GENERATION,
    RATE,
    TIMINGS,
    VOLTAGE,
    FORM_FACTOR,
    BUFFERING,
    ECC,
    DIE_DENSITY,
    CHIPS,
    RAW_CARD,
    SPD_REVISION,
    TEMPERATURE_GRADE
}
