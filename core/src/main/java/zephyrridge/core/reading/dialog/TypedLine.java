package zephyrridge.core.reading.dialog;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.ByteSize;

/**
 * One line as people type it: any order, no commas, units run together ("RAM 6 GB 1600 one slot of two free"). Each figure is known by its
 * unit and its neighbours, whatever stands around it; what was not understood is told.
 */
final class TypedLine {
    static final int LONGEST = 160;

    /** A device told of by its place: a bank on board, or a slot with its size or empty. */
    record Device(String locator, Optional<ByteSize> size) {}

    private static final String SIZE = "(\\d{1,6}(?:[.,]\\d{1,3})?) ?([KMGT]i?B|[MG]o|[MG])(?![\\p{L}\\p{N}/])";
    private static final String SLOT =
            "(?:(?:memory|ram) )?(?:slots?|sockets?|positions?|banks?|steckpl(?:\u00e4|ae?)tzen?|steckplatz|sockeln?|emplacements?)";
    private static final String OF = " ?(?:/|of|von|sur|de|out of) ?";
    private static final String EMPTY = "(?:is |are )?(?:free|empty|frei|leer|libres?|vides?|unused)";
    private static final String USED =
            "(?:is |are |in )?(?:used|use|filled|full|taken|belegt|benutzt|utilis(?:\u00e9|e)s?|occupied)";

    private static final Pattern FREE_OF = pattern("(\\d{1,2}) (?:" + SLOT + OF + "(\\d{1,2}) " + EMPTY + "|" + EMPTY
            + " " + SLOT + OF + "(\\d{1,2})|of (\\d{1,2}) " + "(?:" + SLOT + " )?" + EMPTY + ")");
    private static final Pattern USED_OF = pattern("(\\d{1,2})" + OF + "(\\d{1,2})(?: " + SLOT + "(?: " + USED + ")?| "
            + USED + ")|(\\d{1,2}) " + SLOT + OF + "(\\d{1,2}) " + USED);
    private static final Pattern FREE = pattern("(\\d{1,2}) (?:" + EMPTY + " " + SLOT + "|" + SLOT + " " + EMPTY + ")");
    private static final Pattern BOARD = pattern("(?:" + SIZE
            + " ?(?:of )?(?:ram |memory )?(?:is )?(?:on[- ]?board|soldered|memory down|verl(?:\u00f6|oe)tet|soud(?:\u00e9|e)e?)(?: memory| ram)?"
            + "|(?:on[- ]?board|soldered|memory down)(?: memory| ram)? ?[:=]? ?" + SIZE + ")");
    private static final Pattern PLACE = pattern(
            "((?:so-?)?dimm|slot|socket|steckplatz|sockel|emplacement)[ _-]?([a-h]\\d?|\\d{1,2})(?: ?[:=] ?| )(?:"
                    + SIZE + "|(empty|free|leer|frei|vide|libre|not installed))");
    private static final Pattern PIECES = pattern("(\\d{1,2}) ?[x\u00d7] ?" + SIZE);
    private static final Pattern SUM = pattern("(\\d{1,3}) ?(?:GB ?)?\\+ ?(\\d{1,3}) ?(GB|G)(?![\\p{L}\\p{N}])");
    private static final Pattern VISIBLE = pattern(SIZE
            + " ?(?:is |are )?(?:usable|verwendbar|nutzbar|utilisables?|visible)|(?:usable|verwendbar|nutzbar|utilisables?|visible)"
            + "(?: memory| ram)? ?[:=]? ?" + SIZE);
    private static final Pattern SIZES = pattern(SIZE);
    private static final Pattern NUMBER = pattern("(?<![\\d.,])(\\d{3,4})(?![\\d.,]|\\p{L}| ?[KMGT]i?B)");
    /** Rates as they are sold, and the names they are rounded to. */
    private static final List<Integer> RATES = List.of(
            533, 667, 800, 1066, 1067, 1333, 1600, 1866, 1867, 2133, 2400, 2666, 2667, 2933, 2934, 3200, 3733, 4266,
            4267, 4800, 5200, 5500, 5600, 6000, 6400, 7500, 8533, 9600);

    private static final Map<String, String> COUNTS = counts();
    private static final Pattern MEMORY = Pattern.compile(
            "(?i)(?<!\\p{L})(?:ram|memory|installed|installiert|arbeitsspeicher|m\u00e9moire)(?!\\p{L})");
    private static final Pattern WORD = pattern("\\p{L}{2,}[\\p{L}\\d-]*");
    /** Words that say nothing by themselves beside figures. */
    private static final Pattern FILLER = pattern(
            "ram|memory|arbeitsspeicher|speicher|m(?:\u00e9|e)moire|vive|installed|installiert|install(?:\u00e9|e)e?|total|system|size|speed|module|modules|with|and|und|et|of|at|is|are|has|in|the|it|running|slots?|sockets?|used|free|laptop|notebook|desktop|machine|computer|each|je|von|mit|avec|de|bits?|windows|about|only|now|says|shows|type");

    private final List<DialogReading.Value> rest = new ArrayList<>();
    private Optional<Printed> installed = Optional.empty();
    private Optional<Printed> visible = Optional.empty();
    private Optional<DialogReading.Rate> rate = Optional.empty();
    private Optional<MemoryGeneration> type = Optional.empty();
    private final List<Device> devices = new ArrayList<>();
    private Optional<DialogReading.Slots> slots = Optional.empty();
    private final List<String> notRead = new ArrayList<>();
    private int figures;
    /** What is left of the line; what was understood is blanked out. */
    private String left;

    private TypedLine(String line) {
        left = " " + spelt(line) + " ";
    }

    /** Empty where the line is longer than hands type, or holds no figure with a meaning of its own. */
    static Optional<TypedLine> of(String line) {
        if (line.length() > LONGEST) {
            return Optional.empty();
        }
        TypedLine t = new TypedLine(line);
        t.read();
        return t.figures > 0 ? Optional.of(t) : Optional.empty();
    }

    private static Pattern pattern(String regex) {
        return Pattern.compile(
                "(?<![\\p{L}\\p{N}.,])(?:" + regex + ")(?![\\p{L}\\p{N}])",
                Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
    }

    private static Map<String, String> counts() {
        Map<String, String> counts = new TreeMap<>();
        String[][] words = {
            {"no", "none", "kein", "aucun"},
            {"one", "ein", "eins", "einer", "un", "une"},
            {"two", "both", "zwei", "deux"},
            {"three", "drei", "trois"},
            {"four", "vier", "quatre"}
        };
        for (int n = 0; n < words.length; n++) {
            for (String w : words[n]) {
                counts.put(w, String.valueOf(n));
            }
        }
        return counts;
    }

    /** Numbers in words become figures where a slot is near; one kind of blank. */
    private static String spelt(String line) {
        StringBuilder b = new StringBuilder();
        for (String word : line.strip().split(" +")) {
            b.append(COUNTS.getOrDefault(word.toLowerCase(Locale.ROOT), word)).append(' ');
        }
        return b.toString().strip();
    }

    private void read() {
        places();
        board();
        counts(FREE_OF, true);
        counts(USED_OF, false);
        for (Matcher m = FREE.matcher(left); slots.isEmpty() && m.find(); m = FREE.matcher(left)) {
            int n = Integer.parseInt(m.group(1));
            take(m);
            for (int i = 0; i < n && i < 16; i++) {
                devices.add(new Device("slot", Optional.of(ByteSize.ZERO)));
            }
        }
        Matcher m = VISIBLE.matcher(left);
        if (m.find()) {
            visible = size(m, m.group(1) == null ? 3 : 1);
            take(m);
        }
        pieces();
        typeAndRate();
        Matcher one = SIZES.matcher(left);
        if (installed.isEmpty() && one.find() && isSaidWhole(one)) {
            installed = size(one, 1);
            take(one);
        }
        for (Matcher w = WORD.matcher(left); w.find(); ) {
            if (!FILLER.matcher(w.group()).matches()) {
                notRead.add(w.group());
            }
        }
    }

    /** "Slot 1: 16 GB", "DIMM B 8192 MB", "Slot 2: empty". */
    private void places() {
        for (Matcher m = PLACE.matcher(left); m.find(); m = PLACE.matcher(left)) {
            Optional<ByteSize> size =
                    m.group(5) != null ? Optional.of(ByteSize.ZERO) : size(m, 3).map(Printed::size);
            devices.add(new Device(m.group(1) + " " + m.group(2), size));
            take(m);
        }
    }

    private void board() {
        for (Matcher m = BOARD.matcher(left); m.find(); m = BOARD.matcher(left)) {
            devices.add(
                    new Device("on board", size(m, m.group(1) == null ? 3 : 1).map(Printed::size)));
            take(m);
        }
    }

    private void counts(Pattern of, boolean free) {
        Matcher m = of.matcher(left);
        if (slots.isEmpty() && m.find()) {
            List<Integer> said = new ArrayList<>();
            for (int g = 1; g <= m.groupCount(); g++) {
                if (m.group(g) != null && m.group(g).matches("\\d{1,2}")) {
                    said.add(Integer.parseInt(m.group(g)));
                }
            }
            if (said.size() == 2 && said.get(0) <= said.get(1) && said.get(1) > 0) {
                int there = said.get(1);
                slots = Optional.of(
                        new DialogReading.Slots(free ? there - said.get(0) : said.get(0), Optional.of(there)));
                take(m);
            }
        }
    }

    /** "2 x 8 GB", "4+8 GB": modules, and what they add up to. */
    private void pieces() {
        Matcher m = PIECES.matcher(left);
        if (m.find()) {
            int n = Integer.parseInt(m.group(1));
            Optional<Printed> each = size(m, 2);
            if (n >= 1 && n <= 16 && each.isPresent()) {
                each.ifPresent(e -> together(java.util.Collections.nCopies(n, e.size())));
                take(m);
            }
            return;
        }
        Matcher sum = SUM.matcher(left);
        if (sum.find()) {
            List<ByteSize> two = new ArrayList<>();
            for (int g = 1; g <= 2; g++) {
                Figures.printed(sum.group(g), sum.group(3)).ifPresent(p -> two.add(p.size()));
            }
            together(two);
            take(sum);
        }
    }

    private void together(List<ByteSize> modules) {
        modules.forEach(s -> devices.add(new Device("", Optional.of(s))));
    }

    private void typeAndRate() {
        type = Figures.type(left);
        if (type.isPresent()) {
            figures++;
            left = left.replaceFirst("(?i)\\b(?:LP)?DDR[2-5]?(?:L|X|4X|5X)?\\b", " ");
        }
        boolean memory = type.isPresent()
                || !devices.isEmpty()
                || SIZES.matcher(left).find()
                || MEMORY.matcher(left).find();
        // Gigahertz alone are a processor's, in whatever language.
        Optional<DialogReading.Rate> withUnit =
                memory || Figures.RATE.matcher(left).find() ? Figures.rate(left) : Optional.empty();
        if (withUnit.isPresent()) {
            rate = withUnit;
            figures++;
            left = Figures.withoutRate(left);
        }
        // A number without a unit is a rate only beside what is surely about memory.
        boolean beside = type.isPresent() || SIZES.matcher(left).find() || !devices.isEmpty();
        for (Matcher n = NUMBER.matcher(left); beside && rate.isEmpty() && n.find(); ) {
            if (RATES.contains(Integer.parseInt(n.group(1)))) {
                rate = Optional.of(new DialogReading.Rate(Integer.parseInt(n.group(1)), false));
                take(n);
                return;
            }
        }
        Matcher bits = Figures.BITS.matcher(left);
        if (bits.find()) {
            rest.add(new DialogReading.Bits(Integer.parseInt(bits.group(1))));
            take(bits);
        }
        Figures.form(left).ifPresent(f -> {
            rest.add(new DialogReading.Called(f));
            left = left.replaceFirst("(?i)(?:so-?)?dimms?", " ");
        });
    }

    /** A size alone says what is installed where another figure, or a word for memory, stands with it. */
    private boolean isSaidWhole(Matcher size) {
        String before = left.substring(0, size.start());
        String after = left.substring(size.end());
        boolean minus = before.stripTrailing().endsWith("-");
        return !minus && (figures > 0 || MEMORY.matcher(before + " " + after).find());
    }

    private static Optional<Printed> size(Matcher m, int group) {
        return m.group(group) == null ? Optional.empty() : Figures.printed(m.group(group), m.group(group + 1));
    }

    private void take(Matcher m) {
        figures++;
        left = left.substring(0, m.start()) + " ".repeat(m.end() - m.start()) + left.substring(m.end());
    }

    /** How many things were understood. */
    int figures() {
        return figures;
    }

    Optional<Printed> installed() {
        return installed;
    }

    Optional<Printed> visible() {
        return visible;
    }

    Optional<DialogReading.Rate> rate() {
        return rate;
    }

    Optional<MemoryGeneration> type() {
        return type;
    }

    List<Device> devices() {
        return devices;
    }

    Optional<DialogReading.Slots> slots() {
        return slots;
    }

    /** Bits of a word, form. */
    List<DialogReading.Value> others() {
        return rest;
    }

    /** Words that were not understood. */
    List<String> notRead() {
        return notRead;
    }
}
