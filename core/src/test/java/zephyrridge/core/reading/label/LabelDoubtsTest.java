package zephyrridge.core.reading.label;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.Rounds;
import zephyrridge.core.finding.Finding;

/** What is odd, wrong or missing on a label is said where it stands, and no line breaks anything. */
class LabelDoubtsTest {
    /** What cannot be read casts doubt on itself; what follows is read all the same, and a suggestion mends it in its place. */
    @Test
    void doubtStaysWhereItIsAndIsMendedThere() {
        LabelReading letter = LabelParser.parse("16GB 2Rx8 PC4-2666X-SE1-11");
        assertThat(letter.findings()).extracting(Finding::code).contains(LabelFinding.LABEL_BIN_UNKNOWN);
        assertThat(letter.spec().orElseThrow().formFactor()).hasToString("SO_DIMM");
        assertThat(LabelParser.parse("16GB 2Px8 PC4-2666V-SE1-11").suggestions())
                .isNotEmpty()
                .allSatisfy(s -> assertThat(s.line()).doesNotContain("2Px8"));
        assertThat(LabelParser.parse("16GB x8 DDR4-2666 SODIMM").findings())
                .extracting(Finding::code)
                .contains(LabelFinding.LABEL_WIDTH_OR_PIECES);
    }

    @ParameterizedTest
    @CsvSource({
        "8gb 1rx8 pc4-24OOT-sa1-11,8",
        "8GB IRx8 PC4 2400T SA1 11,8",
        "8 GB 1R x8 PC42400T-SA1-11,8",
        "16GB 2Rx8 PC4-2666V-SE1-11 trailing text,16",
        "PC4-2666V-SE1-11 2Rx8 16GB,16",
        "I6GB 2Rx8 PC4-2666V-SE1-11,16",
        "16 GB 2R×8 PC4-2666V-SE1-11,16"
    })
    void readsOddSpellings(String line, int gibibytes) {
        assertThat(LabelParser.parse(line).spec().orElseThrow().capacity().gibibytes())
                .isEqualTo(gibibytes);
    }

    @Test
    void namesAnImpossibleCombinationWithItsMisreadings() {
        LabelReading r = LabelParser.parse("16GB 1Rx16 PC4-3200AA-SC0-11");
        assertThat(r.spec()).isEmpty();
        Finding f = r.findings().get(0);
        assertThat(f.code()).isEqualTo(LabelFinding.LABEL_IMPOSSIBLE_DENSITY);
        assertThat(((LabelFinding.Density) f.detail()).needed()).isEqualTo("32 Gbit");
        assertThat(r.suggestions())
                .extracting(LabelReading.Suggestion::line)
                .startsWith(
                        "16GB 1Rx8 PC4-3200AA-SC0-11", "16GB 2Rx16 PC4-3200AA-SC0-11", "16GB 2Rx8 PC4-3200AA-SC0-11");
        for (LabelReading.Suggestion s : r.suggestions()) {
            assertThat(LabelParser.parse(s.line()).spec()).as(s.line()).isPresent();
        }
    }

    @Test
    void suggestsWhatIsMissing() {
        LabelReading r = LabelParser.parse("8GB PC4-2400T-SA1-11");
        assertThat(r.spec()).isEmpty();
        assertThat(r.findings()).anyMatch(f -> f.code() == LabelFinding.LABEL_FIELD_MISSING);
        assertThat(r.suggestions()).isNotEmpty().allSatisfy(s -> assertThat(
                        LabelParser.parse(s.line()).spec())
                .as(s.line())
                .isPresent());
        LabelReading noCapacity = LabelParser.parse("2Rx8 PC4-2400T-SE1-11");
        assertThat(noCapacity.suggestions()).isNotEmpty().allSatisfy(s -> assertThat(
                        LabelParser.parse(s.line()).spec())
                .as(s.line())
                .isPresent());
    }

    @Test
    void doubtsABinThatTheRateHasNot() {
        LabelReading r = LabelParser.parse("8GB 1Rx8 PC4-2400W-SA1-11");
        assertThat(r.findings()).anyMatch(f -> f.code() == LabelFinding.LABEL_BIN_UNKNOWN);
        assertThat(r.spec().orElseThrow().timings()).isEmpty();
        assertThat(LabelParser.parse("4GB 2Rx8 PC3-10600S-12-10-F2").findings())
                .anyMatch(f -> f.code() == LabelFinding.LABEL_CL_UNUSUAL);
    }

    @Test
    void refusesVeryLongLines() {
        LabelReading r = LabelParser.parse("8GB ".repeat(1000));
        assertThat(r.findings()).extracting(Finding::code).containsExactly(LabelFinding.LABEL_TOO_LONG);
    }

    /** 200,000 random and mutated lines: never an exception, spans inside the line, a module only when nothing is missing. */
    @Test
    void survivesRandomAndMutatedLines() {
        String[] good = {
            "4GB 2Rx8 PC3-10600S-9-10-F2",
            "16GB 2Rx4 PC3L-12800R-11-13-E2",
            "8GB 1Rx16 PC4-3200AA-SC0-11",
            "64GB 4DRx4 PC4-2400T-LD1-11",
            "128GB 2S4Rx4 PC4-2400T-LD1-11",
            "16GB 1Rx8 PC5-4800B-SA0-1010-XT",
            "1GB 2Rx8 PC2-5300S-555-12-E0",
            "PC4-21300",
            "DDR5-5600 SODIMM 2Rx8 32GB"
        };
        String alphabet = "0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefRxPC-_ .×ßİ\u0000\t\uD83D\uDE00";
        Random random = new Random(4242);
        int decoded = 0;
        Set<String> codes = new TreeSet<>();
        for (int i = 0; i < Rounds.of(40_000); i++) {
            StringBuilder line = new StringBuilder(i % 4 == 0 ? "" : good[random.nextInt(good.length)]);
            int edits = i % 4 == 0 ? random.nextInt(60) : random.nextInt(5);
            for (int e = 0; e < edits; e++) {
                char c = alphabet.charAt(random.nextInt(alphabet.length()));
                int at = random.nextInt(line.length() + 1);
                int kind = random.nextInt(3);
                if (kind == 0 || at == line.length()) {
                    line.insert(at, c);
                } else if (kind == 1) {
                    line.setCharAt(at, c);
                } else {
                    line.deleteCharAt(at);
                }
            }
            LabelReading r = LabelParser.parse(line.toString());
            decoded += r.spec().isPresent() ? 1 : 0;
            for (Finding f : r.findings()) {
                codes.add(f.code().name());
            }
            for (LabelReading.Value v : r.values()) {
                if (v.evidence() instanceof zephyrridge.core.finding.Evidence.LabelSpan s) {
                    assertThat(line.substring(s.from(), s.to())).isEqualTo(s.text());
                }
            }
            if (r.spec().isEmpty()) {
                assertThat(r.findings()).as("no module and no reason: %s", line).isNotEmpty();
            } else {
                assertThat(r.value(LabelField.CAPACITY).orElseThrow().value())
                        .isEqualTo(r.spec().get().capacity().toString());
            }
        }
        assertThat(decoded).as("mutation leaves many lines readable").isGreaterThan(8_000);
        assertThat(codes)
                .contains(
                        "LABEL_NOT_RECOGNISED", "LABEL_FIELD_MISSING", "LABEL_IMPOSSIBLE_DENSITY", "LABEL_BIN_UNKNOWN");
    }
}
