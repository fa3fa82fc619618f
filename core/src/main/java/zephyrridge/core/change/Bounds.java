package zephyrridge.core.change;

import java.lang.reflect.RecordComponent;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.log.Log;

/**
 * How long texts and lists of a job may be that comes as a document. Changes say it for each of their fields; a document has all of
 * them at once, so it is walked, record by record, and held to the widest of them, or to the field's own where that is a column.
 */
final class Bounds {
    private static final int LONGEST = 2_000;
    private static final int MOST = 10_000;
    private static final Map<String, Integer> OWN = Map.of(
            "order.owner", 200, "order.away", 200, "unit.intake.processor", 64, "unit.intake.firmwareVersion", 100);

    private Bounds() {}

    /** The first text that is too long or holds what no text may, or list with too many in it; empty where there is none. */
    static Optional<Finding> broken(String path, Object value) {
        if (value instanceof String s) {
            int most = OWN.getOrDefault(path, LONGEST);
            return s.length() > most
                    ? Optional.of(Refusal.TOO_MANY.of(path, "letters", String.valueOf(most)))
                    : Characters.areFit(s)
                            ? Optional.empty()
                            : Optional.of(Refusal.VALUE_CANNOT_BE.of(path, "", "letters, no control characters"));
        }
        if (value instanceof Optional<?> o) {
            return o.flatMap(v -> broken(path, v));
        }
        if (value instanceof Collection<?> c) {
            return c.size() > MOST ? tooMany(path) : first(c, path);
        }
        if (value instanceof Map<?, ?> m) {
            return m.size() > MOST ? tooMany(path) : first(m.keySet(), path).or(() -> first(m.values(), path));
        }
        if (value instanceof Log log) {
            return broken(path + ".entries", log.entries());
        }
        return value instanceof Record r ? components(path, r) : Optional.empty();
    }

    private static Optional<Finding> first(Collection<?> all, String path) {
        for (Object o : all) {
            Optional<Finding> broken = broken(path, o);
            if (broken.isPresent()) {
                return broken;
            }
        }
        return Optional.empty();
    }

    private static Optional<Finding> components(String path, Record r) {
        for (RecordComponent c : r.getClass().getRecordComponents()) {
            Optional<Finding> broken;
            try {
                broken = broken(path + "." + c.getName(), c.getAccessor().invoke(r));
            } catch (ReflectiveOperationException e) {
                throw new IllegalStateException(path + "." + c.getName(), e);
            }
            if (broken.isPresent()) {
                return broken;
            }
        }
        return Optional.empty();
    }

    private static Optional<Finding> tooMany(String path) {
        return Optional.of(Refusal.TOO_MANY.of(path, "entries", String.valueOf(MOST)));
    }
}
