package zephyrridge.core.proof;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
import zephyrridge.core.quantity.ByteSize;

/** Readings set beside what was expected, as tests ask for them. */
final class Comparisons {
    private Comparisons() {}

    static final String D8 = "8GB 1Rx8 PC4-2666V-SA1-11";
    static final String D16 = "16GB 2Rx8 PC4-2666V-SE1-11";
    static final Host HOME = new Host(64, Optional.of(ByteSize.ofGibibytes(128)), Host.MemoryMode.INDEPENDENT);
    static final MachineRecord RECORD = Machines.of(MemoryGeneration.DDR4, 2666, 2400, 2133)
            .memory(1024, 512, 100)
            .channel("A")
            .soldered("bank", "A", Modules.of(D8))
            .channel("B")
            .socket("B1", "B", 1, List.of())
            .socket("B2", "B", 2, List.of())
            .cap(2, null, null, 2133)
            .cap(null, null, null, 2666)
            .build();

    static Readout read(String total, String usable, Integer rate) {
        return Readout.NOTHING
                .with()
                .firmwareTotal(Optional.ofNullable(total).map(ByteSize::parse))
                .usable(Optional.ofNullable(usable).map(ByteSize::parse))
                .rate(Optional.ofNullable(rate))
                .build();
    }

    static Comparison compare(Host host, Readout found, String... at) {
        return compare(RECORD, host, found, at);
    }

    static Comparison compare(MachineRecord record, Host host, Readout found, String... at) {
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

    static String outcome(Comparison c, Field field) {
        Comparison.Line line = c.line(field);
        return line.verdict()
                + line.findings().stream().map(f -> " " + f.code().name()).reduce("", String::concat);
    }

    static List<MissingSet> sets(Comparison c) {
        Finding f = c.line(Field.FIRMWARE_TOTAL).findings().get(0);
        return ((ProofFinding.Missing) f.detail()).sets();
    }

    static final MachineRecord PAIR = Machines.of(MemoryGeneration.DDR5, 4800, 4400)
            .sockets(2, 1)
            .cap(null, null, null, 4800)
            .build();
    static final String E16 = "16GB 1Rx8 PC5-4800B-SA0-1010-XT";
}
