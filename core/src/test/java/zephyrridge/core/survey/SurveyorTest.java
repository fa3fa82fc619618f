package zephyrridge.core.survey;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Firmware;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.Quick;
import zephyrridge.core.access.Side;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.SlotModel;
import zephyrridge.core.machine.SlotState;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.Bytes;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.reading.smbios.SmbiosContents;
import zephyrridge.core.reading.smbios.SmbiosDecoder;
import zephyrridge.core.reading.smbios.SmbiosEncoder;
import zephyrridge.core.reading.spd.SpdChecksum;
import zephyrridge.core.reading.spd.SpdContents;
import zephyrridge.core.reading.spd.SpdDecoder;
import zephyrridge.core.reading.spd.SpdEncoder;

class SurveyorTest {
    private static final String LABEL = "16GB 2Rx8 PC4-3200AA-SE1-11";
    private static final MachineRecord BANK_AND_SOCKET = Machines.of(MemoryGeneration.DDR4, 3200, 2666)
            .sockets(0, 0)
            .channel("A")
            .channel("B")
            .soldered("bank", "A", Modules.of("8GB 1Rx8 PC4-3200AA-SA0-11"))
            .part("base", Side.BOTTOM, 120)
            .socket("socket", "B", 1, List.of(Set.of("base")))
            .build();

    static Source firmware(SmbiosContents.Device... devices) {
        byte[] table = Firmware.table("Maker", "Model", SmbiosEncoder.Wrapping.BARE, devices);
        return new Source(
                "fw",
                "firmware table",
                Optional.empty(),
                new Recognised.Firmware(
                        SmbiosDecoder.decode(Bytes.copyOf(table)).orElseThrow()));
    }

    static Source chip(String label, String part, int serial, Optional<String> position) {
        byte[] image = SpdEncoder.encode(new SpdContents(
                Modules.of(label), Optional.of(new Jep106(3, 0x15)), Optional.empty(), part, serial, 2030, 12));
        return new Source(
                "chip",
                "chip",
                position,
                new Recognised.Chip(SpdDecoder.decode(Bytes.copyOf(image)).orElseThrow()));
    }

    private static Survey survey(MachineRecord record, Source... sources) {
        return Surveyor.survey(record, List.of(sources), Map.of(), Map.of(), Set.of());
    }

    private static Survey.Row row(Survey survey, String position) {
        return survey.rows().stream()
                .filter(r -> r.position().equals(position))
                .findFirst()
                .orElseThrow();
    }

    private static List<String> codes(Survey survey) {
        return survey.findings().stream().map(f -> f.code().name()).toList();
    }

    /** Firmware calls the bank a SO-DIMM; the record knows better, and the module in the socket is found by its own chip. */
    @Test
    void aBankUnderAWrongName() {
        Survey survey = survey(
                BANK_AND_SOCKET,
                firmware(
                        Firmware.device("Bottom", 8, 0x0D, 1, "", ""),
                        Firmware.device("Top", 16, 0x0D, 2, "TN16", "01020304")),
                chip(LABEL, "TN16", 0x01020304, Optional.empty()));
        assertThat(row(survey, "bank").verdict().orElseThrow().likeliest()).isEqualTo(SlotState.SOLDERED);
        assertThat(codes(survey))
                .contains("SURVEY_BANK_CALLED_MODULE")
                .doesNotContain("SURVEY_SOURCE_WITHOUT_POSITION", "SURVEY_SOURCES_DISAGREE");
        Survey.Row socket = row(survey, "socket");
        assertThat(socket.spec().orElseThrow().summary()).isEqualTo("16 GiB 2Rx8 DDR4-3200");
        assertThat(socket.isModule()).isTrue();
        assertThat(socket.identity().value(ModuleField.MAKER_ID)).isEqualTo("bank 3, 0x15");
        assertThat(survey.baseline().firmwareTotal()).contains(ByteSize.ofGibibytes(24));
        assertThat(survey.baseline().rate()).contains(2666);
        assertThat(survey.baseline().filled()).contains(2);
    }

    @Test
    void labelAgainstFirmwareIsNamedAndNotPickedSilently() {
        Source label = new Source(
                "lb",
                "label",
                Optional.of("socket"),
                new Recognised.Label(LabelParser.parse("16GB 1Rx8 PC4-3200AA-SA2-11")));
        Survey survey = survey(
                BANK_AND_SOCKET,
                firmware(
                        Firmware.device("Bottom", 8, 0x0B, 1, "", ""),
                        Firmware.device("Top", 8, 0x0D, 1, "TN16", "01020304")),
                label);
        Finding finding = survey.findings().stream()
                .filter(f -> f.code() == SurveyFinding.SURVEY_SOURCES_DISAGREE)
                .findFirst()
                .orElseThrow();
        assertThat(finding.detail())
                .isEqualTo(new SurveyFinding.Contradiction(
                        "socket", ModuleField.CAPACITY, "16 GiB", "label", "8 GiB", "firmware table"));
        assertThat(finding.evidence()).hasSize(2);
    }

    /** Firmware alone leaves the organisation open: the commonest is taken and the others are named; a count of chips settles it. */
    @Test
    void chipsSeenSettleTheOrganisation() {
        Source fw = firmware(
                Firmware.device("Bottom", 8, 0x0B, 1, "", ""), Firmware.device("Top", 16, 0x0D, 0, "TN16", ""));
        Survey open = survey(BANK_AND_SOCKET, fw);
        assertThat(codes(open)).contains("SURVEY_ORGANISATION_OPEN");
        Survey settled = Surveyor.survey(
                BANK_AND_SOCKET,
                List.of(fw),
                Map.of("socket", new Seen(SlotState.FILLED, Optional.of(16), Optional.of(Seen.Over.TAPE))),
                Map.of(),
                Set.of());
        assertThat(row(settled, "socket")
                        .spec()
                        .orElseThrow()
                        .organisation()
                        .packages(MemoryGeneration.DDR4, false, Optional.empty()))
                .isEqualTo(16);
        // The record knows of a base and of no tape.
        assertThat(codes(settled)).contains("SURVEY_COVER_NOT_IN_RECORD");
        assertThat(codes(open)).doesNotContain("SURVEY_COVER_NOT_IN_RECORD");
    }

    @Test
    void aCorrectionByHandIsASource() {
        Source fw = firmware(
                Firmware.device("Bottom", 8, 0x0B, 1, "", ""), Firmware.device("Top", 16, 0x0D, 1, "TN16", ""));
        Survey survey = Surveyor.survey(
                BANK_AND_SOCKET, List.of(fw), Map.of(), Map.of("socket", Map.of(ModuleField.RANKS, "2")), Set.of());
        assertThat(row(survey, "socket").identity().value(ModuleField.RANKS)).isEqualTo("2");
        assertThat(row(survey, "socket").spec().orElseThrow().organisation().packageRanks())
                .isEqualTo(2);
        assertThat(codes(survey)).contains("SURVEY_SOURCES_DISAGREE");
    }

    @Test
    void whatCannotBeIsNamed() {
        Source fw = firmware(
                Firmware.device("Bottom", 8, 0x0B, 1, "", ""), Firmware.device("Top", 16, 0x0D, 1, "TN16", ""));
        Survey survey = Surveyor.survey(
                BANK_AND_SOCKET,
                List.of(fw),
                Map.of(),
                Map.of("socket", Map.of(ModuleField.DEVICE_WIDTH, "x16")),
                Set.of());
        assertThat(codes(survey)).contains("SURVEY_MODULE_CANNOT_BE");
        assertThat(row(survey, "socket").spec()).isEmpty();
    }

    @Test
    void socketsThatNobodySawAreWorthALook() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 2666)
                .cap(null, null, null, 2666)
                .sockets(0, 0)
                .channel("A")
                .channel("B")
                .part("hatch", Side.BOTTOM, 60)
                .part("keyboard", Side.TOP, 600)
                .socket("below", "A", 1, List.of(Set.of("hatch")))
                .socket("k1", "A", 2, List.of(Set.of("keyboard")))
                .socket("k2", "B", 1, List.of(Set.of("keyboard")))
                .build();
        Survey survey = survey(record, firmware(Firmware.device("DIMM0", 8, 0x0D, 1, "TN8", "")));
        assertThat(survey.looks()).isNotEmpty();
        assertThat(survey.looks().get(0).positions()).containsExactly("k1", "k2");
        assertThat(survey.looks().get(0).minutes()).isEqualTo(20.0);
        assertThat(codes(survey)).contains("SURVEY_POSITION_OPEN");
    }

    /** A record from a first look is no better than a manual of the series: the variant's own is offered as a look. */
    @Test
    void aFirstRecordMakesTheManualALook() {
        MachineRecord record =
                Quick.alike(MemoryGeneration.DDR4, 2, 1, Optional.empty()).toRecord();
        assertThat(survey(record).looks()).extracting(Survey.Look::kind).contains(SlotModel.LookKind.MANUAL);
    }

    @Test
    void moreDevicesThanPositions() {
        Survey survey = survey(
                BANK_AND_SOCKET,
                firmware(
                        Firmware.device("A", 8, 0x0B, 1, "", ""),
                        Firmware.device("B", 8, 0x0D, 1, "X", ""),
                        Firmware.device("C", 8, 0x0D, 1, "X", "")));
        assertThat(codes(survey)).contains("SURVEY_DEVICE_WITHOUT_POSITION");
    }

    /** A server's 96 positions are read as well, without the exact model. */
    @Test
    void aServerIsReadWithoutVerdicts() {
        MachineRecord record =
                Machines.of(MemoryGeneration.DDR4, 2666).sockets(12, 8).build();
        List<SmbiosContents.Device> devices = new ArrayList<>();
        for (int i = 0; i < 96; i++) {
            devices.add(Firmware.device("P" + i, 32, 9, 2, "RD", ""));
        }
        Survey survey = survey(record, firmware(devices.toArray(SmbiosContents.Device[]::new)));
        assertThat(survey.rows())
                .hasSize(96)
                .allMatch(r -> r.verdict().isEmpty() && r.spec().isPresent());
    }

    /** DDR5's dual-die code is read with factor 1; where the firmware says twice as much, factor 2 holds. */
    @Test
    void theOtherSourcesDecideAnUnsureStack() {
        MachineRecord record =
                Machines.of(MemoryGeneration.DDR5, 5600).sockets(1, 1).build();
        byte[] image = SpdEncoder.encode(new SpdContents(
                Modules.of("16GB 1Rx8 PC5-5600B-SA0-1010-XT"), Optional.empty(), Optional.empty(), "DDP", 7, 0, 0));
        image[4] |= 1 << 5;
        int crc = SpdChecksum.crc16(Bytes.copyOf(image), 0, 510);
        image[510] = (byte) crc;
        image[511] = (byte) (crc >> 8);
        Source chip = new Source(
                "chip",
                "chip",
                Optional.of("A1"),
                new Recognised.Chip(SpdDecoder.decode(Bytes.copyOf(image)).orElseThrow()));
        assertThat(row(survey(record, chip), "A1").spec().orElseThrow().capacity())
                .isEqualTo(ByteSize.ofGibibytes(16));
        SmbiosContents.Device d = new SmbiosContents.Device(
                "A1",
                "",
                Optional.of(ByteSize.ofGibibytes(32)),
                0x0D,
                0x22,
                0x4080,
                64,
                64,
                1,
                5600,
                5600,
                1100,
                "",
                "",
                "",
                "DDP",
                Optional.empty());
        Survey both = survey(record, chip, firmware(d));
        assertThat(row(both, "A1").spec().orElseThrow().capacity()).isEqualTo(ByteSize.ofGibibytes(32));
        assertThat(row(both, "A1").spec().orElseThrow().organisation().density().toString())
                .isEqualTo("16 Gbit");
        assertThat(codes(both)).contains("SURVEY_SOURCES_DISAGREE");
    }
}
