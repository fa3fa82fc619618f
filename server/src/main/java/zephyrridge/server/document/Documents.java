package zephyrridge.server.document;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.unit.Order;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/**
 * Documents as they are stored: each carries the number of its schema and is lifted, step by step, when it is read. History is
 * never rewritten; an old document is as good as a new one.
 */
@Component
public class Documents {
    /** What a job's document is at; {@link UnitLifts} has one step to each from the one before. */
    public static final int UNIT_SCHEMA = 10;

    public static final int RECORD_SCHEMA = 4;

    private static final List<UnaryOperator<ObjectNode>> UNIT_LIFTS = List.of(
            UnitLifts::fromTicksToLog,
            UnitLifts::withNothingSetAside,
            UnitLifts::withNothingWanted,
            UnitLifts::withNoSealFound,
            UnitLifts::withNothingMeasured,
            UnitLifts::withNoParts,
            UnitLifts::withNoScrewDrawn,
            UnitLifts::withNoWhence,
            UnitLifts::withNothingBrought);
    /** Those that add what is not there and leave alone what is. */
    private static final List<UnaryOperator<ObjectNode>> REPEATABLE_LIFTS = UNIT_LIFTS.subList(1, UNIT_LIFTS.size());

    private static final List<UnaryOperator<ObjectNode>> RECORD_LIFTS =
            List.of(RecordLifts::provenanceOfPositions, RecordLifts::wayBack, RecordLifts::oneController);
    private static final String SCHEMA = "schema";

    private final JsonMapper json;

    public Documents(JsonMapper json) {
        this.json = json;
    }

    /** A job's document, with the order in it that old ones carry inside. */
    public Unit unit(String stored) {
        ObjectNode lifted = lift((ObjectNode) json.readTree(stored), UNIT_LIFTS);
        return json.treeToValue(lifted, Unit.class);
    }

    public String write(Unit unit) {
        ObjectNode node = json.valueToTree(unit);
        node.put(SCHEMA, UNIT_SCHEMA);
        return json.writeValueAsString(node);
    }

    public MachineRecord record(String stored) {
        return json.treeToValue(lift((ObjectNode) json.readTree(stored), RECORD_LIFTS), MachineRecord.class);
    }

    public String write(MachineRecord record) {
        ObjectNode node = json.valueToTree(record);
        node.put(SCHEMA, RECORD_SCHEMA);
        return json.writeValueAsString(node);
    }

    /** What turns the second job back into the first, with the schema of the job it was made of. */
    public String undo(Work before, Work after) {
        return Sealed.seal(
                UNIT_SCHEMA, json.writeValueAsString(Delta.between(json.valueToTree(after), json.valueToTree(before))));
    }

    /**
     * Which values each of the last changes had.
     *
     * @param steps of {@link #undo}, the newest first
     */
    public List<List<Differences.Field>> told(Work now, List<String> steps) {
        List<List<Differences.Field>> told = new ArrayList<>();
        JsonNode after = json.valueToTree(now);
        for (String step : steps) {
            JsonNode tree = json.readTree(step);
            JsonNode before = Delta.apply(after, Sealed.isSealed(tree) ? Sealed.documentOf(tree) : tree);
            told.add(Differences.between(before, after));
            after = before;
        }
        return told;
    }

    /** The job that a step of {@link #undo} makes of this one. */
    public Work apply(Work work, String step) {
        JsonNode tree = json.readTree(step);
        boolean sealed = Sealed.isSealed(tree);
        JsonNode next = Delta.apply(json.valueToTree(work), sealed ? Sealed.documentOf(tree) : tree);
        // A step of before may leave a document of before; how old it is, those say that carry their schema.
        ObjectNode unit = (ObjectNode) next.get("unit");
        List<UnaryOperator<ObjectNode>> lifts = sealed
                ? UNIT_LIFTS.subList(Math.min(Sealed.schemaOf(tree) - 1, UNIT_LIFTS.size()), UNIT_LIFTS.size())
                : REPEATABLE_LIFTS;
        for (UnaryOperator<ObjectNode> lift : lifts) {
            unit = lift.apply(unit);
        }
        return new Work(json.treeToValue(next.get("order"), Order.class), json.treeToValue(unit, Unit.class));
    }

    private static ObjectNode lift(ObjectNode document, List<UnaryOperator<ObjectNode>> lifts) {
        int schema = document.path(SCHEMA).asInt(1);
        ObjectNode lifted = document;
        for (int step = schema - 1; step < lifts.size(); step++) {
            lifted = lifts.get(step).apply(lifted);
        }
        lifted.remove(SCHEMA);
        return lifted;
    }
}
