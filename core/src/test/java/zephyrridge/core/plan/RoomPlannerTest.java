package zephyrridge.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.Rounds;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.limit.LimitJudge;
import zephyrridge.core.limit.LimitKnowledge;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.Money;

/** Rooms: every combination of what is weighed, by a sum written without sharing code; and that what is dealt out is there. */
class RoomPlannerTest {
    private static RoomTask small(long seed, int most) {
        Random random = new Random(seed);
        List<RoomTask.Like> likes = new ArrayList<>();
        int kinds = 1 + random.nextInt(2);
        List<DrawerPiece> drawer = new ArrayList<>();
        List<Offer> offers = new ArrayList<>();
        Terms terms = Terms.USUAL;
        int unit = 0;
        for (int k = 0; k < kinds; k++) {
            PlanTask one = PlanInstances.small(seed * 31 + k);
            long found = one.own().values().stream()
                    .mapToLong(m -> m.capacity().mebibytes())
                    .sum();
            ByteSize atLeast = ByteSize.ofGibibytes(Math.max(4, (int) (found / 1024) + (random.nextBoolean() ? 0 : 8)));
            one = one.withTarget(new Target(atLeast, Optional.empty(), Optional.empty(), Optional.empty()));
            List<String> units = new ArrayList<>();
            for (int u = 1 + random.nextInt(most); u > 0; u--) {
                units.add("u" + ++unit);
            }
            likes.add(new RoomTask.Like(one, units));
            int number = k;
            one.drawer().forEach(p -> drawer.add(new DrawerPiece(p.tag() + "-" + number, p.spec(), p.bookValue())));
            one.offers()
                    .forEach(o -> offers.add(new Offer(
                            o.id() + "-" + number,
                            o.supplier(),
                            o.wording(),
                            o.spec(),
                            o.pieces(),
                            o.price(),
                            6,
                            o.leadDays(),
                            o.returnDays(),
                            o.restocking())));
            terms = one.terms();
        }
        return new RoomTask(likes, drawer, offers, terms, false);
    }

    private static List<Integer> likeOf(RoomTask task) {
        List<Integer> likeOf = new ArrayList<>();
        for (int l = 0; l < task.likes().size(); l++) {
            for (int u = 0; u < task.likes().get(l).units().size(); u++) {
                likeOf.add(l);
            }
        }
        return likeOf;
    }

    /** Least money for every choice of layouts, by trying them all. */
    private static long tried(
            RoomTask task,
            RoomPlanner.Weighed w,
            List<Integer> likeOf,
            int u,
            int[] needs,
            long labour,
            Map<List<Integer>, Long> known) {
        if (u == likeOf.size()) {
            long sum = labour;
            for (int a = 0; a < needs.length; a++) {
                int article = a;
                long one = known.computeIfAbsent(
                        List.of(a, needs[a]), k -> cost(task, w.articles().get(article), needs[article]));
                if (one < 0) {
                    return Long.MAX_VALUE;
                }
                sum += one;
            }
            return sum;
        }
        long least = Long.MAX_VALUE;
        for (RoomPlanner.Candidate c : w.byLike().get(likeOf.get(u))) {
            int[] next = needs.clone();
            for (int a = 0; a < next.length; a++) {
                next[a] += c.needs()[a];
            }
            least = Math.min(least, tried(task, w, likeOf, u + 1, next, labour + c.labour(), known));
        }
        return least;
    }

    /** What is in the machines is free, of the drawer the cheapest, and of the sheets every number of packs of one line, else of several; -1 where there are not so many. */
    private static long cost(RoomTask task, ModuleSpec article, int pieces) {
        int free = 0;
        for (RoomTask.Like like : task.likes()) {
            free += like.units().size()
                    * (int) like.task().own().values().stream()
                            .filter(article::equals)
                            .count();
        }
        int more = Math.max(0, pieces - free);
        List<Long> drawer = task.drawer().stream()
                .filter(p -> p.spec().equals(article))
                .map(p -> p.bookValue().minor())
                .sorted()
                .toList();
        List<Offer> lines =
                task.offers().stream().filter(o -> o.spec().equals(article)).toList();
        long least = -1;
        long drawn = 0;
        for (int d = 0; d <= Math.min(more, drawer.size()); d++) {
            drawn += d == 0 ? 0 : drawer.get(d - 1);
            long bought = bought(lines, more - d);
            if (bought >= 0 && (least < 0 || drawn + bought < least)) {
                least = drawn + bought;
            }
        }
        return least;
    }

    private static long bought(List<Offer> lines, int pieces) {
        // One line alone wherever one gives exactly the number (R-8.3).
        long exact = lines.stream()
                .filter(o -> pieces % o.pieces() == 0 && pieces / o.pieces() <= o.stock())
                .mapToLong(o -> (long) pieces / o.pieces() * o.price().minor())
                .min()
                .orElse(-1);
        return pieces == 0 ? 0 : exact >= 0 ? exact : together(lines, 0, pieces);
    }

    private static long together(List<Offer> lines, int from, int pieces) {
        if (pieces <= 0) {
            return 0;
        }
        if (from == lines.size()) {
            return -1;
        }
        long least = -1;
        Offer o = lines.get(from);
        for (int packs = 0; packs <= o.stock(); packs++) {
            long rest = together(lines, from + 1, pieces - packs * o.pieces());
            if (rest >= 0 && (least < 0 || packs * o.price().minor() + rest < least)) {
                least = packs * o.price().minor() + rest;
            }
        }
        return least;
    }

    /** What the plan comes to, by the same terms. */
    private static long money(RoomTask task, RoomPlan plan) {
        long sum = plan.purchases().minor() + plan.drawer().minor();
        for (RoomPlan.UnitPlan u : plan.units()) {
            if (u.isTouched()) {
                Criteria c = u.pattern().orElseThrow().criteria();
                long labour = task.terms().labour(c.minutes()).minor();
                sum += labour + Math.floorDiv((1000 - c.chancePermille()) * labour + 500, 1000);
            }
        }
        return sum;
    }

    @Test
    void noCombinationOfWhatIsWeighedIsCheaper() {
        int planned = 0;
        int shared = 0;
        for (int seed = 0; seed < Rounds.of(90); seed++) {
            RoomTask task = small(seed, 3);
            RoomPlanner.Answer a = RoomPlanner.plan(task, () -> false);
            assertThat(a.plan().exact()).isTrue();
            if (!a.cannot().isEmpty()) {
                assertThat(a.plan().found()).isEmpty();
                continue;
            }
            RoomPlanner.Weighed w = RoomPlanner.weighed(task);
            double combinations = 1;
            for (int l = 0; l < task.likes().size(); l++) {
                combinations *= Math.pow(
                        w.byLike().get(l).size(), task.likes().get(l).units().size());
            }
            if (combinations > 4_000) {
                continue;
            }
            long least = tried(task, w, likeOf(task), 0, new int[w.articles().size()], 0, new HashMap<>());
            if (a.plan().found().isEmpty()) {
                assertThat(least).as("instance %d", seed).isEqualTo(Long.MAX_VALUE);
                continue;
            }
            RoomPlan plan = a.plan().found().get();
            assertThat(money(task, plan)).as("instance %d", seed).isEqualTo(least);
            isDealtRight(task, plan);
            planned++;
            shared += plan.units().stream()
                            .flatMap(u -> u.pieces().values().stream())
                            .anyMatch(p -> p.unit().isPresent())
                    ? 1
                    : 0;
        }
        assertThat(planned).isGreaterThan(40);
        assertThat(shared).as("rooms in which machines share").isGreaterThan(5);
    }

    private static void isDealtRight(RoomTask task, RoomPlan plan) {
        Set<String> used = new HashSet<>();
        Map<String, Integer> left = new HashMap<>();
        plan.units().forEach(u -> u.packs()
                .forEach(p -> left.merge(
                        u.unit() + " " + p.offer().id(), p.packs() * p.offer().pieces(), Integer::sum)));
        Map<String, PlanTask> taskOf = new HashMap<>();
        task.likes().forEach(l -> l.units().forEach(u -> taskOf.put(u, l.task())));
        Map<String, RoomPlan.UnitPlan> byUnit = new HashMap<>();
        plan.units().forEach(u -> byUnit.put(u.unit(), u));
        for (RoomPlan.UnitPlan u : plan.units()) {
            PlanTask one = taskOf.get(u.unit());
            u.pieces().forEach((position, p) -> {
                switch (p.from()) {
                    case OWN -> {
                        assertThat(one.own()).containsEntry(p.id(), p.spec());
                        assertThat(used.add(u.unit() + " " + p.id())).isTrue();
                    }
                    case ROOM -> {
                        String other = p.unit().orElseThrow();
                        assertThat(other).isNotEqualTo(u.unit());
                        assertThat(taskOf.get(other).own()).containsEntry(p.id(), p.spec());
                        assertThat(byUnit.get(other).isTouched()).isTrue();
                        assertThat(used.add(other + " " + p.id())).isTrue();
                    }
                    case DRAWER -> assertThat(used.add(p.id())).isTrue();
                    case OFFER -> left.merge(u.unit() + " " + p.id(), -1, Integer::sum);
                    case PACK -> left.merge(p.unit().orElseThrow() + " " + p.id(), -1, Integer::sum);
                }
            });
            if (u.isTouched()) {
                assertThat(u.pieces().keySet())
                        .isEqualTo(u.pattern().orElseThrow().pieces().keySet());
                long mib = u.pattern().orElseThrow().layoutMib();
                assertThat(mib).isGreaterThanOrEqualTo(one.target().atLeast().mebibytes());
            }
        }
        assertThat(left.values()).allMatch(n -> n >= 0);
        plan.left().forEach(l -> assertThat(used.add(l.unit() + " " + l.position()))
                .isTrue());
        Map<String, Integer> packs = new HashMap<>();
        plan.units().forEach(u -> u.packs().forEach(p -> packs.merge(p.offer().id(), p.packs(), Integer::sum)));
        Map<String, Integer> bought = new HashMap<>();
        plan.bought().forEach(p -> bought.put(p.offer().id(), p.packs()));
        // A pack nobody opened would be bought for nothing.
        assertThat(packs).isEqualTo(bought);
    }

    /** Twelve of one kind: a pack of two serves two machines, and one that is opened is paid once. */
    @Test
    void aPackServesTwoMachines() {
        PlanTask one = oneSocket();
        ModuleSpec eight = Modules.of("8GB 1Rx8 PC4-2666V-SA1-11");
        Offer pair =
                new Offer("pair", "s", "pair of 8", eight, 2, Money.ofMinor(5_000), 20, 2, Optional.of(14), Money.ZERO);
        List<String> units = new ArrayList<>();
        for (int i = 1; i <= 5; i++) {
            units.add("#" + i);
        }
        RoomTask task =
                new RoomTask(List.of(new RoomTask.Like(one, units)), List.of(), List.of(pair), Terms.USUAL, false);
        RoomPlan plan = RoomPlanner.plan(task, () -> false).plan().found().orElseThrow();
        assertThat(plan.bought()).singleElement().satisfies(p -> assertThat(p.packs())
                .isEqualTo(3));
        assertThat(plan.purchases()).isEqualTo(Money.ofMinor(15_000));
        assertThat(plan.units().stream().flatMap(u -> u.pieces().values().stream()))
                .filteredOn(p -> p.from() == RoomPlan.From.PACK)
                .hasSize(2);
        isDealtRight(task, plan);
    }

    /** What comes out of the machines that get more goes into those that want less. */
    @Test
    void whatComesOutOfOneGoesIntoAnother() {
        ModuleSpec eight = Modules.of("8GB 1Rx8 PC4-2666V-SA1-11");
        ModuleSpec sixteen = Modules.of("16GB 2Rx8 PC4-2666V-SE1-11");
        PlanTask empty = oneSocket();
        PlanTask better = new PlanTask(
                empty.record(),
                empty.evaluator(),
                empty.limits(),
                empty.house(),
                empty.host(),
                Layout.of(empty.record(), Map.of("A1", eight)),
                new TreeMap<>(Map.of("A1", eight)),
                Map.of(),
                List.of(),
                List.of(),
                empty.terms(),
                new Target(ByteSize.ofGibibytes(16), Optional.empty(), Optional.empty(), Optional.empty()),
                "",
                "",
                0);
        Offer large =
                new Offer("large", "s", "16", sixteen, 1, Money.ofMinor(6_000), 20, 2, Optional.of(14), Money.ZERO);
        Offer small = new Offer("small", "s", "8", eight, 1, Money.ofMinor(3_000), 20, 2, Optional.of(14), Money.ZERO);
        RoomTask task = new RoomTask(
                List.of(
                        new RoomTask.Like(better, List.of("b1", "b2")),
                        new RoomTask.Like(empty, List.of("w1", "w2", "w3"))),
                List.of(),
                List.of(large, small),
                Terms.USUAL,
                false);
        RoomPlan plan = RoomPlanner.plan(task, () -> false).plan().found().orElseThrow();
        assertThat(plan.purchases()).isEqualTo(Money.ofMinor(2 * 6_000 + 3_000));
        assertThat(plan.units().stream().flatMap(u -> u.pieces().values().stream()))
                .filteredOn(p -> p.from() == RoomPlan.From.ROOM)
                .hasSize(2);
        assertThat(plan.left()).isEmpty();
        isDealtRight(task, plan);
    }

    /** One layout for all that are alike: never cheaper than any, the cheapest of those, and the same modules in each. */
    @Test
    void machinesThatAreAlikeStaySo() {
        int planned = 0;
        for (int seed = 0; seed < Rounds.of(60); seed++) {
            RoomTask any = small(seed, 4);
            RoomTask alike = new RoomTask(any.likes(), any.drawer(), any.offers(), any.terms(), true);
            RoomPlanner.Answer a = RoomPlanner.plan(alike, () -> false);
            assertThat(a.plan().exact()).isTrue();
            if (a.plan().found().isEmpty()) {
                continue;
            }
            planned++;
            RoomPlan plan = a.plan().found().get();
            isDealtRight(alike, plan);
            assertThat(money(alike, plan))
                    .isGreaterThanOrEqualTo(money(
                            any,
                            RoomPlanner.plan(any, () -> false).plan().found().orElseThrow()));
            RoomPlanner.Weighed w = RoomPlanner.weighed(alike);
            long least = leastAlike(alike, w, 0, new int[w.articles().size()], 0);
            assertThat(money(alike, plan)).as("instance %d", seed).isEqualTo(least);
            Map<String, RoomPlan.UnitPlan> by = new HashMap<>();
            plan.units().forEach(u -> by.put(u.unit(), u));
            for (RoomTask.Like like : alike.likes()) {
                assertThat(like.units().stream()
                                .map(u -> by.get(u).pieces().values().stream()
                                        .map(p -> p.spec().summary())
                                        .sorted()
                                        .toList())
                                .distinct())
                        .hasSize(1);
            }
        }
        assertThat(planned).isGreaterThan(40);
    }

    private static long leastAlike(RoomTask task, RoomPlanner.Weighed w, int like, int[] needs, long labour) {
        if (like == task.likes().size()) {
            long sum = labour;
            for (int a = 0; a < needs.length; a++) {
                long one = cost(task, w.articles().get(a), needs[a]);
                if (one < 0) {
                    return Long.MAX_VALUE;
                }
                sum += one;
            }
            return sum;
        }
        long least = Long.MAX_VALUE;
        int n = task.likes().get(like).units().size();
        for (RoomPlanner.Candidate c : w.byLike().get(like)) {
            int[] next = needs.clone();
            for (int a = 0; a < next.length; a++) {
                next[a] += n * c.needs()[a];
            }
            least = Math.min(least, leastAlike(task, w, like + 1, next, labour + n * c.labour()));
        }
        return least;
    }

    @Test
    void fortyMachinesOfThreeKindsAreAllWeighed() {
        List<RoomTask.Like> likes = new ArrayList<>();
        List<DrawerPiece> drawer = new ArrayList<>();
        List<Offer> offers = new ArrayList<>();
        int[] of = {14, 13, 13};
        int unit = 0;
        for (int k = 0; k < 3; k++) {
            RoomTask one = small(List.of(3L, 7L, 12L).get(k), 1);
            PlanTask task = one.likes().get(0).task();
            List<String> units = new ArrayList<>();
            for (int i = 0; i < of[k]; i++) {
                units.add("u" + ++unit);
            }
            likes.add(new RoomTask.Like(task, units));
            int number = k;
            task.drawer().forEach(p -> drawer.add(new DrawerPiece(p.tag() + number, p.spec(), p.bookValue())));
            task.offers()
                    .forEach(o -> offers.add(new Offer(
                            o.id() + number,
                            "s",
                            o.wording(),
                            o.spec(),
                            o.pieces(),
                            o.price(),
                            60,
                            1,
                            Optional.of(14),
                            Money.ZERO)));
        }
        RoomTask task = new RoomTask(likes, drawer, offers, Terms.USUAL, false);
        RoomPlanner.Answer a = RoomPlanner.plan(task, () -> false);
        assertThat(a.cannot()).isEmpty();
        assertThat(a.plan().exact()).isTrue();
        isDealtRight(task, a.plan().found().orElseThrow());
        // Cut short it says so, and is no cheaper.
        RoomPlanner.Answer cut = RoomPlanner.plan(task, 1, () -> false);
        assertThat(money(task, cut.plan().found().orElseThrow()))
                .isGreaterThanOrEqualTo(money(task, a.plan().found().orElseThrow()));
    }

    private static PlanTask oneSocket() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 2666)
                .sockets(1, 1)
                .cap(null, null, null, 2666)
                .memory(768, 64, 32)
                .build();
        LayoutEvaluator evaluator = new LayoutEvaluator(record, HouseRules.DEFAULT);
        return new PlanTask(
                record,
                evaluator,
                new LimitJudge(record, evaluator, HouseRules.DEFAULT, new LimitKnowledge(List.of(), List.of())),
                HouseRules.DEFAULT,
                Host.UNLIMITED,
                Layout.of(record, Map.of()),
                new TreeMap<>(),
                Map.of(),
                List.of(),
                List.of(),
                Terms.USUAL,
                new Target(ByteSize.ofGibibytes(8), Optional.empty(), Optional.empty(), Optional.empty()),
                "",
                "",
                0);
    }
}
