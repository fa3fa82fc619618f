package zephyrridge.core.reading.smbios;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.Bytes;

/**
 * Decodes SMBIOS tables (DSP0134, from memory): bare, behind a 32- or 64-bit entry point, or with the 8-byte header that the
 * Windows firmware-table call puts before them. Time and memory are linear in the table; nothing throws.
 */
public final class SmbiosDecoder {
    /** Structures of one table; real ones have a few hundred. What lies beyond is not read, and that is said. */
    public static final int MOST_STRUCTURES = 8192;
    /** Findings of one kind about devices: a table full of one fault says so often enough. */
    private static final int MOST_ALIKE = 12;

    private static final Subject SUBJECT = new Subject(Subject.Kind.READING, "smbios");

    /** Where the table lies in what was given. */
    private record Frame(String version, int from, int to, List<Finding> findings) {}

    private SmbiosDecoder() {}

    /** Whether this is a table in one of the known wrappings: an anchor, a header whose length fits, or a plausible first structure and an end. */
    public static boolean looksLike(Bytes image) {
        return anchor(image, "_SM3_") || anchor(image, "_SM_") || windows(image) || bare(image);
    }

    public static Optional<SmbiosReading> decode(Bytes image) {
        if (image.from() != 0 || !looksLike(image)) {
            return Optional.empty();
        }
        Frame frame = frame(image);
        List<Finding> findings = new ArrayList<>(frame.findings());
        List<SmbiosStructure> structures = walk(image.window(frame.from(), frame.to()), findings);
        List<MemoryDevice> devices = new ArrayList<>();
        for (SmbiosStructure s : structures) {
            if (s.type() == 17) {
                devices.add(new MemoryDevice(s));
            }
        }
        SmbiosReading reading = new SmbiosReading(frame.version(), structures, devices, findings);
        judge(reading, findings);
        return Optional.of(new SmbiosReading(frame.version(), structures, devices, findings));
    }

    private static boolean anchor(Bytes image, String anchor) {
        if (image.size() < 0x18) {
            return false;
        }
        for (int i = 0; i < anchor.length(); i++) {
            if (image.u8(i) != anchor.charAt(i)) {
                return false;
            }
        }
        return true;
    }

    private static boolean windows(Bytes image) {
        return image.size() > 12
                && image.u8(1) >= 2
                && image.u8(1) <= 9
                && image.u32(4) == image.size() - 8L
                && image.u8(9) >= 4;
    }

    /** A first structure with a possible length and a string set, and either an end-of-table or a second structure behind it. */
    private static boolean bare(Bytes image) {
        if (image.size() < 8
                || image.u8(0) > 43 && image.u8(0) < 126
                || image.u8(1) < 4
                || !image.has(0, image.u8(1) + 2)) {
            return false;
        }
        int next = stringsEnd(image, image.u8(1));
        return next > 0 && (next == image.to() || image.has(next, 4));
    }

    private static Frame frame(Bytes image) {
        List<Finding> findings = new ArrayList<>();
        boolean three = anchor(image, "_SM3_");
        if (three || anchor(image, "_SM_")) {
            int length = Math.min(image.size(), Math.max(three ? 0x18 : 0x1E, image.u8(three ? 6 : 5)));
            int sum = 0;
            for (int i = 0; i < length; i++) {
                sum += image.u8(i);
            }
            if ((sum & 0xFF) != 0) {
                findings.add(finding(
                        SmbiosFinding.SMBIOS_ENTRY_CHECKSUM,
                        Severity.RISK,
                        new SmbiosFinding.At(three ? 5 : 4),
                        image,
                        three ? 5 : 4,
                        1));
            }
            String version = three ? image.u8(7) + "." + image.u8(8) : image.u8(6) + "." + image.u8(7);
            // A dump keeps the table behind the entry point; the address counts when it points there, else the next 16
            // bytes do.
            long address = !image.has(0, 0x1E) && !three ? 0 : three ? image.u64(0x10) : image.u32(0x18);
            int from = address >= length && address < image.size() ? (int) address : (length + 15) / 16 * 16;
            if (from >= image.size()) {
                findings.add(finding(
                        SmbiosFinding.SMBIOS_ENTRY_ALONE,
                        Severity.RISK,
                        new SmbiosFinding.At(image.size()),
                        image,
                        0,
                        5));
                return new Frame(version, image.size(), image.size(), findings);
            }
            long most = three ? image.u32(0x0C) : image.u16(0x16);
            return new Frame(
                    version, from, (int) Math.min(image.size(), from + (most == 0 ? image.size() : most)), findings);
        }
        if (windows(image)) {
            return new Frame(image.u8(1) + "." + image.u8(2), 8, image.size(), findings);
        }
        return new Frame("", 0, image.size(), findings);
    }

    private static List<SmbiosStructure> walk(Bytes table, List<Finding> findings) {
        List<SmbiosStructure> structures = new ArrayList<>();
        int at = table.from();
        boolean ended = false;
        while (!ended && at < table.to() && structures.size() < MOST_STRUCTURES) {
            if (!table.has(at, 4)) {
                break;
            }
            int length = table.u8(at + 1);
            if (length < 4) {
                findings.add(finding(
                        SmbiosFinding.SMBIOS_STRUCTURE_TOO_SHORT,
                        Severity.RISK,
                        new SmbiosFinding.Structure(table.u8(at), length, at),
                        table,
                        at,
                        4));
                return structures;
            }
            int end = stringsEnd(table, at + length);
            structures.add(new SmbiosStructure(table, at, length, end < 0 ? table.to() : end));
            ended = table.u8(at) == 127 && end >= 0;
            at = end < 0 ? table.to() : end;
        }
        if (!ended && table.size() > 0) {
            findings.add(finding(
                    SmbiosFinding.SMBIOS_ENDS_EARLY,
                    Severity.RISK,
                    new SmbiosFinding.At(table.to()),
                    table,
                    table.to() - 1,
                    1));
        }
        return structures;
    }

    /** The first byte after the string set that begins at {@code at}, or -1 when it is cut off. */
    private static int stringsEnd(Bytes table, int at) {
        for (int i = table.indexOf(0, at); i + 1 < table.to(); i = table.indexOf(0, i + 1)) {
            if (table.u8(i + 1) == 0) {
                return i + 2;
            }
        }
        return -1;
    }

    /** What firmware is known to get wrong (common practice, no source). */
    private static void judge(SmbiosReading reading, List<Finding> findings) {
        Map<String, Integer> locators = new LinkedHashMap<>();
        Map<String, SmbiosStructure> firsts = new HashMap<>();
        int clocks = 0;
        int missing = 0;
        for (MemoryDevice device : reading.devices()) {
            SmbiosStructure s = device.structure();
            String locator = device.locator();
            locators.merge(locator, 1, Integer::sum);
            firsts.putIfAbsent(locator, s);
            if (device.isFilled()
                    && device.configuredSpeed() > 0
                    && Math.abs(device.configuredSpeed() * 2 - device.speed()) <= 2
                    && clocks++ < MOST_ALIKE) {
                findings.add(finding(
                        SmbiosFinding.SMBIOS_CLOCK_FOR_RATE,
                        Severity.NOTE,
                        new SmbiosFinding.Rate(locator, device.configuredSpeed(), device.speed()),
                        s,
                        SmbiosKey.DEVICE_CONFIGURED_SPEED));
            }
            boolean lacks = s.raw(SmbiosKey.DEVICE_LOCATOR) > s.strings() || s.raw(SmbiosKey.DEVICE_PART) > s.strings();
            if (lacks && missing++ < MOST_ALIKE) {
                findings.add(finding(
                        SmbiosFinding.SMBIOS_STRING_MISSING,
                        Severity.NOTE,
                        new SmbiosFinding.Structure(17, s.length(), s.offset()),
                        s,
                        SmbiosKey.DEVICE_LOCATOR));
            }
        }
        locators.entrySet().stream()
                .filter(e -> e.getValue() > 1)
                .limit(MOST_ALIKE)
                .forEach(e -> findings.add(finding(
                        SmbiosFinding.SMBIOS_LOCATOR_TWICE,
                        Severity.NOTE,
                        new SmbiosFinding.Locator(e.getKey(), e.getValue()),
                        firsts.get(e.getKey()),
                        SmbiosKey.DEVICE_LOCATOR)));
        List<SmbiosStructure> arrays = reading.ofType(16).stream()
                .filter(a -> a.raw(SmbiosKey.ARRAY_USE) == 3)
                .toList();
        int stated = arrays.stream()
                .mapToInt(a -> (int) Math.max(0, a.raw(SmbiosKey.ARRAY_DEVICES)))
                .sum();
        if (!arrays.isEmpty() && stated != reading.devices().size()) {
            findings.add(finding(
                    SmbiosFinding.SMBIOS_DEVICE_COUNT,
                    Severity.NOTE,
                    new SmbiosFinding.Count(stated, reading.devices().size()),
                    arrays.get(0),
                    SmbiosKey.ARRAY_DEVICES));
        }
        ByteSize most = arrays.stream()
                .map(SmbiosDecoder::maximum)
                .flatMap(Optional::stream)
                .reduce(ByteSize.ZERO, ByteSize::plus);
        if (!most.isZero() && most.compareTo(reading.fitted()) < 0) {
            findings.add(finding(
                    SmbiosFinding.SMBIOS_MAXIMUM_BELOW_FITTED,
                    Severity.NOTE,
                    new SmbiosFinding.Sizes(most.toString(), reading.fitted().toString()),
                    arrays.get(0),
                    SmbiosKey.ARRAY_MAX));
        }
        List<SmbiosStructure> mappings = reading.ofType(19);
        long mapped = mappings.stream().mapToLong(SmbiosDecoder::mappedBytes).sum();
        if (mapped > 0 && mapped != reading.fitted().bytes() && mapped < 1L << 62) {
            findings.add(finding(
                    SmbiosFinding.SMBIOS_MAPPED_DIFFERS,
                    Severity.NOTE,
                    new SmbiosFinding.Sizes(
                            new ByteSize(mapped).toString(), reading.fitted().toString()),
                    mappings.get(0),
                    SmbiosKey.MAPPED_START));
        }
    }

    /** What an array claims as its most; empty when it does not say. */
    public static Optional<ByteSize> maximum(SmbiosStructure array) {
        long kib = array.raw(SmbiosKey.ARRAY_MAX);
        if (kib == 0x80000000L) {
            long bytes = array.raw(SmbiosKey.ARRAY_EXTENDED_MAX);
            return bytes > 0 && bytes <= 1L << 52 ? Optional.of(new ByteSize(bytes)) : Optional.empty();
        }
        return kib > 0 ? Optional.of(new ByteSize(kib << 10)) : Optional.empty();
    }

    /** Bytes that a mapped address range spans; 0 when it makes no sense. The end names the last KiB (or byte) within. */
    static long mappedBytes(SmbiosStructure s) {
        long start = s.raw(SmbiosKey.MAPPED_START);
        if (start == 0xFFFFFFFFL) {
            long from = s.raw(SmbiosKey.MAPPED_EXTENDED_START);
            long to = s.raw(SmbiosKey.MAPPED_EXTENDED_END);
            return from < 0 || to < from || to >= 1L << 52 ? 0 : to - from + 1;
        }
        long end = s.raw(SmbiosKey.MAPPED_END);
        return start < 0 || end < start ? 0 : (end - start + 1) << 10;
    }

    private static Finding finding(
            SmbiosFinding code, Severity severity, Detail detail, SmbiosStructure s, SmbiosKey key) {
        return Finding.of(
                code, severity, SUBJECT, detail, new Evidence.ImageBytes("SMBIOS", s.offsetOf(key), s.hex(key)));
    }

    private static Finding finding(
            SmbiosFinding code, Severity severity, Detail detail, Bytes image, int offset, int length) {
        return Finding.of(
                code,
                severity,
                SUBJECT,
                detail,
                new Evidence.ImageBytes("SMBIOS", Math.max(0, offset), image.hex(offset, length)));
    }
}
