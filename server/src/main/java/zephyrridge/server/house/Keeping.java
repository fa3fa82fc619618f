package zephyrridge.server.house;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;

/**
 * How long what is somebody's own is kept.
 *
 * @param contactMonths that a contact stays after its machine was handed back, 1 to 120
 */
public record Keeping(@Min(1) @Max(120) int contactMonths) {
    /** Long enough to ask after a warranty; common practice, no source. What the law of a place wants, the shop says. */
    static final Keeping USUAL = new Keeping(24);
}
