package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.PictureSteps.picture;
import static zephyrridge.server.PictureSteps.takeIn;
import static zephyrridge.server.PictureSteps.withExif;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Pictures that are none, timers, records that come out and go in, and the first account. */
@ExtendWith(TestServer.class)
class WholeWalkHttpTest {
    @ParameterizedTest
    @ValueSource(
            strings = {"", "GIF89a", "<svg xmlns='http://www.w3.org/2000/svg'/>", "\u00ff\u00d8\u00ff\u00e0nonsense"})
    void whatIsNoPictureIsRefused(String bytes, TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = takeIn(client, "quarrow-fell-13");
        ApiClient.Answer answer =
                client.upload("/api/jobs/" + id + "/photos", "image/jpeg", bytes.getBytes(StandardCharsets.ISO_8859_1));
        assertThat(answer.status()).as(answer.body()).isIn(400, 422);
        assertThat(answer.json().get("detail").asString()).isNotBlank();
        assertThat(client.upload(
                                "/api/jobs/" + id + "/photos", "text/html", bytes.getBytes(StandardCharsets.ISO_8859_1))
                        .status())
                .isEqualTo(415);
    }

    /** Damaged pictures by the hundred: refused or taken, never an error of the server. */
    @Test
    void damagedPicturesNeverBreakTheServer(TestServer.Running server) throws Exception {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        Random random = new Random(7);
        byte[][] good = {withExif(picture("jpeg", 64, 48)), picture("png", 64, 48)};
        for (int i = 0; i < 80; i++) {
            long id = i % 40 == 0 ? takeIn(client, "quarrow-fell-13") : 1;
            byte[] bytes = good[i % 2].clone();
            for (int n = random.nextInt(12); n >= 0; n--) {
                bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
            }
            ApiClient.Answer answer = client.upload(
                    "/api/jobs/" + id + "/photos",
                    i % 2 == 0 ? "image/jpeg" : "image/png",
                    java.util.Arrays.copyOf(bytes, bytes.length - random.nextInt(20)));
            assertThat(answer.status()).as(answer.body()).isIn(201, 422);
        }
    }

    @Test
    void timersOfSeveralJobsRunSideBySide(TestServer.Running server) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        long one = takeIn(ilka, "quarrow-fell-13");
        long other = takeIn(ilka, "skerrow-tern-16");
        assertThat(ilka.post("/api/jobs/" + one + "/timers", Map.of("kind", "MEMORY_TEST", "seconds", 3600))
                        .status())
                .isEqualTo(201);
        JsonNode all = ilka.post("/api/jobs/" + other + "/timers", Map.of("kind", "DRAIN", "seconds", 30))
                .json();
        // The one that ends first stands first, each with its job, though the demo's day stands still.
        List<JsonNode> mine = all.valueStream()
                .filter(t -> t.get("job").asLong() == one || t.get("job").asLong() == other)
                .toList();
        assertThat(mine).extracting(t -> t.get("job").asLong()).containsExactly(other, one);
        assertThat(mine.get(0).get("secondsLeft").asLong()).isBetween(20L, 30L);
        assertThat(mine.get(1).get("secondsLeft").asLong()).isBetween(3590L, 3600L);
        String timer = mine.get(0).get("id").asString();
        // Through another job it is not put away; twice is no error.
        ilka.delete("/api/jobs/" + one + "/timers/" + timer);
        assertThat(ApiClient.signedIn(server, "desk").get("/api/timers").body()).contains(timer);
        assertThat(ilka.delete("/api/jobs/" + other + "/timers/" + timer).body())
                .doesNotContain(timer);
        assertThat(ilka.delete("/api/jobs/" + other + "/timers/" + timer).status())
                .isEqualTo(200);
        assertThat(ApiClient.signedIn(server, "desk")
                        .post("/api/jobs/" + one + "/timers", Map.of("kind", "DRAIN", "seconds", 30))
                        .status())
                .isEqualTo(403);
        assertThat(ilka.post("/api/jobs/" + one + "/timers", Map.of("kind", "DRAIN", "seconds", 1))
                        .status())
                .isEqualTo(422);
        assertThat(ilka.post("/api/jobs/999999/timers", Map.of("kind", "DRAIN", "seconds", 30))
                        .status())
                .isEqualTo(404);
        for (int i = 0; i < 11; i++) {
            assertThat(ilka.post("/api/jobs/" + one + "/timers", Map.of("kind", "OTHER", "seconds", 60))
                            .status())
                    .isEqualTo(201);
        }
        assertThat(ilka.post("/api/jobs/" + one + "/timers", Map.of("kind", "OTHER", "seconds", 60))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void aRecordComesOutAndGoesInAgainUnderAnotherName(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        ApiClient.Answer out = client.get("/api/machines/halmira-panel-24/record");
        assertThat(out.status()).isEqualTo(200);
        assertThat(client.post("/api/machines", out.body()).json().get("code").asString())
                .isEqualTo("RECORD_EXISTS");
        ObjectNode record = (ObjectNode) new JsonMapper().readTree(out.body());
        record.put("id", "halmira-panel-24-copy").put("variant", "copy");
        ApiClient.Answer in = client.post("/api/machines", record);
        assertThat(in.status()).as(in.body()).isEqualTo(201);
        JsonNode view = client.get("/api/machines/halmira-panel-24-copy").json();
        assertThat(view.get("positions").size()).isEqualTo(4);
        assertThat(view.at("/positions/0/minutes").asInt()).isPositive();
        ObjectNode again = (ObjectNode)
                client.get("/api/machines/halmira-panel-24-copy/record").json();
        assertThat(again).isEqualTo(record);
        assertThat(takeIn(client, "halmira-panel-24-copy")).isPositive();
    }

    /** A record that does not hold together is refused with all its faults at once. */
    @Test
    void aFaultyRecordIsRefusedWithAllItsFaults(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        ObjectNode record =
                (ObjectNode) client.get("/api/machines/halmira-panel-24/record").json();
        record.put("id", "no good id!");
        ((ObjectNode) record.at("/channels/0")).put("processor", "CPU9");
        ((ObjectNode) record.at("/positions/0")).putArray("channels").add("Z");
        ((ObjectNode) record.at("/positions/1")).putArray("access").addArray().add("no-such-part");
        ((ObjectNode) record.get("controller")).putArray("ways").add(2);
        ApiClient.Answer refused = client.post("/api/machines", record);
        assertThat(refused.status()).as(refused.body()).isEqualTo(422);
        assertThat(refused.json().get("code").asString()).isEqualTo("RECORD_FAULTY");
        assertThat(refused.json().get("faults").valueStream().map(f -> f.get("path")
                        .asString()))
                .contains(
                        "id",
                        "channels[0].processor",
                        "positions[0].channels",
                        "positions[1].access",
                        "controller.ways");
        record.remove("controller");
        ApiClient.Answer unreadable = client.post("/api/machines", record);
        assertThat(unreadable.status()).as(unreadable.body()).isIn(400, 422);
        assertThat(unreadable.json().get("detail").asString()).contains("controller");
        assertThat(ApiClient.signedIn(server, "desk")
                        .post("/api/machines", record)
                        .status())
                .isEqualTo(403);
    }

    @Test
    void nobodyMakesASecondFirstAccount(TestServer.Running server) {
        ApiClient stranger = new ApiClient(server.address());
        assertThat(stranger.get("/api/session").json().get("setUp").asBoolean()).isFalse();
        ApiClient.Answer answer = stranger.post(
                "/api/first-account",
                Map.of("code", "", "login", "mallow", "name", "Mallow", "password", "a-long-enough-one"));
        assertThat(answer.status()).as(answer.body()).isEqualTo(403);
    }
}
