package zephyrridge.server.supplier;

import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.springframework.http.HttpStatus;
import zephyrridge.core.plan.SheetLine;
import zephyrridge.server.web.Problem;

/** A supplier's sheet as a file: its lines, and which of its columns is which. */
final class SheetCsv {
    private SheetCsv() {}

    /**
     * Its lines, the heading first; parted by semicolons where its heading has more of them than commas.
     *
     * @throws Problem when it is no CSV after RFC 4180, has no line below its heading, or more than {@code most}
     */
    static List<CSVRecord> lines(String csv, int most) {
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

    private static final Map<Suppliers.Column, String> SPEAKING = Map.of(
            Suppliers.Column.WORDING,
            "article|description|wording|item|module|product|title|label|artikel|bezeichnung",
            Suppliers.Column.PRICE,
            "price|net|cost|preis|prix",
            Suppliers.Column.PACK,
            "pack|pieces|kit|pcs|per pack",
            Suppliers.Column.STOCK,
            "stock|available|qty|quantity|bestand",
            Suppliers.Column.LEAD,
            "lead|lead days|delivery|days|lieferzeit",
            Suppliers.Column.RETURNS,
            "return|returns|return days|rückgabe");

    /**
     * Which column is which, by the mapping that somebody gave, else by headings that speak for themselves.
     *
     * @throws Problem when wording or price is not among them, with the headings there are
     */
    static Map<Suppliers.Column, Integer> columns(CSVRecord heading, Map<Suppliers.Column, String> mapping) {
        Map<Suppliers.Column, Integer> columns = new TreeMap<>();
        for (Suppliers.Column c : Suppliers.Column.values()) {
            for (int i = 0; i < heading.size(); i++) {
                String name = heading.get(i).strip().toLowerCase(Locale.ROOT);
                boolean is = mapping.containsKey(c)
                        ? name.equals(mapping.get(c).strip().toLowerCase(Locale.ROOT))
                        : name.matches(SPEAKING.get(c));
                if (is && !columns.containsValue(i)) {
                    columns.putIfAbsent(c, i);
                }
            }
        }
        for (Suppliers.Column c : List.of(Suppliers.Column.WORDING, Suppliers.Column.PRICE)) {
            if (!columns.containsKey(c)) {
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

    /** What a line has in each of them. */
    static SheetLine.Cells cells(CSVRecord line, Map<Suppliers.Column, Integer> columns) {
        return new SheetLine.Cells(
                cell(line, columns, Suppliers.Column.WORDING),
                cell(line, columns, Suppliers.Column.PRICE),
                cell(line, columns, Suppliers.Column.PACK),
                cell(line, columns, Suppliers.Column.STOCK),
                cell(line, columns, Suppliers.Column.LEAD),
                cell(line, columns, Suppliers.Column.RETURNS));
    }

    private static String cell(CSVRecord line, Map<Suppliers.Column, Integer> columns, Suppliers.Column c) {
        Integer at = columns.get(c);
        return at == null || at >= line.size() ? "" : line.get(at);
    }
}
