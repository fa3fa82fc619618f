package zephyrridge.core.access;

import java.util.Collections;
import java.util.Set;
import java.util.TreeSet;

/**
 * A cable that is in the way of a part.
 *
 * @param id unique in its part; {@code name} what it leads to
 * @param lock how it is held, as "bar, lifts towards the screen"
 * @param route where it runs and what holds it there; "" not noted
 * @param mark to which it goes in, as "to the white line"; "" not noted
 * @param mayStay whether it may stay connected while the part lies beside
 * @param feeds what is tried after closing when it was out
 */
public record Connector(
        String id, String name, Kind kind, String lock, String route, String mark, boolean mayStay, Set<Check> feeds) {
    public enum Kind {
        RIBBON,
        PLUG,
        AERIAL
    }

    public Connector {
        feeds = Collections.unmodifiableSet(new TreeSet<>(feeds));
    }
}
