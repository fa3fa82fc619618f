package zephyrridge.core.plan;

import java.util.ArrayList;
import java.util.List;

/** What nothing else is better than, one layout for each vector of criteria: the first that was found. */
final class Front<T> {
    record Entry<T>(Criteria criteria, T of) {}

    private final List<Entry<T>> entries = new ArrayList<>();

    /** Whether something in here is no worse in anything; asked also of a bound of what is to come. */
    boolean hasNoWorse(Criteria c) {
        // What turned something away is likely to turn away the next.
        for (int i = 0; i < entries.size(); i++) {
            if (entries.get(i).criteria.isNoWorseThan(c)) {
                if (i > 0) {
                    Entry<T> e = entries.get(i);
                    entries.set(i, entries.get(i / 2));
                    entries.set(i / 2, e);
                }
                return true;
            }
        }
        return false;
    }

    /** Adds what {@link #hasNoWorse} was asked of and denied. */
    void add(Criteria c, T of) {
        entries.removeIf(e -> c.isNoWorseThan(e.criteria));
        entries.add(new Entry<>(c, of));
    }

    void clear() {
        entries.clear();
    }

    List<Entry<T>> entries() {
        return entries.stream()
                .sorted((a, b) -> Criteria.CHEAPEST.compare(a.criteria, b.criteria))
                .toList();
    }
}
