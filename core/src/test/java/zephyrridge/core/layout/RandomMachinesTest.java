package zephyrridge.core.layout;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import zephyrridge.core.RandomMachines;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.RecordCheck;

/** 500 random machines, judged by the evaluator and by a second, naive one. */
class RandomMachinesTest {
    @Test
    void agreesWithTheNaiveEvaluator() {
        RandomMachines machines = new RandomMachines(3_4);
        Map<String, Integer> seen = new TreeMap<>();
        for (int i = 0; i < 500; i++) {
            RandomMachines.Case c = machines.next();
            assertThat(RecordCheck.faults(c.record())).as("machine %d", i).isEmpty();
            LayoutEvaluation e =
                    new LayoutEvaluator(c.record(), HouseRules.DEFAULT).evaluate(c.layout(), c.asFound(), c.host());
            NaiveEvaluator naive = new NaiveEvaluator(c);
            for (var channel : e.channels()) {
                assertThat(channel.total().mebibytes())
                        .as("machine %d channel %s", i, channel.channel())
                        .isEqualTo(naive.total(channel.channel()));
            }
            Map<String, String> rates = new HashMap<>();
            for (RateResult r : e.rates()) {
                boolean empty = e.widths().stream()
                        .filter(w -> r.domain().isEmpty() || w.processor().equals(r.domain()))
                        .allMatch(w -> w.total().isZero());
                rates.put(
                        r.domain(),
                        empty
                                ? ""
                                : r.rate()
                                        .map(rate -> rate + " " + r.clocks().orElseThrow())
                                        .orElse("none"));
            }
            assertThat(rates).as("machine %d rates", i).isEqualTo(naive.rates());
            for (WidthMap w : e.widths()) {
                Map<Integer, Long> regions = new TreeMap<>();
                w.regions().forEach(r -> regions.put(r.ways(), r.size().mebibytes()));
                assertThat(regions).as("machine %d widths %s", i, w.processor()).isEqualTo(naive.widths(w.processor()));
                RateResult clock = e.rates().stream()
                        .filter(r -> r.domain().isEmpty() || r.domain().equals(w.processor()))
                        .findFirst()
                        .orElseThrow();
                if (w.mean().isPresent()) {
                    assertThat(w.mean().get().thirdsOfMegabytes() / 3.0)
                            .as("machine %d mean", i)
                            .isCloseTo(
                                    naive.mean(
                                            w.processor(),
                                            clock.rate().orElseThrow().megatransfers()),
                                    within(0.5));
                }
            }
            assertThat(e.usable().mebibytes()).as("machine %d usable", i).isEqualTo(naive.usableMib());
            assertThat(Set.copyOf(e.changed())).as("machine %d changed", i).isEqualTo(naive.changed());
            assertThat(e.effort().openSeconds() + e.effort().closeSeconds())
                    .as("machine %d effort", i)
                    .isEqualTo(naive.seconds());
            assertThat(e.effort().handSeconds()).as("machine %d hands", i).isEqualTo(naive.handled() * 30);
            Set<String> stops = new HashSet<>();
            e.findings().stream()
                    .filter(f -> f.severity() == Severity.STOP && f.code() != LayoutFinding.RATE_NO_COMMON)
                    .forEach(f -> stops.add(f.code().name() + " " + f.subject().id()));
            assertThat(stops).as("machine %d stops", i).isEqualTo(naive.stops());
            e.findings().forEach(f -> seen.merge(f.code().name(), 1, Integer::sum));
        }
        // The comparison is worth something only if the cases are varied.
        assertThat(seen)
                .containsKeys(
                        "FIT_VOLTAGE",
                        "RANKS_EXCEEDED",
                        "RATE_HELD_BY_TABLE",
                        "RATE_HELD_BY_MODULE",
                        "RATE_NO_ROW",
                        "WIDTH_UNEVEN",
                        "WIDTH_SINGLE",
                        "USABLE_WORD_SIZE",
                        "USABLE_CEILING",
                        "USABLE_MODE",
                        "FILL_ORDER",
                        "MIX_SIZES",
                        "EFFORT_HIDDEN");
    }

    /** Another name, maker, variant and other ids of the same machine: the same figures, codes and severities. */
    @Test
    void isNeverKeyedOnAName() {
        RandomMachines machines = new RandomMachines(99);
        for (int i = 0; i < 100; i++) {
            RandomMachines.Case c = machines.next();
            MachineRecord r = c.record();
            MachineRecord renamed = new MachineRecord(
                    "other",
                    "Else",
                    "Another",
                    "V2",
                    r.kind(),
                    r.processors(),
                    r.controller(),
                    r.otherControllers(),
                    r.channels(),
                    r.positions(),
                    r.access(),
                    r.start(),
                    r.limits());
            LayoutEvaluation a = new LayoutEvaluator(r, HouseRules.DEFAULT).evaluate(c.layout(), c.asFound(), c.host());
            LayoutEvaluation b =
                    new LayoutEvaluator(renamed, HouseRules.DEFAULT).evaluate(c.layout(), c.asFound(), c.host());
            assertThat(b.findings())
                    .extracting(f -> f.code() + " " + f.severity() + " " + f.subject() + " " + f.detail())
                    .isEqualTo(a.findings().stream()
                            .map(f -> f.code() + " " + f.severity() + " " + f.subject() + " " + f.detail())
                            .toList());
            assertThat(b.rates()).isEqualTo(a.rates());
            assertThat(b.widths()).isEqualTo(a.widths());
            assertThat(b.effort()).isEqualTo(a.effort());
        }
    }

    @Test
    void theGeneratedServerHolds() {
        RandomMachines.Case c = RandomMachines.server128();
        assertThat(RecordCheck.faults(c.record())).isEmpty();
        LayoutEvaluation e =
                new LayoutEvaluator(c.record(), HouseRules.DEFAULT).evaluate(c.layout(), c.asFound(), c.host());
        assertThat(c.record().positions()).hasSize(128);
        assertThat(e.rates())
                .hasSize(8)
                .allSatisfy(r -> assertThat(r.rate().orElseThrow().name()).isEqualTo(2400));
        assertThat(e.has(Severity.STOP)).isFalse();
    }
}
