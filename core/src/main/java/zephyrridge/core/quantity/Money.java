package zephyrridge.core.quantity;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** An amount in minor units (cents) of the shop's currency, maybe below zero. Exact; rounding is named where it happens. */
public record Money(long minor) implements Comparable<Money> {
    public static final Money ZERO = new Money(0);
    private static final Pattern TEXT = Pattern.compile("(\\d{1,15})(?:[.,](\\d{1,2}))?");

    public static Money ofMinor(long minor) {
        return new Money(minor);
    }

    /**
     * Reads "12", "12.5", "12,50", up to fifteen digits before the cents. Amounts below zero are results: they are printed and never read.
     *
     * @throws IllegalArgumentException naming the text when it is not an amount
     */
    public static Money parse(String text) {
        Matcher m = TEXT.matcher(text.trim());
        if (!m.matches()) {
            throw new IllegalArgumentException("not an amount like '12.50': " + text);
        }
        String cents = m.group(2) == null ? "00" : (m.group(2) + "0").substring(0, 2);
        return new Money(Long.parseLong(m.group(1)) * 100 + Long.parseLong(cents));
    }

    public Money plus(Money other) {
        return new Money(Math.addExact(minor, other.minor));
    }

    public Money minus(Money other) {
        return new Money(Math.subtractExact(minor, other.minor));
    }

    public Money times(long factor) {
        return new Money(Math.multiplyExact(minor, factor));
    }

    /**
     * This times {@code part} of {@code whole}, rounded half up.
     *
     * @throws ArithmeticException where it is more than can be counted
     */
    public Money share(long part, long whole) {
        long doubled = Math.multiplyExact(Math.multiplyExact(minor, part), 2L);
        return new Money(Math.floorDiv(Math.addExact(doubled, whole), Math.multiplyExact(2L, whole)));
    }

    @Override
    public int compareTo(Money other) {
        return Long.compare(minor, other.minor);
    }

    /** "12.50" */
    @Override
    public String toString() {
        return String.format(
                Locale.ROOT, "%s%d.%02d", minor < 0 ? "-" : "", Math.abs(minor) / 100, Math.abs(minor) % 100);
    }
}
