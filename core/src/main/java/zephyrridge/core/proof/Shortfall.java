package zephyrridge.core.proof;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.proof.MissingSet.Kind;
import zephyrridge.core.quantity.Bounded;
import zephyrridge.core.quantity.ByteSize;

/**
 * Which fitted parts could be missing when a total falls short: all sets of modules, banks and single ranks that add up to the
 * gap within the printed rounding, told by kind with counts, the fewest parts first (R-7.2; arithmetic).
 */
final class Shortfall {
    private static final int MOST_NAMES = 12;
    private static final int MOST_SETS = 6;
    /** Nobody looks for the one explanation among hundreds of combinations of many parts. */
    private static final int MOST_PARTS = 64;

    private static final int MOST_STEPS = 20_000;
    /** Sets kept on the way, each of which every further one is held against; more explain nothing to anybody. */
    private static final int MOST_FOUND = 400;

    /** Parts that are alike: same kind, same size. */
    private record Like(Kind kind, ByteSize size) implements Comparable<Like> {
        @Override
        public int compareTo(Like o) {
            return Comparator.comparing(Like::kind).thenComparing(Like::size).compare(this, o);
        }
    }

    private final MachineRecord record;
    private final Layout layout;
    private final Map<Like, List<Integer>> parts = new TreeMap<>();
    private final List<Like> kinds;
    private final List<int[]> found = new ArrayList<>();
    private int steps;
    private boolean cut;

    private Shortfall(MachineRecord record, Layout layout) {
        this.record = record;
        this.layout = layout;
        for (int p = 0; p < layout.size(); p++) {
            if (layout.module(p).isPresent()) {
                ModuleSpec m = layout.module(p).get();
                boolean bank = record.positions().get(p).isSoldered();
                add(bank ? Kind.BANK : Kind.MODULE, m.capacity(), p);
                int ranks = m.organisation().logicalRanks();
                if (ranks > 1 && m.capacity().bytes() % ranks == 0) {
                    add(Kind.RANK, new ByteSize(m.capacity().bytes() / ranks), p);
                }
            }
        }
        kinds = List.copyOf(parts.keySet());
    }

    /** The sets for a gap that is known to within {@code within}; none where nothing adds up. Cut: there may be others. */
    static Bounded<List<MissingSet>> sets(MachineRecord record, Layout layout, ByteSize gap, ByteSize within) {
        Shortfall s = new Shortfall(record, layout);
        s.search(0, new int[s.kinds.size()], 0, gap.bytes(), within.bytes());
        List<MissingSet> sets = s.found.stream()
                .map(s::set)
                .sorted(Comparator.comparingInt(MissingSet::size)
                        .thenComparingInt(m -> m.parts().get(0).kind().ordinal()))
                .limit(MOST_SETS)
                .toList();
        return new Bounded<>(sets, !s.cut);
    }

    private void add(Kind kind, ByteSize size, int position) {
        if (!size.isZero()) {
            parts.computeIfAbsent(new Like(kind, size), k -> new ArrayList<>()).add(position);
        }
    }

    private void search(int kind, int[] counts, int used, long gap, long within) {
        if (Math.abs(gap) <= within && used > 0) {
            keep(counts, used);
            return;
        }
        if (kind == kinds.size() || gap < 0) {
            return;
        }
        if (used > MOST_PARTS || ++steps > MOST_STEPS || found.size() == MOST_FOUND) {
            cut = true;
            return;
        }
        Like like = kinds.get(kind);
        int most = (int) Math.min(parts.get(like).size(), (gap + within) / like.size.bytes());
        for (int n = most; n >= 0; n--) {
            counts[kind] = n;
            search(kind + 1, counts, used + n, gap - n * like.size.bytes(), within);
        }
        counts[kind] = 0;
    }

    /** Minimal sets only: one that holds another whole set explains no more. */
    private void keep(int[] counts, int used) {
        if (found.stream().noneMatch(f -> contains(counts, f))) {
            found.removeIf(f -> contains(f, counts));
            found.add(counts.clone());
        }
    }

    private static boolean contains(int[] whole, int[] part) {
        for (int i = 0; i < whole.length; i++) {
            if (whole[i] < part[i]) {
                return false;
            }
        }
        return true;
    }

    private MissingSet set(int[] counts) {
        List<MissingSet.Some> some = new ArrayList<>();
        for (int k = 0; k < counts.length; k++) {
            if (counts[k] > 0) {
                Like like = kinds.get(k);
                List<Integer> at = parts.get(like);
                some.add(new MissingSet.Some(
                        like.kind,
                        like.size,
                        counts[k],
                        at.size(),
                        at.stream()
                                .limit(MOST_NAMES)
                                .map(p -> record.positions().get(p).label())
                                .toList(),
                        channels(counts[k], at)));
            }
        }
        return new MissingSet(some);
    }

    /** Channels of which exactly so many of these are all they hold: the likelier story for several at once. */
    private List<String> channels(int count, List<Integer> at) {
        if (count < 2) {
            return List.of();
        }
        return record.channels().stream()
                .map(c -> c.id())
                .filter(id -> {
                    List<Integer> there = at.stream().filter(p -> feeds(p, id)).toList();
                    long all = java.util.stream.IntStream.range(0, layout.size())
                            .filter(p -> layout.module(p).isPresent() && feeds(p, id))
                            .count();
                    return there.size() == count && all == count;
                })
                .toList();
    }

    private boolean feeds(int position, String channel) {
        Position p = record.positions().get(position);
        return p.channels().equals(List.of(channel));
    }
}
