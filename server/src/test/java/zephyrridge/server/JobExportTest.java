package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Exported jobs hold to docs/formats/job.schema.json, checked by a general-purpose validator. */
@ExtendWith(TestServer.class)
class JobExportTest {
    private static JsonSchema schema() throws IOException {
        return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                .getSchema(Files.readString(Path.of("../docs/formats/job.schema.json")));
    }

    @Test
    void everyDemoJobHoldsToTheSchema(TestServer.Running server) throws IOException {
        ApiClient client = ApiClient.signedIn(server, "desk");
        JsonNode jobs = client.get("/api/jobs").json().get("jobs");
        assertThat(jobs.size()).isGreaterThanOrEqualTo(6);
        for (JsonNode job : jobs) {
            ApiClient.Answer export = client.get("/api/jobs/" + job.get("id").asLong() + "/export");
            assertThat(export.headers().firstValue("Content-Disposition").orElseThrow())
                    .contains("job-" + job.get("id").asLong() + ".json");
            assertThat(schema().validate(export.body(), InputFormat.JSON))
                    .as("job %s", job.get("id"))
                    .isEmpty();
        }
    }

    @Test
    void theSchemaRefusesWhatIsNoJob(TestServer.Running server) throws IOException {
        ApiClient client = ApiClient.signedIn(server, "desk");
        String export = client.get("/api/jobs/"
                        + client.get("/api/jobs")
                                .json()
                                .get("jobs")
                                .get(0)
                                .get("id")
                                .asLong() + "/export")
                .body();
        assertThat(schema().validate(export.replace("zephyr-ridge/job", "other"), InputFormat.JSON))
                .isNotEmpty();
        assertThat(schema().validate(
                                export.replaceFirst("\"battery\":\"[A-Z_]+\"", "\"battery\":\"FLAT\""),
                                InputFormat.JSON))
                .isNotEmpty();
        assertThat(schema().validate("{}", InputFormat.JSON)).isNotEmpty();
    }

    @Test
    void historyNamesPeopleAndWhatTheyDid(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = client.post("/api/jobs", Map.of("machineId", "ostrell-drift-12", "owner", "Bus depot", "wish", ""))
                .json()
                .get("id")
                .asLong();
        client.change(
                id,
                "AddModule",
                Map.of("origin", "FOUND", "label", "4GB 1Rx8 PC3L-12800S-11-13-B4", "position", "socket"));
        JsonNode export = client.get("/api/jobs/" + id + "/export").json();
        assertThat(export.at("/history/1/who").asString()).isEqualTo("Ilka");
        assertThat(export.at("/history/1/what").asString()).isEqualTo("added a module by its label");
        assertThat(export.at("/unit/asFound/socket").asString()).isEqualTo("m1");
        assertThat(export.at("/before/installed").asString()).isEqualTo("4 GiB");
    }
}
