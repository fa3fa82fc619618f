package zephyrridge.core.unit;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;
import zephyrridge.core.plan.Offer;
import zephyrridge.core.quantity.Money;

/**
 * A layout one might choose.
 *
 * @param planned what it changes: module key by position, "" where it empties it; other positions stay as found
 * @param buys packs that are ordered for it, at the price they had when it was put together
 * @param parts what else it wants: carriers that are missing, blanks, screws
 */
public record Alternative(
        String id, String name, SortedMap<String, String> planned, List<Buy> buys, List<SmallPart> parts) {
    /** @param price of one piece */
    public record SmallPart(String what, int pieces, Money price) {
        public static final int MOST_PIECES = 999;

        public Money whole() {
            return price.times(pieces);
        }
    }

    /**
     * @param pieces modules in a pack; {@code price} of one pack
     * @param returnDays days from the order within which it can go back; empty: it cannot
     */
    public record Buy(
            String offer,
            String supplier,
            String wording,
            int packs,
            int pieces,
            Money price,
            int leadDays,
            Optional<Integer> returnDays) {
        public static Buy of(Offer o, int packs) {
            return new Buy(
                    o.id(), o.supplier(), o.wording(), packs, o.pieces(), o.price(), o.leadDays(), o.returnDays());
        }

        public Money whole() {
            return price.times(packs);
        }
    }

    public Alternative {
        planned = Collections.unmodifiableSortedMap(new TreeMap<>(planned));
        buys = List.copyOf(buys);
        parts = List.copyOf(parts);
    }

    /** The one every job begins with. */
    public static final Alternative FIRST = new Alternative("a", "", new TreeMap<>(), List.of(), List.of());

    /** As one that came with a job of another shop: its offers are none of ours. */
    Alternative ofAnotherShop() {
        List<Buy> theirs = buys.stream()
                .map(b -> new Buy(
                        JobModule.theirs(b.offer()),
                        b.supplier(),
                        b.wording(),
                        b.packs(),
                        b.pieces(),
                        b.price(),
                        b.leadDays(),
                        b.returnDays()))
                .toList();
        return new Alternative(id, name, planned, theirs, parts);
    }

    Alternative with(SortedMap<String, String> next) {
        return new Alternative(id, name, next, buys, parts);
    }

    /** Without a module, wherever it wants it. */
    Alternative without(String key) {
        SortedMap<String, String> left = new TreeMap<>(planned);
        left.values().removeIf(key::equals);
        return with(left);
    }

    Alternative withoutPosition(String position) {
        SortedMap<String, String> left = new TreeMap<>(planned);
        left.remove(position);
        return with(left);
    }

    Alternative named(String next) {
        return new Alternative(id, next, planned, buys, parts);
    }

    Alternative withParts(List<SmallPart> next) {
        return new Alternative(id, name, planned, buys, next);
    }

    /** What is bought for it, in all. */
    public Money purchases() {
        return Stream.concat(buys.stream().map(Buy::whole), parts.stream().map(SmallPart::whole))
                .reduce(Money.ZERO, Money::plus);
    }
}
