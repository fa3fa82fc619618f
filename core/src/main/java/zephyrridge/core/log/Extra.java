package zephyrridge.core.log;

/** Other work in the opening that memory is fitted in: what is offered over the counter, and done. */
public enum Extra {
    DUST,
    HINGE,
    BATTERY,
    DRIVE_ROOM,
    PASTE,
    PADS,
    DRIVE,
    M2,
    WIRELESS
}
