package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.RecordSteps.bram;
import static zephyrridge.server.RecordSteps.facts;
import static zephyrridge.server.RecordSteps.takeIn;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** A record in half a minute, by shapes and by what a dialog says; over HTTP on a real MariaDB. */
@ExtendWith(TestServer.class)
class QuickRecordsHttpTest {
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
}
