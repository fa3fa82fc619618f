package zephyrridge.core.unit;

import java.time.LocalDate;
import java.util.Optional;
import zephyrridge.core.quantity.Money;

/**
 * Where a module that somebody typed comes from, as somebody says. What is not said stays open; nothing is made up for it.
 *
 * @param price of one, where it is bought
 * @param supplier "" for not said; of what comes from the room, which machine it comes out of
 * @param day it arrives; {@code returnUntil} last day on which it can go back
 */
public record Whence(
        Way way, Optional<Money> price, String supplier, Optional<LocalDate> day, Optional<LocalDate> returnUntil) {
    public enum Way {
        BOUGHT,
        CAME_WITH_IT,
        LIES_ABOUT,
        /** Out of another machine of its room, or of a pack that is ordered for one; what stands as supplier says which. */
        ROOM
    }

    /** Until somebody says otherwise: to be bought, by nobody knows whom. */
    public static final Whence NOT_SAID =
            new Whence(Way.BOUGHT, Optional.empty(), "", Optional.empty(), Optional.empty());

    /** Where it is there already there is nothing to pay or to wait for. */
    public Whence {
        if (way != Way.BOUGHT) {
            price = Optional.empty();
            supplier = way == Way.ROOM ? supplier : "";
            day = Optional.empty();
            returnUntil = Optional.empty();
        }
    }

    /** @param which machine of the room, in words */
    public static Whence ofRoom(String which) {
        return new Whence(Way.ROOM, Optional.empty(), which, Optional.empty(), Optional.empty());
    }

    public boolean isBought() {
        return way == Way.BOUGHT;
    }

    /** Nobody has said what it costs. */
    public boolean isPriceOpen() {
        return isBought() && price.isEmpty();
    }

    /** Nobody has said when it is here. */
    public boolean isDayOpen() {
        return isBought() && day.isEmpty();
    }
}
