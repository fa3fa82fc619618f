package zephyrridge.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Bounded;
import zephyrridge.core.quantity.ByteSize;

/** A search that is cut says so, and nobody says "exactly" by it. */
class ShortfallTest {
    private static final List<String> KINDS = List.of(
            "4GB 1Rx16 PC4-2666V-SC0-11",
            "8GB 2Rx16 PC4-2666V-SB0-11",
            "8GB 1Rx8 PC4-2666V-SA1-11",
            "16GB 2Rx8 PC4-2666V-SE1-11",
            "16GB 1Rx8 PC4-2666V-SA2-11",
            "32GB 2Rx8 PC4-2666V-SE1-11");

    private static Bounded<List<MissingSet>> sets(int sockets, int kinds, int gap) {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 2666)
                .sockets(sockets, 1)
                .cap(null, null, null, 2666)
                .build();
        Map<String, ModuleSpec> at = new HashMap<>();
        for (int p = 0; p < sockets; p++) {
            at.put(record.positions().get(p).id(), Modules.of(KINDS.get(p % kinds)));
        }
        return Shortfall.sets(record, Layout.of(record, at), ByteSize.ofGibibytes(gap), ByteSize.ZERO);
    }

    @Test
    void fewPartsAreAllLookedAt() {
        Bounded<List<MissingSet>> two = sets(2, 1, 4);
        assertThat(two.exact()).isTrue();
        assertThat(two.found()).hasSize(1);
        assertThat(two.map(List::size).orIfCut(0)).isEqualTo(1);
    }

    @Test
    void manyPartsAreNot() {
        Bounded<List<MissingSet>> many = sets(60, 6, 204);
        assertThat(many.exact()).isFalse();
        assertThat(many.map(s -> true).orIfCut(false)).isFalse();
    }

    @Test
    void aCutValueIsNotTaken() {
        assertThat(Bounded.exactly("a").orIfCut("b")).isEqualTo("a");
        assertThat(Bounded.cut("a").orIfCut("b")).isEqualTo("b");
        assertThat(Bounded.cut("a").found()).isEqualTo("a");
    }
}
