package zephyrridge.core.survey;

import java.util.Map;
import java.util.Optional;
import zephyrridge.core.module.SourceKind;
import zephyrridge.core.reading.Recognised;

/**
 * Something that was read for a job.
 *
 * @param id within the job; {@code name} what the person called it, a file's name or "pasted"
 * @param setAside positions of which it counts no more, and why
 * @param position where the module is that it was read from, when the person said so
 */
public record Source(
        String id, String name, Optional<String> position, Recognised content, Map<String, SetAside> setAside) {
    /** Why what a source says of a position counts no more. */
    public enum SetAside {
        /** The module was exchanged after the source was taken. */
        EXCHANGED,
        /** It was read off another module, of another bag. */
        OTHER_MODULE,
        /** What is printed is wrong. */
        WRONG
    }

    public Source {
        setAside = Map.copyOf(setAside);
    }

    public Source(String id, String name, Optional<String> position, Recognised content) {
        this(id, name, position, content, Map.of());
    }

    public SourceKind kind() {
        if (content instanceof Recognised.Firmware) {
            return SourceKind.FIRMWARE;
        }
        if (content instanceof Recognised.Chip) {
            return SourceKind.CHIP;
        }
        return content instanceof Recognised.Listing || content instanceof Recognised.Dialog
                ? SourceKind.LISTING
                : SourceKind.LABEL;
    }

    /** Whether it speaks of one module only, and so needs a position. */
    public boolean isOfOneModule() {
        return content instanceof Recognised.Chip || content instanceof Recognised.Label;
    }
}
