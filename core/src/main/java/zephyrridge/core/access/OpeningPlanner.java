package zephyrridge.core.access;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.atomic.AtomicReferenceArray;
import java.util.stream.IntStream;
import zephyrridge.core.house.HouseRules;

/**
 * Which parts come off for a set of positions, and in which order. A position names alternative sets of parts (hatch or whole
 * base); the cheapest closure over what lies above is taken, ties by number of cautions and then by part ids. A battery that
 * can be unplugged at all is among the parts that come off, also where the way to the module does not pass it. What was
 * worked out for a set of positions is kept, so that asking again is an array read. Safe under concurrent use.
 *
 * <p>Exact as long as no more than {@link #MOST_WAYS} ways that none makes needless stand beside each other; beyond that the
 * cheapest of them go on, and the plan says so.
 */
public final class OpeningPlanner {
    /** Ways kept beside each other while classes of positions are joined. */
    public static final int MOST_WAYS = 512;
    /** Distinct sets of alternatives a machine may have. */
    public static final int MOST_CLASSES = 62;

    private static final int MEMO_CLASSES = 12;

    private record Choice(long parts, int seconds, boolean exact) {}

    private final AccessGraph graph;
    private final long[] closure;
    private final int[] secondsOf;
    private final int[] cautionsOf;
    private final RemovalOrder order;
    private final long batteries;
    /** What comes off at any opening: batteries or their plugs with all that lies over them. */
    private final long always;

    private final int[] classOf;
    private final List<long[]> alternatives = new ArrayList<>();
    private final AtomicReferenceArray<Choice> memo;

    /**
     * @param access for each position its alternative sets of part ids; an empty list means it is open to the hand
     * @param battery the house's way with batteries
     * @throws IllegalArgumentException for unknown parts, more than 64 parts or more than {@link #MOST_CLASSES} ways
     */
    public OpeningPlanner(AccessGraph graph, List<List<Set<String>>> access, HouseRules.Battery battery) {
        this.graph = graph;
        this.closure = graph.closures();
        this.secondsOf = graph.parts().stream()
                .mapToInt(p -> p.secondsOff() + p.secondsOn())
                .toArray();
        this.cautionsOf =
                graph.parts().stream().mapToInt(p -> p.cautions().size()).toArray();
        batteries = battery == HouseRules.Battery.POWER_DOWN_ONLY ? 0 : batteries(battery);
        this.always = closed(batteries);
        this.order = new RemovalOrder(graph, closure, batteries);
        this.classOf = new int[access.size()];
        Map<List<Set<String>>, Integer> classes = new LinkedHashMap<>();
        for (int p = 0; p < access.size(); p++) {
            List<Set<String>> sets = access.get(p);
            Integer seen = classes.get(sets);
            if (seen == null) {
                seen = classes.size();
                classes.put(sets, seen);
                alternatives.add(
                        sets.stream().mapToLong(graph::mask).map(this::closed).toArray());
            }
            classOf[p] = seen;
        }
        if (classes.size() > MOST_CLASSES) {
            throw new IllegalArgumentException("more than " + MOST_CLASSES + " ways of reaching positions");
        }
        memo = new AtomicReferenceArray<>(classes.size() <= MEMO_CLASSES ? 1 << classes.size() : 0);
    }

    /** Every plug, and every pack without one; where the house takes packs out too, those as well. */
    private long batteries(HouseRules.Battery way) {
        long plugs = 0;
        long packs = 0;
        for (int i = 0; i < closure.length; i++) {
            Part.Kind kind = graph.parts().get(i).kind();
            plugs |= kind == Part.Kind.BATTERY_PLUG ? 1L << i : 0;
            packs |= kind == Part.Kind.BATTERY ? 1L << i : 0;
        }
        long wanted = plugs;
        for (int i = 0; i < closure.length; i++) {
            boolean plugged = (closure[i] & plugs) != 0;
            if ((packs >>> i & 1) == 1 && (!plugged || way == HouseRules.Battery.TAKE_OUT_WHENEVER_POSSIBLE)) {
                wanted |= 1L << i;
            }
        }
        return wanted;
    }

    private long closed(long parts) {
        long all = 0;
        for (long rest = parts; rest != 0; rest &= rest - 1) {
            all |= closure[Long.numberOfTrailingZeros(rest)];
        }
        return all;
    }

    /** Ids of the batteries and plugs that come out at any opening. */
    public Set<String> powerParts() {
        Set<String> ids = new TreeSet<>();
        for (long rest = batteries; rest != 0; rest &= rest - 1) {
            ids.add(graph.parts().get(Long.numberOfTrailingZeros(rest)).id());
        }
        return ids;
    }

    /** Whether a part is another one, or must be off before it. */
    public boolean liesOver(String part, String below) {
        return (closed(graph.mask(Set.of(below))) & graph.mask(Set.of(part))) != 0;
    }

    /** The set of access classes of these positions. */
    public long classesOf(int[] positions, int count) {
        long set = 0;
        for (int i = 0; i < count; i++) {
            set |= 1L << classOf[positions[i]];
        }
        return set;
    }

    /** Bench seconds, off and on, to reach positions of these classes. */
    public int secondsFor(long classSet) {
        return choice(classSet).seconds;
    }

    /** The plan to reach positions by their number in the record, from a closed machine. */
    public OpeningPlan plan(int[] positions) {
        return plan(positions, Set.of());
    }

    /**
     * The plan to reach positions when some parts are off already. What is off stays off; a way that is open already is
     * taken, whatever another would cost from a closed machine.
     *
     * @param off ids of the parts that are off now
     */
    public OpeningPlan plan(int[] positions, Set<String> off) {
        if (positions.length == 0) {
            return new OpeningPlan(List.of(), 0, 0, true);
        }
        long now = graph.mask(off);
        Choice choice = now == 0
                ? choice(classesOf(positions, positions.length))
                : cheapest(classesOf(positions, positions.length), now);
        List<Part> parts = new ArrayList<>();
        int turns = order.of(choice.parts & ~now, now, parts);
        return new OpeningPlan(parts, Math.abs(turns), seconds(choice.parts & ~now), choice.exact && turns >= 0);
    }

    /** Whether the way to a position is open when these parts are off. */
    public boolean isOpen(int position, Set<String> off) {
        long[] ways = alternatives.get(classOf[position]);
        long now = graph.mask(off);
        return ways.length == 0 || IntStream.range(0, ways.length).anyMatch(w -> (ways[w] & ~now) == 0);
    }

    private Choice choice(long classSet) {
        if (classSet >= memo.length()) {
            return cheapest(classSet, 0);
        }
        Choice known = memo.get((int) classSet);
        if (known == null) {
            known = cheapest(classSet, 0);
            memo.set((int) classSet, known);
        }
        return known;
    }

    /** The cheapest union of one alternative per class, with what is off already free of charge. */
    private Choice cheapest(long classSet, long off) {
        if (classSet == 0) {
            return new Choice(0, 0, true);
        }
        Set<Long> ways = new LinkedHashSet<>(List.of(always));
        boolean exact = true;
        for (int c = 0; c < alternatives.size(); c++) {
            if ((classSet >>> c & 1) == 0 || alternatives.get(c).length == 0) {
                continue;
            }
            Set<Long> next = new LinkedHashSet<>();
            for (long way : ways) {
                for (long alternative : alternatives.get(c)) {
                    next.add(way | alternative);
                }
            }
            ways = undominated(next, off);
            if (ways.size() > MOST_WAYS) {
                exact = false;
                ways = new LinkedHashSet<>(ways.stream()
                        .sorted((a, b) -> compare(a, b, off))
                        .limit(MOST_WAYS)
                        .toList());
            }
        }
        long best = ways.stream().min((a, b) -> compare(a, b, off)).orElseThrow();
        return new Choice(best, seconds(best & ~off), exact);
    }

    /** Without the ways that hold all parts of another one: whatever is added later, the other stays as good. */
    private static Set<Long> undominated(Set<Long> ways, long off) {
        if (ways.size() < 2) {
            return ways;
        }
        List<Long> fewestFirst = ways.stream()
                .sorted((a, b) -> Integer.compare(Long.bitCount(a & ~off), Long.bitCount(b & ~off)))
                .toList();
        Set<Long> kept = new LinkedHashSet<>();
        for (long way : fewestFirst) {
            if (kept.stream().noneMatch(k -> (k & ~off & ~way) == 0)) {
                kept.add(way);
            }
        }
        return kept;
    }

    private int compare(long a, long b, long off) {
        int bySeconds = Integer.compare(seconds(a & ~off), seconds(b & ~off));
        if (bySeconds != 0) {
            return bySeconds;
        }
        int byCautions = Integer.compare(sum(cautionsOf, a & ~off), sum(cautionsOf, b & ~off));
        return byCautions != 0 ? byCautions : ids(a).compareTo(ids(b));
    }

    private String ids(long parts) {
        return IntStream.range(0, closure.length)
                .filter(i -> (parts >>> i & 1) == 1)
                .mapToObj(i -> graph.parts().get(i).id())
                .sorted()
                .reduce("", (a, b) -> a + " " + b);
    }

    private int seconds(long parts) {
        return sum(secondsOf, parts);
    }

    private static int sum(int[] of, long parts) {
        int sum = 0;
        for (long rest = parts; rest != 0; rest &= rest - 1) {
            sum += of[Long.numberOfTrailingZeros(rest)];
        }
        return sum;
    }
}
