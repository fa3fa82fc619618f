package zephyrridge.core.job;

import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.machine.MachineRecord;

/**
 * How things stand: the log replayed over what was found. A module is in one place, always. What an entry needs is checked
 * here and nowhere else: power before hands, the way open before a module moves, what lies below before what lies above
 * (R-6.3, R-6.4).
 *
 * @param places of modules that have one: the others were never near the machine
 * @param off parts that are off now, in the order they came off
 * @param putBack parts put back since the last one came off, in order
 * @param power what was made dead since the last start
 * @param screws what was said of single screws, by {@link Screws#key}
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
    static Now asFound(Unit unit) {
        SortedMap<String, Place> places = new TreeMap<>();
        unit.modules().values().forEach(m -> m.tag()
                .ifPresent(tag -> places.put(m.key(), new Place(Place.Kind.BIN, tag))));
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

    /** How things stand after an entry; whether it can be is asked of {@link #refuses}. */
    Now after(Entry e) {
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
                .removeIf(e -> e.getKey().startsWith(Screws.key(part, ""))
                        && (e.getValue() == Entry.Screw.OUT || e.getValue() == Entry.Screw.BACK));
        return left;
    }

    /** Whether nothing stands that was stored in it: drained, and no battery put back since. */
    boolean isDrained(Unit unit, Bench bench) {
        return power.drained() && bench.powerParts(unit).stream().noneMatch(power.backSinceDrain()::contains);
    }

    /** Why an entry cannot be, as things stand; empty where it can. */
    Optional<Finding> refuses(Entry e, Unit unit, Bench bench) {
        if (e instanceof Entry.Stepped s) {
            return step(s, unit, bench);
        }
        if (e instanceof Entry.Moved m) {
            return move(m, unit, bench);
        }
        if (e instanceof Entry.Reseated r) {
            if (!Place.position(r.position()).equals(places.get(r.module()))) {
                return stop(StepFinding.MODULE_NOT_THERE, r.module(), r.position());
            }
            return hands(r.position(), unit, bench);
        }
        if (e instanceof Entry.Fastened f) {
            return fastened(f, bench);
        }
        return e instanceof Entry.Started ? start(unit, bench) : Optional.empty();
    }

    private Optional<Finding> step(Entry.Stepped s, Unit unit, Bench bench) {
        Set<String> pending = new TreeSet<>(bench.powerParts(unit));
        pending.removeAll(off);
        return switch (s.did()) {
            case BATTERY_OFF, POWER_DOWN, GROUND, STRAP_OFF, COUNTED, AIR -> Optional.empty();
            case UNPLUG -> power.down() ? Optional.empty() : stop(StepFinding.STEP_POWER_DOWN_FIRST, "", "");
            case DRAIN -> powerOff()
                    .or(() -> pending.isEmpty()
                            ? Optional.empty()
                            : stop(StepFinding.STEP_PLUG_FIRST, "", bench.partName(first(pending))));
            case TAKE_OFF -> takeOff(s.part(), pending, unit, bench);
            case PUT_BACK -> putBack(s.part(), unit, bench);
        };
    }

    private Optional<Finding> powerOff() {
        return !power.down()
                ? stop(StepFinding.STEP_POWER_DOWN_FIRST, "", "")
                : power.unplugged() ? Optional.empty() : stop(StepFinding.STEP_UNPLUG_FIRST, "", "");
    }

    private Optional<Finding> takeOff(String id, Set<String> pending, Unit unit, Bench bench) {
        Optional<Part> part = bench.record().access().part(id);
        if (part.isEmpty() || off.contains(id)) {
            return stop(StepFinding.STEP_NOT_ON, bench.partName(id), "");
        }
        if (powerOff().isPresent()) {
            return powerOff();
        }
        Optional<String> over =
                part.get().needsOff().stream().filter(p -> !off.contains(p)).findFirst();
        if (over.isPresent()) {
            return stop(StepFinding.STEP_LIES_BELOW, part.get().name(), bench.partName(over.get()));
        }
        Optional<Fastener> holds = Screws.holding(part.get(), screws);
        if (holds.isPresent()) {
            return stop(StepFinding.SCREW_HOLDS, part.get().name(), holds.get().id());
        }
        if (!pending.isEmpty()
                && pending.stream().noneMatch(p -> bench.evaluator().liesOver(id, p))) {
            return stop(StepFinding.STEP_PLUG_FIRST, part.get().name(), bench.partName(first(pending)));
        }
        return pending.isEmpty() && !isDrained(unit, bench) && !bench.leadsToPower(id, unit)
                ? stop(StepFinding.STEP_DRAIN_FIRST, part.get().name(), "")
                : Optional.empty();
    }

    private Optional<Finding> putBack(String id, Unit unit, Bench bench) {
        if (!off.contains(id)) {
            return stop(StepFinding.STEP_NOT_OFF, bench.partName(id), "");
        }
        // Going back in, something switched on by chance would be live under the hand.
        if (powerOff().isPresent()) {
            return powerOff();
        }
        return bench.access(unit)
                .backFirst(id, offSet())
                .flatMap(first -> stop(
                        bench.record()
                                        .access()
                                        .part(first)
                                        .orElseThrow()
                                        .needsOff()
                                        .contains(id)
                                ? StepFinding.STEP_COVERS
                                : StepFinding.STEP_BACK_FIRST,
                        bench.partName(id),
                        bench.partName(first)));
    }

    /** A screw is turned with the machine dead, where it can be reached, and never one that is to be left alone. */
    private Optional<Finding> fastened(Entry.Fastened f, Bench bench) {
        Optional<Part> part = bench.record().access().part(f.part());
        Optional<Fastener> fastener = part.flatMap(p -> Screws.of(p, f.fastener()));
        if (fastener.isEmpty()) {
            return stop(StepFinding.NO_SUCH_SCREW, bench.partName(f.part()), f.fastener());
        }
        if (f.state() == Entry.Screw.MISSING || f.state() == Entry.Screw.LEFT) {
            return Optional.empty();
        }
        if (fastener.get().role() == Fastener.Role.LEAVE_ALONE) {
            return stop(StepFinding.SCREW_LEAVE_ALONE, part.get().name(), f.fastener());
        }
        if (powerOff().isPresent()) {
            return powerOff();
        }
        return Stream.concat(
                        part.get().needsOff().stream(),
                        fastener.get().hiddenUnder().stream()
                                .filter(under ->
                                        bench.record().access().part(under).isPresent()))
                .filter(over -> !off.contains(over) && !off.contains(f.part()))
                .findFirst()
                .flatMap(over -> stop(StepFinding.STEP_LIES_BELOW, part.get().name(), bench.partName(over)));
    }

    private Optional<Finding> move(Entry.Moved m, Unit unit, Bench bench) {
        Place is = places.get(m.module());
        if (!unit.modules().containsKey(m.module()) || !m.from().equals(is == null ? Place.TRAY : is)) {
            return stop(StepFinding.MODULE_NOT_THERE, m.module(), m.from().id());
        }
        if (m.to().isPosition()) {
            if (!bench.record().hasPosition(m.to().id())
                    || bench.record().position(m.to().id()).isSoldered()) {
                return stop(StepFinding.NO_SUCH_SOCKET, "", m.to().id());
            }
            String there = inIt().get(m.to().id());
            if (there != null) {
                return stop(
                        StepFinding.SOCKET_TAKEN,
                        bench.record().position(m.to().id()).label(),
                        unit.modules().get(there).labelLine());
            }
        }
        Optional<Finding> from = m.from().isPosition() ? hands(m.from().id(), unit, bench) : Optional.empty();
        return from.isPresent() || !m.to().isPosition() ? from : hands(m.to().id(), unit, bench);
    }

    /** Whether a hand may go to a position: power off and drained, and the way open. */
    private Optional<Finding> hands(String position, Unit unit, Bench bench) {
        if (!bench.record().hasPosition(position)) {
            return stop(StepFinding.NO_SUCH_SOCKET, "", position);
        }
        String label = bench.record().position(position).label();
        Set<String> pending = new TreeSet<>(bench.powerParts(unit));
        pending.removeAll(off);
        if (powerOff().isPresent()) {
            return powerOff();
        }
        if (!pending.isEmpty()) {
            return stop(StepFinding.STEP_PLUG_FIRST, label, bench.partName(first(pending)));
        }
        if (!isDrained(unit, bench)) {
            return stop(StepFinding.STEP_DRAIN_FIRST, label, "");
        }
        return bench.evaluator().isOpen(position, offSet())
                ? Optional.empty()
                : stop(StepFinding.WAY_CLOSED, label, "");
    }

    /** A start with something off: only what this model does not need on, only where the record says it is safe, never a server. */
    private Optional<Finding> start(Unit unit, Bench bench) {
        if (off.isEmpty()) {
            return Optional.empty();
        }
        Set<String> needed = bench.access(unit).onForStart();
        Optional<String> inside = off.stream().filter(needed::contains).findFirst();
        return bench.startsOpen() && inside.isEmpty()
                ? Optional.empty()
                : stop(StepFinding.START_WITH_OFF, "", bench.partName(inside.orElse(off.get(0))));
    }

    /** No standby power under the hand. Asked when it is opened, not of openings from before this was asked. */
    Optional<Finding> batteryOff(Bench bench, Unit unit) {
        return bench.needsBatteryOff(unit) && !power.batteryOff()
                ? stop(StepFinding.STEP_BATTERY_OFF_FIRST, "", "")
                : Optional.empty();
    }

    /** Nobody is bonded to what is about to be live. Asked when a start is made, not of starts from before this was asked. */
    Optional<Finding> strapped() {
        return !off.isEmpty() && power.grounded() ? stop(StepFinding.STEP_STRAP_OFF_FIRST, "", "") : Optional.empty();
    }

    /**
     * A server's shell does not go on over empty slots that guide no air. Asked when it goes on, not of closings from before this was
     * asked.
     */
    Optional<Finding> airSeen(String part, Bench bench) {
        return bench.guidesAir()
                        && !power.airSeen()
                        && bench.record()
                                .access()
                                .part(part)
                                .filter(Part::isShell)
                                .isPresent()
                ? stop(StepFinding.STEP_AIR_FIRST, bench.partName(part), "")
                : Optional.empty();
    }

    /**
     * Entries that cannot be any more when one of them did not happen: replayed without it, what is refused goes too, and so does
     * a start whose arrangement would have been another.
     *
     * @return numbers of the entry itself and of all that hangs on it
     */
    static SortedSet<Integer> hangingOn(int no, Unit unit, Bench bench) {
        SortedSet<Integer> gone = new TreeSet<>(Set.of(no));
        Now now = asFound(unit);
        for (Entry e : unit.log().happened()) {
            if (e.no() == no) {
                continue;
            }
            if (now.isBroken(e, unit, bench)) {
                gone.add(e.no());
            } else {
                now = now.after(e);
            }
        }
        return gone;
    }

    /** The first entry that could not have been, after what was found or the record was changed; empty where all hold. */
    static Optional<Entry> broken(Unit unit, Bench bench) {
        Now now = asFound(unit);
        for (Entry e : unit.log().happened()) {
            if (now.isBroken(e, unit, bench)) {
                return Optional.of(e);
            }
            now = now.after(e);
        }
        return Optional.empty();
    }

    private boolean isBroken(Entry e, Unit unit, Bench bench) {
        if (e instanceof Entry.Started s && !s.arrangement().equals(inIt())) {
            return true;
        }
        if (e instanceof Entry.Moved m) {
            Place is = places.get(m.module());
            boolean elsewhere = !m.from().equals(is == null ? Place.TRAY : is);
            boolean taken = m.to().isPosition() && inIt().containsKey(m.to().id());
            if (elsewhere || taken || !unit.modules().containsKey(m.module())) {
                return true;
            }
        }
        return !e.stamp().beforeLog() && refuses(e, unit, bench).isPresent();
    }

    private static Optional<Finding> stop(StepFinding code, String what, String first) {
        return Optional.of(Finding.of(
                code,
                Severity.STOP,
                new Subject(Subject.Kind.JOB, ""),
                new StepFinding.Need(what, first),
                new Evidence.Clause("docs/rules", "R-6.3", false)));
    }

    private static String first(Set<String> ids) {
        return ids.iterator().next();
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
