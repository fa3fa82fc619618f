package zephyrridge.core.plan;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import zephyrridge.core.layout.ChannelSummary;
import zephyrridge.core.layout.Figures;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutFigures;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Money;

/** Whole layouts: what each is worth, from where its modules come, and which of them nothing beats. */
final class Leaves {
    /** A whole layout with the day it is ready and where its pieces come from, by kind. */
    private record Leaf(int[] kindOf, Map<Integer, Sourcing.Supply> supplies, int day) {}

    private final PlanTask task;
    private final Kinds kinds;
    private final LayoutFigures figures;
    private final List<GroupChoices> groups;
    private final Market market;
    /** Of the layout that is considered. */
    private final int[] newKind;

    private int newKinds;
    private final long[] pulledValue;
    private final long allPulled;
    private final boolean acceptable;
    private final Chances chances;
    private final Front<Leaf> front = new Front<>();
    private final Paying paying;
    private final OptionMaker maker;
    private final int[] ownKinds;
    private final Figures found;
    private GroupChoices.Likes likesOfLast;

    /** @param acceptable whether only what the house recommends is kept */
    Leaves(PlanTask task, Kinds kinds, LayoutFigures figures, List<GroupChoices> groups, boolean acceptable) {
        this.task = task;
        this.acceptable = acceptable;
        this.kinds = kinds;
        this.figures = figures;
        this.groups = groups;
        chances = new Chances(task);
        found = figures.figures(figures.summarise(seen(task)));
        paying = new Paying(task);
        maker = new OptionMaker(task, kinds, figures, found, paying);
        market = new Market(
                task, kinds, groups.stream().mapToInt(g -> g.sockets.length).sum());
        pulledValue = new long[kinds.size()];
        long pulled = 0;
        for (int k = 0; k < kinds.size(); k++) {
            pulledValue[k] = kinds.own.get(k).stream()
                    .mapToLong(p -> task.terms().takesPulled()
                            ? task.ownValue().getOrDefault(p, Money.ZERO).minor()
                            : 0)
                    .min()
                    .orElse(0);
            pulled += pulledValue[k] * kinds.own.get(k).size();
        }
        allPulled = pulled;
        if (!found.stop()) {
            // Leaving it as it is costs nothing and runs: what does not beat that is no proposal.
            front.add(asFound(), null);
        }
        newKind = new int[kinds.size()];
        ownKinds = java.util.stream.IntStream.range(0, kinds.size())
                .filter(k -> !kinds.own.get(k).isEmpty())
                .toArray();
    }

    private Layout seen(PlanTask t) {
        Map<String, ModuleSpec> at = new TreeMap<>();
        t.own().forEach((p, m) -> at.put(p, kinds.seen(m)));
        return t.asFound().holding(t.record(), at);
    }

    boolean isEmpty() {
        return front.entries().stream().allMatch(e -> e.of() == null);
    }

    /** From here on nothing stands against what is considered. */
    void forget() {
        front.clear();
    }

    /** What it is worth as it stands. */
    private Criteria asFound() {
        return new Criteria((int) found.usableMib(), (int) tenths(found.allMeanThirds()), 0, 1000, 0, 0);
    }

    /** What all that could come out is worth to the shop. */
    long mostPulledMinor() {
        return allPulled;
    }

    /** The most that all processors together could read. */
    long mostMeanTenths() {
        return tenths((long) task.record().controller().channelBytes()
                * figures.topRateThirds()
                * task.record().channels().size());
    }

    private static long tenths(long thirdsOfMegabytes) {
        return thirdsOfMegabytes / 300;
    }

    /** Whether nothing that is still to be put in can make this beat what was found. */
    boolean isHopeless(long mostMib, long changedClasses, int[] used) {
        int minutes = changedClasses == 0 ? 0 : figures.leastMinutes(changedClasses);
        return front.hasNoWorse(new Criteria(
                (int) figures.mostUsableMib(mostMib),
                (int) mostMeanTenths(),
                bought(used) + task.terms().labour(minutes).minor() - allPulled,
                1000,
                minutes,
                0));
    }

    /** Of the last group's choices, by what is alike: whether one of them may be worth it; nothing of it asked yet. */
    Boolean[] noneAsked() {
        return new Boolean[likesOfLast().alike().size()];
    }

    /**
     * Whether a choice of the last group may make a layout that nothing found yet beats, or one that is alike may.
     *
     * @param path with {@code at}, of which the groups before are set and the last is written over
     * @param used by the groups before
     * @param asked what was asked with just these groups before, from {@link #noneAsked}
     */
    boolean mayBeWorthwhile(int choice, GroupChoices.Choice[] path, ChannelSummary[] at, int[] used, Boolean[] asked) {
        int n = likesOfLast().numberOf()[choice];
        if (asked[n] == null) {
            GroupChoices.Alike alike = likesOfLast().alike().get(n);
            path[path.length - 1] = alike.any();
            at[at.length - 1] = alike.any().summary();
            asked[n] = !isBeaten(path, at, bought(used) + alike.leastMinor(), pulled(used));
        }
        return asked[n];
    }

    /** @param money least that is paid for all of it; {@code pulled} most that what comes out is worth */
    private boolean isBeaten(GroupChoices.Choice[] path, ChannelSummary[] at, long money, long pulled) {
        long mib = installed(at);
        Chances.Chance known = chances.known(path, mib);
        int minutes = figures.minutes(at);
        long labour = task.terms().labour(minutes).minor();
        return known.stops()
                || front.hasNoWorse(new Criteria(
                        (int) figures.mostUsableMib(mib),
                        (int) tenths(figures.mostMeanThirds(at)),
                        Paying.expectedCost(money, 0, labour, pulled, known.permille()),
                        known.permille(),
                        minutes,
                        0));
    }

    private GroupChoices.Likes likesOfLast() {
        if (likesOfLast == null) {
            likesOfLast = groups.get(groups.size() - 1).likes(market::leastOfAPiece);
        }
        return likesOfLast;
    }

    private static long installed(ChannelSummary[] at) {
        long mib = 0;
        for (ChannelSummary s : at) {
            mib += s.installedMib();
        }
        return mib;
    }

    /** What is bought costs this at least, on any day. */
    private long bought(int[] used) {
        long money = 0;
        for (int k = 0; k < used.length; k++) {
            if (used[k] > 0) {
                money += Math.max(0, used[k] - kinds.own.get(k).size()) * market.leastOfAPiece(k);
            }
        }
        return money;
    }

    void consider(GroupChoices.Choice[] path, ChannelSummary[] at, int[] used) {
        boolean changed = false;
        for (ChannelSummary s : at) {
            changed |= s.isChanged();
        }
        long mib = installed(at);
        if (!changed || mib < task.target().atLeast().mebibytes()) {
            return;
        }
        Chances.Chance known = chances.known(path, mib);
        if (known.stops()) {
            return;
        }
        newKinds(path, used);
        long pulled = pulled(used);
        int minutes = figures.minutes(at);
        long labour = task.terms().labour(minutes).minor();
        if (!isWorthwhile(
                (int) figures.mostUsableMib(mib),
                (int) tenths(figures.mostMeanThirds(at)),
                known.permille(),
                minutes,
                labour,
                pulled,
                used)) {
            return;
        }
        Figures f = figures.figures(at);
        if (f.stop() || f.orderBroken()) {
            return;
        }
        Chances.Chance likely = chances.of(path, mib, () -> maker.layout(kindOf(path)), f);
        if (likely.stops()) {
            return;
        }
        for (int d = 0; d < market.days(); d++) {
            long cost = leastCost(d, used, labour, pulled, likely.permille());
            Criteria c = new Criteria(
                    (int) f.usableMib(),
                    (int) tenths(f.allMeanThirds()),
                    cost,
                    likely.permille(),
                    minutes,
                    market.day(d));
            if (cost < Market.CANNOT && !front.hasNoWorse(c)) {
                source(path, used, d, c, labour, pulled);
            }
        }
    }

    /** Whether it could be had on any day so that nothing found yet is no worse. */
    private boolean isWorthwhile(
            int usable, int mean, int permille, int minutes, long labour, long pulled, int[] used) {
        // On the last day all can be had that can be had at all: what that price does not carry on the first is past
        // hope.
        long cost = leastCost(market.days() - 1, used, labour, pulled, permille);
        if (cost >= Market.CANNOT || front.hasNoWorse(new Criteria(usable, mean, cost, permille, minutes, 0))) {
            return false;
        }
        for (int d = 0; d < market.days(); d++) {
            cost = leastCost(d, used, labour, pulled, permille);
            if (cost < Market.CANNOT
                    && !front.hasNoWorse(new Criteria(usable, mean, cost, permille, minutes, market.day(d)))) {
                return true;
            }
        }
        return false;
    }

    /** The least that it costs where it is ready on a day: each kind the cheapest way, and nothing of it lost; {@link Market#CANNOT} where it cannot be had. */
    private long leastCost(int d, int[] used, long labour, long pulled, int permille) {
        long money = 0;
        for (int i = 0; i < newKinds; i++) {
            int k = newKind[i];
            money += market.least(d, k, used[k] - kinds.own.get(k).size());
        }
        return money >= Market.CANNOT ? Market.CANNOT : Paying.expectedCost(money, 0, labour, pulled, permille);
    }

    /** Notes the kinds of which more are used than are in the machine. */
    private void newKinds(GroupChoices.Choice[] path, int[] used) {
        newKinds = 0;
        for (GroupChoices.Choice c : path) {
            for (int k : c.kindAt()) {
                if (k >= 0 && used[k] > kinds.own.get(k).size() && !isNoted(k)) {
                    newKind[newKinds++] = k;
                }
            }
        }
    }

    private boolean isNoted(int kind) {
        for (int i = 0; i < newKinds; i++) {
            if (newKind[i] == kind) {
                return true;
            }
        }
        return false;
    }

    private long pulled(int[] used) {
        long pulled = 0;
        for (int k : ownKinds) {
            pulled += Math.max(0, kinds.own.get(k).size() - used[k]) * pulledValue[k];
        }
        return pulled;
    }

    private int[] kindOf(GroupChoices.Choice[] path) {
        int[] kindOf = new int[task.record().positions().size()];
        java.util.Arrays.fill(kindOf, -1);
        for (int g = 0; g < path.length; g++) {
            int[] sockets = groups.get(g).sockets;
            for (int s = 0; s < sockets.length; s++) {
                kindOf[sockets[s]] = path[g].kindAt()[s];
            }
        }
        return kindOf;
    }

    /** The cheapest expected cost on a day: what is lost counts with the chance of losing it, so each kind is sourced by itself. */
    private void source(GroupChoices.Choice[] path, int[] used, int d, Criteria bound, long labour, long pulled) {
        int q = 1000 - bound.chancePermille();
        List<Integer> wanted = new ArrayList<>();
        List<List<Sourcing.Supply>> ways = new ArrayList<>();
        for (int k = 0; k < used.length; k++) {
            int more = used[k] == 0 ? 0 : used[k] - kinds.own.get(k).size();
            if (more > 0) {
                List<Sourcing.Supply> of = market.of(d, k).of(more);
                if (of.isEmpty()) {
                    return;
                }
                wanted.add(k);
                ways.add(of);
            }
        }
        Sourcing.Supply[] best = new Sourcing.Supply[wanted.size()];
        long doubt = paying.doubt(labour);
        for (int i = 0; i < best.length; i++) {
            Sourcing from = market.of(d, wanted.get(i));
            best[i] = ways.get(i).stream()
                    .min(Comparator.comparingLong(
                                    (Sourcing.Supply s) -> 1000 * (s.money() + doubt * from.untested(s)) + q * s.loss())
                            .thenComparingInt(Sourcing.Supply::packs))
                    .orElseThrow();
        }
        if (!paying.withinBudget(best, bound.minutes()) && !paying.cheaper(ways, q, bound.minutes(), best)) {
            return;
        }
        int ready = 0;
        long money = 0;
        long loss = 0;
        Map<Integer, Sourcing.Supply> supplies = new TreeMap<>();
        for (int i = 0; i < best.length; i++) {
            money += best[i].money() + doubt * market.of(d, wanted.get(i)).untested(best[i]);
            loss += best[i].loss();
            supplies.put(wanted.get(i), best[i]);
            ready = Math.max(ready, best[i].lead());
        }
        if (ready != bound.readyDays()) {
            // The same is found on its own day, where no less of it can go back.
            return;
        }
        long cost = Paying.expectedCost(money, loss, labour, pulled, bound.chancePermille());
        Criteria c = new Criteria(
                bound.usableMib(), bound.meanTenths(), cost, bound.chancePermille(), bound.minutes(), ready);
        if (!front.hasNoWorse(c)) {
            Leaf leaf = new Leaf(kindOf(path), supplies, d);
            if (!acceptable || option(c, leaf).isAllowed()) {
                front.add(c, leaf);
            }
        }
    }

    private PlanOption option(Criteria c, Leaf leaf) {
        return maker.option(c, leaf.kindOf, leaf.supplies, market.of(leaf.day));
    }

    List<PlanOption> front() {
        return front.entries().stream()
                .filter(e -> e.of() != null)
                .map(e -> option(e.criteria(), e.of()))
                .toList();
    }
}
