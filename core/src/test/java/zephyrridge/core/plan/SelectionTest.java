package zephyrridge.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.limit.LimitJudge;
import zephyrridge.core.limit.LimitKnowledge;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.Money;

/** What is shown of what was found. */
class SelectionTest {
    private static Map<String, ModuleSpec> at(PlanOption o) {
        Map<String, ModuleSpec> at = new TreeMap<>();
        o.pieces().forEach((p, piece) -> at.put(p, piece.spec()));
        return at;
    }

    @Test
    void theRecommendedOneIsAboutAsCheapAsTheCheapest() {
        int shown = 0;
        for (int seed = 0; seed < 200; seed++) {
            PlanTask task = PlanInstances.small(seed);
            List<PlanOption> front = Planner.plan(task).front();
            Selection.Chosen chosen = Selection.of(front, task.target());
            chosen.recommended().ifPresent(r -> {
                assertThat(r.isAllowed()).isTrue();
                List<PlanOption> had = front.stream()
                        .filter(o -> o.isAllowed() && !o.pieces().isEmpty())
                        .toList();
                long least = had.stream()
                        .mapToLong(o -> o.criteria().costMinor())
                        .min()
                        .orElseThrow();
                assertThat(r.criteria().costMinor() - least).isLessThanOrEqualTo(Math.max(500, Math.abs(least) / 20));
                // For that little nobody gives away a quarter of what another has, unless something else is gained for
                // it.
                assertThat(had)
                        .noneMatch(o -> o.criteria().costMinor() <= r.criteria().costMinor()
                                && o.criteria().chancePermille() >= r.criteria().chancePermille()
                                && o.isUnlike() == r.isUnlike()
                                && o.criteria().usableMib() >= r.criteria().usableMib()
                                && 3 * o.criteria().meanTenths()
                                        > 4 * r.criteria().meanTenths());
            });
            List<PlanOption> all = new ArrayList<>(chosen.others());
            chosen.recommended().ifPresent(all::add);
            chosen.cheaper().ifPresent(c -> {
                all.add(c);
                assertThat(c.criteria().costMinor())
                        .isLessThan(
                                chosen.recommended().orElseThrow().criteria().costMinor());
            });
            chosen.further().ifPresent(f -> {
                all.add(f);
                assertThat(f.criteria().usableMib())
                        .isGreaterThan(
                                chosen.recommended().orElseThrow().criteria().usableMib());
            });
            assertThat(all).doesNotHaveDuplicates();
            assertThat(chosen.others().size()).isLessThanOrEqualTo(6);
            shown += all.size();
        }
        assertThat(shown).isGreaterThan(400);
    }

    private static final String SLOW = "8GB 1Rx8 PC4-2400T-SA1-11";
    private static final String FAST = "8GB 1Rx8 PC4-3200AA-SA2-11";

    private static PlanTask task(List<DrawerPiece> drawer, Offer... offers) {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 3200, 2400)
                .sockets(2, 1)
                .cap(null, null, null, 3200)
                .limit(LimitClaim.Source.MAKER, LimitClaim.Quantity.TOTAL, 16)
                .build();
        LayoutEvaluator evaluator = new LayoutEvaluator(record, HouseRules.DEFAULT);
        return new PlanTask(
                record,
                evaluator,
                new LimitJudge(record, evaluator, HouseRules.DEFAULT, LimitKnowledge.NONE),
                HouseRules.DEFAULT,
                Host.UNLIMITED,
                Layout.of(record, Map.of()),
                new TreeMap<>(),
                Map.of(),
                drawer,
                List.of(offers),
                Terms.USUAL,
                new Target(ByteSize.ofGibibytes(16), Optional.empty(), Optional.empty(), Optional.empty()),
                "",
                "",
                0);
    }

    private static PlanOption recommended(PlanTask task) {
        return Selection.of(task, Planner.plan(task).front(), task.target())
                .recommended()
                .orElseThrow();
    }

    private static Offer pair(String id, String label, int minor) {
        return new Offer(id, "s", label, Modules.of(label), 2, Money.ofMinor(minor), 3, 2, Optional.of(14), Money.ZERO);
    }

    /** A quarter of the bandwidth is not given away for half a unit of money. */
    @Test
    void halfAUnitOfMoneyBuysABandwidth() {
        PlanOption r = recommended(task(List.of(), pair("slow", SLOW, 3_920), pair("fast", FAST, 3_970)));
        assertThat(r.bought()).extracting(b -> b.offer().id()).containsExactly("fast");
        // Where it costs what a person tells apart, the cheap one it is.
        PlanOption dear = recommended(task(List.of(), pair("slow", SLOW, 3_920), pair("fast", FAST, 5_970)));
        assertThat(dear.bought()).extracting(b -> b.offer().id()).containsExactly("slow");
    }

    /** Two of three tested ones that are alike, though the untested one beside them is no dearer; with one tested only, it is said. */
    @Test
    void testedBeforeUntestedAndLikeBeforeUnlike() {
        DrawerPiece one = new DrawerPiece("D-1", Modules.of(FAST), Money.ofMinor(1_500));
        DrawerPiece two = new DrawerPiece("D-2", Modules.of(FAST), Money.ofMinor(1_500));
        DrawerPiece three = new DrawerPiece("D-3", Modules.of(FAST), Money.ofMinor(1_500));
        DrawerPiece untested =
                new DrawerPiece("D-0", Modules.of("8GB 2Rx8 PC4-3200AA-SE1-11"), Money.ofMinor(1_400), false);
        PlanOption r = recommended(task(List.of(untested, one, two, three)));
        assertThat(r.untested()).isEmpty();
        assertThat(r.isUnlike()).isFalse();
        DrawerPiece like = new DrawerPiece("D-4", Modules.of(FAST), Money.ofMinor(1_400), false);
        PlanOption both = recommended(task(List.of(like, one)));
        assertThat(both.untested()).containsExactly("D-4");
        // Its test, or the risk of it, is in what it is expected to cost, and not in what the owner pays.
        PlanOption sure = recommended(task(List.of(new DrawerPiece("D-4", like.spec(), like.bookValue()), one)));
        assertThat(both.criteria().costMinor()).isGreaterThan(sure.criteria().costMinor());
        assertThat(both.quote()).isEqualTo(sure.quote());
    }

    /** Who asked for more is shown nothing that takes memory away. */
    @Test
    void noCardTakesMemoryAway() {
        for (int seed = 0; seed < 60; seed++) {
            PlanTask task = PlanInstances.small(seed);
            long found = task.asFound().installed(task.record()).mebibytes();
            Selection.Chosen chosen = Selection.of(task, Planner.plan(task).front(), task.target());
            List<PlanOption> all = new ArrayList<>(chosen.others());
            chosen.recommended().ifPresent(all::add);
            chosen.cheaper().ifPresent(all::add);
            assertThat(all).allMatch(o -> o.layoutMib() >= found);
        }
    }

    /** Every answer to "why not this" is checked by its own figures. */
    @Test
    void whyNotIsTrue() {
        Map<String, Integer> seen = new HashMap<>();
        for (int seed = 0; seed < 150; seed++) {
            PlanTask task = PlanInstances.small(seed);
            List<PlanOption> front = Planner.plan(task).front();
            Optional<PlanOption> recommended =
                    Selection.of(front, task.target()).recommended();
            List<ModuleSpec> kinds = new ArrayList<>(task.own().values());
            task.drawer().forEach(d -> kinds.add(d.spec()));
            task.offers().forEach(o -> kinds.add(o.spec()));
            for (ModuleSpec kind : kinds) {
                Map<String, ModuleSpec> asked = new TreeMap<>(task.own());
                task.record().positions().stream()
                        .filter(p -> !p.isSoldered())
                        .findFirst()
                        .ifPresent(p -> asked.put(p.id(), kind));
                if (asked.equals(task.own())) {
                    continue;
                }
                WhyNot why = WhyNot.ask(task, task, asked, front, recommended);
                seen.merge(why.getClass().getSimpleName(), 1, Integer::sum);
                if (why instanceof WhyNot.Dominated d) {
                    assertThat(d.by().criteria().dominates(d.own())).isTrue();
                } else if (why instanceof WhyNot.DearerThan d) {
                    assertThat(front).anyMatch(o -> o.criteria().equals(d.own()));
                } else if (why instanceof WhyNot.NotToBeHad n) {
                    assertThat(n.wanted()).isGreaterThan(n.there());
                } else if (why instanceof WhyNot.Stopped s) {
                    assertThat(s.findings()).isNotEmpty();
                }
            }
            // What changes nothing is told so, and not that it came too late.
            WhyNot same = WhyNot.ask(task, task, task.own(), front, recommended);
            assertThat(same)
                    .isInstanceOfAny(WhyNot.NoBetterThanNow.class, WhyNot.Stopped.class, WhyNot.MissesTarget.class);
            if (same instanceof WhyNot.MissesTarget m) {
                assertThat(m.which()).isEqualTo(Outcome.Conflict.CAPACITY);
            }
            // Of what is on the front itself nothing better can be named.
            for (PlanOption o : front) {
                assertThat(WhyNot.ask(task, task, at(o), front, recommended))
                        .as("seed %d", seed)
                        .isInstanceOfAny(WhyNot.AsGood.class, WhyNot.DearerThan.class, WhyNot.AgainstHouse.class);
            }
        }
        assertThat(seen).containsKeys("Dominated", "Stopped", "NotToBeHad", "MissesTarget", "NoBetterThanNow");
    }

    @Test
    void theHouseDecidesWhatIsRecommendedAndNotWhatIsFound() {
        int changed = 0;
        for (int seed = 0; seed < 120; seed++) {
            PlanTask task = PlanInstances.small(seed);
            PlanTask strict = new PlanTask(
                    task.record(),
                    task.evaluator(),
                    task.limits(),
                    HouseRules.DEFAULT.with(HouseRules.Matching.IDENTICAL_ONLY).with(HouseRules.Factory.REPLACE_ALL),
                    task.host(),
                    task.asFound(),
                    task.own(),
                    task.ownValue(),
                    task.drawer(),
                    task.offers(),
                    task.terms(),
                    task.target(),
                    "",
                    "",
                    task.fitDay());
            List<PlanOption> front = Planner.plan(strict).front();
            assertThat(front)
                    .extracting(PlanOption::criteria)
                    .containsExactlyElementsOf(Planner.plan(task).front().stream()
                            .map(PlanOption::criteria)
                            .toList());
            Optional<PlanOption> r = Selection.of(front, task.target()).recommended();
            r.ifPresent(o -> {
                assertThat(at(o).values().stream().distinct().count()).isEqualTo(1);
                assertThat(o.pieces().values()).noneMatch(p -> p.from() == PlanOption.From.OWN);
            });
            changed += r.equals(Selection.of(Planner.plan(task).front(), task.target())
                            .recommended())
                    ? 0
                    : 1;
        }
        assertThat(changed).isGreaterThan(10);
    }

    /** What a card is for: in what it is better than the recommended one by more than a person tells apart, most of all first. */
    @Test
    void aCardSaysWhatItIsFor() {
        Criteria than = new Criteria(16_000, 384, 9_000, 900, 20, 2);
        assertThat(new Criteria(16_000, 384, 9_000, 900, 20, 2).gains(than)).isEmpty();
        assertThat(new Criteria(32_000, 390, 18_000, 900, 20, 2).gains(than))
                .containsExactly(Criteria.Of.USABLE, Criteria.Of.MEAN);
        // A coin, a minute and a point are nothing; a day less is.
        assertThat(new Criteria(16_000, 384, 8_990, 905, 19, 1).gains(than))
                .doesNotContain(Criteria.Of.MINUTES, Criteria.Of.CHANCE)
                .contains(Criteria.Of.READY);
        assertThat(new Criteria(8_000, 192, 2_000, 950, 12, 0).gains(than))
                .containsExactly(Criteria.Of.COST, Criteria.Of.READY, Criteria.Of.MINUTES, Criteria.Of.CHANCE);
        Random random = new Random(17);
        for (int n = 0; n < 2_000; n++) {
            Criteria a = any(random);
            Criteria b = any(random);
            List<Criteria.Of> back = b.gains(a);
            assertThat(a.gains(b)).noneMatch(back::contains).allMatch(of -> a.worth(of) > b.worth(of));
            if (b.isNoWorseThan(a)) {
                assertThat(a.gains(b)).isEmpty();
            }
        }
    }

    private static Criteria any(Random r) {
        return new Criteria(
                r.nextInt(4) * 4_096,
                r.nextInt(50) * 10,
                r.nextInt(20_000),
                r.nextInt(1_001),
                r.nextInt(60),
                r.nextInt(6));
    }
}
