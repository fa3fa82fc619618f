package zephyrridge.core.log;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import zephyrridge.core.access.Check;
import zephyrridge.core.fault.Cause;
import zephyrridge.core.fault.Probe;
import zephyrridge.core.fault.Remedy;
import zephyrridge.core.proof.Readout;

/** Something that was done to the machine, as it happened. Never changed and never taken out; a wrong one is retracted. */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "entry")
@JsonSubTypes({
    @JsonSubTypes.Type(value = Entry.Opened.class, name = "Opened"),
    @JsonSubTypes.Type(value = Entry.Stepped.class, name = "Stepped"),
    @JsonSubTypes.Type(value = Entry.Moved.class, name = "Moved"),
    @JsonSubTypes.Type(value = Entry.Reseated.class, name = "Reseated"),
    @JsonSubTypes.Type(value = Entry.Fastened.class, name = "Fastened"),
    @JsonSubTypes.Type(value = Entry.Checked.class, name = "Checked"),
    @JsonSubTypes.Type(value = Entry.Companion.class, name = "Companion"),
    @JsonSubTypes.Type(value = Entry.Acted.class, name = "Acted"),
    @JsonSubTypes.Type(value = Entry.Started.class, name = "Started"),
    @JsonSubTypes.Type(value = Entry.TestChosen.class, name = "TestChosen"),
    @JsonSubTypes.Type(value = Entry.Elsewhere.class, name = "Elsewhere"),
    @JsonSubTypes.Type(value = Entry.FaultFound.class, name = "FaultFound"),
    @JsonSubTypes.Type(value = Entry.Retracted.class, name = "Retracted")
})
public sealed interface Entry {
    Stamp stamp();

    default int no() {
        return stamp().no();
    }

    /** Keys of the modules that it names. */
    default Stream<String> namedModules() {
        if (this instanceof Moved m) {
            return Stream.of(m.module());
        }
        if (this instanceof Reseated r) {
            return Stream.of(r.module());
        }
        if (this instanceof Started s) {
            return s.arrangement().values().stream();
        }
        if (this instanceof TestChosen t) {
            return Stream.concat(t.fill().values().stream(), t.elsewhere().stream());
        }
        if (this instanceof Elsewhere x) {
            return Stream.of(x.module());
        }
        return this instanceof FaultFound f ? f.found().stream().flatMap(x -> x.modules().stream()) : Stream.empty();
    }

    /** Ids of the positions, or other places, that it names. */
    default Stream<String> namedPositions() {
        if (this instanceof Opened o) {
            return o.positions().stream();
        }
        if (this instanceof Moved m) {
            return Stream.of(m.from(), m.to()).filter(Place::isPosition).map(Place::id);
        }
        if (this instanceof Reseated r) {
            return Stream.of(r.position());
        }
        if (this instanceof Started s) {
            return s.arrangement().keySet().stream();
        }
        return this instanceof TestChosen t
                ? Stream.concat(t.fill().keySet().stream(), t.reseat().stream())
                : Stream.empty();
    }

    enum Purpose {
        LOOK,
        FIT,
        COMPANION,
        FAULT
    }

    /** An opening begins: what for, and which positions it is about. */
    record Opened(Stamp stamp, Purpose purpose, SortedSet<String> positions) implements Entry {
        public Opened {
            positions = Collections.unmodifiableSortedSet(new TreeSet<>(positions));
        }
    }

    enum Did {
        /** Switched off in the firmware, where neither pack nor plug can be reached. */
        BATTERY_OFF,
        POWER_DOWN,
        UNPLUG,
        GROUND,
        DRAIN,
        TAKE_OFF,
        PUT_BACK,
        /** The strap is off the wrist: a start with the cover off is live. */
        STRAP_OFF,
        /** The screws that lie in the tray were counted. */
        COUNTED,
        /** Blanks sit in what stays empty, and the ducts guide the air. */
        AIR
    }

    /** @param part the part that came off or went back; "" for the others */
    record Stepped(Stamp stamp, Did did, String part) implements Entry {}

    /**
     * A module went from one place to another.
     *
     * @param seen tag or label that was read off it, "" where nobody did
     */
    record Moved(Stamp stamp, String module, Place from, Place to, String seen) implements Entry {}

    /** A module was taken out and put back into the same position. */
    record Reseated(Stamp stamp, String module, String position) implements Entry {}

    /** What became of one screw. While its part is off it lies in the tray, unless something else was said. */
    enum Screw {
        OUT,
        BACK,
        /** Will not come; so will its part not. */
        TIGHT,
        STRIPPED,
        /** Was not there when the machine came in. */
        MISSING,
        /** Does not go back in: it is in the bag with a word to the owner. */
        LEFT
    }

    record Fastened(Stamp stamp, String part, String fastener, Screw state) implements Entry {
        public String key() {
            return key(part, fastener);
        }

        /** Names a screw among all of a machine. */
        public static String key(String part, String fastener) {
            return part + "/" + fastener;
        }
    }

    enum Result {
        GOOD,
        BAD,
        /** There is none, or it cannot be tried here. */
        CANNOT
    }

    /** Something was tried after closing. */
    record Checked(Stamp stamp, Check check, Result result, String note) implements Entry {}

    enum Phase {
        LOOKED,
        DONE,
        /** It turned out that it cannot be done: the note says why. */
        CANNOT
    }

    /** Other work in the same opening: a look before it is promised, then the work. */
    record Companion(Stamp stamp, Extra extra, Phase phase, String note) implements Entry {}

    enum Action {
        WAITED,
        MAINS,
        SETTINGS_CLEARED,
        FIRMWARE_UPDATED,
        COMPANION
    }

    /** Something that can cure a fault without a module being touched. */
    record Acted(Stamp stamp, Action action, String note) implements Entry {}

    /** STARTED: it came up. SILENT: nothing. SIGNAL: a light or sound code of its own. NOT_SAID: only readings are known. */
    enum Outcome {
        STARTED,
        SILENT,
        SIGNAL,
        NOT_SAID
    }

    /**
     * The machine was switched on.
     *
     * @param arrangement module by position at that moment
     * @param note the code, or what else was seen
     * @param readout what was read at this start; it never moves to another one
     * @param minutes how long it took
     */
    record Started(
            Stamp stamp,
            SortedMap<String, String> arrangement,
            Outcome outcome,
            String note,
            Readout readout,
            Optional<Integer> minutes)
            implements Entry {
        public Started {
            arrangement = Collections.unmodifiableSortedMap(new TreeMap<>(arrangement));
        }

        public Started withReadout(Readout next) {
            return new Started(stamp, arrangement, outcome, note, next, minutes);
        }

        /** Whether it is known not to have come up. */
        public boolean failed() {
            return outcome == Outcome.SILENT || outcome == Outcome.SIGNAL;
        }
    }

    /**
     * A test of a fault hunt was decided on. It stays chosen until it is done, another one is, or it is dropped.
     *
     * @param fill module by position as the test wants it, {@code reseat} positions whose module goes out and in again
     * @param actions to be noted before its start; {@code passes} of a memory test there are to be at it
     * @param elsewhere the module that goes into the test machine
     */
    record TestChosen(
            Stamp stamp,
            Probe.Shape shape,
            SortedMap<String, String> fill,
            SortedSet<String> reseat,
            List<Action> actions,
            int passes,
            Optional<String> elsewhere)
            implements Entry {
        public TestChosen {
            fill = Collections.unmodifiableSortedMap(new TreeMap<>(fill));
            reseat = Collections.unmodifiableSortedSet(new TreeSet<>(reseat));
            actions = List.copyOf(actions);
        }
    }

    /**
     * A module ran, or did not, alone in the shop's own test machine.
     *
     * @param passes complete passes of a memory test, {@code errors} what they found
     */
    record Elsewhere(Stamp stamp, String module, Outcome outcome, int passes, int errors) implements Entry {}

    /**
     * What was wrong, as it was confirmed by the starts before it.
     *
     * @param because the likeliest causes, by name, with their chance in permille
     * @param found what is to be done or avoided; more than one where two things were wrong
     */
    record FaultFound(Stamp stamp, SortedMap<Cause.Kind, Integer> because, List<Found> found) implements Entry {
        /**
         * @param modules it is about; {@code place} position, channel, carrier or processor it is about, "" for none
         */
        public record Found(Remedy.Kind remedy, SortedSet<String> modules, String place) {
            public Found {
                modules = Collections.unmodifiableSortedSet(new TreeSet<>(modules));
            }
        }

        public FaultFound {
            because = Collections.unmodifiableSortedMap(new TreeMap<>(because));
            found = List.copyOf(found);
        }
    }

    /** These entries did not happen, and what hangs on them neither. */
    record Retracted(Stamp stamp, SortedSet<Integer> entries, String reason) implements Entry {
        public Retracted {
            entries = Collections.unmodifiableSortedSet(new TreeSet<>(entries));
        }
    }
}
