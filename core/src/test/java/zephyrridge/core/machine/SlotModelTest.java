package zephyrridge.core.machine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import org.junit.jupiter.api.Test;
import zephyrridge.core.machine.SlotModel.Entry;
import zephyrridge.core.machine.SlotModel.Form;
import zephyrridge.core.machine.SlotModel.Slot;

class SlotModelTest {
    private static final Entry FILLED = new Entry(Form.SOCKETED, true, false);
    private static final Entry EMPTY = new Entry(Form.SOCKETED, false, true);

    private static Slot slot(String id, String place, SlotState record, Entry entry, SlotState seen) {
        return new Slot(
                id, place, record, 0.95, Optional.ofNullable(entry), Optional.ofNullable(seen), Optional.empty(), 4096);
    }

    private static double p(SlotModel model, int slot, SlotState state) {
        return model.verdicts().get(slot).probabilities()[state.ordinal()];
    }

    /** By hand, one socket of the record with a filled entry: .95 x .5 x .95 x .98 x .97 against the other three states. */
    @Test
    void onePositionByHand() {
        SlotModel model = SlotModel.of(
                List.of(slot("a", "hatch", SlotState.EMPTY, FILLED, null)), OptionalInt.empty(), OptionalInt.empty());
        double filled = 0.95 * 0.5 * 0.95 * 0.98 * 0.97;
        double empty = 0.95 * 0.5 * 0.95 * 0.02 * 0.97;
        double soldered = 0.025 * 0.30 * 0.98 * 0.4;
        double absent = 0.025 * 0.95 * 0.02 * 0.97;
        assertThat(p(model, 0, SlotState.FILLED))
                .isCloseTo(filled / (filled + empty + soldered + absent), within(1e-12));
        assertThat(model.verdicts().get(0).isConfirmed()).isTrue();
        assertThat(model.verdicts().get(0).contradictsEntry()).isFalse();
    }

    /** A soldered bank that the firmware calls a SO-DIMM: the record's word and the blank part number hold, the firmware's form does not. */
    @Test
    void aBankCalledAModuleStaysABank() {
        SlotModel model = SlotModel.of(
                List.of(
                        slot("bank", "board", SlotState.SOLDERED, new Entry(Form.SOCKETED, true, true), null),
                        slot("a", "hatch", SlotState.EMPTY, EMPTY, null)),
                OptionalInt.of(2),
                OptionalInt.empty());
        assertThat(model.verdicts().get(0).likeliest()).isEqualTo(SlotState.SOLDERED);
        assertThat(model.verdicts().get(0).contradictsEntry()).isTrue();
        assertThat(model.verdicts().get(1).likeliest()).isEqualTo(SlotState.EMPTY);
    }

    /** An eye that saw a socket where the record has a bank contradicts the record. */
    @Test
    void theEyeContradictsTheRecord() {
        SlotModel model = SlotModel.of(
                List.of(slot("bank", "board", SlotState.SOLDERED, FILLED, SlotState.FILLED)),
                OptionalInt.empty(),
                OptionalInt.empty());
        assertThat(model.verdicts().get(0).likeliest()).isEqualTo(SlotState.FILLED);
        assertThat(model.verdicts().get(0).contradictsRecord()).isTrue();
    }

    /** Two sockets that nobody listed and nobody saw are worth a look; one that was seen is not. */
    @Test
    void aLookIsWorthWhatIsOpen() {
        List<Slot> slots = List.of(
                slot("below", "hatch", SlotState.EMPTY, null, SlotState.FILLED),
                slot("k1", "keyboard", SlotState.EMPTY, null, null),
                slot("k2", "keyboard", SlotState.EMPTY, null, null));
        List<SlotModel.Look> looks = SlotModel.of(slots, OptionalInt.empty(), OptionalInt.empty())
                .looks(Map.of("hatch", 2.0, "keyboard", 20.0));
        assertThat(looks).extracting(SlotModel.Look::place).containsExactly("keyboard");
        assertThat(looks.get(0).bits()).isBetween(1.0, 2.0);
        // Once looked at, nothing is left to see there.
        List<Slot> after = List.of(
                slots.get(0),
                slot("k1", "keyboard", SlotState.EMPTY, null, SlotState.EMPTY),
                slot("k2", "keyboard", SlotState.EMPTY, null, SlotState.FILLED));
        assertThat(SlotModel.of(after, OptionalInt.empty(), OptionalInt.empty())
                        .looks(Map.of("hatch", 2.0, "keyboard", 20.0)))
                .isEmpty();
    }

    /** What was said of the sockets decides what is worth looking at: swap the places of two and the look moves with them. */
    @Test
    void theLookFollowsRecordAndClaims() {
        Map<String, Double> minutes = Map.of("hatch", 2.0, "keyboard", 2.0);
        List<Slot> known = List.of(
                slot("a", "hatch", SlotState.EMPTY, FILLED, null), slot("b", "keyboard", SlotState.EMPTY, null, null));
        List<Slot> swapped = List.of(
                slot("a", "keyboard", SlotState.EMPTY, FILLED, null), slot("b", "hatch", SlotState.EMPTY, null, null));
        assertThat(SlotModel.of(known, OptionalInt.of(1), OptionalInt.empty())
                        .looks(minutes)
                        .get(0)
                        .place())
                .isEqualTo("keyboard");
        assertThat(SlotModel.of(swapped, OptionalInt.of(1), OptionalInt.empty())
                        .looks(minutes)
                        .get(0)
                        .place())
                .isEqualTo("hatch");
        // Of two equal looks the shorter comes first.
        assertThat(SlotModel.of(
                                List.of(
                                        slot("a", "hatch", SlotState.EMPTY, null, null),
                                        slot("b", "keyboard", SlotState.EMPTY, null, null)),
                                OptionalInt.empty(),
                                OptionalInt.empty())
                        .looks(Map.of("hatch", 20.0, "keyboard", 3.0))
                        .get(0)
                        .place())
                .isEqualTo("keyboard");
    }

    /** The order of the positions changes nothing; probabilities sum to 1; no look tells more than there is to know. */
    @Test
    void properties() {
        Random random = new Random(17);
        for (int round = 0; round < 150; round++) {
            List<Slot> slots = new ArrayList<>();
            int n = 1 + random.nextInt(5);
            for (int i = 0; i < n; i++) {
                Entry entry = random.nextInt(3) == 0
                        ? null
                        : new Entry(Form.values()[random.nextInt(3)], random.nextBoolean(), random.nextBoolean());
                slots.add(slot(
                        "s" + i,
                        "place" + random.nextInt(3),
                        SlotState.values()[random.nextInt(4)],
                        entry,
                        random.nextInt(4) == 0 ? SlotState.values()[random.nextInt(4)] : null));
            }
            OptionalInt count = random.nextBoolean() ? OptionalInt.of(1 + random.nextInt(6)) : OptionalInt.empty();
            OptionalInt used = random.nextBoolean() ? OptionalInt.of(random.nextInt(5)) : OptionalInt.empty();
            SlotModel model = SlotModel.of(slots, count, used);
            Map<String, Double> minutes = Map.of("place0", 1.0, "place1", 2.0, "place2", 3.0);
            model.verdicts().forEach(v -> assertThat(
                            java.util.Arrays.stream(v.probabilities()).sum())
                    .isCloseTo(1, within(1e-9)));
            model.looks(minutes).forEach(l -> assertThat(l.bits()).isLessThanOrEqualTo(model.entropy() + 1e-9));
            List<Slot> shuffled = new ArrayList<>(slots);
            Collections.shuffle(shuffled, random);
            SlotModel again = SlotModel.of(shuffled, count, used);
            assertThat(again.entropy()).isCloseTo(model.entropy(), within(1e-9));
            for (SlotModel.Verdict v : model.verdicts()) {
                double[] other = again.verdicts().stream()
                        .filter(w -> w.slot().id().equals(v.slot().id()))
                        .findFirst()
                        .orElseThrow()
                        .probabilities();
                for (int s = 0; s < 4; s++) {
                    assertThat(other[s]).isCloseTo(v.probabilities()[s], within(1e-9));
                }
            }
            List<SlotModel.Look> a = model.looks(minutes);
            List<SlotModel.Look> b = again.looks(minutes);
            assertThat(b).hasSameSizeAs(a);
            for (SlotModel.Look look : a) {
                assertThat(b.stream()
                                .filter(l -> l.place().equals(look.place()))
                                .findFirst()
                                .orElseThrow()
                                .bits())
                        .isCloseTo(look.bits(), within(1e-9));
            }
        }
    }

    /** The value of a look, against the definition computed the long way round: entropy now less expected entropy after it. */
    @Test
    void theValueIsTheExpectedDropInEntropy() {
        List<Slot> slots = List.of(
                slot("a", "hatch", SlotState.EMPTY, EMPTY, null),
                slot("b", "keyboard", SlotState.EMPTY, null, null),
                slot("c", "board", SlotState.SOLDERED, new Entry(Form.UNKNOWN, true, true), null));
        SlotModel model = SlotModel.of(slots, OptionalInt.of(2), OptionalInt.empty());
        double value = model.looks(Map.of("keyboard", 5.0)).get(0).bits();
        double expected = 0;
        double total = 0;
        double[] before = model.verdicts().get(1).probabilities();
        for (SlotState seen : SlotState.values()) {
            // P(seen) by the eye of, the place wrong in 1 of 20.
            double probability = 0;
            double[] likelihood = new double[4];
            for (SlotState truth : SlotState.values()) {
                double eye = seen == truth ? 0.99 : 0.01 / 3;
                likelihood[truth.ordinal()] =
                        truth == SlotState.ABSENT ? eye : 0.95 * eye + (seen == SlotState.ABSENT ? 0.05 : 0);
                probability += before[truth.ordinal()] * likelihood[truth.ordinal()];
            }
            total += probability;
            expected += probability * NaiveSlots.entropyGiven(slots, 2, 1, likelihood);
        }
        assertThat(total).isCloseTo(1, within(1e-9));
        assertThat(value).isCloseTo(model.entropy() - expected, within(1e-9));
    }

    /** A record that is only as good as a manual of the series makes the variant's manual worth a look; a better record does not. */
    @Test
    void theManualIsALookWhereTheRecordIsWeak() {
        List<Slot> weak = List.of(
                new Slot(
                        "a",
                        "hatch",
                        SlotState.EMPTY,
                        0.75,
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        4096),
                new Slot(
                        "b",
                        "hatch",
                        SlotState.SOLDERED,
                        0.75,
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        4096));
        List<SlotModel.Look> looks =
                SlotModel.of(weak, OptionalInt.empty(), OptionalInt.empty()).looks(Map.of());
        assertThat(looks).extracting(SlotModel.Look::kind).containsExactly(SlotModel.LookKind.MANUAL);
        // It cannot tell whether a socket is filled: less than an eye at the same place.
        double eye = SlotModel.of(weak, OptionalInt.empty(), OptionalInt.empty()).looks(Map.of("hatch", 5.0)).stream()
                .filter(l -> l.kind() == SlotModel.LookKind.EYE)
                .findFirst()
                .orElseThrow()
                .bits();
        assertThat(looks.get(0).bits()).isLessThan(eye);
        assertThat(SlotModel.of(
                                List.of(slot("a", "hatch", SlotState.EMPTY, null, null)),
                                OptionalInt.empty(),
                                OptionalInt.empty())
                        .looks(Map.of()))
                .isEmpty();
    }

    @Test
    void tooManyAtOnceIsRefused() {
        List<Slot> nine = Collections.nCopies(9, slot("a", "hatch", SlotState.EMPTY, null, null));
        assertThatThrownBy(() -> SlotModel.of(nine, OptionalInt.empty(), OptionalInt.empty()))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("8");
    }

    /** Whoever read a label in a named position had a module there in the hand. */
    @Test
    void aLabelOrChipFromAPositionFillsIt() {
        Slot plain = new Slot(
                "a",
                "hatch",
                SlotState.EMPTY,
                0.95,
                Optional.empty(),
                Optional.empty(),
                Optional.of(SlotModel.Read.LABEL),
                4096);
        assertThat(SlotModel.of(List.of(plain), OptionalInt.empty(), OptionalInt.empty())
                        .verdicts()
                        .get(0)
                        .likeliest())
                .isEqualTo(SlotState.FILLED);
        assertThat(SlotModel.of(List.of(plain), OptionalInt.empty(), OptionalInt.empty())
                        .verdicts()
                        .get(0)
                        .isConfirmed())
                .isTrue();
        Slot chip = new Slot(
                "b",
                "board",
                SlotState.SOLDERED,
                0.75,
                Optional.empty(),
                Optional.empty(),
                Optional.of(SlotModel.Read.CHIP),
                8192);
        assertThat(SlotModel.of(List.of(chip), OptionalInt.empty(), OptionalInt.empty())
                        .verdicts()
                        .get(0)
                        .likeliest())
                .isEqualTo(SlotState.SOLDERED);
    }

    /** Eight positions of any kind: like ones are counted together, and unlike ones stay within bounds. */
    @Test
    void anyEightPositions() {
        Random random = new Random(88);
        for (int round = 0; round < 12; round++) {
            List<Slot> slots = new ArrayList<>();
            Map<String, Double> minutes = new java.util.HashMap<>();
            int places = 1 + round % 8;
            for (int i = 0; i < 8; i++) {
                String place = "place" + i % places;
                minutes.put(place, 3.0);
                Entry entry = round % 3 == 0
                        ? null
                        : new Entry(Form.values()[random.nextInt(3)], random.nextBoolean(), random.nextBoolean());
                slots.add(new Slot(
                        "s" + i,
                        place,
                        SlotState.values()[random.nextInt(4)],
                        0.5 + random.nextDouble() / 2,
                        Optional.ofNullable(entry),
                        Optional.empty(),
                        Optional.empty(),
                        1024L << i));
            }
            SlotModel model = SlotModel.of(slots, OptionalInt.of(8), OptionalInt.empty());
            assertThat(model.looks(minutes))
                    .allSatisfy(l -> assertThat(l.bits()).isLessThanOrEqualTo(model.entropy() + 1e-9));
        }
    }
}
