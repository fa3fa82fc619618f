package zephyrridge.core.fault;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;

/** The tests there are: actions, each module alone, one left out, swaps, halves of a server, a known-good one, the test machine. */
final class Probes {
    /** Alone in each socket, and swaps, only where there are few: beyond that tests halve. */
    private static final int FEW = 6;

    private final Belief belief;
    private final Setup setup;
    private final Arrangement now;
    private final Arrangement goal;
    private final Map<Object, Probe> probes = new LinkedHashMap<>();
    /** Errors were seen, or it came up: a memory test can tell something. */
    private final int passes;

    private Probes(Belief belief, Arrangement now, Arrangement goal) {
        this.belief = belief;
        this.setup = belief.setup();
        this.now = now;
        this.goal = goal;
        boolean errors = belief.attempts().stream().anyMatch(a -> a.seen().what() == Seen.What.ERRORS);
        passes = errors ? 1 : 0;
        belief.last().ifPresent(this::actions);
        if (belief.last().isEmpty()) {
            add(Probe.Shape.WHOLE, Set.of(), goal, Set.of(), Set.of());
        }
        List<Integer> modules = new ArrayList<>();
        for (int p = 0; p < setup.pieces().size(); p++) {
            if (!setup.pieces().get(p).soldered() && (goal.has(p) || now.has(p))) {
                modules.add(p);
            }
        }
        if (modules.size() <= FEW && !setup.large()) {
            few(modules);
        } else {
            halves(modules);
        }
        known();
        Set<Integer> suspects = suspects();
        modules.stream().filter(p -> !setup.large() || suspects.contains(p)).forEach(this::elsewhere);
        if (!now.equals(goal)) {
            add(Probe.Shape.WHOLE, Set.of(), goal, Set.of(), Set.of());
        }
    }

    /**
     * Whether this was switched on before, with nothing done since that could make it go another way: the same pieces in the same places, and no
     * action since. A module that was put in again since sits anew, which is a test of its own only for the whole of what is meant to work.
     */
    private boolean tried(Arrangement fill) {
        boolean tried = false;
        Set<Integer> again = new TreeSet<>();
        for (Attempt a : belief.attempts()) {
            if (a.elsewhere().isPresent()) {
                continue;
            }
            again.addAll(a.inserted());
            if (!a.acts().isEmpty()) {
                tried = false;
            }
            if (a.fill().equals(fill) && (a.conditionsMet() || a.seen().cameUp())) {
                tried = true;
                again.clear();
            }
        }
        boolean anew = fill.equals(goal) && again.stream().anyMatch(fill::has);
        return tried && !anew;
    }

    /** Modules among the likeliest of what is wrong. */
    private Set<Integer> suspects() {
        Set<Integer> suspects = new TreeSet<>();
        belief.causes().stream()
                .limit(6)
                .map(Belief.Share::of)
                .filter(c -> c.kind() == Cause.Kind.DEAD || c.kind() == Cause.Kind.WEAK)
                .forEach(c -> suspects.add(c.subject()));
        return suspects;
    }

    private void elsewhere(int piece) {
        List<Attempt> there = belief.attempts().stream()
                .filter(a -> a.elsewhere().filter(e -> e == piece).isPresent())
                .toList();
        // Where it failed it may have sat badly: once more, put in anew.
        if (there.isEmpty() || there.size() == 1 && there.get(0).seen().failed()) {
            put(new Probe(
                    Probe.Shape.ELSEWHERE,
                    new TreeSet<>(Set.of(piece)),
                    now,
                    new TreeSet<>(),
                    Set.of(),
                    Math.max(1, passes),
                    Optional.of(piece)));
        }
    }

    static Collection<Probe> of(Belief belief, Arrangement now, Arrangement goal) {
        return new Probes(belief, now, goal).probes.values();
    }

    private void actions(Attempt last) {
        if (!last.fill().equals(now)) {
            last = null;
        }
        if (last != null && belief.conditionsAreOpen()) {
            put(new Probe(
                    Probe.Shape.CONDITIONS, new TreeSet<>(), now, new TreeSet<>(), Set.of(), passes, Optional.empty()));
        }
        setup.ran().ifPresent(ran -> add(Probe.Shape.BACK, Set.of(), ran, Set.of(), Set.of()));
        if (belief.attempts().stream().anyMatch(a -> a.seen().cameUp()) && goalFailed() && !done(Act.FIRMWARE)) {
            // New firmware goes on from what starts; what it is for is tried in the same go.
            add(Probe.Shape.FIRMWARE, Set.of(), goal, Set.of(), Set.of(Act.FIRMWARE));
        }
        if (last == null) {
            return;
        }
        if (last.seen().cameUp()) {
            put(new Probe(
                    Probe.Shape.MEMORY_TEST, new TreeSet<>(), now, new TreeSet<>(), Set.of(), 1, Optional.empty()));
        }
        if (last.seen().failed()) {
            act(Probe.Shape.CLEAR, Act.CLEAR);
            if (setup.works() > 0) {
                act(Probe.Shape.COMPANION, Act.COMPANION);
            }
            reseats();
        }
    }

    private void act(Probe.Shape shape, Act act) {
        if (!done(act)) {
            add(shape, Set.of(), now, Set.of(), Set.of(act));
        }
    }

    /** Whether it was done in this hunt: nothing that is tested undoes it, and once more is no new test. */
    private boolean done(Act act) {
        return belief.attempts().stream().anyMatch(a -> a.acts().contains(act));
    }

    private boolean goalFailed() {
        boolean failed = false;
        for (Attempt a : belief.attempts()) {
            if (a.fill().equals(goal) && a.elsewhere().isEmpty()) {
                failed = a.seen().failed();
            }
        }
        return failed;
    }

    /** What was put in again in this hunt sits anew already: that did not help. */
    private void reseats() {
        Set<Integer> in = new TreeSet<>();
        for (int s = 0; s < now.size(); s++) {
            if (now.at(s) >= 0 && !setup.slots().get(s).soldered() && !putInAgain(now.at(s))) {
                in.add(now.at(s));
            }
        }
        if (in.size() <= FEW) {
            in.forEach(p -> add(Probe.Shape.RESEAT, Set.of(p), now, Set.of(p), Set.of()));
        }
        if (in.size() > 1) {
            add(Probe.Shape.RESEAT, in, now, in, Set.of());
        }
    }

    /** After the first start: what was put in before it is what is asked about. */
    private boolean putInAgain(int piece) {
        return belief.attempts().stream().skip(1).anyMatch(a -> a.inserted().contains(piece));
    }

    private void few(List<Integer> modules) {
        for (int p : modules) {
            for (int s = 0; s < setup.slots().size(); s++) {
                if (!setup.slots().get(s).soldered()) {
                    add(Probe.Shape.ALONE, Set.of(p), bare().with(s, p), Set.of(), Set.of());
                }
            }
        }
        for (Arrangement from : List.of(now, goal)) {
            for (int p : modules) {
                if (from.has(p)) {
                    add(Probe.Shape.WITHOUT, Set.of(p), from.with(from.slotOf(p), -1), Set.of(), Set.of());
                }
            }
            for (int a = 0; a < from.size(); a++) {
                for (int b = a + 1; b < from.size(); b++) {
                    if (setup.slots().get(a).soldered() || setup.slots().get(b).soldered()) {
                        continue;
                    }
                    int pa = from.at(a);
                    int pb = from.at(b);
                    if (pa >= 0 && pb >= 0) {
                        add(Probe.Shape.SWAP, Set.of(pa, pb), from.swapped(a, b), Set.of(), Set.of());
                    } else if (pa >= 0 || pb >= 0) {
                        add(Probe.Shape.MOVE, Set.of(Math.max(pa, pb)), from.swapped(a, b), Set.of(), Set.of());
                    }
                }
            }
        }
    }

    /** Soldered banks stay where they are. */
    private Arrangement bare() {
        int[] at = new int[setup.slots().size()];
        for (int s = 0; s < at.length; s++) {
            at[s] = setup.slots().get(s).soldered() ? goal.at(s) : -1;
        }
        return Arrangement.of(at);
    }

    /** Each processor, carrier and channel without its modules, and each half of the sockets that are filled. */
    private void halves(List<Integer> modules) {
        TreeSet<Integer> groups = new TreeSet<>();
        setup.slots().forEach(s -> groups.add(s.processor()));
        for (int g : groups) {
            emptied(s -> setup.slots().get(s).processor() == g);
        }
        groups.clear();
        setup.slots().forEach(s -> groups.add(s.carrier()));
        for (int g : groups) {
            emptied(s -> setup.slots().get(s).carrier() == g);
        }
        groups.clear();
        setup.slots().forEach(s -> groups.add(s.channel()));
        for (int g : groups) {
            emptied(s -> setup.slots().get(s).channel() == g);
        }
        List<Integer> filled = new ArrayList<>();
        for (int s = 0; s < now.size(); s++) {
            if (now.at(s) >= 0 && !setup.slots().get(s).soldered()) {
                filled.add(s);
            }
        }
        halve(filled, 4);
        for (int s : filled.size() <= 16 ? filled : List.<Integer>of()) {
            emptied(t -> t == s);
        }
    }

    private void halve(List<Integer> slots, int deep) {
        if (deep == 0 || slots.size() < 2) {
            return;
        }
        List<Integer> low = slots.subList(0, slots.size() / 2);
        List<Integer> high = slots.subList(slots.size() / 2, slots.size());
        emptied(low::contains);
        emptied(high::contains);
        halve(low, deep - 1);
        halve(high, deep - 1);
    }

    private void emptied(java.util.function.IntPredicate which) {
        Arrangement left = now;
        Set<Integer> out = new TreeSet<>();
        for (int s = 0; s < now.size(); s++) {
            if (which.test(s) && now.at(s) >= 0 && !setup.slots().get(s).soldered()) {
                out.add(now.at(s));
                left = left.with(s, -1);
            }
        }
        if (!out.isEmpty()) {
            add(out.size() == 1 ? Probe.Shape.WITHOUT : Probe.Shape.HALF, out, left, Set.of(), Set.of());
        }
    }

    /** A module that is known to be good, or that ran here before, alone. */
    private void known() {
        for (int p = 0; p < setup.pieces().size(); p++) {
            Setup.Piece piece = setup.pieces().get(p);
            if (piece.trust() != Setup.Trust.NEW && !piece.soldered() && !goal.has(p) && !setup.large()) {
                for (int s = 0; s < setup.slots().size(); s++) {
                    if (!setup.slots().get(s).soldered()) {
                        add(Probe.Shape.KNOWN_GOOD, Set.of(p), bare().with(s, p), Set.of(), Set.of());
                    }
                }
            }
        }
    }

    private void add(Probe.Shape shape, Set<Integer> about, Arrangement fill, Set<Integer> again, Set<Act> acts) {
        if (setup.all(fill).isEmpty()) {
            return;
        }
        SortedSet<Integer> inserted = new TreeSet<>(again);
        for (int s = 0; s < fill.size(); s++) {
            if (fill.at(s) >= 0 && now.at(s) != fill.at(s)) {
                inserted.add(fill.at(s));
            }
        }
        if (inserted.isEmpty() && acts.isEmpty() && fill.equals(now)) {
            return;
        }
        if (again.isEmpty() && acts.isEmpty() && tried(fill)) {
            return;
        }
        put(new Probe(shape, new TreeSet<>(about), fill, inserted, acts, passes, Optional.empty()));
    }

    private void put(Probe p) {
        probes.putIfAbsent(List.of(p.fill(), p.inserted(), p.acts(), p.passes(), p.elsewhere()), p);
    }
}
