package zephyrridge.core.reading.label;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.module.ModuleSpec;

/** A line that is written says what the module is, or none is written. */
class LabelLineTest {
    @ParameterizedTest
    @CsvSource({
        "16GB 2Rx8 PC4-3200AA-SE1-12, 16GB 2Rx8 DDR4-3200 SO-DIMM",
        "8GB 1Rx8 PC4-2666V-UA1-11, 8GB 1Rx8 DDR4-2666 UDIMM",
        "32GB 2Rx4 PC4-2933Y-RA1-12, 32GB 2Rx4 DDR4-2933 RDIMM",
        "4GB 1Rx8 PC3L-12800S-11-13-B4, 4GB 1Rx8 DDR3L-1600 SO-DIMM",
        "8GB 1Rx16 PC5-4800B-SC0-1010-XT, 8GB 1Rx16 DDR5-4800 SO-DIMM",
        "2GB 2Rx8 PC2-6400S-666-12-E1, 2GB 2Rx8 DDR2-800 SO-DIMM",
        "32GB 2Rx8 DDR5-5600 CAMM2, 32GB 2Rx8 DDR5-5600 CAMM2",
        "128GB 2S4Rx4 PC4-2666V-LR1-12, 128GB 2S4Rx4 DDR4-2666 LRDIMM",
        "16GB 2Rx8 PC5-4800B-EC0-1010-XT, 16GB 2Rx8 DDR5-4800 ECC UDIMM"
    })
    void whatALabelSaysIsWrittenShort(String label, String line) {
        ModuleSpec m = LabelParser.parse(label).spec().orElseThrow();
        assertThat(LabelLine.of(m)).contains(line);
        ModuleSpec again = LabelParser.parse(line).spec().orElseThrow();
        assertThat(again.organisation()).isEqualTo(m.organisation());
        assertThat(again.capacity()).isEqualTo(m.capacity());
        assertThat(again.rate()).isEqualTo(m.rate());
    }

    /** A supply that no short line has a word for: another module would be read from it. */
    @Test
    void noLineIsBetterThanAWrongOne() {
        ModuleSpec m = LabelParser.parse("4GB 1Rx8 PC3L-12800S-11-13-B4").spec().orElseThrow();
        ModuleSpec other = new ModuleSpec(
                m.generation(),
                m.formFactor(),
                m.buffering(),
                m.ecc(),
                m.checkBits(),
                m.organisation(),
                m.rate(),
                m.timings(),
                List.of(1250),
                m.heightMillimetres());
        assertThat(LabelLine.of(other)).isEmpty();
    }
}
