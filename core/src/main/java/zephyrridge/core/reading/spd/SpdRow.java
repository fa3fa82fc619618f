package zephyrridge.core.reading.spd;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import zephyrridge.core.reading.Bytes;
import zephyrridge.core.table.CodeTables;

/**
 * A row of a published layout: which bits of which bytes make the field, and how they are read.
 *
 * @param parts bit ranges, the most significant first; empty for byte ranges such as texts
 * @param confidence H, M or L: how sure we are of the row, from memory of the standard
 */
record SpdRow(SpdKey key, SpdCell cell, Part[] parts, SpdForm form, char confidence) {
    private static final int MOST_BYTES = 32;
    private static final CodeTables CODES = new CodeTables(SpdRow.class, "codes.csv");

    record Part(int offset, int low, int bits) {
        long of(Bytes image) {
            return image.u8(offset) >> low & (1 << bits) - 1;
        }
    }

    static SpdRow parse(String[] cells) {
        SpdForm form = SpdForm.of(cells[2]);
        List<Integer> offsets = new ArrayList<>();
        List<Part> parts = new ArrayList<>();
        for (String place : cells[1].split("\\+")) {
            int dots = place.indexOf("..");
            int bracket = place.indexOf('[');
            if (dots > 0) {
                for (int i = Integer.parseInt(place.substring(0, dots));
                        i <= Integer.parseInt(place.substring(dots + 2));
                        i++) {
                    offsets.add(i);
                }
            } else {
                int offset = Integer.parseInt(bracket > 0 ? place.substring(0, bracket) : place);
                int high = bracket > 0 ? place.charAt(bracket + 1) - '0' : 7;
                int low = bracket > 0 ? place.charAt(bracket + 3) - '0' : 0;
                parts.add(new Part(offset, low, high - low + 1));
                offsets.add(offset);
            }
        }
        int fine = cells[4].isEmpty() ? -1 : Integer.parseInt(cells[4]);
        int[] whole =
                offsets.stream().mapToInt(Integer::intValue).sorted().distinct().toArray();
        int[] all = fine < 0
                ? whole
                : IntStream.concat(IntStream.of(whole), IntStream.of(fine)).toArray();
        return new SpdRow(
                SpdKey.valueOf(cells[0]),
                new SpdCell(all, parts.size(), form.coded() ? CODES.table(cells[3]) : null, cells[3], fine),
                parts.toArray(Part[]::new),
                form,
                cells[5].charAt(0));
    }

    int[] offsets() {
        return cell.offsets();
    }

    int first() {
        return cell.first();
    }

    boolean isWithin(Bytes image) {
        return image.has(offsets()[offsets().length - 1], 1)
                && image.has(first(), 1)
                && (parts.length > 0 || image.has(first(), offsets().length));
    }

    /** The bits put together; 0 for byte ranges. */
    long raw(Bytes image) {
        long raw = 0;
        for (Part part : parts) {
            raw = raw << part.bits | part.of(image);
        }
        return raw;
    }

    /** The bytes it is made of, as they stand in the image: "21 18"; of long ranges the first {@value #MOST_BYTES}. */
    String hex(Bytes image) {
        return image.hex(offsets(), MOST_BYTES);
    }
}
