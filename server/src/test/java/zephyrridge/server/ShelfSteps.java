package zephyrridge.server;

import static zephyrridge.server.ApiClient.ok;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** Steps that tests of planning, drawer and slip share. */
final class ShelfSteps {
    private ShelfSteps() {}

    static long job(ApiClient client, String machine, String... labelAt) {
        long id = client.post("/api/jobs", Map.of("machineId", machine, "owner", "Dairy office", "wish", "more"))
                .json()
                .get("id")
                .asLong();
        for (int i = 0; i < labelAt.length; i += 2) {
            ok(client.change(
                    id, "AddModule", Map.of("origin", "FOUND", "label", labelAt[i], "position", labelAt[i + 1])));
        }
        return id;
    }

    static List<JsonNode> list(JsonNode array) {
        List<JsonNode> all = new ArrayList<>();
        array.forEach(all::add);
        return all;
    }

    /** A job as the bench lists it. */
    static JsonNode row(ApiClient client, long id) {
        return list(ok(client.get("/api/jobs")).get("jobs")).stream()
                .filter(j -> j.get("id").asLong() == id)
                .findFirst()
                .orElseThrow();
    }

    static Map<String, Object> module(String tag, String label, int count) {
        Map<String, Object> m = new HashMap<>();
        m.put("tag", tag);
        m.put("labelLine", label);
        for (String empty : List.of("maker", "partNumber", "serial", "note", "bin")) {
            m.put(empty, "");
        }
        m.put("tested", "GOOD");
        m.put("origin", "NEW");
        m.put("bookValue", "12.50");
        m.put("count", count);
        return m;
    }

    /** A module as it is, with something else of it. */
    static Map<String, Object> said(ApiClient client, String tag, Map<String, ?> otherwise) {
        JsonNode m = ok(client.get("/api/drawer?text=" + tag)).at("/modules/0");
        Map<String, Object> said = new HashMap<>();
        for (String same :
                List.of("labelLine", "maker", "partNumber", "serial", "tested", "origin", "bin", "note", "bookValue")) {
            said.put(same, m.get(same).asString());
        }
        said.put("expectedVersion", m.get("version").asLong());
        said.putAll(otherwise);
        return said;
    }
}
