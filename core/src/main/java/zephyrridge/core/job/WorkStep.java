package zephyrridge.core.job;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.access.Caution;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;

/**
 * One step of opening or closing. Computed from the record each time; nothing is stored in sequence.
 *
 * @param id stable within a job as long as the part is in the way
 * @param part the part that comes off or goes on
 * @param up the side that lies up for it
 */
public record WorkStep(
        String id, Kind kind, Optional<Part> part, Optional<Side> up, List<Caution> cautions, int seconds) {
    public enum Kind {
        POWER_DOWN,
        UNPLUG,
        GROUND,
        TURN,
        TAKE_OFF,
        DRAIN,
        PUT_BACK,
        TEST_START
    }
}
