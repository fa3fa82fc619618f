package zephyrridge.core.access;

import java.util.List;

/**
 * How to reach some positions.
 *
 * @param parts the parts that come off, in the order with the fewest turns of the machine
 * @param turns how often the machine is turned on the way, from the side it rests on
 * @param seconds bench time off and on together
 * @param exact false where a stated bound was met, so that a cheaper way or fewer turns may exist
 */
public record OpeningPlan(List<Part> parts, int turns, int seconds, boolean exact) {
    public OpeningPlan {
        parts = List.copyOf(parts);
    }
}
