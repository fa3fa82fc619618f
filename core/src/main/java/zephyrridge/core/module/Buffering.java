package zephyrridge.core.module;

/** What stands between the controller and the chips. CLOCKED: unbuffered with a clock driver (DDR5 CUDIMM, CSO-DIMM). */
public enum Buffering {
    UNBUFFERED,
    REGISTERED,
    LOAD_REDUCED,
    CLOCKED
}
