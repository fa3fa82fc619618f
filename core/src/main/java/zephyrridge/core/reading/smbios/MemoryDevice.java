package zephyrridge.core.reading.smbios;

import java.util.Optional;
import zephyrridge.core.quantity.ByteSize;

/** A memory device (structure 17): a socket, or soldered memory, as the firmware lists it. */
public record MemoryDevice(SmbiosStructure structure) {
    /** The size with the extended field where the short one points there; empty when the firmware does not know. Zero: nothing fitted. */
    public Optional<ByteSize> size() {
        long raw = structure.raw(SmbiosKey.DEVICE_SIZE);
        if (raw < 0 || raw == 0xFFFF) {
            return Optional.empty();
        }
        if (raw == 0x7FFF) {
            long extended = structure.raw(SmbiosKey.DEVICE_EXTENDED_SIZE);
            return extended < 0 ? Optional.empty() : Optional.of(ByteSize.ofMebibytes(extended & 0x7FFFFFFF));
        }
        return Optional.of(SmbiosStructure.sizeOf((int) raw));
    }

    public boolean isFilled() {
        return size().map(s -> !s.isZero()).orElse(true);
    }

    /** Most it is capable of, in MT/s as printed; 0 when not said. */
    public int speed() {
        return rate(SmbiosKey.DEVICE_SPEED, SmbiosKey.DEVICE_EXTENDED_SPEED);
    }

    /** What it runs at, in MT/s as printed; 0 when not said. */
    public int configuredSpeed() {
        return rate(SmbiosKey.DEVICE_CONFIGURED_SPEED, SmbiosKey.DEVICE_EXTENDED_CONFIGURED_SPEED);
    }

    private int rate(SmbiosKey inline, SmbiosKey extended) {
        long raw = structure.raw(inline);
        if (raw == 0xFFFF) {
            long more = structure.raw(extended);
            return more < 0 ? 0 : (int) Math.min(more & 0x7FFFFFFF, 1_000_000);
        }
        return raw < 0 ? 0 : (int) raw;
    }

    /** 0 when not said. */
    public int rank() {
        long raw = structure.raw(SmbiosKey.DEVICE_RANK);
        return raw < 0 ? 0 : (int) raw & 15;
    }

    /** In bits, check bits included; 0 when not said. */
    public int totalWidth() {
        return width(SmbiosKey.DEVICE_TOTAL_WIDTH);
    }

    public int dataWidth() {
        return width(SmbiosKey.DEVICE_DATA_WIDTH);
    }

    private int width(SmbiosKey key) {
        long raw = structure.raw(key);
        return raw < 0 || raw == 0xFFFF ? 0 : (int) raw;
    }

    public int formFactor() {
        return (int) Math.max(0, structure.raw(SmbiosKey.DEVICE_FORM_FACTOR));
    }

    public int memoryType() {
        return (int) Math.max(0, structure.raw(SmbiosKey.DEVICE_TYPE));
    }

    public String locator() {
        return structure.text(SmbiosKey.DEVICE_LOCATOR);
    }

    public String partNumber() {
        return structure.text(SmbiosKey.DEVICE_PART);
    }
}
