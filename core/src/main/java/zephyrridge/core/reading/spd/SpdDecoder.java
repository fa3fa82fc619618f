package zephyrridge.core.reading.spd;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.reading.Bytes;

/**
 * Decodes SPD images of DDR to DDR5. What does not fit is a finding, never an exception; only an image too short to say what it
 * is, or of a type that has no layout here, gives no reading.
 */
public final class SpdDecoder {
    /** Less than this tells nothing: the basic block of every generation is longer. */
    public static final int SHORTEST = 64;

    private SpdDecoder() {}

    /** Whether byte 2 names a generation that is decoded and the size could be an image. */
    public static boolean looksLike(Bytes image) {
        return image.size() >= SHORTEST
                && image.size() <= 2048
                && SpdLayout.ofDeviceType(image.u8(image.from() + 2)) != null;
    }

    public static Optional<SpdReading> decode(Bytes image) {
        if (image.from() != 0 || image.size() < SHORTEST) {
            return Optional.empty();
        }
        SpdLayout layout = SpdLayout.ofDeviceType(image.u8(2));
        if (layout == null) {
            return Optional.empty();
        }
        List<Finding> findings = new ArrayList<>();
        if (image.size() < layout.imageSize()) {
            findings.add(SpdFinding.at(
                    SpdFinding.SPD_TRUNCATED,
                    Severity.RISK,
                    new SpdFinding.Size(image.size(), layout.imageSize()),
                    image,
                    image.size() - 1,
                    1));
        }
        Map<SpdKey, SpdField> fields = new EnumMap<>(SpdKey.class);
        SpdTimebase base = layout.timebase(image);
        boolean repeated = repeats(layout, image, findings);
        for (SpdRow row : layout.rows()) {
            if (row.isWithin(image) && !(repeated && row.first() >= layout.imageSize() / 2)) {
                fields.put(row.key(), field(row, image, base, findings));
            }
        }
        boolean holds = checksums(layout.generation(), image, findings);
        profile(layout.generation(), image, findings);
        Optional<ModuleSpec> spec = new SpdModule(layout.generation(), image, fields, findings).spec();
        return Optional.of(new SpdReading(layout.generation(), image, fields, holds, spec, findings));
    }

    private static SpdField field(SpdRow row, Bytes image, SpdTimebase base, List<Finding> findings) {
        long raw = row.raw(image);
        int amount = row.form().amount(row.cell(), raw, base, image);
        String value = row.form().isTime()
                ? (amount < 0 ? null : SpdForm.nanoseconds(amount))
                : row.form().value(row.cell(), image, raw, base);
        if (row.form() == SpdForm.MAKER
                && !value.isEmpty()
                && !(Jep106.hasOddParity(image.u8(row.first())) && Jep106.hasOddParity(image.u8(row.first() + 1)))) {
            findings.add(SpdFinding.at(
                    SpdFinding.SPD_MAKER_PARITY,
                    Severity.NOTE,
                    new SpdFinding.Unknown(row.key().term(), row.hex(image)),
                    image,
                    row.first(),
                    2));
        }
        if (value != null) {
            return new SpdField(row, raw, amount, value, true);
        }
        String hex = "0x"
                + (row.parts().length == 0
                        ? row.hex(image).replace(" ", "")
                        : Long.toHexString(raw).toUpperCase(Locale.ROOT));
        findings.add(SpdFinding.at(
                row.form() == SpdForm.DATE ? SpdFinding.SPD_DATE_IMPOSSIBLE : SpdFinding.SPD_CODE_UNKNOWN,
                Severity.NOTE,
                new SpdFinding.Unknown(row.key().term(), hex),
                image,
                row.first(),
                row.offsets().length));
        return new SpdField(row, raw, -1, hex, false);
    }

    /** A reader that did not turn the page gives the first half twice: what the second should say was not read. */
    private static boolean repeats(SpdLayout layout, Bytes image, List<Finding> findings) {
        int half = layout.imageSize() / 2;
        // Only images of 512 bytes and more are read in pages.
        if (half < 256 || !image.has(half, half)) {
            return false;
        }
        byte[] all = image.toArray();
        if (!Arrays.equals(all, 0, half, all, half, 2 * half)) {
            return false;
        }
        findings.add(SpdFinding.at(
                SpdFinding.SPD_PAGE_REPEATED, Severity.RISK, new SpdFinding.Profile(half), image, half, 2));
        return true;
    }

    private static boolean checksums(MemoryGeneration generation, Bytes image, List<Finding> findings) {
        int last = SpdChecksum.lastCovered(generation, image);
        return switch (generation) {
            case DDR3 -> crc(image, 0, last, 126, findings);
            case DDR4 -> {
                boolean base = crc(image, 0, 125, 126, findings);
                yield crc(image, 128, last, 254, findings) && base;
            }
            case DDR5 -> crc(image, 0, last, 510, findings);
            default -> compare(image, 0, last, 63, 1, image.has(63, 1) ? SpdChecksum.sum(image, 0, 63) : 0, findings);
        };
    }

    private static boolean crc(Bytes image, int from, int last, int at, List<Finding> findings) {
        return image.has(at, 2)
                && compare(image, from, last, at, 2, SpdChecksum.crc16(image, from, last + 1), findings);
    }

    private static boolean compare(
            Bytes image, int from, int last, int at, int bytes, int computed, List<Finding> findings) {
        if (!image.has(at, bytes)) {
            return false;
        }
        int stored = bytes == 1 ? image.u8(at) : image.u16(at);
        boolean holds = stored == computed;
        var detail = new SpdFinding.Checksum(from, last, hex(stored, bytes), hex(computed, bytes));
        if (holds && stored == 0 && image.uniform(from, last + 1 - from) == 0) {
            // Zeros agree with their own checksum and say nothing.
            findings.add(SpdFinding.at(SpdFinding.SPD_BLOCK_BLANK, Severity.RISK, detail, image, at, bytes));
            return false;
        }
        findings.add(SpdFinding.at(
                holds ? SpdFinding.SPD_CHECKSUM_HOLDS : SpdFinding.SPD_CHECKSUM_WRONG,
                holds ? Severity.PROVEN : Severity.RISK,
                detail,
                image,
                at,
                bytes));
        return holds;
    }

    /** A maker's overclock profile: DDR3 from 176 and DDR4 from 384, DDR5 from 640, with 0C 4A at its head (medium confidence). */
    private static void profile(MemoryGeneration generation, Bytes image, List<Finding> findings) {
        int at =
                switch (generation) {
                    case DDR3 -> 176;
                    case DDR4 -> 384;
                    case DDR5 -> 640;
                    default -> -1;
                };
        if (at < 0 || !image.has(at, 2)) {
            return;
        }
        boolean present = image.u8(at) == 0x0C && image.u8(at + 1) == 0x4A;
        if (present) {
            findings.add(SpdFinding.at(
                    SpdFinding.SPD_PROFILE_PRESENT, Severity.NOTE, new SpdFinding.Profile(at), image, at, 2));
        }
    }

    private static String hex(int value, int bytes) {
        String digits = Integer.toHexString(value | 1 << bytes * 8).toUpperCase(Locale.ROOT);
        return "0x" + digits.substring(digits.length() - bytes * 2);
    }
}
