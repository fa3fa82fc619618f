package zephyrridge.core.access;

import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * Something that is in the way of something else.
 *
 * @param needsOff parts that must be off before this one can come off
 * @param how the record's own words for this part: where to start, slide or lift, which tool
 * @param secondsOff bench time to take it off, in seconds; {@code secondsOn} to put it back
 * @param source page of a service manual, own job, other
 */
public record Part(
        String id,
        String name,
        Kind kind,
        Side side,
        Set<String> needsOff,
        List<Fastener> fasteners,
        String how,
        int secondsOff,
        int secondsOn,
        List<Caution> cautions,
        String source) {
    public enum Kind {
        HATCH,
        COVER,
        KEYBOARD,
        BATTERY,
        BATTERY_PLUG,
        PLATE,
        TAPE,
        CAGE,
        CARRIER,
        DRIVE,
        RIBBON,
        STAND
    }

    public Part {
        needsOff = Collections.unmodifiableSet(new LinkedHashSet<>(needsOff));
        fasteners = List.copyOf(fasteners);
        cautions = List.copyOf(cautions);
    }

    /** The machine's own shell: what lies under it and nothing else counts as open to the hand once it is off. */
    public boolean isShell() {
        return kind == Kind.HATCH || kind == Kind.COVER || kind == Kind.STAND;
    }

    public boolean isBattery() {
        return kind == Kind.BATTERY || kind == Kind.BATTERY_PLUG;
    }
}
