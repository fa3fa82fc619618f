package zephyrridge.core.module;

import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.quantity.Picoseconds;

/**
 * Two modules by rate and CL, the second against the first: when the first word comes (R-3.6: CL x 2000 / rate, in ns) and what one
 * 64-bit channel moves at most.
 *
 * @param cl {@code otherCl} clocks, 2 to 100
 */
public record RateComparison(DataRate rate, int cl, DataRate otherRate, int otherCl) {
    /** Nobody at a bench tells times apart that lie closer. Common practice, no source. */
    private static final int EQUAL_PERMILLE = 30;

    private static final int CHANNEL_BYTES = 8;

    public enum Latency {
        ABOUT_EQUAL,
        FIRST_SOONER,
        SECOND_SOONER
    }

    public RateComparison {
        if (cl < 2 || cl > 100 || otherCl < 2 || otherCl > 100) {
            throw new IllegalArgumentException("CL out of range 2..100: " + cl + ", " + otherCl);
        }
    }

    public Picoseconds firstWord() {
        return firstWord(rate, cl);
    }

    public Picoseconds otherFirstWord() {
        return firstWord(otherRate, otherCl);
    }

    /** CL x 2000 / rate ns, rounded to nearest ps. */
    public static Picoseconds firstWord(DataRate rate, int cl) {
        return Picoseconds.of((int) Math.round(cl * 6_000_000.0 / rate.thirds()));
    }

    public Bandwidth peak() {
        return Bandwidth.peak(1, CHANNEL_BYTES, rate);
    }

    public Bandwidth otherPeak() {
        return Bandwidth.peak(1, CHANNEL_BYTES, otherRate);
    }

    /** By how much the second moves more, in whole percent, rounded to nearest; below 0 less. */
    public int morePercent() {
        return (int) Math.round(100.0 * (otherRate.thirds() - rate.thirds()) / rate.thirds());
    }

    /** One rate by two names: 2666 and 2667. */
    public boolean isSameRate() {
        return rate.equals(otherRate);
    }

    public Latency latency() {
        long one = (long) cl * otherRate.thirds();
        long other = (long) otherCl * rate.thirds();
        if (Math.abs(one - other) * 1000 <= EQUAL_PERMILLE * Math.max(one, other)) {
            return Latency.ABOUT_EQUAL;
        }
        return one < other ? Latency.FIRST_SOONER : Latency.SECOND_SOONER;
    }
}
