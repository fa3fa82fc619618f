package zephyrridge.core.reading.label;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.module.ModuleSpec;

/** Label lines as modules print them and shops write them. */
class LabelParserTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1GB 2Rx8 PC2-5300S-555-12-E0     | DDR2 | 667  | SO_DIMM | UNBUFFERED   | no  | 2Rx8  | 512 Mbit | 16 | 5-5-5",
                "2GB 2Rx4 PC2-5300P-555-12-F0     | DDR2 | 667  | DIMM    | REGISTERED   | yes | 2Rx4  | 512 Mbit | 36 | 5-5-5",
                "512MB 1Rx8 PC3200U-30330         | DDR  | 400  | DIMM    | UNBUFFERED   | no  | 1Rx8  | 512 Mbit | 8  | 3-3-3",
                "128GB 2S4Rx4 PC4-2400T-LD1-11    | DDR4 | 2400 | DIMM    | LOAD_REDUCED | yes | 2S4Rx4 | 8 Gbit  | 36 | 17-17-17",
                "32GB 4Rx4 PC3L-10600L-9-11-D1    | DDR3 | 1333 | DIMM    | LOAD_REDUCED | yes | 4Rx4  | 4 Gbit  | 72 | 9-9-9",
                "16GB 1Rx8 PC4-2666V-TD1-11       | DDR4 | 2666 | SO_DIMM | UNBUFFERED   | yes | 1Rx8  | 16 Gbit | 9  | 19-19-19",
                "2GB 2Rx8 PC2-6400U-666-12-E1     | DDR2 | 800  | DIMM    | UNBUFFERED   | no  | 2Rx8  | 1 Gbit  | 16 | 6-6-6",
                "4GB 2Rx8 PC3-10600S-9-10-F2      | DDR3 | 1333 | SO_DIMM | UNBUFFERED   | no  | 2Rx8  | 2 Gbit  | 16 | 9-9-9",
                "8GB 2Rx8 PC3L-12800S-11-13-F3    | DDR3 | 1600 | SO_DIMM | UNBUFFERED   | no  | 2Rx8  | 4 Gbit  | 16 | 11-11-11",
                "16GB 2Rx4 PC3L-12800R-11-13-E2   | DDR3 | 1600 | DIMM    | REGISTERED   | yes | 2Rx4  | 4 Gbit  | 36 | 11-11-11",
                "8GB 1Rx8 PC4-2400T-SA1-11        | DDR4 | 2400 | SO_DIMM | UNBUFFERED   | no  | 1Rx8  | 8 Gbit  | 8  | 17-17-17",
                "8GB 1Rx16 PC4-3200AA-SC0-11      | DDR4 | 3200 | SO_DIMM | UNBUFFERED   | no  | 1Rx16 | 16 Gbit | 4  | 22-22-22",
                "16GB 2Rx8 PC4-2666V-SE1-11       | DDR4 | 2666 | SO_DIMM | UNBUFFERED   | no  | 2Rx8  | 8 Gbit  | 16 | 19-19-19",
                "32GB 2Rx8 PC4-3200AA-UB1-12      | DDR4 | 3200 | DIMM    | UNBUFFERED   | no  | 2Rx8  | 16 Gbit | 16 | 22-22-22",
                "16GB 2Rx8 PC4-2400T-EE1-11       | DDR4 | 2400 | DIMM    | UNBUFFERED   | yes | 2Rx8  | 8 Gbit  | 18 | 17-17-17",
                "32GB 2Rx4 PC4-2400T-RA1-11       | DDR4 | 2400 | DIMM    | REGISTERED   | yes | 2Rx4  | 8 Gbit  | 36 | 17-17-17",
                "64GB 4DRx4 PC4-2400T-LD1-11      | DDR4 | 2400 | DIMM    | LOAD_REDUCED | yes | 4DRx4 | 8 Gbit  | 36 | 17-17-17",
                "16GB 1Rx8 PC5-4800B-SA0-1010-XT  | DDR5 | 4800 | SO_DIMM | UNBUFFERED   | no  | 1Rx8  | 16 Gbit | 8  | 40-39-39",
                "32GB 2Rx8 PC5-5600B-UB0-1010-XT  | DDR5 | 5600 | DIMM    | UNBUFFERED   | no  | 2Rx8  | 16 Gbit | 16 | 46-45-45",
                "48GB 2Rx8 PC5-5600B-SB0-1010-XT  | DDR5 | 5600 | SO_DIMM | UNBUFFERED   | no  | 2Rx8  | 24 Gbit | 16 | 46-45-45"
            })
    void decodesPrintedForms(
            String line,
            String generation,
            int rate,
            String form,
            String buffering,
            String ecc,
            String organisation,
            String density,
            String chips,
            String timings) {
        LabelReading r = LabelParser.parse(line);
        ModuleSpec spec = r.spec().orElseThrow();
        assertThat(spec.generation()).hasToString(generation);
        assertThat(spec.rate().name()).isEqualTo(rate);
        assertThat(spec.formFactor()).hasToString(form);
        assertThat(spec.buffering()).hasToString(buffering);
        assertThat(spec.ecc()).isEqualTo(ecc.equals("yes"));
        assertThat(r.value(LabelField.DIE_DENSITY).orElseThrow().value()).isEqualTo(density);
        assertThat(r.value(LabelField.CHIPS).orElseThrow().value()).isEqualTo(chips);
        assertThat(r.value(LabelField.ORGANISATION).orElseThrow().value()).isEqualTo(organisation);
        assertThat(r.value(LabelField.TIMINGS).orElseThrow().value()).isEqualTo(timings);
        assertThat(r.findings()).noneMatch(f -> f.severity().ordinal() < 2);
    }

    @Test
    void saysWhatWasPrintedAndWhatDerived() {
        LabelReading r = LabelParser.parse("8GB 1Rx8 PC4-2400T-SA1-11");
        assertThat(r.value(LabelField.CAPACITY).orElseThrow().origin()).isEqualTo(LabelReading.Origin.PRINTED);
        assertThat(r.value(LabelField.TIMINGS).orElseThrow().origin()).isEqualTo(LabelReading.Origin.TABLE);
        assertThat(r.value(LabelField.DIE_DENSITY).orElseThrow().origin()).isEqualTo(LabelReading.Origin.COMPUTED);
        assertThat(r.value(LabelField.RAW_CARD).orElseThrow().value()).isEqualTo("A1");
        assertThat(r.value(LabelField.SPD_REVISION).orElseThrow().value()).isEqualTo("1.1");
        assertThat(r.spec().orElseThrow().timings().orElseThrow().tAA().value()).isEqualTo(13_750);
    }

    @Test
    void voltageLettersOfDdr3() {
        assertThat(LabelParser.parse("4GB 2Rx8 PC3-10600S-9-10-F2")
                        .spec()
                        .orElseThrow()
                        .millivolts())
                .containsExactly(1500);
        assertThat(LabelParser.parse("4GB 2Rx8 PC3L-10600S-9-10-F2")
                        .spec()
                        .orElseThrow()
                        .millivolts())
                .containsExactly(1350, 1500);
        assertThat(LabelParser.parse("4GB 2Rx8 PC3U-10600S-9-10-F2")
                        .spec()
                        .orElseThrow()
                        .millivolts())
                .containsExactly(1250, 1350, 1500);
    }

    /** Same digits, another unit. */
    @ParameterizedTest
    @CsvSource({
        "PC4-21300,2666",
        "PC3-1600,1600",
        "PC4-3200,3200",
        "PC2-3200,400",
        "PC-3200,400",
        "PC3-6400,800",
        "PC5-6400,6400",
        "PC5-38400,4800",
        "PC3-12800,1600",
        "PC2-6400,800",
        "PC3-10660,1333",
        "PC3-10666,1333",
        "PC2-5400,667",
        "PC2-8600,1066",
        "PC-2100,266",
        "PC2700,333",
        "PC3-14900,1866",
        "PC4-23466,2933",
        "DDR3-1333,1333",
        "PC4 2400,2400",
        "PC5-44800,5600",
        "DDR-400,400",
        "DDR4-2667,2666",
        "DDR5 5600,5600",
        "DDR3L-1600,1600",
        "PC3-8500,1066"
    })
    void branchesOnTheGenerationFirst(String line, int rate) {
        assertThat(LabelParser.parse(line).value(LabelField.RATE).orElseThrow().value())
                .isEqualTo(rate + " MT/s");
    }

    /** The DDR form, which prints no organisation. */
    @Test
    void ddrPrintsHalfClocks() {
        LabelReading r = LabelParser.parse("512MB DDR PC2700S-25330");
        assertThat(r.value(LabelField.RATE).orElseThrow().value()).isEqualTo("333 MT/s");
        assertThat(r.value(LabelField.TIMINGS).orElseThrow().value()).isEqualTo("2.5-3-3");
        assertThat(r.value(LabelField.SPD_REVISION).orElseThrow().value()).isEqualTo("0");
        assertThat(r.value(LabelField.FORM_FACTOR).orElseThrow().value()).isEqualTo("SO_DIMM");
        assertThat(r.value(LabelField.CAPACITY).orElseThrow().value()).isEqualTo("512 MiB");
    }

    /** What people write on a bag or in an offer: the informal forms of. */
    @ParameterizedTest
    @CsvSource({
        "8GB DDR4 SODIMM 2666MHz 1Rx8,DDR4,2666,SO_DIMM",
        "16GB 2Rx8 DDR5 5600 MT/s SO-DIMM,DDR5,5600,SO_DIMM",
        "4GB 2Rx8 DDR3L 1600 SODIMM,DDR3,1600,SO_DIMM",
        "16GB 2Rx8 PC4-21300 UDIMM,DDR4,2666,DIMM",
        "32GB 2Rx4 DDR4-2400 RDIMM ECC,DDR4,2400,DIMM",
        "1GB 2Rx8 DDR2 800MHZ SODIMM,DDR2,800,SO_DIMM",
        "8GB DDR4 1Rx8 2400MHz SO DIMM,DDR4,2400,SO_DIMM",
        "32GB 2Rx8 DDR5-5600 CAMM2,DDR5,5600,CAMM2"
    })
    void readsInformalForms(String line, String generation, int rate, String form) {
        ModuleSpec spec = LabelParser.parse(line).spec().orElseThrow();
        assertThat(spec.generation()).hasToString(generation);
        assertThat(spec.rate().name()).isEqualTo(rate);
        assertThat(spec.formFactor()).hasToString(form);
        assertThat(spec.timings()).isEmpty();
    }

    /** Whole words, never parts of words (R-1.5; common practice of shops). */
    @ParameterizedTest
    @CsvSource({
        "64GB 4DRx4 DDR4-2666 LRDIMM,LOAD_REDUCED,yes,DIMM",
        "16GB 2Rx8 DDR4-3200 UNREGISTERED DIMM,UNBUFFERED,no,DIMM",
        "16GB 2Rx8 DDR4-3200 NON-REGISTERED DIMM,UNBUFFERED,no,DIMM",
        "16GB 1Rx8 DDR5-6400 CUDIMM,CLOCKED,no,DIMM",
        "16GB 1Rx8 DDR5-6400 CSODIMM,CLOCKED,no,SO_DIMM",
        "32GB 2Rx4 DDR4-2400 RDIMM,REGISTERED,yes,DIMM",
        "32GB 2Rx4 DDR4-2400 DIMM REG,REGISTERED,yes,DIMM",
        "16GB 2Rx8 DDR4-3200 SODIMM NON-ECC,UNBUFFERED,no,SO_DIMM",
        "16GB 1Rx8 DDR5-4800 UDIMM TD516EC8-K7,UNBUFFERED,no,DIMM",
        "16GB 1Rx8 DDR5-4800 UDIMM TD5-EC8-K7,UNBUFFERED,no,DIMM",
        "16GB 1Rx8 DDR5-4800 UDIMM EC4,UNBUFFERED,yes,DIMM"
    })
    void shopWordsAreReadWhole(String line, String buffering, String ecc, String form) {
        ModuleSpec spec = LabelParser.parse(line).spec().orElseThrow();
        assertThat(spec.buffering()).hasToString(buffering);
        assertThat(spec.ecc()).isEqualTo(ecc.equals("yes"));
        assertThat(spec.formFactor()).hasToString(form);
    }

    @Test
    void checkBitsOfHalvesAreKept() {
        ModuleSpec four =
                LabelParser.parse("32GB 2Rx4 DDR5-4800 RDIMM EC4").spec().orElseThrow();
        assertThat(four.checkBits()).contains(4);
        assertThat(four.packages()).isEqualTo(36);
    }

    /** A pack is n modules of m, never one of n x m; where only one size is printed it is asked. */
    @ParameterizedTest
    @CsvSource({
        "2x8GB 1Rx8 DDR4-3200 SODIMM,2,8 GiB",
        "16GB (2x8GB) 1Rx8 DDR4-3200 SODIMM,2,8 GiB",
        "8GBx2 1Rx8 DDR4-3200 SODIMM,2,8 GiB",
        "KIT OF 2 16GB 1Rx8 DDR4-3200 SODIMM,2,"
    })
    void aPackIsNoModule(String line, int pieces, String each) {
        LabelReading r = LabelParser.parse(line);
        assertThat(r.spec().map(m -> m.capacity().toString()).orElse(null)).isEqualTo(each);
        assertThat(r.findings()).anySatisfy(f -> assertThat(f.detail())
                .isInstanceOfSatisfying(
                        LabelFinding.Pack.class, k -> assertThat(k.pieces()).isEqualTo(pieces)));
    }

    @Test
    void printedVoltageAndLatencyAreRead() {
        ModuleSpec low =
                LabelParser.parse("8GB 2Rx8 DDR3-1600 SODIMM 1.35V CL11").spec().orElseThrow();
        assertThat(low.millivolts()).containsExactly(1350, 1500);
        assertThat(low.timings()).isPresent();
        LabelReading profile = LabelParser.parse("16GB 1Rx8 DDR5-6000 UDIMM CL30 1.35V");
        assertThat(profile.findings())
                .extracting(Finding::code)
                .contains(LabelFinding.LABEL_MAYBE_PROFILE, LabelFinding.LABEL_VOLTAGE_UNUSUAL);
        assertThat(profile.spec().orElseThrow().timings()).isEmpty();
        assertThat(LabelParser.parse("16GB 2Rx8 DDR4-3200 UDIMM 16-18-18-38").findings())
                .extracting(Finding::code)
                .contains(LabelFinding.LABEL_MAYBE_PROFILE);
        LabelReading slow = LabelParser.parse("128GB 2S4Rx4 DDR4-3200 RDIMM CL26");
        assertThat(slow.findings())
                .extracting(Finding::code)
                .contains(LabelFinding.LABEL_CL_UNUSUAL)
                .doesNotContain(LabelFinding.LABEL_MAYBE_PROFILE);
    }

    @Test
    void aCapacityBehindTheNumberIsNoRevision() {
        LabelReading r = LabelParser.parse("PC4-21300 16GB 2Rx8 UDIMM");
        assertThat(r.value(LabelField.SPD_REVISION)).isEmpty();
        assertThat(r.spec().orElseThrow().capacity()).hasToString("16 GiB");
    }

    @Test
    void binsForHalfBatchesAreKnown() {
        assertThat(LabelParser.parse("16GB 1Rx8 PC5-5600BN-SA0-1010-XT")
                        .value(LabelField.TIMINGS)
                        .orElseThrow()
                        .value())
                .isEqualTo("46-46-46");
    }

    /** Micro-DIMM, Mini-RDIMM and FB-DIMM go into no socket that the tool knows: said, not guessed. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "1GB 1Rx8 PC2-5300F-555-11-A0",
                "512MB 1Rx8 PC2-4200M-444-11-A0",
                "1GB 1Rx8 PC2-5300N-555-12-A0",
                "16GB 1Rx8 PC5-4800B-ZA0-1010-XT"
            })
    void unknownModuleLettersAreSaid(String line) {
        LabelReading r = LabelParser.parse(line);
        assertThat(r.findings()).anyMatch(f -> f.code() == LabelFinding.LABEL_MODULE_LETTER_UNKNOWN);
        assertThat(r.spec()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"", " ", "hello", "GB", "PC", "PC4", "8GB", "ﬀ PC4-2400T", "İ PC4-", "99999GB 8Rx32 PC5-99999"})
    void nonsenseIsAFindingNotAnException(String line) {
        LabelReading r = LabelParser.parse(line);
        assertThat(r.findings()).isNotEmpty();
    }
}
