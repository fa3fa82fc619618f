package zephyrridge.core.quantity;

import java.util.Locale;

/** A time in whole picoseconds, 0 to 10^9 (1 ms): memory timings as SPD stores them. */
public record Picoseconds(int value) implements Comparable<Picoseconds> {
    public Picoseconds {
        if (value < 0 || value > 1_000_000_000) {
            throw new IllegalArgumentException("picoseconds out of range: " + value);
        }
    }

    public static Picoseconds of(int value) {
        return new Picoseconds(value);
    }

    /** Reads "13750 ps". */
    public static Picoseconds parse(String text) {
        String digits = text.trim().replace("ps", "").trim();
        try {
            return new Picoseconds(Integer.parseInt(digits));
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException("not a time like '13750 ps': " + text, e);
        }
    }

    public double nanoseconds() {
        return value / 1000.0;
    }

    /** Nanoseconds with two decimals, rounded half up: "16.43 ns". */
    public String inNanoseconds() {
        return String.format(Locale.ROOT, "%.2f ns", nanoseconds());
    }

    @Override
    public int compareTo(Picoseconds other) {
        return Integer.compare(value, other.value);
    }

    @Override
    public String toString() {
        return value + " ps";
    }
}
