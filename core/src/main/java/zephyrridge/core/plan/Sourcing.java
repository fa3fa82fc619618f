package zephyrridge.core.plan;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

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
     * A way to have some pieces: one step, and the way before it.
     *
     * @param money what is paid for the pieces, drawer pieces at book value
     * @param loss what is lost if they do not run here
     * @param packs bought in all; {@code lead} days until the last of them is here
     * @param offer what this step buys {@code step} packs of, null for the drawer's cheapest pieces, as many
     */
    record Supply(long money, long loss, int packs, int lead, Supply before, Offer offer, int step) {
        static final Supply NOTHING = new Supply(0, 0, 0, 0, null, null, 0);

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

        /** How many of the drawer's pieces. */
        int drawn() {
            int n = 0;
            for (Supply s = this; s != null; s = s.before) {
                n += s.offer == null ? s.step : 0;
            }
            return n;
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
        List<List<Supply>> table = new ArrayList<>();
        long money = 0;
        table.add(List.of(Supply.NOTHING));
        for (int k = 1; k <= most; k++) {
            if (k <= pieces.size()) {
                money += pieces.get(k - 1).bookValue().minor();
                table.add(List.of(new Supply(money, 0, 0, 0, null, null, k)));
            } else {
                table.add(List.of());
            }
        }
        for (Offer o : offers) {
            if (o.leadDays() > readyDay || o.stock() == 0) {
                continue;
            }
            long loss = loss(o, proofDay, terms);
            // Any number of packs is a sum of ones, twos, fours ... and a rest, each bought or not.
            int left = (int) Math.min(o.stock(), ((long) most + o.pieces() - 1) / o.pieces());
            for (int step = 1; left > 0; step *= 2) {
                int packs = Math.min(step, left);
                left -= packs;
                for (int k = most; k >= 1; k--) {
                    List<Supply> from = table.get(Math.max(0, k - packs * o.pieces()));
                    if (!from.isEmpty()) {
                        table.set(
                                k,
                                merged(
                                        table.get(k),
                                        from,
                                        o,
                                        packs,
                                        packs * o.price().minor(),
                                        packs * loss));
                    }
                }
            }
        }
        return new Sourcing(pieces, table);
    }

    private static long loss(Offer o, int proofDay, Terms terms) {
        return o.isReturnable(proofDay)
                ? terms.handling().plus(o.restocking()).minor()
                : o.price().minor()
                        - o.price().share(terms.resalePermille(), 1000).minor();
    }

    /** Both lists ascend in money and descend in loss; so does what comes of them. */
    private static List<Supply> merged(
            List<Supply> now, List<Supply> from, Offer offer, int packs, long money, long loss) {
        List<Supply> next = new ArrayList<>(now.size() + from.size());
        long least = Long.MAX_VALUE;
        int i = 0;
        int j = 0;
        while ((i < now.size() || j < from.size()) && next.size() < MOST_WAYS) {
            Supply a = i < now.size() ? now.get(i) : null;
            Supply b = j < from.size() ? from.get(j) : null;
            boolean old = b == null
                    || a != null
                            && (a.money < b.money + money || a.money == b.money + money && a.loss <= b.loss + loss);
            if (old) {
                i++;
                if (a.loss < least) {
                    least = a.loss;
                    next.add(a);
                }
            } else {
                j++;
                if (b.loss + loss < least) {
                    least = b.loss + loss;
                    next.add(new Supply(
                            b.money + money,
                            least,
                            b.packs + packs,
                            Math.max(b.lead, offer.leadDays()),
                            b,
                            offer,
                            packs));
                }
            }
        }
        return next;
    }
}
