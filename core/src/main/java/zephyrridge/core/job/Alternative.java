package zephyrridge.core.job;

import java.util.Collections;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * A layout one might choose.
 *
 * @param planned what it changes: module key by position, "" where it empties it; other positions stay as found
 */
public record Alternative(String id, String name, SortedMap<String, String> planned) {
    public Alternative {
        planned = Collections.unmodifiableSortedMap(new TreeMap<>(planned));
    }

    /** The one every job begins with. */
    public static final Alternative FIRST = new Alternative("a", "", new TreeMap<>());

    Alternative with(SortedMap<String, String> next) {
        return new Alternative(id, name, next);
    }
}
