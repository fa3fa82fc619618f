package zephyrridge.core.machine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.layout.Rule;
import zephyrridge.core.layout.Verdict;
import zephyrridge.core.machine.StarterRecord.WayIn;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.Rates;
import zephyrridge.core.quantity.ByteSize;

class StarterRecordTest {
    private static StarterRecord starter(
            MemoryGeneration generation, int channels, int sockets, Optional<ByteSize> bank) {
        var top = Rates.all().stream()
                .filter(r -> r.generation() == generation && r.sold())
                .map(Rates.Row::rate)
                .max(java.util.Comparator.naturalOrder())
                .orElseThrow();
        return new StarterRecord(
                "x",
                "Quarrow",
                "Tor",
                "",
                MachineKind.LAPTOP,
                generation,
                FormFactor.SO_DIMM,
                channels,
                sockets,
                bank,
                top,
                WayIn.HATCH,
                4,
                Optional.empty());
    }

    /** Whatever few facts come in, the record holds together and can be judged. */
    @ParameterizedTest
    @CsvSource({
        "DDR2,2,1,0",
        "DDR3,1,2,0",
        "DDR4,2,2,0",
        "DDR4,2,0,4096",
        "DDR4,2,1,8192",
        "DDR5,2,1,0",
        "DDR5,1,1,16384",
        "DDR4,12,2,0"
    })
    void holdsTogether(MemoryGeneration generation, int channels, int sockets, long bankMib) {
        Optional<ByteSize> bank = bankMib == 0 ? Optional.empty() : Optional.of(ByteSize.ofMebibytes(bankMib));
        MachineRecord record = starter(generation, channels, sockets, bank).toRecord();
        assertThat(RecordCheck.faults(record)).isEmpty();
        assertThat(record.positions()).hasSize(channels * (sockets + (bankMib > 0 ? 1 : 0)));
        Layout empty = Layout.of(record, java.util.Map.of());
        LayoutEvaluation judged =
                new LayoutEvaluator(record, HouseRules.DEFAULT).evaluate(empty, empty, Host.UNLIMITED);
        assertThat(judged.installed().mebibytes()).isEqualTo(bankMib * channels);
        // What nobody knows is not made up: without a rate table the rate stays undecided.
        if (bankMib > 0) {
            assertThat(judged.verdict(Rule.RATE)).isEqualTo(Verdict.UNDECIDED);
        }
    }

    @Test
    void saysWhatIsOutOfRange() {
        assertThatThrownBy(() -> starter(MemoryGeneration.DDR4, 13, 1, Optional.empty()))
                .hasMessageContaining("channels are 1 to 12");
        assertThatThrownBy(() -> starter(MemoryGeneration.DDR4, 2, 0, Optional.empty()))
                .hasMessageContaining("a socket or a soldered bank");
        assertThatThrownBy(() -> starter(MemoryGeneration.DDR4, 2, 1, Optional.of(ByteSize.ofMebibytes(3000))))
                .hasMessageContaining("no such bank");
    }
}
