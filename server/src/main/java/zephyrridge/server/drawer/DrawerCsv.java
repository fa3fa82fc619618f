package zephyrridge.server.drawer;

import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import zephyrridge.core.quantity.Money;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;

/** Modules off a list (CSV after RFC 4180): what is good lands line by line, what is not is told with its line. */
final class DrawerCsv {
    private static final int MOST_LINES = 20_000;
    private static final int MOST_TOLD = 200;

    private DrawerCsv() {}

    static DrawerController.CsvAnswer read(String csv, Drawer drawer, Texts texts) {
        int landed = 0;
        List<String> bad = new ArrayList<>();
        long read = 0;
        try (CSVParser parser = CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .setIgnoreHeaderCase(true)
                .setTrim(true)
                .setIgnoreEmptyLines(true)
                .get()
                .parse(new StringReader(csv.startsWith("\uFEFF") ? csv.substring(1) : csv))) {
            for (String need : List.of("tag", "label")) {
                if (parser.getHeaderNames().stream().noneMatch(need::equalsIgnoreCase)) {
                    throw Problem.invalid("csv", "CSV_COLUMN", "need", need);
                }
            }
            for (CSVRecord line : parser) {
                read = parser.getCurrentLineNumber();
                if (line.getRecordNumber() > MOST_LINES) {
                    bad.add(texts.say("drawerCsv.more", "most", MOST_LINES));
                    break;
                }
                try {
                    drawer.add(module(line));
                    landed++;
                } catch (Problem | IllegalArgumentException e) {
                    if (bad.size() < MOST_TOLD) {
                        String why = e instanceof Problem p ? p.sentence() : e.getMessage();
                        bad.add(texts.say("drawerCsv.line", "line", line.getRecordNumber() + 1, "why", why));
                    }
                }
            }
        } catch (IOException | java.io.UncheckedIOException e) {
            throw Problem.invalid("csv", "CSV_BROKEN", "read", read);
        } catch (IllegalArgumentException e) {
            // What a line says wrong was told above: only the heading is left.
            throw Problem.invalid("csv", "CSV_HEADING");
        }
        return new DrawerController.CsvAnswer(landed, bad);
    }

    private static Drawer.NewModule module(CSVRecord line) {
        String tag = cell(line, "tag", "");
        if (!tag.matches("[A-Za-z0-9._-]{1,32}")) {
            throw Problem.invalid("tag", "NO_TAG", "tag", tag);
        }
        return new Drawer.NewModule(
                tag,
                cut(cell(line, "label", ""), 200),
                cut(cell(line, "maker", ""), 100),
                cut(cell(line, "part", ""), 64),
                cut(cell(line, "serial", ""), 64),
                word(Drawer.Tested.class, cell(line, "tested", "UNTESTED")),
                cut(cell(line, "note", ""), 500),
                word(Drawer.Origin.class, cell(line, "origin", "PULLED")),
                cut(cell(line, "bin", ""), 40),
                Money.parse(cell(line, "book", "0")));
    }

    private static <E extends Enum<E>> E word(Class<E> type, String text) {
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

    private static String cell(CSVRecord line, String name, String without) {
        return line.isMapped(name) && line.isSet(name) && !line.get(name).isBlank() ? line.get(name) : without;
    }

    private static String cut(String text, int most) {
        return text.length() > most ? text.substring(0, most) : text;
    }
}
