package zephyrridge.core.access;

import java.util.List;

/**
 * How to close what is off.
 *
 * @param order ids of parts, with {@link Precedence#TEST_START} where the first start belongs
 * @param turns of the machine, from the side that lies up
 */
public record ClosingPlan(List<String> order, int turns) {
    public ClosingPlan {
        order = List.copyOf(order);
    }
}
