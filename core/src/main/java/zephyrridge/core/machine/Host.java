package zephyrridge.core.machine;

import java.util.Optional;
import zephyrridge.core.quantity.ByteSize;

/**
 * What runs on the machine, as far as it decides how much memory is usable.
 *
 * @param wordBits 32 or 64
 * @param ceiling most memory the operating system's edition uses; empty where none is known
 */
public record Host(int wordBits, Optional<ByteSize> ceiling, MemoryMode mode) {
    /** How the firmware uses the memory: all of it, half of it twice, or with one rank per channel held back. */
    public enum MemoryMode {
        INDEPENDENT,
        MIRRORED,
        SPARED
    }

    public static final Host UNLIMITED = new Host(64, Optional.empty(), MemoryMode.INDEPENDENT);

    public Host {
        if (wordBits != 32 && wordBits != 64) {
            throw new IllegalArgumentException("word size is 32 or 64: " + wordBits);
        }
    }
}
