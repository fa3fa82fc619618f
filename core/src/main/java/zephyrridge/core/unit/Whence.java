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
 * @param giver which machine of the room gives it; empty where a person only said that one does
 */
public record Whence(
        Way way,
        Optional<Money> price,
        String supplier,
        Optional<LocalDate> day,
        Optional<LocalDate> returnUntil,
        Optional<Giver> giver) {
    /**
     * Another machine of the room.
     *
     * @param job its number; {@code position} that the module comes out of, or {@code offer} by which that job orders the pack
     */
    public record Giver(long job, Optional<String> position, Optional<String> offer) {}

    public enum Way {
        BOUGHT,
        CAME_WITH_IT,
        LIES_ABOUT,
        /** Out of another machine of its room, or of a pack that is ordered for one; what stands as supplier says which. */
        ROOM
    }

    /** Until somebody says otherwise: to be bought, by nobody knows whom. */
    public static final Whence NOT_SAID =
            new Whence(Way.BOUGHT, Optional.empty(), "", Optional.empty(), Optional.empty(), Optional.empty());

    /** Where it is there already there is nothing to pay or to wait for. */
    public Whence {
        if (way != Way.BOUGHT) {
            price = Optional.empty();
            supplier = way == Way.ROOM ? supplier : "";
            day = isOfPack(way, giver) ? day : Optional.empty();
            returnUntil = Optional.empty();
        }
        giver = way == Way.ROOM ? giver : Optional.empty();
    }

    /**
     * @param which machine of the room, in words
     * @param day on which it is here, of one out of a pack
     */
    public static Whence ofRoom(String which, Giver giver, Optional<LocalDate> day) {
        return new Whence(Way.ROOM, Optional.empty(), which, day, Optional.empty(), Optional.of(giver));
    }

    private static boolean isOfPack(Way way, Optional<Giver> giver) {
        return way == Way.ROOM && giver.flatMap(Giver::offer).isPresent();
    }

    /** Somebody has to send it: it is bought for this machine, or comes in a pack that is bought for another. */
    public boolean isSent() {
        return isBought() || isOfPack(way, giver);
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
