package zephyrridge.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.unit.Intake;

/** What one file of a system says beside the memory, and which questions it answers. */
class SystemFactsTest {
    private static MachineLook look(Map<String, ?> facts, String system) {
        return MachineLook.of(Map.of(
                        "format",
                        MachineLook.FORMAT,
                        "version",
                        1,
                        "system",
                        system,
                        "parts",
                        List.of(Map.of("name", "a", "hex", "00")),
                        "facts",
                        facts,
                        "unread",
                        List.of()))
                .orElseThrow();
    }

    @Test
    void allThatIsSaidIsRead() {
        SystemFacts f = look(
                        Map.of(
                                "edition",
                                "A system",
                                "wordBits",
                                64,
                                "driveEncrypted",
                                true,
                                "battery",
                                Map.of("full", 41_000, "design", 52_000L),
                                "drives",
                                List.of(Map.of("bytes", 512_110_190_592L, "freeBytes", 7), Map.of("bytes", 1))),
                        "Linux")
                .facts();
        assertThat(f.edition()).contains("A system");
        assertThat(f.driveEncrypted()).contains(true);
        assertThat(f.battery().orElseThrow().percent()).isEqualTo(79);
        assertThat(f.drives())
                .containsExactly(
                        new SystemFacts.Drive(new ByteSize(512_110_190_592L), Optional.of(new ByteSize(7))),
                        new SystemFacts.Drive(new ByteSize(1), Optional.empty()));
        assertThat(SystemFacts.of(null)).isEqualTo(SystemFacts.NONE);
        // A battery that does not know what it was built for says nothing of its wear.
        assertThat(SystemFacts.of(Map.of("battery", Map.of("full", 5, "design", 0)))
                        .battery())
                .isEmpty();
    }

    @Test
    void whatDoesNotHoldIsNamed() {
        Map<String, Object> wrong = Map.of(
                "edition",
                7,
                "wordBits",
                16,
                "driveEncrypted",
                "yes",
                "battery",
                Map.of("full", -1, "design", 2),
                "drives",
                List.of(Map.of("bytes", 1.5)));
        wrong.forEach((name, value) -> assertThatThrownBy(() -> SystemFacts.of(Map.of(name, value)))
                .as(name)
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining(
                        Map.of("battery", "full", "drives", "bytes").getOrDefault(name, name)));
    }

    /** Names as the systems print them, from memory. */
    @ParameterizedTest
    @CsvSource({
        "Microsoft Windows 11 Pro, 64, Windows, windows-11-pro",
        "Microsoft Windows 10 Home, 64, Windows, windows-10-home",
        "Microsoft Windows 10 Pro, 32, Windows, windows-10-32",
        "Microsoft Windows 11 Enterprise, 64, Windows, ''",
        "Microsoft Windows 7 Professional, 64, Windows, windows-7-pro",
        "Microsoft Windows 7 Professional, 32, Windows, windows-7-32",
        "Some GNU/Linux 12, 64, Linux, linux-64",
        "Some GNU/Linux 12, 32, Linux, linux-32",
    })
    void anEditionIsFoundInTheList(String edition, int bits, String system, String id) {
        assertThat(Intake.EMPTY
                        .told(look(Map.of("edition", edition, "wordBits", bits), system))
                        .operatingSystem()
                        .orElse(""))
                .isEqualTo(id);
    }

    @Test
    void onlyOpenQuestionsAreAnswered() {
        MachineLook said = look(Map.of("wordBits", 64, "driveEncrypted", false), "Linux");
        Intake told = Intake.EMPTY.told(said);
        assertThat(told.operatingSystem()).contains("linux-64");
        assertThat(told.encryption()).isEqualTo(Intake.Encryption.NOT_ENCRYPTED);
        assertThat(told.battery()).isEqualTo(Intake.Battery.NOT_LOOKED);
        assertThat(told.seal()).isEqualTo(Intake.Seal.NOT_LOOKED);
        Intake asked = new Intake(
                Optional.of("windows-11-pro"),
                Optional.of(32),
                Intake.Seal.NONE,
                Intake.Battery.GOOD,
                Intake.Encryption.KEY_AT_HAND,
                Intake.FirmwareSettings.NOTED,
                Intake.WayIn.NONE,
                "",
                "",
                "",
                "");
        assertThat(asked.told(said)).isEqualTo(asked);
        assertThat(Intake.EMPTY.told(look(Map.of(), "Windows"))).isEqualTo(Intake.EMPTY);
    }

    /** "As usual" says that nothing is encrypted: not where the machine itself denies it. */
    @Test
    void anEncryptedDriveIsNotAnsweredAsUsual() {
        Intake told = Intake.EMPTY.told(look(Map.of("driveEncrypted", true), "Windows"));
        assertThat(told.encryption()).isEqualTo(Intake.Encryption.ENCRYPTED);
        assertThat(told.asUsual(MachineKind.LAPTOP).encryption()).isEqualTo(Intake.Encryption.ENCRYPTED);
        assertThat(told.asUsual(MachineKind.LAPTOP).answersGates()).isFalse();
    }
}
