package zephyrridge.core.reading.smbios;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.quantity.ByteSize;

/**
 * A firmware table, decoded.
 *
 * @param version of the entry point or header, "3.3"; "" when only the table was given
 * @param structures all of them, in order
 * @param devices the memory devices among them
 */
public record SmbiosReading(
        String version, List<SmbiosStructure> structures, List<MemoryDevice> devices, List<Finding> findings) {
    public SmbiosReading {
        structures = List.copyOf(structures);
        devices = List.copyOf(devices);
        findings = List.copyOf(findings);
    }

    public Optional<SmbiosStructure> first(int type) {
        return structures.stream().filter(s -> s.type() == type).findFirst();
    }

    /** Of the first structure that has it; "" when none does. */
    public String text(SmbiosKey key) {
        return first(key.type()).map(s -> s.text(key)).orElse("");
    }

    /** Sum of all fitted devices whose size is known. */
    public ByteSize fitted() {
        return devices.stream().flatMap(d -> d.size().stream()).reduce(ByteSize.ZERO, ByteSize::plus);
    }

    public List<SmbiosStructure> ofType(int type) {
        return structures.stream().filter(s -> s.type() == type).toList();
    }
}
