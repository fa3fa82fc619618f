package zephyrridge.core.reading;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.regex.Pattern;

/**
 * Bytes that somebody handed in, read only and never past their end. Offsets are absolute in the whole image, also in a
 * {@link #from}/{@link #to} window, so that what is said about a byte can be found again.
 */
public final class Bytes {
    private static final char[] HEX = "0123456789ABCDEF".toCharArray();
    private static final Pattern UNPRINTABLE = Pattern.compile("[^ -~]");
    private final byte[] data;
    private final int from;
    private final int to;

    private Bytes(byte[] data, int from, int to) {
        this.data = data;
        this.from = from;
        this.to = to;
    }

    /** A copy: later changes of the array do not show. */
    public static Bytes copyOf(byte[] data) {
        return new Bytes(data.clone(), 0, data.length);
    }

    /** The bytes from {@code start} (inclusive) to {@code end} (exclusive), clipped to what is there; offsets stay those of the whole. */
    public Bytes window(int start, int end) {
        int first = Math.min(Math.max(start, from), to);
        return new Bytes(data, first, Math.max(first, Math.min(end, to)));
    }

    public int from() {
        return from;
    }

    public int to() {
        return to;
    }

    public int size() {
        return to - from;
    }

    public boolean has(int offset, int length) {
        return offset >= from && length >= 0 && offset <= to - length;
    }

    /** @throws IndexOutOfBoundsException naming the offset outside of the window */
    public int u8(int offset) {
        if (offset < from || offset >= to) {
            throw new IndexOutOfBoundsException("byte " + offset + " is outside of " + from + ".." + to);
        }
        return data[offset] & 0xFF;
    }

    /** Little-endian. */
    public int u16(int offset) {
        return u8(offset) | u8(offset + 1) << 8;
    }

    /** Little-endian, 0 to 2^32 - 1. */
    public long u32(int offset) {
        return u16(offset) | (long) u16(offset + 2) << 16;
    }

    /** Little-endian; values from 2^63 up come out negative. */
    public long u64(int offset) {
        return u32(offset) | u32(offset + 4) << 32;
    }

    /** "23 11 0C", the bytes of {@code offset..offset+length-1} that are there. */
    public String hex(int offset, int length) {
        int first = Math.max(offset, from);
        int last = Math.min(offset + length, to);
        if (first >= last) {
            return "";
        }
        char[] out = new char[(last - first) * 3 - 1];
        for (int i = first, o = 0; i < last; i++) {
            out[o++] = HEX[data[i] >> 4 & 15];
            out[o++] = HEX[data[i] & 15];
            if (o < out.length) {
                out[o++] = ' ';
            }
        }
        return new String(out);
    }

    /** "21 18": the bytes at these offsets, at most {@code most} of them and then "…". */
    public String hex(int[] offsets, int most) {
        int shown = Math.min(offsets.length, most);
        boolean more = shown < offsets.length;
        char[] out = new char[shown * 3 - 1 + (more ? 2 : 0)];
        for (int i = 0, o = 0; i < shown; i++) {
            int b = u8(offsets[i]);
            out[o++] = HEX[b >> 4];
            out[o++] = HEX[b & 15];
            if (o < out.length) {
                out[o++] = ' ';
            }
        }
        if (more) {
            out[out.length - 1] = '…';
        }
        return new String(out);
    }

    /** Offset of the first byte of this value at or after {@code start}, or {@link #to} when there is none. */
    public int indexOf(int value, int start) {
        int at = Math.max(start, from);
        while (at < to && (data[at] & 0xFF) != value) {
            at++;
        }
        return Math.max(at, Math.min(start, to));
    }

    /** ASCII, ended by the first 0x00 or 0xFF, blanks trimmed at the end; bytes that are no printable ASCII become '?'. */
    public String text(int offset, int length) {
        int end = Math.min(offset + length, to);
        int stop = offset;
        boolean printable = true;
        while (stop < end && data[stop] != 0 && data[stop] != -1) {
            printable &= data[stop] >= 0x20 && data[stop] != 0x7F;
            stop++;
        }
        while (stop > offset && data[stop - 1] == ' ') {
            stop--;
        }
        String text = new String(data, offset, stop - offset, StandardCharsets.ISO_8859_1);
        return printable ? text : UNPRINTABLE.matcher(text).replaceAll("?");
    }

    /** The one value that all bytes of the range have, or -1. */
    public int uniform(int offset, int length) {
        int first = u8(offset);
        for (int i = offset + 1; i < offset + length; i++) {
            if (u8(i) != first) {
                return -1;
            }
        }
        return first;
    }

    /** A number as "0x002C": at least {@code bytes} bytes wide. */
    public static String hexNumber(long value, int bytes) {
        int digits = Math.max(bytes * 2, (67 - Long.numberOfLeadingZeros(value)) / 4);
        char[] out = new char[digits + 2];
        out[0] = '0';
        out[1] = 'x';
        for (int i = digits + 1; i > 1; i--, value >>>= 4) {
            out[i] = HEX[(int) value & 15];
        }
        return new String(out);
    }

    public byte[] toArray() {
        return Arrays.copyOfRange(data, from, to);
    }
}
