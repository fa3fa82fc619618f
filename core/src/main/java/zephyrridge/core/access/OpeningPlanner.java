package zephyrridge.core.access;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * Which parts come off for a set of positions, and in which order. A position names alternative sets of parts (hatch or whole
 * base); the cheapest closure over what lies above is taken. All sets of a client machine are worked out once, at
 * construction; after that a look-up is an array read. Immutable.
 */
public final class OpeningPlanner {
    private static final int MEMO_CLASSES = 12;

    private final AccessGraph graph;
    private final long[] closure;
    private final long batteries;
    /** Access class of each position: positions with the same alternatives are reached together. */
    private final int[] classOf;

    private final List<long[]> alternatives = new ArrayList<>();
    /** Chosen parts and their seconds by set of classes, where the classes are few. */
    private final long[] memo;

    private final int[] seconds;

    /** @param access for each position its alternative sets of part ids; an empty list means it is open to the hand */
    public OpeningPlanner(AccessGraph graph, List<List<Set<String>>> access, boolean batteryOut) {
        this.graph = graph;
        Map<String, Integer> index = graph.index();
        int n = graph.parts().size();
        if (n > AccessGraph.MOST_PARTS) {
            throw new IllegalArgumentException("more than 64 parts");
        }
        closure = new long[n];
        for (int i = 0; i < n; i++) {
            closure[i] = close(i, index);
        }
        long found = 0;
        for (int i = 0; i < n && batteryOut; i++) {
            found |= graph.parts().get(i).isBattery() ? 1L << i : 0;
        }
        batteries = found;
        if (access.stream().distinct().count() > 62) {
            throw new IllegalArgumentException("more than 62 ways of reaching positions");
        }
        classOf = new int[access.size()];
        Map<List<Set<String>>, Integer> classes = new LinkedHashMap<>();
        for (int p = 0; p < access.size(); p++) {
            List<Set<String>> sets = access.get(p);
            Integer seen = classes.get(sets);
            if (seen == null) {
                seen = classes.size();
                classes.put(sets, seen);
                alternatives.add(sets.stream().mapToLong(s -> mask(s, index)).toArray());
            }
            classOf[p] = seen;
        }
        int memoised = alternatives.size() <= MEMO_CLASSES ? 1 << alternatives.size() : 0;
        memo = new long[memoised];
        seconds = new int[memoised];
        for (int set = 0; set < memoised; set++) {
            memo[set] = cheapest(set);
            seconds[set] = seconds(memo[set]);
        }
    }

    private long close(int part, Map<String, Integer> index) {
        long closed = 1L << part;
        ArrayDeque<Integer> open = new ArrayDeque<>(List.of(part));
        while (!open.isEmpty()) {
            for (String id : graph.parts().get(open.pop()).needsOff()) {
                Integer need = index.get(id);
                if (need == null) {
                    throw new IllegalArgumentException("unknown part: " + id);
                }
                if ((closed & 1L << need) == 0) {
                    closed |= 1L << need;
                    open.push(need);
                }
            }
        }
        return closed;
    }

    private long mask(Set<String> parts, Map<String, Integer> index) {
        long mask = 0;
        for (String id : parts) {
            Integer part = index.get(id);
            if (part == null) {
                throw new IllegalArgumentException("unknown part: " + id);
            }
            mask |= closure[part];
        }
        return mask;
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
        return classSet < seconds.length ? seconds[(int) classSet] : seconds(cheapest(classSet));
    }

    /** The plan to reach positions by their number in the record. */
    public OpeningPlan plan(int[] positions) {
        long set = classesOf(positions, positions.length);
        long parts = set < memo.length ? memo[(int) set] : cheapest(set);
        List<Part> order = new ArrayList<>();
        int turns = order(parts, order);
        return new OpeningPlan(order, turns, seconds(parts));
    }

    /** The cheapest union of one alternative per class; of equally cheap ones the one with fewer parts. */
    private long cheapest(long classSet) {
        List<long[]> wanted = new ArrayList<>();
        for (int c = 0; c < alternatives.size(); c++) {
            if ((classSet >>> c & 1) == 1 && alternatives.get(c).length > 0) {
                wanted.add(alternatives.get(c));
            }
        }
        return classSet == 0 ? 0 : choose(wanted, 0, 0, new long[] {-1, Long.MAX_VALUE})[0];
    }

    private long[] choose(List<long[]> wanted, int at, long chosen, long[] best) {
        long whole = at == wanted.size() ? withBattery(chosen) : chosen;
        long cost = (long) seconds(whole) * 128 + Long.bitCount(whole);
        if (cost >= best[1]) {
            return best;
        }
        if (at == wanted.size()) {
            return new long[] {whole, cost};
        }
        for (long alternative : wanted.get(at)) {
            best = choose(wanted, at + 1, chosen | alternative, best);
        }
        return best;
    }

    /** A battery or its plug comes out too where nothing more has to come off for it. */
    private long withBattery(long parts) {
        for (int i = 0; i < closure.length; i++) {
            if ((batteries >>> i & 1) == 1 && (closure[i] & ~(1L << i) & ~parts) == 0) {
                parts |= closure[i];
            }
        }
        return parts;
    }

    private int seconds(long parts) {
        int sum = 0;
        for (long rest = parts; rest != 0; rest &= rest - 1) {
            Part part = graph.parts().get(Long.numberOfTrailingZeros(rest));
            sum += part.secondsOff() + part.secondsOn();
        }
        return sum;
    }

    /**
     * Fewest turns exactly: breadth-first over the side that lies up, removing on each side everything needed and free.
     * Removing never hinders, so greedy removal on a side loses nothing.
     */
    private int order(long needed, List<Part> out) {
        record State(Side up, long off) {}
        State start = new State(graph.restsOn(), removeAll(graph.restsOn(), 0, needed, null));
        Map<State, State> cameFrom = new HashMap<>();
        cameFrom.put(start, null);
        ArrayDeque<State> queue = new ArrayDeque<>(List.of(start));
        while (!queue.isEmpty()) {
            State state = queue.poll();
            if (state.off == needed) {
                List<State> path = new ArrayList<>();
                for (State s = state; s != null; s = cameFrom.get(s)) {
                    path.add(0, s);
                }
                long off = 0;
                for (State s : path) {
                    off = removeAll(s.up, off, needed, out);
                }
                return path.size() - 1;
            }
            for (Side side : Side.values()) {
                long off = removeAll(side, state.off, needed, null);
                State next = new State(side, off);
                if (off != state.off && !cameFrom.containsKey(next)) {
                    cameFrom.put(next, state);
                    queue.add(next);
                }
            }
        }
        throw new IllegalArgumentException("parts need each other in a circle: " + graph.circles());
    }

    private long removeAll(Side up, long off, long needed, List<Part> out) {
        // Batteries first: what is dead does no harm while the rest is worked on.
        List<Integer> byUrgency = IntStream.range(0, graph.parts().size())
                .boxed()
                .sorted(Comparator.comparing(i -> !graph.parts().get(i).isBattery()))
                .toList();
        boolean again = true;
        while (again) {
            again = false;
            for (int i : byUrgency) {
                long bit = 1L << i;
                if ((needed & bit) != 0
                        && (off & bit) == 0
                        && graph.parts().get(i).side() == up
                        && (closure[i] & ~bit & ~off) == 0) {
                    off |= bit;
                    if (out != null) {
                        out.add(graph.parts().get(i));
                    }
                    again = true;
                    break;
                }
            }
        }
        return off;
    }
}
