package zephyrridge.server.supplier;

import java.util.EnumSet;
import java.util.Map;
import org.apache.commons.csv.CSVRecord;
import zephyrridge.core.plan.SheetLine;
import zephyrridge.server.csv.CsvTable;
import zephyrridge.server.web.Problem;

/** A supplier's sheet as a file: which of its columns is which, and what a line has in them. */
final class SheetCsv {
    private SheetCsv() {}

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

    /** @throws Problem when wording or price is not among the headings, with those there are */
    static Map<Suppliers.Column, Integer> columns(CSVRecord heading, Map<Suppliers.Column, String> mapping) {
        return CsvTable.columns(
                heading,
                Suppliers.Column.class,
                SPEAKING,
                mapping,
                EnumSet.of(Suppliers.Column.WORDING, Suppliers.Column.PRICE));
    }

    /** What a line has in each of them. */
    static SheetLine.Cells cells(CSVRecord line, Map<Suppliers.Column, Integer> columns) {
        return new SheetLine.Cells(
                CsvTable.cell(line, columns, Suppliers.Column.WORDING),
                CsvTable.cell(line, columns, Suppliers.Column.PRICE),
                CsvTable.cell(line, columns, Suppliers.Column.PACK),
                CsvTable.cell(line, columns, Suppliers.Column.STOCK),
                CsvTable.cell(line, columns, Suppliers.Column.LEAD),
                CsvTable.cell(line, columns, Suppliers.Column.RETURNS));
    }
}
