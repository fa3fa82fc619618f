package zephyrridge.core.unit;

import java.util.Collections;
import java.util.List;
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
 * @param brought what came over it
 */
public record Counter(
        String forbids, SortedSet<Ban> bans, SortedMap<Extra, Offered> extras, Worth worth, Brought brought) {
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

    /**
     * What came over the counter, and goes back over it.
     *
     * @param serial of the machine itself, as its sticker has it; "" where nobody looked
     * @param things that came along, each of its own kind
     */
    public record Brought(String serial, List<Thing> things) {
        public static final Brought NOTHING = new Brought("", List.of());
        public static final int MOST_THINGS = 30;
        public static final int LONGEST_SERIAL = 60;

        public Brought {
            things = List.copyOf(things);
        }

        /** What came along and was not given back yet. */
        public List<Thing> here() {
            return things.stream().filter(t -> t.here() > 0).toList();
        }
    }

    /**
     * Something that came along: a charger, a bag, a caddy.
     *
     * @param came how many, 1 to {@value #MOST}; {@code back} how many of them the owner has again
     */
    public record Thing(String what, int came, int back) {
        public static final int MOST = 99;
        public static final int LONGEST = 80;

        public int here() {
            return came - back;
        }
    }

    public static final Counter NOTHING =
            new Counter("", new TreeSet<>(), new TreeMap<>(), Worth.NOT_SAID, Brought.NOTHING);

    public Counter with(Brought next) {
        return new Counter(forbids, bans, extras, worth, next);
    }

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
