package zephyrridge.core.opening;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.access.Caution;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.log.Entry;

/**
 * One step of opening or closing. Computed from the record and the log each time; nothing is stored in sequence.
 *
 * @param id stable within a job as long as the part is in the way
 * @param part the part that comes off or goes on
 * @param turnTo the side that has to lie up for it, where the machine must be turned first
 * @param done whether the log has it, as things stand
 */
public record WorkStep(
        String id,
        Kind kind,
        Optional<Part> part,
        Optional<Side> turnTo,
        List<Caution> cautions,
        int seconds,
        boolean done) {
    public enum Kind {
        BATTERY_OFF,
        POWER_DOWN,
        UNPLUG,
        GROUND,
        TAKE_OFF,
        DRAIN,
        PUT_BACK,
        COUNT,
        STRAP_OFF,
        AIR,
        TEST_START
    }

    private static final String OFF = "off:";
    private static final String ON = "on:";

    /** What the log says of a step by its id; empty for a start, which has an entry of its own, and for no step at all. */
    public static Optional<Entry.Did> did(String id) {
        if (id.startsWith(OFF)) {
            return Optional.of(Entry.Did.TAKE_OFF);
        }
        if (id.startsWith(ON)) {
            return Optional.of(Entry.Did.PUT_BACK);
        }
        return Optional.ofNullable(
                switch (id) {
                    case "battery-off" -> Entry.Did.BATTERY_OFF;
                    case "power-down" -> Entry.Did.POWER_DOWN;
                    case "unplug" -> Entry.Did.UNPLUG;
                    case "ground" -> Entry.Did.GROUND;
                    case "drain" -> Entry.Did.DRAIN;
                    case "count" -> Entry.Did.COUNTED;
                    case "strap-off" -> Entry.Did.STRAP_OFF;
                    case "air" -> Entry.Did.AIR;
                    default -> null;
                });
    }

    /** The part that a step is about; "" for the others. */
    public static String part(String id) {
        return id.startsWith(OFF) ? id.substring(OFF.length()) : id.startsWith(ON) ? id.substring(ON.length()) : "";
    }
}
