package zephyrridge.core.reading.dialog;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zephyrridge.core.table.Spelling;

/** Devices told of one by one, as a recogniser read them: the shell's objects and the firmware-table command's blocks. */
final class SeenBlocks {
    /** Keys of the firmware-table command and of the shell's objects; their values are held against what there is. */
    private static final List<String> KEYS = List.of(
            "Physical Memory Array",
            "Memory Device",
            "Maximum Capacity",
            "Number Of Devices",
            "Configured Memory Speed",
            "Bank Locator",
            "Part Number",
            "Serial Number",
            "Manufacturer");

    private static final Pattern LOCATOR = Pattern.compile("(?i)\\b[dpo][iIl1]mm\\b");
    private static final Pattern VALUE = Pattern.compile("^[\\W_]{0,6}(.*?)\\W{0,4}$");

    private SeenBlocks() {}

    static boolean isShell(List<String> read) {
        return read.stream()
                                .filter(l -> SeenHead.of(l, DeviceBlocks.CIM).isPresent())
                                .count()
                        > 3
                && read.stream()
                        .anyMatch(l -> SeenHead.of(l, List.of("Capacity")).isPresent());
    }

    static boolean isCommand(List<String> read) {
        return read.stream().anyMatch(l -> SeenHead.of(l, List.of("Memory Device", "Physical Memory Array"))
                .isPresent());
    }

    /** The shell's objects: one that is not understood takes all with it, or the sum of the others would be told as the whole. */
    static List<String> shell(List<String> read, List<String> left) {
        List<String> lines = new ArrayList<>();
        for (String l : read) {
            Optional<SeenHead> key = SeenHead.of(l, DeviceBlocks.CIM);
            Optional<String> value = key.flatMap(k -> shellValue(k.word(), valueOf(l, k)));
            if (value.isPresent()) {
                lines.add(key.get().word() + " : " + value.get());
            } else {
                left.add(l);
                if (key.filter(k -> k.word().equals("Capacity")).isPresent()) {
                    return none(read, left);
                }
            }
        }
        long sized = lines.stream().filter(l -> l.startsWith("Capacity")).count();
        Set<String> others = new HashSet<>(List.of("DeviceLocator", "PartNumber", "SMBIOSMemoryType", "FormFactor"));
        boolean lost = others.stream()
                .anyMatch(k -> read.stream()
                                .filter(l -> SeenHead.of(l, DeviceBlocks.CIM)
                                        .filter(h -> h.word().equals(k))
                                        .isPresent())
                                .count()
                        > sized);
        return lost ? none(read, left) : lines;
    }

    private static List<String> none(List<String> read, List<String> left) {
        left.clear();
        left.addAll(read);
        return List.of();
    }

    private static Optional<String> shellValue(String key, String value) {
        return switch (key) {
            case "Capacity" -> nearest(
                    value,
                    SeenFigures.SIZES.stream()
                            .map(s -> String.valueOf((long) s << SeenFigures.GIB))
                            .toList(),
                    2);
            case "Speed", "ConfiguredClockSpeed" -> nearest(
                    value, SeenFigures.rates().stream().map(String::valueOf).toList(), 1);
            case "FormFactor" -> Optional.of(value).filter(v -> v.matches("8|12|13"));
            case "SMBIOSMemoryType" -> Optional.of(value).filter(v -> v.matches("19|20|21|24|26|27|28|29|30|34|35"));
            case "DeviceLocator" -> Optional.of(value)
                    .map(SeenBlocks::located)
                    .filter(v -> v.matches("[A-Z][A-Za-z0-9 _#-]{0,38}[A-Z0-9]"));
            default -> Optional.of(value).filter(v -> !v.isEmpty());
        };
    }

    /** "DIMMO" and "DIMME" end in a digit that is no letter. */
    private static String located(String value) {
        String t = LOCATOR.matcher(value).replaceAll("DIMM");
        return t.matches(".*DIMM[OoQE]") ? t.substring(0, t.length() - 1) + "0" : t;
    }

    /** Blocks of the firmware-table command. */
    static List<String> command(List<String> read, List<String> left) {
        List<String> keys = new ArrayList<>(KEYS);
        keys.addAll(List.of("Size", "Form Factor", "Locator", "Type", "Speed", "Rank", "Location", "Use"));
        List<String> lines = new ArrayList<>();
        for (String l : read) {
            Optional<SeenHead> key = SeenHead.of(l, keys);
            if (key.isEmpty()) {
                left.add(l);
                continue;
            }
            String word = key.get().word();
            if (word.equals("Memory Device") || word.equals("Physical Memory Array")) {
                lines.add("");
                lines.add(word);
                continue;
            }
            Optional<String> value = commandValue(word, valueOf(l, key.get()));
            if (value.isPresent()) {
                lines.add("\t" + word + ": " + value.get());
            } else {
                left.add(l);
                if (word.equals("Size")) {
                    return none(read, left);
                }
            }
        }
        long devices = lines.stream().filter("Memory Device"::equals).count();
        long sized = lines.stream().filter(l -> l.startsWith("\tSize:")).count();
        return devices == sized ? lines : none(read, left);
    }

    private static Optional<String> commandValue(String key, String value) {
        String v = SeenFigures.units(value);
        return switch (key) {
            case "Size" -> v.toLowerCase(Locale.ROOT).startsWith("no ")
                    ? Optional.of("No Module Installed")
                    : Figures.size(v).filter(SeenFigures::fitted).map(p -> v);
            case "Maximum Capacity" -> Figures.size(v)
                    .filter(SeenFigures::fitted)
                    .map(p -> v);
            case "Speed", "Configured Memory Speed" -> {
                Matcher m = SeenFigures.NUMBER.matcher(v);
                yield m.find()
                        ? nearest(
                                        m.group(),
                                        SeenFigures.rates().stream()
                                                .map(String::valueOf)
                                                .toList(),
                                        1)
                                .map(n -> n + " MT/s")
                        : Optional.of(v).filter(x -> x.startsWith("Unk"));
            }
            case "Number Of Devices", "Rank" -> Optional.of(v).filter(x -> x.matches("\\d{1,3}"));
            case "Locator" -> Optional.of(located(v));
            default -> Optional.of(v).filter(x -> !x.isEmpty());
        };
    }

    private static String valueOf(String line, SeenHead key) {
        Matcher m = VALUE.matcher(line.strip().substring(key.end()));
        return m.matches() ? m.group(1).replaceFirst("^[1Il|] (?=\\S)", "") : "";
    }

    /** The only one that differs in so few characters from what was read. */
    private static Optional<String> nearest(String value, List<String> all, int most) {
        for (int far = 0; far <= most; far++) {
            int within = far;
            List<String> near = all.stream()
                    .filter(a -> Spelling.distance(a, value) == within)
                    .toList();
            if (!near.isEmpty()) {
                return near.size() == 1 ? Optional.of(near.get(0)) : Optional.empty();
            }
        }
        return Optional.empty();
    }
}
