package zephyrridge.core.standing;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeSet;
import zephyrridge.core.fault.Probe;
import zephyrridge.core.log.Entry;
import zephyrridge.core.now.Now;
import zephyrridge.core.unit.Unit;

/**
 * The test of a fault hunt that was decided on and is not done yet.
 *
 * @param positions that hands still go to; empty once the modules are as it wants them
 * @param reseats of them those whose module only goes out and in again
 * @param actions that are still to be noted before its start
 */
public record Testing(
        Entry.TestChosen test, SortedSet<String> positions, SortedSet<String> reseats, List<Entry.Action> actions) {
    public Testing {
        positions = java.util.Collections.unmodifiableSortedSet(new TreeSet<>(positions));
        reseats = java.util.Collections.unmodifiableSortedSet(new TreeSet<>(reseats));
        actions = List.copyOf(actions);
    }

    public static Optional<Testing> of(Unit unit) {
        Entry.TestChosen test = null;
        SortedSet<String> reseats = new TreeSet<>();
        List<Entry.Action> actions = new ArrayList<>();
        for (Entry e : unit.log().happened()) {
            if (e instanceof Entry.TestChosen t) {
                test = t;
                reseats = new TreeSet<>(t.reseat());
                actions = new ArrayList<>(t.actions());
            } else if (e instanceof Entry.Started || e instanceof Entry.Elsewhere || e instanceof Entry.FaultFound) {
                test = null;
            } else if (e instanceof Entry.Reseated r) {
                reseats.remove(r.position());
            } else if (e instanceof Entry.Moved m && m.to().isPosition()) {
                reseats.remove(m.to().id());
            } else if (e instanceof Entry.Acted a) {
                actions.remove(a.action());
            }
        }
        if (test == null || isPassed(unit, test)) {
            return Optional.empty();
        }
        SortedMap<String, String> inIt = Now.of(unit).inIt();
        SortedSet<String> positions = new TreeSet<>(reseats);
        SortedSet<String> all = new TreeSet<>(inIt.keySet());
        all.addAll(test.fill().keySet());
        for (String p : all) {
            if (!inIt.getOrDefault(p, "").equals(test.fill().getOrDefault(p, ""))) {
                positions.add(p);
            }
        }
        return Optional.of(new Testing(test, positions, reseats, actions));
    }

    /** A memory test goes on with the start that is there: it is done once that start has its passes, or errors. */
    private static boolean isPassed(Unit unit, Entry.TestChosen test) {
        List<Entry.Started> starts = unit.log().starts();
        return test.shape() == Probe.Shape.MEMORY_TEST
                && !starts.isEmpty()
                && (starts.get(starts.size() - 1).readout().testPasses().orElse(0) >= test.passes()
                        || starts.get(starts.size() - 1).readout().hasErrors());
    }

    /** Whether the modules are as the test wants them. */
    public boolean isArranged() {
        return positions.isEmpty();
    }

    /** Whether it goes on at the start that is there, and nothing is switched. */
    public boolean goesOn() {
        return test.shape() == Probe.Shape.MEMORY_TEST;
    }
}
