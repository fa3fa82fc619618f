package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;
import static zephyrridge.server.ShelfSteps.job;
import static zephyrridge.server.ShelfSteps.list;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Claims, trials, kinds of work and house rules, over HTTP on a real MariaDB. */
@ExtendWith(TestServer.class)
@Isolated
class HouseHttpTest {
    @Test
    void claimsAndTrialsChangeWhatIsSaid(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "wren");
        long id = job(client, "brindlecombe-cairn", "8GB 1Rx8 PC4-3200AA-SA1-11", "lower");
        JsonNode typed =
                ok(client.change(id, "AddModule", Map.of("origin", "TYPED", "label", "32GB 2Rx8 PC4-3200AA-SE1-12")));
        JsonNode planned = ok(client.change(
                id,
                "PlanModule",
                Map.of("position", "lower", "key", typed.at("/modules/1/key").asString())));
        assertThat(planned.at("/limits/judged/conditions").findValuesAsString("kind"))
                .contains("FIRMWARE_AT_LEAST");
        String path = "/api/machines/brindlecombe-cairn";
        String before =
                client.get("/api/jobs/" + id).headers().firstValue("ETag").orElseThrow();
        ok(client.post(
                path + "/claims",
                Map.of(
                        "source",
                        "CONTROLLER",
                        "quantity",
                        "PER_SLOT",
                        "value",
                        "16",
                        "where",
                        "a sheet that came late")));
        JsonNode stopped = ok(client.get("/api/jobs/" + id));
        assertThat(client.get("/api/jobs/" + id).headers().firstValue("ETag").orElseThrow())
                .isNotEqualTo(before);
        assertThat(stopped.at("/limits/judged/limitClass").asString()).isEqualTo("BEYOND_CONTROLLER");
        ok(client.post(
                path + "/trials",
                Map.of(
                        "relation",
                        "THIS_MODEL",
                        "machine",
                        "BC-77",
                        "modules",
                        Map.of("lower", "32GB 2Rx8 PC4-3200AA-SE1-12"),
                        "outcome",
                        "PROVEN",
                        "cause",
                        "NONE",
                        "note",
                        "")));
        JsonNode proven = ok(client.get("/api/jobs/" + id));
        assertThat(proven.at("/limits/judged/limitClass").asString()).isEqualTo("PROVEN_HERE");
        assertThat(proven.at("/limits/judged/chance").asInt()).isEqualTo(80);
        long trial = proven.at("/limits/trials/0/id").asLong();
        ok(client.delete(path + "/trials/" + trial));
        List<JsonNode> marks = list(proven.at("/limits/marks"));
        long claim = marks.stream()
                .filter(m -> m.has("id"))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asLong();
        ok(client.delete(path + "/claims/" + claim));
        assertThat(client.delete(path + "/claims/" + claim).status()).isEqualTo(404);
        assertThat(ok(client.get("/api/jobs/" + id))
                        .at("/limits/judged/limitClass")
                        .asString())
                .isEqualTo("WITHIN_OFFICIAL");
        ApiClient.Answer bad = client.post(
                path + "/claims", Map.of("source", "MAKER", "quantity", "TOTAL", "value", "lots", "where", "x"));
        assertThat(bad.status()).isEqualTo(422);
        assertThat(bad.body()).contains("64 GB");
    }

    /** The shop's own figures of work, by its lead, with a reason; the system itself is always counted. */
    @Test
    void theKindsOfWorkAreTheShopsOwn(TestServer.Running server) {
        ApiClient lead = ApiClient.signedIn(server, "wren");
        JsonNode house = ok(lead.get("/api/house"));
        List<Object> kinds = new ArrayList<>();
        list(house.get("work")).forEach(kinds::add);
        Map<String, Object> mapping =
                Map.of("id", "own-1", "name", "Maps", "low", "2 GB", "usual", "6 GB", "high", "20 GB", "year", 2031);
        kinds.add(mapping);
        Map<String, Object> body =
                Map.of("expectedVersion", house.get("workVersion").asLong(), "work", kinds, "reason", "the surveyors");
        assertThat(ApiClient.signedIn(server, "ilka")
                        .put("/api/house/work", body)
                        .status())
                .isEqualTo(403);
        JsonNode kept = ok(lead.put("/api/house/work", body));
        assertThat(kept.at("/workHistory/0/reason").asString()).isEqualTo("the surveyors");
        assertThat(lead.put("/api/house/work", body).status()).isEqualTo(409);
        long version = kept.get("workVersion").asLong();
        for (Map<String, Object> wrong : List.<Map<String, Object>>of(
                Map.of("low", "8 GB"), Map.of("high", "6 TB and more"), Map.of("year", 12), Map.of("name", " "))) {
            Map<String, Object> bad = new HashMap<>(mapping);
            bad.putAll(wrong);
            assertThat(lead.put(
                                    "/api/house/work",
                                    Map.of(
                                            "expectedVersion",
                                            version,
                                            "work",
                                            List.of(kinds.get(0), bad),
                                            "reason",
                                            "x"))
                            .status())
                    .as(wrong.toString())
                    .isIn(400, 422);
        }
        assertThat(lead.put(
                                "/api/house/work",
                                Map.of("expectedVersion", version, "work", List.of(mapping), "reason", "x"))
                        .body())
                .contains("The system itself is always counted");
        ok(lead.put(
                "/api/house/work",
                Map.of("expectedVersion", version, "work", list(house.get("work")), "reason", "as before")));
    }

    /** Another school, another recommendation; only the lead chooses, and nobody overwrites another's choice. */
    @Test
    void theLeadChoosesTheHouseRules(TestServer.Running server) {
        ApiClient lead = ApiClient.signedIn(server, "wren");
        // Its maker says 2 GB, which it has; the drawer and the sheets hold what the controller takes, and it can go
        // back.
        long id = job(lead, "ostrell-drift-12", "2GB 1Rx8 PC3L-10600S-9-11-B2", "socket");
        ok(lead.change(id, "Want", Map.of("atLeast", "4 GiB")));
        JsonNode house = ok(lead.get("/api/house"));
        assertThat(house.get("questions").size()).isEqualTo(12);
        long version = house.get("rulesVersion").asLong();
        Map<String, Object> never = Map.of("expectedVersion", version, "school", "BEYOND.NEVER", "reason", "insured");
        assertThat(ApiClient.signedIn(server, "ilka")
                        .put("/api/house/rules", never)
                        .status())
                .isEqualTo(403);
        JsonNode before = ok(lead.get("/api/jobs/" + id + "/options"));
        JsonNode changed = ok(lead.put("/api/house/rules", never));
        assertThat(changed.at("/rulesHistory/0/reason").asString()).isEqualTo("insured");
        assertThat(lead.put("/api/house/rules", never).status()).isEqualTo(409);
        JsonNode after = ok(lead.get("/api/jobs/" + id + "/options"));
        assertThat(before.at("/options").size()).isPositive();
        // What is beyond official is stopped now, and nothing else can be had.
        assertThat(after.at("/options").size()).isZero();
        ok(lead.put(
                "/api/house/rules",
                Map.of(
                        "expectedVersion",
                        version + 1,
                        "school",
                        "BEYOND.PROVEN_OR_RETURNABLE",
                        "reason",
                        "back to what was")));
        ObjectNode terms = (ObjectNode) house.get("terms");
        terms.put("labourPerHour", "60.00");
        Map<String, Object> body =
                Map.of("expectedVersion", house.get("termsVersion").asLong(), "terms", terms, "reason", "a new year");
        assertThat(ok(lead.put("/api/house/terms", body))
                        .at("/terms/labourPerHour")
                        .asString())
                .isEqualTo("60.00");
        terms.put("labourPerHour", "48.00");
        ok(lead.put("/api/house/terms", Map.of("expectedVersion", 1, "terms", terms, "reason", "back to what was")));
    }

    /** The shop's name and mark are typed once and stand at the head of each paper, as text. */
    @Test
    void papersHaveTheShopsHead(TestServer.Running server) {
        ApiClient lead = ApiClient.signedIn(server, "wren");
        long version = ok(lead.get("/api/house")).get("letterheadVersion").asLong();
        Map<String, Object> body = Map.of(
                "expectedVersion",
                version,
                "reason",
                "moved",
                "letterhead",
                Map.of("name", "Mill & <b>Moss</b>", "mark", "MM", "address", "Behind the mill"));
        assertThat(ApiClient.signedIn(server, "ilka")
                        .put("/api/house/letterhead", body)
                        .status())
                .isEqualTo(403);
        ok(lead.put("/api/house/letterhead", body));
        assertThat(lead.put("/api/house/letterhead", body).status()).isEqualTo(409);
        assertThat(lead.get("/api/jobs/1/report.html").body())
                .contains("Mill &amp; &lt;b&gt;Moss&lt;/b&gt;")
                .contains("<span class=\"mark\">MM</span>")
                .contains("Behind the mill");
        ok(lead.put(
                "/api/house/letterhead",
                Map.of(
                        "expectedVersion",
                        version + 1,
                        "reason",
                        "plain paper",
                        "letterhead",
                        Map.of("name", "", "mark", "MM", "address", "Behind the mill"))));
        assertThat(lead.get("/api/jobs/1/report.html").body()).doesNotContain("Behind the mill");
    }
}
