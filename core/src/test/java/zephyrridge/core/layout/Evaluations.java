package zephyrridge.core.layout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;

/** Layouts judged as tests ask for them. */
final class Evaluations {
    private Evaluations() {}

    static final String D5_5600_16 = "16GB 1Rx8 PC5-5600B-SA0-1010-XT";
    static final String D4_2400_8 = "8GB 1Rx8 PC4-2400T-SA1-11";
    static final String D4_2400_16 = "16GB 2Rx8 PC4-2400T-SE1-11";
    static final String D4_3200_16 = "16GB 2Rx8 PC4-3200AA-SE1-11";
    static final String R4_32 = "32GB 4Rx4 PC3-10600R-9-10-E1";

    static LayoutEvaluation evaluate(MachineRecord record, String... at) {
        return evaluate(record, Host.UNLIMITED, at);
    }

    /** @param at "A1=label" */
    static LayoutEvaluation evaluate(MachineRecord record, Host host, String... at) {
        assertThat(RecordCheck.faults(record)).isEmpty();
        Map<String, ModuleSpec> modules = new HashMap<>();
        for (String entry : at) {
            modules.put(entry.substring(0, entry.indexOf('=')), Modules.of(entry.substring(entry.indexOf('=') + 1)));
        }
        return new LayoutEvaluator(record, HouseRules.DEFAULT)
                .evaluate(Layout.of(record, modules), Layout.of(record, Map.of()), host);
    }

    static MachineRecord twoByOne(MemoryGeneration generation, int... steps) {
        return Machines.of(generation, steps)
                .sockets(2, 1)
                .cap(null, null, null, steps[0])
                .build();
    }
}
