package zephyrridge.core.reading.dialog;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.core.reading.dialog.DialogSteps.read;
import static zephyrridge.core.reading.dialog.DialogSteps.size;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.ByteSize;

/** What systems say in their windows, and what people type of it. */
class DialogReaderTest {
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

    /** An about page in three languages: the processor's clock says nothing of memory, also where a word of it is misspelt. */
    @ParameterizedTest
    @ValueSource(
            strings = {"Prozessor 7 Kerne 2,36 GHz", "Processeur 7 coeurs 2,14 GHz", "Procesador 6 nucleos 2,40 GHz"})
    void gigahertzOfAProcessorAreNoRate(String line) {
        DialogReading about = read(line, "Installierter RAM 16,0 GB (15,4 GB verwendbar)");
        assertThat(about.words()).extracting(DialogReading.Word::meaning).doesNotContain(Meaning.RATE);
        assertThat(read("8 GB RAM 3.2 GHz").words())
                .extracting(DialogReading.Word::meaning)
                .contains(Meaning.RATE);
    }
}
