package zephyrridge.core.fault;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** What every cause would do in one arrangement, worked out once for all hypotheses. */
final class Reach {
    /** Some piece, nobody says which: what settings can hide. */
    static final int SOME_PIECE = -2;

    private final Setup setup;
    private final BitSet whole;
    final boolean[] touches;
    /** Number of the set of pieces that is missing where exactly the cause's part is; -1 for none. */
    final int[] part;

    private final List<BitSet> sets = new ArrayList<>();
    private final List<Long> sizes = new ArrayList<>();
    private final Map<BitSet, Integer> numbers = new HashMap<>();
    /** By two sets, the number of both together plus 1; 0 where nobody asked yet. As wide as there are parts. */
    private final int[] unions;

    private final int parts;
    /** Number of the set of all pieces, -1 while no cause hides as much. */
    private int all = -1;

    /** By set, the first one that holds as much memory. */
    private final List<Integer> alike = new ArrayList<>();

    final int pieces;

    /** At a start on mains that is waited out. */
    Reach(Setup setup, Causes causes, Arrangement fill) {
        this(setup, causes, fill, true, true);
    }

    /** @param mains whether the start is on mains; {@code trained} whether training is over by then, or was before */
    Reach(Setup setup, Causes causes, Arrangement fill, boolean mains, boolean trained) {
        this.setup = setup;
        whole = setup.all(fill);
        pieces = whole.cardinality();
        int n = causes.causes.size();
        touches = new boolean[n];
        part = new int[n];
        for (int c = 0; c < n; c++) {
            Cause cause = causes.causes.get(c);
            touches[c] = cause.kind() == Cause.Kind.POWER
                    ? !mains
                    : cause.kind() == Cause.Kind.TRAINING ? !trained : cause.touches(setup, fill);
            if (cause.kind() == Cause.Kind.SETTINGS) {
                part[c] = SOME_PIECE;
            } else {
                BitSet set = touches[c] ? cause.part(setup, fill) : new BitSet();
                part[c] = set.isEmpty() ? -1 : number(set);
            }
        }
        parts = sets.size();
        unions = new int[parts * parts];
    }

    private int number(BitSet set) {
        return numbers.computeIfAbsent(set, s -> {
            sets.add(s);
            all = s.equals(whole) ? sets.size() - 1 : all;
            sizes.add(setup.mebibytes(s));
            alike.add(sizes.indexOf(setup.mebibytes(s)));
            return sets.size() - 1;
        });
    }

    int union(int a, int b) {
        if (a == b || b < 0) {
            return a;
        }
        if (a < 0) {
            return b;
        }
        int at = Math.min(a, b) * parts + Math.max(a, b);
        if (unions[at] == 0) {
            BitSet both = (BitSet) sets.get(a).clone();
            both.or(sets.get(b));
            unions[at] = number(both) + 1;
        }
        return unions[at] - 1;
    }

    /** The first set of as much memory: where only the amount is seen, both look the same. */
    int alike(int set) {
        return alike.get(set);
    }

    int sets() {
        return sets.size();
    }

    /** Nothing is left: then it does not start. */
    boolean isAll(int set) {
        return set >= 0 && set == all || set == SOME_PIECE && pieces <= 1;
    }

    long mebibytes(int set) {
        return sizes.get(set);
    }

    BitSet pieces(int set) {
        return sets.get(set);
    }
}
