package zephyrridge.core.layout;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.core.layout.Evaluations.D4_2400_16;
import static zephyrridge.core.layout.Evaluations.D4_2400_8;
import static zephyrridge.core.layout.Evaluations.D4_3200_16;
import static zephyrridge.core.layout.Evaluations.evaluate;
import static zephyrridge.core.layout.Evaluations.twoByOne;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.Provenance;
import zephyrridge.core.machine.Socket;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;

/** Widths, what is usable and what it takes, each by a worked example. */
class LayoutTotalsTest {
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
                Optional.of(new Socket(
                        "front", 0, 0, Optional.empty(), false, 0, Optional.empty(), List.of(), Optional.empty())),
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
        assertThat(evaluate(record, "below=" + D4_2400_8).effort()).isEqualTo(new Effort(120, 30, 120, 40));
        LayoutEvaluation deep = evaluate(record, "above=" + D4_2400_8);
        assertThat(deep.effort()).isEqualTo(new Effort(720, 30, 720, 40));
        assertThat(deep.finding(LayoutFinding.EFFORT_HIDDEN)).isPresent();
        // 12 to open; half a minute and 12 to close; a start of up to 40 s and 4 at it.
        assertThat(deep.effort().minutes()).isEqualTo(12 + 13 + 5);
        assertThat(evaluate(record).effort()).isEqualTo(Effort.NONE);
        assertThat(Effort.NONE.minutes()).isZero();
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
