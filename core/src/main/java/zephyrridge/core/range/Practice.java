package zephyrridge.core.range;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.Outcome;
import zephyrridge.core.change.Ports;
import zephyrridge.core.change.StartChange;
import zephyrridge.core.log.Entry;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.unit.Work;

/** A job at a simulated machine: the technician's changes go through the same gates, only what a start shows is made up. */
public final class Practice {
    private final Simulated machine;
    private final Bench bench;
    private final Ports ports;
    private Work work;

    public Practice(Simulated machine, Bench bench, Ports ports, Work work) {
        this.machine = machine;
        this.bench = bench;
        this.ports = ports;
        this.work = work;
    }

    public Work work() {
        return work;
    }

    /** Does what a person would do; what the core refuses stays undone and is given back. */
    public Outcome act(Change change) {
        Outcome outcome = Change.applied(change, work, bench, ports);
        if (outcome instanceof Outcome.Applied applied) {
            work = applied.work();
        }
        return outcome;
    }

    /** A module alone in a machine that is known to run; writing it down is the technician's. */
    public Simulated.Sight elsewhere(String module, int passes) {
        return machine.elsewhere(module, passes);
    }

    /**
     * Switches it on as it stands, and writes down what was seen and read.
     *
     * @param minutes that were waited
     * @param passes of a memory test, 0 for none
     */
    public Outcome start(int minutes, int passes) {
        Set<String> inserted = new TreeSet<>();
        Set<Entry.Action> actions = new java.util.HashSet<>();
        for (Entry e : work.unit().log().happened()) {
            if (e instanceof Entry.Started) {
                inserted.clear();
                actions.removeIf(a -> a != Entry.Action.WAITED && a != Entry.Action.MAINS);
            } else if (e instanceof Entry.Moved m && m.to().isPosition()) {
                inserted.add(m.module());
            } else if (e instanceof Entry.Reseated r) {
                inserted.add(r.module());
            } else if (e instanceof Entry.Acted a) {
                actions.add(a.action());
            }
        }
        boolean waited = minutes * 60 >= Assessment.of(bench, work).expected().firstStartTo()
                || actions.contains(Entry.Action.WAITED);
        Simulated.Sight sight = machine.start(Now.of(work.unit()).inIt(), inserted, actions, waited, passes);
        Entry.Outcome shown =
                !sight.dark() ? Entry.Outcome.STARTED : sight.code() ? Entry.Outcome.SIGNAL : Entry.Outcome.SILENT;
        String note = sight.code()
                ? bench.record().start().signals().stream().findFirst().orElse("")
                : "";
        Outcome started = act(new StartChange.LogStart(shown, note, Optional.of(minutes)));
        if (started instanceof Outcome.Refused || sight.dark()) {
            return started;
        }
        Map<String, String> read = new HashMap<>();
        sight.firmwareMebibytes().ifPresent(m -> read.put("firmwareTotal", m + " MB"));
        read.put("positionsFilled", String.valueOf(sight.listed().size()));
        if (passes > 0) {
            read.put("testPasses", String.valueOf(passes));
            read.put("testErrors", String.valueOf(sight.errors()));
        }
        return act(new StartChange.EnterReadout(StartChange.Phase.AFTER, Optional.empty(), read));
    }
}
