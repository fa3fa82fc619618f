package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import zephyrridge.core.Firmware;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.reading.smbios.SmbiosContents;
import zephyrridge.core.reading.smbios.SmbiosEncoder;
import zephyrridge.core.survey.Dumps;

/** Steps that tests of reading share. */
final class ReadingSteps {
    private ReadingSteps() {}

    static final String LABEL = "16GB 2Rx8 PC4-3200AA-SE1-11";

    static long takeIn(ApiClient client, String machine) {
        return client.post("/api/jobs", Map.of("machineId", machine, "owner", "Survey team", "wish", "Maps"))
                .json()
                .get("id")
                .asLong();
    }

    static ApiClient.Answer upload(ApiClient client, long job, String name, byte[] content) {
        return client.upload(
                "/api/jobs/" + job + "/sources?name=" + URLEncoder.encode(name, StandardCharsets.UTF_8),
                "application/octet-stream",
                content);
    }

    /** Uploads and adds; gives the source's id. */
    static String hand(ApiClient client, long job, String name, byte[] content, Map<String, ?> more) {
        ApiClient.Answer kept = upload(client, job, name, content);
        assertThat(kept.status()).as(kept.body()).isEqualTo(201);
        String id = kept.json().get("id").asString();
        Map<String, Object> fields = new java.util.LinkedHashMap<>(Map.of("source", id, "name", name));
        fields.putAll(more);
        ApiClient.Answer added = client.change(job, "AddSource", fields);
        assertThat(added.status()).as(added.body()).isEqualTo(200);
        return id;
    }

    static ModuleSpec spec(String label) {
        return LabelParser.parse(label).spec().orElseThrow();
    }

    static byte[] spd(String label, String part, String serial) {
        return Dumps.spd(spec(label), new Dumps.Marking("Tindle", Optional.of(new Jep106(3, 0x15)), part, serial));
    }

    static byte[] table(SmbiosContents.Device... devices) {
        return Firmware.table("Quarrow", "Fell 13", SmbiosEncoder.Wrapping.WINDOWS, devices);
    }

    static JsonNode position(JsonNode evidence, String id) {
        for (JsonNode p : evidence.get("positions")) {
            if (p.get("position").asString().equals(id)) {
                return p;
            }
        }
        throw new AssertionError(id + " in " + evidence);
    }

    static JsonNode field(JsonNode position, String field) {
        for (JsonNode f : position.get("fields")) {
            if (f.get("field").asString().equals(field)) {
                return f;
            }
        }
        throw new AssertionError(field + " in " + position);
    }

    static List<String> codes(JsonNode findings) {
        return findings.valueStream().map(f -> f.get("code").asString()).toList();
    }
}
