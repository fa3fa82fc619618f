package zephyrridge.core.change;

import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.stream.Stream;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Log;
import zephyrridge.core.log.Place;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.EntryCheck;
import zephyrridge.core.unit.Alternative;
import zephyrridge.core.unit.Order;
import zephyrridge.core.unit.Readings;
import zephyrridge.core.unit.Unit;

/**
 * A job that comes as a document, or onto another version of its record: what it must be, so that no document makes a job that could
 * not have been walked here.
 */
public final class Arrival {
    private static final int MOST_MODULES = 1_000;
    private static final int MOST_ALTERNATIVES = 50;

    private Arrival() {}

    /**
     * The same job as one of another shop: without the pictures and sources that its document does not carry, the other drawer's tags
     * named as theirs, and its offers as nobody's here.
     */
    public static Unit theirs(Unit unit, Predicate<String> carried) {
        Unit next = unit.withPhotos(
                        unit.photos().stream().filter(p -> carried.test(p.id())).toList())
                .withReadings(new Readings(
                        unit.readings().sources().stream()
                                .filter(s -> carried.test(s.id()))
                                .toList(),
                        unit.readings().seen(),
                        unit.readings().byHand(),
                        unit.readings().setAside()));
        return next.ofAnotherShop()
                .withLog(new Log(unit.log().entries().stream()
                        .map(Arrival::ofAnotherShop)
                        .toList()));
    }

    private static Entry ofAnotherShop(Entry e) {
        return e instanceof Entry.Moved m
                ? new Entry.Moved(m.stamp(), m.module(), ofAnotherShop(m.from()), ofAnotherShop(m.to()), m.seen())
                : e;
    }

    private static Place ofAnotherShop(Place p) {
        return p.kind() == Place.Kind.BIN ? new Place(Place.Kind.OTHER_SHOP, p.id()) : p;
    }

    /** Why a document can be no job of this machine; empty where it can. */
    public static Optional<Finding> refuses(Order order, Unit unit, Bench bench) {
        return Bounds.broken("order", order)
                .or(() -> Bounds.broken("unit", unit))
                .or(() -> counts(unit))
                .or(() -> numbers(unit.log()))
                .or(() -> misfit(unit, bench));
    }

    /** Why a job cannot stand on this record: it names what is not there, or its log cannot have happened at it. */
    public static Optional<Finding> misfit(Unit unit, Bench bench) {
        return references(unit, bench.record()).or(() -> EntryCheck.broken(unit, bench)
                .map(e -> Refusal.LOG_SAYS_OTHERWISE.of("log", String.valueOf(e.no()))));
    }

    private static Optional<Finding> counts(Unit unit) {
        return unit.modules().size() > MOST_MODULES
                ? Optional.of(Refusal.TOO_MANY.of("unit.modules", "modules", String.valueOf(MOST_MODULES)))
                : unit.alternatives().size() > MOST_ALTERNATIVES
                        ? Optional.of(
                                Refusal.TOO_MANY.of("unit.alternatives", "layouts", String.valueOf(MOST_ALTERNATIVES)))
                        : unit.log().entries().size() > Log.MOST
                                ? Optional.of(Refusal.TOO_MANY.of("unit.log", "entries", String.valueOf(Log.MOST)))
                                : Optional.empty();
    }

    /**
     * Entries are numbered as they were recorded, each is after one that was there, and what is from before the log stands at its
     * beginning and bears no name: nothing else is taken unchecked.
     */
    private static Optional<Finding> numbers(Log log) {
        int last = 0;
        boolean old = true;
        for (Entry e : log.entries()) {
            old &= e.stamp().beforeLog();
            boolean named = !e.stamp().by().isEmpty() || e.stamp().at().isPresent();
            if (e.no() <= last
                    || e.stamp().after() < 0
                    || e.stamp().after() >= e.no()
                    || e.stamp().beforeLog() && (!old || named)
                    || e instanceof Entry.Retracted r && r.entries().stream().anyMatch(n -> n >= r.no())) {
                return Optional.of(Refusal.LOG_SAYS_OTHERWISE.of("log", String.valueOf(e.no())));
            }
            last = e.no();
        }
        return Optional.empty();
    }

    private static Optional<Finding> references(Unit unit, MachineRecord record) {
        Set<String> keys = unit.modules().keySet();
        Optional<String> key = keys.stream()
                .filter(k ->
                        !k.matches("m\\d{1,6}") || !unit.modules().get(k).key().equals(k))
                .findFirst();
        if (key.isPresent()) {
            return none("unit.modules", key.get());
        }
        Set<String> ids = new HashSet<>();
        if (unit.alternatives().isEmpty()
                || !unit.alternatives().stream().allMatch(a -> ids.add(a.id()))
                || unit.chosen().filter(c -> !ids.contains(c)).isPresent()) {
            return none("unit.alternatives", unit.chosen().orElse(""));
        }
        return layout("unit.asFound", unit.asFound(), keys, record)
                .or(() -> unit.alternatives().stream()
                        .flatMap(a -> planned(unit, a, record).stream())
                        .findFirst())
                .or(() -> unit.log().happened().stream()
                        .flatMap(e -> entry(e, unit, record).stream())
                        .findFirst())
                .or(() -> Stream.of(
                                unit.readings().seen().keySet().stream(),
                                unit.readings().byHand().keySet().stream(),
                                unit.readings().setAside().keySet().stream(),
                                unit.readings().sources().stream().flatMap(s -> s.position().stream()))
                        .flatMap(s -> s)
                        .filter(p -> !isKnown(p, unit, record))
                        .findFirst()
                        .flatMap(p -> none("unit.readings", p)))
                .or(() -> unit.accepted().stream()
                        .filter(a -> unit.log().starts().stream().noneMatch(s -> s.no() == a.start()))
                        .findFirst()
                        .flatMap(a -> none("unit.accepted", String.valueOf(a.start()))));
    }

    private static Optional<Finding> planned(Unit unit, Alternative a, MachineRecord record) {
        Map<String, String> filled = new TreeMap<>(a.planned());
        filled.values().removeIf(String::isEmpty);
        return a.planned().keySet().stream()
                .filter(p -> !record.hasPosition(p))
                .findFirst()
                .flatMap(p -> none("unit.alternatives", p))
                .or(() -> layout("unit.alternatives", filled, unit.modules().keySet(), record))
                .or(() -> layout(
                        "unit.alternatives",
                        unit.plannedModules(a),
                        unit.modules().keySet(),
                        record));
    }

    /** Each position is there, each module is one of the job's, and none is in two places. */
    private static Optional<Finding> layout(
            String where, Map<String, String> fill, Set<String> keys, MachineRecord record) {
        Set<String> once = new HashSet<>();
        for (Map.Entry<String, String> e : fill.entrySet()) {
            if (!record.hasPosition(e.getKey())) {
                return none(where, e.getKey());
            }
            if (!keys.contains(e.getValue()) || !once.add(e.getValue())) {
                return none(where, e.getValue());
            }
        }
        return Optional.empty();
    }

    private static Optional<Finding> entry(Entry e, Unit unit, MachineRecord record) {
        return Stream.concat(
                        e.namedPositions()
                                .filter(p -> !isKnown(p, unit, record)
                                        && record.bay(p).isEmpty()),
                        e.namedModules().filter(m -> !unit.modules().containsKey(m)))
                .findFirst()
                .flatMap(x -> none("unit.log", x));
    }

    private static boolean isKnown(String position, Unit unit, MachineRecord record) {
        return record.hasPosition(position) || unit.deviations().missing().contains(position);
    }

    private static Optional<Finding> none(String where, String what) {
        return Optional.of(Refusal.NAMES_WHAT_IS_NOT.of(where, what));
    }
}
