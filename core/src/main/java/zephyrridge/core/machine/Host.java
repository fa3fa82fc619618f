package zephyrridge.core.machine;

import java.util.Optional;
import zephyrridge.core.quantity.ByteSize;

/**
 * What runs on the machine, as far as it decides how much memory is usable.
 *
 * @param wordBits 32 or 64
 * @param ceiling most memory the operating system's edition uses; empty where none is known
 * @param kept what graphics and firmware keep for themselves, as it was read in this machine; empty where only the record says
 */
public record Host(int wordBits, Optional<ByteSize> ceiling, MemoryMode mode, Optional<ByteSize> kept) {
    /** How the firmware uses the memory: all of it, half of it twice, or with one rank per channel held back. */
    public enum MemoryMode {
        INDEPENDENT,
        MIRRORED,
        SPARED
    }

    public static final Host UNLIMITED = new Host(64, Optional.empty(), MemoryMode.INDEPENDENT);

    public Host(int wordBits, Optional<ByteSize> ceiling, MemoryMode mode) {
        this(wordBits, ceiling, mode, Optional.empty());
    }

    /**
     * With what was read before anything was changed: installed less usable, where nothing else limits it. More than a quarter is no
     * share that anybody would take for granted.
     */
    public Host reading(Optional<ByteSize> installed, Optional<ByteSize> usable) {
        if (wordBits != 64 || mode != MemoryMode.INDEPENDENT || installed.isEmpty() || usable.isEmpty()) {
            return this;
        }
        ByteSize total = installed.get();
        ByteSize lost = total.minusFloored(usable.get());
        boolean capped = ceiling.filter(c -> c.compareTo(total) < 0).isPresent();
        boolean believable = usable.get().compareTo(total) <= 0 && lost.bytes() * 4 <= total.bytes();
        return capped || !believable ? this : new Host(wordBits, ceiling, mode, Optional.of(lost));
    }

    public Host {
        if (wordBits != 32 && wordBits != 64) {
            throw new IllegalArgumentException("word size is 32 or 64: " + wordBits);
        }
    }
}
