package zephyrridge.core.change;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Log;
import zephyrridge.core.log.Stamp;
import zephyrridge.core.machine.Position;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.EntryCheck;
import zephyrridge.core.plan.Offer;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Readings;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/** What a change is applied to, and the checks that several of them share. A check that fails ends the change with its reason. */
final class Situation {
    static final int MOST_MODULES = 600;

    final Work work;
    final Unit unit;
    final Bench bench;
    final Ports ports;

    Situation(Work work, Bench bench, Ports ports) {
        this.work = work;
        this.unit = work.unit();
        this.bench = bench;
        this.ports = ports;
    }

    RuntimeException refused(Finding why) {
        return new Refusal.Thrown(why);
    }

    RuntimeException noSuch(String what, String id) {
        return refused(Refusal.NO_SUCH.of(what, id));
    }

    void refuseIfShut(List<Finding> gates) {
        gates.stream().filter(f -> f.severity() == Severity.STOP).findFirst().ifPresent(f -> {
            throw refused(f);
        });
    }

    Assessment assess() {
        return Assessment.of(bench, work);
    }

    JobModule module(String key) {
        JobModule module = unit.modules().get(key);
        if (module == null) {
            throw noSuch("module", key);
        }
        return module;
    }

    Position position(String id) {
        if (!bench.record().hasPosition(id)) {
            throw noSuch("position", id);
        }
        return bench.record().position(id);
    }

    String socket(String id) {
        Position p = position(id);
        if (p.isSoldered()) {
            throw refused(Refusal.POSITION_SOLDERED.of("position", p.label()));
        }
        return id;
    }

    String freshKey() {
        return freshKey(unit);
    }

    /** The same of a unit on its way. */
    String freshKey(Unit next) {
        if (next.modules().size() >= MOST_MODULES) {
            throw refused(Refusal.TOO_MANY.of("label", "modules", String.valueOf(MOST_MODULES)));
        }
        return next.freshModuleKey();
    }

    Readings.SourceRef source(String id) {
        return unit.readings().sources().stream()
                .filter(s -> s.id().equals(id))
                .findFirst()
                .orElseThrow(() -> noSuch("source", id));
    }

    /** The module of the drawer, when this job may plan with it. */
    Ports.Stock stock(String tag) {
        Ports.Stock stock = ports.stock(tag).orElseThrow(() -> noSuch("drawer module", tag));
        if (stock.bad()) {
            throw refused(Refusal.MODULE_BAD.of("tag", tag));
        }
        if (stock.gone()) {
            throw refused(Refusal.MODULE_GONE.of("tag", tag));
        }
        if (stock.heldBy().isPresent()) {
            throw refused(Refusal.MODULE_TAKEN.of(
                    "tag", tag, String.valueOf(stock.heldBy().get())));
        }
        return stock;
    }

    /** Tags of this job's modules that the drawer says were tested good. */
    Set<String> goodTags() {
        Set<String> good = new TreeSet<>();
        unit.modules().values().forEach(m -> m.tag()
                .flatMap(ports::stock)
                .filter(Ports.Stock::good)
                .ifPresent(stock -> good.add(stock.tag())));
        return good;
    }

    /** @throws Refusal.Thrown where a job would get more layouts than anybody looks at */
    Work bounded(Work next) {
        if (next.unit().alternatives().size() > MOST_ALTERNATIVES) {
            throw refused(Refusal.TOO_MANY.of("plan", "layouts", String.valueOf(MOST_ALTERNATIVES)));
        }
        return next;
    }

    private static final int MOST_ALTERNATIVES = 24;

    Offer offer(String id) {
        return ports.offer(id).orElseThrow(() -> noSuch("offer", id));
    }

    String alternative(String id) {
        if (unit.alternatives().stream().noneMatch(a -> a.id().equals(id))) {
            throw noSuch("layout", id);
        }
        return id;
    }

    Stamp stamp(Log log) {
        if (log.entries().size() >= Log.MOST) {
            throw refused(Refusal.TOO_MANY.of("log", "entries", String.valueOf(Log.MOST)));
        }
        return new Stamp(log.last() + 1, log.last(), Optional.of(ports.now()), ports.by(), false);
    }

    /** The unit with one more entry, when that can be as things stand. */
    Unit logged(Unit now, Entry entry) {
        Optional<Finding> why = EntryCheck.of(now, bench).refuses(entry);
        if (why.isPresent()) {
            throw refused(why.get());
        }
        return now.withLog(now.log().with(entry));
    }

    /**
     * The unit without an entry and all that hangs on it; what was accepted of a start that is gone goes with it.
     *
     * @param along what somebody was shown to hang on it: nothing else goes unasked
     */
    Unit retracted(int no, Set<Integer> along, String reason) {
        if (unit.log().entry(no).isEmpty()) {
            throw noSuch("entry", String.valueOf(no));
        }
        SortedSet<Integer> gone = EntryCheck.hangingOn(no, unit, bench);
        SortedSet<Integer> unasked = new TreeSet<>(gone);
        unasked.remove(no);
        unasked.removeAll(along);
        if (!unasked.isEmpty()) {
            throw refused(Refusal.TAKES_ALONG.of(
                    "along",
                    String.join(", ", unasked.stream().map(String::valueOf).toList())));
        }
        return unit.withLog(unit.log().with(new Entry.Retracted(stamp(unit.log()), gone, reason)))
                .withoutAcceptedOf(gone);
    }

    /** What was found, or what the record says, can only change where the log still holds. */
    Unit stillHolds(Unit next, Bench then) {
        EntryCheck.broken(next, then).ifPresent(e -> {
            throw refused(Refusal.LOG_SAYS_OTHERWISE.of("log", String.valueOf(e.no())));
        });
        return next;
    }
}
