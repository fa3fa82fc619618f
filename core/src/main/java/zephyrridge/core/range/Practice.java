package zephyrridge.core.range;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.Outcome;
import zephyrridge.core.change.Ports;
import zephyrridge.core.change.StartChange;
import zephyrridge.core.log.Entry;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.unit.Work;

/** A job at a simulated machine: the technician's changes go through the same gates, only what a start shows is made up. */
public final class Practice {
    private final Simulated machine;
    private final Reality reality;
    private final Bench bench;
    private final Ports ports;
    private Work work;

    /** A job that is right about all that lies in its machine: pieces are called as it calls them. */
    public Practice(Simulated machine, Bench bench, Ports ports, Work work) {
        this(machine, Reality.AS_LOGGED, bench, ports, work);
    }

    /** A job at a machine with something to find out, as it was taken in. */
    public Practice(Secret secret, Bench bench, Ports ports, Work work) {
        this(secret.machine(), Reality.of(secret), bench, ports, work);
    }

    private Practice(Simulated machine, Reality reality, Bench bench, Ports ports, Work work) {
        this.machine = machine;
        this.reality = reality;
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

    /** What is wrong with it as it lies now: for whoever judges an answer. */
    public List<Hidden> wrong() {
        return machine.wrong(reality.arrangement(work.unit()));
    }

    /** Whether it shows at every start without a memory test: for whoever judges an answer. */
    public boolean isPlain(Hidden h) {
        return machine.isPlain(h);
    }

    /** Whether it would still show, wherever it lies: for whoever judges an answer. */
    public boolean acts(Hidden h) {
        return machine.acts(h);
    }

    /** A module alone in a machine that is known to run; writing it down is the technician's. */
    public Simulated.Sight elsewhere(String module, int passes) {
        return machine.elsewhere(reality.piece(work.unit(), module), passes);
    }

    /**
     * How it would be switched on as it stands.
     *
     * @param minutes that are waited
     * @param passes of a memory test, 0 for none
     */
    public Simulated.Tried trying(int minutes, int passes) {
        Set<String> inserted = new TreeSet<>();
        Set<Entry.Action> actions = new HashSet<>();
        for (Entry e : work.unit().log().happened()) {
            if (e instanceof Entry.Started) {
                inserted.clear();
                actions.removeIf(a -> a != Entry.Action.WAITED && a != Entry.Action.MAINS);
            } else if (e instanceof Entry.Moved m && m.to().isPosition()) {
                inserted.add(reality.piece(work.unit(), m.module()));
            } else if (e instanceof Entry.Reseated r) {
                inserted.add(reality.piece(work.unit(), r.module()));
            } else if (e instanceof Entry.Acted a) {
                actions.add(a.action());
            }
        }
        boolean waited = minutes * 60 >= Assessment.of(bench, work).expected().firstStartTo()
                || actions.contains(Entry.Action.WAITED);
        return new Simulated.Tried(reality.arrangement(work.unit()), inserted, actions, waited, passes);
    }

    /** Switches it on as it stands, and writes down what was seen and read. */
    public Outcome start(int minutes, int passes) {
        Simulated.Sight sight = machine.start(trying(minutes, passes));
        Outcome outcome = null;
        for (Change change : told(sight, minutes, passes)) {
            outcome = act(change);
            if (outcome instanceof Outcome.Refused) {
                return outcome;
            }
        }
        return outcome;
    }

    /** What a person writes down of a start: how it went and, where it came up, what it showed. */
    public List<Change> told(Simulated.Sight sight, int minutes, int passes) {
        Entry.Outcome shown =
                !sight.dark() ? Entry.Outcome.STARTED : sight.code() ? Entry.Outcome.SIGNAL : Entry.Outcome.SILENT;
        String note = sight.code()
                ? bench.record().start().signals().stream().findFirst().orElse("")
                : "";
        Change started = new StartChange.LogStart(shown, note, Optional.of(minutes));
        if (sight.dark()) {
            return List.of(started);
        }
        Map<String, String> read = new HashMap<>();
        sight.firmwareMebibytes().ifPresent(m -> read.put("firmwareTotal", m + " MB"));
        sight.systemMebibytes().ifPresent(m -> read.put("systemTotal", m + " MB"));
        reality.rate(work.unit()).ifPresent(r -> read.put("rate", String.valueOf(r.nameRounded())));
        read.put("positionsFilled", String.valueOf(sight.listed().size()));
        if (passes > 0) {
            read.put("testPasses", String.valueOf(passes));
            read.put("testErrors", String.valueOf(sight.errors()));
        }
        return List.of(started, new StartChange.EnterReadout(StartChange.Phase.AFTER, Optional.empty(), read));
    }
}
