package zephyrridge.core.job;

import java.util.Optional;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.OperatingSystem;

/**
 * What is asked when a machine is taken in. "Not known" is an answer to every question.
 *
 * @param owner whose it is; {@code wish} what they want, in their words
 * @param operatingSystem id of {@link OperatingSystem}, or empty for not known
 * @param wordBits 32 or 64, or empty for not known
 */
public record Intake(String owner, String wish, Optional<String> operatingSystem, Optional<Integer> wordBits, Seal seal, Battery battery,
        String condition) {
    /** A warranty seal, and what the owner said to it. */
    public enum Seal { NOT_LOOKED, NONE, PRESENT_NOT_ASKED, OWNER_AGREES, OWNER_REFUSES }

    public enum Battery { NOT_LOOKED, NONE_FITTED, GOOD, WORN, SWOLLEN, MADE_SAFE }

    public static final Intake EMPTY = new Intake("", "", Optional.empty(), Optional.empty(), Seal.NOT_LOOKED, Battery.NOT_LOOKED, "");

    /** What runs on the machine; 64 bits and no ceiling where it is not known. */
    public Host host() {
        Optional<OperatingSystem> os = operatingSystem.flatMap(OperatingSystem::find);
        return new Host(wordBits.or(() -> os.map(OperatingSystem::wordBits)).orElse(64), os.flatMap(OperatingSystem::ceiling), Host.MemoryMode.INDEPENDENT);
    }
}
