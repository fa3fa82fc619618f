package zephyrridge.core.quantity;

import java.util.Locale;

/**
 * A transfer rate in thirds of MB/s (10^6 bytes), which makes every peak of a JEDEC rate exact. Peak = ways x bytes per
 * channel x MT/s (arithmetic; ).
 */
public record Bandwidth(long thirdsOfMegabytes) implements Comparable<Bandwidth> {
    public static final Bandwidth ZERO = new Bandwidth(0);

    public Bandwidth {
        if (thirdsOfMegabytes < 0) {
            throw new IllegalArgumentException("negative bandwidth");
        }
    }

    public static Bandwidth ofMegabytes(long megabytes) {
        return new Bandwidth(Math.multiplyExact(megabytes, 3));
    }

    /** Theoretical peak of {@code ways} channels, each {@code channelBytes} wide, at the rate. */
    public static Bandwidth peak(int ways, int channelBytes, DataRate rate) {
        return new Bandwidth((long) ways * channelBytes * rate.thirds());
    }

    /** MB/s, rounded to nearest. */
    public long megabytes() {
        return Math.round(thirdsOfMegabytes / 3.0);
    }

    public double gigabytes() {
        return thirdsOfMegabytes / 3000.0;
    }

    @Override
    public int compareTo(Bandwidth other) {
        return Long.compare(thirdsOfMegabytes, other.thirdsOfMegabytes);
    }

    /** "44.8 GB/s" */
    @Override
    public String toString() {
        return String.format(Locale.ROOT, "%.1f GB/s", gigabytes());
    }
}
