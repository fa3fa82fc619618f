package zephyrridge.core.reading.spd;

import java.util.Arrays;
import java.util.List;

/** A field as it stands in an image. */
public final class SpdField {
    private final SpdRow row;
    private final long raw;
    private final int amount;
    private final String value;
    private final boolean known;

    SpdField(SpdRow row, long raw, int amount, String value, boolean known) {
        this.row = row;
        this.raw = raw;
        this.amount = amount;
        this.value = value;
        this.known = known;
    }

    public SpdKey key() {
        return row.key();
    }

    /** The bytes it is made of, ascending; a fine timing part comes last. */
    public List<Integer> offsets() {
        return Arrays.stream(row.offsets()).boxed().toList();
    }

    /** Its bits as a number; 0 for byte ranges. */
    public long raw() {
        return raw;
    }

    /** Picoseconds for times, the number with its constant added for counts; -1 where the bits have no known meaning. */
    public int amount() {
        return amount;
    }

    /** As text: "" when not programmed, the raw bits in hex where they have no known meaning. */
    public String value() {
        return value;
    }

    /** Whether the bits mean something that we know. */
    public boolean known() {
        return known;
    }

    /** H, M or L: how sure we are of the row, from memory of the standard. */
    public char confidence() {
        return row.confidence();
    }

    SpdRow row() {
        return row;
    }
}
