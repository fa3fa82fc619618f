package zephyrridge.core.room;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Modules;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Place;
import zephyrridge.core.log.Stamp;
import zephyrridge.core.plan.Offer;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.room.RoomGifts.Standing;
import zephyrridge.core.unit.Alternative;
import zephyrridge.core.unit.Delivery;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Whence;

/** R-8.12: what machines of a room give each other, whatever becomes of each. */
class RoomGiftsTest {
    private static final String FOUR = "4GB 1Rx16 PC4-2400T-SC0-11";
    private static final String EIGHT = "8GB 1Rx8 PC4-2400T-SA1-11";
    private static final LocalDate DAY = LocalDate.of(2031, 5, 19);

    /** Machine 1 has a four and an eight, and gives the four away. */
    private static Unit giver(boolean chosen) {
        return Unit.NEW
                .withModule(JobModule.named("m1", JobModule.Origin.FOUND, FOUR, Modules.of(FOUR)))
                .withModule(JobModule.named("m2", JobModule.Origin.FOUND, EIGHT, Modules.of(EIGHT)))
                .withFound("A1", "m1")
                .withFound("B1", "m2")
                .withAlternative("room", sorted(Map.of("A1", "")), List.of())
                .withChosen(chosen);
    }

    private static SortedMap<String, String> sorted(Map<String, String> map) {
        return new TreeMap<>(map);
    }

    private static Unit taker(String label, Whence whence) {
        return Unit.NEW
                .withModule(JobModule.named("m1", JobModule.Origin.TYPED, label, Modules.of(label))
                        .with(whence))
                .withAlternative("room", sorted(Map.of("A1", "m1")), List.of())
                .withChosen(true);
    }

    private static Whence out(long job, String position) {
        return Whence.ofRoom(
                "#" + job, new Whence.Giver(job, Optional.of(position), Optional.empty()), Optional.empty());
    }

    private static Whence ofPack(long job) {
        return Whence.ofRoom(
                "pack of #" + job, new Whence.Giver(job, Optional.empty(), Optional.of("o1")), Optional.of(DAY));
    }

    /** Orders so many pairs and wants one piece of them itself. */
    private static Unit orders(int packs) {
        Offer pair = new Offer(
                "o1",
                "A supplier",
                "pair of 8",
                Modules.of(EIGHT),
                2,
                Money.ofMinor(5_000),
                20,
                5,
                Optional.of(14),
                Money.ZERO);
        return Unit.NEW
                .withModule(JobModule.of(pair, "m1"))
                .withAlternative("room", sorted(Map.of("A1", "m1")), List.of(Alternative.Buy.of(pair, packs)))
                .withChosen(true);
    }

    private static List<Standing> standings(Map<Long, Unit> room) {
        return RoomGifts.of(new TreeMap<>(room)).stream()
                .map(RoomGifts.Gift::standing)
                .toList();
    }

    @Test
    void aModuleComesOutOfAMachineThatIsToLeaveIt() {
        Unit taker = taker(FOUR, out(1, "A1"));
        assertThat(standings(Map.of(1L, giver(true), 2L, taker))).containsExactly(Standing.STILL_IN_IT);
        // Taken back there, or never decided on: nobody gives it.
        assertThat(standings(Map.of(1L, giver(false), 2L, taker))).containsExactly(Standing.NOT_GIVEN);
        // It stays in, is another module, came in another socket, or the machine is of another room.
        Unit keeps = giver(true)
                .withAlternative("other", sorted(Map.of("A1", "m1", "B1", "")), List.of())
                .withChosen(true);
        assertThat(standings(Map.of(1L, keeps, 2L, taker))).containsExactly(Standing.NOT_GIVEN);
        assertThat(standings(Map.of(1L, giver(true), 2L, taker(EIGHT, out(1, "A1")))))
                .containsExactly(Standing.NOT_GIVEN);
        assertThat(standings(Map.of(1L, giver(true), 2L, taker(EIGHT, out(1, "B1")))))
                .containsExactly(Standing.NOT_GIVEN);
        assertThat(standings(Map.of(2L, taker))).containsExactly(Standing.NOT_GIVEN);
        // One module goes into one machine.
        assertThat(standings(Map.of(1L, giver(true), 2L, taker, 3L, taker)))
                .containsExactly(Standing.STILL_IN_IT, Standing.NOT_GIVEN);
    }

    @Test
    void whatAnotherGetsIsNamedWithIt() {
        Unit taker = taker(FOUR, out(1, "A1"));
        assertThat(RoomGifts.taken(1, new TreeMap<>(Map.of(1L, giver(true), 2L, taker))))
                .containsExactly(Map.entry("m1", 2L));
        assertThat(RoomGifts.taken(1, new TreeMap<>(Map.of(1L, giver(true), 2L, taker.withChosen(false)))))
                .isEmpty();
        assertThat(RoomGifts.taken(1, new TreeMap<>(Map.of(1L, giver(true))))).isEmpty();
        assertThat(RoomGifts.taken(1, new TreeMap<>())).isEmpty();
    }

    @Test
    void aPackIsSharedAsFarAsItGoes() {
        Unit taker = taker(EIGHT, ofPack(1));
        // A pair, of which the machine itself wants one.
        assertThat(standings(Map.of(1L, orders(1), 2L, taker, 3L, taker)))
                .containsExactly(Standing.GIVEN, Standing.NOT_GIVEN);
        assertThat(standings(Map.of(1L, orders(2), 2L, taker, 3L, taker, 4L, taker, 5L, taker)))
                .containsExactly(Standing.GIVEN, Standing.GIVEN, Standing.GIVEN, Standing.NOT_GIVEN);
        // The later one has it in it already: it is not there for the earlier one.
        Unit fitted = taker.withLog(taker.log()
                .with(new Entry.Moved(
                        new Stamp(1, 0, Optional.empty(), "ilka", false), "m1", Place.TRAY, Place.position("A1"), "")));
        assertThat(RoomGifts.of(new TreeMap<>(Map.of(1L, orders(1), 2L, taker, 3L, fitted))))
                .extracting(RoomGifts.Gift::to, RoomGifts.Gift::fitted, RoomGifts.Gift::isMissing)
                .containsExactly(tuple(3L, true, false), tuple(2L, false, true));
        assertThat(standings(Map.of(1L, orders(1).withChosen(false), 2L, taker)))
                .containsExactly(Standing.NOT_GIVEN);
        assertThat(standings(Map.of(1L, giver(true), 2L, taker))).containsExactly(Standing.NOT_GIVEN);
    }

    /** What comes in another's pack is waited for like what is bought, and costs and goes back with that other. */
    @Test
    void aPieceOfAPackIsHereOnTheDayOfThePack() {
        Delivery d = Delivery.of(taker(EIGHT, ofPack(1)), DAY.minusDays(5));
        assertThat(d.buys()).isTrue();
        assertThat(d.here()).contains(DAY);
        assertThat(d.firstReturn()).isEmpty();
        assertThat(ofPack(1).isPriceOpen()).isFalse();
        // Out of a machine it is here when somebody takes it out.
        assertThat(Delivery.of(taker(FOUR, out(1, "A1")), DAY).buys()).isFalse();
        // What a person says of it instead ends that.
        Whence about = new Whence(
                Whence.Way.LIES_ABOUT,
                Optional.empty(),
                "",
                Optional.of(DAY),
                Optional.empty(),
                ofPack(1).giver());
        assertThat(about.giver()).isEmpty();
        assertThat(about.day()).isEmpty();
    }
}
