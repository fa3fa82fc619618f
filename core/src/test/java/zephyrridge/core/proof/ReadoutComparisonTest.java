package zephyrridge.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.proof.Comparison.Field;
import zephyrridge.core.proof.Comparison.Verdict;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.ByteSize;

/** Handbook 3.7 and the table of 2.G: every difference has its explanation. */
class ReadoutComparisonTest {
    private static final String D8 = "8GB 1Rx8 PC4-2666V-SA1-11";
    private static final String D16 = "16GB 2Rx8 PC4-2666V-SE1-11";
    private static final Host HOME = new Host(64, Optional.of(ByteSize.ofGibibytes(128)), Host.MemoryMode.INDEPENDENT);
    private static final MachineRecord RECORD = Machines.of(MemoryGeneration.DDR4, 2666, 2400, 2133)
            .memory(1024, 512, 100)
            .channel("A")
            .soldered("bank", "A", Modules.of(D8))
            .channel("B")
            .socket("B1", "B", 1, List.of())
            .socket("B2", "B", 2, List.of())
            .cap(2, null, null, 2133)
            .cap(null, null, null, 2666)
            .build();

    private static Readout read(String total, String usable, Integer rate) {
        return new Readout(
                Optional.ofNullable(total).map(ByteSize::parse),
                Optional.empty(),
                Optional.ofNullable(usable).map(ByteSize::parse),
                Optional.ofNullable(rate),
                Optional.empty(),
                Optional.empty(),
                Readout.Test.READ,
                Readout.Threads.ALL,
                Optional.empty(),
                Optional.of(1),
                Optional.of(0),
                "");
    }

    private static Comparison compare(Host host, Readout found, String... at) {
        Map<String, ModuleSpec> modules = new HashMap<>();
        for (String entry : at) {
            modules.put(entry.substring(0, 2), Modules.of(entry.substring(3)));
        }
        Layout planned = Layout.of(RECORD, modules);
        var evaluation =
                new LayoutEvaluator(RECORD, HouseRules.DEFAULT).evaluate(planned, Layout.of(RECORD, Map.of()), host);
        return ReadoutComparison.compare(
                RECORD, planned, host, Expectation.of(RECORD, planned, evaluation, host), found, HouseRules.DEFAULT);
    }

    private static String outcome(Comparison c, Field field) {
        Comparison.Line line = c.line(field).orElseThrow();
        return line.verdict()
                + line.findings().stream().map(f -> " " + f.code().name()).reduce("", String::concat);
    }

    @ParameterizedTest
    @CsvSource({
        "24 GB,MATCH",
        "24576 MB,MATCH",
        "16 GB,DIFFERENT PROOF_SOLDERED_MISSING PROOF_RANK_MISSING",
        "8 GB,DIFFERENT PROOF_MODULE_MISSING",
        "48 GB,EXPLAINED PROOF_LISTED_TWICE",
        "25.8 GB,EXPLAINED PROOF_DECIMAL_UNIT",
        "20 GB,DIFFERENT PROOF_TOTAL_UNEXPLAINED"
    })
    void totals(String shown, String outcome) {
        assertThat(outcome(compare(HOME, read(shown, null, 2666), "B1=" + D16), Field.FIRMWARE_TOTAL))
                .isEqualTo(outcome);
    }

    /** TV-122: a pair of 16 GiB two-rank modules with one rank lost shows 24 of 32. */
    @Test
    void aRankOrAWholeChannelMissing() {
        assertThat(outcome(compare(HOME, read("32 GB", null, 2133), "B1=" + D16, "B2=" + D16), Field.FIRMWARE_TOTAL))
                .isEqualTo("DIFFERENT PROOF_SOLDERED_MISSING PROOF_RANK_MISSING");
        assertThat(outcome(compare(HOME, read("8 GB", null, 2133), "B1=" + D16, "B2=" + D16), Field.FIRMWARE_TOTAL))
                .isEqualTo("DIFFERENT PROOF_CHANNEL_MISSING");
    }

    @ParameterizedTest
    @CsvSource({
        "23.5 GB,64,MATCH",
        "24 GB,64,MATCH",
        "2.5 GB,32,MATCH",
        "2.9 GB,32,MATCH",
        "3.4 GB,32,EXPLAINED PROOF_WORD_SIZE",
        "3.2 GB,64,DIFFERENT PROOF_WORD_SIZE",
        "16 GB,64,DIFFERENT PROOF_BOOT_CAP",
        "22.3 GB,64,EXPLAINED PROOF_GRAPHICS_SHARE",
        "18.3 GB,64,DIFFERENT PROOF_USABLE_UNEXPLAINED"
    })
    void usable(String shown, int bits, String outcome) {
        Host host = new Host(bits, Optional.empty(), Host.MemoryMode.INDEPENDENT);
        assertThat(outcome(compare(host, read("24 GB", shown, 2666), "B1=" + D16), Field.USABLE))
                .isEqualTo(outcome);
    }

    @Test
    void anEditionsCeilingAndMirroring() {
        Host basic = new Host(64, Optional.of(ByteSize.ofGibibytes(16)), Host.MemoryMode.INDEPENDENT);
        assertThat(outcome(compare(basic, read("24 GB", "16 GB", 2666), "B1=" + D16), Field.USABLE))
                .startsWith("MATCH");
        Host mirrored = new Host(64, Optional.empty(), Host.MemoryMode.MIRRORED);
        assertThat(outcome(compare(mirrored, read("24 GB", "12 GB", 2666), "B1=" + D16), Field.USABLE))
                .isEqualTo("MATCH");
        // Half of it, on a machine that is not known to mirror: a boot-time cap, since only servers mirror.
        assertThat(outcome(compare(HOME, read("24 GB", "12 GB", 2666), "B1=" + D16), Field.USABLE))
                .isEqualTo("DIFFERENT PROOF_BOOT_CAP");
    }

    @ParameterizedTest
    @CsvSource({
        "2666,MATCH",
        "2667,EXPLAINED PROOF_ROUNDED_NAME",
        "1333,EXPLAINED PROOF_HALF_CLOCK",
        "2133,DIFFERENT PROOF_RATE_ROW",
        "1066,DIFFERENT PROOF_RATE_ROW",
        "3200,DIFFERENT PROOF_RATE_ABOVE",
        "1600,DIFFERENT PROOF_RATE_BELOW"
    })
    void rates(int shown, String outcome) {
        assertThat(outcome(compare(HOME, read("24 GB", null, shown), "B1=" + D16), Field.RATE))
                .isEqualTo(outcome);
    }

    private static Readout bandwidth(long megabytes, Readout.Test test, Readout.Threads threads) {
        return new Readout(
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.of(2),
                Optional.of(Bandwidth.ofMegabytes(megabytes)),
                test,
                threads,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                "");
    }

    /** Read below 60 %, copy below 50 % of the narrowest region's peak (21.3 GB/s here) is suspicious; one thread says nothing. */
    @Test
    void widthIsJudgedFromAllThreadsOnly() {
        assertThat(outcome(
                        compare(HOME, bandwidth(13_000, Readout.Test.READ, Readout.Threads.ALL), "B1=" + D16),
                        Field.BANDWIDTH))
                .isEqualTo("MATCH PROOF_WIDTH_FINE");
        assertThat(outcome(
                        compare(HOME, bandwidth(12_000, Readout.Test.READ, Readout.Threads.ALL), "B1=" + D16),
                        Field.BANDWIDTH))
                .isEqualTo("DIFFERENT PROOF_WIDTH_SUSPICIOUS");
        assertThat(outcome(
                        compare(HOME, bandwidth(12_000, Readout.Test.COPY, Readout.Threads.ALL), "B1=" + D16),
                        Field.BANDWIDTH))
                .isEqualTo("MATCH PROOF_WIDTH_FINE");
        assertThat(outcome(
                        compare(HOME, bandwidth(9_000, Readout.Test.READ, Readout.Threads.ONE), "B1=" + D16),
                        Field.BANDWIDTH))
                .isEqualTo("UNDECIDED PROOF_WIDTH_ONE_THREAD");
    }

    @Test
    void provenOnlyWithTotalsRateAndTest() {
        assertThat(compare(HOME, read("24 GB", "23.4 GB", 2667), "B1=" + D16).proven())
                .isTrue();
        assertThat(compare(HOME, read("24 GB", null, null), "B1=" + D16).proven())
                .isFalse();
        assertThat(compare(HOME, read(null, null, 2666), "B1=" + D16).proven()).isFalse();
        assertThat(compare(HOME, read("8 GB", null, 2666), "B1=" + D16).proven())
                .isFalse();
        assertThat(compare(HOME, Readout.NOTHING, "B1=" + D16).lines())
                .filteredOn(l -> l.verdict() == Verdict.NOT_READ)
                .hasSize(7);
        Readout errors = new Readout(
                Optional.of(ByteSize.ofGibibytes(24)),
                Optional.empty(),
                Optional.empty(),
                Optional.of(2666),
                Optional.empty(),
                Optional.empty(),
                Readout.Test.READ,
                Readout.Threads.ALL,
                Optional.empty(),
                Optional.of(1),
                Optional.of(1),
                "");
        assertThat(outcome(compare(HOME, errors, "B1=" + D16), Field.MEMORY_TEST))
                .isEqualTo("DIFFERENT PROOF_TEST_ERRORS");
    }

    @Test
    void writesDownBeforehandWhatToExpect() {
        Layout planned = Layout.of(RECORD, Map.of("B1", Modules.of(D16)));
        var evaluation =
                new LayoutEvaluator(RECORD, HouseRules.DEFAULT).evaluate(planned, Layout.of(RECORD, Map.of()), HOME);
        Expectation e = Expectation.of(RECORD, planned, evaluation, HOME);
        assertThat(e.firmwareTotal().mebibytes()).isEqualTo(24_576);
        assertThat(e.rateForms()).containsExactly(1333, 2666, 2667);
        assertThat(e.positionsFilled()).isEqualTo(2);
        assertThat(e.narrowest().orElseThrow()).hasToString("21.3 GB/s");
        assertThat(e.widest().orElseThrow()).hasToString("42.7 GB/s");
        assertThat(e.firstStartTo()).isEqualTo(40);
    }
}
