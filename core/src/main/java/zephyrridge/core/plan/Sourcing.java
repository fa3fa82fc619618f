package zephyrridge.core.plan;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToLongFunction;

/**
 * From where so many pieces of one kind come: for each number the ways none of which is better than another in both money and loss
 * . What is bought is one line of one supplier wherever one alone gives exactly the number; several lines only where stock or
 * packs force it, then by a dynamic programme over them. A pack that holds more than is wanted is paid in full.
 */
final class Sourcing {
    /** Ways kept for one number of pieces; real sheets stay far below. */
    static final int MOST_WAYS = 64;

    private static final Comparator<Supply> CHEAPEST = Comparator.comparingLong(Supply::money)
            .thenComparingLong(Supply::loss)
            .thenComparingInt(Supply::packs);

    /** @param packs how many of it */
    record Bought(Offer offer, int packs) {}

    /**
     * A way to have some pieces: one step, and the way before it.
     *
     * @param money what is paid for the pieces, drawer pieces at book value
     * @param loss what is lost if they do not run here
     * @param packs bought in all; {@code lead} days until the last of them is here
     * @param drawn how many of the drawer's cheapest pieces
     * @param offer what this step buys {@code step} packs of, null where nothing is bought
     */
    record Supply(long money, long loss, int packs, int lead, int drawn, Supply before, Offer offer, int step) {
        static final Supply NOTHING = new Supply(0, 0, 0, 0, 0, null, null, 0);

        List<Bought> bought() {
            Map<Offer, Integer> packsOf = new LinkedHashMap<>();
            for (Supply s = this; s != null; s = s.before) {
                if (s.offer != null) {
                    packsOf.merge(s.offer, s.step, Integer::sum);
                }
            }
            return packsOf.entrySet().stream()
                    .map(e -> new Bought(e.getKey(), e.getValue()))
                    .sorted(Comparator.comparing(b -> b.offer().id()))
                    .toList();
        }

        private Supply and(Offer o, int more, long packLoss) {
            return new Supply(
                    money + more * o.price().minor(),
                    loss + more * packLoss,
                    packs + more,
                    Math.max(lead, o.leadDays()),
                    drawn,
                    this,
                    o,
                    more);
        }

        private Supply withDrawn(int pieces, long worth) {
            return new Supply(money + worth, loss, packs, lead, pieces, before, offer, step);
        }
    }

    private final List<DrawerPiece> drawer;
    private final List<List<Supply>> byCount;

    private Sourcing(List<DrawerPiece> drawer, List<List<Supply>> byCount) {
        this.drawer = drawer;
        this.byCount = byCount;
    }

    /** Ways to have this many, the cheapest first; empty where there is none. */
    List<Supply> of(int count) {
        return count < byCount.size() ? byCount.get(count) : List.of();
    }

    /** How many of a way's pieces nobody has tested. */
    int untested(Supply supply) {
        return (int) drawerOf(supply).stream().filter(p -> !p.tested()).count();
    }

    /** The drawer's pieces of a way: of one kind the cheapest are taken, tested ones first. */
    List<DrawerPiece> drawerOf(Supply supply) {
        return drawer.subList(0, supply.drawn());
    }

    /**
     * @param most pieces asked for at most
     * @param readyDay what arrives later is left out; {@code proofDay} what cannot go back then is lost
     */
    static Sourcing of(
            List<DrawerPiece> drawer, List<Offer> offers, int most, int readyDay, int proofDay, Terms terms) {
        List<DrawerPiece> pieces = drawer.stream()
                .sorted(Comparator.comparing(DrawerPiece::bookValue)
                        .thenComparing(p -> !p.tested())
                        .thenComparing(DrawerPiece::tag))
                .toList();
        List<Offer> inTime = offers.stream()
                .filter(o -> o.leadDays() <= readyDay && o.stock() > 0)
                .toList();
        List<List<Supply>> bought = bought(inTime, most, o -> loss(o, proofDay, terms));
        List<List<Supply>> table = new ArrayList<>();
        for (int k = 0; k <= most; k++) {
            List<Supply> ways = new ArrayList<>();
            long worth = 0;
            for (int d = 0; d <= Math.min(k, pieces.size()); d++) {
                worth += d == 0 ? 0 : pieces.get(d - 1).bookValue().minor();
                for (Supply s : bought.get(k - d)) {
                    ways.add(s.withDrawn(d, worth));
                }
            }
            table.add(best(ways));
        }
        return new Sourcing(pieces, table);
    }

    /** Lines that another one of the kind beats in everything are left out, where that one has enough for all that is asked for at most. */
    static List<Offer> worthwhile(List<Offer> offers, int most) {
        List<Offer> kept = new ArrayList<>();
        List<Offer> sorted = offers.stream()
                .sorted(Comparator.comparing(Offer::price)
                        .thenComparing(Offer::leadDays)
                        .thenComparing(Offer::id))
                .toList();
        for (Offer o : sorted) {
            boolean beaten = kept.stream()
                    .anyMatch(b -> b.pieces() == o.pieces()
                            && b.price().compareTo(o.price()) <= 0
                            && b.leadDays() <= o.leadDays()
                            && b.returnDays().orElse(-1) >= o.returnDays().orElse(-1)
                            && b.restocking().compareTo(o.restocking()) <= 0
                            && (long) b.stock() * b.pieces() >= Math.max(1, most));
            if (!beaten) {
                kept.add(o);
            }
        }
        return kept;
    }

    /** Ways to buy each number. */
    private static List<List<Supply>> bought(List<Offer> offers, int most, ToLongFunction<Offer> loss) {
        List<List<Supply>> lots = new ArrayList<>();
        boolean forced = false;
        for (int k = 0; k <= most; k++) {
            int wanted = k;
            boolean exact = k == 0
                    || offers.stream().anyMatch(o -> wanted % o.pieces() == 0 && wanted / o.pieces() <= o.stock());
            forced |= !exact;
            lots.add(
                    k == 0
                            ? List.of(Supply.NOTHING)
                            : !exact
                                    ? List.of()
                                    : best(offers.stream()
                                            .filter(o -> packs(o, wanted) <= o.stock())
                                            .map(o -> Supply.NOTHING.and(o, packs(o, wanted), loss.applyAsLong(o)))
                                            .toList()));
        }
        if (forced) {
            List<List<Supply>> mixed = mixed(offers, most, loss);
            for (int k = 1; k <= most; k++) {
                if (lots.get(k).isEmpty()) {
                    lots.set(k, mixed.get(k));
                }
            }
        }
        return lots;
    }

    /** Of several lines together. */
    private static List<List<Supply>> mixed(List<Offer> offers, int most, ToLongFunction<Offer> loss) {
        List<List<Supply>> table = new ArrayList<>();
        table.add(List.of(Supply.NOTHING));
        for (int k = 1; k <= most; k++) {
            table.add(List.of());
        }
        for (Offer o : offers) {
            // Any number of packs is a sum of ones, twos, fours ... and a rest, each bought or not.
            int left = Math.min(o.stock(), packs(o, most));
            for (int step = 1; left > 0; step *= 2) {
                int more = Math.min(step, left);
                left -= more;
                for (int k = most; k >= 1; k--) {
                    List<Supply> ways = new ArrayList<>(table.get(k));
                    for (Supply s : table.get(Math.max(0, k - more * o.pieces()))) {
                        ways.add(s.and(o, more, loss.applyAsLong(o)));
                    }
                    table.set(k, best(ways));
                }
            }
        }
        return table;
    }

    private static int packs(Offer o, int pieces) {
        return (pieces + o.pieces() - 1) / o.pieces();
    }

    private static long loss(Offer o, int proofDay, Terms terms) {
        return o.isReturnable(proofDay)
                ? terms.handling().plus(o.restocking()).minor()
                : o.price().minor()
                        - o.price().share(terms.resalePermille(), 1000).minor();
    }

    /** Those that nothing beats: ascending in money, descending in loss. */
    private static List<Supply> best(List<Supply> ways) {
        if (ways.size() < 2) {
            return List.copyOf(ways);
        }
        List<Supply> kept = new ArrayList<>();
        long least = Long.MAX_VALUE;
        for (Supply s : ways.stream().sorted(CHEAPEST).toList()) {
            if (s.loss < least && kept.size() < MOST_WAYS) {
                least = s.loss;
                kept.add(s);
            }
        }
        return List.copyOf(kept);
    }
}
