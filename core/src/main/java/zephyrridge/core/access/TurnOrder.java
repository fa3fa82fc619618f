package zephyrridge.core.access;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * In which order steps on the sides of a machine are done with the fewest turns of it: breadth-first over the side that lies up,
 * doing on each side everything that is wanted and free. A step that is done hinders none of the others, so nothing is lost by
 * doing all that can be. Taking off and putting back are the same question with other steps before each.
 *
 * <p>Exact as long as no more than {@link #MOST_STATES} states are met; beyond that the side that frees most is turned up.
 */
final class TurnOrder {
    static final int MOST_STATES = 20_000;

    /** @param steps numbers in order; {@code turns} of the machine; {@code exact} false where the bound was met */
    record Sequence(List<Integer> steps, int turns, boolean exact) {
        Sequence {
            steps = List.copyOf(steps);
        }
    }

    private final long[] before;
    private final long first;
    private final long anySide;
    private final long[] onSide = new long[Side.values().length];

    /**
     * @param sides the side that must lie up for each step; null where it does not matter
     * @param before for each step, as bits, what must be done before it where it is wanted at all
     * @param first steps that are taken before others that are free as well
     */
    TurnOrder(Side[] sides, long[] before, long first) {
        this.before = before.clone();
        this.first = first;
        long any = 0;
        for (int i = 0; i < sides.length; i++) {
            if (sides[i] == null) {
                any |= 1L << i;
            } else {
                onSide[sides[i].ordinal()] |= 1L << i;
            }
        }
        anySide = any;
    }

    private record State(Side up, long left) {}

    /**
     * @param up the side that lies up now; {@code wanted} the steps to be done
     * @throws IllegalArgumentException where steps wait for each other in a circle
     */
    Sequence of(Side up, long wanted) {
        State start = new State(up, doAll(up, wanted, null));
        Map<State, State> cameFrom = new HashMap<>();
        cameFrom.put(start, null);
        ArrayDeque<State> queue = new ArrayDeque<>(List.of(start));
        while (!queue.isEmpty()) {
            State state = queue.poll();
            if (state.left == 0) {
                return replay(path(state, cameFrom), wanted, true);
            }
            if (cameFrom.size() > MOST_STATES) {
                return replay(greedy(path(state, cameFrom)), wanted, false);
            }
            for (Side side : Side.values()) {
                State next = new State(side, doAll(side, state.left, null));
                if (next.left != state.left && cameFrom.putIfAbsent(next, state) == null) {
                    queue.add(next);
                }
            }
        }
        throw circle();
    }

    private static IllegalArgumentException circle() {
        return new IllegalArgumentException("steps wait for each other in a circle");
    }

    private static List<State> path(State last, Map<State, State> cameFrom) {
        List<State> path = new ArrayList<>();
        for (State s = last; s != null; s = cameFrom.get(s)) {
            path.add(0, s);
        }
        return path;
    }

    private List<State> greedy(List<State> path) {
        State at = path.get(path.size() - 1);
        while (at.left != 0) {
            State best = at;
            for (Side side : Side.values()) {
                State next = new State(side, doAll(side, at.left, null));
                best = Long.bitCount(next.left) < Long.bitCount(best.left) ? next : best;
            }
            if (best == at) {
                throw circle();
            }
            path.add(best);
            at = best;
        }
        return path;
    }

    private Sequence replay(List<State> path, long wanted, boolean exact) {
        List<Integer> steps = new ArrayList<>();
        long left = wanted;
        for (State s : path) {
            left = doAll(s.up, left, steps);
        }
        return new Sequence(steps, path.size() - 1, exact);
    }

    /** What is left when all that is free on a side has been done. */
    private long doAll(Side up, long wanted, List<Integer> out) {
        long left = wanted;
        while (true) {
            int next = next(up, left);
            if (next < 0) {
                return left;
            }
            left &= ~(1L << next);
            if (out != null) {
                out.add(next);
            }
        }
    }

    private int next(Side up, long left) {
        int found = -1;
        for (long rest = left & (onSide[up.ordinal()] | anySide); rest != 0; rest &= rest - 1) {
            int i = Long.numberOfTrailingZeros(rest);
            if ((before[i] & left) == 0) {
                if ((first >>> i & 1) == 1) {
                    return i;
                }
                found = found < 0 ? i : found;
            }
        }
        return found;
    }
}
