package zephyrridge.core.access;

/** What is tried after closing, because something that it hangs on came off. The texts are in the catalogue. */
public enum Check {
    KEYS,
    TOUCHPAD,
    BACKLIGHT,
    SOUND,
    CAMERA,
    WIRELESS,
    PORTS,
    FAN,
    CHARGING,
    SLEEP_AND_WAKE,
    DRIVE_SEEN,
    /** The clock, after what lost its power. */
    CLOCK,
    /** The firmware's settings against what was noted. */
    SETTINGS
}
