package zephyrridge.core.machine;

import java.util.Optional;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DieDensity;

/** Someone's word about a ceiling. A controller's figure is hard; a maker's is a validated floor; the rest are hints. */
public record LimitClaim(
        Source source, Quantity quantity, Optional<ByteSize> size, Optional<DieDensity> density, String where) {
    public enum Source {
        MAKER,
        CONTROLLER,
        FIRMWARE,
        REPORTED,
        SELLER
    }

    public enum Quantity {
        TOTAL,
        PER_SLOT,
        DIE_DENSITY
    }

    public boolean isHard() {
        return source == Source.CONTROLLER;
    }
}
