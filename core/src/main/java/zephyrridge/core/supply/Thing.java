package zephyrridge.core.supply;

import java.util.Comparator;

/**
 * What a supplier sends for one line of an order. The same words of the same supplier are the same thing, whatever sheet they were read
 * off: the number of an offer lives no longer than its sheet.
 *
 * @param supplier "" where nobody said whom it is bought of
 * @param pieces modules in one pack, 1 or more
 */
public record Thing(String supplier, String wording, int pieces) implements Comparable<Thing> {
    private static final Comparator<Thing> ORDER =
            Comparator.comparing(Thing::supplier).thenComparing(Thing::wording).thenComparing(Thing::pieces);

    public Thing {
        if (pieces < 1) {
            throw new IllegalArgumentException("a pack holds a module or more: " + pieces);
        }
    }

    @Override
    public int compareTo(Thing other) {
        return ORDER.compare(this, other);
    }
}
