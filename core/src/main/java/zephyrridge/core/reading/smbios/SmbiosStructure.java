package zephyrridge.core.reading.smbios;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.Bytes;

/**
 * One structure of the table. A field is there when the structure's own length reaches it; the version of the table decides
 * nothing (DSP0134: length rules).
 */
public final class SmbiosStructure {
    private static final Map<Integer, List<SmbiosKey>> KEYS =
            Arrays.stream(SmbiosKey.values()).collect(Collectors.groupingBy(SmbiosKey::type));

    private final Bytes image;
    private final int offset;
    private final int length;
    private final int end;
    private int[] starts;

    /** @param end the first byte after the string set, at most the end of the image */
    SmbiosStructure(Bytes image, int offset, int length, int end) {
        this.image = image;
        this.offset = offset;
        this.length = length;
        this.end = end;
    }

    public int type() {
        return image.u8(offset);
    }

    /** Of the formatted part, in bytes. */
    public int length() {
        return length;
    }

    public int handle() {
        return image.u16(offset + 2);
    }

    /** Where it begins in the image. */
    public int offset() {
        return offset;
    }

    public boolean has(SmbiosKey key) {
        return key.type() == type()
                && key.offset() + key.size() <= length
                && image.has(offset + key.offset(), key.size());
    }

    /** The field's bits, little-endian; -1 when the structure does not reach it. */
    public long raw(SmbiosKey key) {
        return has(key) ? bits(key) : -1;
    }

    private long bits(SmbiosKey key) {
        int at = offset + key.offset();
        return switch (key.size()) {
            case 1 -> image.u8(at);
            case 2 -> image.u16(at);
            case 4 -> image.u32(at);
            default -> image.u64(at);
        };
    }

    /** Bytes of the field as they stand in the image. */
    public String hex(SmbiosKey key) {
        return image.hex(offset + key.offset(), key.size());
    }

    public int offsetOf(SmbiosKey key) {
        return offset + key.offset();
    }

    /** A string of the set by its number, trimmed; "" for 0 or a number that the set does not have. */
    public String string(int number) {
        int[] starts = starts();
        if (number < 1 || number > starts.length) {
            return "";
        }
        int at = starts[number - 1];
        return image.text(at, Math.min(end, image.indexOf(0, at)) - at).strip();
    }

    /** How many strings the set has. */
    public int strings() {
        return starts().length;
    }

    /** Where each string begins; found once, and found the same by whoever looks first. */
    private int[] starts() {
        int[] found = starts;
        if (found == null) {
            int[] all = new int[16];
            int count = 0;
            for (int i = offset + length; i < end && image.u8(i) != 0; i = image.indexOf(0, i) + 1) {
                if (count == all.length) {
                    all = Arrays.copyOf(all, count * 2);
                }
                all[count++] = i;
            }
            found = Arrays.copyOf(all, count);
            starts = found;
        }
        return found;
    }

    /** Fields that this structure reaches, in the specification's order. */
    public List<SmbiosKey> keys() {
        List<SmbiosKey> all = KEYS.getOrDefault(type(), List.of());
        int reached = 0;
        while (reached < all.size() && has(all.get(reached))) {
            reached++;
        }
        return all.subList(0, reached);
    }

    /** The field as text: "" where the firmware does not say, the raw number in hex where no table explains it. */
    public String text(SmbiosKey key) {
        if (!has(key)) {
            return "";
        }
        long raw = key.size() > 8 ? 0 : bits(key);
        return switch (key.form()) {
            case NUMBER -> Long.toString(raw);
            case STRING -> string((int) raw);
            case CODE -> key.table()[(int) raw] == null ? Bytes.hexNumber(raw, 1) : key.table()[(int) raw];
            case RANK -> (raw & 15) == 0 ? "" : Long.toString(raw & 15);
            case FLAGS -> flags(key, raw);
            case HEX -> Bytes.hexNumber(raw, key.size());
            case UUID -> uuid(offset + key.offset());
            case WIDTH -> raw == 0xFFFF || raw == 0 ? "" : raw + " bit";
            case SIZE -> raw == 0
                    ? "empty"
                    : raw == 0xFFFF
                            ? ""
                            : raw == 0x7FFF
                                    ? "see extended size"
                                    : sizeOf((int) raw).toString();
            case RATE -> raw == 0 || key.size() == 2 && raw == 0xFFFF ? "" : (raw & 0x7FFFFFFF) + " MT/s";
            case MEBIBYTES -> (raw & 0x7FFFFFFF) == 0
                    ? ""
                    : ByteSize.ofMebibytes(raw & 0x7FFFFFFF).toString();
            case MILLIVOLTS -> raw == 0 ? "" : raw + " mV";
            case JEP106 -> jep(raw);
            case BYTES -> raw <= 0 || raw > 1L << 62 ? "" : new ByteSize(raw).toString();
            case ARRAY_MAX -> raw == 0x80000000L ? "see extended maximum" : new ByteSize(raw << 10).toString();
        };
    }

    /** An inline size: bit 15 set means KiB, else MiB. */
    static ByteSize sizeOf(int raw) {
        return (raw & 0x8000) != 0 ? new ByteSize((raw & 0x7FFFL) << 10) : ByteSize.ofMebibytes(raw);
    }

    private static String jep(long raw) {
        return raw == 0
                ? ""
                : Jep106.ofStored((int) raw & 0xFF, (int) raw >> 8)
                        .map(Jep106::toString)
                        .orElse("");
    }

    private static String flags(SmbiosKey key, long raw) {
        StringBuilder names = new StringBuilder();
        for (int bit = 0; bit < 16; bit++) {
            if ((raw >> bit & 1) == 1 && key.table()[bit] != null) {
                names.append(names.isEmpty() ? "" : "; ").append(key.table()[bit]);
            }
        }
        return names.toString();
    }

    /** The first three fields are little-endian since 2.6. */
    private String uuid(int at) {
        int same = image.uniform(at, 16);
        if (same == 0 || same == 0xFF) {
            return "";
        }
        int[] order = {3, 2, 1, 0, -1, 5, 4, -1, 7, 6, -1, 8, 9, -1, 10, 11, 12, 13, 14, 15};
        StringBuilder s = new StringBuilder(36);
        for (int i : order) {
            s.append(i < 0 ? "-" : image.hex(at + i, 1));
        }
        return s.toString();
    }
}
