package zephyrridge.fuzz;

import com.code_intelligence.jazzer.junit.FuzzTest;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.apache.commons.csv.CSVRecord;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import zephyrridge.core.change.Arrival;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.plan.SheetLine;
import zephyrridge.core.reading.Recogniser;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.unit.Order;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;
import zephyrridge.server.csv.CsvTable;
import zephyrridge.server.document.Documents;
import zephyrridge.server.reading.TextTrees;
import zephyrridge.server.web.JsonConfig;
import zephyrridge.server.web.Problem;

/**
 * Documents and tables from elsewhere, through the libraries that read them: they are refused in the one way that the pages show, and
 * what passes the checks can be worked out to the end.
 */
class DocumentsFuzzTest {
    private static final Recogniser.Trees TREES = new TextTrees();
    private static final JsonMapper JSON = JsonConfig.mapper();
    private static final Documents DOCUMENTS = new Documents(JSON);
    private static final int MOST_LINES = 1000;

    @FuzzTest
    void listing(byte[] data) {
        Recogniser.recognise(data, TREES);
    }

    /** A supplier's sheet, its columns as they come. */
    @FuzzTest
    void csv(byte[] data) {
        List<CSVRecord> lines;
        try {
            lines = CsvTable.lines(new String(data, StandardCharsets.UTF_8), MOST_LINES);
        } catch (Problem refused) {
            return;
        }
        for (CSVRecord l : lines) {
            String[] cells = new String[6];
            for (int i = 0; i < cells.length; i++) {
                cells[i] = i < l.size() ? l.get(i) : "";
            }
            SheetLine.of(
                    new SheetLine.Cells(cells[0], cells[1], cells[2], cells[3], cells[4], cells[5]),
                    new SheetLine.Usual(2, Optional.of(14)));
        }
    }

    @FuzzTest
    void record(byte[] data) {
        sound(new String(data, StandardCharsets.UTF_8)).ifPresent(r -> Bench.of(r, HouseRules.DEFAULT));
    }

    /** A job with its machine, as it comes from another workshop. */
    @FuzzTest
    void job(byte[] data) {
        Order order;
        Unit unit;
        Optional<MachineRecord> record;
        try {
            JsonNode document = JSON.readTree(data);
            record = sound(document.path("machine").toString());
            // As the import does: of which schema it is stands in the document around it.
            ObjectNode stored = ((ObjectNode) document.path("unit")).put("schema", Documents.UNIT_SCHEMA);
            unit = Arrival.theirs(DOCUMENTS.unit(stored.toString()), id -> true);
            order = JSON.treeToValue(document.path("order"), Order.class);
        } catch (JacksonException | ClassCastException | IllegalArgumentException refused) {
            return;
        }
        record.map(r -> Bench.of(r, HouseRules.DEFAULT))
                .filter(b -> order != null && Arrival.refuses(order, unit, b).isEmpty())
                .ifPresent(b -> Assessment.of(b, new Work(order, unit)));
    }

    /** A record as it is handed in, of today's form, in which no fault is found. */
    private static Optional<MachineRecord> sound(String stored) {
        try {
            MachineRecord record = JSON.readValue(stored, MachineRecord.class);
            return record != null && RecordCheck.faults(record).isEmpty() ? Optional.of(record) : Optional.empty();
        } catch (JacksonException | ClassCastException | IllegalArgumentException refused) {
            return Optional.empty();
        }
    }
}
