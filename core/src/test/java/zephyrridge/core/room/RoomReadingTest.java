package zephyrridge.core.room;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.proof.Readout;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.room.RoomReading.Standing;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;

/** what stands for others, and what bears it out. */
class RoomReadingTest {
    private static final String FOUR = "4GB 1Rx16 PC4-2400T-SC0-11";
    private static final String EIGHT = "8GB 1Rx8 PC4-2400T-SA1-11";
    private static final Bench BENCH = Bench.of(
            Machines.of(MemoryGeneration.DDR4, 2666)
                    .sockets(1, 2)
                    .cap(null, null, null, 2666)
                    .build(),
            HouseRules.DEFAULT);

    private static Unit with(JobModule.Origin origin, String label) {
        return Unit.NEW
                .withModule(JobModule.named("m1", origin, label, Modules.of(label)))
                .withFound("A1", "m1");
    }

    private static Unit line(Unit unit, int gib, Optional<Integer> listed) {
        return unit.withBefore(unit.before()
                .with()
                .firmwareTotal(Optional.of(ByteSize.ofGibibytes(gib)))
                .positionsFilled(listed)
                .build());
    }

    private static Standing standing(Unit unit) {
        return RoomReading.of(BENCH, unit).standing();
    }

    @Test
    void whatWasTakenAsAlikeIsBorneOutByItsOwnLineOnly() {
        Unit alike = with(JobModule.Origin.ALIKE, FOUR);
        assertThat(standing(Unit.NEW)).isEqualTo(Standing.NOT_READ);
        assertThat(standing(with(JobModule.Origin.FOUND, FOUR))).isEqualTo(Standing.READ);
        assertThat(standing(alike)).isEqualTo(Standing.ALIKE);
        assertThat(standing(line(alike, 4, Optional.empty()))).isEqualTo(Standing.BORNE_OUT);
        assertThat(standing(line(alike, 4, Optional.of(1)))).isEqualTo(Standing.BORNE_OUT);
        RoomReading.Line more = RoomReading.of(BENCH, line(alike, 8, Optional.empty()));
        assertThat(more.standing()).isEqualTo(Standing.DIFFERS);
        assertThat(more.totalDiffers()).isTrue();
        // The same total in two modules is another machine inside.
        RoomReading.Line split = RoomReading.of(BENCH, line(alike, 4, Optional.of(2)));
        assertThat(split.standing()).isEqualTo(Standing.DIFFERS);
        assertThat(split.totalDiffers()).isFalse();
        assertThat(split.slotsDiffer()).isTrue();
        // A count that agrees is no total.
        assertThat(standing(alike.withBefore(
                        Readout.NOTHING.with().positionsFilled(Optional.of(1)).build())))
                .isEqualTo(Standing.ALIKE);
    }

    @Test
    void threeThatAgreeStandForTheRest() {
        Unit four = with(JobModule.Origin.FOUND, FOUR);
        Unit eight = with(JobModule.Origin.FOUND, EIGHT);
        Unit alike = with(JobModule.Origin.ALIKE, FOUR);
        assertThat(RoomReading.sample(BENCH, List.of(four, four, Unit.NEW, Unit.NEW))
                        .standsForOthers())
                .isFalse();
        assertThat(RoomReading.sample(BENCH, List.of(four, four, four, Unit.NEW))
                        .standsForOthers())
                .isTrue();
        assertThat(RoomReading.sample(BENCH, List.of(four, four, eight, four, Unit.NEW))
                        .standsForOthers())
                .isFalse();
        // What was taken over itself is no sample.
        assertThat(RoomReading.sample(BENCH, List.of(four, four, alike, alike)).standsForOthers())
                .isFalse();
        // Nor one whose own total speaks against its own modules.
        assertThat(RoomReading.sample(BENCH, List.of(four, four, line(four, 8, Optional.empty()), Unit.NEW))
                        .standsForOthers())
                .isFalse();
        assertThat(RoomReading.sample(BENCH, List.of(four, four)).standsForOthers())
                .isTrue();
        assertThat(RoomReading.sample(BENCH, List.of(four, four, four, Unit.NEW))
                        .content())
                .containsOnlyKeys("A1");
    }
}
