package zephyrridge.core.reading.label;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zephyrridge.core.Rounds;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.Organisation;
import zephyrridge.core.module.OrganisationSolver;
import zephyrridge.core.module.Rates;
import zephyrridge.core.module.SpeedBin;
import zephyrridge.core.reading.label.LabelDecoder.Claim;
import zephyrridge.core.reading.label.LabelDecoder.Decoded;

class LabelDecoderTest {
    /** What the parser, which knows nothing of costs, makes of the same field. */
    private static final List<LabelField> COMPARED = List.of(
            LabelField.GENERATION,
            LabelField.CAPACITY,
            LabelField.ORGANISATION,
            LabelField.RATE,
            LabelField.TIMINGS,
            LabelField.DIE_DENSITY,
            LabelField.RAW_CARD);

    private static final List<MemoryGeneration> GENERATIONS =
            List.of(MemoryGeneration.DDR2, MemoryGeneration.DDR3, MemoryGeneration.DDR4, MemoryGeneration.DDR5);

    private static <T> T any(Random random, List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    /** A line as labels print it, of the published tables. */
    private static String line(Random random) {
        MemoryGeneration g = any(random, GENERATIONS);
        Organisation o = any(
                random,
                OrganisationSolver.solve(new OrganisationSolver.Known(
                        g,
                        Optional.empty(),
                        OptionalInt.empty(),
                        OptionalInt.empty(),
                        Optional.empty(),
                        OptionalInt.empty(),
                        false)));
        SpeedBin bin = any(
                random,
                SpeedBin.all().stream()
                        .filter(b -> b.generation() == g
                                && Rates.row(g, b.rate())
                                        .filter(Rates.Row::sold)
                                        .isPresent())
                        .toList());
        long mib = o.capacity().mebibytes();
        String size = mib % 1024 == 0 ? mib / 1024 + "GB" : mib + "MB";
        String letter = any(random, List.of("U", "S", "R", "E"));
        String card = any(random, List.of("A", "B", "C", "D", "E")) + random.nextInt(4);
        String number = String.valueOf(
                Rates.row(g, bin.rate()).orElseThrow().pcNumbers().get(0));
        String pc =
                switch (g) {
                    case DDR2 -> "PC2-" + number + letter + "-" + bin.clocks().replace("-", "") + "-12-" + card;
                    case DDR3 -> "PC3" + any(random, List.of("", "L")) + "-" + number + letter + "-" + bin.cl() + "-11-"
                            + card;
                    case DDR4 -> "PC4-" + bin.rate().name() + bin.letters() + "-" + letter + card + "-11";
                    default -> "PC5-" + bin.rate().name() + bin.letters() + "-" + letter + card + "-1010-XT";
                };
        return size + " " + o.label() + " " + pc;
    }

    private static String parsed(LabelReading reading, LabelField field) {
        return reading.value(field).map(LabelReading.Value::value).orElse("");
    }

    private static List<String> wrong(String line, Decoded d) {
        LabelReading truth = LabelParser.parse(line);
        List<String> wrong = new ArrayList<>();
        for (LabelField field : COMPARED) {
            Optional<Claim> claim = d.claim(field).filter(Claim::isSure);
            if (claim.isPresent() && !claim.get().value().equals(parsed(truth, field))) {
                wrong.add(field + " " + claim.get() + " for " + parsed(truth, field));
            }
        }
        return wrong;
    }

    @Test
    void whatIsReadRightIsReadAsTheParserReadsIt() {
        Random random = new Random(250);
        for (int i = 0; i < Rounds.of(100); i++) {
            String line = line(random);
            Decoded d = LabelDecoder.decode(line).orElseThrow();
            assertThat(d.lines().get(0).cost()).as(line).isZero();
            assertThat(d.lines().get(0).text()).isEqualTo(line);
            LabelReading truth = LabelParser.parse(line);
            for (LabelField field : COMPARED) {
                assertThat(d.claim(field).orElseThrow().value())
                        .as(line + " " + field)
                        .isEqualTo(parsed(truth, field));
            }
        }
    }

    /** Misread as the table says that characters are: most fields are said, and none wrongly. */
    @Test
    void oneCharacterForOneLikeItIsMendedOrAskedAndNeverSaidWrongly() {
        Random random = new Random(251);
        int said = 0;
        int fields = 0;
        for (int i = 0; i < Rounds.of(120); i++) {
            String line = line(random);
            String read = misread(line, random, 1 + random.nextInt(2));
            Decoded d = LabelDecoder.decode(read).orElseThrow(() -> new AssertionError("no label: " + read));
            assertThat(wrong(line, d)).as(line + " read as " + read).isEmpty();
            for (LabelField field : COMPARED) {
                fields++;
                said += d.claim(field).filter(Claim::isSure).isPresent() ? 1 : 0;
            }
        }
        System.out.printf("Fields of misread labels said without asking: %d of %d%n", said, fields);
        assertThat(said).isGreaterThan(fields * 6 / 10);
    }

    private static String misread(String line, Random random, int times) {
        StringBuilder read = new StringBuilder(line);
        for (int t = 0; t < times; t++) {
            List<Integer> places = new ArrayList<>();
            for (int i = 0; i < line.length(); i++) {
                if (!like(line.charAt(i)).isEmpty()) {
                    places.add(i);
                }
            }
            int at = any(random, places);
            read.setCharAt(at, any(random, like(line.charAt(at))));
        }
        return read.toString();
    }

    /** What is often read for it, and is no character that a label has in that place by another rule. */
    private static List<Character> like(char c) {
        List<Character> found = new ArrayList<>();
        for (char other : "OoDQIl|i!ZASs$GbBg&q.".toCharArray()) {
            if (other != c && LabelChannel.exchanged(c, other) < LabelChannel.OTHER) {
                found.add(other);
            }
        }
        return found;
    }

    @ParameterizedTest
    @CsvSource({
        "l6GB 2RxB PC4-26b6V-SEl-11, 16GB 2Rx8 PC4-2666V-SE1-11",
        "8G8 1RxB PC4-3200AA-SAO-11, 8GB 1Rx8 PC4-3200AA-SA0-11",
        "4GB 2Rx8 PC3L 12800S 11 13 F1, 4GB 2Rx8 PC3L-12800S-11-13-F1",
        "16GB1Rx8PC5-5600B-SD0-1010-XT, 16GB 1Rx8 PC5-5600B-SD0-1010-XT",
        "= 1GB 2Rx8 PC2-S3OOS-555-12-B2 |||, 1GB 2Rx8 PC2-5300S-555-12-B2"
    })
    void mends(String read, String printed) {
        assertThat(LabelDecoder.decode(read).orElseThrow().lines().get(0).text())
                .isEqualTo(printed);
    }

    /** Two ranks of x4 devices that make 1 GB would be of a density that DDR4 never had. */
    @Test
    void arithmeticThrowsOutWhatCannotBe() {
        Decoded d = LabelDecoder.decode("1GB 2Rx4 PC4-2666V-SC1-11").orElseThrow();
        assertThat(d.lines())
                .allSatisfy(l -> assertThat(LabelParser.parse(l.text()).spec())
                        .as(l.text())
                        .isPresent());
        assertThat(d.claim(LabelField.CAPACITY).orElseThrow().isSure()).isFalse();
    }

    @Test
    void aTypedLineIsMendedWhereArithmeticHasNothingToSay() {
        LabelReading read = LabelParser.parse("16G8 2Rx8 PC4-26b6V-SEl-11");
        assertThat(read.spec()).isEmpty();
        List<LabelReading.Suggestion> mended = LabelMending.of(read);
        assertThat(mended.get(0).line()).isEqualTo("16GB 2Rx8 PC4-2666V-SE1-11");
        assertThat(mended.get(0).charactersChanged()).isEqualTo(3);
        assertThat(mended)
                .allSatisfy(s -> assertThat(LabelParser.parse(s.line()).spec()).isPresent());
        LabelReading right = LabelParser.parse("16GB 2Rx8 PC4-2666V-SE1-11");
        assertThat(LabelMending.of(right)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Installed RAM 16.0 GB (15.8 GB usable)",
                "Speed: 2667 MHz, slots used 2 of 4",
                "Warranty void if removed",
                "S/N 362604H837",
                "WEEK 32 2020",
                "8GB",
                "Memory 8192 MB DDR4 Channel A",
                "1.2V 30042 9931-22 MADE IN THE VALLEY",
                ""
            })
    void whatIsNoLabelIsNone(String text) {
        assertThat(LabelDecoder.decode(text)).isEmpty();
    }

    /** The cost is that of an alignment worked out apart from the graph, and no other line of a sample costs less. */
    @Test
    void theBestLineCostsWhatItsAlignmentCosts() {
        Random random = new Random(252);
        List<String> others = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            others.add(line(random));
        }
        for (int i = 0; i < 60; i++) {
            String read = misread(others.get(i), random, 2);
            LabelDecoder.Line best =
                    LabelDecoder.decode(read).orElseThrow().lines().get(0);
            assertThat(best.cost()).as(read).isEqualTo(aligned(best.text(), read));
            for (String other : others) {
                assertThat(best.cost()).as(read + " " + other).isLessThanOrEqualTo(aligned(other, read));
            }
        }
    }

    /** Weighted edit distance, as textbooks have it (Wagner and Fischer 1974, from memory), with text beside the line. */
    private static int aligned(String printed, String read) {
        int[][] cost = new int[printed.length() + 1][read.length() + 1];
        for (int r = 0; r <= read.length(); r++) {
            cost[0][r] =
                    beside(new StringBuilder(read.substring(0, r)).reverse().toString());
        }
        int least = Integer.MAX_VALUE;
        for (int p = 0; p <= printed.length(); p++) {
            for (int r = 0; r <= read.length(); r++) {
                int best = p == 0 ? cost[0][r] : Integer.MAX_VALUE;
                if (p > 0) {
                    best = cost[p - 1][r] + LabelChannel.lost(printed.charAt(p - 1));
                }
                if (p > 0 && r > 0) {
                    char before = r > 1 ? read.charAt(r - 2) : 0;
                    best = Math.min(best, cost[p][r - 1] + LabelChannel.added(read.charAt(r - 1), before));
                    best = Math.min(
                            best,
                            cost[p - 1][r - 1] + LabelChannel.exchanged(printed.charAt(p - 1), read.charAt(r - 1)));
                }
                cost[p][r] = best;
                if (p == printed.length()) {
                    least = Math.min(least, best + beside(read.substring(r)));
                }
            }
        }
        return least;
    }

    /** What touches the line costs 30 a letter or digit and 10 else, what a space parts from it 10, and 25 where that is not there. */
    private static int beside(String text) {
        int least = Integer.MAX_VALUE;
        int touching = 0;
        for (int i = 0; i <= text.length(); i++) {
            boolean parted = i < text.length() && text.charAt(i) == ' ';
            int rest = text.length() - i;
            least = Math.min(least, touching + (rest == 0 ? 0 : parted ? 10 * (rest - 1) : 25 + 10 * rest));
            if (i < text.length()) {
                touching += Character.isLetterOrDigit(text.charAt(i)) ? 30 : 10;
            }
        }
        return least;
    }

    @Test
    void anyTextIsReadOrNotAndNeverThrows() {
        Random random = new Random(253);
        for (int i = 0; i < Rounds.of(80); i++) {
            StringBuilder text = new StringBuilder();
            for (int n = random.nextInt(60); n > 0; n--) {
                text.append((char) (random.nextInt(8) == 0 ? random.nextInt(0x3000) : 32 + random.nextInt(95)));
            }
            LabelDecoder.decode(text.toString())
                    .ifPresent(d -> assertThat(d.lines()).isNotEmpty());
        }
        assertThat(LabelDecoder.decode("8".repeat(201))).isEmpty();
    }
}
