package zephyrridge.core.survey;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Firmware;
import zephyrridge.core.machine.Channel;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.QuickRecord;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.reading.Recogniser;
import zephyrridge.core.reading.smbios.SmbiosContents;
import zephyrridge.core.reading.smbios.SmbiosEncoder;

/** What locators tell of channels and processors: common practice, no source. */
class QuickDraftTest {
    private static final Recogniser.Trees NONE = new Recogniser.Trees() {
        @Override
        public Object json(String text) {
            throw new IllegalArgumentException();
        }

        @Override
        public List<java.util.Map<String, String>> csv(String text) {
            throw new IllegalArgumentException();
        }
    };

    private static QuickDraft draft(String... locators) {
        byte[] table = Firmware.table(
                "Brindlecombe",
                "Scar",
                SmbiosEncoder.Wrapping.BARE,
                Stream.of(locators)
                        .map(l -> Firmware.device(l, 16, 0x09, 2, "TN16", "01020304"))
                        .toArray(SmbiosContents.Device[]::new));
        return QuickDraft.of(Recogniser.recognise(table, NONE)).orElseThrow();
    }

    private static List<Integer> counts(QuickDraft d) {
        return d.channels().stream().map(List::size).toList();
    }

    @Test
    void aServersTableIsADraftOfAllItsProcessors() {
        QuickDraft d = draft(IntStream.range(0, 48)
                .mapToObj(i -> "P" + (1 + i / 24) + "-DIMM" + (char) ('A' + i % 24 / 2) + (1 + i % 2))
                .toArray(String[]::new));
        assertThat(d.processors()).isEqualTo(2);
        assertThat(counts(d)).hasSize(24).containsOnly(2);

        MachineRecord record = server(d);
        assertThat(RecordCheck.faults(record)).isEmpty();
        assertThat(record.processors()).containsExactly("P1", "P2");
        assertThat(record.channels())
                .extracting(Channel::id)
                .startsWith("P1 A", "P1 B")
                .endsWith("P2 L");
        assertThat(record.positions()).hasSize(48);
        assertThat(record.controller().buffering()).contains(Buffering.REGISTERED);
        assertThat(record.controller().clockPerProcessor()).isTrue();
    }

    private static MachineRecord server(QuickDraft d) {
        return new QuickRecord(
                        "s",
                        d.maker(),
                        d.model(),
                        "",
                        MachineKind.SERVER,
                        d.generation().orElseThrow(),
                        d.formFactor(),
                        d.channels(),
                        d.processors(),
                        DataRate.ofName(3200),
                        new QuickRecord.Way(QuickRecord.WayIn.COVER, 3),
                        java.util.Optional.empty(),
                        QuickRecord.Plug.NO_BATTERY,
                        java.util.Optional.empty(),
                        java.util.Optional.empty())
                .toRecord();
    }

    @Test
    void numbersOfNodesAndChannels() {
        QuickDraft d =
                draft("Node0 Channel0 Dimm0", "Node0 Channel1 Dimm0", "Node1 Channel0 Dimm0", "Node1 Channel1 Dimm0");
        assertThat(d.processors()).isEqualTo(2);
        assertThat(counts(d)).containsExactly(1, 1, 1, 1);
    }

    @Test
    void lettersOfADesktopBoard() {
        assertThat(counts(draft("DIMM_A1", "DIMM_A2", "DIMM_B1", "DIMM_B2"))).containsExactly(2, 2);
        assertThat(counts(draft("ChannelA-DIMM0", "ChannelB-DIMM0"))).containsExactly(1, 1);
        assertThat(counts(draft("Bottom", "Top"))).containsExactly(1, 1);
    }

    @Test
    void processorsThatAreNotAllNamedOrNotAlikeAreNotCounted() {
        assertThat(draft("P1-DIMMA1", "P1-DIMMB1", "P2-DIMMA1").processors()).isEqualTo(1);
        assertThat(draft("P1-DIMMA1", "DIMMB1").processors()).isEqualTo(1);
    }
}
