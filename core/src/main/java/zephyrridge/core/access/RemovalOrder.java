package zephyrridge.core.access;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * In which order parts come off with the fewest turns of the machine: breadth-first over the side that lies up, removing on
 * each side everything that is needed and free. Removing never hinders, so nothing is lost by removing all that can be. While
 * a battery is still plugged in, only what lies over it comes off: power before hands.
 *
 * <p>Exact as long as no more than {@link #MOST_STATES} states are met; beyond that the side that frees most is turned up.
 */
final class RemovalOrder {
    static final int MOST_STATES = 20_000;

    private final AccessGraph graph;
    private final long[] closure;
    private final long batteries;
    private final long[] onSide = new long[Side.values().length];

    RemovalOrder(AccessGraph graph, long[] closure, long batteries) {
        this.graph = graph;
        this.closure = closure;
        this.batteries = batteries;
        for (int i = 0; i < closure.length; i++) {
            onSide[graph.parts().get(i).side().ordinal()] |= 1L << i;
        }
    }

    private record State(Side up, long off) {}

    /**
     * @param needed parts to come off, closed over what lies above them but for what is off
     * @param off parts that are off already
     * @param out receives the parts in order
     * @return turns, from the side the machine rests on; negative where the bound was met and fewer might do
     */
    int of(long needed, long off, List<Part> out) {
        State start = new State(graph.restsOn(), removeAll(graph.restsOn(), off, needed, null));
        Map<State, State> cameFrom = new HashMap<>();
        cameFrom.put(start, null);
        ArrayDeque<State> queue = new ArrayDeque<>(List.of(start));
        while (!queue.isEmpty()) {
            State state = queue.poll();
            if ((needed & ~state.off) == 0) {
                return replay(path(state, cameFrom), off, needed, out);
            }
            if (cameFrom.size() > MOST_STATES) {
                List<State> path = path(state, cameFrom);
                greedy(path, needed);
                return -replay(path, off, needed, out);
            }
            for (Side side : Side.values()) {
                State next = new State(side, removeAll(side, state.off, needed, null));
                if (next.off != state.off && cameFrom.putIfAbsent(next, state) == null) {
                    queue.add(next);
                }
            }
        }
        throw new IllegalArgumentException("parts need each other in a circle: " + graph.circles());
    }

    private static List<State> path(State last, Map<State, State> cameFrom) {
        List<State> path = new ArrayList<>();
        for (State s = last; s != null; s = cameFrom.get(s)) {
            path.add(0, s);
        }
        return path;
    }

    private void greedy(List<State> path, long needed) {
        State at = path.get(path.size() - 1);
        while ((needed & ~at.off) != 0) {
            State best = at;
            for (Side side : Side.values()) {
                State next = new State(side, removeAll(side, at.off, needed, null));
                best = Long.bitCount(next.off) > Long.bitCount(best.off) ? next : best;
            }
            if (best == at) {
                throw new IllegalArgumentException("parts need each other in a circle: " + graph.circles());
            }
            path.add(best);
            at = best;
        }
    }

    private int replay(List<State> path, long off, long needed, List<Part> out) {
        long now = off;
        for (State s : path) {
            now = removeAll(s.up, now, needed, out);
        }
        return path.size() - 1;
    }

    private long removeAll(Side up, long off, long needed, List<Part> out) {
        long now = off;
        while (true) {
            int next = next(up, now, needed);
            if (next < 0) {
                return now;
            }
            now |= 1L << next;
            if (out != null) {
                out.add(graph.parts().get(next));
            }
        }
    }

    /** The next part that is free on this side, batteries first; -1 for none. */
    private int next(Side up, long off, long needed) {
        long pending = needed & batteries & ~off;
        long allowed = needed & ~off & onSide[up.ordinal()];
        if (pending != 0) {
            long over = 0;
            for (long rest = pending; rest != 0; rest &= rest - 1) {
                over |= closure[Long.numberOfTrailingZeros(rest)];
            }
            allowed &= over;
        }
        int found = -1;
        for (long rest = allowed; rest != 0; rest &= rest - 1) {
            int i = Long.numberOfTrailingZeros(rest);
            if ((closure[i] & ~(1L << i) & ~off) == 0) {
                if ((batteries >>> i & 1) == 1) {
                    return i;
                }
                found = found < 0 ? i : found;
            }
        }
        return found;
    }
}
