package zephyrridge.core.fault;

import java.util.Collections;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * What a start depends on besides chance: arrangement, how often each piece of it was put in, what was done, and its conditions. Equal states
 * with equal outcome tell once.
 */
record StartState(Arrangement fill, Map<Integer, Integer> insertions, Set<Act> acts, boolean mains, boolean waited) {
    StartState {
        insertions = Collections.unmodifiableMap(new TreeMap<>(insertions));
        acts = Set.copyOf(acts);
    }

    /** Whether the machine was started in just this state before and showed the same. */
    static boolean toldBefore(List<Attempt> attempts, Attempt now) {
        if (!attempts.isEmpty() && isTheSameAgain(attempts.get(attempts.size() - 1), now)) {
            return true;
        }
        Map<Integer, Integer> times = new HashMap<>();
        Set<Act> done = EnumSet.noneOf(Act.class);
        Map<StartState, Set<Seen.What>> told = new HashMap<>();
        for (Attempt a : attempts) {
            if (a.elsewhere().isEmpty()) {
                told.computeIfAbsent(of(a, times, done), x -> new HashSet<>())
                        .add(a.seen().what());
            }
        }
        return told.getOrDefault(of(now, times, done), Set.of())
                .contains(now.seen().what());
    }

    /** Nothing was done since the last one: its state is this one's, whatever came before. */
    private static boolean isTheSameAgain(Attempt last, Attempt now) {
        return last.elsewhere().isEmpty()
                && now.inserted().isEmpty()
                && now.acts().isEmpty()
                && last.fill().equals(now.fill())
                && last.mains() == now.mains()
                && last.waited() == now.waited()
                && last.seen().what() == now.seen().what();
    }

    private static StartState of(Attempt a, Map<Integer, Integer> times, Set<Act> done) {
        a.inserted().forEach(p -> times.merge(p, 1, Integer::sum));
        done.addAll(a.acts());
        Map<Integer, Integer> in = new TreeMap<>(times);
        in.keySet().removeIf(p -> !a.fill().has(p));
        return new StartState(a.fill(), in, done, a.mains(), a.waited());
    }
}
