package zephyrridge.core.reading.dialog;

import java.util.Comparator;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.Rates;
import zephyrridge.core.quantity.ByteSize;

/**
 * Figures with their units, however a language writes them: decimals with comma or point; thousands parted by point, comma, blank or
 * apostrophe. A single separator before three digits parts thousands of bytes, kB and MB, and is a decimal sign of GB and TB: no machine
 * has sixteen thousand gigabytes, and nobody prints a megabyte to the thousandth.
 */
final class Figures {
    private static final String NUMBER =
            "\\d{1,3}(?:[ .,'\\u2019]\\d{3}){1,4}(?:[.,]\\d{1,2})?|\\d{1,15}(?:[.,]\\d{1,3})?";
    private static final String UNIT =
            "bytes?|octets?|[KMGT]i?[Bo]|[KMGT]i?|B|\\u041a\\u0411|\\u041c\\u0411|\\u0413\\u0411|\\u0422\\u0411";
    static final Pattern SIZE = Pattern.compile(
            "(" + NUMBER + ") ?(" + UNIT + ")(?![\\p{L}\\p{N}/])", Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
    /** "16,0 GB (15,7 GB verwendbar)" in whatever language: a size, and in brackets a smaller one with a word. */
    static final Pattern PAIR = Pattern.compile(
            "(" + NUMBER + ") ?(" + UNIT + ")\\s{0,3}\\(\\s{0,3}(?:[\\p{L}: ]{1,40} )?(" + NUMBER + ") ?(" + UNIT
                    + ")(?:[ :,]{0,3}[\\p{L} .]{0,60})?\\)?",
            Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);

    static final Pattern RATE = Pattern.compile("(\\d{3,5}) ?(MT/s|MHz|MTs|MT)(?!\\p{L})", Pattern.CASE_INSENSITIVE);
    /** A clock is printed to the tenth; transfers never are. */
    private static final Pattern CLOCK =
            Pattern.compile("(\\d{3,4})[.,](\\d{1,3}) ?MHz(?!\\p{L})", Pattern.CASE_INSENSITIVE);

    static final Pattern GIGAHERTZ = Pattern.compile("(\\d)[.,](\\d{1,3}) ?GHz", Pattern.CASE_INSENSITIVE);
    static final Pattern OF = Pattern.compile("(\\d{1,3}) ?(?:/|\\p{L}{1,10}(?: \\p{L}{1,6})?) ?(\\d{1,3})");
    static final Pattern BITS = Pattern.compile("\\b(32|64)[- ]?(?:bits?|Bit)\\b", Pattern.CASE_INSENSITIVE);
    private static final Pattern TYPE = Pattern.compile("\\b(LP)?DDR([2-5])?(L|X|4X|5X)?\\b", Pattern.CASE_INSENSITIVE);

    private Figures() {}

    /** The first size of a text. */
    static Optional<Printed> size(String text) {
        Matcher m = SIZE.matcher(text);
        return m.find() ? printed(m.group(1), m.group(2)) : Optional.empty();
    }

    static Optional<Printed> printed(String number, String unitText) {
        long unit = unit(unitText);
        String n = number.replaceAll("[ '\\u2019]", "");
        int last = Math.max(n.lastIndexOf('.'), n.lastIndexOf(','));
        boolean decimal = false;
        if (last >= 0) {
            int behind = n.length() - last - 1;
            boolean several = n.indexOf('.') != n.lastIndexOf('.') || n.indexOf(',') != n.lastIndexOf(',');
            boolean both = n.indexOf('.') >= 0 && n.indexOf(',') >= 0;
            decimal = both || (behind != 3 || unit >= 1L << 30) && !several;
        }
        String whole = decimal ? n.substring(0, last).replaceAll("[.,]", "") : n.replaceAll("[.,]", "");
        String part = decimal ? n.substring(last + 1) : "";
        if (whole.length() > 15) {
            return Optional.empty();
        }
        try {
            long scale = 1;
            for (int i = 0; i < part.length(); i++) {
                scale *= 10;
            }
            long bytes = Math.multiplyExact(Long.parseLong(whole), unit);
            if (!part.isEmpty()) {
                bytes = Math.addExact(bytes, Math.multiplyExact(Long.parseLong(part), unit) / scale);
            }
            return bytes > 1L << 50
                    ? Optional.empty()
                    : Optional.of(Printed.rounded(new ByteSize(bytes), unit / scale));
        } catch (ArithmeticException e) {
            return Optional.empty();
        }
    }

    private static long unit(String text) {
        return switch (Character.toUpperCase(text.charAt(0))) {
            case 'K', '\u041a' -> 1L << 10;
            case 'M', '\u041c' -> 1L << 20;
            case 'G', '\u0413' -> 1L << 30;
            case 'T', '\u0422' -> 1L << 40;
            default -> 1;
        };
    }

    /** The text with its first rate blanked out. */
    static String withoutRate(String text) {
        String less = CLOCK.matcher(text).replaceFirst(" ");
        less = less.equals(text) ? RATE.matcher(text).replaceFirst(" ") : less;
        return less.equals(text) ? GIGAHERTZ.matcher(text).replaceFirst(" ") : less;
    }

    static Optional<DialogReading.Rate> rate(String text) {
        Matcher clock = CLOCK.matcher(text);
        if (clock.find()) {
            double transfers = 2 * Double.parseDouble(clock.group(1) + "." + clock.group(2));
            return Rates.all().stream()
                    .map(r -> r.rate().name())
                    .filter(n -> Math.abs(n - transfers) <= 0.01 * n)
                    .min(Comparator.comparingDouble(n -> Math.abs(n - transfers)))
                    .map(n -> new DialogReading.Rate(n, false));
        }
        Matcher m = RATE.matcher(text);
        if (m.find()) {
            return Optional.of(new DialogReading.Rate(
                    Integer.parseInt(m.group(1)),
                    m.group(2).toUpperCase(Locale.ROOT).equals("MHZ")));
        }
        Matcher g = GIGAHERTZ.matcher(text);
        return g.find()
                ? Optional.of(new DialogReading.Rate(
                        Integer.parseInt(g.group(1)) * 1000 + Integer.parseInt((g.group(2) + "00").substring(0, 3)),
                        true))
                : Optional.empty();
    }

    static Optional<MemoryGeneration> type(String text) {
        Matcher m = TYPE.matcher(text);
        if (!m.find()) {
            return Optional.empty();
        }
        String name = m.group(2) == null ? "DDR" : "DDR" + m.group(2);
        if (m.group(1) == null) {
            return Optional.of(MemoryGeneration.valueOf(name));
        }
        return name.equals("DDR4") || name.equals("DDR5")
                ? Optional.of(MemoryGeneration.valueOf("LP" + name))
                : Optional.empty();
    }

    static Optional<DialogReading.Form> form(String text) {
        String t = text.toUpperCase(Locale.ROOT).replaceAll("[ _-]", "");
        if (t.contains("SODIMM")) {
            return Optional.of(DialogReading.Form.SO_DIMM);
        }
        if (t.contains("ROWOFCHIPS") || t.contains("CHIPREIHE") || t.contains("RANG\u00c9EDEPUCES")) {
            return Optional.of(DialogReading.Form.ROW_OF_CHIPS);
        }
        return t.contains("DIMM") ? Optional.of(DialogReading.Form.DIMM) : Optional.empty();
    }
}
