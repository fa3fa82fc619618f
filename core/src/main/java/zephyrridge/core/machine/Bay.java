package zephyrridge.core.machine;

import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * A place inside that is no memory: a drive bay, an M.2 place, a cooler. Reached like a socket, by parts with screws and catches of their own.
 *
 * @param label what the board or the manual calls it
 * @param access alternative sets of parts that must be off to reach it, its own caddy among them; empty: open to the hand
 * @param usual whether machines of this kind usually have it and nobody has looked at this one
 */
public record Bay(String id, Kind kind, String label, List<Set<String>> access, boolean usual) {
    public static final int MOST = 32;

    public enum Kind {
        DRIVE,
        M2,
        WIRELESS,
        BATTERY,
        COOLER
    }

    public Bay {
        access = access.stream()
                .map(parts -> Collections.unmodifiableSet(new LinkedHashSet<>(parts)))
                .toList();
    }
}
