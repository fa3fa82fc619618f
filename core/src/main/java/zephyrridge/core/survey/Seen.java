package zephyrridge.core.survey;

import java.util.Optional;
import zephyrridge.core.access.Part;
import zephyrridge.core.machine.SlotState;

/**
 * What somebody saw at a position.
 *
 * @param chips data chips counted on both sides together, without register, hub and power circuit
 * @param over what lies over it, when that was said
 */
public record Seen(SlotState state, Optional<Integer> chips, Optional<Over> over) {
    /** What can lie over a position and is easily overlooked. */
    public enum Over {
        NOTHING(Optional.empty()),
        PLATE(Optional.of(Part.Kind.PLATE)),
        TAPE(Optional.of(Part.Kind.TAPE));

        private final Optional<Part.Kind> kind;

        Over(Optional<Part.Kind> kind) {
            this.kind = kind;
        }

        /** The kind of part that a machine's record has for it. */
        public Optional<Part.Kind> kind() {
            return kind;
        }
    }
}
