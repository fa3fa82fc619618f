package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;
import static zephyrridge.server.TroubleSteps.change;
import static zephyrridge.server.TroubleSteps.fitted;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** No document makes a job that could not have been walked here, touches this shop's drawer, or cannot be shown. */
@ExtendWith(TestServer.class)
class ArrivalHttpTest {
    private static final JsonMapper JSON = new JsonMapper();

    private static ApiClient.Answer bringIn(ApiClient client, JsonNode document) {
        return client.upload(
                "/api/jobs/import",
                "application/octet-stream",
                JSON.writeValueAsString(document).getBytes(StandardCharsets.UTF_8));
    }

    private static ObjectNode export(ApiClient client, long id) {
        return (ObjectNode) JSON.readTree(client.getBytes("/api/jobs/" + id + "/export"));
    }

    private static long drawn(ApiClient client, String tag) {
        return drawn(client, tag, "skerrow-tern-16");
    }

    private static long drawn(ApiClient client, String tag, String machine) {
        ok(client.post("/api/drawer", ShelfSteps.module(tag, "16GB 1Rx8 PC5-4800B-SA0-1010-XT", 1)));
        long id = ok(client.post("/api/jobs", Map.of("machineId", machine, "owner", "Ferry office", "wish", "more")))
                .get("id")
                .asLong();
        change(client, id, "PlanModule", Map.of("position", "socket-b", "tag", tag));
        change(client, id, "ChoosePlan", Map.of("chosen", true));
        return id;
    }

    private static JsonNode module(ApiClient client, String tag) {
        for (JsonNode m : ok(client.get("/api/drawer?text=" + tag)).get("modules")) {
            if (m.get("tag").asString().equals(tag)) {
                return m;
            }
        }
        throw new AssertionError(tag);
    }

    /** What another workshop handed back was not seen here: it teaches nothing of the model until somebody here goes on with it. */
    @Test
    void whatArrivedClosedTeachesNothing(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        // A model of its own: other tests hand back jobs of the demo's at the same time.
        String machine = ok(client.post(
                        "/api/machines/skerrow-tern-16/copy",
                        Map.of("maker", "Skerrow", "model", "Tern 16", "variant", "arrived")))
                .get("id")
                .asString();
        long id = drawn(client, "AV-9", machine);
        change(client, id, "CloseJob", Map.of("note", "", "inParts", "Wren"));
        String learned = "/api/machines/" + machine + "/learned";
        int jobs = ok(client.get(learned)).get("jobs").asInt();
        assertThat(jobs).isPositive();
        JsonNode there = ok(bringIn(client, export(client, id)));
        assertThat(ok(client.get("/api/jobs/" + there.get("id").asLong()))
                        .get("closed")
                        .asBoolean())
                .isTrue();
        assertThat(ok(client.get(learned)).get("jobs").asInt()).isEqualTo(jobs);
        change(client, there.get("id").asLong(), "ReopenJob", Map.of());
        change(client, there.get("id").asLong(), "CloseJob", Map.of("note", "", "inParts", "Wren"));
        assertThat(ok(client.get(learned)).get("jobs").asInt()).isEqualTo(jobs + 1);
    }

    /** Another drawer's D-001 is not ours: shown as theirs, held by nobody here, and never marked bad. */
    @Test
    void tagsOfAnotherShopAreTheirs(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = drawn(client, "AV-1");
        ObjectNode document = export(client, id);
        change(client, id, "ChoosePlan", Map.of("chosen", false));
        ObjectNode found = JSON.createObjectNode();
        found.put("entry", "FaultFound");
        found.putObject("stamp")
                .put("no", 1)
                .put("after", 0)
                .putNull("at")
                .put("by", "somebody")
                .put("beforeLog", false);
        found.putObject("because");
        found.putArray("found")
                .addObject()
                .put("remedy", "REPLACE")
                .put("place", "")
                .putArray("modules")
                .add("m1");
        ((ArrayNode) document.at("/unit/log/entries")).add(found);
        JsonNode copy = ok(bringIn(client, document));
        assertThat(copy.at("/modules/0/tag").asString()).isEqualTo("AV-1 of another shop");
        assertThat(copy.get("chosen").asBoolean()).isTrue();
        JsonNode ours = module(client, "AV-1");
        assertThat(ours.get("tested").asString()).isEqualTo("GOOD");
        assertThat(ours.has("jobId")).as("held by nobody").isFalse();
        // Written out and brought in once more they are still theirs.
        JsonNode again = ok(bringIn(client, export(client, copy.get("id").asLong())));
        assertThat(again.at("/modules/0/tag").asString()).isEqualTo("AV-1 of another shop");
    }

    private static final String FOUND = "8GB 1Rx16 PC5-4800B-SC0-1010-XT";

    /** Each of these came in, or made an error of the server's, before. */
    @Test
    void whatCouldNotHaveBeenWalkedIsRefused(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = fitted(client, "skerrow-tern-16", Map.of("socket-a", FOUND), Map.of("socket-b", FOUND));
        Map<String, Consumer<ObjectNode>> spoilt = Map.ofEntries(
                Map.entry("an owner too long", d -> at(d, "/order").put("owner", "o".repeat(300))),
                Map.entry("wishes without end", d -> at(d, "/order").put("wish", "w".repeat(900_000))),
                Map.entry("a condition too long", d -> at(d, "/unit/intake").put("condition", "c".repeat(2_001))),
                Map.entry("a plan naming a module that is not there", d -> at(d, "/unit/alternatives/0/planned")
                        .put("socket-b", "m99")),
                Map.entry("a plan naming a position that is not there", d -> at(d, "/unit/alternatives/0/planned")
                        .put("socket-z", "m1")),
                Map.entry("a module in two positions", d -> at(d, "/unit/alternatives/0/planned")
                        .put("socket-b", "m1")),
                Map.entry(
                        "a chosen layout that is not there", d -> at(d, "/unit").put("chosen", "zz")),
                Map.entry("no layout", d -> ((ArrayNode) d.at("/unit/alternatives")).removeAll()),
                Map.entry("a module under another's key", d -> at(d, "/unit/modules/m1")
                        .put("key", "m2")),
                Map.entry("two entries of one number", d -> at(d, "/unit/log/entries/1/stamp")
                        .put("no", 1)),
                Map.entry("an entry after itself", d -> at(d, "/unit/log/entries/1/stamp")
                        .put("after", 7)),
                Map.entry("an entry that claims to be from before the log", d -> at(d, "/unit/log/entries/1/stamp")
                        .put("beforeLog", true)),
                Map.entry("a log without its power-down", d -> ((ArrayNode) d.at("/unit/log/entries")).remove(0)),
                Map.entry("something accepted of no start", d -> ((ArrayNode) d.at("/unit/accepted"))
                        .addObject()
                        .put("start", 77)
                        .putNull("field")
                        .put("reason", "so")
                        .put("by", "ilka")),
                Map.entry("a source at a position that is not there", d -> at(d, "/unit/readings/seen")
                        .set("socket-z", JSON.createObjectNode())));
        spoilt.forEach((what, spoil) -> {
            ObjectNode document = export(client, id);
            at(document, "/order").put("owner", "Spoilt import");
            spoil.accept(document);
            ApiClient.Answer answer = bringIn(client, document);
            assertThat(answer.status()).as("%s: %s", what, answer.body()).isEqualTo(422);
            assertThat(answer.json().get("detail").asString()).as(what).isNotBlank();
        });
        assertThat(client.get("/api/jobs").body())
                .doesNotContain("Spoilt import")
                .doesNotContain("oooo");
        assertThat(bringIn(client, export(client, id)).status()).as("unspoilt").isEqualTo(201);
    }

    private static ObjectNode at(JsonNode document, String path) {
        return (ObjectNode) document.at(path);
    }

    /** A scanner's separator, a vertical tab, half a character: stripped where they come in, so that papers can be drawn. */
    @Test
    void whatNoPaperCanShowDoesNotComeIn(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        String odd = "Ferry\u000b office\u001d \ud83d\udd27!\uffff";
        long id = ok(client.post(
                        "/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", odd, "wish", "a\u0000b\nc")))
                .get("id")
                .asLong();
        JsonNode job = ok(client.get("/api/jobs/" + id));
        assertThat(job.at("/order/owner").asString()).isEqualTo("Ferry office \ud83d\udd27!");
        assertThat(job.at("/order/wish").asString()).isEqualTo("ab\nc");
        change(client, id, "AnswerIntake", Map.of("condition", "scratch\u000b on the lid\u001e"));
        change(client, id, "CounterSays", Map.of("forbids", "no\u0007 reset"));
        for (String paper : List.of("report.pdf", "slip.pdf", "opening-sheet.pdf")) {
            assertThat(new String(client.getBytes("/api/jobs/" + id + "/" + paper), StandardCharsets.ISO_8859_1))
                    .as(paper)
                    .startsWith("%PDF");
        }
    }

    /** A running job is told what a newer version of its record changes, and takes it; one that its log cannot stand on is refused. */
    @Test
    void aRunningJobTakesTheNextVersionOfItsRecord(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long any = ok(client.post(
                        "/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", "Ferry office", "wish", "")))
                .get("id")
                .asLong();
        ObjectNode record = (ObjectNode) export(client, any).get("machine");
        String model = "arrival-tern";
        record.put("id", model);
        record.put("variant", "next");
        assertThat(client.post("/api/machines", record).status()).isBetween(200, 201);
        long id = fitted(client, model, Map.of("socket-a", FOUND), Map.of("socket-b", FOUND));
        JsonNode job = ok(client.get("/api/jobs/" + id));
        assertThat(job.at("/record/version")).isEqualTo(job.at("/record/newest"));
        at(record, "/access/parts/0").put("secondsOff", 321).put("how", "start at the hinge");
        ((ArrayNode) record.get("controller").get("caps")).removeAll();
        ok(client.put("/api/machines/" + model + "/record", Map.of("expectedVersion", 1, "record", record)));
        job = ok(client.get("/api/jobs/" + id));
        assertThat(job.at("/record/newest").asLong()).isEqualTo(2);
        JsonNode told = ok(client.get("/api/jobs/" + id + "/record"));
        assertThat(told.get("changes").toString())
                .contains("Parts and the way to them")
                .contains("rate table");
        assertThat(told.get("follows").toString()).contains("Minutes");
        assertThat(told.has("refused")).isFalse();
        ApiClient.Answer stale = client.post(
                "/api/jobs/" + id + "/record",
                Map.of("expectedVersion", job.get("version").asLong() - 1, "version", 2));
        assertThat(stale.status()).isEqualTo(409);
        JsonNode taken = ok(client.post(
                "/api/jobs/" + id + "/record",
                Map.of("expectedVersion", job.get("version").asLong(), "version", 2)));
        assertThat(taken.at("/record/version").asLong()).isEqualTo(2);
        assertThat(taken.get("version").asLong()).isEqualTo(job.get("version").asLong() + 1);
        assertThat(taken.has("undoes")).as("what it stood on before stays").isFalse();
        assertThat(client.get("/api/jobs/" + id + "/events").body()).contains("another version of the record");
        // A version without the socket that was filled: the log could not have happened at it.
        ArrayNode positions = (ArrayNode) record.get("positions");
        for (int i = positions.size() - 1; i >= 0; i--) {
            if (positions.get(i).get("id").asString().equals("socket-b")) {
                positions.remove(i);
            }
        }
        ApiClient.Answer less =
                client.put("/api/machines/" + model + "/record", Map.of("expectedVersion", 2, "record", record));
        assertThat(less.status()).as(less.body()).isEqualTo(200);
        JsonNode third = ok(client.get("/api/jobs/" + id + "/record"));
        assertThat(third.has("refused")).isTrue();
        assertThat(client.post(
                                "/api/jobs/" + id + "/record",
                                Map.of("expectedVersion", taken.get("version").asLong(), "version", 3))
                        .status())
                .isEqualTo(422);
        assertThat(client.post(
                                "/api/jobs/" + id + "/record",
                                Map.of("expectedVersion", taken.get("version").asLong(), "version", 9))
                        .status())
                .isEqualTo(404);
    }
}
