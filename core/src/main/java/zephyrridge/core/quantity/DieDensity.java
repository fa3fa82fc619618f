package zephyrridge.core.quantity;

import java.util.Locale;

/** Bits in one memory die, in whole mebibits (1 Gbit = 2^30 bits = 1024 here). Half-gigabit dies exist, quarter ones too. */
public record DieDensity(int mebibits) implements Comparable<DieDensity> {
    public DieDensity {
        if (mebibits < 1 || mebibits > 1 << 20) {
            throw new IllegalArgumentException("die density out of range: " + mebibits + " Mbit");
        }
    }

    public static DieDensity ofGigabits(int gigabits) {
        if (gigabits < 1 || gigabits > 1024) {
            throw new IllegalArgumentException("die density out of range: " + gigabits + " Gbit");
        }
        return new DieDensity(gigabits * 1024);
    }

    /** Reads "16 Gbit", "512 Mbit". */
    public static DieDensity parse(String text) {
        String t = text.trim().toLowerCase(Locale.ROOT);
        try {
            if (t.endsWith("gbit")) {
                return ofGigabits(
                        Integer.parseInt(t.substring(0, t.length() - 4).trim()));
            }
            if (t.endsWith("mbit")) {
                return new DieDensity(
                        Integer.parseInt(t.substring(0, t.length() - 4).trim()));
            }
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException("not a die density like '16 Gbit': " + text, e);
        }
        throw new IllegalArgumentException("not a die density like '16 Gbit': " + text);
    }

    @Override
    public int compareTo(DieDensity other) {
        return Integer.compare(mebibits, other.mebibits);
    }

    @Override
    public String toString() {
        return mebibits % 1024 == 0 ? mebibits / 1024 + " Gbit" : mebibits + " Mbit";
    }
}
