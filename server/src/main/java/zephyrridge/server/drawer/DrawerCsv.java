package zephyrridge.server.drawer;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Money;
import zephyrridge.server.csv.CsvTable;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;

/** Modules off a list: looked over first, then put in; what a line lacks is told with its number, and the others go in. */
@Component
class DrawerCsv {
    enum Column {
        TAG,
        LABEL,
        MAKER,
        PART,
        SERIAL,
        STATE,
        NOTE,
        ORIGIN,
        BIN,
        BOOK
    }

    /**
     * @param lines below the heading
     * @param goes what goes in, or would: tag and kind, {@value #MOST_TOLD} at most
     * @param into how many go in, or would
     * @param bad what does not, with why, {@value #MOST_TOLD} at most
     * @param badLines how many do not
     * @param tags all that went in, so that they can come out again together; empty where it was looked over only
     */
    record Looked(int lines, int into, List<String> goes, int badLines, List<String> bad, List<String> tags) {}

    private static final Map<Column, String> SPEAKING = Map.of(
            Column.TAG, "tag|number|no|inventory|inventar|nummer",
            Column.LABEL, "label|label line|module|wording|description|etikett|bezeichnung",
            Column.MAKER, "maker|brand|vendor|manufacturer|hersteller",
            Column.PART, "part|part number|part no|mpn|teilenummer",
            Column.SERIAL, "serial|serial number|sn|seriennummer",
            Column.STATE, "tested|state|condition|zustand",
            Column.NOTE, "note|notes|remark|bemerkung",
            Column.ORIGIN, "origin|came as|herkunft",
            Column.BIN, "bin|box|place|shelf|fach",
            Column.BOOK, "book|book value|value|wert");
    static final int MOST_LINES = 20_000;
    private static final int MOST_TOLD = 200;
    private final Drawer drawer;
    private final Texts texts;
    private final TransactionTemplate transaction;

    DrawerCsv(Drawer drawer, Texts texts, TransactionTemplate transaction) {
        this.drawer = drawer;
        this.texts = texts;
        this.transaction = transaction;
    }

    /**
     * @param mapping a heading by what it is, where headings do not speak for themselves
     * @param counts false to look it over only: nothing is put in
     * @throws Problem when it is no CSV, or has no column with labels
     */
    Looked read(String csv, Map<Column, String> mapping, boolean counts) {
        List<CSVRecord> lines = CsvTable.lines(csv, MOST_LINES);
        Map<Column, Integer> columns =
                CsvTable.columns(lines.get(0), Column.class, SPEAKING, mapping, EnumSet.of(Column.LABEL));
        return transaction.execute(t -> {
            Iterator<String> numbers = drawer.freshTags();
            List<String> goes = new ArrayList<>();
            List<String> bad = new ArrayList<>();
            Set<String> tags = new HashSet<>();
            List<String> in = new ArrayList<>();
            int into = 0;
            for (CSVRecord line : lines.subList(1, lines.size())) {
                try {
                    Drawer.NewModule m = module(line, columns, numbers);
                    if (!tags.add(m.tag())) {
                        throw Problem.invalid("tag", "TAG_TWICE", "tag", m.tag());
                    }
                    ModuleSpec spec = drawer.check(m);
                    if (counts) {
                        drawer.put(m, spec);
                        in.add(m.tag());
                    }
                    into++;
                    told(goes, texts.say("drawerCsv.goes", "tag", m.tag(), "line", m.labelLine()));
                } catch (Problem | IllegalArgumentException e) {
                    String why = e instanceof Problem p ? p.sentence() : e.getMessage();
                    told(bad, texts.say("drawerCsv.line", "line", line.getRecordNumber(), "why", why));
                }
            }
            return new Looked(lines.size() - 1, into, goes, lines.size() - 1 - into, bad, in);
        });
    }

    private static void told(List<String> list, String text) {
        if (list.size() < MOST_TOLD) {
            list.add(text);
        }
    }

    /** What a line says; where the list has no tags, the next free number. */
    private static Drawer.NewModule module(CSVRecord line, Map<Column, Integer> columns, Iterator<String> numbers) {
        String tag = columns.containsKey(Column.TAG) ? CsvTable.cell(line, columns, Column.TAG) : numbers.next();
        if (!tag.matches("[A-Za-z0-9._-]{1,32}")) {
            throw Problem.invalid("tag", "NO_TAG", "tag", tag);
        }
        return new Drawer.NewModule(
                tag,
                cut(CsvTable.cell(line, columns, Column.LABEL), 200),
                cut(CsvTable.cell(line, columns, Column.MAKER), 100),
                cut(CsvTable.cell(line, columns, Column.PART), 64),
                cut(CsvTable.cell(line, columns, Column.SERIAL), 64),
                word(Drawer.Tested.class, CsvTable.cell(line, columns, Column.STATE), Drawer.Tested.UNTESTED),
                cut(CsvTable.cell(line, columns, Column.NOTE), 500),
                word(Drawer.Origin.class, CsvTable.cell(line, columns, Column.ORIGIN), Drawer.Origin.PULLED),
                cut(CsvTable.cell(line, columns, Column.BIN), 40),
                Optional.of(CsvTable.cell(line, columns, Column.BOOK))
                        .filter(b -> !b.isEmpty())
                        .map(Money::parse)
                        .orElse(Money.ZERO));
    }

    private static <E extends Enum<E>> E word(Class<E> type, String text, E without) {
        if (text.isEmpty()) {
            return without;
        }
        try {
            return Enum.valueOf(type, text.toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            throw Problem.invalid(
                    "csv",
                    "NONE_OF",
                    "text",
                    text,
                    "of",
                    Arrays.stream(type.getEnumConstants())
                            .map(x -> x.name().toLowerCase(Locale.ROOT))
                            .toList());
        }
    }

    private static String cut(String text, int most) {
        return text.length() > most ? text.substring(0, most) : text;
    }
}
