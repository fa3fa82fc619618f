package zephyrridge.core.unit;

import java.util.Optional;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.OperatingSystem;
import zephyrridge.core.reading.MachineLook;

/**
 * What is asked when a machine is taken in. "Not known" is an answer to every question, and another thing than a question
 * that nobody has asked yet.
 *
 * @param operatingSystem id of {@link OperatingSystem}, or empty for not known
 * @param wordBits 32 or 64, or empty for not known
 * @param wayIn how the bench gets in to verify; no password is ever kept
 * @param firmwareVersion and {@code processor} as the machine shows them, {@code faultsBefore} what did not work before; empty where nobody said
 */
public record Intake(
        Optional<String> operatingSystem,
        Optional<Integer> wordBits,
        Seal seal,
        Battery battery,
        Encryption encryption,
        FirmwareSettings firmwareSettings,
        WayIn wayIn,
        String firmwareVersion,
        String processor,
        String faultsBefore,
        String condition) {
    /** A warranty seal, and what the owner said to it. */
    public enum Seal {
        NOT_LOOKED,
        NONE,
        PRESENT_NOT_ASKED,
        OWNER_AGREES,
        OWNER_REFUSES,
        NOT_KNOWN
    }

    public enum Battery {
        NOT_LOOKED,
        NONE_FITTED,
        GOOD,
        WORN,
        SWOLLEN,
        MADE_SAFE,
        NOT_KNOWN
    }

    /** Whether the drive is encrypted and its recovery key at hand: changed memory or cleared settings may make it ask. */
    public enum Encryption {
        NOT_ASKED,
        NOT_ENCRYPTED,
        /** The system says so; of the key nobody has said anything yet. */
        ENCRYPTED,
        KEY_AT_HAND,
        KEY_MISSING,
        OWNER_ACCEPTS,
        NOT_KNOWN;

        /** Whether the owner was asked, where asking is needed. */
        public boolean isAnswered() {
            return this != NOT_ASKED && this != ENCRYPTED;
        }
    }

    /** The firmware's settings as they were: boot mode, drive mode, clock, secure start. */
    public enum FirmwareSettings {
        NOT_ASKED,
        NOTED,
        DEFAULTS,
        CANNOT_ENTER,
        NOT_KNOWN
    }

    public enum WayIn {
        NOT_ASKED,
        OWNER_PRESENT,
        TEMPORARY_ACCOUNT,
        OWN_START_STICK,
        NONE,
        NOT_KNOWN
    }

    /**
     * What nobody has answered yet, answered as it nearly always is: no seal, a good battery in a laptop and none elsewhere, a drive
     * that is not encrypted, settings as the maker set them. Common practice, no source; whoever takes it is told so first.
     */
    public Intake asUsual(MachineKind kind) {
        return new Intake(
                operatingSystem,
                wordBits,
                seal == Seal.NOT_LOOKED ? Seal.NONE : seal,
                battery == Battery.NOT_LOOKED
                        ? kind == MachineKind.LAPTOP ? Battery.GOOD : Battery.NONE_FITTED
                        : battery,
                encryption == Encryption.NOT_ASKED ? Encryption.NOT_ENCRYPTED : encryption,
                firmwareSettings == FirmwareSettings.NOT_ASKED ? FirmwareSettings.DEFAULTS : firmwareSettings,
                wayIn,
                firmwareVersion,
                processor,
                faultsBefore,
                condition);
    }

    /**
     * With what a system says of itself, where nobody has said anything yet. What only eyes can tell (a battery that swells, a seal) it
     * does not answer.
     */
    public Intake told(MachineLook look) {
        return new Intake(
                operatingSystem.or(() -> OperatingSystem.called(
                                look.system(),
                                look.facts().edition(),
                                look.facts().wordBits())
                        .map(OperatingSystem::id)),
                wordBits.or(look.facts()::wordBits),
                seal,
                battery,
                encryption != Encryption.NOT_ASKED
                        ? encryption
                        : look.facts()
                                .driveEncrypted()
                                .map(is -> is ? Encryption.ENCRYPTED : Encryption.NOT_ENCRYPTED)
                                .orElse(encryption),
                firmwareSettings,
                wayIn,
                firmwareVersion,
                processor,
                faultsBefore,
                condition);
    }

    public static final Intake EMPTY = new Intake(
            Optional.empty(),
            Optional.empty(),
            Seal.NOT_LOOKED,
            Battery.NOT_LOOKED,
            Encryption.NOT_ASKED,
            FirmwareSettings.NOT_ASKED,
            WayIn.NOT_ASKED,
            "",
            "",
            "",
            "");

    /** What runs on the machine; 64 bits and no ceiling where it is not known. */
    public Host host() {
        Optional<OperatingSystem> os = operatingSystem.flatMap(OperatingSystem::find);
        return new Host(
                wordBits.or(() -> os.map(OperatingSystem::wordBits)).orElse(64),
                os.flatMap(OperatingSystem::ceiling),
                Host.MemoryMode.INDEPENDENT);
    }

    /** Whether the questions are answered without which nothing may be opened; "not known" is an answer. */
    public boolean answersGates() {
        return seal != Seal.NOT_LOOKED
                && battery != Battery.NOT_LOOKED
                && encryption.isAnswered()
                && firmwareSettings != FirmwareSettings.NOT_ASKED;
    }

    public boolean hasBattery() {
        return battery != Battery.NONE_FITTED;
    }

    public Intake withBattery(Battery next) {
        return new Intake(
                operatingSystem,
                wordBits,
                seal,
                next,
                encryption,
                firmwareSettings,
                wayIn,
                firmwareVersion,
                processor,
                faultsBefore,
                condition);
    }

    public Intake withWordBits(Optional<Integer> bits) {
        return new Intake(
                operatingSystem,
                bits,
                seal,
                battery,
                encryption,
                firmwareSettings,
                wayIn,
                firmwareVersion,
                processor,
                faultsBefore,
                condition);
    }
}
