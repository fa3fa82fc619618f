package zephyrridge.core.reading.dialog;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static zephyrridge.core.reading.dialog.DialogSteps.read;
import static zephyrridge.core.reading.dialog.DialogSteps.size;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Rounds;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.listing.ListedModule;

/** Texts of commands, listers and firmware screens, in any order. */
class DialogFormsTest {
    @Test
    void theFirmwareTableCommandsText() {
        DialogReading r = read(
                "Handle 0x0020, DMI type 16, 23 bytes",
                "Physical Memory Array",
                "\tLocation: System Board Or Motherboard",
                "\tUse: System Memory",
                "\tMaximum Capacity: 32 GB",
                "\tNumber Of Devices: 2",
                "",
                "Handle 0x0021, DMI type 17, 40 bytes",
                "Memory Device",
                "\tTotal Width: 72 bits",
                "\tData Width: 64 bits",
                "\tSize: 4 GB",
                "\tForm Factor: SODIMM",
                "\tLocator: ChannelA-DIMM0",
                "\tBank Locator: BANK 0",
                "\tType: DDR4",
                "\tType Detail: Synchronous",
                "\tSpeed: 2666 MT/s",
                "\tManufacturer: Tindle",
                "\tSerial Number: 0A0B0C0D",
                "\tPart Number: TD4-0426",
                "\tRank: 1",
                "\tConfigured Memory Speed: 2400 MT/s",
                "",
                "Handle 0x0022, DMI type 17, 40 bytes",
                "Memory Device",
                "\tSize: No Module Installed",
                "\tForm Factor: SODIMM",
                "\tLocator: ChannelB-DIMM0");
        assertThat(r.positions()).contains(2);
        assertThat(r.maximum()).contains(ByteSize.ofGibibytes(32));
        assertThat(r.modules()).hasSize(2);
        ListedModule m = r.modules().get(0);
        assertThat(m.size()).contains(ByteSize.ofGibibytes(4));
        assertThat(m.formFactor()).isEqualTo(0x0D);
        assertThat(m.memoryType()).isEqualTo(0x1A);
        assertThat(List.of(m.speed(), m.configured(), m.totalWidth(), m.dataWidth(), m.ranks()))
                .containsExactly(2666, 2400, 72, 64, 1);
        assertThat(m.locator()).isEqualTo("ChannelA-DIMM0");
        assertThat(m.part()).isEqualTo("TD4-0426");
        assertThat(r.modules().get(1).size()).contains(ByteSize.ZERO);
        assertThat(r.words()).isEmpty();
    }

    @Test
    void objectsAsAListAndAsATable() {
        DialogReading list = read(
                "Capacity             : 4294967296",
                "Speed                : 2666",
                "ConfiguredClockSpeed : 2400",
                "DeviceLocator        : ChannelA-DIMM0",
                "FormFactor           : 12",
                "SMBIOSMemoryType     : 26",
                "PartNumber           : TD4-0426",
                "",
                "Capacity             : 8589934592",
                "DeviceLocator        : ChannelB-DIMM0",
                "FormFactor           : 12",
                "SMBIOSMemoryType     : 26",
                "",
                "MemoryDevices : 2",
                "MaxCapacity   : 33554432");
        assertThat(list.modules())
                .extracting(m -> m.size().orElseThrow().mebibytes())
                .containsExactly(4096L, 8192L);
        assertThat(list.modules().get(0).configured()).isEqualTo(2400);
        assertThat(list.positions()).contains(2);
        assertThat(list.maximum()).contains(ByteSize.ofGibibytes(32));
        DialogReading table = read(
                "DeviceLocator    Capacity Speed FormFactor PartNumber",
                "-------------    -------- ----- ---------- ----------",
                "ChannelA-DIMM0 4294967296  2666         12 TD4-0426  ",
                "ChannelB-DIMM0 8589934592  2666         12 CORVANE...");
        assertThat(table.modules())
                .extracting(m -> m.size().orElseThrow().mebibytes())
                .containsExactly(4096L, 8192L);
        assertThat(table.modules())
                .extracting(ListedModule::locator)
                .containsExactly("ChannelA-DIMM0", "ChannelB-DIMM0");
        assertThat(table.modules()).extracting(ListedModule::formFactor).containsOnly(0x0D);
        // What the window cut off is not said.
        assertThat(table.modules()).extracting(ListedModule::part).containsExactly("TD4-0426", "");
        DialogReading older = read(
                "BankLabel=BANK 0",
                "Capacity=4294967296",
                "DeviceLocator=DIMM A",
                "",
                "BankLabel=BANK 1",
                "Capacity=2147483648",
                "DeviceLocator=DIMM B");
        assertThat(older.modules()).extracting(ListedModule::bank).containsExactly("BANK 0", "BANK 1");
        DialogReading columns = read(
                "BankLabel  Capacity    DeviceLocator  Speed",
                "BANK 0     4294967296  DIMM A         1600",
                "BANK 2     2147483648  DIMM B         1600");
        assertThat(columns.modules()).extracting(ListedModule::locator).containsExactly("DIMM A", "DIMM B");
        assertThat(columns.modules()).extracting(ListedModule::speed).containsExactly(1600, 1600);
    }

    @Test
    void reportsListersAndFirmwareScreens() {
        DialogReading report = read(
                "Memory:",
                "",
                "    Memory Slots:",
                "",
                "      ECC: Disabled",
                "      Upgradeable Memory: Yes",
                "",
                "        BANK 0/ChannelA-DIMM0:",
                "",
                "          Size: 4 GB",
                "          Type: DDR4",
                "          Speed: 2400 MHz",
                "          Status: OK",
                "",
                "        BANK 2/ChannelB-DIMM0:",
                "",
                "          Size: Empty",
                "          Type: Empty");
        assertThat(report.modules())
                .extracting(m -> m.size().orElseThrow().mebibytes())
                .containsExactly(4096L, 0L);
        assertThat(report.modules().get(0).locator()).isEqualTo("ChannelA-DIMM0");
        assertThat(report.modules().get(0).speed()).isEqualTo(2400);
        DialogReading lister = read(
                "H/W path     Device  Class    Description",
                "/0/0                 memory   64KiB BIOS",
                "/0/3c                memory   4GiB System Memory",
                "/0/3c/0              memory   4GiB SODIMM DDR4 Synchronous 2400 MHz (0.4 ns)",
                "/0/3c/1              memory   [empty]");
        assertThat(lister.modules())
                .extracting(m -> m.size().orElseThrow().mebibytes())
                .containsExactly(4096L, 0L);
        assertThat(lister.modules().get(0).memoryType()).isEqualTo(0x1A);
        DialogReading screen =
                read("Total memory 4096 MB", "Memory frequency 2400", "DIMM A 4096 MB", "DIMM B Not installed");
        assertThat(size(screen, Meaning.INSTALLED)).contains("4 GiB");
        assertThat(screen.rate()).contains(new DialogReading.Rate(2400, false));
        assertThat(screen.modules()).extracting(ListedModule::locator).containsExactly("DIMM A", "DIMM B");
        assertThat(read("Total online memory:       4G", "Total offline memory:      0B")
                        .size(Meaning.BLOCKS))
                .isPresent();
    }

    /** Any order, any part: each line says the same alone as among others. */
    @Test
    void orderDoesNotMatter() {
        List<String> lines = List.of(
                "Installed RAM 12.0 GB (11.6 GB usable)",
                "Speed: 2666 MT/s",
                "Slots used: 2 of 2",
                "Form factor: SODIMM",
                "System type 64-bit operating system, x64-based processor",
                "MemTotal: 12163456 kB");
        DialogReading all = DialogReader.read(String.join("\n", lines));
        Random random = new Random(5);
        for (int round = 0; round < 200; round++) {
            java.util.ArrayList<String> some = new java.util.ArrayList<>(lines);
            java.util.Collections.shuffle(some, random);
            DialogReading r = DialogReader.read(String.join(random.nextBoolean() ? "\n" : "\r\n\r\n", some));
            assertThat(r.words()).hasSameSizeAs(all.words());
            assertThat(r.slots()).isEqualTo(all.slots());
            assertThat(r.rate()).isEqualTo(all.rate());
            assertThat(size(r, Meaning.INSTALLED)).isEqualTo(size(all, Meaning.INSTALLED));
        }
    }

    /** Whatever is pasted is read or asked about; nothing throws, and nothing takes long. */
    @Test
    void anyTextIsTaken() {
        Random random = new Random(11);
        String[] bits = {
            "Memory",
            "Speed",
            ":",
            "=",
            "16",
            "GB",
            "(",
            ")",
            ",",
            ".",
            " ",
            "\t",
            "\n",
            "7,9/11.2 GB",
            "of",
            "1",
            "64-bit",
            "DDR5",
            "Capacity",
            "Memory Device",
            "Size",
            "BANK 0/DIMM0:",
            "Mem:",
            "...",
            "\u00a0",
            "999999999999999",
            "MHz",
            "---",
            "DeviceLocator",
            "/0/1 memory",
            "[empty]"
        };
        for (int round = 0; round < Rounds.of(10_000); round++) {
            StringBuilder text = new StringBuilder();
            for (int i = random.nextInt(30); i > 0; i--) {
                text.append(bits[random.nextInt(bits.length)]);
            }
            DialogReading r = DialogReader.read(text.toString());
            r.words().forEach(w -> assertThat(w.line()).isPositive());
        }
        DialogReading cut = DialogReader.read("x\n".repeat(DialogReader.MOST_LINES + 5) + "Installed RAM 8 GB");
        assertThat(cut.findings()).extracting(f -> f.code()).contains(DialogFinding.DIALOG_LINES_CUT);
    }

    @Test
    void aTextHasABudgetAndTheRestIsSaidToBeUnread() {
        String line = "a report that goes on about other things than memory, with figures such as 12 and 345";
        String text = "Installed RAM 8 GB\n" + (line + "\n").repeat(3_000) + "Memory speed: 2400 MHz";
        DialogReading r = DialogReader.read(text);
        int lines = DialogReader.lines(text).size();
        assertThat(lines).isLessThan(3_000);
        assertThat(lines * (line.length() + 1)).isCloseTo(DialogReader.MOST_CHARACTERS, within(200));
        assertThat(r.size(Meaning.INSTALLED)).isPresent();
        assertThat(r.findings())
                .filteredOn(f -> f.code() == DialogFinding.DIALOG_LINES_CUT)
                .extracting(Finding::detail)
                .containsExactly(new DialogFinding.Count(lines));
        // One that fits is read to its end, and nothing is said.
        DialogReading whole = DialogReader.read("Installed RAM 8 GB\n" + (line + "\n").repeat(2_000));
        assertThat(whole.findings()).extracting(f -> f.code()).doesNotContain(DialogFinding.DIALOG_LINES_CUT);
    }
}
