package zephyrridge.core.access;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import java.util.Collections;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * Something that is in the way of something else.
 *
 * @param needsOff parts that must be off before this one can come off
 * @param how the record's own words for this part: where to start, slide or lift, which tool
 * @param secondsOff bench time to take it off, in seconds; {@code secondsOn} to put it back
 * @param source page of a service manual, own job, other
 * @param catches that hold it beside its screws, none in files of before; {@code connectors} cables that come off with it
 * @param howOn how it goes back: start edge, port side, clicks; "" where nothing is noted
 * @param checks what is tried after it was off, beside what follows from its kind and its cables
 * @param raises ids of parts that are up while this one goes back, whether or not they were off: a pack that has to be raised for its plug
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
        String source,
        @JsonSetter(nulls = Nulls.AS_EMPTY) List<Catch> catches,
        @JsonSetter(nulls = Nulls.AS_EMPTY) List<Connector> connectors,
        @JsonSetter(nulls = Nulls.AS_EMPTY) String howOn,
        @JsonSetter(nulls = Nulls.AS_EMPTY) Set<Check> checks,
        @JsonSetter(nulls = Nulls.AS_EMPTY) Set<String> raises) {
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
        STAND,
        /** Nothing that comes off, only the screws from this side that hold something on another. */
        SCREWS
    }

    public Part {
        needsOff = Collections.unmodifiableSet(new LinkedHashSet<>(needsOff));
        fasteners = List.copyOf(fasteners);
        cautions = List.copyOf(cautions);
        catches = List.copyOf(catches);
        connectors = List.copyOf(connectors);
        checks = Collections.unmodifiableSet(new TreeSet<>(checks));
        raises = Collections.unmodifiableSet(new TreeSet<>(raises));
    }

    /** A part of which no catches, cables or words for closing are known. */
    public Part(
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
        this(
                id,
                name,
                kind,
                side,
                needsOff,
                fasteners,
                how,
                secondsOff,
                secondsOn,
                cautions,
                source,
                List.of(),
                List.of(),
                "",
                Set.of(),
                Set.of());
    }

    public Part withFasteners(List<Fastener> next) {
        return new Part(
                id,
                name,
                kind,
                side,
                needsOff,
                next,
                how,
                secondsOff,
                secondsOn,
                cautions,
                source,
                catches,
                connectors,
                howOn,
                checks,
                raises);
    }

    /** What is tried after it was off (common practice, no source). */
    public Set<Check> afterwards() {
        Set<Check> all = EnumSet.noneOf(Check.class);
        all.addAll(checks);
        connectors.stream().filter(c -> !c.mayStay()).forEach(c -> all.addAll(c.feeds()));
        switch (kind) {
            case KEYBOARD -> all.add(Check.KEYS);
            case BATTERY, BATTERY_PLUG -> all.add(Check.CHARGING);
            case DRIVE -> all.add(Check.DRIVE_SEEN);
            default -> {}
        }
        return all;
    }

    /** The machine's own shell: what lies under it and nothing else counts as open to the hand once it is off. */
    public boolean isShell() {
        return kind == Kind.HATCH || kind == Kind.COVER || kind == Kind.STAND;
    }

    public boolean isBattery() {
        return kind == Kind.BATTERY || kind == Kind.BATTERY_PLUG;
    }
}
