package zephyrridge.server.csv;

import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.springframework.http.HttpStatus;
import zephyrridge.server.web.Problem;

/** A table somebody hands in: a line of headings, and lines below it. */
public final class CsvTable {
    private CsvTable() {}

    /**
     * Its lines, the heading first; parted by semicolons where its heading has more of them than commas.
     *
     * @throws Problem when it is no CSV after RFC 4180, has no line below its heading, or more than {@code most}
     */
    public static List<CSVRecord> lines(String csv, int most) {
        String text = csv.startsWith("\uFEFF") ? csv.substring(1) : csv;
        String heading = text.lines().findFirst().orElse("");
        char separator = heading.chars().filter(c -> c == ';').count()
                        > heading.chars().filter(c -> c == ',').count()
                ? ';'
                : ',';
        long read = 0;
        try (CSVParser parser = CSVFormat.RFC4180
                .builder()
                .setDelimiter(separator)
                .setIgnoreEmptyLines(true)
                .get()
                .parse(new StringReader(text))) {
            List<CSVRecord> lines = new ArrayList<>();
            for (CSVRecord line : parser) {
                lines.add(line);
                read = parser.getCurrentLineNumber();
            }
            if (lines.size() < 2) {
                throw Problem.invalid("sheet", "SHEET_EMPTY");
            }
            if (lines.size() > most + 1) {
                throw Problem.invalid("sheet", "SHEET_LONG", "most", most);
            }
            return lines;
        } catch (IOException | java.io.UncheckedIOException e) {
            throw Problem.invalid("sheet", "CSV_BROKEN", "read", read);
        }
    }

    /**
     * Which column is which, by the mapping that somebody gave, else by headings that speak for themselves.
     *
     * @param speaking what a heading is called, as a regular expression of whole words in lower case
     * @param mapping a heading by what it is; empty where nobody gave one
     * @throws Problem COLUMN_MISSING (422) with the headings there are, when a needed one is not among them
     */
    public static <C extends Enum<C>> Map<C, Integer> columns(
            CSVRecord heading, Class<C> type, Map<C, String> speaking, Map<C, String> mapping, Set<C> needed) {
        Map<C, Integer> columns = new EnumMap<>(type);
        for (C c : type.getEnumConstants()) {
            for (int i = 0; i < heading.size(); i++) {
                String name = heading.get(i).strip().toLowerCase(Locale.ROOT);
                boolean is = mapping.containsKey(c)
                        ? name.equals(mapping.get(c).strip().toLowerCase(Locale.ROOT))
                        : name.matches(speaking.get(c));
                if (is && !columns.containsValue(i)) {
                    columns.putIfAbsent(c, i);
                }
            }
        }
        for (C c : type.getEnumConstants()) {
            if (needed.contains(c) && !columns.containsKey(c)) {
                throw Problem.of(
                        HttpStatus.UNPROCESSABLE_CONTENT,
                        "COLUMN_MISSING",
                        Map.of("field", c.name(), "headings", heading.toList()),
                        "column",
                        c.name().toLowerCase(Locale.ROOT),
                        "headings",
                        String.join(", ", heading.toList()));
            }
        }
        return columns;
    }

    /** What a line has in a column, without what stands around it; "" where it has none. */
    public static <C extends Enum<C>> String cell(CSVRecord line, Map<C, Integer> columns, C column) {
        Integer at = columns.get(column);
        return at == null || at >= line.size() ? "" : line.get(at).strip();
    }
}
