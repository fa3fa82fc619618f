package zephyrridge.core.change;

import java.util.Optional;
import java.util.function.Predicate;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.EntryCheck;
import zephyrridge.core.unit.Readings;
import zephyrridge.core.unit.Unit;

/** A job that comes from elsewhere as a document. */
public final class Transfer {
    private Transfer() {}

    /** The same job without the pictures and sources that its document does not carry. */
    public static Unit arrived(Unit unit, Predicate<String> carried) {
        return unit.withPhotos(
                        unit.photos().stream().filter(p -> carried.test(p.id())).toList())
                .withReadings(new Readings(
                        unit.readings().sources().stream()
                                .filter(s -> carried.test(s.id()))
                                .toList(),
                        unit.readings().seen(),
                        unit.readings().byHand(),
                        unit.readings().setAside()));
    }

    /** Why its log cannot have happened at this machine; empty where it can. */
    public static Optional<Finding> refuses(Unit unit, Bench bench) {
        boolean elsewhere =
                unit.asFound().keySet().stream().anyMatch(p -> !bench.record().hasPosition(p))
                        || unit.alternatives().isEmpty()
                        || !unit.modules().keySet().stream().allMatch(k -> k.matches("m\\d{1,6}"))
                        || unit.asFound().values().stream()
                                .anyMatch(k -> !unit.modules().containsKey(k));
        if (elsewhere) {
            return Optional.of(Refusal.LOG_SAYS_OTHERWISE.of("asFound", ""));
        }
        return EntryCheck.broken(unit, bench).map(e -> Refusal.LOG_SAYS_OTHERWISE.of("log", String.valueOf(e.no())));
    }
}
