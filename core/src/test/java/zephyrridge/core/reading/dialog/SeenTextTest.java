package zephyrridge.core.reading.dialog;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zephyrridge.core.Rounds;

/** Windows as a recogniser reads them; their forms from memory, what they say is invented. */
class SeenTextTest {
    private static List<String> mended(String... lines) {
        return SeenText.of(List.of(lines)).text().lines().toList();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Slots used: 1of 2 | Slots used: 1 of 2",
                "Slots used lof 4 | Slots used: 1 of 4",
                "S1ots used: 20f 4 | Slots used: 2 of 4",
                "Spoed: 3200 MT/s | Speed: 3200 MT/s",
                "lnstalled RAM 16.0 G8 (15.4 GB usable) | Installed RAM 16.0 GB (15.4 GB usable)",
                "Yerwendete Steckplatze: 2von 2 | Verwendete Steckplätze: 2von 2",
                "Hardware reserved: 212 M8 | Hardware reserved: 212 MB",
                "16.0 GB DDRS | 16.0 GB DDR5",
                "8.0 GB DDRA | 8.0 GB DDR4",
                "Windows is activated | Windows is activated"
            })
    void wordsUnitsAndCountsAreMendedByWhatTheyCanBe(String read, String says) {
        assertThat(mended(read)).containsExactly(says);
    }

    /** One misread digit of three of a rate has one explanation, or none that is said. */
    @Test
    void aFigureThatCannotBeIsLeftOutAndTold() {
        SeenText seen = SeenText.of(List.of("Memory", "16.0 GB DDR4", "Speed: 2460 MT/s", "Slots used: Tat2"));
        assertThat(seen.leftOut()).containsExactly("Speed: 2460 MT/s", "Slots used: Tat2");
        assertThat(seen.text()).isEqualTo("Memory\n16.0 GB DDR4");
        assertThat(SeenText.of(List.of("Installed RAM 17.3 GB (15.4 GB usable)"))
                        .leftOut())
                .hasSize(1);
    }

    /** A soldered bank of one size and a module of another make totals that no single module has; servers hold much. */
    @ParameterizedTest
    @ValueSource(strings = {"5.0", "10.0", "20.0", "28.0", "36.0", "40.0", "72.0", "192.0", "384.0", "512.0", "1536.0"})
    void whatModulesMakeTogetherIsKept(String total) {
        assertThat(mended("Installed RAM " + total + " GB")).containsExactly("Installed RAM " + total + " GB");
    }

    /** All sizes of a window have their decimal, or none has. */
    @Test
    void aLostDecimalSignIsPutBackWhereOnlyOnePlaceIsPossible() {
        assertThat(mended("240 GB DDR5", "In use (Compressed) 5.6 GB (353 MB)", "Available 176 GB"))
                .containsExactly("24.0 GB DDR5", "In use (Compressed) 5.6 GB (353 MB)");
        assertThat(mended("Memory Size: 8 GB", "Usable memory 7 GB"))
                .containsExactly("Memory Size: 8 GB", "Usable memory 7 GB");
    }

    @Test
    void figuresOfOneWindowThatContradictEachOtherAreNotSaid() {
        SeenText seen = SeenText.of(List.of(
                "6.0 GB DDR4",
                "In use (Compressed) 3.2 GB (321 MB)",
                "Available 12.5 GB",
                "Hardware reserved: 300 MB"));
        assertThat(seen.text()).isEqualTo("Hardware reserved: 300 MB");
        assertThat(SeenText.of(List.of("Installed RAM 16.0 GB", "Total Physical Memory 76.1 GB"))
                        .text())
                .isEqualTo("Installed RAM 16.0 GB");
        assertThat(SeenText.of(List.of(
                                "16.0 GB DDR4",
                                "In use (Compressed) 3.2 GB (321 MB)",
                                "Available 12.5 GB",
                                "Hardware reserved: 300 MB"))
                        .leftOut())
                .isEmpty();
    }

    /** The left edge of the window is not in the picture: what has no word there may have lost its first digit. */
    @Test
    void ofACutWindowNoFigureAtTheEdgeIsSaid() {
        SeenText seen = SeenText.of(List.of("emory", "6.0 GB DDR4", "peed: 3200 MT/s", "lots used: 1 of 2"));
        assertThat(seen.text()).isEqualTo("Memory\nSpeed: 3200 MT/s\nSlots used: 1 of 2");
        assertThat(seen.leftOut()).containsExactly("6.0 GB DDR4");
    }

    @Test
    void objectsOfTheShellAreMendedByTheirKeysAndValues() {
        SeenText seen = SeenText.of(List.of(
                "Capacity . 17179869l84",
                "Speed + 2667",
                "ConfiguredClockspeed : 2667",
                "peviceLocator : ChannelA-DIMMO",
                "FormFactor : I2",
                "SMBIOSMemoryType 1 26",
                "Capacity : 8589934592",
                "DeviceLocator : ChannelB-DIMM0"));
        assertThat(seen.text())
                .isEqualTo(
                        """
                        Capacity : 17179869184
                        Speed : 2667
                        ConfiguredClockSpeed : 2667
                        DeviceLocator : ChannelA-DIMM0
                        SMBIOSMemoryType : 26
                        Capacity : 8589934592
                        DeviceLocator : ChannelB-DIMM0""");
        assertThat(DialogReader.read(seen.text()).modules()).hasSize(2);
    }

    /** With one of two devices misread the other would be told as all there is. */
    @Test
    void oneDeviceThatIsNotUnderstoodTakesTheOthersWithIt() {
        SeenText shell = SeenText.of(List.of(
                "Capacity : 8589934592",
                "Speed : 3200",
                "DeviceLocator : A1",
                "Capacity : 17x",
                "Speed : 3200",
                "DeviceLocator : B1"));
        assertThat(shell.text()).isEmpty();
        assertThat(shell.leftOut()).hasSize(6);
        SeenText command = SeenText.of(List.of(
                "Memory Device", "Size: 8 GB", "Locator: DIMM A", "Memory Device", "5ize: 8 ~", "Locator: pIMM B"));
        assertThat(command.text()).isEmpty();
        assertThat(SeenText.of(List.of(
                                "Memory Device",
                                "Size: 8 GB",
                                "Locator: DIMM A",
                                "Memory Device",
                                "Size: 8 ¢B",
                                "Locator: pIMM B"))
                        .text()
                        .lines()
                        .filter(l -> l.contains("DIMM B") || l.contains("8 GB")))
                .hasSize(3);
    }

    /** What is written as it is stays as it is, and any text is taken. */
    @Test
    void nothingIsLostOfAnyText() {
        Random random = new Random(251);
        for (int i = 0; i < Rounds.of(200); i++) {
            List<String> lines = new ArrayList<>();
            for (int n = random.nextInt(6); n >= 0; n--) {
                StringBuilder line = new StringBuilder();
                for (int c = random.nextInt(30); c > 0; c--) {
                    line.append((char) (random.nextInt(9) == 0 ? random.nextInt(0x3000) : 32 + random.nextInt(95)));
                }
                lines.add(line.toString().replace("\n", " "));
            }
            SeenText seen = SeenText.of(lines);
            assertThat(lines).containsAll(seen.leftOut());
        }
        assertThat(SeenText.of(List.of()).text()).isEmpty();
    }
}
