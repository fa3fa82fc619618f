package zephyrridge.core.access;

import java.util.Optional;

/**
 * A screw or the like on a part's outline.
 *
 * @param x 0 to 1 of the side's width, from the left as the side is looked at
 * @param y 0 to 1 of the side's depth, from the far edge
 * @param bit the exact bit: "PH00", "T5"
 * @param lengthTenths length under the head in tenths of a millimetre
 * @param hiddenUnder what must be lifted to see it, such as a rubber foot
 */
public record Fastener(double x, double y, String bit, int lengthTenths, Role role, Optional<String> hiddenUnder) {
    /** What to do with it: take out, only loosen (captive), it lifts the cover, shared with another part, leave alone. */
    public enum Role {
        OUT,
        LOOSEN_ONLY,
        LIFTS_COVER,
        SHARED,
        LEAVE_ALONE
    }
}
