package zephyrridge.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import zephyrridge.core.limit.Condition;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Bounded;

/**
 * Brings a room of machines to what is wanted for the least money. For each kind of machine the layouts that are worth a look
 * are the planner's, out of all there is, out of what lies about, out of what is bought, and without each kind of module in turn; of
 * these every combination is weighed: machines are added one by one, those that need the same pieces are one state, and a state that
 * can no more beat the best known is dropped. What a pack holds too much of for one machine goes into the next.
 */
public final class RoomPlanner {
    public static final int MOST_UNITS = 40;

    /** States kept after a machine; more are cut, and the answer says so. */
    static final int MOST_STATES = 40_000;

    private static final int MOST_SEARCHES = 10;
    private static final long NODES_EACH = 200_000;
    private static final int MOST_LAYOUTS = 40;

    /**
     * What a search came to.
     *
     * @param plan the best of all combinations, exact where all were weighed; empty where one machine at least cannot be brought there
     * @param layouts that were weighed, of all kinds of machines
     * @param cannot names of machines for which there is no layout that does it
     */
    public record Answer(Bounded<Optional<RoomPlan>> plan, int layouts, List<String> cannot) {}

    /** A layout of a like machine: pieces needed by article, what its labour costs, and what it is. */
    record Candidate(int[] needs, long labour, Optional<PlanOption> pattern) {}

    /** So far: what is needed by article, at what labour, and how it came to that. */
    private record State(int[] needs, long labour, long least, State before, int candidate) {}

    private record Needs(int[] of) {
        @Override
        public boolean equals(Object o) {
            return o instanceof Needs n && Arrays.equals(of, n.of);
        }

        @Override
        public int hashCode() {
            return Arrays.hashCode(of);
        }
    }

    private final RoomTask task;
    private final BooleanSupplier stop;
    /** Modules told apart by all that is known of them: what a machine sees alike has different prices. */
    private final Map<ModuleSpec, Integer> articles = new HashMap<>();

    private final List<ModuleSpec> specs = new ArrayList<>();
    private final List<List<Candidate>> candidates = new ArrayList<>();
    private final List<String> cannot = new ArrayList<>();
    private RoomSupply supply;

    private RoomPlanner(RoomTask task, BooleanSupplier stop) {
        this.task = task;
        this.stop = stop;
    }

    /** @param stop asked now and then; once true, what was found till then is the answer */
    public static Answer plan(RoomTask task, BooleanSupplier stop) {
        return plan(task, MOST_STATES, stop);
    }

    static Answer plan(RoomTask task, int mostStates, BooleanSupplier stop) {
        int units = task.likes().stream().mapToInt(l -> l.units().size()).sum();
        if (units > MOST_UNITS) {
            throw new IllegalArgumentException("a room has at most " + MOST_UNITS + " machines: " + units);
        }
        return new RoomPlanner(task, stop).answer(mostStates);
    }

    /**
     * What is weighed, for looking at it all.
     *
     * @param articles by number, as needs count them
     * @param byLike candidates of each kind of machine
     */
    record Weighed(List<ModuleSpec> articles, List<List<Candidate>> byLike) {}

    static Weighed weighed(RoomTask task) {
        RoomPlanner p = new RoomPlanner(task, () -> false);
        p.lookForLayouts();
        return new Weighed(p.specs, p.candidates);
    }

    private Answer answer(int mostStates) {
        lookForLayouts();
        int weighed = candidates.stream().mapToInt(List::size).sum();
        if (!cannot.isEmpty()) {
            return new Answer(Bounded.exactly(Optional.empty()), weighed, cannot);
        }
        supply = new RoomSupply(task, specs);
        Bounded<Optional<State>> best = task.alike() ? bestAlike() : best(mostStates);
        return new Answer(best.map(s -> s.map(x -> new RoomDeal(task, specs, patterns(x)).plan())), weighed, List.of());
    }

    private void lookForLayouts() {
        List<List<PlanOption>> layouts = new ArrayList<>();
        for (RoomTask.Like like : task.likes()) {
            layouts.add(layouts(like));
        }
        for (int i = 0; i < layouts.size(); i++) {
            task.likes().get(i).task().own().values().forEach(this::article);
            layouts.get(i).forEach(o -> o.pieces().values().forEach(p -> article(p.spec())));
        }
        for (int i = 0; i < layouts.size(); i++) {
            candidates.add(candidates(task.likes().get(i), layouts.get(i)));
            if (candidates.get(i).isEmpty()) {
                cannot.addAll(task.likes().get(i).units());
            }
        }
    }

    private int article(ModuleSpec spec) {
        return articles.computeIfAbsent(spec, s -> {
            specs.add(s);
            return specs.size() - 1;
        });
    }

    /** Layouts of one machine, found in markets that lack one thing or another. */
    private List<PlanOption> layouts(RoomTask.Like like) {
        List<DrawerPiece> pool = RoomSupply.pool(task);
        List<DrawerPiece> about = new ArrayList<>(task.drawer());
        about.addAll(pool);
        Map<List<Object>, PlanOption> found = new HashMap<>();
        List<PlanOption> inOrder = new ArrayList<>();
        Set<ModuleSpec> used = new LinkedHashSet<>();
        Set<ModuleSpec> without = new HashSet<>();
        take(like, about, task.offers(), found, inOrder, used);
        take(like, about, List.of(), found, inOrder, used);
        take(like, List.of(), task.offers(), found, inOrder, used);
        for (int i = 3; i < MOST_SEARCHES; i++) {
            Optional<ModuleSpec> next =
                    used.stream().filter(s -> !without.contains(s)).findFirst();
            if (next.isEmpty() || stop.getAsBoolean()) {
                break;
            }
            without.add(next.get());
            take(
                    like,
                    about.stream().filter(p -> !without.contains(p.spec())).toList(),
                    task.offers().stream()
                            .filter(o -> !without.contains(o.spec()))
                            .toList(),
                    found,
                    inOrder,
                    used);
        }
        // What the owner has to be asked for is taken only where nothing else does it.
        List<PlanOption> asksNothing =
                inOrder.stream().filter(RoomPlanner::asksNothing).toList();
        return asksNothing.isEmpty() ? inOrder : asksNothing;
    }

    private void take(
            RoomTask.Like like,
            List<DrawerPiece> pieces,
            List<Offer> offers,
            Map<List<Object>, PlanOption> found,
            List<PlanOption> inOrder,
            Set<ModuleSpec> used) {
        // A budget is the room's, not one machine's.
        Target t = like.task().target();
        PlanTask one = like.task()
                .withTarget(new Target(t.atLeast(), Optional.empty(), Optional.empty(), t.withinDays()))
                .withOnly(pieces, offers);
        Planner.plan(one, NODES_EACH, stop).front().stream()
                .filter(o -> o.isAllowed() && !o.pieces().isEmpty())
                .filter(o -> o.layoutMib() >= t.atLeast().mebibytes())
                .sorted(Comparator.comparing(PlanOption::criteria, Criteria.CHEAPEST))
                .forEach(o -> {
                    List<Object> key = List.of(bySpec(o), o.criteria().minutes());
                    if (found.putIfAbsent(key, o) == null) {
                        inOrder.add(o);
                        o.pieces().values().stream()
                                .filter(p -> p.from() != PlanOption.From.OWN)
                                .forEach(p -> used.add(p.spec()));
                    }
                });
    }

    private static boolean asksNothing(PlanOption o) {
        return o.limits().conditions().stream().noneMatch(c -> c.kind() == Condition.Kind.CONSENT);
    }

    private static Map<String, ModuleSpec> bySpec(PlanOption o) {
        Map<String, ModuleSpec> by = new HashMap<>();
        o.pieces().forEach((p, piece) -> by.put(p, piece.spec()));
        return by;
    }

    private List<Candidate> candidates(RoomTask.Like like, List<PlanOption> layouts) {
        List<Candidate> all = new ArrayList<>();
        PlanTask one = like.task();
        if (hasEnough(one)) {
            int[] needs = new int[specs.size()];
            one.own().values().forEach(m -> needs[article(m)]++);
            all.add(new Candidate(needs, 0, Optional.empty()));
        }
        for (PlanOption o : layouts) {
            int[] needs = new int[specs.size()];
            o.pieces().values().forEach(p -> needs[article(p.spec())]++);
            long labour = task.terms().labour(o.criteria().minutes()).minor();
            // With the chance of a refusal it is opened again.
            labour += Math.floorDiv((1000 - o.criteria().chancePermille()) * labour + 500, 1000);
            all.add(new Candidate(needs, labour, Optional.of(o)));
        }
        List<Candidate> kept = new ArrayList<>();
        all.stream().sorted(Comparator.comparingLong(Candidate::labour)).forEach(c -> {
            if (kept.stream().noneMatch(k -> needsNoMore(k.needs, c.needs)) && kept.size() < MOST_LAYOUTS) {
                kept.add(c);
            }
        });
        return kept;
    }

    private static boolean hasEnough(PlanTask one) {
        long mib = 0;
        for (int p = 0; p < one.asFound().size(); p++) {
            mib += one.asFound().module(p).map(m -> m.capacity().mebibytes()).orElse(0L);
        }
        return mib >= one.target().atLeast().mebibytes();
    }

    private static boolean needsNoMore(int[] a, int[] b) {
        for (int i = 0; i < a.length; i++) {
            if (a[i] > b[i]) {
                return false;
            }
        }
        return true;
    }

    /** Least money over all combinations; of equals the one with less labour. */
    private Bounded<Optional<State>> best(int mostStates) {
        List<Integer> likeOf = new ArrayList<>();
        for (int l = 0; l < candidates.size(); l++) {
            for (int u = 0; u < task.likes().get(l).units().size(); u++) {
                likeOf.add(l);
            }
        }
        long[] rest = new long[likeOf.size() + 1];
        for (int u = likeOf.size() - 1; u >= 0; u--) {
            rest[u] = rest[u + 1]
                    + candidates.get(likeOf.get(u)).stream()
                            .mapToLong(Candidate::labour)
                            .min()
                            .orElse(0);
        }
        State start = new State(new int[specs.size()], 0, 0, null, -1);
        Optional<State> greedy = greedy(start, likeOf);
        long incumbent = greedy.map(State::least).orElse(Market.CANNOT);
        boolean exact = true;
        Map<Needs, State> states = Map.of(new Needs(start.needs), start);
        for (int u = 0; u < likeOf.size(); u++) {
            Map<Needs, State> next = new HashMap<>();
            for (State s : states.values()) {
                if (stop.getAsBoolean()) {
                    return Bounded.cut(greedy);
                }
                List<Candidate> of = candidates.get(likeOf.get(u));
                for (int c = 0; c < of.size(); c++) {
                    State n = with(s, of.get(c), c);
                    if (n.least < Market.CANNOT && n.least + rest[u + 1] <= incumbent) {
                        next.merge(new Needs(n.needs), n, (a, b) -> a.labour <= b.labour ? a : b);
                    }
                }
            }
            if (next.size() > mostStates) {
                exact = false;
                Map<Needs, State> kept = new HashMap<>();
                next.values().stream()
                        .sorted(Comparator.comparingLong(State::least))
                        .limit(mostStates)
                        .forEach(s -> kept.put(new Needs(s.needs), s));
                next = kept;
            }
            states = next;
        }
        Optional<State> best = states.values().stream()
                .min(Comparator.comparingLong(State::least)
                        .thenComparingLong(State::labour)
                        .thenComparing(s -> Arrays.toString(s.needs)));
        return new Bounded<>(best.or(() -> greedy), exact);
    }

    /** The same, with one layout for all machines that are alike. */
    private Bounded<Optional<State>> bestAlike() {
        List<State> best = new ArrayList<>();
        boolean whole = alike(0, new State(new int[specs.size()], 0, 0, null, -1), best);
        return new Bounded<>(best.stream().findFirst(), whole);
    }

    /** @return whether all was looked at */
    private boolean alike(int like, State s, List<State> best) {
        if (stop.getAsBoolean()) {
            return false;
        }
        if (!best.isEmpty() && s.least >= best.get(0).least) {
            return true;
        }
        if (like == candidates.size()) {
            best.clear();
            best.add(s);
            return true;
        }
        boolean whole = true;
        for (int c = 0; c < candidates.get(like).size(); c++) {
            State n = s;
            for (int u = 0; u < task.likes().get(like).units().size() && n.least < Market.CANNOT; u++) {
                n = with(n, candidates.get(like).get(c), c);
            }
            if (n.least < Market.CANNOT) {
                whole &= alike(like + 1, n, best);
            }
        }
        return whole;
    }

    private State with(State s, Candidate c, int number) {
        int[] needs = s.needs.clone();
        for (int i = 0; i < needs.length; i++) {
            needs[i] += c.needs[i];
        }
        long labour = s.labour + c.labour;
        long money = supply.least(needs);
        return new State(needs, labour, money >= Market.CANNOT ? Market.CANNOT : money + labour, s, number);
    }

    /** Each machine as cheap as it can be had after those before it: a sum that the best does not exceed. */
    private Optional<State> greedy(State start, List<Integer> likeOf) {
        State at = start;
        for (int like : likeOf) {
            State best = null;
            for (int c = 0; c < candidates.get(like).size(); c++) {
                State n = with(at, candidates.get(like).get(c), c);
                if (n.least < Market.CANNOT && (best == null || n.least < best.least)) {
                    best = n;
                }
            }
            if (best == null) {
                return Optional.empty();
            }
            at = best;
        }
        return Optional.of(at);
    }

    /** The layout of each machine, in the order of the task. */
    private List<Optional<PlanOption>> patterns(State last) {
        List<Integer> chosen = new ArrayList<>();
        for (State s = last; s.before != null; s = s.before) {
            chosen.add(0, s.candidate);
        }
        List<Optional<PlanOption>> patterns = new ArrayList<>();
        int u = 0;
        for (int l = 0; l < candidates.size(); l++) {
            for (int i = 0; i < task.likes().get(l).units().size(); i++) {
                patterns.add(candidates.get(l).get(chosen.get(u++)).pattern());
            }
        }
        return patterns;
    }
}
