package zephyrridge.core.machine;

/** What sort of machine it is, as far as cautions and start times ask. */
public enum MachineKind {
    LAPTOP,
    ALL_IN_ONE,
    MINI_PC,
    DESKTOP,
    SERVER
}
