package zephyrridge.core.survey;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.Recogniser;
import zephyrridge.core.reading.dialog.DialogFinding;
import zephyrridge.core.reading.dialog.DialogReading;

/** Half a minute: what people type, nothing else known (common practice, no source). All figures invented. */
class TypedWordsTest {
    private static final Recogniser.Trees NONE = new Recogniser.Trees() {
        @Override
        public Object json(String text) {
            throw new IllegalArgumentException("none");
        }

        @Override
        public List<Map<String, String>> csv(String text) {
            throw new IllegalArgumentException("none");
        }
    };

    private static List<Recognised> read(String text) {
        byte[] content = text.getBytes(StandardCharsets.UTF_8);
        return Recogniser.all(Recogniser.recognise(content, NONE), content);
    }

    private static Glance glance(String text) {
        return Glancer.look(read(text), Optional.empty(), Optional.empty());
    }

    private static DialogReading dialog(String text) {
        assertThat(read(text).get(0)).as(text).isInstanceOf(Recognised.Dialog.class);
        return ((Recognised.Dialog) read(text).get(0)).reading();
    }

    private static ByteSize gb(int n) {
        return ByteSize.ofGibibytes(n);
    }

    private static ByteSize installed(Glance g) {
        return g.installed().orElseThrow().size();
    }

    @ParameterizedTest
    @ValueSource(strings = {"8GB", "16 GB", "-8 GB", "8 GB?"})
    void aSizeAloneIsAsked(String text) {
        DialogReading r = dialog(text);
        assertThat(r.words()).isEmpty();
        assertThat(r.findings()).extracting(f -> f.code()).containsExactly(DialogFinding.DIALOG_FIGURE_ALONE);
        assertThat(glance(text).installed()).isEmpty();
    }

    @Test
    void aBankOrTwoUnlike() {
        Glance g = glance("12 GB DDR4, 2400 MHz, 2 of 2 slots used");
        assertThat(installed(g)).isEqualTo(gb(12));
        assertThat(g.generation()).contains(MemoryGeneration.DDR4);
        assertThat(g.rate()).contains(2400);
        assertThat(g.rateOfClock()).isEmpty();
        assertThat(g.used()).contains(2);
        assertThat(g.positions()).contains(2);
        assertThat(g.shapes().stream().filter(s -> s.probability() > 0.05).map(s -> s.banks() > 0))
                .contains(true, false);
    }

    @Test
    void noCommasAndNumbersInWords() {
        Glance g = glance("RAM 6 GB 1600 one slot of two free");
        assertThat(installed(g)).isEqualTo(gb(6));
        assertThat(g.generation()).contains(MemoryGeneration.DDR3);
        assertThat(g.used()).contains(1);
        assertThat(g.positions()).contains(2);
        assertThat(g.free()).isGreaterThan(0.9);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Slot 1: 16 GB / Slot 2: 16 GB / DDR5 4800 MHz",
                "Slot 1: 16 GB\nSlot 2: 16 GB\nDDR5 4800 MHz",
                "slot 1 16GB slot 2 16GB ddr5 4800MHz"
            })
    void namesOfSlotsSpeakOfSockets(String text) {
        Glance g = glance(text);
        assertThat(g.generation()).contains(MemoryGeneration.DDR5);
        assertThat(g.rate()).contains(4800);
        assertThat(installed(g)).isEqualTo(gb(32));
        assertThat(g.soldered()).isLessThan(0.25);
        assertThat(g.shapes().get(0).banks()).isZero();
        assertThat(g.takes()).isNotEmpty();
    }

    @Test
    void aFirmwaresScreenOfTwoSockets() {
        Glance g = glance("System Memory: 24576 MB\nDIMM A: 16384 MB\nDIMM B: 8192 MB");
        assertThat(installed(g)).isEqualTo(gb(24));
        assertThat(g.soldered()).isLessThan(0.25);
        assertThat(g.findings()).isEmpty();
    }

    @Test
    void aBankByItsWord() {
        Glance g = glance("6 GB on-board memory, 1 slot free");
        assertThat(g.soldered()).isGreaterThan(0.9);
        assertThat(g.free()).isGreaterThan(0.9);
        assertThat(installed(g)).isEqualTo(gb(6));
    }

    @Test
    void aLowPowerRateIsSoldered() {
        Glance g = glance("Memory 20.0 GB\nSpeed: 4266 MT/s");
        assertThat(g.generation()).contains(MemoryGeneration.LPDDR4);
        assertThat(g.soldered()).isGreaterThan(0.9);
        assertThat(g.takes()).isEmpty();
    }

    @Test
    void aSmallWordSize() {
        Glance g = glance("3.4 GB usable of 4 GB, 32-bit");
        assertThat(installed(g)).isEqualTo(gb(4));
        assertThat(g.visible().orElseThrow().size()).isEqualTo(ByteSize.parse("3.4 GB"));
        assertThat(g.kept()).contains(Glance.Kept.WORD_SIZE);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"15,8 GB verwendbar", "15.8 GB usable", "15,8 Go utilisable", "usable 15.8 GB"})
    void theVisiblePartAlone(String text) {
        Glance g = glance(text);
        assertThat(g.visible().orElseThrow().size()).isEqualTo(ByteSize.parse("15.8 GB"));
        assertThat(g.installed()).isEmpty();
    }

    @Test
    void fractionsOfAGigabyte() {
        assertThat(installed(glance("512 MB of RAM"))).isEqualTo(ByteSize.ofMebibytes(512));
    }

    /** "Available" is what a firmware leaves for systems where it is nearly all, and what is free now where it is not. */
    @Test
    void availableOnAFirmwaresScreen() {
        Glance g = glance("Memory Installed 16384 MB\nMemory Available 16130 MB");
        assertThat(installed(g)).isEqualTo(gb(16));
        assertThat(g.visible().orElseThrow().size()).isEqualTo(ByteSize.ofMebibytes(16130));
        assertThat(g.findings()).isEmpty();
        assertThat(glance("Memory Installed 16384 MB\nMemory Available 9130 MB").visible())
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"5600,DDR5", "3200,DDR4", "1333,DDR3", "667,DDR2", "8533,LPDDR5", "6400,", "800,"})
    void aRateThatOneGenerationRuns(int rate, MemoryGeneration generation) {
        assertThat(glance("Speed: " + rate + " MT/s").generation()).isEqualTo(Optional.ofNullable(generation));
    }

    /** What begins like a module's words is the machine's, with no label taken from it; ranks and PC numbers make a label. */
    @Test
    void aTypeAndASizeAreNoLabel() {
        for (String text : List.of("16GB DDR4 3200", "8 GB DDR4", "16 GB DDR5 SODIMM")) {
            assertThat(dialog(text).size(zephyrridge.core.reading.dialog.Meaning.INSTALLED))
                    .as(text)
                    .isPresent();
        }
        // Both readings are told; a word about the machine answers it.
        assertThat(dialog("16GB DDR4 3200").findings()).anySatisfy(f -> assertThat(f.detail())
                .isEqualTo(new DialogFinding.Module("16GB DDR4 3200", "16 GiB, DDR4, 3200 MT/s")));
        assertThat(dialog("RAM 16GB DDR4 3200").findings()).isEmpty();
        assertThat(dialog("16GB DDR4 3200, 1 of 2 slots").findings()).isEmpty();
        for (String text : List.of("16GB 2Rx8 PC4-3200AA-SE1-12", "8GB 1Rx8 DDR4 3200", "PC4-21300 16GB")) {
            assertThat(read(text).get(0)).as(text).isInstanceOf(Recognised.Label.class);
        }
    }

    @Test
    void modulesThatAddUp() {
        assertThat(installed(glance("4+8 GB DDR3"))).isEqualTo(gb(12));
        assertThat(installed(glance("2 x 8 GB DDR4"))).isEqualTo(gb(16));
        assertThat(glance("4+8 GB DDR3").used()).contains(2);
        Glance three = glance("Slot 1: 8 GB\nSlot 2: 8 GB\nSlot 3: empty");
        assertThat(three.free()).isGreaterThan(0.9);
        assertThat(three.positions()).contains(3);
    }

    /** A clock has decimals, transfers have none: the clock of 3200 is 3200 at work. */
    @Test
    void aClockWithDecimals() {
        assertThat(glance("8 GB DDR4 1596.3 MHz").rate()).contains(3200);
        assertThat(glance("8 GB DDR4 1600 MHz").rate()).contains(1600);
        assertThat(glance("8 GB DDR4, 1234.5 MHz").rate()).isEmpty();
    }

    @Test
    void ofTwoAnswersNeitherIsTaken() {
        Glance g = glance("Installed RAM 16.0 GB\nInstalled RAM 32.0 GB");
        assertThat(g.installed()).isEmpty();
        assertThat(g.findings()).extracting(f -> f.code()).contains(DialogFinding.DIALOG_TWO_ANSWERS);
    }

    /** In use and free now make up what is visible; so do installed and reserved. */
    @Test
    void piecesThatMakeTheVisiblePart() {
        assertThat(glance("In use: 7.5 GB\nAvailable: 8.3 GB")
                        .visible()
                        .orElseThrow()
                        .size())
                .isEqualTo(ByteSize.parse("15.8 GB"));
        assertThat(glance("Installed RAM 16.0 GB\nHardware reserved: 256 MB")
                        .visible()
                        .orElseThrow()
                        .size())
                .isEqualTo(ByteSize.ofMebibytes(16 * 1024 - 256));
    }

    @Test
    void whatIsNotUnderstoodIsTold() {
        DialogReading r = dialog("8 GB DDR4 splendid heron, 1 of 2 slots used");
        assertThat(r.findings()).anySatisfy(f -> assertThat(f.detail())
                .isEqualTo(
                        new DialogFinding.NotRead("splendid, heron", "8 GB DDR4 splendid heron, 1 of 2 slots used")));
        assertThat(r.slots()).contains(new DialogReading.Slots(1, Optional.of(2)));
    }

    /** The same words in any order say the same. */
    @Test
    void anyOrder() {
        Random random = new Random(31);
        for (int i = 0; i < 200; i++) {
            List<String> parts = new java.util.ArrayList<>(List.of(
                    "8 GB", "DDR4", "2667 MHz", "1 of 2 slots used", random.nextBoolean() ? "64-bit" : "SODIMM"));
            java.util.Collections.shuffle(parts, random);
            String text = String.join(random.nextBoolean() ? ", " : " ", parts);
            Glance g = glance(text);
            assertThat(g.installed().map(p -> p.size())).as(text).contains(gb(8));
            assertThat(g.generation()).as(text).contains(MemoryGeneration.DDR4);
            assertThat(g.rate()).as(text).contains(2667);
            assertThat(g.used()).as(text).contains(1);
            assertThat(g.positions()).as(text).contains(2);
        }
    }
}
