package zephyrridge.core.reading.label;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;

/** What shops print on bags and offers beside the standard's line (common practice, no source). Figures invented. */
class ShopLabelsTest {
    private static String value(LabelReading r, LabelField field) {
        return r.values().stream()
                .filter(v -> v.field() == field)
                .map(LabelReading.Value::value)
                .findFirst()
                .orElse("");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "16GB 2Rx8 PC4-21300 CL19 SODIMM",
                "16GB 2Rx8 PC4-21300 SODIMM",
                "16GB 1Rx8 PC5-38400 CL40 SODIMM",
                "16GB 1Rx8 PC5-38400 Memory SODIMM",
                "8GB 1Rx8 PC3-12800 CL11 SODIMM",
                "2GB 2Rx8 PC2-6400 CL6 SODIMM"
            })
    void wordsAfterTheNumberAreWords(String line) {
        LabelReading r = LabelParser.parse(line);
        ModuleSpec spec = r.spec().orElseThrow();
        assertThat(spec.formFactor()).isEqualTo(FormFactor.SO_DIMM);
        assertThat(spec.buffering()).isEqualTo(Buffering.UNBUFFERED);
        assertThat(value(r, LabelField.RAW_CARD)).isEmpty();
        assertThat(r.findings()).noneMatch(f -> f.code() == LabelFinding.LABEL_MODULE_LETTER_UNKNOWN);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"16GB 2Rx8 PC4-21300 UDIMM", "16GB 2Rx8 PC4-2666 Registered DIMM", "16GB 2Rx8 PC5-38400 UDIMM"})
    void noWordIsARawCard(String line) {
        assertThat(value(LabelParser.parse(line), LabelField.RAW_CARD)).isEmpty();
    }

    @Test
    void anUnknownLetterLeavesAllOpenThatItWouldSay() {
        LabelReading r = LabelParser.parse("16GB 2Rx8 PC4-2666V-KE1-11");
        assertThat(r.spec()).isEmpty();
        assertThat(value(r, LabelField.FORM_FACTOR)).isEmpty();
        assertThat(value(r, LabelField.ECC)).isEmpty();
        assertThat(value(r, LabelField.BUFFERING)).isEmpty();
        assertThat(r.findings()).anyMatch(f -> f.code() == LabelFinding.LABEL_MODULE_LETTER_UNKNOWN);
    }

    @ParameterizedTest
    @CsvSource({
        "8GBx4 2Rx8 PC4-2666V-SE1-11,4,8192",
        "8GB x4 2Rx8 PC4-2666V-SE1-11,4,8192",
        "2x4096MB 1Rx8 PC4-2666V-SA1-11,2,4096",
        "4096MBx2 1Rx8 PC4-2666V-SA1-11,2,4096"
    })
    void packs(String line, int pieces, int mebibytes) {
        LabelReading r = LabelParser.parse(line);
        assertThat(r.spec().orElseThrow().capacity()).isEqualTo(ByteSize.ofMebibytes(mebibytes));
        assertThat(r.findings()).anySatisfy(f -> assertThat(f.detail())
                .isInstanceOfSatisfying(
                        LabelFinding.Pack.class, p -> assertThat(p.pieces()).isEqualTo(pieces)));
    }

    /** A repair mends what stands there, the nearest first; it puts nothing beside it. */
    @ParameterizedTest
    @CsvSource({
        "16G8 2Rx8 PC4-2666V-SE1-11,16GB 2Rx8 PC4-2666V-SE1-11",
        "8GB 2RxB PC4-2666V-SE1-11,8GB 2Rx8 PC4-2666V-SE1-11",
        "16GB 1PxB PC5-5600B-SA0-1010-XT,16GB 1Rx8 PC5-5600B-SA0-1010-XT"
    })
    void repairsRepair(String line, String mended) {
        LabelReading r = LabelParser.parse(line);
        assertThat(r.suggestions()).isNotEmpty();
        assertThat(r.suggestions().get(0).line()).isEqualTo(mended);
        assertThat(r.suggestions())
                .isSortedAccordingTo(java.util.Comparator.comparingInt(LabelReading.Suggestion::charactersChanged));
    }

    @Test
    void halfClocks() {
        assertThat(value(LabelParser.parse("1GB 2Rx8 PC2700S-2533-0-A1"), LabelField.TIMINGS))
                .isEqualTo("2.5-3-3");
        assertThat(value(LabelParser.parse("512MB 1Rx8 PC3200 CL2.5 SODIMM"), LabelField.TIMINGS))
                .isEqualTo("CL2.5");
    }

    @Test
    void aRevisionOfTwoParts() {
        assertThat(value(LabelParser.parse("16GB 1Rx8 PC5-5600B-SA0-1010-XT"), LabelField.SPD_REVISION))
                .isEqualTo("1.0, module 1.0");
        assertThat(value(LabelParser.parse("16GB 2Rx8 PC4-2666V-SE1-11"), LabelField.SPD_REVISION))
                .isEqualTo("1.1");
    }

    /** A slow module is slow; one faster than any bin may promise what only an overclock profile keeps. */
    @Test
    void slowIsNoRisk() {
        assertThat(LabelParser.parse("16GB 2Rx8 DDR4-2666 CL25 SODIMM").findings())
                .filteredOn(f -> f.code() == LabelFinding.LABEL_CL_UNUSUAL)
                .allMatch(f -> f.severity() == Severity.NOTE)
                .hasSize(1);
        assertThat(LabelParser.parse("16GB 2Rx8 DDR4-2666 CL13 SODIMM").findings())
                .anyMatch(f -> f.code() == LabelFinding.LABEL_MAYBE_PROFILE && f.severity() == Severity.RISK);
    }

    /** DDR5's check bits per half are 4 or 8: where a label prints neither, the chips of both are said (32 + 4 or 8 bits a half). */
    @Test
    void ddr5SaysWhichCheckBitsAreOpenBeforeItCountsChips() {
        LabelReading open = LabelParser.parse("64GB 2Rx4 PC5-4800B-RA0-1010-XT");
        assertThat(value(open, LabelField.CHIPS)).isEqualTo("36 (EC4) or 40 (EC8)");
        assertThat(open.findings()).anyMatch(f -> f.code() == LabelFinding.LABEL_CHECK_BITS_OPEN);
        LabelReading eight = LabelParser.parse("64GB 2Rx4 PC5-4800B-RA0-1010-XT EC8");
        assertThat(value(eight, LabelField.CHIPS)).isEqualTo("40");
        assertThat(eight.findings()).noneMatch(f -> f.code() == LabelFinding.LABEL_CHECK_BITS_OPEN);
        assertThat(value(LabelParser.parse("64GB 2Rx4 PC5-4800B-RA0-1010-XT EC4"), LabelField.CHIPS))
                .isEqualTo("36");
        assertThat(LabelParser.parse("16GB 1Rx8 PC5-5600B-SA0-1010-XT").findings())
                .noneMatch(f -> f.code() == LabelFinding.LABEL_CHECK_BITS_OPEN);
    }
}
