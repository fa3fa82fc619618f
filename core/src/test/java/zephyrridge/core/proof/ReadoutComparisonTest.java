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
import zephyrridge.core.finding.Finding;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.proof.Comparison.Field;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/** to R-7.6 (from memory of the usual causes, in their order; common practice, no source): every difference has its explanation. */
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
        return Readout.NOTHING
                .with()
                .firmwareTotal(Optional.ofNullable(total).map(ByteSize::parse))
                .usable(Optional.ofNullable(usable).map(ByteSize::parse))
                .rate(Optional.ofNullable(rate))
                .build();
    }

    private static Comparison compare(Host host, Readout found, String... at) {
        return compare(RECORD, host, found, at);
    }

    private static Comparison compare(MachineRecord record, Host host, Readout found, String... at) {
        Map<String, ModuleSpec> modules = new HashMap<>();
        for (String entry : at) {
            modules.put(entry.substring(0, 2), Modules.of(entry.substring(3)));
        }
        Layout planned = Layout.of(record, modules);
        var evaluation =
                new LayoutEvaluator(record, HouseRules.DEFAULT).evaluate(planned, Layout.of(record, Map.of()), host);
        return ReadoutComparison.compare(
                record, planned, host, Expectation.of(record, planned, evaluation, host), found);
    }

    private static String outcome(Comparison c, Field field) {
        Comparison.Line line = c.line(field);
        return line.verdict()
                + line.findings().stream().map(f -> " " + f.code().name()).reduce("", String::concat);
    }

    private static List<MissingSet> sets(Comparison c) {
        Finding f = c.line(Field.FIRMWARE_TOTAL).findings().get(0);
        return ((ProofFinding.Missing) f.detail()).sets();
    }

    @ParameterizedTest
    @CsvSource({
        "24 GB,MATCH",
        "24576 MB,MATCH",
        "16 GB,DIFFERENT PROOF_COULD_BE_MISSING",
        "8 GB,DIFFERENT PROOF_COULD_BE_MISSING",
        "48 GB,EXPLAINED PROOF_LISTED_TWICE",
        "25.8 GB,EXPLAINED PROOF_DECIMAL_UNIT",
        "32 GB,DIFFERENT PROOF_TOTAL_ABOVE",
        "20 GB,DIFFERENT PROOF_TOTAL_UNEXPLAINED"
    })
    void totals(String shown, String outcome) {
        assertThat(outcome(compare(HOME, read(shown, null, 2666), "B1=" + D16), Field.FIRMWARE_TOTAL))
                .isEqualTo(outcome);
    }

    /** A pair of 16 GiB two-rank modules with one rank lost shows 24 of 32. */
    @Test
    void theLikeliestMissingPartsFirstAndAllOfThem() {
        // 8 of 40 missing: the bank, or one rank of either module.
        List<MissingSet> eight = sets(compare(HOME, read("32 GB", null, 2133), "B1=" + D16, "B2=" + D16));
        assertThat(eight)
                .extracting(s -> s.parts().get(0).kind())
                .containsExactly(MissingSet.Kind.BANK, MissingSet.Kind.RANK);
        assertThat(eight.get(1).parts().get(0).where()).containsExactly("B1", "B2");
        assertThat(eight.get(1).isCertain()).isFalse();
    }

    /** Two of four modules missing is no proof of a channel: any two of them make the gap. */
    @Test
    void anyTwoOfFourIsSaidAsSuch() {
        MachineRecord four = Machines.of(MemoryGeneration.DDR4, 2666)
                .channel("A")
                .socket("A1", "A", 1, List.of())
                .socket("A2", "A", 2, List.of())
                .channel("B")
                .socket("B1", "B", 1, List.of())
                .socket("B2", "B", 2, List.of())
                .cap(null, null, null, 2666)
                .build();
        Comparison c = compare(four, HOME, read("16 GB", null, 2666), "A1=" + D8, "A2=" + D8, "B1=" + D8, "B2=" + D8);
        assertThat(outcome(c, Field.FIRMWARE_TOTAL)).isEqualTo("DIFFERENT PROOF_COULD_BE_MISSING");
        MissingSet only = sets(c).get(0);
        assertThat(only.parts().get(0).count()).isEqualTo(2);
        assertThat(only.parts().get(0).of()).isEqualTo(4);
        assertThat(only.parts().get(0).channels()).containsExactly("A", "B");
    }

    @Test
    void exactlyOneOnlyWhereNothingElseAddsUp() {
        Comparison c = compare(HOME, read("8 GB", null, 2666), "B1=" + D16);
        assertThat(sets(c)).anyMatch(s -> s.parts().get(0).kind() == MissingSet.Kind.MODULE);
        MachineRecord odd = Machines.of(MemoryGeneration.DDR4, 2666)
                .channel("A")
                .socket("A1", "A", 1, List.of())
                .socket("A2", "A", 2, List.of())
                .cap(null, null, null, 2666)
                .build();
        Comparison one = compare(odd, HOME, read("8 GB", null, 2666), "A1=" + D8, "A2=4GB 1Rx8 PC4-2666V-SA1-11");
        assertThat(outcome(one, Field.FIRMWARE_TOTAL)).isEqualTo("DIFFERENT PROOF_EXACTLY_MISSING");
        assertThat(sets(one).get(0).parts().get(0).where()).containsExactly("A2");
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
        "18.3 GB,64,DIFFERENT PROOF_USABLE_UNEXPLAINED",
        "25 GB,64,UNDECIDED PROOF_USABLE_ABOVE"
    })
    void usable(String shown, int bits, String outcome) {
        Host host = new Host(bits, Optional.empty(), Host.MemoryMode.INDEPENDENT);
        assertThat(outcome(compare(host, read("24 GB", shown, 2666), "B1=" + D16), Field.USABLE))
                .isEqualTo(outcome);
    }

    /** Where the record knows no graphics share, 15 of 16 may be a share or a cap at start-up: both are said, neither is claimed. */
    @Test
    void fifteenOfSixteenIsUndecidedWithoutAKnownShare() {
        MachineRecord unknown = Machines.of(MemoryGeneration.DDR4, 2666)
                .channel("A")
                .socket("A1", "A", 1, List.of())
                .cap(null, null, null, 2666)
                .build();
        assertThat(outcome(compare(unknown, HOME, read("16 GB", "15 GB", 2666), "A1=" + D16), Field.USABLE))
                .isEqualTo("UNDECIDED PROOF_SHARE_OR_CAP");
        assertThat(outcome(compare(unknown, HOME, read("16 GB", "14.9 GB", 2666), "A1=" + D16), Field.USABLE))
                .isEqualTo("EXPLAINED PROOF_GRAPHICS_SHARE");
    }

    /** 4 GiB exactly: a 32-bit system does not reach all of it either. */
    @Test
    void fourGibibytesExactlyOnThirtyTwoBits() {
        MachineRecord small = Machines.of(MemoryGeneration.DDR4, 2666)
                .memory(512, 0, 0)
                .channel("A")
                .socket("A1", "A", 1, List.of())
                .cap(null, null, null, 2666)
                .build();
        Host bits32 = new Host(32, Optional.empty(), Host.MemoryMode.INDEPENDENT);
        String four = "A1=4GB 1Rx8 PC4-2666V-SA1-11";
        assertThat(outcome(compare(small, bits32, read("4 GB", "2.8 GB", 2666), four), Field.USABLE))
                .isEqualTo("EXPLAINED PROOF_WORD_SIZE");
        // On 64 bits the same figure has two readings, and both are named.
        assertThat(outcome(compare(small, HOME, read("4 GB", "2.8 GB", 2666), four), Field.USABLE))
                .isEqualTo("UNDECIDED PROOF_WORD_SIZE PROOF_GRAPHICS_SHARE");
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
        "2666,,MATCH",
        "2667,,EXPLAINED PROOF_ROUNDED_NAME",
        "1333,,EXPLAINED PROOF_HALF_CLOCK",
        "1333,CLOCK,EXPLAINED PROOF_HALF_CLOCK",
        "1333,TRANSFERS,DIFFERENT PROOF_RATE_BELOW",
        "2133,,DIFFERENT PROOF_RATE_ROW",
        "1066,,DIFFERENT PROOF_RATE_BELOW",
        "1066,CLOCK,DIFFERENT PROOF_RATE_ROW",
        "3200,,DIFFERENT PROOF_RATE_ABOVE",
        "1600,,DIFFERENT PROOF_RATE_BELOW"
    })
    void rates(int shown, Readout.RateUnit unit, String outcome) {
        Readout r = read("24 GB", null, shown)
                .with()
                .rateUnit(Optional.ofNullable(unit))
                .build();
        assertThat(outcome(compare(HOME, r, "B1=" + D16), Field.RATE)).isEqualTo(outcome);
    }

    /** Half the rate where the controller runs that step too: only the unit of measure tells. */
    @Test
    void halfARateThatIsAStepIsNotSignedOff() {
        MachineRecord both = Machines.of(MemoryGeneration.DDR4, 3200, 1600)
                .channel("A")
                .socket("A1", "A", 1, List.of())
                .cap(null, null, null, 3200)
                .build();
        String module = "A1=8GB 1Rx8 PC4-3200AA-SA0-11";
        assertThat(outcome(compare(both, HOME, read("8 GB", null, 1600), module), Field.RATE))
                .isEqualTo("UNDECIDED PROOF_UNIT_OF_RATE");
        Readout clock = read("8 GB", null, 1600)
                .with()
                .rateUnit(Optional.of(Readout.RateUnit.CLOCK))
                .build();
        assertThat(outcome(compare(both, HOME, clock, module), Field.RATE)).isEqualTo("EXPLAINED PROOF_HALF_CLOCK");
        assertThat(compare(both, HOME, clock, module).rateOfClock())
                .map(DataRate::name)
                .contains(3200);
        assertThat(compare(both, HOME, read("8 GB", null, 1600), module).rateOfClock())
                .as("which of the two it is, nobody said")
                .isEmpty();
        assertThat(compare(both, HOME, read("8 GB", null, 3200), module).rateOfClock())
                .isEmpty();
    }

    private static Readout bandwidth(long megabytes, Readout.Test test, Measured.Threads threads) {
        return Readout.NOTHING
                .with()
                .bandwidth(
                        Optional.of(Bandwidth.ofMegabytes(megabytes)),
                        Optional.ofNullable(test),
                        Optional.ofNullable(threads))
                .build();
    }

    /**
     * 24 GiB as 8 | 16: 16 GiB two wide at 42.6 GB/s, 8 one wide at 21.3. Read below 60 %, copy below 50 % of the narrowest is
     * suspicious; up to it nothing is decided, above it is fine; above the widest is no memory any more.
     */
    @ParameterizedTest
    @CsvSource({
        "22000,READ,ALL,MATCH PROOF_WIDTH_FINE",
        "13000,READ,ALL,UNDECIDED PROOF_WIDTH_REGION_UNKNOWN",
        "12000,READ,ALL,DIFFERENT PROOF_WIDTH_SUSPICIOUS",
        "12000,COPY,ALL,UNDECIDED PROOF_WIDTH_REGION_UNKNOWN",
        "12000,,ALL,UNDECIDED PROOF_TEST_KIND_NOT_SAID",
        "10000,,ALL,DIFFERENT PROOF_WIDTH_SUSPICIOUS",
        "9000,READ,ONE,UNDECIDED PROOF_WIDTH_ONE_THREAD",
        "22000,READ,,UNDECIDED PROOF_THREADS_NOT_SAID",
        "164000,READ,ALL,UNDECIDED PROOF_WIDTH_ABOVE"
    })
    void widthIsJudgedByWhatWasSaid(long megabytes, Readout.Test test, Measured.Threads threads, String outcome) {
        assertThat(outcome(compare(HOME, bandwidth(megabytes, test, threads), "B1=" + D16), Field.BANDWIDTH))
                .isEqualTo(outcome);
    }

    @Test
    void evenChannelsAreFineFromTheThresholdOn() {
        assertThat(outcome(
                        compare(HOME, bandwidth(26_000, Readout.Test.READ, Measured.Threads.ALL), "B1=" + D8),
                        Field.BANDWIDTH))
                .isEqualTo("MATCH PROOF_WIDTH_FINE");
    }

    @ParameterizedTest
    @CsvSource({
        ",,NOT_READ",
        "1,0,MATCH",
        "1,,UNDECIDED PROOF_ERRORS_NOT_SAID",
        "1,2,DIFFERENT PROOF_TEST_ERRORS",
        ",2,DIFFERENT PROOF_TEST_ERRORS",
        "0,0,UNDECIDED"
    })
    void memoryTest(Integer passes, Integer errors, String outcome) {
        Readout r = Readout.NOTHING
                .with()
                .memoryTest(Optional.ofNullable(passes), Optional.ofNullable(errors), Optional.empty())
                .build();
        assertThat(outcome(compare(HOME, r, "B1=" + D16), Field.MEMORY_TEST)).isEqualTo(outcome);
    }

    /** An address says which module only where there is one. */
    @Test
    void errorsNameAModuleThatIsAlone() {
        Readout r = Readout.NOTHING
                .with()
                .memoryTest(Optional.of(1), Optional.of(3), Optional.empty())
                .build();
        Comparison bank = compare(HOME, r);
        assertThat(outcome(bank, Field.MEMORY_TEST)).isEqualTo("DIFFERENT PROOF_TEST_ERRORS_BANK");
        MachineRecord socket = Machines.of(MemoryGeneration.DDR4, 2666, 2400)
                .channel("A")
                .socket("A1", "A", 1, List.of())
                .socket("A2", "A", 2, List.of())
                .build();
        Comparison alone = compare(socket, HOME, r, "A2=" + D8);
        assertThat(outcome(alone, Field.MEMORY_TEST)).isEqualTo("DIFFERENT PROOF_TEST_ERRORS_ALONE");
        assertThat(alone.line(Field.MEMORY_TEST).findings().get(0).detail())
                .isEqualTo(new ProofFinding.Alone(1, 3, socket.position("A2").label()));
        assertThat(outcome(compare(socket, HOME, r, "A1=" + D8, "A2=" + D8), Field.MEMORY_TEST))
                .isEqualTo("DIFFERENT PROOF_TEST_ERRORS");
    }

    @Test
    void eachProcessorsRateIsExpected() {
        MachineRecord server = Machines.of(MemoryGeneration.DDR4, 2666, 2400)
                .processor("P1")
                .channel("A")
                .socket("A1", "A", 1, List.of())
                .processor("P2")
                .channel("B")
                .socket("B1", "B", 1, List.of())
                .socket("B2", "B", 2, List.of())
                .clockPerProcessor()
                .cap(2, null, null, 2400)
                .cap(null, null, null, 2666)
                .build();
        String[] modules = {"A1=" + D8, "B1=" + D8, "B2=" + D8};
        assertThat(outcome(compare(server, HOME, read("24 GB", null, 2666), modules), Field.RATE))
                .isEqualTo("UNDECIDED PROOF_ONE_OF_DOMAINS");
        assertThat(outcome(compare(server, HOME, read("24 GB", null, 2400), modules), Field.RATE))
                .isEqualTo("UNDECIDED PROOF_ONE_OF_DOMAINS");
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

    private static final MachineRecord PAIR = Machines.of(MemoryGeneration.DDR5, 4800, 4400)
            .sockets(2, 1)
            .cap(null, null, null, 4800)
            .build();
    private static final String E16 = "16GB 1Rx8 PC5-4800B-SA0-1010-XT";

    /** The planned figure is the planned rate whatever unit stands beside it; one off it is another way to round. */
    @ParameterizedTest
    @CsvSource({
        "4800,CLOCK,MATCH",
        "4800,TRANSFERS,MATCH",
        "4800,,MATCH",
        "4799,CLOCK,EXPLAINED PROOF_ROUNDED_NAME",
        "4801,,EXPLAINED PROOF_ROUNDED_NAME",
        "2400,CLOCK,EXPLAINED PROOF_HALF_CLOCK",
        "5600,,DIFFERENT PROOF_RATE_ABOVE"
    })
    void thePlannedFigureIsThePlan(int shown, Readout.RateUnit unit, String outcome) {
        Readout found = Readout.NOTHING
                .with()
                .rate(Optional.of(shown))
                .rateUnit(Optional.ofNullable(unit))
                .build();
        assertThat(outcome(compare(PAIR, HOME, found, "A1=" + E16, "B1=" + E16), Field.RATE))
                .isEqualTo(outcome);
    }

    /** A module is listed once; twice all of them are halves or a double listing, by the total; else somebody misread. */
    @ParameterizedTest
    @CsvSource({
        "2,32 GB,MATCH",
        "3,32 GB,UNDECIDED PROOF_POSITIONS_ABOVE",
        "3,,UNDECIDED PROOF_POSITIONS_ABOVE",
        "4,32 GB,EXPLAINED PROOF_HALVES_LISTED",
        "4,64 GB,EXPLAINED PROOF_POSITIONS_TWICE",
        "4,,UNDECIDED PROOF_POSITIONS_ABOVE",
        "1,32 GB,DIFFERENT PROOF_POSITIONS"
    })
    void moreThanAreFitted(int listed, String total, String outcome) {
        Readout found = read(total, null, null)
                .with()
                .positionsFilled(Optional.of(listed))
                .build();
        assertThat(outcome(compare(PAIR, HOME, found, "A1=" + E16, "B1=" + E16), Field.POSITIONS))
                .isEqualTo(outcome);
    }

    /** Half a gigabyte less, and no share in the record: a share or a cap, nobody can tell. A little less is as usual. */
    @ParameterizedTest
    @CsvSource({
        "7.5 GB,UNDECIDED PROOF_SHARE_OR_CAP",
        "7.0 GB,UNDECIDED PROOF_SHARE_OR_CAP",
        "7800 MB,EXPLAINED PROOF_NORMAL_RESERVE"
    })
    void aShareOrACap(String usable, String outcome) {
        MachineRecord one = Machines.of(MemoryGeneration.DDR4, 2666)
                .sockets(1, 1)
                .cap(null, null, null, 2666)
                .build();
        assertThat(outcome(compare(one, HOME, read("8 GB", usable, null), "A1=" + D8), Field.USABLE))
                .isEqualTo(outcome);
    }
}
