package zephyrridge.core.reading.label;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zephyrridge.core.Rounds;
import zephyrridge.core.reading.label.LabelDecoder.Claim;
import zephyrridge.core.reading.label.LabelPhoto.Seen;

class LabelPhotoTest {
    private static final List<String> LINES = List.of(
            "16GB 2Rx8 PC4-2666V-SE1-11",
            "8GB 1Rx8 PC4-3200AA-SA1-11",
            "4GB 2Rx8 PC3L-12800S-11-13-F3",
            "2GB 2Rx8 PC2-6400S-666-12-E2",
            "32GB 2Rx4 PC4-2400T-RB1-12",
            "16GB 1Rx8 PC5-5600B-SA0-1010-XT",
            "8GB 1Rx8 DDR4-2666 ECC UDIMM CL19",
            "16GB PC4-21300 SODIMM",
            "DDR5 16GB 4800MHz SO-DIMM CL40");

    /** What recognisers make of letters on bad pictures. */
    private static final Map<Character, String> READ = Map.of(
            '8', "BS", 'S', "5$", '0', "OD", '1', "lI", '4', "A", 'G', "6C", 'B', "8", 'x', "X*", '-', ". ", '5', "S");

    private static final List<String> BESIDE =
            List.of("WEEK 12 2021", "Made by hand", "P/N GR-S8-26K", "|||| |", "1.2V", "S/N 4471 08B");

    private static Seen seen(String... lines) {
        return LabelPhoto.read(List.of(List.of(lines))).orElseThrow();
    }

    private static List<String> pass(String line, Random random, int errors) {
        StringBuilder read = new StringBuilder(line);
        for (int e = 0; e < errors; e++) {
            int at = random.nextInt(line.length());
            String other = READ.getOrDefault(line.charAt(at), "");
            if (!other.isEmpty()) {
                read.setCharAt(at, other.charAt(random.nextInt(other.length())));
            }
        }
        List<String> lines = new ArrayList<>();
        for (int n = random.nextInt(3); n > 0; n--) {
            lines.add(BESIDE.get(random.nextInt(BESIDE.size())));
        }
        lines.add(random.nextInt(lines.size() + 1), read.toString());
        return lines;
    }

    /** Held against the parser, which reads the line as it was printed. */
    private static boolean isRight(Claim c, String printed) {
        LabelReading truth = LabelParser.parse(printed);
        Optional<LabelReading.Value> value = truth.value(c.field());
        return switch (c.field()) {
            case VOLTAGE, RAW_CARD -> true;
            case TIMINGS -> value.isEmpty()
                    || value.get().value().equals(c.value())
                    || c.value().startsWith("CL")
                            && value.get().value().startsWith(c.value().substring(2) + "-");
            default -> value.map(v -> v.value().equals(c.value())).orElse(true);
        };
    }

    @Test
    void ofSeveralReadingsNothingIsSaidWronglyAndMostIsSaid() {
        Random random = new Random(254);
        int said = 0;
        int claims = 0;
        for (int i = 0; i < Rounds.of(50); i++) {
            String line = LINES.get(i % LINES.size());
            List<List<String>> passes = List.of(pass(line, random, 7), pass(line, random, 7), pass("", random, 0));
            Optional<Seen> seen = LabelPhoto.read(passes);
            assertThat(seen).as(passes.toString()).isPresent();
            for (Claim c : seen.get().claims()) {
                claims++;
                if (c.isSure()) {
                    said++;
                    assertThat(isRight(c, line)).as(passes + " " + c).isTrue();
                }
            }
        }
        System.out.printf("Fields of photographed labels said without asking: %d of %d%n", said, claims);
        assertThat(said).isGreaterThan(claims * 8 / 10);
    }

    @Test
    void aLabelInTwoLinesIsOneBesideWhatStandsThere() {
        assertThat(seen("GORSE BANK", "16GB 2Rx8 PC4-2666V- [E%]", "SE1-11 x;", "WEEK 3 2020")
                        .lines()
                        .get(0))
                .isEqualTo("16GB 2Rx8 PC4-2666V-SE1-11");
        assertThat(seen("32GB 1Rx8 ]", "DDRS-5600 SO-DIMM CL46 EH", "1.1V")
                        .lines()
                        .get(0))
                .isEqualTo("32GB 1Rx8 DDR5-5600 SO-DIMM CL46");
    }

    /** What a thumb hides is not made up; what arithmetic leaves is no word of the picture's. */
    @Test
    void whatIsCoveredIsNotSaid() {
        Seen seen = seen("8GB ~~ PC4-2666V-SA1-11", "1.2V");
        assertThat(seen.claim(LabelField.CAPACITY).orElseThrow().value()).isEqualTo("8 GiB");
        assertThat(seen.claim(LabelField.ORGANISATION).filter(Claim::isSure)).isEmpty();
        assertThat(seen.claim(LabelField.RATE).orElseThrow().isSure()).isTrue();
    }

    @Test
    void readingsThatDisagreeAreAsked() {
        Optional<Seen> seen =
                LabelPhoto.read(List.of(List.of("16GB 2Rx8 PC4-2666V-SE1-11"), List.of("16GB 2Rx8 PC4-2666V-UE1-11")));
        Seen s = seen.orElseThrow();
        assertThat(s.claim(LabelField.FORM_FACTOR).orElseThrow().isSure()).isFalse();
        assertThat(s.claim(LabelField.ECC).orElseThrow().isSure()).isTrue();
        assertThat(s.claim(LabelField.CAPACITY).orElseThrow().isSure()).isTrue();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "512GB NVMe Gen4x4\nP/N HLN-512-48X\n3.3V 2.5A",
                "Order 3200-11\n8 screws M2x4\n2 rubber feet\nheat pad 16x38",
                "Memory\n16.0 GB DDR4\nSpeed: 2667 MT/s\nSlots used: 1 of 2",
                "4 x tea, 1 Rx 8 lamps\nTotal 32.00",
                "Capacity : 17179869184\nSpeed : 2667\nPartNumber : GR-S8-26K",
                "DIMM A1 DIMM B1\nREV 1.62 94V-0"
            })
    void whatIsNoLabelIsNone(String text) {
        assertThat(LabelPhoto.read(List.of(text.lines().toList(), text.lines().toList())))
                .isEmpty();
    }

    @Test
    void nothingReadIsNothingSeen() {
        assertThat(LabelPhoto.read(List.of())).isEmpty();
        assertThat(LabelPhoto.read(List.of(List.of(), List.of(" ")))).isEmpty();
        assertThat(LabelPhoto.read(List.of(List.of("8".repeat(900))))).isEmpty();
    }
}
