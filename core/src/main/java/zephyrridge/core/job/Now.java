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
import zephyrridge.core.access.Part;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.machine.MachineKind;

/**
 * How things stand: the log replayed over what was found. A module is in one place, always. What an entry needs is checked
 * here and nowhere else: power before hands, the way open before a module moves, what lies below before what lies above
 * (R-6.3, R-6.4).
 *
 * @param places of modules that have one: the others were never near the machine
 * @param off parts that are off now, in the order they came off
 * @param putBack parts put back since the last one came off, in order
 * @param down shut down, {@code unplugged} every cord out, {@code drained} the button held: since the last start
 * @param backSinceDrain parts put back since it was drained: a battery among them makes it live again
 */
public record Now(
        SortedMap<String, Place> places,
        List<String> off,
        List<String> putBack,
        boolean down,
        boolean unplugged,
        boolean grounded,
        boolean drained,
        SortedSet<String> backSinceDrain,
        Optional<Entry.Opened> opening) {

    public Now {
        places = Collections.unmodifiableSortedMap(new TreeMap<>(places));
        off = List.copyOf(off);
        putBack = List.copyOf(putBack);
        backSinceDrain = Collections.unmodifiableSortedSet(new TreeSet<>(backSinceDrain));
    }

    private static final SortedSet<String> NONE = new TreeSet<>();

    /** As the machine came. */
    static Now asFound(Unit unit) {
        SortedMap<String, Place> places = new TreeMap<>();
        unit.modules().values().forEach(m -> m.tag()
                .ifPresent(tag -> places.put(m.key(), new Place(Place.Kind.BIN, tag))));
        unit.modules().values().stream()
                .filter(m -> m.origin() == JobModule.Origin.TYPED)
                .forEach(m -> places.put(m.key(), new Place(Place.Kind.SUPPLIER, "")));
        unit.asFound().forEach((position, key) -> places.put(key, Place.position(position)));
        return new Now(places, List.of(), List.of(), false, false, false, false, NONE, Optional.empty());
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

    /** How things stand after an entry; whether it can be is asked of {@link #refuses}. */
    Now after(Entry e) {
        if (e instanceof Entry.Opened o) {
            return new Now(places, off, putBack, down, unplugged, grounded, drained, backSinceDrain, Optional.of(o));
        }
        if (e instanceof Entry.Stepped s) {
            return after(s);
        }
        if (e instanceof Entry.Moved m) {
            SortedMap<String, Place> next = new TreeMap<>(places);
            next.put(m.module(), m.to());
            return new Now(next, off, putBack, down, unplugged, grounded, drained, backSinceDrain, opening);
        }
        if (e instanceof Entry.Started) {
            // Whoever opens it next begins at power-down again.
            return new Now(
                    places, off, putBack, false, false, false, false, NONE, off.isEmpty() ? Optional.empty() : opening);
        }
        return this;
    }

    private Now after(Entry.Stepped s) {
        return switch (s.did()) {
            case POWER_DOWN -> power(true, unplugged, grounded, drained, backSinceDrain);
            case UNPLUG -> power(down, true, grounded, drained, backSinceDrain);
            case GROUND -> power(down, unplugged, true, drained, backSinceDrain);
            case DRAIN -> power(down, unplugged, grounded, true, NONE);
            case TAKE_OFF -> new Now(
                    places,
                    plus(off, s.part()),
                    List.of(),
                    down,
                    unplugged,
                    grounded,
                    drained,
                    backSinceDrain,
                    opening);
            case PUT_BACK -> {
                SortedSet<String> back = new TreeSet<>(backSinceDrain);
                back.add(s.part());
                yield new Now(
                        places,
                        minus(off, s.part()),
                        plus(putBack, s.part()),
                        down,
                        unplugged,
                        grounded,
                        drained,
                        back,
                        opening);
            }
        };
    }

    private Now power(boolean down, boolean unplugged, boolean grounded, boolean drained, SortedSet<String> back) {
        return new Now(places, off, putBack, down, unplugged, grounded, drained, back, opening);
    }

    /** Whether nothing stands that was stored in it: drained, and no battery put back since. */
    boolean isDrained(Unit unit, Bench bench) {
        return drained && bench.powerParts(unit).stream().noneMatch(backSinceDrain::contains);
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
        return e instanceof Entry.Started ? start(bench) : Optional.empty();
    }

    private Optional<Finding> step(Entry.Stepped s, Unit unit, Bench bench) {
        Set<String> pending = new TreeSet<>(bench.powerParts(unit));
        pending.removeAll(off);
        return switch (s.did()) {
            case POWER_DOWN, GROUND -> Optional.empty();
            case UNPLUG -> down ? Optional.empty() : stop(StepFinding.STEP_POWER_DOWN_FIRST, "", "");
            case DRAIN -> powerOff()
                    .or(() -> pending.isEmpty()
                            ? Optional.empty()
                            : stop(StepFinding.STEP_PLUG_FIRST, "", bench.partName(first(pending))));
            case TAKE_OFF -> takeOff(s.part(), pending, unit, bench);
            case PUT_BACK -> putBack(s.part(), bench);
        };
    }

    private Optional<Finding> powerOff() {
        return !down
                ? stop(StepFinding.STEP_POWER_DOWN_FIRST, "", "")
                : unplugged ? Optional.empty() : stop(StepFinding.STEP_UNPLUG_FIRST, "", "");
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
        if (!pending.isEmpty()
                && pending.stream().noneMatch(p -> bench.evaluator().liesOver(id, p))) {
            return stop(StepFinding.STEP_PLUG_FIRST, part.get().name(), bench.partName(first(pending)));
        }
        return pending.isEmpty() && !isDrained(unit, bench) && !bench.leadsToPower(id, unit)
                ? stop(StepFinding.STEP_DRAIN_FIRST, part.get().name(), "")
                : Optional.empty();
    }

    private Optional<Finding> putBack(String id, Bench bench) {
        if (!off.contains(id)) {
            return stop(StepFinding.STEP_NOT_OFF, bench.partName(id), "");
        }
        // Going back in, something switched on by chance would be live under the hand.
        if (powerOff().isPresent()) {
            return powerOff();
        }
        return off.stream()
                .filter(other -> bench.record()
                        .access()
                        .part(other)
                        .filter(p -> p.needsOff().contains(id))
                        .isPresent())
                .findFirst()
                .flatMap(below -> stop(StepFinding.STEP_COVERS, bench.partName(id), bench.partName(below)));
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

    /** A start with something off: only covers, only where the record says it is safe, never a server. */
    private Optional<Finding> start(Bench bench) {
        if (off.isEmpty()) {
            return Optional.empty();
        }
        Optional<String> inside = off.stream()
                .filter(id -> bench.record()
                        .access()
                        .part(id)
                        .filter(p -> !p.isShell())
                        .isPresent())
                .findFirst();
        boolean safe = bench.record().start().coverOffSafe() && bench.record().kind() != MachineKind.SERVER;
        return safe && inside.isEmpty()
                ? Optional.empty()
                : stop(StepFinding.START_WITH_OFF, "", bench.partName(inside.orElse(off.get(0))));
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
