package zephyrridge.core.plan;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.LayoutFinding;
import zephyrridge.core.limit.Judgement;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Money;

/** Why a layout is not the one that is proposed: what stops it, what it lacks, or what beats it, with both sides' figures. */
public sealed interface WhyNot {
    /** A rule stops it, or limits do. */
    record Stopped(List<Finding> findings) implements WhyNot {}

    /** It asks for more pieces of a kind than the drawer and the suppliers have in time. */
    record NotToBeHad(ModuleSpec kind, int wanted, int there) implements WhyNot {}

    /** Less than was asked for, dearer than it may be. */
    record MissesTarget(Outcome.Conflict which, String has, String asked) implements WhyNot {}

    /** Another is no worse in anything and better in something. */
    record Dominated(Criteria own, PlanOption by) implements WhyNot {}

    /** Leaving the machine as it is beats it. */
    record NoBetterThanNow(Criteria own, Criteria now) implements WhyNot {}

    /** The shop's rules do not recommend it. */
    record AgainstHouse(Criteria own, HouseFilter.Reason reason) implements WhyNot {}

    /** Nothing beats it; the recommended one costs less. */
    record DearerThan(Criteria own, PlanOption recommended) implements WhyNot {}

    /** It costs less than the recommended one; the shop would rather have that. */
    record HousePrefers(Criteria own, PlanOption recommended) implements WhyNot {}

    /** It is the recommended one, or as good. */
    record AsGood(Criteria own) implements WhyNot {}

    /**
     * @param bought the same task with only that to be had which is bought and drawn for this layout: of its own purchase it speaks,
     *     not of a cheaper one of another day
     * @param at what would go into each socket, by position
     * @param front what the search found; {@code recommended} of it
     */
    static WhyNot ask(
            PlanTask task,
            PlanTask bought,
            Map<String, ModuleSpec> at,
            List<PlanOption> front,
            Optional<PlanOption> recommended) {
        Layout layout = task.asFound().holding(task.record(), at);
        LayoutEvaluation e = task.evaluator().evaluate(layout, task.asFound(), task.host());
        Judgement limits = task.limits().judge(layout, e, task.firmware(), task.processor());
        List<Finding> stops = java.util.stream.Stream.concat(e.findings().stream(), limits.findings().stream())
                .filter(f -> f.severity() == Severity.STOP || f.code() == LayoutFinding.FILL_ORDER)
                .toList();
        if (!stops.isEmpty()) {
            return new Stopped(stops);
        }
        if (e.installed().compareTo(task.target().atLeast()) < 0) {
            return new MissesTarget(
                    Outcome.Conflict.CAPACITY,
                    e.installed().toString(),
                    task.target().atLeast().toString());
        }
        LayoutEvaluation found = task.evaluator().evaluate(task.asFound(), task.asFound(), task.host());
        Criteria now = new Criteria((int) found.usable().mebibytes(), mean(found), 0, 1000, 0, 0);
        if (at.equals(task.own())) {
            return new NoBetterThanNow(now, now);
        }
        // The search, told to look at this one layout only, says what it would cost and when it would be here.
        Map<ModuleSpec, Integer> wanted = new HashMap<>();
        Kinds kinds = new Kinds(bought);
        at.values().forEach(m -> wanted.merge(kinds.seen(m), 1, Integer::sum));
        for (Map.Entry<ModuleSpec, Integer> w : wanted.entrySet()) {
            int there = kinds.available(kinds.number(w.getKey()));
            if (there < w.getValue()) {
                return new NotToBeHad(w.getKey(), w.getValue(), there);
            }
        }
        List<Criteria> own = worth(bought, at, kinds);
        if (own.isEmpty()) {
            boolean dear = task.target().budget().isPresent()
                    && worth(withoutBudget(bought), at, new Kinds(bought)).size() > 0;
            return new MissesTarget(
                    dear ? Outcome.Conflict.BUDGET : Outcome.Conflict.READY,
                    "",
                    dear
                            ? task.target().budget().map(Money::toString).orElse("")
                            : task.target().withinDays().map(String::valueOf).orElse(""));
        }
        if (recommended.filter(r -> seen(r, kinds).equals(seen(at, kinds))).isPresent()) {
            return new AsGood(own.get(0));
        }
        // Now or cheaper in a week: where one of the ways is not beaten, the layout is not.
        Criteria mine = own.stream()
                .filter(c -> front.stream().noneMatch(o -> o.criteria().dominates(c)))
                .findFirst()
                .orElse(own.get(0));
        Optional<PlanOption> by = front.stream()
                .filter(o -> o.criteria().dominates(mine))
                .min((a, b) -> Criteria.CHEAPEST.compare(a.criteria(), b.criteria()));
        if (by.isPresent()) {
            return new Dominated(mine, by.get());
        }
        if (!found.has(Severity.STOP) && now.isNoWorseThan(mine)) {
            return new NoBetterThanNow(mine, now);
        }
        Optional<PlanOption> same =
                front.stream().filter(o -> o.criteria().equals(mine)).findFirst();
        if (same.filter(o -> !o.isAllowed()).isPresent()) {
            return new AgainstHouse(mine, same.get().houseRule());
        }
        if (recommended
                .filter(r -> !front.contains(r) && Criteria.CHEAPEST.compare(mine, r.criteria()) < 0)
                .isPresent()) {
            return new HousePrefers(mine, recommended.get());
        }
        return recommended
                .filter(r -> Criteria.CHEAPEST.compare(r.criteria(), mine) < 0)
                .<WhyNot>map(r -> new DearerThan(mine, r))
                .orElse(new AsGood(mine));
    }

    private static PlanTask withoutBudget(PlanTask task) {
        Target t = task.target();
        return task.withTarget(new Target(t.atLeast(), t.ideally(), Optional.empty(), t.withinDays()));
    }

    private static int mean(LayoutEvaluation e) {
        return (int) (e.widths().stream()
                        .mapToLong(w -> w.mean().map(b -> b.thirdsOfMegabytes()).orElse(0L))
                        .sum()
                / 300);
    }

    private static Map<String, ModuleSpec> seen(PlanOption o, Kinds kinds) {
        Map<String, ModuleSpec> at = new TreeMap<>();
        o.pieces().forEach((p, piece) -> at.put(p, kinds.seen(piece.spec())));
        return at;
    }

    private static Map<String, ModuleSpec> seen(Map<String, ModuleSpec> at, Kinds kinds) {
        Map<String, ModuleSpec> seen = new TreeMap<>();
        at.forEach((p, m) -> seen.put(p, kinds.seen(m)));
        return seen;
    }

    /** The ways to have exactly this layout. */
    private static List<Criteria> worth(PlanTask task, Map<String, ModuleSpec> at, Kinds kinds) {
        return Planner.exactly(task, seen(at, kinds)).stream()
                .map(PlanOption::criteria)
                .toList();
    }
}
