package zephyrridge.core.machine;

/** What there is at a candidate position. */
public enum SlotState {
    ABSENT,
    EMPTY,
    FILLED,
    SOLDERED
}
