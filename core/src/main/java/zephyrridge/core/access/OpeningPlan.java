package zephyrridge.core.access;

import java.util.List;

/**
 * How to reach some positions.
 *
 * @param parts the parts that come off, in the order with the fewest turns of the machine
 * @param turns how often the machine is turned on the way, from the side it rests on
 * @param seconds bench time off and on together
 */
public record OpeningPlan(List<Part> parts, int turns, int seconds) {
    public OpeningPlan {
        parts = List.copyOf(parts);
    }
}
