package zephyrridge.core.reading.spd;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.reading.Bytes;

/**
 * An SPD image, decoded.
 *
 * @param fields every row of the layout that the image reaches, in the layout's order
 * @param checksumsHold whether all checksums of the image are right
 * @param spec the module, when the image says all that a layout needs
 */
public record SpdReading(
        MemoryGeneration generation,
        Bytes image,
        Map<SpdKey, SpdField> fields,
        boolean checksumsHold,
        Optional<ModuleSpec> spec,
        List<Finding> findings) {
    public SpdReading {
        fields = Collections.unmodifiableMap(fields);
        findings = List.copyOf(findings);
    }

    /** The field, when the image reaches it and its layout has it. */
    public Optional<SpdField> field(SpdKey key) {
        return Optional.ofNullable(fields.get(key));
    }

    /** Its value; "" when it is not there or not programmed. */
    public String text(SpdKey key) {
        SpdField field = fields.get(key);
        return field == null ? "" : field.value();
    }

    /** The bytes of a field as they stand in the image, of long ranges the first 32; {@link #image} has them all. */
    public String hex(SpdField field) {
        return field.row().hex(image);
    }

    /** Whether the field lies under a checksum that holds: part numbers never do, since DDR4 no serial and no date either. */
    public boolean isCovered(SpdField field) {
        return checksumsHold && field.offsets().get(0) <= SpdChecksum.lastCovered(generation, image);
    }
}
