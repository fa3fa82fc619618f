package zephyrridge.core.now;

import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Place;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;

/**
 * How things stand: the log replayed over what was found. A module is in one place, always. Whether an entry can be is no matter
 * of this: a log is replayed as it is.
 *
 * @param places of modules that have one: the others were never near the machine
 * @param off parts that are off now, in the order they came off
 * @param putBack parts put back since the last one came off, in order
 * @param power what was made dead since the last start
 * @param screws what was said of single screws, by {@link Entry.Fastened#key()}
 * @param lastPart the part that was handled last, "" for none: its side lies up
 */
public record Now(
        SortedMap<String, Place> places,
        List<String> off,
        List<String> putBack,
        Power power,
        SortedMap<String, Entry.Screw> screws,
        String lastPart,
        Optional<Entry.Opened> opening) {

    public Now {
        places = Collections.unmodifiableSortedMap(new TreeMap<>(places));
        off = List.copyOf(off);
        putBack = List.copyOf(putBack);
        screws = Collections.unmodifiableSortedMap(new TreeMap<>(screws));
    }

    /** As the machine came. */
    public static Now asFound(Unit unit) {
        SortedMap<String, Place> places = new TreeMap<>();
        unit.modules().values().forEach(m -> m.tag()
                .ifPresent(tag -> places.put(m.key(), new Place(Place.Kind.BIN, tag))));
        unit.modules().values().forEach(m -> m.theirTag()
                .ifPresent(tag -> places.put(m.key(), new Place(Place.Kind.OTHER_SHOP, tag))));
        unit.modules().values().stream()
                .filter(m -> m.origin() == JobModule.Origin.TYPED)
                .forEach(m -> places.put(m.key(), new Place(Place.Kind.SUPPLIER, "")));
        unit.asFound().forEach((position, key) -> places.put(key, Place.position(position)));
        return new Now(places, List.of(), List.of(), Power.ON, new TreeMap<>(), "", Optional.empty());
    }

    public static Now of(Unit unit) {
        return at(unit, Integer.MAX_VALUE);
    }

    /** How things stood when the log had come to this entry. */
    public static Now at(Unit unit, int no) {
        Now now = asFound(unit);
        for (Entry e : unit.log().happened()) {
            if (e.no() <= no) {
                now = now.after(e);
            }
        }
        return now;
    }

    /** Module by position. */
    public SortedMap<String, String> inIt() {
        SortedMap<String, String> in = new TreeMap<>();
        places.forEach((module, place) -> {
            if (place.isPosition()) {
                in.put(place.id(), module);
            }
        });
        return in;
    }

    public Set<String> offSet() {
        return new HashSet<>(off);
    }

    public boolean isClosed() {
        return off.isEmpty();
    }

    public boolean down() {
        return power.down();
    }

    /** The side that lies up: that of the part handled last, else the one it rests with. */
    public Side up(MachineRecord record) {
        return record.access()
                .part(lastPart)
                .map(Part::side)
                .orElse(record.access().restsOn());
    }

    /** How things stand after an entry; whether it can be is asked of the opening (its EntryCheck). */
    public Now after(Entry e) {
        if (e instanceof Entry.Opened o) {
            return new Now(places, off, putBack, power, screws, lastPart, Optional.of(o));
        }
        if (e instanceof Entry.Stepped s) {
            return after(s);
        }
        if (e instanceof Entry.Fastened f) {
            SortedMap<String, Entry.Screw> next = new TreeMap<>(screws);
            next.put(f.key(), f.state());
            return new Now(places, off, putBack, power, next, lastPart, opening);
        }
        if (e instanceof Entry.Moved m) {
            SortedMap<String, Place> next = new TreeMap<>(places);
            next.put(m.module(), m.to());
            return new Now(next, off, putBack, power, screws, lastPart, opening);
        }
        if (e instanceof Entry.Started) {
            // Whoever opens it next begins at power-down again.
            return new Now(
                    places, off, putBack, Power.ON, screws, lastPart, off.isEmpty() ? Optional.empty() : opening);
        }
        return this;
    }

    private Now after(Entry.Stepped s) {
        Power next = power.after(s);
        return switch (s.did()) {
            case TAKE_OFF -> new Now(
                    places, plus(off, s.part()), List.of(), next, settled(s.part()), s.part(), opening);
            case PUT_BACK -> {
                List<String> left = minus(off, s.part());
                // Once all is on again the round is over, whatever it was for.
                yield new Now(
                        places,
                        left,
                        plus(putBack, s.part()),
                        next,
                        settled(s.part()),
                        s.part(),
                        left.isEmpty() ? Optional.empty() : opening);
            }
            default -> new Now(places, off, putBack, next, screws, lastPart, opening);
        };
    }

    /** Once a part is off, or on, its screws are where they belong with it; only what was odd about one stays said. */
    private SortedMap<String, Entry.Screw> settled(String part) {
        SortedMap<String, Entry.Screw> left = new TreeMap<>(screws);
        left.entrySet()
                .removeIf(e -> e.getKey().startsWith(Entry.Fastened.key(part, ""))
                        && (e.getValue() == Entry.Screw.OUT || e.getValue() == Entry.Screw.BACK));
        return left;
    }

    private static List<String> plus(List<String> list, String id) {
        List<String> next = new java.util.ArrayList<>(list);
        next.remove(id);
        next.add(id);
        return next;
    }

    private static List<String> minus(List<String> list, String id) {
        List<String> next = new java.util.ArrayList<>(list);
        next.remove(id);
        return next;
    }

    /** Module keys whose place is this kind. */
    public List<String> modulesAt(Place.Kind kind) {
        return places.entrySet().stream()
                .filter(e -> e.getValue().kind() == kind)
                .map(Map.Entry::getKey)
                .toList();
    }
}
