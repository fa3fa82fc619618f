package zephyrridge.core.plan;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * From where so many pieces of one kind come: for each number the ways none of which is better than another in both money and loss,
 * by a dynamic programme over packs, stock and drawer pieces. A pack that holds more than is wanted is paid in full.
 */
final class Sourcing {
    /** Ways kept for one number of pieces; real sheets stay far below. */
    static final int MOST_WAYS = 64;

    /** @param packs how many of it */
    record Bought(Offer offer, int packs) {}

    /**
     * @param money what is paid for the pieces, drawer pieces at book value
     * @param loss what is lost if they do not run here
     */
    record Supply(long money, long loss, List<DrawerPiece> drawer, List<Bought> bought) {
        static final Supply NOTHING = new Supply(0, 0, List.of(), List.of());

        int packs() {
            return bought.stream().mapToInt(Bought::packs).sum();
        }
    }

    private final List<List<Supply>> byCount;

    private Sourcing(List<List<Supply>> byCount) {
        this.byCount = byCount;
    }

    /** Ways to have this many, the cheapest first; empty where there is none. */
    List<Supply> of(int count) {
        return count < byCount.size() ? byCount.get(count) : List.of();
    }

    /**
     * @param most pieces asked for at most
     * @param readyDay what arrives later is left out; {@code proofDay} what cannot go back then is lost
     */
    static Sourcing of(
            List<DrawerPiece> drawer, List<Offer> offers, int most, int readyDay, int proofDay, Terms terms) {
        List<List<Supply>> table = new ArrayList<>();
        table.add(List.of(Supply.NOTHING));
        for (int k = 1; k <= most; k++) {
            table.add(List.of());
        }
        // Of drawer pieces of one kind the cheapest are taken.
        List<DrawerPiece> pieces = drawer.stream()
                .sorted(Comparator.comparing(DrawerPiece::bookValue).thenComparing(DrawerPiece::tag))
                .toList();
        List<List<Supply>> next = new ArrayList<>(table);
        for (int n = 1; n <= Math.min(most, pieces.size()); n++) {
            long money = 0;
            for (DrawerPiece p : pieces.subList(0, n)) {
                money += p.bookValue().minor();
            }
            next.set(n, List.of(new Supply(money, 0, List.copyOf(pieces.subList(0, n)), List.of())));
        }
        table = next;
        for (Offer o : offers) {
            if (o.leadDays() > readyDay || o.stock() == 0) {
                continue;
            }
            long loss = loss(o, proofDay, terms);
            next = new ArrayList<>(table);
            for (int k = 1; k <= most; k++) {
                List<Supply> ways = new ArrayList<>(table.get(k));
                for (int packs = 1; packs <= o.stock() && (packs - 1) * o.pieces() < k; packs++) {
                    int rest = Math.max(0, k - packs * o.pieces());
                    for (Supply s : table.get(rest)) {
                        List<Bought> bought = new ArrayList<>(s.bought());
                        bought.add(new Bought(o, packs));
                        ways.add(new Supply(
                                s.money() + packs * o.price().minor(),
                                s.loss() + packs * loss,
                                s.drawer(),
                                List.copyOf(bought)));
                    }
                }
                next.set(k, best(ways));
            }
            table = next;
        }
        return new Sourcing(table);
    }

    private static long loss(Offer o, int proofDay, Terms terms) {
        return o.isReturnable(proofDay)
                ? terms.handling().plus(o.restocking()).minor()
                : o.price().minor()
                        - o.price().share(terms.resalePermille(), 1000).minor();
    }

    private static List<Supply> best(List<Supply> ways) {
        ways.sort(Comparator.comparingLong(Supply::money)
                .thenComparingLong(Supply::loss)
                .thenComparingInt(Supply::packs)
                .thenComparing(s -> s.bought().stream()
                        .map(b -> b.offer().id())
                        .sorted()
                        .toList()
                        .toString()));
        List<Supply> kept = new ArrayList<>();
        long least = Long.MAX_VALUE;
        for (Supply s : ways) {
            if (s.loss() < least) {
                kept.add(s);
                least = s.loss();
            }
        }
        return kept.size() > MOST_WAYS ? List.copyOf(kept.subList(0, MOST_WAYS)) : List.copyOf(kept);
    }
}
