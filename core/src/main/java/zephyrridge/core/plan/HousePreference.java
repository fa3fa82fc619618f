package zephyrridge.core.plan;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.module.ModuleSpec;

/**
 * What the shop would rather buy than what costs least: faster modules, or two ranks of x8 at a fair price. Neither shows in what
 * layouts are compared by, so the recommended layout is tried with such modules in the place of those it would buy; the rules of
 * the house, the budget and the days hold for it as for any.
 */
public final class HousePreference {
    /** What may be paid for two ranks, beside one. Common practice, no source. */
    static final int FAIR_PERMILLE = 1100;
    /** Each try is a search of its own; a sheet has few kinds of one size. */
    private static final int MOST_TRIES = 6;

    /** Why something else than the cheapest is recommended. */
    public enum Reason {
        FASTEST,
        DUAL_RANK
    }

    record Preferred(PlanOption option, Reason reason) {}

    private HousePreference() {}

    /** @return the preferred one, empty where the shop prefers nothing or it cannot be had */
    static Optional<Preferred> instead(PlanTask task, PlanOption cheapest) {
        Optional<Preferred> fast = task.house().speed() == HouseRules.Speed.ALWAYS_FASTEST
                ? swapped(task, cheapest, Reason.FASTEST)
                : Optional.empty();
        if (task.house().ranks() != HouseRules.Ranks.PREFER_DUAL) {
            return fast;
        }
        return swapped(task, fast.map(Preferred::option).orElse(cheapest), Reason.DUAL_RANK)
                .or(() -> fast);
    }

    private static Optional<Preferred> swapped(PlanTask task, PlanOption from, Reason reason) {
        Kinds kinds = new Kinds(task);
        PlanOption now = from;
        List<ModuleSpec> fresh = from.pieces().values().stream()
                .filter(p -> p.from() != PlanOption.From.OWN)
                .map(p -> kinds.seen(p.spec()))
                .distinct()
                .toList();
        for (ModuleSpec kind : fresh) {
            now = better(task, kinds, from, now, kind, reason).orElse(now);
        }
        return now == from ? Optional.empty() : Optional.of(new Preferred(now, reason));
    }

    private static Optional<PlanOption> better(
            PlanTask task, Kinds kinds, PlanOption from, PlanOption now, ModuleSpec kind, Reason reason) {
        int wanted = (int) now.pieces().values().stream()
                .filter(p ->
                        p.from() != PlanOption.From.OWN && kinds.seen(p.spec()).equals(kind))
                .count();
        Comparator<Integer> fastestFirst =
                Comparator.comparing(k -> kinds.spec(k).rate(), Comparator.reverseOrder());
        return Stream.iterate(0, k -> k < kinds.size(), k -> k + 1)
                .filter(k -> kinds.available(k) >= wanted && isBetter(kinds.spec(k), kind, reason))
                .sorted(fastestFirst.thenComparing(k -> cheapest(kinds, k)))
                .limit(MOST_TRIES)
                .flatMap(k -> tried(task, kinds, now, kind, kinds.spec(k)).stream())
                .filter(o -> reason == Reason.FASTEST || isFair(o, from))
                .findFirst();
    }

    /** The same size for the same sockets, and more of what is preferred. */
    private static boolean isBetter(ModuleSpec other, ModuleSpec kind, Reason reason) {
        boolean sameUse = other.capacity().equals(kind.capacity())
                && other.formFactor() == kind.formFactor()
                && other.buffering() == kind.buffering()
                && other.ecc() == kind.ecc()
                && other.profileCl().isEmpty();
        return sameUse
                && (reason == Reason.FASTEST
                        ? other.rate().compareTo(kind.rate()) > 0
                        : kind.organisation().packageRanks() == 1
                                && other.organisation().packageRanks() == 2
                                && other.organisation().deviceWidth() == 8
                                && other.rate().compareTo(kind.rate()) >= 0);
    }

    private static long cheapest(Kinds kinds, int kind) {
        return Stream.concat(
                        kinds.drawer.get(kind).stream().map(p -> p.bookValue().minor()),
                        kinds.offers.get(kind).stream().map(o -> o.price().minor() / o.pieces()))
                .min(Long::compare)
                .orElse(Long.MAX_VALUE);
    }

    /** Beside what it was before any kind was swapped: two fair swaps are not fair together. */
    private static boolean isFair(PlanOption o, PlanOption from) {
        return price(o) * 1000 <= price(from) * FAIR_PERMILLE;
    }

    private static long price(PlanOption o) {
        return o.purchases().plus(o.drawer()).minor();
    }

    private static Optional<PlanOption> tried(
            PlanTask task, Kinds kinds, PlanOption now, ModuleSpec kind, ModuleSpec instead) {
        Map<String, ModuleSpec> at = new TreeMap<>();
        now.pieces().forEach((p, piece) -> {
            ModuleSpec seen = kinds.seen(piece.spec());
            at.put(p, piece.from() != PlanOption.From.OWN && seen.equals(kind) ? instead : seen);
        });
        return Planner.exactly(task, at).stream()
                .filter(o -> o.isAllowed()
                        && o.criteria().chancePermille() >= now.criteria().chancePermille())
                .findFirst();
    }
}
