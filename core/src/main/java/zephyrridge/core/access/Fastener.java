package zephyrridge.core.access;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import java.util.Optional;

/**
 * A screw or the like on a part's outline.
 *
 * @param id unique in its part
 * @param x 0 to 1 of the side's width, from the left as the side is looked at
 * @param y 0 to 1 of the side's depth, from the far edge
 * @param bit the exact bit: "PH00", "T5"
 * @param lengthTenths length under the head in tenths of a millimetre; 0 not noted
 * @param hiddenUnder what must be lifted to see it: the id of a part, or words such as "rubber foot"
 * @param holeTenths the longest screw its hole takes, in tenths of a millimetre; empty: its own length
 * @param threadLocked glued in: slow, with the right fresh bit; {@code magnetNear} a magnet catches it
 */
public record Fastener(
        @JsonSetter(nulls = Nulls.AS_EMPTY) String id,
        double x,
        double y,
        String bit,
        int lengthTenths,
        Role role,
        Optional<String> hiddenUnder,
        Optional<Integer> holeTenths,
        boolean threadLocked,
        boolean magnetNear) {
    /** What to do with it: take out, only loosen (captive), it lifts the cover, shared with another part, leave alone. */
    public enum Role {
        OUT,
        LOOSEN_ONLY,
        LIFTS_COVER,
        SHARED,
        LEAVE_ALONE;

        /** Whether it lies in the tray while its part is off; a shared one does with the part that it is drawn out of. */
        public boolean comesOut() {
            return this == OUT;
        }
    }

    public Fastener(String id, double x, double y, String bit, int lengthTenths, Role role) {
        this(id, x, y, bit, lengthTenths, role, Optional.empty(), Optional.empty(), false, false);
    }

    /** Nearer than this on their side, two drawings are of the same screw. */
    private static final double SAME_PLACE = .03;

    /** A screw as somebody drew it who saw it: named by its place, so that the same one has one name in every job. */
    public static Fastener drawn(double x, double y, String bit, int lengthTenths, Role role) {
        return new Fastener(
                "at" + Math.round(x * 100) + "-" + Math.round(y * 100), x, y, bit.strip(), lengthTenths, role);
    }

    public boolean isAt(Fastener other) {
        return Math.hypot(x - other.x, y - other.y) < SAME_PLACE;
    }

    /** What makes screws interchangeable: head and length. */
    public String kind() {
        return bit + " " + lengthTenths;
    }
}
