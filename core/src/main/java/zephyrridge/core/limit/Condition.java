package zephyrridge.core.limit;

/**
 * What has to be so before a layout is bought or fitted.
 *
 * @param figure the firmware version, where it is about one; else ""
 */
public record Condition(Kind kind, String figure) {
    public enum Kind {
        /** The owner says yes to what may not run. */
        CONSENT,
        /** What is bought can go back until it is proven. */
        RIGHT_OF_RETURN,
        /** Another layout that can be had if this one is refused. */
        FALLBACK,
        /** Read, and updated before anything is opened, while the old modules still start it. */
        FIRMWARE_AT_LEAST
    }

    static Condition of(Kind kind) {
        return new Condition(kind, "");
    }
}
