package zephyrridge.core.module;

/** The shape of a module; SOLDERED is a bank of chips on the board. */
public enum FormFactor {
    DIMM,
    SO_DIMM,
    CAMM2,
    SOLDERED
}
