package zephyrridge.core.reading.dialog;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.listing.ListedModule;
import zephyrridge.core.reading.listing.ListingDecoder;

/**
 * Devices told of one by one in plain text: blocks of "key: value" under a heading (the firmware-table command, macOS reports), CIM objects as a
 * list of lines or as a table, the hardware lister's short form, firmware screens. Lines that belong to a device are consumed. All from
 * memory.
 *
 * <p>In one file: the forms hand on to one another the lines that they do not take.
 */
final class DeviceBlocks {
    private static final int MOST = ListingDecoder.MOST_MODULES;
    private static final Pattern PAIR = Pattern.compile("^\\s{0,16}([\\p{L}0-9 _-]{1,40}?)\\s{0,24}[:=]\\s{0,4}(.*)$");
    private static final Pattern LISTER =
            Pattern.compile("^(?:[*-]|/)\\S{0,40}(?: {1,30}\\S{1,20})?? {1,30}memory {1,30}(.{1,200})$");
    private static final Pattern SCREEN = Pattern.compile(
            "(?i)^ ?((?:DIMM|SO-?DIMM|Slot|Channel|Bank)[ _-]?[A-Z0-9]{0,3}(?:[ _-]?(?:DIMM)?[ _-]?\\d)?)(?: {1,10}| ?[:=] {0,10})(\\d{1,7} ?[MG]B|Not installed|Not present|Empty)$");
    private static final Pattern MAC_BANK =
            Pattern.compile("^\\s{0,12}((?:BANK \\d{1,2}/)?(?:Channel|DIMM)[A-Za-z0-9 /-]{1,24}):$");
    private static final Pattern WORD = Pattern.compile("\\S+");
    private static final Pattern WORDS = Pattern.compile("\\S+(?: \\S+){0,12}");
    private static final Pattern BITS = Pattern.compile("^(\\d{1,3}) bits?$");
    static final List<String> CIM = List.of(
            "BankLabel",
            "Capacity",
            "ConfiguredClockSpeed",
            "DataWidth",
            "DeviceLocator",
            "FormFactor",
            "Manufacturer",
            "PartNumber",
            "SerialNumber",
            "SMBIOSMemoryType",
            "Speed",
            "TotalWidth");
    private static final List<String> CIM_ARRAY = List.of("MemoryDevices", "MaxCapacity", "MaxCapacityEx");

    private final List<String> lines;
    private final BitSet consumed = new BitSet();
    private final List<ListedModule> modules = new ArrayList<>();
    private Optional<Integer> positions = Optional.empty();
    private Optional<ByteSize> maximum = Optional.empty();

    private DeviceBlocks(List<String> lines) {
        this.lines = lines;
    }

    static DeviceBlocks of(List<String> lines) {
        DeviceBlocks b = new DeviceBlocks(lines);
        for (int i = 0; i < lines.size(); i++) {
            if (!b.consumed.get(i)) {
                b.at(i);
            }
        }
        return b;
    }

    boolean consumed(int line) {
        return consumed.get(line);
    }

    List<ListedModule> modules() {
        return modules;
    }

    Optional<Integer> positions() {
        return positions;
    }

    Optional<ByteSize> maximum() {
        return maximum;
    }

    private void at(int i) {
        String line = lines.get(i).strip();
        Matcher bank = MAC_BANK.matcher(lines.get(i));
        Matcher lister = LISTER.matcher(line);
        Matcher screen = SCREEN.matcher(line);
        if (line.equals("Memory Device")) {
            firmwareBlock(i);
        } else if (line.equals("Physical Memory Array")) {
            array(i);
        } else if (bank.matches()) {
            macBank(i, bank.group(1));
        } else if (isTableHead(line)) {
            table(i);
        } else if (isCimPair(line)) {
            cimList(i);
        } else if (lister.matches()) {
            lister(i, lister.group(1));
        } else if (screen.matches()) {
            consumed.set(i);
            String size = screen.group(2);
            add(i, screen.group(1).strip(), "", sizeOf(size), "", "", "", "", Map.of());
        } else if (line.equals("Memory Slots:")) {
            consumed.set(i);
        }
    }

    /** Key and value lines until a blank line or one that is none. */
    private Map<String, String> pairs(int from) {
        Map<String, String> pairs = new LinkedHashMap<>();
        int i = from;
        // One blank line may follow a heading.
        if (i < lines.size() && lines.get(i).isBlank()) {
            i++;
        }
        for (; i < lines.size(); i++) {
            Matcher m = PAIR.matcher(lines.get(i));
            if (!m.matches()
                    || MAC_BANK.matcher(lines.get(i)).matches()
                    || pairs.containsKey(m.group(1).strip())) {
                break;
            }
            pairs.put(m.group(1).strip(), m.group(2).strip());
            consumed.set(i);
        }
        return pairs;
    }

    private void firmwareBlock(int i) {
        consumed.set(i);
        Map<String, String> p = pairs(i + 1);
        add(
                i,
                p.getOrDefault("Locator", ""),
                p.getOrDefault("Bank Locator", ""),
                sizeOf(p.getOrDefault("Size", "")),
                p.getOrDefault("Type", ""),
                p.getOrDefault("Form Factor", ""),
                p.getOrDefault("Speed", ""),
                p.getOrDefault("Configured Memory Speed", p.getOrDefault("Configured Clock Speed", "")),
                p);
    }

    private void array(int i) {
        consumed.set(i);
        Map<String, String> p = pairs(i + 1);
        if (!p.getOrDefault("Use", "System Memory").equals("System Memory")) {
            return;
        }
        count(p.getOrDefault("Number Of Devices", ""));
        Figures.size(p.getOrDefault("Maximum Capacity", "")).ifPresent(s -> maximum = more(s.size()));
    }

    private void count(String number) {
        if (number.matches("\\d{1,3}")) {
            positions = Optional.of(positions.orElse(0) + Integer.parseInt(number));
        }
    }

    private Optional<ByteSize> more(ByteSize size) {
        return Optional.of(maximum.orElse(ByteSize.ZERO).plus(size));
    }

    private void macBank(int i, String name) {
        consumed.set(i);
        Map<String, String> p = pairs(i + 1);
        int slash = name.indexOf('/');
        add(
                i,
                slash < 0 ? name : name.substring(slash + 1),
                slash < 0 ? "" : name.substring(0, slash),
                sizeOf(p.getOrDefault("Size", "")),
                p.getOrDefault("Type", ""),
                "",
                p.getOrDefault("Speed", ""),
                "",
                p);
    }

    private void lister(int i, String description) {
        String d = description.strip();
        String lower = d.toLowerCase(Locale.ROOT);
        if (lower.contains("bios") || lower.contains("cache") || lower.contains("firmware")) {
            consumed.set(i);
            return;
        }
        boolean whole = lower.contains("system memory");
        if (!whole && (lower.contains("dimm") || lower.contains("row of chips") || lower.contains("[empty]"))) {
            consumed.set(i);
            Optional<ByteSize> size = lower.contains("[empty]")
                    ? Optional.of(ByteSize.ZERO)
                    : Figures.size(d).map(Printed::size);
            add(i, "", "", size, d, d, d, "", Map.of());
        } else if (whole) {
            consumed.set(i);
        }
    }

    private static boolean isCimPair(String line) {
        // Spared where there is no sign between key and value: the pattern tries every length of a key.
        Matcher m = PAIR.matcher(line);
        return (line.indexOf(':') > 0 || line.indexOf('=') > 0)
                && m.matches()
                && (CIM_ARRAY.contains(m.group(1)) || m.group(1).equals("Capacity") || isCimBeforeCapacity(m));
    }

    /** Keys that nothing else has; "Speed" and "Manufacturer" alone could be any window's. */
    private static boolean isCimBeforeCapacity(Matcher m) {
        return List.of(
                        "BankLabel",
                        "ConfiguredClockSpeed",
                        "DeviceLocator",
                        "SMBIOSMemoryType",
                        "FormFactor",
                        "PartNumber",
                        "DataWidth")
                .contains(m.group(1));
    }

    private void cimList(int from) {
        Map<String, String> row = new LinkedHashMap<>();
        int start = from;
        for (int i = from; i < lines.size(); i++) {
            Matcher m = PAIR.matcher(lines.get(i));
            boolean blank = lines.get(i).isBlank();
            if (!blank && !(m.matches() && (CIM.contains(m.group(1)) || CIM_ARRAY.contains(m.group(1))))) {
                if (m.matches() && !row.isEmpty() && m.group(1).matches("[A-Z][A-Za-z0-9]{1,30}")) {
                    consumed.set(i);
                    continue;
                }
                break;
            }
            if (blank || row.containsKey(m.group(1))) {
                cim(row, start);
                row = new LinkedHashMap<>();
                start = i;
            }
            if (!blank) {
                row.put(m.group(1), m.group(2).strip());
                consumed.set(i);
            }
        }
        cim(row, start);
    }

    private static boolean isTableHead(String line) {
        if (!line.contains("Capacity")) {
            return false;
        }
        List<String> heads = List.of(line.split(" {1,200}"));
        return heads.size() >= 2 && heads.contains("Capacity") && CIM.containsAll(heads)
                || heads.size() >= 2
                        && heads.contains("Capacity")
                        && heads.stream().filter(CIM::contains).count() >= 2;
    }

    /** Columns by position; numbers lean to the right of theirs, so a value belongs to the head it lies nearest to. */
    private void table(int from) {
        consumed.set(from);
        List<int[]> spans = new ArrayList<>();
        List<String> heads = new ArrayList<>();
        Matcher m = WORD.matcher(lines.get(from));
        while (m.find()) {
            heads.add(m.group());
            spans.add(new int[] {m.start(), m.end()});
        }
        for (int i = from + 1; i < lines.size(); i++) {
            String line = lines.get(i);
            if (line.isBlank()) {
                // The older command writes a blank line between rows, and ends with some.
                if (i + 1 < lines.size() && modules.isEmpty() && i == from + 1) {
                    continue;
                }
                break;
            }
            consumed.set(i);
            if (line.matches("[- ]+")) {
                continue;
            }
            cim(row(line, heads, spans), i);
        }
    }

    private static Map<String, String> row(String line, List<String> heads, List<int[]> spans) {
        List<int[]> cells = cells(line, WORDS);
        if (cells.size() != heads.size()) {
            cells = cells(line, WORD);
        }
        Map<String, String> row = new LinkedHashMap<>();
        for (int c = 0; c < cells.size(); c++) {
            int[] cell = cells.get(c);
            int best = c;
            if (cells.size() != heads.size()) {
                best = 0;
                for (int h = 1; h < heads.size(); h++) {
                    if (distance(cell, spans.get(h)) < distance(cell, spans.get(best))) {
                        best = h;
                    }
                }
            }
            String value = line.substring(cell[0], cell[1]);
            // A value that the window cut off is none.
            boolean cut = value.endsWith("...") || value.endsWith("\u2026");
            row.merge(heads.get(best), cut ? "" : value, (one, more) -> one + " " + more);
        }
        return row;
    }

    private static List<int[]> cells(String line, Pattern pattern) {
        List<int[]> cells = new ArrayList<>();
        Matcher m = pattern.matcher(line);
        while (m.find()) {
            cells.add(new int[] {m.start(), m.end()});
        }
        return cells;
    }

    /** Less for more overlap; apart: the gap between the nearer ends. */
    private static int distance(int[] cell, int[] span) {
        return Math.max(cell[0], span[0]) - Math.min(cell[1], span[1]);
    }

    private void cim(Map<String, String> row, int line) {
        if (row.containsKey("MemoryDevices")) {
            count(row.get("MemoryDevices"));
        }
        if (row.getOrDefault("MaxCapacity", "").matches("\\d{1,12}")) {
            maximum = more(new ByteSize(Long.parseLong(row.get("MaxCapacity")) << 10));
        }
        if (row.containsKey("Capacity") && modules.size() < MOST) {
            modules.add(ListingDecoder.cimDevice("line " + (line + 1), row));
        }
    }

    private static Optional<ByteSize> sizeOf(String text) {
        String lower = text.toLowerCase(Locale.ROOT);
        return lower.contains("no module") || lower.startsWith("not ") || lower.equals("empty")
                ? Optional.of(ByteSize.ZERO)
                : Figures.size(text).map(Printed::size);
    }

    private void add(
            int line,
            String locator,
            String bank,
            Optional<ByteSize> size,
            String type,
            String form,
            String speed,
            String configured,
            Map<String, String> more) {
        if (modules.size() < MOST) {
            modules.add(new ListedModule(
                    "line " + (line + 1),
                    locator,
                    bank,
                    size,
                    ListingDecoder.type(type.toUpperCase(Locale.ROOT)),
                    ListingDecoder.form(form),
                    rate(speed),
                    rate(configured),
                    bits(more.getOrDefault("Total Width", "")),
                    bits(more.getOrDefault("Data Width", "")),
                    more.getOrDefault("Rank", "").matches("[1-8]") ? Integer.parseInt(more.get("Rank")) : 0,
                    more.getOrDefault("Manufacturer", ""),
                    more.getOrDefault("Part Number", ""),
                    more.getOrDefault("Serial Number", ""),
                    more.containsKey("Part Number")));
        }
    }

    private static int rate(String text) {
        return Figures.rate(text).map(DialogReading.Rate::number).orElse(0);
    }

    private static int bits(String text) {
        Matcher m = BITS.matcher(text);
        return m.matches() ? Integer.parseInt(m.group(1)) : 0;
    }
}
