package zephyrridge.server.drawer;

import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import zephyrridge.core.quantity.Money;
import zephyrridge.server.web.Problem;

/** Modules off a list (CSV after RFC 4180): what is good lands line by line, what is not is told with its line. */
final class DrawerCsv {
    private static final int MOST_LINES = 20_000;
    private static final int MOST_TOLD = 200;

    private DrawerCsv() {}

    static DrawerController.CsvAnswer read(String csv, Drawer drawer) {
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
                    throw Problem.invalid(
                            "csv", "The list has no column '" + need + "'. Its first line names the columns.");
                }
            }
            for (CSVRecord line : parser) {
                read = parser.getCurrentLineNumber();
                if (line.getRecordNumber() > MOST_LINES) {
                    bad.add("The list has more than " + MOST_LINES
                            + " lines; the rest was left out. Send it by itself.");
                    break;
                }
                try {
                    drawer.add(module(line));
                    landed++;
                } catch (Problem | IllegalArgumentException e) {
                    if (bad.size() < MOST_TOLD) {
                        bad.add("Line " + (line.getRecordNumber() + 1) + ": " + e.getMessage());
                    }
                }
            }
        } catch (IOException | java.io.UncheckedIOException e) {
            throw Problem.invalid(
                    "csv",
                    "This is no CSV after RFC 4180: a quoted cell does not end where it should, after line " + read
                            + ". Save it again as CSV, quotes doubled inside quotes.");
        }
        return new DrawerController.CsvAnswer(landed, bad);
    }

    private static Drawer.NewModule module(CSVRecord line) {
        String tag = cell(line, "tag", "");
        if (!tag.matches("[A-Za-z0-9._-]{1,32}")) {
            throw new IllegalArgumentException(
                    "'" + tag + "' is no tag: letters, digits, dots and dashes, 32 at most.");
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
            return Enum.valueOf(type, text.toUpperCase(java.util.Locale.ROOT));
        } catch (IllegalArgumentException e) {
            throw new IllegalArgumentException("'" + text + "' is none of "
                    + java.util.Arrays.toString(type.getEnumConstants()).toLowerCase(java.util.Locale.ROOT) + ".");
        }
    }

    private static String cell(CSVRecord line, String name, String without) {
        return line.isMapped(name) && line.isSet(name) && !line.get(name).isBlank() ? line.get(name) : without;
    }

    private static String cut(String text, int most) {
        return text.length() > most ? text.substring(0, most) : text;
    }
}
