package zephyrridge.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.limit.LimitJudge;
import zephyrridge.core.limit.LimitKnowledge;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.LimitClaim.Quantity;
import zephyrridge.core.machine.LimitClaim.Source;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.Money;

/** What the shop would rather have than what costs least. Prices invented. */
class HousePreferenceTest {
    private static final String ONE_RANK = "8GB 1Rx8 PC4-2400T-SA1-11";
    private static final String TWO_RANKS = "8GB 2Rx8 PC4-2400T-SE1-11";
    private static final String FAST = "8GB 1Rx8 PC4-2666V-SA1-11";
    private static final String FASTER_THAN_IT_RUNS = "8GB 1Rx8 PC4-3200AA-SA1-11";

    private static PlanTask task(HouseRules house, Map<String, Integer> priceOf) {
        return task(house, 16, priceOf);
    }

    private static PlanTask task(HouseRules house, int gibibytes, Map<String, Integer> priceOf) {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 2666, 2400)
                .sockets(2, 1)
                .cap(null, null, null, 2666)
                .limit(Source.MAKER, Quantity.TOTAL, 32)
                .limit(Source.CONTROLLER, Quantity.PER_SLOT, 16)
                .build();
        LayoutEvaluator evaluator = new LayoutEvaluator(record, house);
        List<Offer> offers = new TreeMap<>(priceOf)
                .entrySet().stream()
                        .map(e -> new Offer(
                                e.getKey(),
                                "supplier",
                                e.getKey(),
                                Modules.of(e.getKey()),
                                1,
                                Money.ofMinor(e.getValue()),
                                4,
                                2,
                                Optional.of(14),
                                Money.ZERO))
                        .toList();
        return new PlanTask(
                record,
                evaluator,
                new LimitJudge(record, evaluator, house, LimitKnowledge.NONE),
                house,
                Host.UNLIMITED,
                Layout.of(record, Map.of()),
                new TreeMap<>(),
                Map.of(),
                List.of(),
                offers,
                Terms.USUAL,
                new Target(ByteSize.ofGibibytes(gibibytes), Optional.empty(), Optional.empty(), Optional.empty()),
                "",
                "",
                0);
    }

    private static Selection.Chosen chosen(PlanTask task) {
        return Selection.of(task, Planner.plan(task).front(), task.target());
    }

    private static String bought(Selection.Chosen chosen) {
        PlanOption o = chosen.recommended().orElseThrow();
        assertThat(o.bought()).hasSize(1);
        return o.bought().get(0).offer().id();
    }

    /** Two ranks at 2000 and 10 % more at most; the price of two. */
    @ParameterizedTest
    @CsvSource({
        "PREFER_DUAL, 2200, 8GB 2Rx8 PC4-2400T-SE1-11",
        "PREFER_DUAL, 2201, 8GB 1Rx8 PC4-2400T-SA1-11",
        "DO_NOT_LOOK, 2001, 8GB 1Rx8 PC4-2400T-SA1-11",
        "DO_NOT_LOOK, 1999, 8GB 2Rx8 PC4-2400T-SE1-11"
    })
    void twoRanksAtAFairPrice(HouseRules.Ranks school, int price, String expected) {
        PlanTask task = task(HouseRules.DEFAULT.with(school), Map.of(ONE_RANK, 2000, TWO_RANKS, price));
        Selection.Chosen chosen = chosen(task);
        assertThat(bought(chosen)).isEqualTo(expected);
        boolean dearer = expected.equals(TWO_RANKS) && price > 2000;
        assertThat(chosen.preferred())
                .isEqualTo(dearer ? Optional.of(HousePreference.Reason.DUAL_RANK) : Optional.empty());
        if (dearer) {
            // What it takes the place of is asked about: it costs less, and that is said.
            WhyNot why = WhyNot.ask(
                    task,
                    task,
                    Map.of("A1", Modules.of(ONE_RANK), "B1", Modules.of(ONE_RANK)),
                    Planner.plan(task).front(),
                    chosen.recommended());
            assertThat(why).isInstanceOf(WhyNot.HousePrefers.class);
            WhyNot itself = WhyNot.ask(
                    task,
                    task,
                    Map.of("A1", Modules.of(TWO_RANKS), "B1", Modules.of(TWO_RANKS)),
                    Planner.plan(task).front(),
                    chosen.recommended());
            assertThat(itself).isInstanceOf(WhyNot.AsGood.class);
        }
    }

    /** A layout of two kinds: each of them fair by itself, and together only as far as the whole is. */
    @ParameterizedTest
    @CsvSource({"2200, 1100, 2", "2220, 1110, 1", "2201, 1100, 1", "2500, 1400, 0"})
    void twoKindsAreFairTogether(int eight, int four, int swapped) {
        HouseRules house = HouseRules.DEFAULT.with(HouseRules.Matching.ANYTHING_THAT_FITS);
        PlanTask of12 = task(
                house,
                12,
                Map.of(
                        ONE_RANK,
                        2000,
                        TWO_RANKS,
                        eight,
                        "4GB 1Rx8 PC4-2400T-SA1-11",
                        1000,
                        "4GB 2Rx8 PC4-2400T-SE1-11",
                        four));
        PlanOption o = chosen(of12).recommended().orElseThrow();
        assertThat(o.bought()).hasSize(2);
        assertThat(o.bought().stream().filter(b -> b.offer().id().contains("2Rx8")))
                .hasSize(swapped);
        assertThat(o.purchases().minor()).isLessThanOrEqualTo(3300);
    }

    /** A rate that this machine does not run is no faster to it than its own. */
    @Test
    void theFastestThatItRuns() {
        HouseRules fastest =
                HouseRules.DEFAULT.with(HouseRules.Speed.ALWAYS_FASTEST).with(HouseRules.Ranks.DO_NOT_LOOK);
        Map<String, Integer> prices = Map.of(ONE_RANK, 2000, FAST, 3500, FASTER_THAN_IT_RUNS, 3600);
        Selection.Chosen chosen = chosen(task(fastest, prices));
        assertThat(bought(chosen)).isEqualTo(FAST);
        assertThat(chosen.preferred()).contains(HousePreference.Reason.FASTEST);
        assertThat(bought(chosen(task(HouseRules.DEFAULT, prices)))).isEqualTo(ONE_RANK);
    }

    /** The same with each offer of one rank also with two, at so many thousandths of its price. */
    private static PlanTask withTwoRanks(PlanTask t, int permille) {
        List<Offer> offers = new ArrayList<>(t.offers());
        for (Offer o : t.offers()) {
            if (o.wording().contains(" 1Rx")) {
                String two = o.wording().replaceFirst("1Rx\\d+", "2Rx8");
                offers.add(new Offer(
                        o.id() + "-dual",
                        o.supplier(),
                        two,
                        Modules.of(two),
                        o.pieces(),
                        o.price().share(permille, 1000),
                        o.stock(),
                        o.leadDays(),
                        o.returnDays(),
                        o.restocking()));
            }
        }
        return PlanInstances.with(t, t.drawer(), offers);
    }

    /** Whatever is preferred is as allowed, as likely to run and as large as what it takes the place of, and never much dearer. */
    @Test
    void aPreferenceBreaksNothing() {
        int preferred = 0;
        for (int seed = 0; seed < 400; seed++) {
            PlanTask task = withTwoRanks(PlanInstances.small(seed), 900 + seed % 300);
            List<PlanOption> front = Planner.plan(task).front();
            Selection.Chosen with = Selection.of(task, front, task.target());
            Selection.Chosen without = Selection.of(Selection.cards(task, front, task.target()), task.target());
            assertThat(with.recommended().isPresent())
                    .isEqualTo(without.recommended().isPresent());
            if (with.preferred().isEmpty()) {
                assertThat(with).isEqualTo(without);
                continue;
            }
            preferred++;
            PlanOption r = with.recommended().orElseThrow();
            PlanOption cheapest = without.recommended().orElseThrow();
            assertThat(r.isAllowed()).isTrue();
            assertThat(r.layoutMib()).isEqualTo(cheapest.layoutMib());
            assertThat(r.criteria().chancePermille())
                    .isGreaterThanOrEqualTo(cheapest.criteria().chancePermille());
            assertThat(r.purchases().plus(r.drawer()).minor() * 100)
                    .isLessThanOrEqualTo(
                            cheapest.purchases().plus(cheapest.drawer()).minor() * 110);
            task.target().budget().ifPresent(b -> assertThat(r.quote()).isLessThanOrEqualTo(b));
        }
        assertThat(preferred).isGreaterThan(2);
    }
}
