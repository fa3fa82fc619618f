package zephyrridge.core.layout;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.core.layout.Evaluations.D4_2400_16;
import static zephyrridge.core.layout.Evaluations.D4_2400_8;
import static zephyrridge.core.layout.Evaluations.D4_3200_16;
import static zephyrridge.core.layout.Evaluations.evaluate;
import static zephyrridge.core.layout.Evaluations.twoByOne;

import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.RateCap;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.DataRate;

/** Which rate and which timings a layout runs at, each by a worked example. */
class LayoutRatesTest {
    // --- 5 and 6 rate and latency: 5600B at 5200 = CL42, 16.15 ns; at 5600 CL46, 16.43 ns; 2400T at 2133 = CL15
    @ParameterizedTest
    @CsvSource({
        "DDR5,5200,16GB 1Rx8 PC5-5600B-SA0-1010-XT,42,16.15 ns",
        "DDR5,5600,16GB 1Rx8 PC5-5600B-SA0-1010-XT,46,16.43 ns",
        "DDR4,2133,8GB 1Rx8 PC4-2400T-SA1-11,15,14.06 ns",
        "DDR4,3200,16GB 2Rx8 PC4-3200AA-SE1-11,22,13.75 ns",
        "DDR3,1600,8GB 2Rx8 PC3L-12800S-11-13-F3,11,13.75 ns",
        "DDR5,4800,16GB 1Rx8 PC5-4800B-SA0-1010-XT,40,16.67 ns"
    })
    void timingsAtTheRateThatRuns(MemoryGeneration generation, int rate, String module, int cl, String latency) {
        LayoutEvaluation e = evaluate(
                Machines.of(generation, rate)
                        .sockets(1, 1)
                        .cap(null, null, null, rate)
                        .build(),
                "A1=" + module);
        assertThat(e.rate().rate()).contains(DataRate.ofName(rate));
        assertThat(e.rate().clocks().orElseThrow().cl()).isEqualTo(cl);
        assertThat(e.rate().clocks().orElseThrow().firstWord().inNanoseconds()).isEqualTo(latency);
    }

    @Test
    void theFirstMatchingRowOfTheTableCounts() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 3200, 2933, 2666, 2400, 2133)
                .sockets(2, 2)
                .cap(2, 2, null, 2133)
                .cap(2, null, true, 2400)
                .cap(2, null, null, 2666)
                .cap(1, null, null, 3200)
                .build();
        assertThat(evaluate(record, "A1=" + D4_3200_16).rate().rate()).contains(DataRate.ofName(3200));
        LayoutEvaluation full = evaluate(record, "A1=" + D4_3200_16, "A2=" + D4_3200_16);
        assertThat(full.rate().rate()).contains(DataRate.ofName(2133));
        assertThat(full.finding(LayoutFinding.RATE_HELD_BY_TABLE)).isPresent();
        String single = "8GB 1Rx8 PC4-3200AA-SA1-11";
        assertThat(evaluate(record, "A1=" + single, "A2=16GB 1Rx8 PC4-3200AA-SA1-11")
                        .rate()
                        .rate())
                .contains(DataRate.ofName(2400));
        assertThat(evaluate(record, "A1=" + single, "A2=" + single).rate().rate())
                .contains(DataRate.ofName(2666));
    }

    @Test
    void aRowMayAskForBufferingAndForFilledChannels() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 2400, 2133)
                .sockets(2, 1)
                .cap(new RateCap(
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.of(Buffering.REGISTERED),
                        Optional.empty(),
                        DataRate.ofName(2133),
                        "r"))
                .cap(new RateCap(
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.of(true),
                        DataRate.ofName(2133),
                        "full"))
                .cap(null, null, null, 2400)
                .build();
        assertThat(evaluate(record, "A1=" + D4_2400_8).rate().rate()).contains(DataRate.ofName(2400));
        assertThat(evaluate(record, "A1=" + D4_2400_8, "B1=" + D4_2400_8).rate().rate())
                .contains(DataRate.ofName(2133));
    }

    @Test
    void theSlowestModuleHoldsTheOthersDownAndNoRowIsUndecided() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 3200, 2666, 2400)
                .sockets(2, 1)
                .build();
        LayoutEvaluation e = evaluate(record, "A1=" + D4_3200_16, "B1=" + D4_2400_16);
        assertThat(e.rate().rate()).contains(DataRate.ofName(2400));
        assertThat(e.finding(LayoutFinding.RATE_HELD_BY_MODULE)).isPresent();
        assertThat(e.verdict(Rule.RATE)).isEqualTo(Verdict.UNDECIDED);
        assertThat(e.finding(LayoutFinding.RATE_NO_ROW).orElseThrow().detail())
                .isEqualTo(new LayoutFinding.RateConditions(1, 2, false, true));
        // What the others could do is no promise where the record names no rate.
        Layout both = Layout.of(record, Map.of("A1", Modules.of(D4_3200_16), "B1", Modules.of(D4_2400_16)));
        assertThat(new LayoutEvaluator(record, HouseRules.DEFAULT).advice(both, both, Host.UNLIMITED, e))
                .isEmpty();
    }

    @Test
    void eachProcessorOfAServerHasItsOwnClock() {
        MachineRecord server = Machines.of(MemoryGeneration.DDR4, 3200, 2400)
                .clockPerProcessor()
                .processor("P1")
                .sockets(1, 1)
                .processor("P2")
                .sockets(1, 1)
                .cap(null, null, null, 3200)
                .build();
        LayoutEvaluation e = evaluate(server, "A1=" + D4_3200_16, "B1=" + D4_2400_16);
        assertThat(e.rates())
                .extracting(r -> r.domain() + " " + r.rate().orElseThrow())
                .containsExactly("P1 3200 MT/s", "P2 2400 MT/s");
        assertThat(e.widths())
                .extracting(w -> w.processor() + " " + w.total())
                .containsExactly("P1 16 GiB", "P2 16 GiB");
    }

    /** What shop wording sells below every standard CL of its rate is a profile's: the rate by the standard is open. */
    @Test
    void aSellersRateIsNotTheStandards() {
        MachineRecord record = twoByOne(MemoryGeneration.DDR4, 3200);
        ModuleSpec sold = zephyrridge.core.reading.label.LabelParser.parse("8GB 1Rx8 DDR4-3200 CL16 SO-DIMM")
                .spec()
                .orElseThrow();
        ModuleSpec slow = zephyrridge.core.reading.label.LabelParser.parse("8GB 1Rx8 DDR4-3200 CL22 SO-DIMM")
                .spec()
                .orElseThrow();
        assertThat(sold.profileCl()).contains(16);
        assertThat(slow.profileCl()).isEmpty();
        LayoutEvaluator evaluator = new LayoutEvaluator(record, HouseRules.DEFAULT);
        LayoutEvaluation e = evaluator.evaluate(
                Layout.of(record, Map.of("A1", slow, "B1", sold)), Layout.of(record, Map.of()), Host.UNLIMITED);
        assertThat(e.verdict(Rule.RATE)).isEqualTo(Verdict.UNDECIDED);
        assertThat(e.finding(LayoutFinding.RATE_MAY_BE_PROFILE).orElseThrow().subject())
                .isEqualTo(zephyrridge.core.finding.Subject.position("B1"));
        assertThat(evaluator
                        .evaluate(Layout.of(record, Map.of("A1", slow)), Layout.of(record, Map.of()), Host.UNLIMITED)
                        .finding(LayoutFinding.RATE_MAY_BE_PROFILE))
                .isEmpty();
    }

    @Test
    void noCommonLatencyStops() {
        ModuleSpec odd = Modules.of(D4_2400_8);
        var t = odd.timings().orElseThrow();
        ModuleSpec strange = new ModuleSpec(
                odd.generation(),
                odd.formFactor(),
                odd.buffering(),
                false,
                Optional.empty(),
                odd.organisation(),
                odd.rate(),
                Optional.of(new zephyrridge.core.module.Timings(
                        t.tAA(), t.tRCD(), t.tRP(), t.tRAS(), zephyrridge.core.module.CasLatencies.NONE.with(9))),
                odd.millivolts(),
                Optional.empty());
        MachineRecord record = twoByOne(MemoryGeneration.DDR4, 2400);
        LayoutEvaluation e = new LayoutEvaluator(record, HouseRules.DEFAULT)
                .evaluate(
                        Layout.of(record, Map.of("A1", strange, "B1", odd)),
                        Layout.of(record, Map.of()),
                        Host.UNLIMITED);
        assertThat(e.finding(LayoutFinding.RATE_NO_COMMON)).isPresent();
        assertThat(e.rate().rate()).isEmpty();
        assertThat(e.widths().get(0).mean()).isEmpty();
        assertThat(e.verdict(Rule.BANDWIDTH)).isEqualTo(Verdict.UNDECIDED);
    }
}
