package zephyrridge.core.plan;

import java.util.Optional;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Money;

/**
 * A line of a supplier's sheet.
 *
 * @param pieces modules in one pack, 1 to 16
 * @param price of one pack
 * @param stock packs that can be had, 0 or more
 * @param leadDays days from the order until it is here
 * @param returnDays days from the order within which it can go back; empty: it cannot
 * @param restocking what the supplier keeps of a pack that goes back
 */
public record Offer(
        String id,
        String supplier,
        String wording,
        ModuleSpec spec,
        int pieces,
        Money price,
        int stock,
        int leadDays,
        Optional<Integer> returnDays,
        Money restocking) {
    public static final int MOST_PIECES = 16;

    public Offer {
        if (pieces < 1 || pieces > MOST_PIECES) {
            throw new IllegalArgumentException("a pack holds 1 to " + MOST_PIECES + " modules: " + pieces);
        }
        if (price.minor() < 0 || stock < 0 || leadDays < 0) {
            throw new IllegalArgumentException("price, stock and lead time are not below 0");
        }
    }

    /** Whether it can still go back on a day, counted from the order. */
    public boolean isReturnable(int day) {
        return returnDays.filter(d -> d >= day).isPresent();
    }
}
