package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** Steps that tests of jobs share. */
public final class JobSteps {
    private JobSteps() {}

    static final Map<String, Object> ANSWERS = Map.of(
            "owner",
            "Valley library",
            "wish",
            "Two more years",
            "operatingSystem",
            "windows-11-pro",
            "seal",
            "NONE",
            "battery",
            "GOOD",
            "encryption",
            "KEY_AT_HAND",
            "firmwareSettings",
            "NOTED",
            "condition",
            "");

    static long takeIn(ApiClient client, String machine) {
        ApiClient.Answer answer = client.post(
                "/api/jobs", Map.of("machineId", machine, "owner", "Valley library", "wish", "Two more years"));
        assertThat(answer.status()).as(answer.body()).isEqualTo(201);
        return answer.json().get("id").asLong();
    }

    static List<String> codes(JsonNode findings) {
        List<String> codes = new ArrayList<>();
        findings.forEach(f -> codes.add(f.get("code").asString()));
        return codes;
    }

    static Map<String, Object> readout(String phase, Map<String, ?> values) {
        Map<String, String> readings = new java.util.TreeMap<>();
        values.forEach((name, value) -> readings.put(name, value.toString()));
        return Map.of("phase", phase, "readings", readings);
    }

    /** The steps that are left, each ticked. */
    public static void tickAll(ApiClient client, long id, String which) {
        for (JsonNode step : client.get("/api/jobs/" + id).json().at(which)) {
            if (!step.get("done").asBoolean() && !step.get("kind").asString().equals("TEST_START")) {
                ok(client.change(id, "TickStep", Map.of("step", step.get("id").asString(), "done", true)));
            }
        }
    }

    static JsonNode chosen(ApiClient client, long id) {
        return ok(client.change(id, "ChoosePlan", Map.of("chosen", true)));
    }
}
