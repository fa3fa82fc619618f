package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Machine records made, changed, copied, retired; and the half-minute look. Over HTTP on a real MariaDB. */
@ExtendWith(TestServer.class)
class RecordsHttpTest {
    private static final Map<String, Object> SOCKET = Map.of("kind", "SOCKET", "second", false);

    private static Map<String, Object> facts(String model) {
        return new HashMap<>(Map.of(
                "maker",
                "Quarrow",
                "model",
                model,
                "variant",
                "",
                "kind",
                "LAPTOP",
                "generation",
                "DDR4",
                "formFactor",
                "SO_DIMM",
                "channels",
                List.of(List.of(Map.of("kind", "BANK", "size", "4", "second", false)), List.of(SOCKET)),
                "topRate",
                2667,
                "main",
                Map.of("wayIn", "WHOLE_BASE", "minutes", 9),
                "plug",
                "UNDER_MAIN"));
    }

    private static ApiClient bram(TestServer.Running server) {
        return ApiClient.signedIn(server, "bram");
    }

    private static long takeIn(ApiClient client, String machine) {
        return client.post("/api/jobs", Map.of("machineId", machine, "owner", "Valley library", "wish", ""))
                .json()
                .get("id")
                .asLong();
    }

    /** A bank and a socket, from a bare number and two clicks; it plans, opens power first and says what it does not know. */
    @Test
    void aQuickRecordIsEnoughForAJob(TestServer.Running server) {
        ApiClient client = bram(server);
        ApiClient.Answer made = client.post("/api/machines/quick", facts("Tor 12"));
        assertThat(made.status()).as(made.body()).isEqualTo(201);
        assertThat(made.json().get("id").asString()).isEqualTo("quarrow-tor-12");
        JsonNode machine = client.get("/api/machines/quarrow-tor-12").json();
        assertThat(machine.get("gaps").findValuesAsString("gap"))
                .contains("RATE_TABLE", "BANK_TIMINGS", "KEY_SIDE")
                .doesNotContain("BATTERY_PLUG");
        assertThat(machine.at("/positions/0/soldered").asString()).startsWith("4 GB");
        JsonNode picture = client.get("/api/machines/quarrow-tor-12/picture").json();
        assertThat(picture.get("lanes")).hasSize(2);
        long job = takeIn(client, "quarrow-tor-12");
        JsonNode planned = client.change(
                        job, "AddModule", Map.of("origin", "TYPED", "label", "16GB 2Rx8 PC4-2666V-SE1-11"))
                .json();
        String key = planned.at("/modules/0/key").asString();
        planned = client.change(job, "PlanModule", Map.of("position", "socket-b", "key", key))
                .json();
        assertThat(planned.at("/planned/installed").asString()).isEqualTo("20 GB");
        assertThat(planned.get("rules").toString()).contains("UNDECIDED");
        // "Works" is not said of what nobody has decided.
        assertThat(planned.get("planVerdict").asString()).doesNotContain("Works");
        List<String> steps = planned.at("/opening/steps").findValuesAsString("id");
        assertThat(String.join(" ", steps)).containsSubsequence("lid", "battery");
    }

    @Test
    void badFactsAreRefusedWhereTheyAre(TestServer.Running server) {
        ApiClient client = bram(server);
        Map<String, Object> facts = facts("Tor 13");
        facts.put("topRate", 2500);
        assertThat(client.post("/api/machines/quick", facts).json().get("field").asString())
                .isEqualTo("topRate");
        facts = facts("Tor 13");
        facts.put("makersMaximum", "a lot");
        assertThat(client.post("/api/machines/quick", facts).json().get("field").asString())
                .isEqualTo("makersMaximum");
        facts = facts("Tor 13");
        facts.put("channels", List.of(List.of(Map.of("kind", "BANK", "size", "3000 MB", "second", false))));
        ApiClient.Answer odd = client.post("/api/machines/quick", facts);
        assertThat(odd.status()).isEqualTo(422);
        assertThat(odd.json().get("detail").asString()).contains("can be made of DDR4 chips");
        facts.put("channels", List.of(List.of(), List.of()));
        assertThat(client.post("/api/machines/quick", facts)
                        .json()
                        .get("detail")
                        .asString())
                .contains("a socket or a soldered bank");
        assertThat(client.get("/api/machines/quarrow-tor-13").status()).isEqualTo(404);
    }

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

    @Test
    void shapesMakeRecords(TestServer.Running server) {
        ApiClient client = bram(server);
        int n = 0;
        for (JsonNode shape : client.get("/api/shapes").json()) {
            Map<String, Object> facts = facts("Shape " + n++);
            List<List<Map<String, Object>>> channels = new ArrayList<>();
            for (JsonNode letters : shape.get("channels")) {
                channels.add(letters.asString()
                        .chars()
                        .mapToObj(c -> c == 'B'
                                ? Map.<String, Object>of("kind", "BANK", "size", "8 GB", "second", false)
                                : Map.<String, Object>of(
                                        "kind", c == 'U' ? "UPPER_SOCKET" : "SOCKET", "second", c == 'K'))
                        .toList());
            }
            facts.put("channels", channels);
            facts.put("formFactor", shape.get("form").asString());
            facts.put("second", Map.of("wayIn", "KEYBOARD", "minutes", 25));
            ApiClient.Answer made = client.post("/api/machines/quick", facts);
            assertThat(made.status()).as(shape + " " + made.body()).isEqualTo(201);
        }
        assertThat(n).isGreaterThan(8);
    }

    @Test
    void halfAMinute(TestServer.Running server) {
        ApiClient desk = ApiClient.signedIn(server, "desk");
        JsonNode g = desk.post(
                        "/api/glance",
                        Map.of(
                                "text",
                                "Installed RAM 12.0 GB (11.6 GB usable)\nSlots used: 2 of 2\nSpeed: 2933 MT/s\nForm factor: Row of chips\nDDR4"))
                .json();
        assertThat(g.get("headline").asString())
                .isEqualTo("12 GB DDR4 installed, runs at 2933 MT/s, 2 of 2 positions used");
        assertThat(g.at("/more/0").asString()).contains("410 MB of it stay with graphics");
        assertThat(g.at("/answers/0/sureness").asString()).isIn("YES", "LIKELY");
        assertThat(g.at("/answers/1/sureness").asString()).isIn("NO", "UNLIKELY");
        assertThat(g.get("understood").size()).isGreaterThan(4);
        JsonNode known = desk.post(
                        "/api/glance", Map.of("text", "Installed RAM 8.0 GB", "machineId", "quarrow-fell-13"))
                .json();
        assertThat(known.at("/takes/0/text").asString()).contains("24 GB").contains("maker");
        assertThat(known.at("/shapes/0/name").asString()).isEqualTo("As its record says");
        JsonNode nothing = desk.post("/api/glance", Map.of("text", "hello")).json();
        assertThat(nothing.get("headline").asString()).startsWith("Nothing in it");
        assertThat(nothing.get("answers")).isEmpty();
        assertThat(desk.post("/api/glance", Map.of("text", "", "machineId", "no-such"))
                        .status())
                .isEqualTo(404);
        JsonNode label = desk.post("/api/glance", Map.of("text", "Slots used: 1 of 2\n16GB 2Rx8 PC4-2666V-SE1-11"))
                .json();
        assertThat(label.get("headline").asString()).contains("DDR4");
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

    /** What the system says, read for a job: totals and word size go into the job with one key, and the glance is against its record. */
    @Test
    void aDialogReadForAJob(TestServer.Running server) {
        ApiClient client = bram(server);
        long job = takeIn(client, "quarrow-fell-13");
        byte[] told =
                "Installed RAM 8.0 GB (7.6 GB usable)\nSystem type 64-bit operating system\nSlots used: 1 of 2\nSpeed: 2933 MT/s"
                        .getBytes(java.nio.charset.StandardCharsets.UTF_8);
        JsonNode kept = client.upload("/api/jobs/" + job + "/sources?name=typed", "application/octet-stream", told)
                .json();
        assertThat(kept.get("what").asString()).isEqualTo("what the system says");
        client.change(job, "AddSource", Map.of("source", kept.get("id").asString(), "name", "typed"));
        JsonNode evidence = client.get("/api/jobs/" + job + "/evidence").json();
        assertThat(evidence.get("acceptable").asBoolean()).isTrue();
        JsonNode glance = client.get("/api/jobs/" + job + "/glance").json();
        assertThat(glance.at("/takes/0/text").asString()).contains("24 GB");
        JsonNode accepted = client.change(job, "AcceptReading", Map.of()).json();
        assertThat(accepted.at("/before/systemTotal").asString()).isEqualTo("8 GB");
        assertThat(accepted.at("/before/positionsFilled").asInt()).isEqualTo(1);
        assertThat(accepted.at("/intake/wordBits").asInt()).isEqualTo(64);
        // The bank is all there is by that total: Read is done, and what is free is known.
        JsonNode read = accepted.get("trail").get(1);
        assertThat(read.get("status").asString()).as(read.toString()).isEqualTo("DONE");
        JsonNode stock = client.get("/api/jobs/" + job + "/stock").json();
        assertThat(stock.get(0).get("fits").asBoolean()).isTrue();
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
