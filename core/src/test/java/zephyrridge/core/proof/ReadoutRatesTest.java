package zephyrridge.core.proof;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.core.proof.Comparisons.D16;
import static zephyrridge.core.proof.Comparisons.D8;
import static zephyrridge.core.proof.Comparisons.E16;
import static zephyrridge.core.proof.Comparisons.HOME;
import static zephyrridge.core.proof.Comparisons.PAIR;
import static zephyrridge.core.proof.Comparisons.compare;
import static zephyrridge.core.proof.Comparisons.outcome;
import static zephyrridge.core.proof.Comparisons.read;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.Machines;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.proof.Comparison.Field;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.quantity.Picoseconds;

/** Rates, latency, widths and memory tests: every difference has its explanation (R-7.4 to; common practice, no source). */
class ReadoutRatesTest {
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

    /** 4800 at CL40 was expected, 4400 at CL36 is read: the first word comes as soon (16.67 and 16.36 ns, CL x 2000 / rate). */
    @Test
    void anotherLatencyIsToldByItsFirstWord() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR5, 4800, 4400, 4000)
                .sockets(2, 1)
                .cap(null, null, null, 4800)
                .build();
        String label = "16GB 1Rx8 PC5-4800B-SA0-1010-XT";
        String[] at = {"A1=" + label, "B1=" + label};
        Comparison slower = compare(record, HOME, cl(4400, 36), at);
        assertThat(outcome(slower, Field.CAS_LATENCY)).isEqualTo("EXPLAINED PROOF_LATENCY_EQUAL");
        ProofFinding.Latency told = (ProofFinding.Latency)
                slower.line(Field.CAS_LATENCY).findings().get(0).detail();
        assertThat(told.expectedCl()).isEqualTo(40);
        assertThat(told.expected()).isEqualTo(Picoseconds.of(16_667));
        assertThat(told.found()).isEqualTo(Picoseconds.of(16_364));
        assertThat(outcome(compare(record, HOME, cl(4800, 40), at), Field.CAS_LATENCY))
                .isEqualTo("MATCH");
        // A clock is half the rate; another CL at the planned rate is later by so much.
        assertThat(outcome(compare(record, HOME, cl(2400, 40), at), Field.CAS_LATENCY))
                .isEqualTo("MATCH");
        assertThat(outcome(compare(record, HOME, cl(4800, 46), at), Field.CAS_LATENCY))
                .isEqualTo("EXPLAINED PROOF_LATENCY");
        assertThat(outcome(compare(record, HOME, read("32 GB", null, 4800), at), Field.CAS_LATENCY))
                .isEqualTo("NOT_READ");
    }

    private static Readout cl(int rate, int cl) {
        return read("32 GB", null, rate).with().casLatency(Optional.of(cl)).build();
    }

    /** A record of the first half minute names no rate: what is read is no difference that stands in the way of a proof. */
    @Test
    void whereNoRowNamesTheRateWhatIsReadIsWhatItRunsAt() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 3200, 2933, 2666)
                .sockets(2, 1)
                .build();
        String label = "16GB 1Rx8 PC4-3200AA-SA1-11";
        String[] at = {"A1=" + label, "B1=" + label};
        assertThat(outcome(compare(record, HOME, read("32 GB", null, 2933), at), Field.RATE))
                .isEqualTo("EXPLAINED PROOF_RATE_FIRST_READ");
        assertThat(outcome(compare(record, HOME, read("32 GB", null, 3200), at), Field.RATE))
                .isEqualTo("MATCH");
        assertThat(outcome(compare(record, HOME, read("32 GB", null, 1600), at), Field.RATE))
                .isEqualTo("EXPLAINED PROOF_HALF_CLOCK");
        // 2933 shown as its clock, 1466.67 MHz, by a program that prints clocks.
        Readout clock = read("32 GB", null, 1466)
                .with()
                .rateUnit(Optional.of(Readout.RateUnit.CLOCK))
                .build();
        assertThat(outcome(compare(record, HOME, clock, at), Field.RATE)).isEqualTo("EXPLAINED PROOF_RATE_FIRST_READ");
        // Above what could be is still a question, and so is a number that is no rate.
        assertThat(outcome(compare(record, HOME, read("32 GB", null, 3600), at), Field.RATE))
                .startsWith("DIFFERENT");
        assertThat(outcome(compare(record, HOME, read("32 GB", null, 2950), at), Field.RATE))
                .startsWith("DIFFERENT");
        // Where a row names it, it is a difference.
        MachineRecord named = Machines.of(MemoryGeneration.DDR4, 3200, 2933, 2666)
                .sockets(2, 1)
                .cap(null, null, null, 3200)
                .build();
        assertThat(outcome(compare(named, HOME, read("32 GB", null, 2933), at), Field.RATE))
                .startsWith("DIFFERENT");
    }
}
