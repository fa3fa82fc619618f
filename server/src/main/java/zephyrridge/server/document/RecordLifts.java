package zephyrridge.server.document;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Machine records from before, one step per schema number. */
final class RecordLifts {
    private RecordLifts() {}

    /** 1 to 2: positions say where they come from. Those of before did not; a first look's lid is known by its source. */
    static ObjectNode provenanceOfPositions(ObjectNode record) {
        boolean firstLook = false;
        for (JsonNode part : record.path("access").path("parts")) {
            firstLook |= part.path("source").asString("").equals("own first look");
        }
        for (JsonNode position : record.path("positions")) {
            if (!position.has("provenance")) {
                ((ObjectNode) position).put("provenance", firstLook ? "FIRST_LOOK" : "NOT_STATED");
            }
        }
        return record;
    }
}
