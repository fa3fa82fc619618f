package zephyrridge.core.reading.dialog;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a recogniser read off a picture of a window, mended as far as the window itself shows how: words by the table of words and the keys
 * of commands, counts and units by their confusions, figures by what such a figure can be and by each other. A line that may be wrong is
 * left out and told of; nothing is made up to replace it. The confusions are common practice, no source.
 *
 * @param text what is left, for {@link DialogReader}
 * @param leftOut lines, as they were read, whose figure cannot be what the window shows
 */
public record SeenText(String text, List<String> leftOut) {
    private static final List<String> WORDS =
            DialogWords.all().stream().map(DialogWords.Row::word).toList();
    private static final Pattern GLUED_OF = Pattern.compile("^\\W*(\\d|[Il|]) ?[0Oo]f ?(\\d)\\b");
    private static final Pattern TYPE = Pattern.compile("\\b[DO0][DO0]R([2-5SA])(?![\\p{L}\\p{N}])");
    private static final Pattern BARE = Pattern.compile("(?<![\\d.,])(\\d{2,4}) ?G[Bo](?!\\p{L})");
    private static final Pattern DECIMAL = Pattern.compile("\\d[.,]\\d ?G[Bo](?!\\p{L})");

    private static final double OF_ROUNDING = 0.35;

    /** A line with the meaning of the word at its head, as far as there is one. */
    private record Line(String read, String text, Optional<Meaning> meaning) {}

    /** @param read the lines of one window, from above */
    public static SeenText of(List<String> read) {
        List<String> left = new ArrayList<>();
        List<String> lines = SeenBlocks.isShell(read)
                ? SeenBlocks.shell(read, left)
                : SeenBlocks.isCommand(read) ? SeenBlocks.command(read, left) : window(read, left);
        return new SeenText(String.join("\n", lines), left);
    }

    private static List<String> window(List<String> read, List<String> left) {
        List<Line> lines = new ArrayList<>();
        for (String l : read) {
            lines.add(figures(worded(l)));
        }
        // Where words have lost their first letter the window's edge is not in the picture, and figures have lost their
        // first digit.
        boolean cut = lines.stream().filter(SeenText::isCut).count() > 1;
        boolean decimals = lines.stream().anyMatch(l -> DECIMAL.matcher(l.text).find());
        List<Line> kept = new ArrayList<>();
        for (Line l : lines) {
            Optional<Line> whole = decimals ? pointed(l) : Optional.of(l);
            boolean begun = cut && l.meaning.isEmpty() && !l.text.isEmpty() && Character.isDigit(l.text.charAt(0));
            if (!begun && whole.filter(SeenText::canBe).isPresent()) {
                kept.add(whole.get());
            } else {
                left.add(l.read);
            }
        }
        disagree(kept).forEach(l -> {
            kept.remove(l);
            left.add(l.read);
        });
        return kept.stream().map(Line::text).toList();
    }

    /** The word at the head of a line, as the table has it. */
    private static Line worded(String read) {
        String line = read.strip();
        Optional<DialogWords.Known> known = DialogWords.at(line, 0, line.length());
        if (known.isPresent()) {
            return new Line(read, line, Optional.of(known.get().meaning()));
        }
        return SeenHead.of(line, WORDS)
                .map(h -> h.word() + line.substring(h.end()))
                .map(t -> new Line(read, t, DialogWords.at(t, 0, t.length()).map(DialogWords.Known::meaning)))
                .orElse(new Line(read, line, Optional.empty()));
    }

    private static boolean isCut(Line l) {
        return l.meaning.isPresent()
                && l.text.length() > 1
                && Character.toLowerCase(l.read.strip().charAt(0)) == Character.toLowerCase(l.text.charAt(1))
                && Character.toLowerCase(l.read.strip().charAt(0)) != Character.toLowerCase(l.text.charAt(0));
    }

    private static Line figures(Line l) {
        String t = SeenFigures.units(l.text);
        Matcher type = TYPE.matcher(t);
        if (type.find()) {
            String digit = type.group(1).replace('S', '5').replace('A', '4');
            t = t.substring(0, type.start()) + "DDR" + digit + t.substring(type.end());
        }
        if (l.meaning.filter(Meaning.SLOTS::equals).isPresent()) {
            int from = DialogWords.at(t, 0, t.length())
                    .map(DialogWords.Known::length)
                    .orElse(0);
            Matcher of = GLUED_OF.matcher(t.substring(from));
            if (of.find()) {
                t = t.substring(0, from) + ": " + (Character.isDigit(of.group(1).charAt(0)) ? of.group(1) : "1")
                        + " of " + of.group(2);
            }
        }
        return new Line(l.read, t, l.meaning);
    }

    /**
     * Where one size of a window has a decimal sign, all have: one without has lost it. It stands before the last digit in what is
     * installed and visible; other figures may have had two decimals, and are left out.
     */
    private static Optional<Line> pointed(Line l) {
        Matcher bare = BARE.matcher(l.text);
        if (!bare.find()) {
            return Optional.of(l);
        }
        boolean head = l.meaning.isEmpty() && TYPE.matcher(l.text).find();
        if (!head
                && l.meaning
                        .filter(m -> m == Meaning.INSTALLED || m == Meaning.VISIBLE)
                        .isEmpty()) {
            return Optional.empty();
        }
        StringBuilder t = new StringBuilder();
        do {
            String digits = bare.group(1);
            String pointed = digits.substring(0, digits.length() - 1) + "." + digits.charAt(digits.length() - 1);
            bare.appendReplacement(t, pointed + bare.group().substring(digits.length()));
        } while (bare.find());
        bare.appendTail(t);
        return Optional.of(new Line(l.read, t.toString(), l.meaning));
    }

    private static boolean canBe(Line l) {
        if (l.meaning.isEmpty()) {
            return true;
        }
        return switch (l.meaning.get()) {
            case INSTALLED -> Figures.size(l.text).map(SeenFigures::fitted).orElse(true);
            case RATE -> !SeenFigures.NUMBER.matcher(l.text).find()
                    || rate(l.text).isPresent();
            case SLOTS -> Figures.OF.matcher(l.text).find();
            default -> true;
        };
    }

    private static Optional<Integer> rate(String text) {
        Matcher m = SeenFigures.NUMBER.matcher(text);
        if (!m.find()) {
            return Optional.empty();
        }
        int number = Integer.parseInt(m.group());
        return SeenFigures.rates().contains(number) ? Optional.of(number) : Optional.empty();
    }

    /** Figures of one window that cannot all be right: what is installed, what of it is visible, used, free and kept. */
    private static List<Line> disagree(List<Line> lines) {
        Optional<Line> installed = lines.stream()
                .filter(l -> l.meaning.filter(Meaning.INSTALLED::equals).isPresent()
                        || l.meaning.isEmpty() && TYPE.matcher(l.text).find())
                .filter(l -> gib(l) > 0)
                .findFirst();
        if (installed.isEmpty()) {
            return List.of();
        }
        double all = gib(installed.get());
        List<Line> wrong = new ArrayList<>();
        Optional<Line> visible = first(lines, Meaning.VISIBLE);
        visible.filter(v -> gib(v) > all + OF_ROUNDING || gib(v) < all / 2).ifPresent(wrong::add);
        Optional<Line> used = first(lines, Meaning.IN_USE);
        Optional<Line> free = first(lines, Meaning.AVAILABLE);
        Optional<Line> kept = first(lines, Meaning.RESERVED);
        if (kept.filter(k -> gib(k) > all / 2).isPresent()) {
            wrong.add(kept.get());
        }
        if (used.isPresent() && free.isPresent() && kept.isPresent()) {
            double sum = gib(used.get()) + gib(free.get()) + gib(kept.get());
            if (Math.abs(sum - all) > OF_ROUNDING) {
                // Whichever of them it is: none is said, but for the total where another figure bears it out.
                wrong.addAll(List.of(used.get(), free.get(), installed.get()));
            }
        } else if (used.filter(u -> gib(u) > all).isPresent()
                || free.filter(f -> gib(f) > all).isPresent()) {
            wrong.add(installed.get());
        }
        return wrong;
    }

    private static Optional<Line> first(List<Line> lines, Meaning meaning) {
        return lines.stream()
                .filter(l -> l.meaning.filter(meaning::equals).isPresent() && gib(l) > 0)
                .findFirst();
    }

    private static double gib(Line l) {
        return Figures.size(l.text)
                .map(p -> (double) p.size().bytes() / (1L << SeenFigures.GIB))
                .orElse(0.0);
    }
}
