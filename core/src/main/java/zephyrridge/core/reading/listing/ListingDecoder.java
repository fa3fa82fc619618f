package zephyrridge.core.reading.listing;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zephyrridge.core.quantity.ByteSize;

/**
 * Reads listings out of parsed trees: maps, lists, texts, numbers. Parsing JSON and CSV is the caller's; nothing here throws on
 * what a tree holds.
 */
public final class ListingDecoder {
    /** Devices of one listing. */
    public static final int MOST_MODULES = 1024;

    private static final int DEEPEST = 32;
    private static final Pattern RATE = Pattern.compile("(\\d{3,5}) ?(?:MHz|MT/s)");
    private static final List<String> TYPES =
            List.of("LPDDR5", "LPDDR4", "LPDDR3", "DDR5", "DDR4", "DDR3", "DDR2", "DDR");
    private static final int[] TYPE_CODES = {0x23, 0x1E, 0x1D, 0x22, 0x1A, 0x18, 0x13, 0x12};

    private ListingDecoder() {}

    /** A CSV with a header row: one map per row. Empty when the columns are not those of physical memory. */
    public static Optional<ListingReading> rows(List<Map<String, String>> rows) {
        return rows.isEmpty() || !isCim(rows.get(0)) ? Optional.empty() : Optional.of(cim(rows));
    }

    /** A JSON tree of maps and lists: CIM objects, or a hardware lister's nodes. Empty when it is neither. */
    public static Optional<ListingReading> tree(Object tree) {
        Object first = tree instanceof List<?> list && !list.isEmpty() ? list.get(0) : tree;
        if (first instanceof Map<?, ?> map && isCim(map)) {
            return Optional.of(cim(tree instanceof List<?> list ? list : List.of(tree)));
        }
        Lister lister = new Lister();
        lister.visit(tree, "", 0);
        return lister.seen
                ? Optional.of(new ListingReading(lister.kind, lister.modules, lister.total, lister.skipped))
                : Optional.empty();
    }

    private static boolean isCim(Map<?, ?> row) {
        return row.containsKey("Capacity") && (row.containsKey("DeviceLocator") || row.containsKey("SMBIOSMemoryType"));
    }

    private static ListingReading cim(List<?> rows) {
        List<ListedModule> modules = new ArrayList<>();
        List<String> skipped = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            if (rows.get(i) instanceof Map<?, ?> r && modules.size() < MOST_MODULES) {
                modules.add(cimDevice("[" + i + "]", r));
            } else {
                skipped.add("[" + i + "]");
            }
        }
        return new ListingReading(ListingReading.Kind.CIM, modules, Optional.empty(), skipped);
    }

    /** One object of the CIM class of physical memory, by its property names. */
    public static ListedModule cimDevice(String path, Map<?, ?> r) {
        return new ListedModule(
                path,
                text(r, "DeviceLocator"),
                text(r, "BankLabel"),
                bytes(number(r, "Capacity")),
                (int) Math.max(0, Math.min(255, number(r, "SMBIOSMemoryType"))),
                cimFormFactor((int) Math.min(255, number(r, "FormFactor"))),
                small(number(r, "Speed")),
                small(number(r, "ConfiguredClockSpeed")),
                small(number(r, "TotalWidth")),
                small(number(r, "DataWidth")),
                0,
                text(r, "Manufacturer"),
                text(r, "PartNumber"),
                text(r, "SerialNumber"),
                r.containsKey("PartNumber"));
    }

    /** The provider counts form factors its own way: 8 is DIMM, 12 SO-DIMM (medium confidence; others are not translated). */
    private static int cimFormFactor(int cim) {
        return cim == 8 ? 0x09 : cim == 12 ? 0x0D : 0;
    }

    private static final class Lister {
        private final List<ListedModule> modules = new ArrayList<>();
        private final List<String> skipped = new ArrayList<>();
        private Optional<ByteSize> total = Optional.empty();
        private ListingReading.Kind kind = ListingReading.Kind.HARDWARE_LISTER;
        private boolean seen;

        private void visit(Object node, String path, int depth) {
            if (depth > DEEPEST) {
                skipped.add(path);
                return;
            }
            if (node instanceof List<?> list) {
                for (int i = 0; i < list.size(); i++) {
                    visit(list.get(i), path + "[" + i + "]", depth + 1);
                }
            } else if (node instanceof Map<?, ?> map) {
                if (text(map, "class").equals("memory")) {
                    memory(map, path);
                } else if (map.containsKey("dimm_size") && modules.size() < MOST_MODULES) {
                    report(map, path);
                } else if (map.get("SPMemoryDataType") instanceof List<?> report) {
                    visit(report, path + "SPMemoryDataType", depth + 1);
                }
                if (map.get("_items") instanceof List<?> items) {
                    visit(items, path + "._items", depth + 1);
                }
                if (map.get("children") instanceof List<?> children) {
                    visit(children, path + (path.isEmpty() ? "" : ".") + "children", depth + 1);
                }
            }
        }

        /** An item of macOS' own report (from memory). */
        private void report(Map<?, ?> node, String path) {
            seen = true;
            kind = ListingReading.Kind.SYSTEM_REPORT;
            String size = text(node, "dimm_size");
            Matcher rate = RATE.matcher(text(node, "dimm_speed"));
            String name = text(node, "_name");
            modules.add(new ListedModule(
                    path,
                    name.substring(name.indexOf('/') + 1),
                    name.indexOf('/') > 0 ? name.substring(0, name.indexOf('/')) : "",
                    size.equalsIgnoreCase("empty") ? Optional.of(ByteSize.ZERO) : parsed(size),
                    type(text(node, "dimm_type")),
                    0,
                    rate.find() ? Integer.parseInt(rate.group(1)) : 0,
                    0,
                    0,
                    0,
                    0,
                    text(node, "dimm_manufacturer"),
                    text(node, "dimm_part_number"),
                    text(node, "dimm_serial_number"),
                    node.containsKey("dimm_part_number")));
        }

        private static Optional<ByteSize> parsed(String size) {
            try {
                return Optional.of(ByteSize.parse(size));
            } catch (IllegalArgumentException | ArithmeticException e) {
                return Optional.empty();
            }
        }

        private void memory(Map<?, ?> node, String path) {
            String id = text(node, "id");
            String description = text(node, "description");
            if (id.startsWith("bank") && modules.size() < MOST_MODULES) {
                seen = true;
                Matcher rate = RATE.matcher(description);
                int speed = rate.find() ? Integer.parseInt(rate.group(1)) : small(number(node, "clock") / 1_000_000);
                boolean empty = description.toLowerCase(Locale.ROOT).contains("empty") || !node.containsKey("size");
                modules.add(new ListedModule(
                        path,
                        text(node, "slot"),
                        id,
                        empty ? Optional.of(ByteSize.ZERO) : bytes(number(node, "size")),
                        type(description),
                        form(description),
                        speed,
                        0,
                        0,
                        small(number(node, "width")),
                        0,
                        text(node, "vendor"),
                        text(node, "product"),
                        text(node, "serial"),
                        node.containsKey("product")));
            } else if (id.equals("memory") || id.startsWith("memory:")) {
                seen = true;
                total = node.containsKey("size") ? bytes(number(node, "size")) : total;
            } else if (!id.startsWith("cache") && !id.startsWith("firmware")) {
                skipped.add(path);
            }
        }
    }

    /** The firmware's code of the generation that a text names, 0 for none. */
    public static int type(String description) {
        for (int i = 0; i < TYPES.size(); i++) {
            if (description.contains(TYPES.get(i))) {
                return TYPE_CODES[i];
            }
        }
        return 0;
    }

    /** The firmware's code of the form that a text names, 0 for none. */
    public static int form(String description) {
        return description.replace("-", "").contains("SODIMM")
                ? 0x0D
                : description.toLowerCase(Locale.ROOT).contains("row of chips")
                        ? 0x0B
                        : description.contains("DIMM") ? 0x09 : 0;
    }

    private static Optional<ByteSize> bytes(long bytes) {
        return bytes < 0 || bytes > 1L << 50 ? Optional.empty() : Optional.of(new ByteSize(bytes));
    }

    private static int small(long number) {
        return number < 0 || number > 1_000_000 ? 0 : (int) number;
    }

    /** A number, also where the listing prints it as text; -1 when it is none. */
    private static long number(Map<?, ?> row, String key) {
        Object value = row.get(key);
        if (value instanceof Number n) {
            return n.longValue();
        }
        if (value instanceof String s && s.strip().matches("\\d{1,18}")) {
            return Long.parseLong(s.strip());
        }
        return -1;
    }

    private static String text(Map<?, ?> row, String key) {
        Object value = row.get(key);
        String text = value instanceof String s ? s.strip() : value instanceof Number n ? n.toString() : "";
        return text.length() > 200 ? text.substring(0, 200) : text;
    }
}
