package zephyrridge.core.survey;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Firmware;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.access.Side;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.Bytes;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.reading.smbios.SmbiosContents;
import zephyrridge.core.reading.smbios.SmbiosDecoder;
import zephyrridge.core.reading.smbios.SmbiosEncoder;

/** What is not whole is no reading, and two modules are not mixed into a third. */
class WholeSourcesTest {
    private static final MachineRecord SOCKETS = Machines.of(MemoryGeneration.DDR4, 3200, 2666)
            .channel("A")
            .channel("B")
            .part("base", Side.BOTTOM, 120)
            .socket("a", "A", 1, List.of(Set.of("base")))
            .socket("b", "B", 1, List.of(Set.of("base")))
            .build();

    private static SmbiosContents.Device device(Long gib, int type, int form, int bits, String serial) {
        return Firmware.device(
                "DIMM",
                Optional.ofNullable(gib).map(ByteSize::ofGibibytes),
                type,
                form,
                bits,
                1,
                form == 0x0B ? "" : "TD48G18",
                serial);
    }

    private static byte[] table(SmbiosContents.Device... devices) {
        return Firmware.table("Maker", "Model", SmbiosEncoder.Wrapping.BARE, devices);
    }

    private static Source source(byte[] table) {
        return new Source(
                "fw",
                "firmware table",
                Optional.empty(),
                new Recognised.Firmware(
                        SmbiosDecoder.decode(Bytes.copyOf(table)).orElseThrow()));
    }

    private static Survey survey(MachineRecord record, Map<ModuleField, String> byHand, Source... sources) {
        return Surveyor.survey(
                record, List.of(sources), Map.of(), byHand.isEmpty() ? Map.of() : Map.of("a", byHand), Set.of());
    }

    private static Totals.Lack lack(Survey survey) {
        assertThat(survey.baseline().firmwareTotal()).isEmpty();
        assertThat(survey.baseline().filled()).isEmpty();
        return survey.findings().stream()
                .filter(f -> f.code() == SurveyFinding.SURVEY_NO_TOTAL)
                .map(f -> ((SurveyFinding.Lack) f.detail()).lack())
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aTotalIsTakenOnlyFromAWholeTable() {
        var one = device(8L, 0x1A, 0x0D, 64, "0A0B0C0D");
        var two = device(8L, 0x1A, 0x0D, 64, "01020304");
        byte[] whole = table(one, two);
        Survey good = survey(SOCKETS, Map.of(), source(whole));
        assertThat(good.baseline().firmwareTotal()).contains(ByteSize.ofGibibytes(16));
        assertThat(good.baseline().filled()).contains(2);
        assertThat(lack(survey(SOCKETS, Map.of(), source(Arrays.copyOf(whole, whole.length - 40)))))
                .isEqualTo(Totals.Lack.CUT);
        assertThat(lack(survey(SOCKETS, Map.of(), source(table(one, device(null, 0x1A, 0x0D, 64, ""))))))
                .isEqualTo(Totals.Lack.SIZE_NOT_KNOWN);
        assertThat(lack(survey(SOCKETS, Map.of(), source(table(one, one))))).isEqualTo(Totals.Lack.SERIAL_TWICE);
        assertThat(lack(survey(SOCKETS, Map.of(), source(table(one, device(1L, 0x09, 0x0D, 64, "05060708"))))))
                .isEqualTo(Totals.Lack.NO_MEMORY);
    }

    /** A serial is a serial whatever letters it has; what only names the field is none. */
    @Test
    void aSerialThatIsNotHexRepeatsToo() {
        var one = device(8L, 0x1A, 0x0D, 64, "S4-77KQ19");
        assertThat(lack(survey(SOCKETS, Map.of(), source(table(one, one))))).isEqualTo(Totals.Lack.SERIAL_TWICE);
        // Never one module in two sockets: of neither anything is said.
        assertThat(survey(SOCKETS, Map.of(), source(table(one, one))).rows())
                .allMatch(r -> r.spec().isEmpty() && r.line().isEmpty());
        var named = device(8L, 0x1A, 0x0D, 64, "Unknown");
        assertThat(survey(SOCKETS, Map.of(), source(table(named, named)))
                        .baseline()
                        .firmwareTotal())
                .contains(ByteSize.ofGibibytes(16));
    }

    /** Four 16-bit devices of soldered chips are one bank, not four modules. */
    @Test
    void narrowDevicesAreOneBank() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 3200, 2666)
                .channel("A")
                .channel("B")
                .soldered("bank", "A", Modules.of("8GB 1Rx16 PC4-3200AA-SC0-11"))
                .part("base", Side.BOTTOM, 120)
                .socket("b", "B", 1, List.of(Set.of("base")))
                .build();
        SmbiosContents.Device chip = device(2L, 0x1A, 0x0B, 16, "");
        Survey survey = survey(record, Map.of(), source(table(chip, chip, chip, chip)));
        assertThat(survey.findings())
                .noneMatch(f -> f.code() == SurveyFinding.SURVEY_DEVICE_WITHOUT_POSITION)
                .noneMatch(f -> f.code() == SurveyFinding.SURVEY_SOURCES_DISAGREE);
        assertThat(survey.rows().get(0).identity().value(ModuleField.CAPACITY)).isEqualTo("8 GiB");
    }

    /** Label of one module, chip of another: one finding says so, and what is held is one of the two whole. */
    @Test
    void twoModulesAreNotMixedIntoAThird() {
        Source label = new Source(
                "label",
                "label",
                Optional.of("a"),
                new Recognised.Label(LabelParser.parse("16GB 2Rx8 PC4-2400T-SE1-11")));
        Source chip = SurveyorTest.chip("4GB 1Rx16 PC4-2666V-SC0-11", "TN4", 0x01020304, Optional.of("a"));
        Survey survey = survey(SOCKETS, Map.of(), label, chip);
        assertThat(survey.findings())
                .filteredOn(f -> f.code() == SurveyFinding.SURVEY_ANOTHER_MODULE)
                .hasSize(1);
        assertThat(survey.findings()).noneMatch(f -> f.code() == SurveyFinding.SURVEY_SOURCES_DISAGREE);
        Survey.Row row = survey.rows().get(0);
        assertThat(row.spec().orElseThrow().summary()).isIn("16 GiB 2Rx8 DDR4-2400", "4 GiB 1Rx16 DDR4-2666");
        // One field corrected by hand: still one of the two, or none; never the size of one on the chips of the other.
        Survey corrected = survey(SOCKETS, Map.of(ModuleField.CAPACITY, "16 GiB"), label, chip);
        corrected.rows().get(0).spec().ifPresent(m -> assertThat(m.summary()).isEqualTo("16 GiB 2Rx8 DDR4-2400"));
    }

    /** Settled by a word: what is set aside is heard no more, the other module stands, and why is said. */
    @Test
    void aSourceSetAsideIsHeardNoMore() {
        Recognised printed = new Recognised.Label(LabelParser.parse("16GB 2Rx8 PC4-2400T-SE1-11"));
        Source label = new Source("label", "label", Optional.of("a"), printed);
        Source aside =
                new Source("label", "label", Optional.of("a"), printed, Map.of("a", Source.SetAside.OTHER_MODULE));
        Source chip = SurveyorTest.chip("4GB 1Rx16 PC4-2666V-SC0-11", "TN4", 0x01020304, Optional.of("a"));
        Survey before = survey(SOCKETS, Map.of(), label, chip);
        assertThat(before.conflicts()).hasSize(1);
        assertThat(before.conflicts().get(0).position()).isEqualTo("a");
        Survey settled = survey(SOCKETS, Map.of(), aside, chip);
        assertThat(settled.conflicts()).isEmpty();
        assertThat(settled.findings())
                .noneMatch(f -> f.code() == SurveyFinding.SURVEY_ANOTHER_MODULE)
                .anyMatch(f -> f.code() == SurveyFinding.SURVEY_SET_ASIDE);
        assertThat(settled.rows().get(0).spec().orElseThrow().summary()).isEqualTo("4 GiB 1Rx16 DDR4-2666");
    }
}
