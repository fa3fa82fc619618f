package zephyrridge.core.layout;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static zephyrridge.core.layout.Evaluations.D4_2400_8;
import static zephyrridge.core.layout.Evaluations.D5_5600_16;
import static zephyrridge.core.layout.Evaluations.R4_32;
import static zephyrridge.core.layout.Evaluations.evaluate;
import static zephyrridge.core.layout.Evaluations.twoByOne;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.Provenance;
import zephyrridge.core.machine.Socket;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;

/** Fit, mixing, ranks and filling, each by a worked example. */
class LayoutEvaluatorTest {
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
                        Optional.of(new Socket(
                                "left",
                                90,
                                90,
                                Optional.empty(),
                                false,
                                2,
                                Optional.empty(),
                                List.of(),
                                Optional.empty())),
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
}
