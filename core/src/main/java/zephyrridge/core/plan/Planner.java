package zephyrridge.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import zephyrridge.core.layout.ChannelSummary;
import zephyrridge.core.layout.LayoutFigures;
import zephyrridge.core.quantity.Bounded;
import zephyrridge.core.quantity.ByteSize;

/**
 * Finds the layouts of a machine that can be had and that nothing else beats: channel contents are summed up once and
 * combined, like channels in one order only; what cannot beat what was found is not followed. Up to {@link #MOST_GROUPS} groups of
 * channels every combination is looked at; larger machines are filled in patterns. A pure function of its input; it counts nodes
 * and not seconds, so that a run repeats.
 *
 * <p>In one file: one search; its bounds hold only for its order.
 */
public final class Planner {
    public static final long NODES = 4_000_000;
    static final int MOST_GROUPS = 6;
    private static final int MOST_CHOICES = 30_000;
    /** Patterns of a large machine that are tried against each other. */
    private static final int MOST_PATTERNS = 400;

    private static final int MOST_FOR_ACCEPTABLE = 4;
    private static final long NODES_FOR_ACCEPTABLE = 300_000;

    private final PlanTask task;
    private final long mostNodes;
    private final BooleanSupplier stop;
    private final Kinds kinds;
    private final LayoutFigures figures;
    private final List<GroupChoices> groups = new ArrayList<>();
    private final Leaves leaves;
    private long nodes;
    private boolean cut;
    private boolean stopped;
    /** Kinds used on the way to a leaf, and most installed memory of the groups to come. */
    private final int[] used;

    private final long[] restMib;
    private final ChannelSummary[] at;
    private final GroupChoices.Choice[] path;
    private final int[] chosen;
    private final int[] available;

    private Planner(PlanTask task, long mostNodes, BooleanSupplier stop) {
        this(task, mostNodes, stop, false);
    }

    private Planner(PlanTask task, long mostNodes, BooleanSupplier stop, boolean acceptable) {
        this.task = task;
        this.mostNodes = mostNodes;
        this.stop = stop;
        kinds = new Kinds(task);
        Map<String, zephyrridge.core.module.ModuleSpec> seen = new java.util.TreeMap<>();
        task.own().forEach((p, m) -> seen.put(p, kinds.seen(m)));
        figures = task.evaluator().figures(task.asFound().holding(task.record(), seen), task.host());
        int most = figures.groups() > MOST_GROUPS ? MOST_PATTERNS : MOST_CHOICES;
        for (int g = 0; g < figures.groups(); g++) {
            groups.add(new GroupChoices(task, figures, kinds, g, most));
            cut |= groups.get(g).cut;
        }
        leaves = new Leaves(task, kinds, figures, groups, acceptable);
        used = new int[kinds.size()];
        available = java.util.stream.IntStream.range(0, kinds.size())
                .map(kinds::available)
                .toArray();
        at = new ChannelSummary[groups.size()];
        path = new GroupChoices.Choice[groups.size()];
        chosen = new int[groups.size()];
        restMib = new long[groups.size() + 1];
        for (int g = groups.size() - 1; g >= 0; g--) {
            restMib[g] = restMib[g + 1]
                    + groups.get(g).choices.stream()
                            .mapToLong(c -> c.summary().installedMib())
                            .max()
                            .orElse(0);
        }
    }

    public static Outcome plan(PlanTask task) {
        return plan(task, NODES, () -> false);
    }

    /** @param stop asked now and then; once true, what was found till then is the answer */
    public static Outcome plan(PlanTask task, long mostNodes, BooleanSupplier stop) {
        Planner p = new Planner(task, mostNodes, stop);
        boolean patterns = p.groups.size() > MOST_GROUPS;
        p.sameEverywhere();
        if (patterns) {
            p.twoPatterns();
        } else {
            p.combine(0, 0, 0, false);
        }
        List<PlanOption> front = p.leaves.front();
        if (p.stopped) {
            return new Outcome.Stopped(front, p.nodes);
        }
        if (patterns || p.cut) {
            return new Outcome.BestFound(
                    front, p.nodes, patterns ? Outcome.Within.PATTERNS : Outcome.Within.NODES, p.stillPossible());
        }
        if (!front.isEmpty()) {
            return new Outcome.Optimal(front, p.nodes);
        }
        List<Outcome.Conflict> conflict = conflict(task, mostNodes, stop);
        // Whoever stops it while wishes are given up in turn has learned nothing of them.
        return stop.getAsBoolean() ? new Outcome.Stopped(front, p.nodes) : new Outcome.Infeasible(conflict, p.nodes);
    }

    /**
     * The front of what the house recommends, out of pieces that were tested: what is cheaper by a coin and against the house would
     * stand in its way otherwise. For machines of up to four sockets: a larger one is filled alike anyway, and the search would take as long again many times.
     */
    static List<PlanOption> acceptable(PlanTask task) {
        long sockets =
                task.record().positions().stream().filter(x -> !x.isSoldered()).count();
        if (sockets > MOST_FOR_ACCEPTABLE) {
            return List.of();
        }
        // Where it is cut, what was found is as good, only there may be better.
        Planner p = new Planner(task.withTestedOnly(), NODES_FOR_ACCEPTABLE, () -> false, true);
        p.sameEverywhere();
        p.combine(0, 0, 0, false);
        return p.leaves.front();
    }

    /** The ways to have exactly one layout of which none beats another, the cheapest first; empty where it cannot be had within budget and days. */
    static List<PlanOption> exactly(PlanTask task, Map<String, zephyrridge.core.module.ModuleSpec> seenAt) {
        Planner p = new Planner(task, NODES, () -> false);
        for (int g = 0; g < p.groups.size(); g++) {
            GroupChoices group = p.groups.get(g);
            int[] kindAt = Arrays.stream(group.sockets)
                    .map(s -> {
                        var m = seenAt.get(task.record().positions().get(s).id());
                        return m == null ? -1 : p.kinds.number(m);
                    })
                    .toArray();
            Optional<GroupChoices.Choice> one = group.one(kindAt);
            if (one.isEmpty()) {
                return List.of();
            }
            p.path[g] = one.get();
        }
        p.leaves.forget();
        p.leaf();
        return p.leaves.front();
    }

    /** One smallest set of wishes that cannot be had together: each is given up in turn, and stays given up where nothing is found even so. */
    private static List<Outcome.Conflict> conflict(PlanTask task, long mostNodes, BooleanSupplier stop) {
        Target t = task.target();
        Set<Outcome.Conflict> kept = EnumSet.noneOf(Outcome.Conflict.class);
        if (!t.atLeast().isZero()) {
            kept.add(Outcome.Conflict.CAPACITY);
        }
        t.budget().ifPresent(b -> kept.add(Outcome.Conflict.BUDGET));
        t.withinDays().ifPresent(d -> kept.add(Outcome.Conflict.READY));
        for (Outcome.Conflict c : List.copyOf(kept)) {
            kept.remove(c);
            // Where the search is cut nothing was shown: the wish stays, and the set may be larger than it need be, but
            // is true.
            if (hasAny(task.withTarget(only(t, kept)), mostNodes, stop).orIfCut(true)) {
                kept.add(c);
            }
        }
        return kept.isEmpty() ? List.of(Outcome.Conflict.NOTHING_FITS) : List.copyOf(kept);
    }

    private static Bounded<Boolean> hasAny(PlanTask task, long mostNodes, BooleanSupplier stop) {
        Planner p = new Planner(task, mostNodes, stop);
        p.sameEverywhere();
        if (p.leaves.isEmpty()) {
            p.combine(0, 0, 0, false);
        }
        boolean any = !p.leaves.isEmpty();
        return new Bounded<>(any, any || !p.cut && !p.stopped);
    }

    private static Target only(Target t, Set<Outcome.Conflict> kept) {
        return new Target(
                kept.contains(Outcome.Conflict.CAPACITY) ? t.atLeast() : ByteSize.ZERO,
                Optional.empty(),
                kept.contains(Outcome.Conflict.BUDGET) ? t.budget() : Optional.empty(),
                kept.contains(Outcome.Conflict.READY) ? t.withinDays() : Optional.empty());
    }

    private boolean ends() {
        nodes++;
        if ((nodes & 1023) == 0 && stop.getAsBoolean()) {
            stopped = true;
        }
        if (nodes > mostNodes) {
            cut = true;
        }
        return stopped || nodes > mostNodes;
    }

    /** The same content in every like group: what is soon found keeps the rest short. */
    private void sameEverywhere() {
        GroupChoices first =
                groups.stream().filter(g -> g.sockets.length > 0).findFirst().orElse(null);
        if (first == null || !takeWhatHasNoSockets()) {
            return;
        }
        List<Map<List<Integer>, GroupChoices.Choice>> byContent =
                groups.stream().map(Planner::byContent).toList();
        for (int i = 0; i < first.choices.size() && !ends(); i++) {
            List<Integer> content = content(first.choices.get(i));
            boolean all = true;
            for (int g = 0; g < groups.size() && all; g++) {
                if (groups.get(g).sockets.length == 0) {
                    continue;
                }
                GroupChoices.Choice like = byContent.get(g).get(content);
                all = like != null;
                path[g] = like;
            }
            if (all) {
                leaf();
            }
        }
    }

    /** Channels without a socket that is there hold what they hold; false where even that stops everything. */
    private boolean takeWhatHasNoSockets() {
        for (int g = 0; g < groups.size(); g++) {
            if (groups.get(g).sockets.length == 0) {
                if (groups.get(g).choices.isEmpty()) {
                    return false;
                }
                path[g] = groups.get(g).choices.get(0);
            }
        }
        return true;
    }

    /** The first choice of each content, wherever in the group it lies. */
    private static Map<List<Integer>, GroupChoices.Choice> byContent(GroupChoices group) {
        Map<List<Integer>, GroupChoices.Choice> by = new HashMap<>();
        group.choices.forEach(c -> by.putIfAbsent(content(c), c));
        return by;
    }

    private static List<Integer> content(GroupChoices.Choice choice) {
        return Arrays.stream(choice.kindAt()).sorted().boxed().toList();
    }

    private void leaf() {
        for (int g = 0; g < path.length; g++) {
            at[g] = path[g].summary();
            for (int k : path[g].kindAt()) {
                if (k >= 0) {
                    used[k]++;
                }
            }
        }
        leaves.consider(path, at, used);
        Arrays.fill(used, 0);
    }

    private void combine(int g, long mib, long changedClasses, boolean changed) {
        if (g == groups.size()) {
            if (changed) {
                leaves.consider(path, at, used);
            }
            return;
        }
        if (mib + restMib[g] < task.target().atLeast().mebibytes()
                || leaves.isHopeless(mib + restMib[g], changedClasses, used)) {
            return;
        }
        GroupChoices group = groups.get(g);
        int from = 0;
        if (g > 0
                && !task.limits().hasOrderQuirk()
                && groups.get(g - 1).likeness.equals(group.likeness)) {
            from = chosen[g - 1];
        }
        Boolean[] asked = g == groups.size() - 1 ? leaves.noneAsked() : null;
        for (int i = from; i < group.choices.size(); i++) {
            if (ends()) {
                return;
            }
            if (asked != null && !leaves.mayBeWorthwhile(i, path, at, used, asked)) {
                continue;
            }
            GroupChoices.Choice c = group.choices.get(i);
            boolean there = true;
            for (int k : c.kindAt()) {
                if (k >= 0) {
                    used[k]++;
                    there &= used[k] <= available[k];
                }
            }
            if (there) {
                path[g] = c;
                chosen[g] = i;
                at[g] = c.summary();
                combine(
                        g + 1,
                        mib + c.summary().installedMib(),
                        changedClasses | c.summary().changedClasses(),
                        changed || c.summary().isChanged());
            }
            for (int k : c.kindAt()) {
                if (k >= 0) {
                    used[k]--;
                }
            }
        }
    }

    /** One pattern in the first channels of each processor and another in the rest, the same on all processors. */
    private void twoPatterns() {
        List<int[]> byProcessor = processors();
        if (byProcessor.isEmpty() || !takeWhatHasNoSockets()) {
            return;
        }
        int like = byProcessor.stream().mapToInt(p -> p.length).min().orElse(0);
        GroupChoices model = groups.get(byProcessor.get(0)[0]);
        int n = model.choices.size();
        for (int first = 1; first < like; first++) {
            for (int a = 0; a < n; a++) {
                for (int b = 0; b < n; b++) {
                    if (ends()) {
                        return;
                    }
                    if (a != b && fill(byProcessor, first, model.choices.get(a), model.choices.get(b))) {
                        leaf();
                    }
                }
            }
        }
    }

    private boolean fill(List<int[]> byProcessor, int first, GroupChoices.Choice a, GroupChoices.Choice b) {
        for (int[] processor : byProcessor) {
            for (int i = 0; i < processor.length; i++) {
                GroupChoices.Choice wanted = i < first ? a : b;
                List<GroupChoices.Choice> own = groups.get(processor[i]).choices;
                GroupChoices.Choice like = null;
                for (int c = 0; c < own.size() && like == null; c++) {
                    like = Arrays.equals(own.get(c).kindAt(), wanted.kindAt()) ? own.get(c) : null;
                }
                if (like == null) {
                    return false;
                }
                path[processor[i]] = like;
            }
        }
        return true;
    }

    private List<int[]> processors() {
        List<int[]> all = new ArrayList<>();
        for (String processor : task.record().processors()) {
            int[] mine = java.util.stream.IntStream.range(0, groups.size())
                    .filter(g -> groups.get(g).sockets.length > 0)
                    .filter(g -> {
                        String channel = task.record()
                                .positions()
                                .get(groups.get(g).sockets[0])
                                .channels()
                                .get(0);
                        return task.record().channels().stream()
                                .anyMatch(c ->
                                        c.id().equals(channel) && c.processor().equals(processor));
                    })
                    .toArray();
            if (mine.length > 0) {
                all.add(mine);
            }
        }
        return all;
    }

    /** What no layout of this machine can pass, visited or not. */
    private Map<Criteria.Of, Long> stillPossible() {
        Map<Criteria.Of, Long> best = new EnumMap<>(Criteria.Of.class);
        best.put(Criteria.Of.USABLE, restMib[0]);
        best.put(Criteria.Of.MEAN, leaves.mostMeanTenths());
        best.put(Criteria.Of.COST, leaves.mostPulledMinor());
        best.put(Criteria.Of.CHANCE, 1000L);
        best.put(Criteria.Of.MINUTES, 0L);
        best.put(Criteria.Of.READY, 0L);
        return best;
    }
}
