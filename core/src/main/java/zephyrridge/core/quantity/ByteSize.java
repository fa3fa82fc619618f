package zephyrridge.core.quantity;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * An amount of memory in whole bytes, 0 to 2^62. The trade's "GB" of memory means 2^30 bytes (GiB) and is read that way;
 * decimal units appear only where a text says so ({@link #decimalGigabytes()}).
 */
public record ByteSize(long bytes) implements Comparable<ByteSize> {
    public static final ByteSize ZERO = new ByteSize(0);
    private static final long KIB = 1L << 10;
    private static final long MIB = 1L << 20;
    private static final long GIB = 1L << 30;
    private static final Pattern WHOLE = Pattern.compile("(\\d{1,19})\\s*BYTES?");
    private static final Pattern TEXT = Pattern.compile("(\\d{1,16})(?:\\.(\\d{1,3}))?\\s*(K|M|G|T)I?B?");

    public ByteSize {
        if (bytes < 0 || bytes > 1L << 62) {
            throw new IllegalArgumentException("bytes out of range 0..2^62: " + bytes);
        }
    }

    public static ByteSize ofMebibytes(long mebibytes) {
        return new ByteSize(Math.multiplyExact(mebibytes, MIB));
    }

    public static ByteSize ofGibibytes(long gibibytes) {
        return new ByteSize(Math.multiplyExact(gibibytes, GIB));
    }

    /**
     * Reads "8 GiB", "8GB", "7.7 GB", "512 MiB", "8267823308 bytes"; binary units whichever way they are written. Fractions are rounded
     * down to a byte.
     *
     * @throws IllegalArgumentException naming the text when it is not a size
     */
    public static ByteSize parse(String text) {
        Matcher bytes = WHOLE.matcher(text.trim().toUpperCase(Locale.ROOT));
        if (bytes.matches()) {
            return new ByteSize(Long.parseLong(bytes.group(1)));
        }
        Matcher m = TEXT.matcher(text.trim().toUpperCase(Locale.ROOT));
        if (!m.matches()) {
            throw new IllegalArgumentException("not a memory size like '8 GiB' or '512 MiB': " + text);
        }
        long unit =
                switch (m.group(3)) {
                    case "K" -> KIB;
                    case "M" -> MIB;
                    case "G" -> GIB;
                    default -> GIB << 10;
                };
        long whole = Math.multiplyExact(Long.parseLong(m.group(1)), unit);
        if (m.group(2) == null) {
            return new ByteSize(whole);
        }
        long scale = (long) Math.pow(10, m.group(2).length());
        return new ByteSize(Math.addExact(whole, Math.multiplyExact(Long.parseLong(m.group(2)), unit) / scale));
    }

    /** Whole mebibytes, rounded down. */
    public long mebibytes() {
        return bytes / MIB;
    }

    /** GiB as a decimal figure, for display only. */
    public double gibibytes() {
        return bytes / (double) GIB;
    }

    /** 10^9 bytes, the unit of drive makers: 64 GiB is 68.7. */
    public double decimalGigabytes() {
        return bytes / 1e9;
    }

    public ByteSize plus(ByteSize other) {
        return new ByteSize(Math.addExact(bytes, other.bytes));
    }

    /** This less the other, never below zero. */
    public ByteSize minusFloored(ByteSize other) {
        return new ByteSize(Math.max(0, bytes - other.bytes));
    }

    public ByteSize times(int factor) {
        return new ByteSize(Math.multiplyExact(bytes, factor));
    }

    public ByteSize min(ByteSize other) {
        return bytes <= other.bytes ? this : other;
    }

    public boolean isZero() {
        return bytes == 0;
    }

    @Override
    public int compareTo(ByteSize other) {
        return Long.compare(bytes, other.bytes);
    }

    /** For display: exact in whole MiB, else rounded to a tenth of a GiB from 4 GiB on, to a MiB below. */
    public String rounded() {
        if (bytes % MIB == 0) {
            return toString();
        }
        return bytes >= 4 * GIB
                ? String.format(Locale.ROOT, "%.1f GiB", gibibytes())
                : Math.round(bytes / (double) MIB) + " MiB";
    }

    /** The largest binary unit that divides it: "8 GiB", "1536 MiB", else bytes; {@link #parse} reads it back. */
    @Override
    public String toString() {
        if (bytes > 0 && bytes % GIB == 0) {
            return bytes / GIB + " GiB";
        }
        return bytes % MIB == 0 ? bytes / MIB + " MiB" : bytes % KIB == 0 ? bytes / KIB + " KiB" : bytes + " bytes";
    }

    private static final long HALF_A_GIB = 1L << 29;

    /** Whether the other is the same within half a GiB: as near as systems print what is installed. */
    public boolean isAbout(ByteSize other) {
        return Math.abs(bytes - other.bytes) <= HALF_A_GIB;
    }
}
