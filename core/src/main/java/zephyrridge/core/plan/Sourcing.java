package zephyrridge.core.plan;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

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

    /** Tested ones first among equals; with what the first 0, 1, 2 ... of them are worth. */
    private final List<DrawerPiece> drawer;

    private final long[] worth;
    /** Lines that are here in time, each with what is lost of a pack. */
    private final List<Line> lines;

    private final int most;
    /** By number of pieces, made when it is asked for: a search asks for few of many numbers. */
    private final List<List<Supply>> ways;

    private final List<List<Supply>> bought;
    private List<List<Supply>> mixed = List.of();

    private record Line(Offer offer, long loss) {
        int packs(int pieces) {
            return (pieces + offer.pieces() - 1) / offer.pieces();
        }

        /** No dearer in anything, pack by pack. */
        boolean isNoWorseThan(Line o) {
            return offer.pieces() == o.offer.pieces()
                    && offer.price().compareTo(o.offer.price()) <= 0
                    && loss <= o.loss;
        }
    }

    private Sourcing(List<DrawerPiece> drawer, List<Line> lines, int most) {
        this.drawer = drawer;
        this.lines = lines;
        this.most = most;
        worth = new long[drawer.size() + 1];
        for (int d = 0; d < drawer.size(); d++) {
            worth[d + 1] = worth[d] + drawer.get(d).bookValue().minor();
        }
        ways = new ArrayList<>(Collections.nCopies(most + 1, null));
        bought = new ArrayList<>(Collections.nCopies(most + 1, null));
    }

    /** Ways to have this many, the cheapest first; empty where there is none. */
    List<Supply> of(int count) {
        if (count > most) {
            return List.of();
        }
        if (ways.get(count) == null) {
            List<Supply> all = new ArrayList<>();
            for (int d = 0; d <= Math.min(count, drawer.size()); d++) {
                for (Supply s : bought(count - d)) {
                    all.add(s.withDrawn(d, worth[d]));
                }
            }
            ways.set(count, best(all));
        }
        return ways.get(count);
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
        List<Line> inTime = offers.stream()
                .filter(o -> o.leadDays() <= readyDay && o.stock() > 0)
                .map(o -> new Line(o, loss(o, proofDay, terms)))
                .toList();
        return new Sourcing(pieces, inTime, most);
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

    /** Ways to buy so many. */
    private List<Supply> bought(int count) {
        if (bought.get(count) == null) {
            boolean exact = lines.stream()
                    .anyMatch(l -> count % l.offer().pieces() == 0
                            && count / l.offer().pieces() <= l.offer().stock());
            bought.set(
                    count,
                    count == 0
                            ? List.of(Supply.NOTHING)
                            : exact
                                    ? best(lines.stream()
                                            .filter(l ->
                                                    l.packs(count) <= l.offer().stock())
                                            .map(l -> Supply.NOTHING.and(l.offer(), l.packs(count), l.loss()))
                                            .toList())
                                    : mixed(count));
        }
        return bought.get(count);
    }

    /** Of several lines together. */
    private List<Supply> mixed(int count) {
        if (mixed.isEmpty()) {
            mixed = mixed();
        }
        return mixed.get(count);
    }

    private List<List<Supply>> mixed() {
        List<List<Supply>> table = new ArrayList<>();
        table.add(List.of(Supply.NOTHING));
        for (int k = 1; k <= most; k++) {
            table.add(List.of());
        }
        for (int i = 0; i < lines.size(); i++) {
            Line line = lines.get(i);
            Offer o = line.offer();
            if (isBeatenTogether(i)) {
                continue;
            }
            // Any number of packs is a sum of ones, twos, fours ... and a rest, each bought or not.
            int left = Math.min(o.stock(), line.packs(most));
            for (int step = 1; left > 0; step *= 2) {
                int more = Math.min(step, left);
                left -= more;
                for (int k = most; k >= 1; k--) {
                    List<Supply> before = table.get(Math.max(0, k - more * o.pieces()));
                    table.set(k, merged(table.get(k), before, o, more, line.loss()));
                }
            }
        }
        return table;
    }

    /** Whether lines before it that are no worse have together all that could be asked for: whatever it gives they give. */
    private boolean isBeatenTogether(int line) {
        Line o = lines.get(line);
        long packs = 0;
        for (int i = 0; i < line; i++) {
            packs += lines.get(i).isNoWorseThan(o) ? lines.get(i).offer().stock() : 0;
        }
        return packs >= o.packs(most);
    }

    /** {@link #best} of ways, and of others with so many packs more: both stand in its order, so they are gone through once. */
    private static List<Supply> merged(List<Supply> ways, List<Supply> others, Offer o, int more, long packLoss) {
        if (others.isEmpty()) {
            return ways;
        }
        long price = more * o.price().minor();
        long lost = more * packLoss;
        List<Supply> kept = new ArrayList<>(ways.size() + 1);
        long least = Long.MAX_VALUE;
        int w = 0;
        int x = 0;
        while ((w < ways.size() || x < others.size()) && kept.size() < MOST_WAYS) {
            boolean as =
                    x == others.size() || w < ways.size() && isCheaper(ways.get(w), others.get(x), price, lost, more);
            long loss = as ? ways.get(w).loss() : others.get(x).loss() + lost;
            if (loss < least) {
                least = loss;
                kept.add(as ? ways.get(w) : others.get(x).and(o, more, packLoss));
            }
            w += as ? 1 : 0;
            x += as ? 0 : 1;
        }
        return kept;
    }

    /** Whether the first comes before the second with so much more on it, in the order of {@link #CHEAPEST}; the first of equals does. */
    private static boolean isCheaper(Supply s, Supply other, long price, long lost, int more) {
        int by = Long.compare(s.money(), other.money() + price);
        by = by == 0 ? Long.compare(s.loss(), other.loss() + lost) : by;
        return by < 0 || by == 0 && s.packs() <= other.packs() + more;
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
