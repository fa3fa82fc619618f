package zephyrridge.core.fault;

import java.util.Collections;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;

/**
 * A test that could be made next: bring the machine to an arrangement, do something, start it and wait.
 *
 * @param shape what it is in words of the trade
 * @param pieces what it is about: the modules moved, reseated or left
 * @param inserted pieces that are put in, or in again, for it
 * @param passes of a memory test once it is up
 * @param elsewhere the piece that is tried alone in the shop's test machine
 */
public record Probe(
        Shape shape,
        SortedSet<Integer> pieces,
        Arrangement fill,
        SortedSet<Integer> inserted,
        Set<Act> acts,
        int passes,
        Optional<Integer> elsewhere) {
    public enum Shape {
        /** As it stands now, after what was done. */
        START,
        /** The same once more, on mains and waited out: asked once, and a condition of every start after it. */
        CONDITIONS,
        /** As it came in and ran. */
        BACK,
        CLEAR,
        FIRMWARE,
        COMPANION,
        RESEAT,
        ALONE,
        WITHOUT,
        SWAP,
        MOVE,
        HALF,
        WHOLE,
        KNOWN_GOOD,
        ELSEWHERE,
        MEMORY_TEST
    }

    public Probe {
        pieces = Collections.unmodifiableSortedSet(new TreeSet<>(pieces));
        inserted = Collections.unmodifiableSortedSet(new TreeSet<>(inserted));
        acts = Set.copyOf(acts);
    }

    /** What it is when it is done and this was seen. */
    public Attempt seen(Seen seen) {
        return new Attempt(fill, inserted, acts, true, true, passes, elsewhere, seen);
    }
}
