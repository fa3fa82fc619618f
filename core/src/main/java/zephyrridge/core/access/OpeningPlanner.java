package zephyrridge.core.access;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicReferenceArray;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import zephyrridge.core.house.HouseRules;

/**
 * Which parts come off for a set of positions, and in which order. A position names alternative sets of parts (hatch or whole
 * base); the cheapest closure over what lies above is taken, ties by number of cautions and then by part ids. A battery that
 * can be unplugged at all is among the parts that come off, also where the way to the module does not pass it. What was
 * worked out for a set of positions is kept, so that asking again is an array read. Safe under concurrent use.
 *
 * <p>Exact as long as no more than {@link #MOST_WAYS} ways that none makes needless stand beside each other; beyond that the
 * cheapest of them go on, and the plan says so.
 *
 * <p>In one file: one search, with what it remembers and how it breaks ties.
 */
public final class OpeningPlanner {
    /** Ways kept beside each other while classes of positions are joined. */
    public static final int MOST_WAYS = 512;
    /** Distinct sets of alternatives a machine may have. */
    public static final int MOST_CLASSES = 62;

    private static final int MEMO_CLASSES = 12;
    private static final int MOST_RARE = 1 << MEMO_CLASSES;

    private record Choice(long parts, int seconds, boolean exact) {}

    private final AccessGraph graph;
    private final long[] closure;
    private final int[] secondsOf;
    private final int[] secondsOffOf;
    private final int[] cautionsOf;
    /** What is raised for each part as it goes back; null where no part needs it. */
    private final long[] raises;

    /** Each part's place in the order of ids. */
    private final int[] placeOf;

    private final TurnOrder order;
    private final long[] backBefore;
    private final long batteries;
    private final long shells;
    /** What must be on for a first start with the cover off. */
    private final long onForStart;
    /** What comes off at any opening: batteries or their plugs with all that lies over them. */
    private final long always;

    private final int[] classOf;
    private final List<long[]> alternatives = new ArrayList<>();
    private final AtomicReferenceArray<Choice> memo;
    /** For machines with more classes than the array holds sets of. */
    private final Map<Long, Choice> rare = new ConcurrentHashMap<>();

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
        this.secondsOffOf = graph.parts().stream().mapToInt(Part::secondsOff).toArray();
        this.cautionsOf =
                graph.parts().stream().mapToInt(p -> p.cautions().size()).toArray();
        this.raises = graph.parts().stream().allMatch(p -> p.raises().isEmpty())
                ? null
                : graph.parts().stream().mapToLong(p -> graph.mask(p.raises())).toArray();
        List<String> ids = graph.parts().stream().map(Part::id).sorted().toList();
        this.placeOf = graph.parts().stream().mapToInt(p -> ids.indexOf(p.id())).toArray();
        batteries = battery == HouseRules.Battery.POWER_DOWN_ONLY ? 0 : batteries(battery);
        this.always = closed(batteries);
        this.order = new TurnOrder(sides(graph.parts().size()), powerFirst(), batteries);
        this.shells = bits(Part::isShell);
        this.backBefore = graph.backBefore();
        powerLast(backBefore);
        this.onForStart = neededForStart();
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

    private Side[] sides(int count) {
        Side[] sides = new Side[count];
        for (int i = 0; i < graph.parts().size(); i++) {
            sides[i] = graph.parts().get(i).side();
        }
        return sides;
    }

    private long bits(Predicate<Part> which) {
        long bits = 0;
        for (int i = 0; i < closure.length; i++) {
            bits |= which.test(graph.parts().get(i)) ? 1L << i : 0;
        }
        return bits;
    }

    /** What lies over each part, and for all that is not on the way to a battery the batteries too: power before hands. */
    private long[] powerFirst() {
        long[] before = new long[closure.length];
        for (int i = 0; i < before.length; i++) {
            boolean onTheWay = (always >>> i & 1) == 1;
            before[i] = closure[i] & ~(1L << i) | (onTheWay ? 0 : batteries);
        }
        return before;
    }

    /**
     * Before a battery is back, everything inside is that does not itself wait for it: no hand works beside a live board. Covers
     * may wait.
     */
    private void powerLast(long[] before) {
        long[] waits = AccessGraph.transitive(before);
        long inside = 0;
        for (int i = 0; i < before.length; i++) {
            inside |= (waits[i] & batteries) == 0 ? 1L << i : 0;
        }
        for (long rest = batteries; rest != 0; rest &= rest - 1) {
            before[Long.numberOfTrailingZeros(rest)] |= inside & ~shells & ~batteries;
        }
    }

    /** All but the shell, what the record says beside it, and what must be back on before any of these. */
    private long neededForStart() {
        long on = ~shells & (closure.length == 64 ? -1L : (1L << closure.length) - 1);
        for (Precedence p : graph.closing()) {
            if (p.then().equals(Precedence.TEST_START)) {
                on |= graph.mask(Set.of(p.first()));
            }
        }
        long wider = on;
        do {
            on = wider;
            for (long rest = on; rest != 0; rest &= rest - 1) {
                wider |= backBefore[Long.numberOfTrailingZeros(rest)];
            }
        } while (wider != on);
        return on;
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
        return ids(batteries);
    }

    /** Ids of the parts that must be on for a start with the cover off. */
    public Set<String> onForStart() {
        return ids(onForStart);
    }

    /** The part that must be back on before this one goes back, of those that are off; empty where it may go back. */
    public Optional<String> backFirst(String part, Set<String> off) {
        int i = graph.indexOf(part);
        long waits = graph.mask(off) & backBefore[i];
        return waits == 0
                ? Optional.empty()
                : Optional.of(
                        graph.parts().get(Long.numberOfTrailingZeros(waits)).id());
    }

    /**
     * The way back, with the fewest turns.
     *
     * @param off ids of what is off; {@code back} those of them that go back on now
     * @param up the side that lies up
     * @param startEarly whether the first start comes before the covers that it does not need
     */
    public ClosingPlan closing(Set<String> off, Set<String> back, Side up, boolean startEarly) {
        int n = closure.length;
        long start = 1L << n;
        long[] before = new long[n + 1];
        for (int i = 0; i < n; i++) {
            before[i] = backBefore[i];
            if (startEarly && (onForStart >>> i & 1) == 0) {
                before[i] |= start;
            }
        }
        before[n] = startEarly ? onForStart : start - 1;
        long now = graph.mask(off);
        long wanted = graph.mask(back) & now;
        // A start belongs here only when nothing that it needs stays off.
        long needed = startEarly ? onForStart : -1L;
        wanted |= (now & ~wanted & needed) == 0 ? start : 0;
        TurnOrder.Sequence way = new TurnOrder(sides(n + 1), before, start).of(up, wanted);
        return new ClosingPlan(
                way.steps().stream()
                        .map(i -> i == n
                                ? Precedence.TEST_START
                                : graph.parts().get(i).id())
                        .toList(),
                way.turns());
    }

    private Set<String> ids(long parts) {
        Set<String> ids = new TreeSet<>();
        for (long rest = parts; rest != 0; rest &= rest - 1) {
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

    /** Of {@link #secondsFor} what it takes to get them off. */
    public int secondsOff(long classSet) {
        return sum(secondsOffOf, choice(classSet).parts);
    }

    /** The plan to reach positions by their number in the record, from a closed machine. */
    public OpeningPlan plan(int[] positions) {
        return plan(positions, Set.of(), graph.restsOn());
    }

    /**
     * The plan to reach positions when some parts are off already. What is off stays off; a way that is open already is
     * taken, whatever another would cost from a closed machine.
     *
     * @param off ids of the parts that are off now; {@code up} the side that lies up
     */
    public OpeningPlan plan(int[] positions, Set<String> off, Side up) {
        if (positions.length == 0) {
            return new OpeningPlan(List.of(), 0, 0, true);
        }
        long now = graph.mask(off);
        Choice choice = now == 0
                ? choice(classesOf(positions, positions.length))
                : cheapest(classesOf(positions, positions.length), now);
        TurnOrder.Sequence way = order.of(up, choice.parts & ~now);
        return new OpeningPlan(
                way.steps().stream().map(graph.parts()::get).toList(),
                way.turns(),
                seconds(choice.parts & ~now),
                choice.exact && way.exact());
    }

    /** Whether the way to a position is open when these parts are off. */
    public boolean isOpen(int position, Set<String> off) {
        long[] ways = alternatives.get(classOf[position]);
        long now = graph.mask(off);
        return ways.length == 0 || IntStream.range(0, ways.length).anyMatch(w -> (ways[w] & ~now) == 0);
    }

    private Choice choice(long classSet) {
        boolean common = classSet < memo.length();
        Choice known = common ? memo.get((int) classSet) : rare.get(classSet);
        if (known == null) {
            known = cheapest(classSet, 0);
            if (common) {
                memo.set((int) classSet, known);
            } else if (rare.size() < MOST_RARE) {
                rare.put(classSet, known);
            }
        }
        return known;
    }

    /** The cheapest union of one alternative per class, with what is off already free of charge. */
    private Choice cheapest(long classSet, long off) {
        if (classSet == 0) {
            return new Choice(0, 0, true);
        }
        long[] ways = {always};
        boolean exact = true;
        for (int c = 0; c < alternatives.size(); c++) {
            long[] more = alternatives.get(c);
            if ((classSet >>> c & 1) == 0 || more.length == 0) {
                continue;
            }
            long[] next = new long[ways.length * more.length];
            int n = 0;
            for (long way : ways) {
                for (long alternative : more) {
                    next[n++] = way | alternative;
                }
            }
            ways = undominated(next, off);
            if (ways.length > MOST_WAYS) {
                exact = false;
                ways = LongStream.of(ways)
                        .boxed()
                        .sorted((a, b) -> compare(a, b, off))
                        .limit(MOST_WAYS)
                        .mapToLong(Long::longValue)
                        .toArray();
            }
        }
        long best = ways[0];
        for (long way : ways) {
            best = compare(way, best, off) < 0 ? way : best;
        }
        return new Choice(best, seconds(best & ~off), exact);
    }

    /** Without the ways that hold all parts of another one: whatever is added later, the other stays as good. */
    private static long[] undominated(long[] ways, long off) {
        long[] kept = new long[ways.length];
        int n = 0;
        for (long way : fewestFirst(ways, off)) {
            long others = ~off & ~way;
            boolean needless = false;
            for (int k = 0; k < n && !needless; k++) {
                needless = (kept[k] & others) == 0;
            }
            if (!needless) {
                kept[n++] = way;
            }
        }
        return Arrays.copyOf(kept, n);
    }

    private static long[] fewestFirst(long[] ways, long off) {
        int[] at = new int[Long.SIZE + 2];
        for (long way : ways) {
            at[Long.bitCount(way & ~off) + 1]++;
        }
        for (int bits = 1; bits < at.length; bits++) {
            at[bits] += at[bits - 1];
        }
        long[] sorted = new long[ways.length];
        for (long way : ways) {
            sorted[at[Long.bitCount(way & ~off)]++] = way;
        }
        return sorted;
    }

    private int compare(long a, long b, long off) {
        int bySeconds = Integer.compare(seconds(a & ~off), seconds(b & ~off));
        if (bySeconds != 0) {
            return bySeconds;
        }
        int byCautions = Integer.compare(sum(cautionsOf, a & ~off), sum(cautionsOf, b & ~off));
        return byCautions != 0 ? byCautions : byIds(byId(a), byId(b));
    }

    /** As one compares two lists of ids in their order: by the first that differs; what only begins the other comes first. */
    private static int byIds(long a, long b) {
        if (a == b) {
            return 0;
        }
        int first = Long.numberOfTrailingZeros(a ^ b);
        boolean inA = (a >>> first & 1) == 1;
        boolean otherGoesOn = (inA ? b : a) >>> first != 0;
        return inA == otherGoesOn ? -1 : 1;
    }

    /** The same parts, each at its place in the order of ids. */
    private long byId(long parts) {
        long placed = 0;
        for (long rest = parts; rest != 0; rest &= rest - 1) {
            placed |= 1L << placeOf[Long.numberOfTrailingZeros(rest)];
        }
        return placed;
    }

    /** Off and on again, and what is raised for a part that goes back although it was not in the way. */
    private int seconds(long parts) {
        return sum(secondsOf, raises == null ? parts : parts | raised(parts));
    }

    /** Parts that are raised when these go back. */
    private long raised(long parts) {
        long all = 0;
        for (long rest = parts; rest != 0; rest &= rest - 1) {
            all |= raises[Long.numberOfTrailingZeros(rest)];
        }
        return all;
    }

    /** Ids of the parts that are taken up on the way back, for those of {@code back} that need it, and are not off already. */
    public Set<String> raisedFor(Set<String> off, Set<String> back) {
        return raises == null ? Set.of() : ids(raised(graph.mask(back)) & ~graph.mask(off));
    }

    private static int sum(int[] of, long parts) {
        int sum = 0;
        for (long rest = parts; rest != 0; rest &= rest - 1) {
            sum += of[Long.numberOfTrailingZeros(rest)];
        }
        return sum;
    }
}
