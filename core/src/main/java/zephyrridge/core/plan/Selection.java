package zephyrridge.core.plan;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Which layouts of a front are shown: the recommended one, one that is cheaper, one that goes further, and up to six others
 * that are really different; and for one that may be refused, what to fall back on.
 */
public final class Selection {
    private static final int MOST_OTHERS = 6;

    /**
     * @param recommended empty where the shop's rules let none be
     * @param cheaper {@code further} than the recommended one, where there are any
     * @param preferred why the recommended one is not what costs least; empty where it is
     * @param others the best of each criterion, then what is farthest from all that are chosen already
     */
    public record Chosen(
            Optional<PlanOption> recommended,
            Optional<HousePreference.Reason> preferred,
            Optional<PlanOption> cheaper,
            Optional<PlanOption> further,
            Optional<PlanOption> wider,
            List<PlanOption> others) {}

    private Selection() {}

    /** With what the shop would rather have than what costs least. */
    public static Chosen of(PlanTask task, List<PlanOption> all, Target target) {
        List<PlanOption> front = cards(task, all, target);
        Optional<PlanOption> cheapest = recommended(front, target);
        Optional<HousePreference.Preferred> instead = cheapest.flatMap(r -> HousePreference.instead(task, r));
        return around(
                front,
                instead.map(HousePreference.Preferred::option).or(() -> cheapest),
                instead.map(HousePreference.Preferred::reason));
    }

    /** What cards are made of: the front and what the house recommends; less memory than there was is for who asks for less. */
    static List<PlanOption> cards(PlanTask task, List<PlanOption> front, Target target) {
        List<PlanOption> all = new ArrayList<>(front);
        Planner.acceptable(task).stream()
                .filter(o -> front.stream().noneMatch(f -> f.pieces().equals(o.pieces())))
                .forEach(all::add);
        long found = task.asFound().installed(task.record()).mebibytes();
        boolean asksForLess =
                target.ideally().filter(i -> i.mebibytes() < found).isPresent();
        return asksForLess
                ? all
                : all.stream().filter(o -> o.layoutMib() >= found).toList();
    }

    static Chosen of(List<PlanOption> front, Target target) {
        return around(front, recommended(front, target), Optional.empty());
    }

    /**
     * What an old hand would take: allowed and large enough; of what costs about as little as the cheapest, and is about as sure
     * as the surest, nothing that gives away a quarter of the memory or the bandwidth that another has; of those tested before
     * untested, like before unlike, more memory, more bandwidth, then exact cost and minutes.
     */
    static Optional<PlanOption> recommended(List<PlanOption> front, Target target) {
        List<PlanOption> allowed = front.stream()
                .filter(o -> o.isAllowed() && !o.pieces().isEmpty())
                .toList();
        // Where none reaches the ideal, what comes nearest to it.
        long most = allowed.stream().mapToLong(PlanOption::layoutMib).max().orElse(0);
        long wanted = target.ideally().map(i -> Math.min(i.mebibytes(), most)).orElse(0L);
        List<PlanOption> reaching =
                allowed.stream().filter(o -> o.layoutMib() >= wanted).toList();
        long least =
                reaching.stream().mapToLong(o -> o.criteria().costMinor()).min().orElse(0);
        List<PlanOption> asCheap = reaching.stream()
                .filter(o -> o.criteria().costMinor() - least <= Math.max(SAME_COST, Math.abs(least) / 20))
                .toList();
        int surest = asCheap.stream()
                .mapToInt(o -> o.criteria().chancePermille())
                .max()
                .orElse(0);
        List<PlanOption> asSure = asCheap.stream()
                .filter(o -> o.criteria().chancePermille() >= surest - SAME_CHANCE)
                .toList();
        long usable =
                asSure.stream().mapToLong(o -> o.criteria().usableMib()).max().orElse(0);
        long mean =
                asSure.stream().mapToLong(o -> o.criteria().meanTenths()).max().orElse(0);
        return asSure.stream()
                .filter(o -> 4L * o.criteria().usableMib() >= 3 * usable
                        && 4L * o.criteria().meanTenths() >= 3 * mean)
                .min(TOLD_APART.thenComparing(order()))
                // What has the most memory may have little bandwidth, and the other way round.
                .or(() -> asSure.stream().min(TOLD_APART.thenComparing(order())));
    }

    /** Money, in minor units, and chance, in thousandths, that a person does not tell apart. */
    private static final long SAME_COST = 500;

    private static final int SAME_CHANCE = 50;

    private static final Comparator<PlanOption> TOLD_APART = Comparator.comparing(
                    (PlanOption o) -> !o.untested().isEmpty())
            .thenComparing(PlanOption::isUnlike)
            .thenComparing(
                    Comparator.comparingInt((PlanOption o) -> o.criteria().usableMib())
                            .reversed())
            .thenComparing(
                    Comparator.comparingInt((PlanOption o) -> o.criteria().meanTenths() / 10)
                            .reversed());

    private static Chosen around(
            List<PlanOption> front, Optional<PlanOption> recommended, Optional<HousePreference.Reason> preferred) {
        List<PlanOption> chosen = new ArrayList<>();
        recommended.ifPresent(chosen::add);
        Optional<PlanOption> cheaper = recommended.flatMap(r -> front.stream()
                .filter(o -> !o.pieces().isEmpty() && isDifferent(o, chosen))
                .filter(o -> o.criteria().coarse().costMinor()
                        < r.criteria().coarse().costMinor())
                .filter(o -> o.isAllowed() == r.isAllowed())
                .max(Comparator.comparingInt((PlanOption o) -> o.criteria().usableMib())
                        .thenComparing(order().reversed())));
        cheaper.ifPresent(chosen::add);
        Optional<PlanOption> further = recommended.flatMap(r -> front.stream()
                .filter(o -> o.criteria().usableMib() > r.criteria().usableMib())
                .filter(o -> isDifferent(o, chosen))
                .min(Comparator.comparing((PlanOption o) -> !o.isAllowed())
                        .thenComparing(Comparator.comparingInt(
                                        (PlanOption o) -> o.criteria().chancePermille() / 50)
                                .reversed())
                        .thenComparing(order())));
        further.ifPresent(chosen::add);
        // Like modules at full bandwidth are what many owners would rather have: never under "more".
        Optional<PlanOption> wider = recommended.flatMap(r -> front.stream()
                .filter(o -> o.isAllowed() && !o.isUnlike() && isDifferent(o, chosen))
                .filter(o -> o.criteria().usableMib() >= r.criteria().usableMib()
                        && o.criteria().coarse().meanTenths()
                                > r.criteria().coarse().meanTenths())
                .min(order()));
        wider.ifPresent(chosen::add);
        List<PlanOption> others = new ArrayList<>();
        for (Criteria.Of of : Criteria.Of.values()) {
            front.stream()
                    .max(Comparator.comparingLong(
                                    (PlanOption o) -> o.criteria().coarse().worth(of))
                            .thenComparing(order().reversed()))
                    .filter(o -> isDifferent(o, chosen) && others.size() < MOST_OTHERS)
                    .ifPresent(o -> {
                        others.add(o);
                        chosen.add(o);
                    });
        }
        while (others.size() < MOST_OTHERS) {
            Optional<PlanOption> farthest = front.stream()
                    .filter(o -> isDifferent(o, chosen))
                    .max(Comparator.comparingLong((PlanOption o) -> distance(o, chosen, front))
                            .thenComparing(order().reversed()));
            if (farthest.isEmpty()) {
                break;
            }
            others.add(farthest.get());
            chosen.add(farthest.get());
        }
        return new Chosen(recommended, preferred, cheaper, further, wider, List.copyOf(others));
    }

    /**
     * What to do if one is refused: the cheapest that runs for certain as far as anybody can say, has more than was found, and asks
     * for less than what may be refused.
     */
    public static Optional<PlanOption> fallback(PlanOption of, List<PlanOption> front, long foundMib) {
        return front.stream()
                .filter(o -> o.criteria().chancePermille() > of.criteria().chancePermille()
                        && o.limits().conditions().stream()
                                .noneMatch(c -> c.kind() == zephyrridge.core.limit.Condition.Kind.CONSENT)
                        && o.criteria().usableMib() > foundMib
                        && o.criteria().usableMib() < of.criteria().usableMib())
                .max(Comparator.comparing(PlanOption::isAllowed)
                        .thenComparing((PlanOption o) -> o.criteria().usableMib())
                        .thenComparing(order().reversed()));
    }

    /** Least cost, most bandwidth, fewest minutes, then by what goes where. */
    private static Comparator<PlanOption> order() {
        return Comparator.comparing(PlanOption::criteria, Criteria.CHEAPEST).thenComparing(o -> key(o));
    }

    private static String key(PlanOption o) {
        StringBuilder key = new StringBuilder();
        o.pieces()
                .forEach((p, piece) ->
                        key.append(p).append('=').append(piece.id()).append(';'));
        return key.toString();
    }

    /** Another capacity, other modules bought, or other positions touched than any of these; and a figure that a person tells apart. */
    private static boolean isDifferent(PlanOption o, List<PlanOption> from) {
        return from.stream()
                .noneMatch(c -> c.equals(o)
                        || c.criteria().coarse().equals(o.criteria().coarse())
                        || c.criteria().usableMib() == o.criteria().usableMib()
                                && kinds(c).equals(kinds(o))
                                && c.pieces().keySet().equals(o.pieces().keySet()));
    }

    private static List<String> kinds(PlanOption o) {
        return o.pieces().values().stream()
                .filter(p -> p.from() == PlanOption.From.OFFER)
                .map(p -> p.spec().summary())
                .sorted()
                .toList();
    }

    /** The largest difference to the nearest of these, in thousandths of the front's range. */
    private static long distance(PlanOption o, List<PlanOption> from, List<PlanOption> front) {
        long least = Long.MAX_VALUE;
        for (PlanOption c : from) {
            long most = 0;
            for (Criteria.Of of : Criteria.Of.values()) {
                long low = front.stream()
                        .mapToLong(x -> x.criteria().coarse().worth(of))
                        .min()
                        .orElse(0);
                long high = front.stream()
                        .mapToLong(x -> x.criteria().coarse().worth(of))
                        .max()
                        .orElse(0);
                if (high > low) {
                    long d = Math.abs(o.criteria().coarse().worth(of)
                            - c.criteria().coarse().worth(of));
                    most = Math.max(most, 1000 * d / (high - low));
                }
            }
            least = Math.min(least, most);
        }
        return least;
    }
}
