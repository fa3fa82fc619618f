package zephyrridge.core.survey;

import java.util.Optional;
import zephyrridge.core.module.SourceKind;
import zephyrridge.core.reading.Recognised;

/**
 * Something that was read for a job.
 *
 * @param id within the job; {@code name} what the person called it, a file's name or "pasted"
 * @param position where the module is that it was read from, when the person said so
 */
public record Source(String id, String name, Optional<String> position, Recognised content) {
    public SourceKind kind() {
        if (content instanceof Recognised.Firmware) {
            return SourceKind.FIRMWARE;
        }
        if (content instanceof Recognised.Chip) {
            return SourceKind.CHIP;
        }
        return content instanceof Recognised.Listing ? SourceKind.LISTING : SourceKind.LABEL;
    }

    /** Whether it speaks of one module only, and so needs a position. */
    public boolean isOfOneModule() {
        return content instanceof Recognised.Chip || content instanceof Recognised.Label;
    }
}
