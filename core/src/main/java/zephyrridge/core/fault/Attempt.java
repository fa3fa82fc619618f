package zephyrridge.core.fault;

import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;

/**
 * One start with what led up to it.
 *
 * @param inserted pieces put in, or in again, since the start before
 * @param mains whether it was on mains, its plug seated
 * @param waited whether it was given the time that training takes
 * @param passes complete passes of a memory test at it
 * @param elsewhere the piece that ran alone in the shop's test machine instead; the arrangement is this machine's then and untouched
 */
public record Attempt(
        Arrangement fill,
        SortedSet<Integer> inserted,
        Set<Act> acts,
        boolean mains,
        boolean waited,
        int passes,
        Optional<Integer> elsewhere,
        Seen seen) {
    public Attempt(
            Arrangement fill,
            SortedSet<Integer> inserted,
            Set<Act> acts,
            boolean mains,
            boolean waited,
            int passes,
            Seen seen) {
        this(fill, inserted, acts, mains, waited, passes, Optional.empty(), seen);
    }

    /** What mains and waiting can hide: a start that met both shows what the parts do. */
    boolean conditionsMet() {
        return mains && waited;
    }
}
