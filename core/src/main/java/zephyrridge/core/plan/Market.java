package zephyrridge.core.plan;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** What can be had of each kind by which day, and for how little: asked for each layout, worked out when it is asked for first. */
final class Market {
    /** Money that nothing costs: far above any sum, and summed up a few hundred times still one. */
    static final long CANNOT = Long.MAX_VALUE / 4_000;

    private final Kinds kinds;
    private final int most;
    private final List<Integer> days = new ArrayList<>();
    /** By day and kind. */
    private final List<List<Sourcing>> sourcing = new ArrayList<>();

    private final long[] ofAPiece;
    /** By day, kind and number of pieces; one more than it is, 0 where it was not asked for yet. */
    private final long[][][] least;

    /** @param most pieces of one kind that are asked for at most */
    Market(PlanTask task, Kinds kinds, int most) {
        this.kinds = kinds;
        this.most = most;
        Set<Integer> leads = new HashSet<>(Set.of(0));
        for (int k = 0; k < kinds.size(); k++) {
            kinds.offers.get(k).forEach(o -> leads.add(o.leadDays()));
        }
        leads.stream()
                .sorted()
                .filter(d -> d <= task.target().withinDays().orElse(Integer.MAX_VALUE))
                .forEach(days::add);
        ofAPiece = new long[kinds.size()];
        for (int k = 0; k < kinds.size(); k++) {
            kinds.offers.set(k, Sourcing.worthwhile(kinds.offers.get(k), most));
            ofAPiece[k] = cheapestPiece(k);
        }
        for (int d = 0; d < days.size(); d++) {
            sourcing.add(ofDay(task, d));
        }
        least = new long[days.size()][kinds.size()][];
    }

    private List<Sourcing> ofDay(PlanTask task, int d) {
        int day = days.get(d);
        int proof = Math.max(day, task.fitDay());
        List<Sourcing> ofDay = new ArrayList<>();
        for (int k = 0; k < kinds.size(); k++) {
            ofDay.add(
                    d > 0 && isAsTheDayBefore(task, k, days.get(d - 1), day)
                            ? sourcing.get(d - 1).get(k)
                            : Sourcing.of(
                                    kinds.drawer.get(k),
                                    kinds.offers.get(k),
                                    Math.min(most, kinds.available(k)),
                                    day,
                                    proof,
                                    task.terms()));
        }
        return ofDay;
    }

    /** Whether a kind can be had on a day as on one before: nothing more arrives, and what can go back still can. */
    private boolean isAsTheDayBefore(PlanTask task, int kind, int before, int day) {
        int proofBefore = Math.max(before, task.fitDay());
        int proof = Math.max(day, task.fitDay());
        return kinds.offers.get(kind).stream()
                .allMatch(o -> (o.leadDays() <= day) == (o.leadDays() <= before)
                        && o.isReturnable(proof) == o.isReturnable(proofBefore));
    }

    private long cheapestPiece(int kind) {
        long cheapest = CANNOT;
        for (DrawerPiece p : kinds.drawer.get(kind)) {
            cheapest = Math.min(cheapest, p.bookValue().minor());
        }
        for (Offer o : kinds.offers.get(kind)) {
            cheapest = Math.min(cheapest, o.price().minor() / o.pieces());
        }
        return cheapest;
    }

    /** How many days there are on which something arrives, today among them. */
    int days() {
        return days.size();
    }

    /** The day of a number, from today on. */
    int day(int d) {
        return days.get(d);
    }

    /** All kinds on a day. */
    List<Sourcing> of(int d) {
        return sourcing.get(d);
    }

    Sourcing of(int d, int kind) {
        return sourcing.get(d).get(kind);
    }

    /** The least that one more piece of a kind can cost on any day. */
    long leastOfAPiece(int kind) {
        return ofAPiece[kind];
    }

    /** Money of the cheapest way to have so many of a kind on a day, {@link #CANNOT} where there is none. */
    long least(int d, int kind, int pieces) {
        if (least[d][kind] == null) {
            least[d][kind] = new long[most + 1];
        }
        long[] by = least[d][kind];
        if (by[pieces] == 0) {
            List<Sourcing.Supply> ways = of(d, kind).of(pieces);
            by[pieces] = ways.isEmpty() ? CANNOT : 1 + ways.get(0).money();
        }
        return by[pieces] == CANNOT ? CANNOT : by[pieces] - 1;
    }
}
