package zephyrridge.server;

import static zephyrridge.server.ApiClient.ok;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import tools.jackson.databind.JsonNode;

/** Steps that tests of starts and of what is learned share. */
final class TroubleSteps {
    private TroubleSteps() {}

    static final String NEW_24 = "24GB 1Rx8 PC5-5600B-SA0-1010-XT";

    static JsonNode change(ApiClient client, long id, String type, Map<String, ?> fields) {
        return ok(client.change(id, type, fields));
    }

    static long planned(ApiClient client, String machine, Map<String, String> found, Map<String, String> planned) {
        long id = ok(client.post("/api/jobs", Map.of("machineId", machine, "owner", "Weather post", "wish", "more")))
                .get("id")
                .asLong();
        found.forEach((position, label) ->
                change(client, id, "AddModule", Map.of("origin", "FOUND", "label", label, "position", position)));
        int key = found.size();
        for (Map.Entry<String, String> p : new java.util.TreeMap<>(planned).entrySet()) {
            change(client, id, "AddModule", Map.of("origin", "TYPED", "label", p.getValue()));
            change(client, id, "PlanModule", Map.of("position", p.getKey(), "key", "m" + ++key));
        }
        return id;
    }

    /** A machine with what was found in it and a plan that is chosen, fitted and closed. */
    static long fitted(ApiClient client, String machine, Map<String, String> found, Map<String, String> planned) {
        long id = planned(client, machine, found, planned);
        change(
                client,
                id,
                "AnswerIntake",
                Map.of("seal", "NONE", "battery", "GOOD", "encryption", "NOT_ENCRYPTED", "firmwareSettings", "NOTED"));
        change(client, id, "ChoosePlan", Map.of("chosen", true));
        open(client, id);
        planned.keySet().stream()
                .sorted()
                .forEach(position -> change(client, id, "ConfirmFit", Map.of("position", position, "done", true)));
        close(client, id);
        return id;
    }

    static void open(ApiClient client, long id) {
        for (JsonNode step : client.get("/api/jobs/" + id).json().at("/opening/steps")) {
            if (!step.get("done").asBoolean()) {
                change(client, id, "TickStep", Map.of("step", step.get("id").asString(), "done", true));
            }
        }
    }

    static void close(ApiClient client, long id) {
        JsonNode now = client.get("/api/jobs/" + id).json().get("now");
        if (!now.get("off").isEmpty() && !now.get("powerDown").asBoolean()) {
            change(client, id, "TickStep", Map.of("step", "power-down", "done", true));
            change(client, id, "TickStep", Map.of("step", "unplug", "done", true));
        }
        for (int i = 0; i < 40; i++) {
            String next = "";
            for (JsonNode step : client.get("/api/jobs/" + id).json().at("/opening/closing")) {
                if (next.isEmpty()
                        && !step.get("done").asBoolean()
                        && step.get("id").asString().startsWith("on:")) {
                    next = step.get("id").asString();
                }
            }
            if (next.isEmpty()) {
                return;
            }
            change(client, id, "TickStep", Map.of("step", next, "done", true));
        }
    }

    static JsonNode trouble(ApiClient client, long id) {
        return ok(client.get("/api/jobs/" + id + "/trouble"));
    }

    static void choose(ApiClient client, long id, JsonNode test) {
        Map<String, Object> chosen = new HashMap<>();
        for (String field : List.of("shape", "fill", "reseat", "actions", "passes", "elsewhere", "take")) {
            if (test.hasNonNull(field)) {
                chosen.put(field, test.get(field));
            }
        }
        change(client, id, "ChooseTest", chosen);
    }

    /** Does what is proposed until nothing more is: the machine starts where {@code starts} says so. */
    static List<String> hunt(
            ApiClient client, long id, Predicate<Map<String, String>> starts, Predicate<String> runsElsewhere) {
        List<String> told = new ArrayList<>();
        for (int i = 0; i < 20; i++) {
            JsonNode t = trouble(client, id);
            told.add(t.get("sentence").asString());
            if (t.get("next").isEmpty()) {
                return told;
            }
            JsonNode next = t.get("next").get(0);
            told.add("  " + next.get("words").asString() + " "
                    + next.get("minutes").asInt() + " min. " + next.get("why").asString());
            Map<String, String> fill = new HashMap<>();
            next.get("fill")
                    .properties()
                    .forEach(e -> fill.put(e.getKey(), e.getValue().asString()));
            if (!next.get("shape").asString().equals("START")) {
                choose(client, id, next);
            }
            if (!trouble(client, id).get("handsLeft").isEmpty()) {
                open(client, id);
                change(client, id, "ArrangeForTest", Map.of());
            }
            if (next.has("elsewhere")) {
                String key = next.get("elsewhere").asString();
                change(
                        client,
                        id,
                        "LogElsewhere",
                        Map.of(
                                "key",
                                key,
                                "outcome",
                                runsElsewhere.test(key) ? "STARTED" : "SILENT",
                                "passes",
                                next.get("passes").asInt(),
                                "errors",
                                0));
                close(client, id);
                continue;
            }
            close(client, id);
            for (JsonNode action : next.get("actions")) {
                change(client, id, "LogAction", Map.of("action", action.asString(), "note", ""));
            }
            start(client, id, starts.test(fill), 12);
            told.add("    " + fill + (starts.test(fill) ? " came up" : " nothing"));
        }
        return told;
    }

    static void start(ApiClient client, long id, boolean good, int minutes) {
        change(client, id, "LogStart", Map.of("outcome", good ? "STARTED" : "SILENT", "note", "", "minutes", minutes));
        if (good) {
            JsonNode job = client.get("/api/jobs/" + id).json();
            JsonNode card = job.get("starts").get(job.get("starts").size() - 1);
            String expected = card.get("comparison").get(0).get("expected").asString();
            change(
                    client,
                    id,
                    "EnterReadout",
                    Map.of(
                            "phase",
                            "AFTER",
                            "start",
                            card.get("no").asInt(),
                            "readings",
                            Map.of("firmwareTotal", expected)));
        }
    }
}
