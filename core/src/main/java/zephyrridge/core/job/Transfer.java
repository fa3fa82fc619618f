package zephyrridge.core.job;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Finding;

/** A job that comes from elsewhere as a document. */
public final class Transfer {
    private Transfer() {}

    /** The same job without what a document does not carry: pictures and sources. */
    public static Unit arrived(Unit unit) {
        return unit.withPhotos(List.of())
                .withReadings(new Readings(
                        List.of(),
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
        return Now.broken(unit, bench).map(e -> Refusal.LOG_SAYS_OTHERWISE.of("log", String.valueOf(e.no())));
    }
}
