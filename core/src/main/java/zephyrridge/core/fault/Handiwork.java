package zephyrridge.core.fault;

import java.util.Set;
import java.util.SortedSet;

/** What hands do to what is believed: an action may cure its cause, and a module that is put in again sits anew. */
final class Handiwork {
    private final Causes causes;

    Handiwork(Causes causes) {
        this.causes = causes;
    }

    /** How things stand after a hand was at it: what was done cures with the chance it has, and a module put in again sits anew. */
    double[] done(double[] weights, SortedSet<Integer> inserted, Set<Act> acts) {
        double[] w = weights.clone();
        for (int c = 0; c < causes.kinds.length; c++) {
            double stays = stays(c, inserted, acts);
            if (stays < 1) {
                cure(w, c, stays);
            }
        }
        for (int p : inserted) {
            sitsAnew(weights, w, p);
        }
        return w;
    }

    /** Chance that a cause outlasts what is done, 1 where nothing of it is meant for it. */
    double stays(int cause, SortedSet<Integer> inserted, Set<Act> acts) {
        Cause c = causes.causes.get(cause);
        return cures(c, inserted, acts) ? c.kind().staysAfter() : 1;
    }

    private void cure(double[] w, int cause, double stays) {
        double[] drawn = Manner.drawn(causes.kinds[cause]);
        boolean anew = causes.kinds[cause] == Cause.Kind.SEATING;
        for (int h = 0; h < causes.first.length; h++) {
            boolean isFirst = causes.first[h] == cause;
            if (!isFirst && causes.second[h] != cause) {
                continue;
            }
            int step = isFirst ? Manner.STATES : 1;
            for (int other = 0; other < Manner.STATES; other++) {
                int at = h * Manner.PAIRS + other * (isFirst ? 1 : Manner.STATES);
                double active = 0;
                for (int s = 0; s < Manner.NONE; s++) {
                    active += w[at + s * step];
                    w[at + s * step] *= anew ? 0 : stays;
                }
                w[at + Manner.NONE * step] += active * (1 - stays);
                // A poor seating is poor in a way of its own each time.
                for (int s = 0; anew && s < Manner.STATES; s++) {
                    w[at + s * step] += active * stays * drawn[s];
                }
            }
        }
    }

    /** An insertion of the hunt may sit poorly too, whatever else is wrong: a pair of what was and this. */
    private void sitsAnew(double[] weights, double[] w, int piece) {
        int seat = causes.causes.indexOf(Cause.of(Cause.Kind.SEATING, piece));
        if (seat < 0) {
            return;
        }
        double[] drawn = Manner.drawn(Cause.Kind.SEATING);
        int alone = causes.with(seat, seat);
        for (int c = 0; c < causes.kinds.length; c++) {
            int single = causes.with(c, c);
            boolean nothing = causes.kinds[c] == Cause.Kind.NOTHING;
            int both = c == seat ? -1 : nothing ? alone : causes.with(c, seat);
            if (both < 0 || single < 0) {
                continue;
            }
            double odds = nothing ? Causes.SEATING_IN_HUNT / Causes.NOTHING : Causes.PAIR * Causes.SEATING_IN_HUNT;
            boolean seatFirst = causes.first[both] == seat;
            for (int s = 0; s < Manner.STATES; s++) {
                double from = weights[single * Manner.PAIRS + s * Manner.STATES + Manner.NONE];
                for (int d = 0; from > 0 && d < Manner.NONE; d++) {
                    int to = nothing
                            ? d * Manner.STATES + Manner.NONE
                            : seatFirst ? d * Manner.STATES + s : s * Manner.STATES + d;
                    w[both * Manner.PAIRS + to] += odds * from * drawn[d];
                }
            }
        }
    }

    private static boolean cures(Cause c, SortedSet<Integer> inserted, Set<Act> acts) {
        return switch (c.kind()) {
            case SEATING -> inserted.contains(c.subject());
            default -> c.kind().curable() && acts.stream().anyMatch(a -> a.cures() == c.kind());
        };
    }
}
