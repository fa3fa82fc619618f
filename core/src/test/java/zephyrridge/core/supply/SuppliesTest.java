package zephyrridge.core.supply;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Modules;
import zephyrridge.core.Rounds;
import zephyrridge.core.plan.Offer;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.supply.Pack.State;
import zephyrridge.core.supply.Supplies.Parts;
import zephyrridge.core.supply.Supplies.Standing;
import zephyrridge.core.unit.Alternative;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Whence;

/** what is to be ordered, and which job gets what came. */
class SuppliesTest {
    private static final LocalDate DAY = LocalDate.of(2031, 5, 14);
    private static final Thing PAIR = new Thing("Kettering", "2 x 8 GB", 2);
    private static final Thing SINGLE = new Thing("Kettering", "16 GB", 1);
    private static final String EIGHT = "8GB 1Rx8 PC4-2400T-SA1-11";

    private static Need need(Thing thing, int packs) {
        return new Need(
                thing,
                packs,
                Optional.of(Money.ofMinor(3000)),
                Optional.of(2),
                Optional.empty(),
                Optional.of(14),
                Optional.empty());
    }

    private static Ask ask(long job, int promisedIn, Need... needs) {
        return new Ask(job, Optional.of(DAY.plusDays(promisedIn)), true, List.of(needs), Set.of());
    }

    private static Pack pack(long id, Thing thing, long job, State state) {
        return new Pack(id, thing, Optional.of(job), state, Optional.of(DAY.plusDays(2)));
    }

    private static SortedMap<Long, Optional<Long>> jobs(Supplies s) {
        SortedMap<Long, Optional<Long>> by = new TreeMap<>();
        s.packs().forEach(p -> by.put(p.id(), p.job()));
        return by;
    }

    @Test
    void aDecidedLayoutNeedsWhatItBuysOnceItIsDecidedOn() {
        Offer offer = new Offer(
                "7",
                "Kettering",
                "2 x 8 GB",
                Modules.of(EIGHT),
                2,
                Money.ofMinor(5990),
                4,
                3,
                Optional.of(14),
                Money.ZERO);
        Alternative.Buy buy = Alternative.Buy.of(offer, 1);
        Whence said = new Whence(
                Whence.Way.BOUGHT,
                Optional.of(Money.ofMinor(2500)),
                "Ambleside",
                Optional.of(DAY.plusDays(5)),
                Optional.empty(),
                Optional.empty());
        Unit open = Unit.NEW
                .withModule(JobModule.named("m1", JobModule.Origin.TYPED, EIGHT, Modules.of(EIGHT))
                        .with(said))
                .withModule(JobModule.named("m2", JobModule.Origin.TYPED, EIGHT, Modules.of(EIGHT))
                        .with(said))
                .withModule(JobModule.named("m3", JobModule.Origin.TYPED, EIGHT, Modules.of(EIGHT))
                        .with(new Whence(
                                Whence.Way.LIES_ABOUT,
                                Optional.empty(),
                                "",
                                Optional.empty(),
                                Optional.empty(),
                                Optional.empty())))
                .withModule(JobModule.named("m4", JobModule.Origin.TYPED, EIGHT, Modules.of(EIGHT))
                        .with(Whence.NOT_SAID))
                .withModule(JobModule.of(offer, "m5"))
                .withAlternative(
                        "plan",
                        new TreeMap<>(Map.of("A1", "m1", "A2", "m2", "B1", "m3", "B2", "m4", "C1", "m5")),
                        List.of(buy));
        assertThat(Need.of(open)).isEmpty();
        assertThat(Need.of(open.withChosen(true)))
                .extracting(Need::thing, Need::packs, n -> n.whole().map(Money::toString), n -> n.due(DAY))
                .containsExactly(
                        tuple(new Thing("Ambleside", EIGHT, 1), 2, Optional.of("50.00"), Optional.of(DAY.plusDays(5))),
                        tuple(PAIR, 1, Optional.of("59.90"), Optional.of(DAY.plusDays(3))));
        assertThat(Need.of(open.withChosen(true)).get(1).returnUntil(DAY)).contains(DAY.plusDays(14));
        assertThat(Need.of(open.withChosen(true)).get(0).returnUntil(DAY)).isEmpty();
        assertThat(Need.of(open.withChosen(true)).get(0).due(DAY.plusDays(6)))
                .as("what somebody said is over")
                .isEmpty();
    }

    @Test
    void whatIsNotOrderedIsToBeOrderedForWhoIsPromisedFirst() {
        Supplies s =
                Supplies.of(List.of(ask(1, 9, need(PAIR, 1)), ask(2, 3, need(PAIR, 2), need(SINGLE, 1))), List.of());
        assertThat(s.lacks())
                .extracting(
                        Supplies.Lack::job, l -> l.need().thing(), l -> l.need().packs())
                .containsExactly(tuple(2L, SINGLE, 1), tuple(2L, PAIR, 2), tuple(1L, PAIR, 1));
        assertThat(s.of(1)).contains(new Parts(Standing.TO_ORDER, Optional.empty()));
        assertThat(s.of(3)).isEmpty();
    }

    @Test
    void whatAJobNeedsNoMoreGoesToTheOneThatIsPromisedFirst() {
        List<Pack> ordered = List.of(pack(10, PAIR, 1, State.HERE), pack(11, PAIR, 2, State.ON_THE_WAY));
        List<Ask> asks =
                List.of(ask(1, 1), ask(2, 4, need(PAIR, 1)), ask(3, 9, need(PAIR, 1)), ask(4, 2, need(PAIR, 1)));
        Supplies s = Supplies.of(asks, ordered);
        assertThat(jobs(s)).isEqualTo(Map.of(10L, Optional.of(4L), 11L, Optional.of(2L)));
        assertThat(s.lacks()).extracting(Supplies.Lack::job).containsExactly(3L);
        assertThat(s.of(4)).contains(new Parts(Standing.HERE, Optional.empty()));
        assertThat(s.of(2)).contains(new Parts(Standing.ON_THE_WAY, Optional.of(DAY.plusDays(2))));
        assertThat(jobs(Supplies.of(List.of(ask(1, 1)), ordered)))
                .as("nobody needs either")
                .isEqualTo(Map.of(10L, Optional.empty(), 11L, Optional.empty()));
    }

    @Test
    void nobodyWaitsForWhatIsOnTheWayWhileTheSameLiesHereForNobody() {
        Supplies s = Supplies.of(
                List.of(ask(1, 1), ask(2, 4, need(PAIR, 1))),
                List.of(pack(10, PAIR, 1, State.HERE), pack(11, PAIR, 2, State.ON_THE_WAY)));
        assertThat(jobs(s)).isEqualTo(Map.of(10L, Optional.of(2L), 11L, Optional.empty()));
    }

    @Test
    void whatWasFittedIsNobodyElses() {
        Ask fitted = new Ask(1, Optional.empty(), false, List.of(need(PAIR, 1)), Set.of());
        Supplies s = Supplies.of(
                List.of(fitted, ask(2, 1, need(PAIR, 1))),
                List.of(pack(10, PAIR, 1, State.HERE), pack(11, PAIR, 1, State.SENT_BACK)));
        assertThat(jobs(s)).isEqualTo(Map.of(10L, Optional.of(1L)));
        assertThat(s.lacks()).extracting(Supplies.Lack::job).containsExactly(2L);
    }

    @Test
    void whatComesGoesToWhoIsPromisedFirstOfThoseThatWaitForTheSame() {
        List<Ask> asks = List.of(ask(1, 9, need(PAIR, 1)), ask(2, 3, need(PAIR, 1)), ask(3, 1, need(SINGLE, 1)));
        Supplies s = Supplies.of(
                asks,
                List.of(
                        pack(10, PAIR, 1, State.ON_THE_WAY),
                        pack(11, PAIR, 2, State.ON_THE_WAY),
                        pack(12, SINGLE, 3, State.ON_THE_WAY)));
        assertThat(s.arrival(10, asks)).isEqualTo(Map.of(10L, Optional.of(2L), 11L, Optional.of(1L)));
        assertThat(s.arrival(11, asks)).isEqualTo(Map.of(11L, Optional.of(2L)));
        assertThat(s.arrival(12, asks)).isEqualTo(Map.of(12L, Optional.of(3L)));
    }

    @Test
    void aDayThatNobodySaidOfOnePackIsSaidOfNone() {
        Pack silent = new Pack(11, SINGLE, Optional.of(1L), State.ON_THE_WAY, Optional.empty());
        Supplies s = Supplies.of(
                List.of(ask(1, 9, need(PAIR, 1), need(SINGLE, 1))),
                List.of(pack(10, PAIR, 1, State.ON_THE_WAY), silent));
        assertThat(s.of(1)).contains(new Parts(Standing.ON_THE_WAY, Optional.empty()));
    }

    @Test
    void aPieceOfAnothersPackIsHereWhenThatIs() {
        Ask giver = ask(1, 1, need(PAIR, 1));
        Ask taker = new Ask(2, Optional.empty(), true, List.of(), Set.of(1L));
        assertThat(Supplies.of(List.of(giver, taker), List.of()).of(2))
                .contains(new Parts(Standing.TO_ORDER, Optional.empty()));
        assertThat(Supplies.of(List.of(giver, taker), List.of(pack(10, PAIR, 1, State.ON_THE_WAY)))
                        .of(2))
                .contains(new Parts(Standing.ON_THE_WAY, Optional.of(DAY.plusDays(2))));
        assertThat(Supplies.of(List.of(giver, taker), List.of(pack(10, PAIR, 1, State.HERE)))
                        .of(2))
                .contains(new Parts(Standing.HERE, Optional.empty()));
        assertThat(Supplies.of(List.of(ask(1, 1), taker), List.of()).of(2))
                .as("the other orders nothing")
                .isEmpty();
    }

    @Test
    void aWrongPressIsMendedAndNothingGoesBackBeforeItCame() {
        assertThat(State.ON_THE_WAY.mayBecome(State.SENT_BACK)).isFalse();
        assertThat(State.HERE.mayBecome(State.CANCELLED)).isFalse();
        for (State from : State.values()) {
            for (State to : State.values()) {
                assertThat(from.mayBecome(to)).as(from + " " + to).isEqualTo(to.mayBecome(from));
            }
        }
    }

    /** Drawn shops: sums that do not go through the dealing, and what nobody would understand does not happen. */
    @Test
    void inDrawnShopsNothingIsLostDealtTwiceOrOrderedWhileItIsThere() {
        for (int round = 0; round < Rounds.of(400); round++) {
            Random random = new Random(round);
            List<Ask> asks = new ArrayList<>();
            for (long job = 1; job <= 1 + random.nextInt(6); job++) {
                List<Need> needs = Stream.of(PAIR, SINGLE)
                        .filter(t -> random.nextBoolean())
                        .map(t -> need(t, 1 + random.nextInt(3)))
                        .toList();
                asks.add(new Ask(
                        job,
                        random.nextInt(3) == 0 ? Optional.empty() : Optional.of(DAY.plusDays(random.nextInt(4))),
                        random.nextInt(4) > 0,
                        needs,
                        Set.of()));
            }
            List<Pack> ordered = new ArrayList<>();
            long most = random.nextInt(10);
            for (long id = 1; id <= most; id++) {
                ordered.add(new Pack(
                        id,
                        random.nextBoolean() ? PAIR : SINGLE,
                        random.nextInt(5) == 0 ? Optional.empty() : Optional.of(1L + random.nextInt(7)),
                        State.values()[random.nextInt(State.values().length)],
                        random.nextInt(4) == 0 ? Optional.empty() : Optional.of(DAY.plusDays(random.nextInt(5)))));
            }
            Supplies s = Supplies.of(asks, ordered);
            assertThat(s.packs())
                    .as("round %d", round)
                    .extracting(Pack::id)
                    .containsExactlyInAnyOrderElementsOf(ordered.stream()
                            .filter(p -> p.state().counts())
                            .map(Pack::id)
                            .toList());
            for (Thing thing : List.of(PAIR, SINGLE)) {
                int there = 0;
                int wanted = 0;
                for (Pack p : ordered) {
                    there += p.thing().equals(thing) && p.state().counts() ? 1 : 0;
                }
                for (Ask a : asks) {
                    int need = a.packs(thing);
                    long own = ordered.stream()
                            .filter(p -> p.thing().equals(thing)
                                    && p.state().counts()
                                    && p.job().equals(Optional.of(a.job())))
                            .count();
                    long has = s.packs().stream()
                            .filter(p -> p.thing().equals(thing) && p.job().equals(Optional.of(a.job())))
                            .count();
                    assertThat(has).as("round %d, job %d", round, a.job()).isBetween(Math.min(own, need), (long) need);
                    wanted += a.waits() ? need : 0;
                    there -= a.waits() ? 0 : (int) Math.min(own, need);
                    if (!a.waits()) {
                        assertThat(has).isEqualTo(Math.min(own, need));
                    }
                }
                int lacking = s.lacks().stream()
                        .filter(l -> l.need().thing().equals(thing))
                        .mapToInt(l -> l.need().packs())
                        .sum();
                assertThat(lacking).as("round %d", round).isEqualTo(Math.max(0, wanted - there));
            }
            assertThat(s.packs())
                    .as("round %d: nothing lies here for nobody while one that waits has the same on the way", round)
                    .noneMatch(p -> p.job().isEmpty()
                            && p.state() == State.HERE
                            && s.packs().stream()
                                    .anyMatch(o -> o.thing().equals(p.thing())
                                            && o.state() == State.ON_THE_WAY
                                            && asks.stream()
                                                    .anyMatch(a ->
                                                            a.waits() && o.job().equals(Optional.of(a.job())))));
            assertThat(jobs(Supplies.of(asks, s.packs())))
                    .as("dealt again, round %d", round)
                    .isEqualTo(jobs(s));
            s.packs().stream().filter(p -> p.state() == State.ON_THE_WAY).forEach(p -> {
                SortedMap<Long, Optional<Long>> before = jobs(s);
                SortedMap<Long, Optional<Long>> after = new TreeMap<>(before);
                after.putAll(s.arrival(p.id(), asks));
                assertThat(count(after)).isEqualTo(count(before));
            });
        }
    }

    private static Map<Optional<Long>, Long> count(SortedMap<Long, Optional<Long>> jobs) {
        return jobs.values().stream().collect(Collectors.groupingBy(j -> j, Collectors.counting()));
    }
}
