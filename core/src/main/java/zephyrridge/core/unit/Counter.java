package zephyrridge.core.unit;

import java.util.Collections;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import zephyrridge.core.log.Extra;
import zephyrridge.core.quantity.Money;

/**
 * What was said over the counter beside the memory itself.
 *
 * @param forbids what the owner does not want done, in words; {@code bans} what of it a gate holds to
 * @param extras what could be done while it is open, with its price and the owner's answer
 * @param worth what the machine and other ways to help it cost
 */
public record Counter(String forbids, SortedSet<Ban> bans, SortedMap<Extra, Offered> extras, Worth worth) {
    /** What the owner forbids, as far as a gate can hold to it. */
    public enum Ban {
        NO_PASTE,
        NO_RESET,
        NO_OTHER_WORK;

        public boolean forbids(Extra extra) {
            return this == NO_OTHER_WORK || this == NO_PASTE && (extra == Extra.PASTE || extra == Extra.PADS);
        }
    }

    public enum Answer {
        NOT_ASKED,
        YES,
        NO
    }

    /**
     * @param price of all of it, its work among it; empty where it is told after a look
     * @param minutes of bench time, 1 to {@value #MOST_MINUTES}: charged as labour where it has no price of its own
     */
    public record Offered(Optional<Money> price, Optional<Integer> minutes, Answer answer) {
        public static final int MOST_MINUTES = 600;
    }

    /**
     * Figures that the shop typed, to set the upgrade beside.
     *
     * @param machine what it is worth; {@code factory} what the maker asks for as much memory; {@code drive} what a new drive costs
     * @param source where they come from, with the day
     */
    public record Worth(Optional<Money> machine, Optional<Money> factory, Optional<Money> drive, String source) {
        public static final Worth NOT_SAID = new Worth(Optional.empty(), Optional.empty(), Optional.empty(), "");

        public boolean isSaid() {
            return machine.isPresent() || factory.isPresent() || drive.isPresent();
        }

        /** A price in whole per cent of the machine's worth, rounded to nearest; empty where nobody said what it is worth. */
        public Optional<Integer> percentOfMachine(Money price) {
            return machine.filter(m -> m.minor() > 0).map(m -> (int) Math.round(100.0 * price.minor() / m.minor()));
        }
    }

    public static final Counter NOTHING = new Counter("", new TreeSet<>(), new TreeMap<>(), Worth.NOT_SAID);

    public Counter {
        bans = Collections.unmodifiableSortedSet(new TreeSet<>(bans));
        extras = Collections.unmodifiableSortedMap(new TreeMap<>(extras));
    }

    /** The prices of what the owner said yes to. */
    public Money agreed() {
        return yes().flatMap(o -> o.price().stream()).reduce(Money.ZERO, Money::plus);
    }

    /** @param all the minutes of all that the owner said yes to; else only of what has no price, which is charged by its minutes */
    public int agreedMinutes(boolean all) {
        return yes().filter(o -> all || o.price().isEmpty())
                .flatMap(o -> o.minutes().stream())
                .mapToInt(Integer::intValue)
                .sum();
    }

    /** What the owner said yes to and does not forbid. */
    public boolean isAgreed(Extra extra) {
        return extras.containsKey(extra)
                && extras.get(extra).answer() == Answer.YES
                && bans.stream().noneMatch(b -> b.forbids(extra));
    }

    private Stream<Offered> yes() {
        return extras.keySet().stream().filter(this::isAgreed).map(extras::get);
    }
}
