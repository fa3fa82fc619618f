package zephyrridge.core.quantity;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A data rate in thirds of MT/s, so that the JEDEC rates are exact: "2666" is 8000/3 MT/s. Range 1 to 60000 thirds.
 * The clock is half the data rate (JESD79: double data rate).
 */
public record DataRate(int thirds) implements Comparable<DataRate> {
    private static final Pattern TEXT = Pattern.compile("(\\d{3,5})(?:\\s*MT/S)?");

    public DataRate {
        if (thirds < 1 || thirds > 60_000) {
            throw new IllegalArgumentException("data rate out of range 1/3..20000 MT/s: " + thirds + "/3");
        }
    }

    public static DataRate ofThirds(int thirds) {
        return new DataRate(thirds);
    }

    /**
     * The exact rate behind a trade name: names that are not multiples of 100 stand for n x 66 2/3 MT/s (2666 and 2667 are
     * both 8000/3, 333 is 1000/3), others are exact.
     */
    public static DataRate ofName(int megatransfers) {
        if (megatransfers % 100 == 0) {
            return new DataRate(megatransfers * 3);
        }
        int steps = Math.round(megatransfers * 3 / 200f);
        int snapped = steps * 200;
        return Math.abs(snapped - megatransfers * 3) <= 6 ? new DataRate(snapped) : new DataRate(megatransfers * 3);
    }

    /** Reads "2666", "2667 MT/s", "5600 MT/s"; the trade name decides the exact value. */
    public static DataRate parse(String text) {
        Matcher m = TEXT.matcher(text.trim().toUpperCase(Locale.ROOT));
        if (!m.matches()) {
            throw new IllegalArgumentException("not a data rate like '3200 MT/s': " + text);
        }
        return ofName(Integer.parseInt(m.group(1)));
    }

    /** The trade's name: whole MT/s rounded down (2666, 1333, 5600), except 667, which the trade rounds up. */
    public int name() {
        return thirds == 2000 ? 667 : thirds / 3;
    }

    /** The name some readouts print instead: rounded to nearest (2667). */
    public int nameRounded() {
        return Math.round(thirds / 3f);
    }

    /** Real clock in MHz, rounded down: 1333 for 2666 MT/s. */
    public int clockMegahertz() {
        return thirds / 6;
    }

    public double megatransfers() {
        return thirds / 3.0;
    }

    public DataRate min(DataRate other) {
        return thirds <= other.thirds ? this : other;
    }

    @Override
    public int compareTo(DataRate other) {
        return Integer.compare(thirds, other.thirds);
    }

    /** Whether a number is this rate's real clock in MHz, cut or rounded as readouts print it. */
    public boolean hasClock(int megahertz) {
        return megahertz == clockMegahertz() || megahertz == Math.round(thirds / 6f);
    }

    @Override
    public String toString() {
        return name() + " MT/s";
    }
}
