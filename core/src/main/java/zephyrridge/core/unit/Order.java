package zephyrridge.core.unit;

import java.time.LocalDate;
import java.util.Optional;

/**
 * What was agreed with the owner; one or several like machines belong to it.
 *
 * @param owner whose it is; {@code wish} what they want, in their words
 * @param promised the day it is to be ready; empty where none was named
 * @param away where the machine is, while it is not in the shop
 */
public record Order(String owner, String wish, Optional<LocalDate> promised, Optional<String> away) {
    public Order(String owner, String wish) {
        this(owner, wish, Optional.empty(), Optional.empty());
    }

    public Order with(String nextOwner, String nextWish) {
        return new Order(nextOwner, nextWish, promised, away);
    }

    /** As it is when the machine is in the shop. */
    public Order back() {
        return new Order(owner, wish, promised, Optional.empty());
    }
}
