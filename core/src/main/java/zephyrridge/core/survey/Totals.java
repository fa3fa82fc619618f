package zephyrridge.core.survey;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import zephyrridge.core.reading.listing.ListedModule;
import zephyrridge.core.reading.smbios.MemoryDevice;
import zephyrridge.core.reading.smbios.SmbiosFinding;
import zephyrridge.core.reading.smbios.SmbiosKey;
import zephyrridge.core.reading.smbios.SmbiosReading;

/** Whether what a source lists adds up to a total and a count that can be taken for readings. */
public final class Totals {
    /** Why it does not. */
    public enum Lack {
        NOTHING_LISTED,
        CUT,
        SIZE_NOT_KNOWN,
        SERIAL_TWICE,
        NO_MEMORY
    }

    /** SMBIOS types of devices that hold no system memory: ROM, flash, EEPROM, non-volatile (DSP0134, from memory). */
    private static final Set<Integer> NOT_MEMORY = Set.of(0x08, 0x09, 0x0A, 0x0B, 0x0C, 0x1F);

    private static final String NO_SERIAL = "[0Ff]*";

    private Totals() {}

    /** What keeps a table's sum from being a total; empty where it is one. */
    static Optional<Lack> missing(SmbiosReading table) {
        if (table.devices().isEmpty()) {
            return Optional.of(Lack.NOTHING_LISTED);
        }
        boolean cut = table.findings().stream()
                .anyMatch(f -> f.code() == SmbiosFinding.SMBIOS_ENDS_EARLY
                        || f.code() == SmbiosFinding.SMBIOS_STRUCTURE_TOO_SHORT);
        if (cut) {
            return Optional.of(Lack.CUT);
        }
        if (table.devices().stream().anyMatch(d -> !isMemory(d))) {
            return Optional.of(Lack.NO_MEMORY);
        }
        if (table.devices().stream().anyMatch(d -> d.size().isEmpty())) {
            return Optional.of(Lack.SIZE_NOT_KNOWN);
        }
        return repeats(table.devices().stream()
                        .filter(MemoryDevice::isFilled)
                        .map(d -> d.structure().text(SmbiosKey.DEVICE_SERIAL))
                        .toList())
                ? Optional.of(Lack.SERIAL_TWICE)
                : Optional.empty();
    }

    static boolean isWhole(List<ListedModule> modules) {
        return modules.stream().allMatch(m -> m.size().isPresent())
                && !repeats(modules.stream().map(ListedModule::serial).toList());
    }

    static boolean isMemory(MemoryDevice d) {
        return !NOT_MEMORY.contains(d.memoryType());
    }

    private static boolean repeats(List<String> serials) {
        return !repeated(serials).isEmpty();
    }

    /** Serials that stand there more than once, stripped: of one module, listed twice, nobody knows in which of the sockets it is. */
    static Set<String> repeated(List<String> serials) {
        Set<String> seen = new HashSet<>();
        return serials.stream()
                .map(String::strip)
                .filter(s -> s.length() >= 4 && !s.matches(NO_SERIAL) && s.matches(".*\\d.*"))
                .filter(s -> !seen.add(s))
                .collect(Collectors.toSet());
    }
}
