package zephyrridge.core.layout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;

/** One sum of minutes: open, hands, close, first start, what is attended. */
class EffortTest {
    /** Eight carriers of two minutes off and two on; sixty modules at half a minute out and half a minute in. */
    @Test
    void sixtyModulesBehindEightCarriersCountHandsAndCarriers() {
        Machines m = Machines.of(MemoryGeneration.DDR4, 2933).kind(MachineKind.SERVER, FormFactor.DIMM, true);
        Map<String, ModuleSpec> was = new HashMap<>();
        Map<String, ModuleSpec> next = new HashMap<>();
        for (int c = 0; c < 8; c++) {
            m.part("carrier" + c, Part.Kind.CARRIER, Side.TOP, 120).channel("C" + c);
            for (int s = 1; s <= 8; s++) {
                m.socket("S" + c + s, "C" + c, s, List.of(Set.of("carrier" + c)));
                if (c * 8 + s <= 60) {
                    was.put("S" + c + s, Modules.of("16GB 1Rx4 PC4-2933Y-RC2-12"));
                    next.put("S" + c + s, Modules.of("32GB 2Rx4 PC4-2933Y-RB2-12"));
                }
            }
        }
        MachineRecord r = m.build();
        Effort all = effort(r, next, was);
        assertThat(all).isEqualTo(new Effort(8 * 120, 60 * 2 * 30, 8 * 120, 300));
        assertThat(all.openMinutes()).isEqualTo(16);
        assertThat(all.fitMinutes()).isEqualTo(60 + 16);
        assertThat(all.minutes()).isEqualTo(16 + 76 + 9);
        // Into an empty machine each is touched once.
        assertThat(effort(r, next, Map.of()).handSeconds()).isEqualTo(60 * 30);
        assertThat(effort(r, was, was)).isEqualTo(Effort.NONE);
    }

    private static Effort effort(MachineRecord r, Map<String, ModuleSpec> at, Map<String, ModuleSpec> was) {
        return new LayoutEvaluator(r, HouseRules.DEFAULT)
                .evaluate(Layout.of(r, at), Layout.of(r, was), Host.UNLIMITED)
                .effort();
    }
}
