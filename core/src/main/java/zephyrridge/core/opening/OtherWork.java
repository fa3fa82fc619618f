package zephyrridge.core.opening;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Extra;
import zephyrridge.core.machine.Bay;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.now.Now;
import zephyrridge.core.unit.Counter;
import zephyrridge.core.unit.Unit;

/** Work beside memory in the same machine: what was agreed on, and what came of it. */
public final class OtherWork {
    private OtherWork() {}

    /** What was last said of it; empty where nobody has. */
    public static Optional<Entry.Companion> said(Unit unit, Extra extra, Entry.Phase phase) {
        return unit.log().happened().stream()
                .filter(Entry.Companion.class::isInstance)
                .map(Entry.Companion.class::cast)
                .filter(c -> c.extra() == extra && c.phase() == phase)
                .reduce((first, second) -> second);
    }

    /** Agreed on, and neither done nor found impossible. */
    public static SortedSet<Extra> left(Unit unit) {
        SortedSet<Extra> left = new TreeSet<>();
        unit.counter().extras().forEach((extra, offered) -> {
            if (offered.answer() == Counter.Answer.YES
                    && said(unit, extra, Entry.Phase.DONE).isEmpty()
                    && said(unit, extra, Entry.Phase.CANNOT).isEmpty()) {
                left.add(extra);
            }
        });
        return Collections.unmodifiableSortedSet(left);
    }

    /** What was said over the counter without what turned out not to be possible: that is not charged. */
    public static Counter charged(Unit unit) {
        Counter c = unit.counter();
        SortedMap<Extra, Counter.Offered> extras = new TreeMap<>(c.extras());
        extras.keySet().removeIf(x -> said(unit, x, Entry.Phase.CANNOT).isPresent());
        return new Counter(c.forbids(), c.bans(), extras, c.worth(), c.brought());
    }

    /** Where it is done, by the record; empty where it is done wherever the machine is open, or no such place is known. */
    public static List<Bay> at(MachineRecord record, Extra extra) {
        return switch (extra) {
            case DRIVE, DRIVE_ROOM -> record.bays(Bay.Kind.DRIVE);
            case M2 -> record.bays(Bay.Kind.M2);
            case WIRELESS -> record.bays(Bay.Kind.WIRELESS);
            case BATTERY -> record.bays(Bay.Kind.BATTERY);
            case PASTE, PADS -> record.bays(Bay.Kind.COOLER);
            case DUST, HINGE -> List.of();
        };
    }

    /** Bays of all that is agreed on and left. */
    public static SortedSet<String> bays(MachineRecord record, Unit unit) {
        SortedSet<String> bays = new TreeSet<>();
        left(unit).forEach(x -> at(record, x).forEach(b -> bays.add(b.id())));
        return bays;
    }

    /** Whether hands can get to it as things stand: its place lies open, or, where it has none, something is off. */
    public static boolean isOpen(Bench bench, Unit unit, Extra extra) {
        Now now = Now.of(unit);
        List<Bay> at = at(bench.record(), extra);
        return at.isEmpty()
                ? !now.isClosed()
                : at.stream().anyMatch(b -> bench.evaluator().isOpen(b.id(), now.offSet()));
    }
}
