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

    /** 2 to 3: screws have names, parts their catches, cables and way back. Nobody had noted any: the lists are empty. */
    static ObjectNode wayBack(ObjectNode record) {
        ObjectNode access = (ObjectNode) record.get("access");
        access.putArray("closing");
        access.putArray("outlines");
        for (JsonNode p : access.path("parts")) {
            ObjectNode part = (ObjectNode) p;
            int n = 0;
            for (JsonNode f : part.path("fasteners")) {
                ((ObjectNode) f)
                        .put("id", String.valueOf(++n))
                        .put("threadLocked", false)
                        .put("magnetNear", false);
            }
            part.putArray("catches");
            part.putArray("connectors");
            part.put("howOn", "");
            part.putArray("checks");
        }
        return record;
    }

    /** 3 to 4: a model may come with several controllers, and a compression module has screws. Those of before know one, and none. */
    static ObjectNode oneController(ObjectNode record) {
        record.putArray("otherControllers");
        for (JsonNode position : record.path("positions")) {
            if (position.get("socket") instanceof ObjectNode socket) {
                socket.putArray("screws");
            }
        }
        return record;
    }
}
