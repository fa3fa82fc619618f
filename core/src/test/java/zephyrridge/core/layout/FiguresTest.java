package zephyrridge.core.layout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.RandomMachines;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;

/** Summaries and figures say what the evaluator says, on machines of every kind. */
class FiguresTest {
    private static final List<String> REGISTERED = List.of(
            "32GB 2Rx4 PC4-2933Y-RA1-12",
            "16GB 1Rx4 PC4-2666V-RC1-12",
            "64GB 4DRx4 PC4-2666V-LD0-11",
            "16GB 2Rx8 PC4-2400T-RE1-11",
            "16GB 2Rx8 PC4-2400T-UB1-11");
    private static final List<String> REGISTERED5 = List.of(
            "32GB 1Rx4 PC5-4800B-RA0-1010-XT",
            "32GB 2Rx8 PC5-4800B-RB0-1010-XT",
            "16GB 1Rx8 PC5-5600B-RA0-1010-XT",
            "64GB 2Rx4 EC8 PC5-5600B-RA0-1010-XT",
            "64GB 2Rx4 EC4 PC5-5600B-RA0-1010-XT");

    private final Map<String, Integer> seen = new HashMap<>();

    @Test
    void onRandomMachines() {
        for (int i = 0; i < 1_500; i++) {
            RandomMachines.Case c = new RandomMachines(70_000 + i).next();
            same("machine " + i, c.record(), c.layout(), c.asFound(), c.host());
        }
        assertThat(seen)
                .containsKeys(
                        "stop", "order", "no rate", "FIT_VOLTAGE", "RANKS_EXCEEDED", "USABLE_MODE", "WIDTH_UNEVEN");
    }

    /** Registered and load-reduced modules, missing carriers and processors, unknown timings, DDR5 halves. */
    @Test
    void onServers() {
        Random random = new Random(5);
        for (int i = 0; i < 600; i++) {
            boolean five = random.nextBoolean();
            Machines m = five
                    ? Machines.of(MemoryGeneration.DDR5, 4800, 4400)
                    : Machines.of(MemoryGeneration.DDR4, 2933, 2666, 2400, 2133);
            m.kind(MachineKind.SERVER, FormFactor.DIMM, true)
                    .buffering(Buffering.REGISTERED, Buffering.LOAD_REDUCED)
                    .ranks(2 + random.nextInt(8), random.nextBoolean() ? 2 : null)
                    .ways(true, 1, 2, 4);
            if (random.nextBoolean()) {
                m.clockPerProcessor();
            }
            Map<String, ModuleSpec> at = new HashMap<>();
            Map<String, ModuleSpec> before = new HashMap<>();
            List<String> labels = five ? REGISTERED5 : REGISTERED;
            String usual = labels.get(random.nextInt(labels.size()));
            for (int p = 0; p < 2; p++) {
                m.processor("P" + p);
                for (int c = 0; c < 3; c++) {
                    String channel = "P" + p + (char) ('A' + c);
                    m.channel(channel);
                    for (int s = 1; s <= 3; s++) {
                        m.socket(channel + s, channel, s, List.of());
                        if (random.nextInt(3) > 0) {
                            at.put(channel + s, unknown(Modules.of(other(usual, labels, random)), random));
                        }
                        if (random.nextInt(3) > 0) {
                            before.put(channel + s, Modules.of(usual));
                        }
                    }
                }
            }
            m.cap(3, null, null, five ? 4400 : 2133).cap(null, null, null, five ? 4800 : 2933);
            MachineRecord record = m.build();
            Set<String> absent = random.nextInt(4) == 0 ? Set.of("P1") : Set.of();
            same(
                    "server " + i,
                    record,
                    Layout.of(record, at, absent),
                    Layout.of(record, before, absent),
                    Host.UNLIMITED);
        }
        assertThat(seen)
                .containsKeys(
                        "MIX_BUFFERING", "MIX_CHECK_BITS", "MIX_WIDTHS", "FIT_POSITION_ABSENT", "RATE_TIMINGS_UNKNOWN");
    }

    @Test
    void onAModuleThatFeedsTwoChannels() {
        MachineRecord record = RandomMachines.compression();
        for (String label : List.of("32GB 2Rx8 PC5-5600B-SB0-1010-XT", "16GB 1Rx8 PC5-4800B-SA0-1010-XT")) {
            ModuleSpec so = Modules.of(label);
            ModuleSpec m = new ModuleSpec(
                    so.generation(),
                    FormFactor.CAMM2,
                    so.buffering(),
                    so.ecc(),
                    so.checkBits(),
                    so.organisation(),
                    so.rate(),
                    so.timings(),
                    so.millivolts(),
                    so.heightMillimetres());
            String socket = record.positions().get(0).id();
            same(label, record, Layout.of(record, Map.of(socket, m)), Layout.of(record, Map.of()), Host.UNLIMITED);
        }
    }

    private static String other(String usual, List<String> labels, Random random) {
        return random.nextInt(5) == 0 ? labels.get(random.nextInt(labels.size())) : usual;
    }

    private static ModuleSpec unknown(ModuleSpec m, Random random) {
        return random.nextInt(20) > 0
                ? m
                : new ModuleSpec(
                        m.generation(),
                        m.formFactor(),
                        m.buffering(),
                        m.ecc(),
                        m.checkBits(),
                        m.organisation(),
                        m.rate(),
                        Optional.empty(),
                        m.millivolts(),
                        m.heightMillimetres());
    }

    private void same(String as, MachineRecord record, Layout layout, Layout asFound, Host host) {
        LayoutEvaluator evaluator = new LayoutEvaluator(record, HouseRules.DEFAULT);
        LayoutEvaluation e = evaluator.evaluate(layout, asFound, host);
        LayoutFigures figures = evaluator.figures(asFound, host);
        Figures f = figures.figures(figures.summarise(layout));
        assertThat(f.installedMib()).as(as).isEqualTo(e.installed().mebibytes());
        assertThat(f.usableMib()).as(as).isEqualTo(e.usable().mebibytes());
        assertThat(f.effort()).as(as).isEqualTo(e.effort());
        assertThat(f.stop()).as(as + " " + e.findings()).isEqualTo(e.has(Severity.STOP));
        assertThat(f.orderBroken())
                .as(as)
                .isEqualTo(e.finding(LayoutFinding.FILL_ORDER).isPresent());
        for (int d = 0; d < e.rates().size(); d++) {
            RateResult r = e.rates().get(d);
            assertThat(f.rateThirds()[d])
                    .as(as)
                    .isEqualTo(r.rate().map(x -> x.thirds()).orElse(0));
            assertThat(f.casLatency()[d])
                    .as(as)
                    .isEqualTo(r.clocks().map(x -> x.cl()).orElse(0));
        }
        List<Long> means = new ArrayList<>();
        e.widths()
                .forEach(w -> means.add(w.mean().map(x -> x.thirdsOfMegabytes()).orElse(0L)));
        for (int p = 0; p < means.size(); p++) {
            assertThat(f.meanThirds()[p]).as(as).isEqualTo(means.get(p));
        }
        e.findings().forEach(x -> seen.merge(x.code().name(), 1, Integer::sum));
        seen.merge(f.stop() ? "stop" : "runs", 1, Integer::sum);
        seen.merge(f.orderBroken() ? "order" : "ordered", 1, Integer::sum);
        seen.merge(f.rateThirds()[0] == 0 ? "no rate" : "rate", 1, Integer::sum);
    }
}
