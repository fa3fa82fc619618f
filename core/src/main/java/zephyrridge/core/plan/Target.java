package zephyrridge.core.plan;

import java.util.Optional;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.Money;

/**
 * What is wanted.
 *
 * @param atLeast installed memory that a layout must have; {@code ideally} that the recommended one has where any has
 * @param budget the most the owner pays, tax included; {@code withinDays} from today until it must be ready
 */
public record Target(
        ByteSize atLeast, Optional<ByteSize> ideally, Optional<Money> budget, Optional<Integer> withinDays) {
    public static final Target ANY = new Target(ByteSize.ZERO, Optional.empty(), Optional.empty(), Optional.empty());
}
