package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.RecordSteps.SOCKET;
import static zephyrridge.server.RecordSteps.bram;
import static zephyrridge.server.RecordSteps.facts;
import static zephyrridge.server.RecordSteps.takeIn;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Records: edited in versions, copied, published, drafted, with their pictures; over HTTP on a real MariaDB. */
@ExtendWith(TestServer.class)
class RecordsHttpTest {
    /** A change is a new version; a job holds the one it began with; two people never overwrite each other. */
    @Test
    void editedInVersions(TestServer.Running server) {
        ApiClient client = bram(server);
        client.post("/api/machines/quick", facts("Tor 14"));
        long before = takeIn(client, "quarrow-tor-14");
        JsonNode quick = client.get("/api/machines/quarrow-tor-14/quick").json();
        assertThat(quick.at("/quick/channels/0/0/size").asString()).isEqualTo("4");
        Map<String, Object> facts = facts("Tor 14");
        facts.put("channels", List.of(List.of(SOCKET), List.of(SOCKET)));
        assertThat(client.put("/api/machines/quarrow-tor-14/quick", Map.of("quick", facts, "expectedVersion", 1))
                        .status())
                .isEqualTo(200);
        ApiClient.Answer late =
                client.put("/api/machines/quarrow-tor-14/quick", Map.of("quick", facts, "expectedVersion", 1));
        assertThat(late.status()).isEqualTo(409);
        assertThat(late.json().get("code").asString()).isEqualTo("CHANGED_MEANWHILE");
        JsonNode old = client.get("/api/jobs/" + before).json();
        assertThat(old.toString()).contains("bank-a").doesNotContain("socket-a");
        JsonNode fresh =
                client.get("/api/jobs/" + takeIn(client, "quarrow-tor-14")).json();
        assertThat(fresh.toString()).contains("socket-a").doesNotContain("bank-a");
        JsonNode versions = client.get("/api/machines/quarrow-tor-14/versions").json();
        assertThat(versions).hasSize(2);
        assertThat(versions.at("/0/by").asString()).isEqualTo("bram");
        // A whole record goes the same way; it is no longer made of few facts then.
        JsonNode record = client.get("/api/machines/quarrow-tor-14/record").json();
        assertThat(client.put("/api/machines/quarrow-tor-14/record", Map.of("record", record, "expectedVersion", 2))
                        .status())
                .isEqualTo(200);
        assertThat(client.get("/api/machines/quarrow-tor-14/quick").status()).isEqualTo(404);
        assertThat(client.put("/api/machines/skerrow-tern-16/record", Map.of("record", record, "expectedVersion", 1))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void copiedForASisterAndRetired(TestServer.Running server) {
        ApiClient client = bram(server);
        client.post("/api/machines/quick", facts("Tor 15"));
        Map<String, Object> sister = Map.of("maker", "Quarrow", "model", "Tor 15", "variant", "S");
        assertThat(client.post("/api/machines/quarrow-tor-15/copy", sister).status())
                .isEqualTo(201);
        assertThat(client.post("/api/machines/quarrow-tor-15/copy", sister)
                        .json()
                        .get("code")
                        .asString())
                .isEqualTo("RECORD_EXISTS");
        assertThat(client.get("/api/machines/quarrow-tor-15-s")
                        .json()
                        .at("/summary/name")
                        .asString())
                .isEqualTo("Quarrow Tor 15 S");
        assertThat(client.get("/api/machines/quarrow-tor-15-s/quick")
                        .json()
                        .at("/quick/variant")
                        .asString())
                .isEqualTo("S");
        client.put("/api/machines/quarrow-tor-15/retired", Map.of("retired", true));
        assertThat(client.get("/api/machines").body()).doesNotContain("\"quarrow-tor-15\"");
        assertThat(client.get("/api/machines?retired=true").body()).contains("\"quarrow-tor-15\"");
        assertThat(client.get("/api/machines/quarrow-tor-15").status()).isEqualTo(200);
        client.put("/api/machines/quarrow-tor-15/retired", Map.of("retired", false));
        assertThat(client.get("/api/machines").body()).contains("\"quarrow-tor-15\"");
    }

    /** What a job found is not there goes out of the record for the jobs to come; a socket above it stands on the board then. */
    @Test
    void aDeviationIsPublished(TestServer.Running server) {
        ApiClient client = bram(server);
        Map<String, Object> facts = facts("Tor 16");
        facts.put("channels", List.of(List.of(SOCKET), List.of(Map.of("kind", "UPPER_SOCKET", "second", false))));
        client.post("/api/machines/quick", facts);
        assertThat(client.delete("/api/machines/quarrow-tor-16/positions/socket-a?expectedVersion=1")
                        .status())
                .isEqualTo(200);
        assertThat(client.get("/api/machines/quarrow-tor-16").json().get("positions"))
                .hasSize(1);
        assertThat(client.delete("/api/machines/quarrow-tor-16/positions/socket-a?expectedVersion=2")
                        .status())
                .isEqualTo(404);
        // The last one stays: a machine without memory is none.
        ApiClient.Answer last = client.delete("/api/machines/quarrow-tor-16/positions/socket-b?expectedVersion=2");
        assertThat(last.status()).isEqualTo(422);
        assertThat(last.json().get("code").asString()).isEqualTo("RECORD_FAULTY");
    }

    /** History and undo say which field, from what to what, and who. */
    @Test
    void historySaysWhichField(TestServer.Running server) {
        ApiClient client = bram(server);
        long job = takeIn(client, "skerrow-tern-16");
        client.change(job, "AnswerIntake", Map.of("battery", "GOOD"));
        JsonNode after = client.change(job, "AnswerIntake", Map.of("battery", "WORN", "condition", "Lid scratched"))
                .json();
        assertThat(after.get("undoes").asString()).contains("Bram").contains("Battery good \u2192 worn");
        JsonNode events = client.get("/api/jobs/" + job + "/events").json();
        JsonNode last = events.get(events.size() - 1);
        assertThat(last.get("who").asString()).isEqualTo("Bram");
        assertThat(last.get("fields").toString())
                .contains("\"name\":\"Battery\"")
                .contains("\"before\":\"good\"")
                .contains("\"after\":\"worn\"")
                .contains("Lid scratched");
        assertThat(events.get(0).get("fields")).isEmpty();
    }

    /** A record drafted from a firmware table has its positions, its channels and its rate; somebody looks it over and keeps it. */
    @Test
    void draftedFromAFirmwareTable(TestServer.Running server) {
        ApiClient client = bram(server);
        byte[] table = client.getBytes("/api/machines/quarrow-fell-13/smbios");
        ApiClient.Answer answer = client.upload("/api/machines/draft", "application/octet-stream", table);
        assertThat(answer.status()).as(answer.body()).isEqualTo(200);
        JsonNode facts = answer.json();
        assertThat(facts.get("maker").asString()).isEqualTo("Quarrow");
        assertThat(facts.get("model").asString()).isEqualTo("Fell 13");
        assertThat(facts.get("generation").asString()).isEqualTo("DDR4");
        assertThat(facts.get("channels")).hasSize(2);
        assertThat(facts.toString()).contains("SOCKET");
        Map<String, Object> kept = new HashMap<>(facts.properties().stream()
                .collect(java.util.stream.Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue)));
        kept.put("model", "Fell 13 drafted");
        assertThat(client.post("/api/machines/quick", kept).status()).isEqualTo(201);
        // Many narrow devices are two banks; a text of the command does as well as the table.
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < 4; i++) {
            text.append(
                            "Memory Device\n\tSize: 2 GB\n\tForm Factor: Row Of Chips\n\tType: LPDDR4\n\tData Width: 32 bits\n")
                    .append("\tSpeed: 4266 MT/s\n\tLocator: D")
                    .append(i)
                    .append("\n\n");
        }
        JsonNode banks = client.upload(
                        "/api/machines/draft",
                        "application/octet-stream",
                        text.toString().getBytes(java.nio.charset.StandardCharsets.UTF_8))
                .json();
        assertThat(banks.get("formFactor").asString()).isEqualTo("SOLDERED");
        assertThat(banks.at("/channels/0/0/size").asString()).isEqualTo("4 GB");
        assertThat(banks.at("/channels/1/0/size").asString()).isEqualTo("4 GB");
        assertThat(client.upload("/api/machines/draft", "application/octet-stream", new byte[] {1, 2, 3})
                        .status())
                .isEqualTo(422);
    }

    /** A picture belongs to its model and to a part of it; the next job's technician sees it, and the desk may not add any. */
    @Test
    void aPictureBelongsToItsModel(TestServer.Running server) throws java.io.IOException {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        java.io.ByteArrayOutputStream jpeg = new java.io.ByteArrayOutputStream();
        javax.imageio.ImageIO.write(
                new java.awt.image.BufferedImage(64, 48, java.awt.image.BufferedImage.TYPE_INT_RGB), "jpg", jpeg);
        String photos = "/api/machines/skerrow-gannet-15/photos";
        ApiClient.Answer kept =
                ilka.upload(photos + "?part=plate&caption=four%20screws", "image/jpeg", jpeg.toByteArray());
        assertThat(kept.status()).as(kept.body()).isEqualTo(201);
        JsonNode one = kept.json().get(0);
        assertThat(one.get("caption").asString()).isEqualTo("four screws");
        assertThat(one.get("part").asString()).isNotBlank();
        assertThat(one.get("by").asString()).isEqualTo("Ilka");
        ApiClient desk = ApiClient.signedIn(server, "desk");
        assertThat(desk.get(photos).json()).isEqualTo(kept.json());
        assertThat(desk.getBytes(photos + "/" + one.get("id").asString())).isNotEmpty();
        assertThat(desk.upload(photos, "image/jpeg", jpeg.toByteArray()).status())
                .isEqualTo(403);
        assertThat(ilka.upload(photos + "?part=no-such", "image/jpeg", jpeg.toByteArray())
                        .status())
                .isEqualTo(404);
        assertThat(ilka.upload(photos, "image/jpeg", "no picture".getBytes(java.nio.charset.StandardCharsets.UTF_8))
                        .status())
                .isBetween(400, 422);
        // Of another model it is not.
        assertThat(desk.get("/api/machines/skerrow-tern-16/photos/"
                                + one.get("id").asString())
                        .status())
                .isEqualTo(404);
        assertThat(ilka.delete(photos + "/" + one.get("id").asString()).json().size())
                .isZero();
        assertThat(ilka.delete(photos + "/" + one.get("id").asString()).status())
                .isEqualTo(404);
    }
}
