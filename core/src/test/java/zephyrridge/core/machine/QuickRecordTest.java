package zephyrridge.core.machine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import zephyrridge.core.Quick;
import zephyrridge.core.access.Part;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.layout.Rule;
import zephyrridge.core.layout.Verdict;
import zephyrridge.core.machine.QuickRecord.Plug;
import zephyrridge.core.machine.QuickRecord.Spot;
import zephyrridge.core.machine.QuickRecord.SpotKind;
import zephyrridge.core.machine.QuickRecord.Way;
import zephyrridge.core.machine.QuickRecord.WayIn;
import zephyrridge.core.machine.RecordGaps.Gap;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

class QuickRecordTest {
    private static final Optional<ByteSize> FOUR = Optional.of(ByteSize.ofGibibytes(4));

    /** Whatever few facts come in, the record holds together and can be judged. */
    @ParameterizedTest
    @CsvSource({
        "DDR2,2,1,0",
        "DDR3,1,2,0",
        "DDR4,2,2,0",
        "DDR4,2,0,4096",
        "DDR4,2,1,8192",
        "DDR5,2,1,0",
        "DDR5,1,1,16384",
        "DDR4,12,2,0"
    })
    void holdsTogether(MemoryGeneration generation, int channels, int sockets, long bankMib) {
        Optional<ByteSize> bank = bankMib == 0 ? Optional.empty() : Optional.of(ByteSize.ofMebibytes(bankMib));
        MachineRecord record = Quick.alike(generation, channels, sockets, bank).toRecord();
        assertThat(RecordCheck.faults(record)).isEmpty();
        assertThat(record.positions()).hasSize(channels * (sockets + (bankMib > 0 ? 1 : 0)));
        Layout empty = Layout.of(record, Map.of());
        LayoutEvaluation judged =
                new LayoutEvaluator(record, HouseRules.DEFAULT).evaluate(empty, empty, Host.UNLIMITED);
        assertThat(judged.installed().mebibytes()).isEqualTo(bankMib * channels);
        // What nobody knows is not made up: without a rate table the rate stays undecided.
        if (bankMib > 0) {
            assertThat(judged.verdict(Rule.RATE)).isEqualTo(Verdict.UNDECIDED);
        }
    }

    static Stream<Shape> shapes() {
        return Shape.all().stream();
    }

    /** Every drawn shape makes a record that opens power first: the plug comes before anything else inside. */
    @ParameterizedTest
    @MethodSource("shapes")
    void everyShapeOpensPowerFirst(Shape shape) {
        for (Plug plug : Plug.values()) {
            boolean second = shape.channels().stream().anyMatch(c -> c.contains("K"));
            if (plug == Plug.UNDER_SECOND && !second) {
                continue;
            }
            MachineRecord record =
                    Quick.of(shape, MemoryGeneration.DDR4, FOUR, plug).toRecord();
            assertThat(RecordCheck.faults(record)).isEmpty();
            assertThat(record.positions()).hasSize(shape.banks() + shape.sockets());
            LayoutEvaluator evaluator = new LayoutEvaluator(record, HouseRules.DEFAULT);
            for (Position p : record.positions()) {
                if (p.isSoldered()) {
                    continue;
                }
                List<String> order = evaluator.opening(List.of(p.id())).parts().stream()
                        .map(Part::id)
                        .toList();
                assertThat(order).containsOnlyOnceElementsOf(order);
                int battery = order.indexOf("battery");
                assertThat(battery >= 0).isEqualTo(plug != Plug.NOT_KNOWN && plug != Plug.NO_BATTERY);
                if (battery >= 0) {
                    // Nothing but what lies over the plug comes off before it.
                    String over = plug == Plug.UNDER_MAIN ? "lid" : plug == Plug.UNDER_SECOND ? "lid-2" : "";
                    assertThat(order.subList(0, battery)).isEqualTo(over.isEmpty() ? List.of() : List.of(over));
                }
            }
        }
    }

    @Test
    void channelsMayBeUnlikeAndStacked() {
        QuickRecord quick = new QuickRecord(
                "u",
                "Skerrow",
                "Knoll 14",
                "",
                MachineKind.LAPTOP,
                MemoryGeneration.DDR4,
                FormFactor.SO_DIMM,
                List.of(
                        List.of(Spot.bank(ByteSize.ofGibibytes(4)), Spot.socket()),
                        List.of(Spot.socket(), new Spot(SpotKind.UPPER_SOCKET, Optional.empty(), false))),
                1,
                DataRate.ofName(2666),
                new Way(WayIn.WHOLE_BASE, 9),
                Optional.empty(),
                Plug.UNDER_MAIN,
                Optional.of(ByteSize.ofGibibytes(20)),
                Optional.empty());
        MachineRecord record = quick.toRecord();
        assertThat(RecordCheck.faults(record)).isEmpty();
        assertThat(record.positions())
                .extracting(Position::id)
                .containsExactly("bank-a", "socket-a", "socket-b1", "socket-b2");
        assertThat(record.position("socket-b2").socket().orElseThrow().lower()).contains("socket-b1");
        assertThat(record.limits()).hasSize(1);
    }

    @Test
    void saysWhatItDoesNotKnow() {
        MachineRecord record = Quick.of(Shape.all().get(1), MemoryGeneration.DDR4, FOUR, Plug.NOT_KNOWN)
                .toRecord();
        assertThat(RecordGaps.of(record))
                .containsExactly(
                        Gap.BATTERY_PLUG,
                        Gap.RATE_TABLE,
                        Gap.BANK_TIMINGS,
                        Gap.MAKERS_MAXIMUM,
                        Gap.CONTROLLERS_MAXIMUM,
                        Gap.DIE_DENSITY,
                        Gap.KEY_SIDE,
                        Gap.FASTENERS);
        assertThat(RecordGaps.of(Quick.of(Shape.all().get(0), MemoryGeneration.DDR4, FOUR, Plug.UNDER_MAIN)
                        .toRecord()))
                .doesNotContain(Gap.BATTERY_PLUG, Gap.BANK_TIMINGS);
    }

    @Test
    void saysWhatIsOutOfRange() {
        assertThatThrownBy(() -> Quick.alike(MemoryGeneration.DDR4, 65, 1, Optional.empty()))
                .hasMessageContaining("channels are 1 to 64");
        assertThatThrownBy(() -> Quick.alike(MemoryGeneration.DDR4, 17, 1, Optional.empty()))
                .hasMessageContaining("16 channels at most");
        assertThatThrownBy(() -> Quick.alike(MemoryGeneration.DDR4, 2, 0, Optional.empty()))
                .hasMessageContaining("a socket or a soldered bank");
        assertThatThrownBy(() -> Quick.alike(MemoryGeneration.DDR4, 2, 1, Optional.of(ByteSize.ofMebibytes(3000))))
                .hasMessageContaining("each bank needs a size");
        assertThatThrownBy(() -> Quick.alike(MemoryGeneration.LPDDR5, 2, 1, Optional.empty()))
                .hasMessageContaining("comes soldered");
    }

    /** Random facts are refused with a sentence or make a record without a fault. */
    @Test
    void nothingInBetween() {
        Random random = new Random(23);
        int made = 0;
        for (int round = 0; round < 6000; round++) {
            List<List<Spot>> channels = new ArrayList<>();
            for (int c = random.nextInt(5); c >= 0; c--) {
                List<Spot> spots = new ArrayList<>();
                for (int s = random.nextInt(5); s > 0; s--) {
                    SpotKind kind = SpotKind.values()[random.nextInt(3)];
                    spots.add(new Spot(
                            kind,
                            kind == SpotKind.BANK
                                    ? Optional.of(ByteSize.ofMebibytes(1024L * (1 + random.nextInt(9))))
                                    : Optional.empty(),
                            random.nextInt(4) == 0));
                }
                channels.add(spots);
            }
            MemoryGeneration generation = MemoryGeneration.values()[random.nextInt(MemoryGeneration.values().length)];
            try {
                MachineRecord record = new QuickRecord(
                                "r",
                                "Halmira",
                                "Fen",
                                "",
                                MachineKind.values()[random.nextInt(5)],
                                generation,
                                FormFactor.values()[random.nextInt(4)],
                                channels,
                                random.nextInt(6) > 0 ? 1 : 2 + random.nextInt(2),
                                DataRate.ofName(2666),
                                new Way(WayIn.values()[random.nextInt(5)], random.nextInt(5)),
                                random.nextBoolean()
                                        ? Optional.of(new Way(WayIn.values()[random.nextInt(5)], 8))
                                        : Optional.empty(),
                                Plug.values()[random.nextInt(Plug.values().length)],
                                Optional.empty(),
                                Optional.empty())
                        .toRecord();
                assertThat(RecordCheck.faults(record)).isEmpty();
                new LayoutEvaluator(record, HouseRules.DEFAULT);
                made++;
            } catch (IllegalArgumentException refused) {
                assertThat(refused).hasMessageMatching("[\\p{L}\\d].{10,}");
            }
        }
        assertThat(made).isGreaterThan(30);
    }
}
