package zephyrridge.core.machine;

import java.util.Optional;

/**
 * Something that was learned with hands in a machine and belongs to its record.
 *
 * @param about the part or position it is about; "" for the machine as a whole
 * @param text in words; {@code off} and {@code on} seconds that a part took
 */
public record Lesson(Topic topic, String about, String text, Optional<Integer> off, Optional<Integer> on) {
    public enum Topic {
        /** How a part comes off: where to start, a trick with a plug. */
        HOW_OFF,
        HOW_ON,
        /** What broke where, as a warning in the words of how it comes off. */
        BROKE,
        KEY_SIDE,
        /** A notice at the first start, or a light or sound code. */
        SIGNAL,
        /** Seconds of the first start with training, in {@code on}. */
        FIRST_START,
        MINUTES
    }
}
