package zephyrridge.core.reading.dialog;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.listing.ListedModule;

/**
 * What systems print, in the forms of their windows and commands (from memory; every sample here is written by hand, with figures of no
 * real machine).
 */
class DialogReaderTest {
    private static DialogReading read(String... lines) {
        return DialogReader.read(String.join("\n", lines));
    }

    private static Optional<String> size(DialogReading r, Meaning meaning) {
        return r.size(meaning).map(p -> p.size().rounded());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Installed RAM\t12.0 GB (11.6 GB usable) | 12 GiB | 11.6 GiB",
                "Installed RAM 12.0 GB | 12 GiB | ",
                "Installierter RAM\u00a012,0\u202fGB (11,6\u202fGB verwendbar) | 12 GiB | 11.6 GiB",
                "M\u00e9moire RAM install\u00e9e   12,0 Go (11,6 Go utilisable) | 12 GiB | 11.6 GiB",
                // Another language: the brackets leave only one meaning.
                "Zainstalowana pami\u0119\u0107 RAM 12,0 GB (dost\u0119pne: 11,6 GB) | 12 GiB | 11.6 GiB",
                "\u041e\u0417\u0423 12,0 \u0413\u0411 (11,6 \u0413\u0411 \u0434\u043e\u0441\u0442\u0443\u043f\u043d\u043e) | 12 GiB | 11.6 GiB",
                "Installed Physical Memory (RAM)\t6.00 GB | 6 GiB | ",
                "Total Physical Memory\t5.71 GB | | 5.7 GiB",
                "Total Physical Memory:     5,847 MB | | 5847 MiB",
                "Gesamter physischer Speicher:     5.847 MB | | 5847 MiB",
                "M\u00e9moire physique totale\u00a0:     5\u202f847 Mo | | 5847 MiB",
                "MemTotal:        5987328 kB | | 5847 MiB",
                "Mem:         5987328     1200000     3000000 | | 5847 MiB",
                "Mem:           5847        1171        2929 | | 5847 MiB",
                "Mem:          5.7Gi       1.1Gi       2.9Gi | | 5.7 GiB",
                "Total memory 6144 MB | 6 GiB | ",
                "Memory  6 GB 1600 MHz DDR3 | 6 GiB | ",
                "8.0 GB DDR4 | 8 GiB | ",
            })
    void totalsAndWhatTheyAre(String line, String installed, String visible) {
        DialogReading r = read(line);
        assertThat(size(r, Meaning.INSTALLED)).isEqualTo(Optional.ofNullable(installed));
        assertThat(size(r, Meaning.VISIBLE)).isEqualTo(Optional.ofNullable(visible));
    }

    /** Rounding is kept: 5.71 says less than a kibibyte count does. */
    @Test
    void aFigureIsAsExactAsItWasPrinted() {
        Printed coarse =
                read("Total Physical Memory 5.7 GB").size(Meaning.VISIBLE).orElseThrow();
        Printed fine = read("MemTotal: 5987328 kB").size(Meaning.VISIBLE).orElseThrow();
        assertThat(coarse.most().bytes() - coarse.least().bytes()).isEqualTo((1L << 30) / 10);
        assertThat(fine.most().bytes() - fine.least().bytes()).isEqualTo(1L << 10);
        assertThat(coarse.agrees(fine)).isTrue();
        // "free -g" rounds down.
        Printed floored = read("Mem: 5 1 2 0").size(Meaning.VISIBLE).orElseThrow();
        assertThat(floored.most()).isEqualTo(ByteSize.ofGibibytes(6));
    }

    @Test
    void thePerformancePageCopiedWhole() {
        DialogReading r = read(
                "Memory",
                "",
                "\t8.0 GB DDR4",
                "",
                "\tSpeed:\t2666 MT/s",
                "\tSlots used:\t1 of 2",
                "\tForm factor:\tSODIMM",
                "\tHardware reserved:\t301 MB",
                "",
                "\tAvailable\t2.1 GB",
                "\tCached\t2.0 GB",
                "\tCommitted\t7.4/10.9 GB",
                "\tPaged pool\t312 MB",
                "\tIn use (Compressed)\t5.5 GB (140 MB)");
        assertThat(size(r, Meaning.INSTALLED)).contains("8 GiB");
        assertThat(r.generation()).contains(MemoryGeneration.DDR4);
        assertThat(r.rate()).contains(new DialogReading.Rate(2666, false));
        assertThat(r.slots()).contains(new DialogReading.Slots(1, Optional.of(2)));
        assertThat(r.form()).contains(DialogReading.Form.SO_DIMM);
        assertThat(size(r, Meaning.RESERVED)).contains("301 MiB");
        assertThat(size(r, Meaning.AVAILABLE)).contains("2150 MiB");
        assertThat(size(r, Meaning.IN_USE)).contains("5632 MiB");
        assertThat(size(r, Meaning.COMMITTED)).contains("7.4 GiB");
        // What is kept for hardware counts into what is visible.
        assertThat(size(r, Meaning.VISIBLE)).contains("7891 MiB");
        assertThat(r.findings()).isEmpty();
    }

    @Test
    void labelsAndFiguresOnLinesOfTheirOwnAndInOtherLanguages() {
        DialogReading german =
                read("Geschwindigkeit:", "2400 MHz", "Verwendete Steckpl\u00e4tze:", "2 von 4", "Formfaktor:", "DIMM");
        assertThat(german.rate()).contains(new DialogReading.Rate(2400, true));
        assertThat(german.slots()).contains(new DialogReading.Slots(2, Optional.of(4)));
        assertThat(german.form()).contains(DialogReading.Form.DIMM);
        // "MHz" beside a full rate is how systems print transfers: said, not decided.
        assertThat(german.findings()).extracting(f -> f.code()).containsExactly(DialogFinding.DIALOG_RATE_IN_MEGAHERTZ);
        DialogReading french =
                read("Vitesse : 3200 MT/s", "Emplacements utilis\u00e9s : 1 sur 2", "Facteur de forme : Row of chips");
        assertThat(french.slots()).contains(new DialogReading.Slots(1, Optional.of(2)));
        assertThat(french.form()).contains(DialogReading.Form.ROW_OF_CHIPS);
        DialogReading other = read("Slot in uso: 1 di 2", "3200 MT/s", "Sistema a 32 bit");
        assertThat(other.slots()).contains(new DialogReading.Slots(1, Optional.of(2)));
        assertThat(other.rate()).contains(new DialogReading.Rate(3200, false));
        assertThat(other.wordBits()).contains(32);
        assertThat(read("System type\t64-bit operating system, x64-based processor")
                        .wordBits())
                .contains(64);
    }

    /** A figure that could be two things is asked about and counts for nothing. */
    /** Nobody who types begins a new line for each figure. */
    @Test
    void whatIsTypedIntoOneLine() {
        DialogReading r =
                DialogReader.read("Installed RAM 16.0 GB (15.7 GB usable), Speed: 3200 MT/s; Slots used: 2 of 4");
        assertThat(r.size(Meaning.INSTALLED).orElseThrow().size()).isEqualTo(ByteSize.ofGibibytes(16));
        assertThat(r.size(Meaning.VISIBLE)).isPresent();
        assertThat(r.rate().orElseThrow().number()).isEqualTo(3200);
        assertThat(r.slots().orElseThrow().used()).isEqualTo(2);
        assertThat(r.slots().orElseThrow().of()).contains(4);
        DialogReading counts = DialogReader.read("Memory 8,0 GB, 1 of 2 slots");
        assertThat(counts.size(Meaning.INSTALLED).orElseThrow().size()).isEqualTo(ByteSize.ofGibibytes(8));
        assertThat(counts.slots().orElseThrow().used()).isEqualTo(1);
        assertThat(DialogReader.read("2 von 4 Steckpl\u00e4tzen")
                        .slots()
                        .orElseThrow()
                        .of())
                .contains(4);
        DialogReading blanks = DialogReader.read(
                "Memory 8,0 GB Speed 5600 MT/s Slots used 1 of 2 Form factor SODIMM Hardware reserved 412 MB");
        assertThat(blanks.size(Meaning.INSTALLED).orElseThrow().size()).isEqualTo(ByteSize.ofGibibytes(8));
        assertThat(blanks.rate().orElseThrow().number()).isEqualTo(5600);
        assertThat(blanks.slots().orElseThrow().of()).contains(2);
        assertThat(blanks.size(Meaning.RESERVED).orElseThrow().size()).isEqualTo(ByteSize.ofMebibytes(412));
        DialogReading typed = DialogReader.read(
                "Installierter RAM 32,0 GB (31,4 GB verwendbar) Geschwindigkeit: 4800 MT/s Verwendete Steckplaetze: 2 von 2");
        assertThat(typed.size(Meaning.VISIBLE)).isPresent();
        assertThat(typed.slots().orElseThrow().used()).isEqualTo(2);
        assertThat(DialogReader.read("Memoire installee (RAM) : 8,00 Go")
                        .size(Meaning.INSTALLED)
                        .orElseThrow()
                        .size())
                .isEqualTo(ByteSize.ofGibibytes(8));
        // A name with a comma in it stays one.
        assertThat(DialogReader.read("Caption: Physical Memory, speed of light").rate())
                .isEmpty();
    }

    @Test
    void aLoneFigureIsAskedAbout() {
        DialogReading r = read("16 GB", "Nogle ord 7,7 GB", "Slots used: 3 of 2");
        assertThat(r.isEmpty()).isTrue();
        assertThat(r.findings())
                .extracting(f -> f.code())
                .containsExactly(
                        DialogFinding.DIALOG_FIGURE_ALONE,
                        DialogFinding.DIALOG_FIGURE_ALONE,
                        DialogFinding.DIALOG_MORE_USED_THAN_THERE);
        assertThat(read("Installed RAM 8.0 GB", "Installed Physical Memory (RAM) 16.0 GB")
                        .findings())
                .extracting(f -> f.code())
                .containsExactly(DialogFinding.DIALOG_TWO_ANSWERS);
        assertThat(read("Installed RAM 8.0 GB", "MemTotal: 16000000 kB").findings())
                .extracting(f -> f.code())
                .containsExactly(DialogFinding.DIALOG_VISIBLE_ABOVE_INSTALLED);
        assertThat(read("Storage 477 GB", "Graphics Card 128 MB", "Processor 1.80 GHz")
                        .isEmpty())
                .isTrue();
    }

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
        for (int round = 0; round < 30_000; round++) {
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
}
