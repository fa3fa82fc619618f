package zephyrridge.core.range;

import java.util.Optional;
import zephyrridge.core.access.Caution;

/** What lies in wait for hands that do not look first (common practice, no source). */
public enum Trap {
    /** Modules were touched by somebody who was not bonded to ground. */
    STATIC(Caution.ESD),
    /** It was said to be shut down, and slept: standby power was on when it was opened. */
    STANDBY(null),
    /** A metal blade beside a bare pack. */
    BLADE(Caution.BATTERY_HEALTHY),
    /** A module that was pressed against the key of its socket. */
    TURNED(Caution.RESISTANCE),
    /** A long screw in a hole of a short one: it goes through to what lies under it. */
    LONG_SCREW(Caution.BATTERY_HEALTHY);

    private final Caution caution;

    Trap(Caution caution) {
        this.caution = caution;
    }

    /** What would have kept hands from it, had it been minded; empty where the step's own words would have. */
    public Optional<Caution> caution() {
        return Optional.ofNullable(caution);
    }
}
