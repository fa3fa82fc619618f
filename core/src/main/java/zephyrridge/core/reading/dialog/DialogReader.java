package zephyrridge.core.reading.dialog;

import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.listing.ListedModule;

/**
 * Reads what systems print about their memory: dialogs copied or typed, commands' answers, in any order and any part of it. Each word of
 * {@code words.csv} says what its figure speaks of; in other languages a figure counts where its unit leaves only one meaning. A figure that
 * could be two things is asked about. Never throws on any text.
 *
 * <p>In one file: each way to read a line takes what the one before it left; their order is the grammar.
 */
public final class DialogReader {
    public static final int MOST_LINES = 4000;
    /** Characters of one text that are looked at, whole lines: a firmware-table command's answer on a large server is 110,000. */
    public static final int MOST_CHARACTERS = 200_000;

    private static final int LONGEST_LINE = 400;
    private static final int MOST_ASKED = 8;
    private static final int MOST_SLOTS = 256;
    /** A size in brackets that is nearly the one before it is the usable part; a small one is something else. */
    private static final double USABLE_AT_LEAST = 0.5;

    private static final double FIRMWARE_AVAILABLE = 0.9;

    private static final Pattern FREE =
            Pattern.compile("(?i)^Mem: {1,12}(\\d{1,13}(?:[.,]\\d)?)([KMGT]i?|[KMGT]B)?(?: .*)?$");
    private static final Pattern BLANKS = Pattern.compile("[\\u00A0\\u2007\\u2009\\u200A\\u202F\\t]");
    private static final Pattern NO_MARKS = Pattern.compile("[\\u200E\\u200F\\u202A-\\u202E\\uFEFF]");
    private static final Pattern COMMITTED = Pattern.compile("([\\d.,]{1,12})\\s?/\\s?([\\d.,]{1,12}) ?(\\p{L}{1,3})");
    private static final Pattern LEADERS = Pattern.compile("^[\\s:=.\\u2026\\uFF1A\\u00B7]+");
    private static final Pattern SLOTS_ONLY = Pattern.compile(
            "^(?:[\\p{L} ]{0,40}[:\\uFF1A])? ?\\d{1,3} ?(?:/|\\p{L}{1,10}(?: \\p{L}{1,6})?) ?\\d{1,3}$");

    /** Between what is said in one line: a comma, or a blank where a word with a figure of its own follows a figure. */
    private static final Pattern PARTS = Pattern.compile("[,;]? {1,4}");
    /** "2 of 4 slots": the count before its word. */
    private static final Pattern SLOTS_AFTER = Pattern.compile(
            "(?i)(\\d{1,3} ?(?:/|of|von|sur|de) ?\\d{1,3}) (?:(?:memory|ram) )?(?:slots?|sockets?|positions?|steckpl(?:\u00e4|ae?)tzen?|sockeln?|emplacements?)\\b");

    /** More lines than hands type. */
    private static final int MOST_TYPED = 8;

    private final List<DialogReading.Word> words = new ArrayList<>();
    private final List<ListedModule> told = new ArrayList<>();
    private final List<Finding> findings = new ArrayList<>();
    private int asked;
    /** A word whose figure stands in the line below. */
    private Optional<Meaning> pending = Optional.empty();

    private DialogReader() {}

    public static DialogReading read(String text) {
        DialogReader r = new DialogReader();
        // A slash between blanks parts what somebody typed into one line.
        String parted = text.length() <= MOST_TYPED * TypedLine.LONGEST ? text.replace(" / ", "\n") : text;
        List<String> raw = lines(parted);
        if (parted.lines().skip(raw.size()).findAny().isPresent()) {
            r.add(DialogFinding.DIALOG_LINES_CUT, new DialogFinding.Count(raw.size()), "", "");
        }
        List<String> lines = raw.stream().map(DialogReader::tidy).toList();
        DeviceBlocks blocks = DeviceBlocks.of(lines);
        for (int i = 0; i < lines.size(); i++) {
            if (!blocks.consumed(i)) {
                String line = lines.get(i).strip();
                if (lines.size() <= MOST_TYPED && r.byHand(i + 1, line)) {
                    continue;
                }
                for (String said : typed(line)) {
                    r.line(i + 1, said);
                }
            }
        }
        r.told.addAll(0, blocks.modules());
        r.derive();
        r.agree();
        return new DialogReading(r.words, r.told, blocks.positions(), blocks.maximum(), r.findings);
    }

    /** The first lines of a text, as many as are read of one: {@link #MOST_LINES}, {@link #MOST_CHARACTERS}. */
    public static List<String> lines(String text) {
        List<String> lines = new ArrayList<>();
        int left = MOST_CHARACTERS;
        for (Iterator<String> all = text.lines().iterator(); all.hasNext() && lines.size() < MOST_LINES && left > 0; ) {
            String line = all.next();
            // What is cut off a line is not looked at, and costs nothing.
            left -= Math.min(line.length(), LONGEST_LINE) + 1;
            lines.add(line);
        }
        return lines;
    }

    /** Whether a single line begins with a word that systems use, or says a size with its usable part: then it is no label. */
    public static boolean names(String line) {
        String t = tidy(line).strip();
        return known(t).isPresent() || usable(t).isPresent() || FREE.matcher(t).matches();
    }

    /** One kind of blank, no marks of writing direction; lines longer than any dialog's are cut. */
    private static String tidy(String line) {
        String t = line.length() > LONGEST_LINE ? line.substring(0, LONGEST_LINE) : line;
        return NO_MARKS.matcher(BLANKS.matcher(t).replaceAll(" "))
                .replaceAll("")
                .stripTrailing();
    }

    /** What somebody types into one line, "Installed RAM 16 GB, Speed: 3200 MT/s, 2 of 2 slots": each part that says by itself what it is. */
    private static List<String> typed(String line) {
        List<String> said = new ArrayList<>();
        Matcher count = SLOTS_AFTER.matcher(line);
        boolean figure = false;
        int from = 0;
        int looked = 0;
        for (Matcher m = PARTS.matcher(line); m.find(); ) {
            for (; looked < m.start(); looked++) {
                figure |= Character.isDigit(line.charAt(looked));
            }
            int next = m.end();
            boolean blank = line.charAt(m.start()) == ' ';
            if (blank && !figure && !says(line, from, m.start(), false, Meaning.FORM)) {
                continue;
            }
            boolean parts = count.region(next, line.length()).lookingAt()
                    || (blank
                            ? says(line, next, line.length(), true, Meaning.values())
                                    || says(line, next, line.length(), false, Meaning.FORM)
                            : DialogWords.at(line, next, line.length()).isPresent());
            if (parts) {
                said.add(line.substring(from, m.start()));
                from = next;
                looked = next;
                figure = false;
            }
        }
        said.add(line.substring(from));
        return said;
    }

    /** Whether one of the words with these meanings stands at the head of that part, with something behind it: a digit, where one has to. */
    private static boolean says(String line, int from, int to, boolean digit, Meaning... meanings) {
        Optional<DialogWords.Known> word = DialogWords.at(line, from, to);
        if (word.isEmpty() || !List.of(meanings).contains(word.get().meaning())) {
            return false;
        }
        Matcher leaders = LEADERS.matcher(line).region(from + word.get().length(), to);
        int rest = leaders.lookingAt() ? leaders.end() : from + word.get().length();
        return rest < to && (!digit || Character.isDigit(line.charAt(rest)));
    }

    /** Takes a line as people type it; false where it is a system's own, or says nothing so. */
    private boolean byHand(int no, String line) {
        Optional<DialogWords.Known> first = known(line);
        boolean systems = pending.isPresent()
                || FREE.matcher(line).matches()
                || usable(line).isPresent()
                || first.isPresent()
                        && (first.get().meaning() != Meaning.INSTALLED
                                || typed(line).size() > 1);
        if (systems || line.isEmpty()) {
            return false;
        }
        Optional<TypedLine> typed = TypedLine.of(line);
        // What a system prints behind its word is one figure; two and more were typed.
        if (typed.isEmpty() || first.isPresent() && typed.get().figures() < 2) {
            return false;
        }
        TypedLine t = typed.get();
        t.installed().ifPresent(p -> word(Meaning.INSTALLED, new DialogReading.Size(p), no, line));
        t.visible().ifPresent(p -> word(Meaning.VISIBLE, new DialogReading.Size(p), no, line));
        t.type().ifPresent(g -> word(Meaning.TYPE, new DialogReading.Type(g), no, line));
        t.rate().ifPresent(x -> rate(no, line, x));
        t.slots().ifPresent(x -> word(Meaning.SLOTS, x, no, line));
        for (DialogReading.Value v : t.others()) {
            word(v instanceof DialogReading.Bits ? Meaning.WORD_BITS : Meaning.FORM, v, no, line);
        }
        for (TypedLine.Device d : t.devices()) {
            told.add(new ListedModule("line " + no, d.locator(), "", d.size(), 0, 0, 0, 0, 0, 0, 0, "", "", "", false));
        }
        if (!t.notRead().isEmpty()) {
            add(
                    DialogFinding.DIALOG_NOT_READ,
                    new DialogFinding.NotRead(String.join(", ", t.notRead()), line),
                    line,
                    String.valueOf(no));
        }
        return true;
    }

    /** What follows of two figures together: the visible part, where a system shows its pieces. */
    private void derive() {
        Optional<DialogReading.Word> installed = first(Meaning.INSTALLED);
        Optional<DialogReading.Word> available = first(Meaning.AVAILABLE);
        if (first(Meaning.VISIBLE).isPresent()) {
            return;
        }
        Optional<DialogReading.Word> inUse = first(Meaning.IN_USE);
        Optional<DialogReading.Word> reserved = first(Meaning.RESERVED);
        if (installed.isPresent()
                && reserved.isPresent()
                && size(installed.get()).isAbove(size(reserved.get()))) {
            visible(reserved.get(), size(installed.get()).minus(size(reserved.get())));
        } else if (inUse.isPresent() && available.isPresent()) {
            visible(available.get(), size(inUse.get()).plus(size(available.get())));
        } else if (installed.isPresent()
                && available.isPresent()
                && size(available.get()).size().bytes()
                        >= FIRMWARE_AVAILABLE * size(installed.get()).size().bytes()) {
            // A firmware's screen calls so what is left for systems; a system calls so what is free now, which is never
            // nearly all.
            visible(available.get(), size(available.get()));
        }
    }

    private void visible(DialogReading.Word from, Printed size) {
        word(Meaning.VISIBLE, new DialogReading.Size(size), from.line(), from.text());
    }

    private void line(int no, String line) {
        if (line.isEmpty()) {
            return;
        }
        Matcher free = FREE.matcher(line);
        if (free.matches()) {
            free(no, line, free);
            return;
        }
        Matcher after = SLOTS_AFTER.matcher(line);
        if (after.lookingAt()) {
            slots(no, line, after.group(1));
            return;
        }
        Optional<DialogWords.Known> known = known(line);
        if (known.isPresent()) {
            String rest = LEADERS.matcher(line.substring(known.get().length())).replaceFirst("");
            pending = rest.isEmpty() ? Optional.of(known.get().meaning()) : Optional.empty();
            if (!rest.isEmpty()) {
                said(no, line, known.get().meaning(), rest);
            }
        } else if (pending.isPresent()) {
            Meaning meaning = pending.get();
            pending = Optional.empty();
            said(no, line, meaning, line);
        } else {
            byItself(no, line);
        }
    }

    private static Optional<DialogWords.Known> known(String line) {
        return DialogWords.at(line, 0, line.length());
    }

    private void said(int no, String line, Meaning meaning, String rest) {
        switch (meaning) {
            case INSTALLED -> installed(no, line, rest);
            case VISIBLE, BLOCKS, RESERVED, IN_USE, AVAILABLE, CACHED -> Figures.size(rest)
                    .ifPresent(p -> word(meaning, new DialogReading.Size(p), no, line));
            case COMMITTED -> committed(no, line, rest);
            case RATE -> Figures.rate(rest)
                    .or(() -> rest.strip().matches("\\d{3,5}")
                            ? Optional.of(new DialogReading.Rate(Integer.parseInt(rest.strip()), false))
                            : Optional.empty())
                    .ifPresent(r -> rate(no, line, r));
            case SLOTS -> slots(no, line, rest);
            case FORM -> Figures.form(rest).ifPresent(f -> word(Meaning.FORM, new DialogReading.Called(f), no, line));
            case TYPE -> Figures.type(rest).ifPresent(t -> word(Meaning.TYPE, new DialogReading.Type(t), no, line));
            case WORD_BITS -> bits(no, line);
            case OTHER -> {}
        }
    }

    private void installed(int no, String line, String rest) {
        Optional<Printed> size = Figures.size(rest);
        if (size.isEmpty()) {
            // "Memory 3200 MHz" says no size; a heading such as "Memory" with prose behind it says nothing.
            Figures.rate(rest).ifPresent(r -> rate(no, line, r));
            return;
        }
        word(Meaning.INSTALLED, new DialogReading.Size(size.get()), no, line);
        usable(rest).ifPresent(u -> word(Meaning.VISIBLE, new DialogReading.Size(u), no, line));
        Figures.rate(rest).ifPresent(r -> rate(no, line, r));
        Figures.type(rest).ifPresent(t -> word(Meaning.TYPE, new DialogReading.Type(t), no, line));
    }

    private static Optional<Printed> usable(String text) {
        if (text.indexOf('(') < 0) {
            return Optional.empty();
        }
        Matcher pair = Figures.PAIR.matcher(text);
        if (!pair.find()) {
            return Optional.empty();
        }
        Optional<Printed> outer = Figures.printed(pair.group(1), pair.group(2));
        return Figures.printed(pair.group(3), pair.group(4))
                .filter(in -> outer.isPresent()
                        && !in.isAbove(outer.get())
                        && in.size().bytes()
                                >= USABLE_AT_LEAST * outer.get().size().bytes());
    }

    /** "7.9/11.2 GB": what is promised to programs, and what could be. */
    private void committed(int no, String line, String rest) {
        Matcher m = COMMITTED.matcher(rest);
        Optional<Printed> now = m.find()
                        && m.group(1).matches("\\d+(?:[.,]\\d+)?")
                        && Figures.SIZE.matcher("1 " + m.group(3)).matches()
                ? Figures.printed(m.group(1), m.group(3))
                : Figures.size(rest);
        now.ifPresent(p -> word(Meaning.COMMITTED, new DialogReading.Size(p), no, line));
    }

    private void slots(int no, String line, String rest) {
        Matcher of = Figures.OF.matcher(rest);
        if (of.find()) {
            int used = Integer.parseInt(of.group(1));
            int there = Integer.parseInt(of.group(2));
            if (used > there || there > MOST_SLOTS || there == 0) {
                add(DialogFinding.DIALOG_MORE_USED_THAN_THERE, new DialogFinding.Line(line), line, String.valueOf(no));
            } else {
                word(Meaning.SLOTS, new DialogReading.Slots(used, Optional.of(there)), no, line);
            }
        } else if (rest.strip().matches("\\d{1,3}") && Integer.parseInt(rest.strip()) <= MOST_SLOTS) {
            word(Meaning.SLOTS, new DialogReading.Slots(Integer.parseInt(rest.strip()), Optional.empty()), no, line);
        }
    }

    private void bits(int no, String line) {
        Matcher m = Figures.BITS.matcher(line);
        if (m.find()) {
            word(Meaning.WORD_BITS, new DialogReading.Bits(Integer.parseInt(m.group(1))), no, line);
        }
    }

    private void rate(int no, String line, DialogReading.Rate rate) {
        if (rate.number() >= 100 && rate.number() <= 20_000) {
            word(Meaning.RATE, rate, no, line);
        }
    }

    /** A line of which no word is known: what its units leave only one meaning for. */
    private void byItself(int no, String line) {
        Optional<Printed> usable = usable(line);
        Optional<Printed> size = Figures.size(line);
        if (usable.isPresent()) {
            word(Meaning.INSTALLED, new DialogReading.Size(size.orElseThrow()), no, line);
            word(Meaning.VISIBLE, new DialogReading.Size(usable.get()), no, line);
            return;
        }
        Optional<DialogReading.Rate> rate = Figures.RATE.matcher(line).find() ? Figures.rate(line) : Optional.empty();
        if (size.isPresent() && Figures.type(line).isPresent() && line.length() <= 60) {
            // "8.0 GB DDR4": the head of the performance page, or of an about window.
            installed(no, line, line);
        } else if (size.isPresent()) {
            if (asked++ < MOST_ASKED) {
                add(DialogFinding.DIALOG_FIGURE_ALONE, new DialogFinding.Line(line), line, String.valueOf(no));
            }
        } else if (rate.isPresent()) {
            rate(no, line, rate.get());
        } else if (SLOTS_ONLY.matcher(line).matches()) {
            slots(no, line, line.substring(line.indexOf(':') + 1));
        } else if (Figures.BITS.matcher(line).find()) {
            bits(no, line);
        } else if (line.length() <= 40) {
            Figures.form(line).ifPresent(f -> word(Meaning.FORM, new DialogReading.Called(f), no, line));
            Figures.type(line).ifPresent(t -> word(Meaning.TYPE, new DialogReading.Type(t), no, line));
        }
    }

    /** Linux's own table: plain kibibytes; with -m mebibytes, with -g gibibytes rounded down, told apart by what a machine can have. */
    private void free(int no, String line, Matcher m) {
        Optional<Printed> size;
        if (m.group(2) != null) {
            size = Figures.printed(m.group(1), m.group(2));
        } else if (!m.group(1).matches("\\d{1,12}")) {
            size = Optional.empty();
        } else {
            long n = Long.parseLong(m.group(1));
            size = n >= 1 << 18
                    ? Optional.of(Printed.rounded(new ByteSize(Math.min(n, 1L << 40) << 10), 1 << 10))
                    : n >= 1 << 8
                            ? Optional.of(Printed.floored(ByteSize.ofMebibytes(n), 1 << 20))
                            : Optional.of(Printed.floored(ByteSize.ofGibibytes(n), 1 << 30));
        }
        size.ifPresent(p -> word(Meaning.VISIBLE, new DialogReading.Size(p), no, line));
    }

    private void word(Meaning meaning, DialogReading.Value value, int no, String line) {
        words.add(new DialogReading.Word(meaning, value, no, line));
    }

    /** Figures of one meaning that exclude each other, and more visible than installed. */
    private void agree() {
        for (Meaning meaning : List.of(Meaning.INSTALLED, Meaning.VISIBLE)) {
            List<DialogReading.Word> same =
                    words.stream().filter(w -> w.meaning() == meaning).toList();
            same.stream()
                    .skip(1)
                    .filter(w -> !size(w).agrees(size(same.get(0))))
                    .findFirst()
                    .ifPresent(w -> {
                        add(
                                DialogFinding.DIALOG_TWO_ANSWERS,
                                new DialogFinding.Two(meaning, same.get(0).text(), w.text()),
                                w.text(),
                                String.valueOf(w.line()));
                        // Of two answers neither is taken.
                        words.removeAll(same);
                    });
        }
        Optional<DialogReading.Word> installed = first(Meaning.INSTALLED);
        Optional<DialogReading.Word> visible = first(Meaning.VISIBLE);
        if (installed.isPresent() && visible.isPresent() && size(visible.get()).isAbove(size(installed.get()))) {
            add(
                    DialogFinding.DIALOG_VISIBLE_ABOVE_INSTALLED,
                    new DialogFinding.Two(
                            Meaning.VISIBLE,
                            visible.get().text(),
                            installed.get().text()),
                    visible.get().text(),
                    String.valueOf(visible.get().line()));
        }
        first(Meaning.RATE)
                .filter(w -> w.value() instanceof DialogReading.Rate r && r.megahertz())
                .ifPresent(w -> add(
                        DialogFinding.DIALOG_RATE_IN_MEGAHERTZ,
                        new DialogFinding.Line(w.text()),
                        w.text(),
                        String.valueOf(w.line())));
    }

    private static Printed size(DialogReading.Word w) {
        return ((DialogReading.Size) w.value()).printed();
    }

    private Optional<DialogReading.Word> first(Meaning meaning) {
        return words.stream().filter(w -> w.meaning() == meaning).findFirst();
    }

    private void add(DialogFinding code, Detail detail, String line, String no) {
        Severity severity =
                code == DialogFinding.DIALOG_TWO_ANSWERS || code == DialogFinding.DIALOG_VISIBLE_ABOVE_INSTALLED
                        ? Severity.RISK
                        : Severity.NOTE;
        findings.add(Finding.of(code, severity, Subject.machine(), detail, new Evidence.Word("line " + no, line)));
    }
}
