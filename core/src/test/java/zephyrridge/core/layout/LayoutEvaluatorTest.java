package zephyrridge.core.layout;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.Provenance;
import zephyrridge.core.machine.RateCap;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.core.machine.Socket;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/** The points of, each by a worked example. */
class LayoutEvaluatorTest {
    private static final String D5_5600_16 = "16GB 1Rx8 PC5-5600B-SA0-1010-XT";
    private static final String D4_2400_8 = "8GB 1Rx8 PC4-2400T-SA1-11";
    private static final String D4_2400_16 = "16GB 2Rx8 PC4-2400T-SE1-11";
    private static final String D4_3200_16 = "16GB 2Rx8 PC4-3200AA-SE1-11";
    private static final String R4_32 = "32GB 4Rx4 PC3-10600R-9-10-E1";

    private static LayoutEvaluation evaluate(MachineRecord record, String... at) {
        return evaluate(record, Host.UNLIMITED, at);
    }

    /** @param at "A1=label" */
    private static LayoutEvaluation evaluate(MachineRecord record, Host host, String... at) {
        assertThat(RecordCheck.faults(record)).isEmpty();
        Map<String, ModuleSpec> modules = new HashMap<>();
        for (String entry : at) {
            modules.put(entry.substring(0, entry.indexOf('=')), Modules.of(entry.substring(entry.indexOf('=') + 1)));
        }
        return new LayoutEvaluator(record, HouseRules.DEFAULT)
                .evaluate(Layout.of(record, modules), Layout.of(record, Map.of()), host);
    }

    private static MachineRecord twoByOne(MemoryGeneration generation, int... steps) {
        return Machines.of(generation, steps)
                .sockets(2, 1)
                .cap(null, null, null, steps[0])
                .build();
    }

    // --- 1 fit
    @Test
    void refusesWhatDoesNotGoIn() {
        MachineRecord laptop = twoByOne(MemoryGeneration.DDR4, 2400);
        assertThat(evaluate(laptop, "A1=" + D5_5600_16).finding(LayoutFinding.FIT_GENERATION))
                .isPresent();
        assertThat(evaluate(laptop, "A1=16GB 2Rx8 PC4-2400T-UB1-11").finding(LayoutFinding.FIT_FORM_FACTOR))
                .isPresent();
        LayoutEvaluation registered = evaluate(laptop, "A1=32GB 2Rx4 PC4-2400T-RA1-11");
        assertThat(registered.finding(LayoutFinding.FIT_BUFFERING)).isPresent();
        assertThat(registered.verdict(Rule.FIT)).isEqualTo(Verdict.VIOLATED);
        assertThat(evaluate(laptop, "A1=" + D4_2400_8).verdict(Rule.FIT)).isEqualTo(Verdict.SATISFIED);
    }

    @Test
    void lowVoltageRunsInOlderMachinesAndNotTheOtherWayRound() {
        MachineRecord both = Machines.of(MemoryGeneration.DDR3, 1600)
                .sockets(1, 1)
                .cap(null, null, null, 1600)
                .build();
        MachineRecord lowOnly = Machines.of(MemoryGeneration.DDR3, 1600)
                .sockets(1, 1)
                .cap(null, null, null, 1600)
                .millivolts(1350)
                .build();
        MachineRecord highOnly = Machines.of(MemoryGeneration.DDR3, 1600)
                .sockets(1, 1)
                .cap(null, null, null, 1600)
                .millivolts(1500)
                .build();
        String low = "A1=8GB 2Rx8 PC3L-12800S-11-13-F3";
        String high = "A1=8GB 2Rx8 PC3-12800S-11-13-F3";
        assertThat(evaluate(both, low).has(Severity.STOP)).isFalse();
        assertThat(evaluate(both, high).has(Severity.STOP)).isFalse();
        assertThat(evaluate(highOnly, low).has(Severity.STOP)).isFalse();
        assertThat(evaluate(lowOnly, high).finding(LayoutFinding.FIT_VOLTAGE)).isPresent();
    }

    @Test
    void aClockedModuleIsAQuestionToTheRecord() {
        MachineRecord desktop = Machines.of(MemoryGeneration.DDR5, 5600)
                .kind(MachineKind.DESKTOP, FormFactor.DIMM, false)
                .sockets(1, 1)
                .cap(null, null, null, 5600)
                .build();
        ModuleSpec plain = Modules.of("16GB 1Rx8 PC5-5600B-UA0-1010-XT");
        ModuleSpec clocked = new ModuleSpec(
                plain.generation(),
                plain.formFactor(),
                Buffering.CLOCKED,
                false,
                Optional.empty(),
                plain.organisation(),
                plain.rate(),
                plain.timings(),
                plain.millivolts(),
                Optional.empty());
        LayoutEvaluation e = new LayoutEvaluator(desktop, HouseRules.DEFAULT)
                .evaluate(Layout.of(desktop, Map.of("A1", clocked)), Layout.of(desktop, Map.of()), Host.UNLIMITED);
        assertThat(e.verdict(Rule.FIT)).isEqualTo(Verdict.UNDECIDED);
        assertThat(e.finding(LayoutFinding.FIT_CLOCKED_UNKNOWN)).isPresent();
    }

    @Test
    void positionsExistOnlyWithTheirCarrierAndProcessor() {
        MachineRecord server = Machines.of(MemoryGeneration.DDR4, 2400)
                .kind(MachineKind.SERVER, FormFactor.DIMM, true)
                .buffering(Buffering.REGISTERED)
                .processor("P1")
                .channel("A")
                .position(new Position(
                        "A1",
                        "A1",
                        List.of("A"),
                        FormFactor.DIMM,
                        Optional.empty(),
                        Optional.of(
                                new Socket("left", 90, 90, Optional.empty(), false, 2, Optional.empty(), List.of())),
                        1,
                        Optional.of("R1"),
                        List.of(),
                        Provenance.VARIANT_MANUAL))
                .cap(null, null, null, 2400)
                .build();
        Map<String, ModuleSpec> modules = Map.of("A1", Modules.of("32GB 2Rx4 PC4-2400T-RA1-11"));
        LayoutEvaluator evaluator = new LayoutEvaluator(server, HouseRules.DEFAULT);
        for (String absent : List.of("R1", "P1")) {
            LayoutEvaluation e = evaluator.evaluate(
                    Layout.of(server, modules, Set.of(absent)), Layout.of(server, Map.of()), Host.UNLIMITED);
            assertThat(e.finding(LayoutFinding.FIT_POSITION_ABSENT)).as(absent).isPresent();
            assertThat(e.installed()).isEqualTo(ByteSize.ZERO);
        }
        assertThat(evaluator
                        .evaluate(Layout.of(server, modules), Layout.of(server, Map.of()), Host.UNLIMITED)
                        .has(Severity.STOP))
                .isFalse();
    }

    @Test
    void aSolderedBankCannotBeReplaced() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 2400)
                .channel("A")
                .soldered("S", "A", Modules.of(D4_2400_8))
                .cap(null, null, null, 2400)
                .build();
        assertThatThrownBy(() -> Layout.of(record, Map.of("S", Modules.of(D4_2400_8))))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Layout.of(record, Map.of("X", Modules.of(D4_2400_8))))
                .isInstanceOf(IllegalArgumentException.class);
    }

    // --- 2 mixing
    /** Neither the check bits of a half nor the width of the devices may differ (R-3.2; common practice). */
    @Test
    void registeredDdr5ModulesOfTwoKindsStop() {
        MachineRecord server = Machines.of(MemoryGeneration.DDR5, 4800)
                .kind(MachineKind.SERVER, FormFactor.DIMM, true)
                .buffering(Buffering.REGISTERED)
                .sockets(1, 2)
                .build();
        assertThat(evaluate(server, "A1=32GB 2Rx4 DDR5-4800 RDIMM EC4", "A2=32GB 2Rx4 DDR5-4800 RDIMM EC8")
                        .finding(LayoutFinding.MIX_CHECK_BITS))
                .isPresent();
        assertThat(evaluate(server, "A1=32GB 2Rx8 DDR5-4800 RDIMM EC8", "A2=64GB 2Rx4 DDR5-4800 RDIMM EC8")
                        .finding(LayoutFinding.MIX_WIDTHS))
                .isPresent();
        assertThat(evaluate(server, "A1=32GB 2Rx8 DDR5-4800 RDIMM EC8", "A2=32GB 2Rx8 DDR5-4800 RDIMM")
                        .verdict(Rule.MIXING))
                .isEqualTo(Verdict.SATISFIED);
    }

    @Test
    void registeredWithUnbufferedAndLoadReducedWithRegisteredStop() {
        MachineRecord server = Machines.of(MemoryGeneration.DDR4, 2400)
                .kind(MachineKind.SERVER, FormFactor.DIMM, true)
                .buffering(Buffering.REGISTERED, Buffering.LOAD_REDUCED, Buffering.UNBUFFERED)
                .ranks(8, 2)
                .sockets(2, 1)
                .cap(null, null, null, 2400)
                .build();
        String registered = "32GB 2Rx4 PC4-2400T-RA1-11";
        assertThat(evaluate(server, "A1=" + registered, "B1=64GB 4DRx4 PC4-2400T-LD1-11")
                        .finding(LayoutFinding.MIX_BUFFERING))
                .isPresent();
        assertThat(evaluate(server, "A1=" + registered, "B1=16GB 2Rx8 PC4-2400T-EE1-11")
                        .finding(LayoutFinding.MIX_BUFFERING))
                .isPresent();
        assertThat(evaluate(server, "A1=" + registered, "B1=" + registered).verdict(Rule.MIXING))
                .isEqualTo(Verdict.SATISFIED);
        assertThat(evaluate(server, "A1=" + registered, "B1=128GB 2S4Rx4 PC4-2400T-RA1-11")
                        .finding(LayoutFinding.MIX_STACKED))
                .isPresent();
        assertThat(evaluate(server, "A1=16GB 2Rx8 PC4-2400T-EE1-11", "B1=16GB 2Rx8 PC4-2400T-UB1-11")
                        .finding(LayoutFinding.MIX_ECC_OFF))
                .isPresent();
    }

    // --- 3 ranks
    @Test
    void threeRegisteredFourRankModulesAreTooMany() {
        MachineRecord server = Machines.of(MemoryGeneration.DDR3, 1333, 1066, 800)
                .kind(MachineKind.SERVER, FormFactor.DIMM, true)
                .buffering(Buffering.REGISTERED)
                .ranks(8, null)
                .sockets(1, 3)
                .cap(null, null, null, 1066)
                .build();
        LayoutEvaluation e = evaluate(server, "A1=" + R4_32, "A2=" + R4_32, "A3=" + R4_32);
        LayoutFinding.Ranks ranks = (LayoutFinding.Ranks)
                e.finding(LayoutFinding.RANKS_EXCEEDED).orElseThrow().detail();
        assertThat(ranks).isEqualTo(new LayoutFinding.Ranks("A", 12, 8));
        assertThat(evaluate(server, "A1=" + R4_32, "A2=" + R4_32).verdict(Rule.RANKS))
                .isEqualTo(Verdict.SATISFIED);
    }

    /** Three load-reduced 8-rank modules at multiplication 4 count 6; without the multiplication it is undecided. */
    @Test
    void loadReducedModulesCountLess() {
        Machines base = Machines.of(MemoryGeneration.DDR3, 1333)
                .kind(MachineKind.SERVER, FormFactor.DIMM, true)
                .buffering(Buffering.LOAD_REDUCED)
                .sockets(1, 3)
                .cap(null, null, null, 1333);
        String eight = "32GB 8Rx4 PC3-10600L-9-10-E1";
        String[] three = {"A1=" + eight, "A2=" + eight, "A3=" + eight};
        assertThat(evaluate(base.ranks(8, 4).build(), three).verdict(Rule.RANKS))
                .isEqualTo(Verdict.SATISFIED);
        assertThat(evaluate(base.ranks(8, 2).build(), three).verdict(Rule.RANKS))
                .isEqualTo(Verdict.VIOLATED);
        LayoutEvaluation unknown = evaluate(base.ranks(8, null).build(), three);
        assertThat(unknown.verdict(Rule.RANKS)).isEqualTo(Verdict.UNDECIDED);
        assertThat(unknown.finding(LayoutFinding.RANKS_MULTIPLICATION_UNKNOWN)).isPresent();
    }

    // --- 4 filling order
    @Test
    void theFarSlotFirst() {
        MachineRecord desktop = Machines.of(MemoryGeneration.DDR4, 2400)
                .channel("A")
                .socket("near", "A", 2, List.of())
                .socket("far", "A", 1, List.of())
                .cap(null, null, null, 2400)
                .build();
        LayoutEvaluation wrong = evaluate(desktop, "near=" + D4_2400_8);
        assertThat(wrong.finding(LayoutFinding.FILL_ORDER).orElseThrow().detail())
                .isEqualTo(new LayoutFinding.Order("A", "near", "far"));
        assertThat(evaluate(desktop, "far=" + D4_2400_8).verdict(Rule.FILLING_ORDER))
                .isEqualTo(Verdict.SATISFIED);
        assertThat(evaluate(desktop, "far=" + D4_2400_8, "near=" + D4_2400_8).verdict(Rule.FILLING_ORDER))
                .isEqualTo(Verdict.NOT_APPLICABLE);
    }

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

    // --- 7 and 8 width and bandwidth
    @Test
    void onlyChannelTotalsMatter() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 2400)
                .sockets(2, 2)
                .cap(null, null, null, 2400)
                .build();
        LayoutEvaluation even = evaluate(record, "A1=" + D4_2400_8, "A2=" + D4_2400_8, "B1=" + D4_2400_16);
        assertThat(even.verdict(Rule.WIDTH)).isEqualTo(Verdict.SATISFIED);
        assertThat(even.widths().get(0).regions())
                .extracting(WidthMap.Region::ways)
                .containsExactly(2);
        LayoutEvaluation one = evaluate(record, "A1=" + D4_2400_16);
        assertThat(one.finding(LayoutFinding.WIDTH_SINGLE)).isPresent();
        LayoutEvaluation sameChannel = evaluate(record, "A1=" + D4_2400_8, "A2=" + D4_2400_8);
        assertThat(sameChannel.finding(LayoutFinding.WIDTH_SINGLE)).isPresent();
        LayoutEvaluation uneven = evaluate(record, "A1=" + D4_2400_8, "B1=" + D4_2400_16);
        LayoutFinding.Uneven u = (LayoutFinding.Uneven)
                uneven.finding(LayoutFinding.WIDTH_UNEVEN).orElseThrow().detail();
        assertThat(u.regions())
                .extracting(LayoutFinding.RegionOf::size)
                .containsExactly(ByteSize.ofGibibytes(16), ByteSize.ofGibibytes(8));
    }

    @Test
    void aCamm2FeedsBothItsChannels() {
        Position camm = new Position(
                "X",
                "X",
                List.of("A", "B"),
                FormFactor.CAMM2,
                Optional.empty(),
                Optional.of(new Socket("front", 0, 0, Optional.empty(), false, 0, Optional.empty(), List.of())),
                1,
                Optional.empty(),
                List.of(),
                Provenance.VARIANT_MANUAL);
        MachineRecord record = Machines.of(MemoryGeneration.DDR5, 5600)
                .channel("A")
                .channel("B")
                .position(camm)
                .cap(null, null, null, 5600)
                .build();
        ModuleSpec so = Modules.of("32GB 2Rx8 PC5-5600B-SB0-1010-XT");
        ModuleSpec module = new ModuleSpec(
                so.generation(),
                FormFactor.CAMM2,
                so.buffering(),
                false,
                Optional.empty(),
                so.organisation(),
                so.rate(),
                so.timings(),
                so.millivolts(),
                Optional.empty());
        LayoutEvaluation e = new LayoutEvaluator(record, HouseRules.DEFAULT)
                .evaluate(Layout.of(record, Map.of("X", module)), Layout.of(record, Map.of()), Host.UNLIMITED);
        assertThat(e.widths().get(0).regions())
                .extracting(r -> r.ways() + " x " + r.size() + " " + r.peak().orElseThrow())
                .containsExactly("2 x 32 GiB 89.6 GB/s");
        assertThat(e.verdict(Rule.FIT)).isEqualTo(Verdict.SATISFIED);
    }

    @Test
    void aSolderedBankCountsInItsChannel() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 2400)
                .channel("A")
                .soldered("S", "A", Modules.of(D4_2400_8))
                .channel("B")
                .socket("B1", "B", 1, List.of())
                .cap(null, null, null, 2400)
                .build();
        LayoutEvaluation e = evaluate(record, "B1=" + D4_2400_16);
        assertThat(e.installed()).isEqualTo(ByteSize.ofGibibytes(24));
        assertThat(e.widths().get(0).regions())
                .extracting(r -> r.ways() + " x " + r.size())
                .containsExactly("2 x 16 GiB", "1 x 8 GiB");
        assertThat(e.changed()).containsExactly("B1");
    }

    // --- 9 usable: 8 GiB, 768 MiB hole, 512 + 100 MiB reserved: 2716 MiB
    @Test
    void usableOn32Bit() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 2400)
                .memory(768, 512, 100)
                .sockets(1, 1)
                .cap(null, null, null, 2400)
                .build();
        LayoutEvaluation e = evaluate(
                record,
                new Host(32, Optional.of(ByteSize.ofGibibytes(4)), Host.MemoryMode.INDEPENDENT),
                "A1=" + D4_2400_8);
        assertThat(e.usable().mebibytes()).isEqualTo(2716);
        assertThat(e.finding(LayoutFinding.USABLE_WORD_SIZE)).isPresent();
        assertThat(evaluate(record, "A1=" + D4_2400_8).usable().mebibytes()).isEqualTo(8192 - 612);
    }

    /** by worked examples. */
    @Test
    void usableWithHoleCeilingMirroringAndSparing() {
        Host thirtyTwo = new Host(32, Optional.empty(), Host.MemoryMode.INDEPENDENT);
        assertThat(evaluate(
                                Machines.of(MemoryGeneration.DDR4, 2400)
                                        .memory(768, 0, 0)
                                        .sockets(1, 1)
                                        .cap(null, null, null, 2400)
                                        .build(),
                                thirtyTwo,
                                "A1=" + D4_2400_8)
                        .usable()
                        .mebibytes())
                .isEqualTo(3328);
        assertThat(evaluate(
                                Machines.of(MemoryGeneration.DDR4, 2400)
                                        .memory(1024, 0, 0)
                                        .sockets(1, 1)
                                        .cap(null, null, null, 2400)
                                        .build(),
                                thirtyTwo,
                                "A1=" + D4_2400_8)
                        .usable()
                        .mebibytes())
                .isEqualTo(3072);
        assertThat(evaluate(
                                Machines.of(MemoryGeneration.DDR4, 2400)
                                        .memory(768, 512, 0)
                                        .sockets(1, 1)
                                        .cap(null, null, null, 2400)
                                        .build(),
                                "A1=" + D4_2400_16)
                        .usable()
                        .mebibytes())
                .isEqualTo(15_872);
        MachineRecord four = Machines.of(MemoryGeneration.DDR4, 2400)
                .sockets(4, 2)
                .cap(null, null, null, 2400)
                .build();
        String[] eight = List.of("A1", "A2", "B1", "B2", "C1", "C2", "D1", "D2").stream()
                .map(p -> p + "=" + D4_2400_16)
                .toArray(String[]::new);
        assertThat(evaluate(four, new Host(64, Optional.empty(), Host.MemoryMode.SPARED), eight)
                        .usable()
                        .gibibytes())
                .isEqualTo(96);
        assertThat(evaluate(four, new Host(64, Optional.empty(), Host.MemoryMode.MIRRORED), eight)
                        .usable()
                        .gibibytes())
                .isEqualTo(64);
        LayoutEvaluation capped =
                evaluate(four, new Host(64, Optional.of(ByteSize.ofGibibytes(16)), Host.MemoryMode.INDEPENDENT), eight);
        assertThat(capped.usable().gibibytes()).isEqualTo(16);
        assertThat(capped.finding(LayoutFinding.USABLE_CEILING)).isPresent();
    }

    // --- 10 effort
    @Test
    void effortIsWhatMustComeOffForWhatChanges() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 2400)
                .part("base", Part.Kind.COVER, Side.BOTTOM, 120)
                .part("keyboard", Part.Kind.KEYBOARD, Side.TOP, 600, "base")
                .channel("A")
                .socket("below", "A", 1, List.of(Set.of("base")))
                .channel("B")
                .socket("above", "B", 1, List.of(Set.of("keyboard")))
                .cap(null, null, null, 2400)
                .build();
        assertThat(evaluate(record, "below=" + D4_2400_8).effortSeconds()).isEqualTo(240);
        LayoutEvaluation deep = evaluate(record, "above=" + D4_2400_8);
        assertThat(deep.effortSeconds()).isEqualTo(1440);
        assertThat(deep.finding(LayoutFinding.EFFORT_HIDDEN)).isPresent();
        assertThat(evaluate(record).effortSeconds()).isZero();
    }

    @Test
    void aMachineWithoutSocketsIsAnHonestCannot() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 2400)
                .channel("A")
                .soldered("S", "A", Modules.of(D4_2400_8))
                .cap(null, null, null, 2400)
                .build();
        LayoutEvaluation e = evaluate(record);
        assertThat(e.finding(LayoutFinding.NO_SOCKETS)).isPresent();
        assertThat(e.verdict(Rule.FIT)).isEqualTo(Verdict.NOT_APPLICABLE);
        assertThat(e.has(Severity.STOP)).isFalse();
    }

    // --- the whole
    @Test
    void anEmptyMachineStopsAndEveryRuleIsListed() {
        MachineRecord record = twoByOne(MemoryGeneration.DDR4, 2400);
        LayoutEvaluation e = evaluate(record);
        assertThat(e.finding(LayoutFinding.NO_MEMORY)).isPresent();
        assertThat(e.verdicts())
                .extracting(LayoutEvaluation.RuleVerdict::rule)
                .containsExactly(Arrays.copyOf(Rule.values(), Rule.LIMITS.ordinal()));
        assertThat(e.findings()).isSortedAccordingTo((a, b) -> a.severity().compareTo(b.severity()));
    }

    @Test
    void isAPureFunctionAndNeverKeyedOnTheName() {
        List<LayoutEvaluation> all = new ArrayList<>();
        for (String id : List.of("one", "other", "one")) {
            MachineRecord record = Machines.of(MemoryGeneration.DDR4, 2400, 2133)
                    .sockets(2, 2)
                    .cap(2, null, null, 2133)
                    .cap(null, null, null, 2400)
                    .limit(LimitClaim.Source.MAKER, LimitClaim.Quantity.TOTAL, 16)
                    .build(id);
            all.add(evaluate(record, "A1=" + D4_2400_16, "A2=" + D4_2400_8, "B1=" + D4_3200_16));
        }
        assertThat(all.get(1)).isEqualTo(all.get(0));
        assertThat(all.get(2)).isEqualTo(all.get(0));
    }
}
