package zephyrridge.core.fault;

import java.util.BitSet;
import java.util.HashMap;
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

    private final java.util.List<BitSet> sets = new java.util.ArrayList<>();
    private final java.util.List<Long> sizes = new java.util.ArrayList<>();
    private final Map<BitSet, Integer> numbers = new HashMap<>();
    private final Map<Long, Integer> unions = new HashMap<>();
    final int pieces;

    Reach(Setup setup, Causes causes, Arrangement fill) {
        this.setup = setup;
        whole = setup.all(fill);
        pieces = whole.cardinality();
        int n = causes.causes.size();
        touches = new boolean[n];
        part = new int[n];
        for (int c = 0; c < n; c++) {
            Cause cause = causes.causes.get(c);
            touches[c] = cause.touches(setup, fill);
            if (cause.kind() == Cause.Kind.SETTINGS) {
                part[c] = SOME_PIECE;
            } else {
                BitSet set = touches[c] ? cause.part(setup, fill) : new BitSet();
                part[c] = set.isEmpty() ? -1 : number(set);
            }
        }
    }

    private int number(BitSet set) {
        return numbers.computeIfAbsent(set, s -> {
            sets.add(s);
            sizes.add(setup.mebibytes(s));
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
        return unions.computeIfAbsent(((long) Math.min(a, b) << 32) | Math.max(a, b), k -> {
            BitSet both = (BitSet) sets.get(a).clone();
            both.or(sets.get(b));
            return number(both);
        });
    }

    /** Nothing is left: then it does not start. */
    boolean isAll(int set) {
        return set >= 0 && sets.get(set).equals(whole) || set == SOME_PIECE && pieces <= 1;
    }

    long mebibytes(int set) {
        return sizes.get(set);
    }

    BitSet pieces(int set) {
        return sets.get(set);
    }
}
