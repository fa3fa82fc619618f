package zephyrridge.core.opening;

import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.Stream;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.Part;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Place;
import zephyrridge.core.machine.Position;
import zephyrridge.core.now.Now;
import zephyrridge.core.unit.Unit;

/**
 * What refuses an entry, as things stand; nothing else does: power before hands, the way open before a module moves, what lies below
 * before what lies above.
 */
public record EntryCheck(Now now, Unit unit, Bench bench) {
    public static EntryCheck of(Unit unit, Bench bench) {
        return new EntryCheck(Now.of(unit), unit, bench);
    }

    /** Whether nothing stands that was stored in it: drained, and no battery put back since. */
    public boolean isDrained() {
        return now.power().drained()
                && bench.powerParts(unit).stream().noneMatch(now.power().backSinceDrain()::contains);
    }

    /** Why an entry cannot be, as things stand; empty where it can. */
    public Optional<Finding> refuses(Entry e) {
        if (e instanceof Entry.Stepped s) {
            return step(s);
        }
        if (e instanceof Entry.Moved m) {
            return move(m);
        }
        if (e instanceof Entry.Reseated r) {
            if (!Place.position(r.position()).equals(now.places().get(r.module()))) {
                return stop(StepFinding.MODULE_NOT_THERE, r.module(), r.position());
            }
            return hands(r.position());
        }
        if (e instanceof Entry.Fastened f) {
            return fastened(f);
        }
        return e instanceof Entry.Started ? start() : Optional.empty();
    }

    private Optional<Finding> step(Entry.Stepped s) {
        Set<String> pending = new TreeSet<>(bench.powerParts(unit));
        pending.removeAll(now.off());
        return switch (s.did()) {
            case BATTERY_OFF, POWER_DOWN, GROUND -> Optional.empty();
                // These belong to an opening, and go with it where it did not happen.
            case STRAP_OFF, COUNTED, AIR -> now.isClosed() && now.putBack().isEmpty()
                    ? stop(StepFinding.STEP_NOTHING_OPEN, "", "")
                    : Optional.empty();
            case UNPLUG -> now.power().down() ? Optional.empty() : stop(StepFinding.STEP_POWER_DOWN_FIRST, "", "");
            case DRAIN -> powerOff()
                    .or(() -> pending.isEmpty()
                            ? Optional.empty()
                            : stop(StepFinding.STEP_PLUG_FIRST, "", bench.partName(first(pending))));
            case TAKE_OFF -> takeOff(s.part(), pending);
            case PUT_BACK -> putBack(s.part());
        };
    }

    private Optional<Finding> powerOff() {
        return !now.power().down()
                ? stop(StepFinding.STEP_POWER_DOWN_FIRST, "", "")
                : now.power().unplugged() ? Optional.empty() : stop(StepFinding.STEP_UNPLUG_FIRST, "", "");
    }

    private Optional<Finding> takeOff(String id, Set<String> pending) {
        Optional<Part> part = bench.record().access().part(id);
        if (part.isEmpty() || now.off().contains(id)) {
            return stop(StepFinding.STEP_NOT_ON, bench.partName(id), "");
        }
        if (powerOff().isPresent()) {
            return powerOff();
        }
        Optional<String> over = part.get().needsOff().stream()
                .filter(p -> !now.off().contains(p))
                .findFirst();
        if (over.isPresent()) {
            return stop(StepFinding.STEP_LIES_BELOW, part.get().name(), bench.partName(over.get()));
        }
        Optional<Fastener> holds = Screws.holding(part.get(), now.screws());
        if (holds.isPresent()) {
            return stop(StepFinding.SCREW_HOLDS, part.get().name(), holds.get().id());
        }
        if (!pending.isEmpty()
                && pending.stream().noneMatch(p -> bench.evaluator().liesOver(id, p))) {
            return stop(StepFinding.STEP_PLUG_FIRST, part.get().name(), bench.partName(first(pending)));
        }
        return pending.isEmpty() && !isDrained() && !bench.leadsToPower(id, unit)
                ? stop(StepFinding.STEP_DRAIN_FIRST, part.get().name(), "")
                : Optional.empty();
    }

    private Optional<Finding> putBack(String id) {
        if (!now.off().contains(id)) {
            return stop(StepFinding.STEP_NOT_OFF, bench.partName(id), "");
        }
        // Going back in, something switched on by chance would be live under the hand.
        if (powerOff().isPresent()) {
            return powerOff();
        }
        Optional<String> down = bench.record().access().part(id).stream()
                .flatMap(p -> p.raises().stream())
                .filter(p -> !now.off().contains(p))
                .findFirst();
        if (down.isPresent()) {
            return stop(StepFinding.STEP_RAISE_FIRST, bench.partName(id), bench.partName(down.get()));
        }
        return bench.access(unit)
                .backFirst(id, now.offSet())
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
    private Optional<Finding> fastened(Entry.Fastened f) {
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
                .filter(over -> !now.off().contains(over) && !now.off().contains(f.part()))
                .findFirst()
                .flatMap(over -> stop(StepFinding.STEP_LIES_BELOW, part.get().name(), bench.partName(over)));
    }

    private Optional<Finding> move(Entry.Moved m) {
        Place is = now.places().get(m.module());
        if (!unit.modules().containsKey(m.module()) || !m.from().equals(is == null ? Place.TRAY : is)) {
            return stop(StepFinding.MODULE_NOT_THERE, m.module(), m.from().id());
        }
        if (m.to().isPosition()) {
            if (!bench.record().hasPosition(m.to().id())
                    || bench.record().position(m.to().id()).isSoldered()) {
                return stop(StepFinding.NO_SUCH_SOCKET, "", m.to().id());
            }
            String there = now.inIt().get(m.to().id());
            if (there != null) {
                return stop(
                        StepFinding.SOCKET_TAKEN,
                        bench.record().position(m.to().id()).label(),
                        unit.modules().get(there).labelLine());
            }
        }
        Optional<Finding> from = m.from().isPosition() ? hands(m.from().id()) : Optional.empty();
        return from.isPresent() || !m.to().isPosition() ? from : hands(m.to().id());
    }

    /** Whether a hand may go to a position: power off and drained, and the way open. */
    private Optional<Finding> hands(String position) {
        if (!bench.record().hasPosition(position)) {
            return stop(StepFinding.NO_SUCH_SOCKET, "", position);
        }
        String label = bench.record().position(position).label();
        Set<String> pending = new TreeSet<>(bench.powerParts(unit));
        pending.removeAll(now.off());
        if (powerOff().isPresent()) {
            return powerOff();
        }
        if (!pending.isEmpty()) {
            return stop(StepFinding.STEP_PLUG_FIRST, label, bench.partName(first(pending)));
        }
        if (!isDrained()) {
            return stop(StepFinding.STEP_DRAIN_FIRST, label, "");
        }
        // What lies in the socket above comes out first: nothing is lifted through it.
        Optional<Position> over =
                bench.record().over(position).filter(upper -> now.inIt().containsKey(upper.id()));
        if (over.isPresent()) {
            return stop(StepFinding.MODULE_LIES_OVER, label, over.get().label());
        }
        return bench.evaluator().isOpen(position, now.offSet())
                ? Optional.empty()
                : stop(StepFinding.WAY_CLOSED, label, "");
    }

    /** A start with something off: only what this model does not need on, only where the record says it is safe, never a server. */
    private Optional<Finding> start() {
        if (now.off().isEmpty()) {
            return Optional.empty();
        }
        Set<String> needed = bench.access(unit).onForStart();
        Optional<String> inside = now.off().stream().filter(needed::contains).findFirst();
        return bench.startsOpen() && inside.isEmpty()
                ? Optional.empty()
                : stop(
                        StepFinding.START_WITH_OFF,
                        "",
                        bench.partName(inside.orElse(now.off().get(0))));
    }

    /** No standby power under the hand. Asked when it is opened, not of openings from before this was asked. */
    public Optional<Finding> batteryOff() {
        return bench.needsBatteryOff(unit) && !now.power().batteryOff()
                ? stop(StepFinding.STEP_BATTERY_OFF_FIRST, "", "")
                : Optional.empty();
    }

    /** Nobody is bonded to what is about to be live. Asked when a start is made, not of starts from before this was asked. */
    public Optional<Finding> strapped() {
        return !now.off().isEmpty() && now.power().grounded()
                ? stop(StepFinding.STEP_STRAP_OFF_FIRST, "", "")
                : Optional.empty();
    }

    /**
     * A server's shell does not go on over empty slots that guide no air. Asked when it goes on, not of closings from before this was
     * asked.
     */
    public Optional<Finding> airSeen(String part) {
        return bench.guidesAir()
                        && !now.power().airSeen()
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
     * a start whose arrangement would have been another, and what was found wrong by a start or test that is gone.
     *
     * @return numbers of the entry itself and of all that hangs on it
     */
    public static SortedSet<Integer> hangingOn(int no, Unit unit, Bench bench) {
        SortedSet<Integer> gone = new TreeSet<>(Set.of(no));
        Now now = Now.asFound(unit);
        boolean doubtful = false;
        for (Entry e : unit.log().happened()) {
            boolean settles = e instanceof Entry.FaultFound;
            if (e.no() == no || settles && doubtful || new EntryCheck(now, unit, bench).isBroken(e)) {
                gone.add(e.no());
                doubtful |= e instanceof Entry.Started || e instanceof Entry.Elsewhere;
            } else {
                now = now.after(e);
            }
            // A fault rests on the starts and tests since the one that was found before it.
            doubtful &= !settles;
        }
        return gone;
    }

    /** The first entry that could not have been, after what was found or the record was changed; empty where all hold. */
    public static Optional<Entry> broken(Unit unit, Bench bench) {
        Now now = Now.asFound(unit);
        for (Entry e : unit.log().happened()) {
            if (new EntryCheck(now, unit, bench).isBroken(e)) {
                return Optional.of(e);
            }
            now = now.after(e);
        }
        return Optional.empty();
    }

    private boolean isBroken(Entry e) {
        if (e instanceof Entry.Started s && !s.arrangement().equals(now.inIt())) {
            return true;
        }
        if (e instanceof Entry.Moved m) {
            Place is = now.places().get(m.module());
            boolean elsewhere = !m.from().equals(is == null ? Place.TRAY : is);
            boolean taken = m.to().isPosition() && now.inIt().containsKey(m.to().id());
            if (elsewhere || taken || !unit.modules().containsKey(m.module())) {
                return true;
            }
        }
        return !e.stamp().beforeLog() && refuses(e).isPresent();
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
}
