package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import zephyrridge.server.db.Tables;

/** The main job over HTTP on a real MariaDB. */
@ExtendWith(TestServer.class)
class JobsHttpTest {
    private static final Map<String, Object> ANSWERS = Map.of(
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

    private static long takeIn(ApiClient client, String machine) {
        ApiClient.Answer answer = client.post(
                "/api/jobs", Map.of("machineId", machine, "owner", "Valley library", "wish", "Two more years"));
        assertThat(answer.status()).as(answer.body()).isEqualTo(201);
        return answer.json().get("id").asLong();
    }

    private static JsonNode ok(ApiClient.Answer answer) {
        assertThat(answer.status()).as(answer.body()).isEqualTo(200);
        return answer.json();
    }

    private static List<String> codes(JsonNode findings) {
        List<String> codes = new ArrayList<>();
        findings.forEach(f -> codes.add(f.get("code").asString()));
        return codes;
    }

    private static Map<String, Object> readout(String phase, Map<String, ?> values) {
        Map<String, String> readings = new java.util.TreeMap<>();
        values.forEach((name, value) -> readings.put(name, value.toString()));
        return Map.of("phase", phase, "readings", readings);
    }

    /** The steps that are left, each ticked. */
    private static void tickAll(ApiClient client, long id, String which) {
        for (JsonNode step : client.get("/api/jobs/" + id).json().at(which)) {
            if (!step.get("done").asBoolean() && !step.get("kind").asString().equals("TEST_START")) {
                ok(client.change(id, "TickStep", Map.of("step", step.get("id").asString(), "done", true)));
            }
        }
    }

    private static JsonNode chosen(ApiClient client, long id) {
        return ok(client.change(id, "ChoosePlan", Map.of("chosen", true)));
    }

    @Test
    void walksFromTakeInToHandBack(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = takeIn(client, "quarrow-fell-13");
        ok(client.change(id, "AnswerIntake", ANSWERS));
        JsonNode job = ok(client.change(
                id,
                "AddModule",
                Map.of("origin", "FOUND", "label", "4GB 1Rx16 PC4-2400T-SC0-11", "position", "socket-b")));
        assertThat(job.at("/found/installed").asString()).isEqualTo("12 GB");
        ok(client.change(id, "EnterReadout", readout("BEFORE", Map.of("firmwareTotal", "12 GB", "rate", 2400))));
        job = ok(client.change(id, "AddModule", Map.of("origin", "TYPED", "label", "32GB 2Rx8 PC4-2933Y-SE1-11")));
        String key = job.at("/modules/1/key").asString();
        job = ok(client.change(id, "PlanModule", Map.of("position", "socket-b", "key", key)));
        assertThat(job.at("/planned/installed").asString()).isEqualTo("40 GB");
        assertThat(job.at("/planned/regions/0/mebibytes").asLong()).isEqualTo(16_384);
        assertThat(job.at("/planned/clocks/0/rate").asString()).isEqualTo("2933 MT/s");
        assertThat(codes(job.get("findings")))
                .contains("WIDTH_UNEVEN", "LIMIT_PROVEN", "LIMIT_SHEET_CONTRADICTED")
                .doesNotContain("NO_MEMORY", "LIMIT_BEYOND_OFFICIAL");
        chosen(client, id);
        assertThat(job.at("/opening/steps").size()).isGreaterThan(5);
        // Typed totals prove nothing before there was a start.
        assertThat(client.change(id, "EnterReadout", readout("AFTER", Map.of("firmwareTotal", "40 GB")))
                        .status())
                .isEqualTo(404);
        tickAll(client, id, "/opening/steps");
        job = ok(client.change(id, "ConfirmFit", Map.of("position", "socket-b", "done", true)));
        assertThat(job.at("/expectation/firmwareTotal").asString()).isEqualTo("40 GB");
        assertThat(job.at("/now/off").size()).isPositive();
        assertThat(client.change(id, "CloseJob", Map.of("note", ""))
                        .json()
                        .at("/finding/code")
                        .asString())
                .isEqualTo("CLOSE_PARTS_OFF");
        tickAll(client, id, "/opening/closing");
        ok(client.change(id, "LogStart", Map.of("outcome", "STARTED", "note", "")));
        job = ok(client.change(
                id,
                "EnterReadout",
                readout(
                        "AFTER",
                        Map.of(
                                "firmwareTotal",
                                "40 GB",
                                "usable",
                                "39.4 GB",
                                "rate",
                                1466,
                                "positionsFilled",
                                2,
                                "testPasses",
                                1))));
        // Beyond the maker's figure a pass is wanted, and its errors have to be said.
        assertThat(job.at("/proof/proven").asBoolean()).isFalse();
        assertThat(codes(job.at("/proof/missing"))).containsExactly("PROOF_PASS_WANTED");
        job = ok(client.change(id, "EnterReadout", readout("AFTER", Map.of("testErrors", 0))));
        assertThat(job.at("/proof/proven").asBoolean()).isTrue();
        assertThat(job.at("/proof/grade").asString()).isEqualTo("TESTED");
        assertThat(job.at("/comparison/3/findings/0/code").asString()).isEqualTo("PROOF_HALF_CLOCK");
        job = ok(client.change(id, "CloseJob", Map.of("note", "40 GB now")));
        assertThat(job.get("closed").asBoolean()).isTrue();
        assertThat(job.at("/handedBack/proven").asBoolean()).isTrue();
        assertThat(job.at("/handedBack/said/proof").toString()).contains("Tested");
        assertThat(job.get("current").asString()).isEqualTo("HAND_BACK");
        assertThat(client.change(id, "ResetPlan", Map.of()).status()).isEqualTo(422);
        assertThat(ok(client.change(id, "ReopenJob", Map.of())).get("closed").asBoolean())
                .isFalse();
        // Every change is one event, in order, with the person's name.
        JsonNode events = client.get("/api/jobs/" + id + "/events").json();
        long version = client.get("/api/jobs/" + id).json().get("version").asLong();
        assertThat(events.size()).isEqualTo((int) version);
        assertThat(events.get(0).get("type").asString()).isEqualTo("JobTakenIn");
        assertThat(events.get(1).get("who").asString()).isEqualTo("Ilka");
        assertThat(events.get(1).get("at").asString()).as("with its zone").endsWith("Z");
    }

    /** The log is shown entry by entry, and what is retracted takes along what hangs on it. */
    @Test
    void theLogIsShownAndRetracted(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = takeIn(client, "ostrell-drift-12");
        ok(client.change(id, "AnswerIntake", ANSWERS));
        ok(client.change(id, "AddModule", Map.of("origin", "TYPED", "label", "4GB 1Rx8 PC3L-12800S-11-13-B4")));
        ok(client.change(id, "PlanModule", Map.of("position", "socket", "key", "m1")));
        chosen(client, id);
        tickAll(client, id, "/opening/steps");
        JsonNode job = ok(client.change(id, "ConfirmFit", Map.of("position", "socket", "done", true)));
        JsonNode log = job.get("log");
        assertThat(log.get(0).get("text").asString()).isEqualTo("Shut right down");
        assertThat(log.get(log.size() - 1).get("text").asString()).contains("from what was bought to");
        JsonNode after = ok(
                client.change(id, "Retract", Map.of("no", log.get(0).get("no").asInt(), "reason", "only asleep")));
        assertThat(after.at("/fitLines/0/done").asBoolean()).isFalse();
        assertThat(after.at("/now/off").size()).isZero();
        // Undo brings all of it back.
        assertThat(ok(client.change(id, "Undo", Map.of()))
                        .at("/fitLines/0/done")
                        .asBoolean())
                .isTrue();
    }

    @Test
    void whatIsTriedStaysFreeUntilItIsChosen(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long one = takeIn(client, "halmira-panel-24");
        long other = takeIn(client, "halmira-panel-24");
        for (long id : new long[] {one, other}) {
            ok(client.change(id, "PlanModule", Map.of("position", "a-lower", "tag", "D-027")));
        }
        chosen(client, one);
        ApiClient.Answer late = client.change(other, "ChoosePlan", Map.of("chosen", true));
        assertThat(late.status()).isEqualTo(422);
        assertThat(late.json().get("code").asString()).isEqualTo("MODULE_TAKEN");
        // Another plan gives it back.
        ok(client.change(one, "PlanModule", Map.of("position", "a-lower")));
        chosen(client, other);
        ok(client.change(other, "ChoosePlan", Map.of("chosen", false)));
    }

    @Test
    void takingInTwiceUnderOneIdIsOnce(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        Map<String, Object> body = Map.of(
                "machineId",
                "skerrow-tern-16",
                "owner",
                "Dairy office",
                "wish",
                "",
                "takeInId",
                "0e6c2f2a-0b7b-4a6d-8f6e-2f6f1c1f9a11");
        long first = client.post("/api/jobs", body).json().get("id").asLong();
        assertThat(client.post("/api/jobs", body).json().get("id").asLong()).isEqualTo(first);
    }

    /** Polling costs a line while nothing changed; a change in another person's name is refused. */
    @Test
    void versionsAreTagsAndChangesCarryTheirPerson(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = takeIn(client, "skerrow-tern-16");
        ApiClient.Answer first = client.get("/api/jobs/" + id);
        String tag = first.headers().firstValue("ETag").orElseThrow();
        assertThat(tag).startsWith("\"1-");
        assertThat(client.getIfNoneMatch("/api/jobs/" + id, tag).status()).isEqualTo(304);
        Map<String, Object> change = Map.of("type", "ResetPlan");
        ApiClient.Answer other = client.post(
                "/api/jobs/" + id + "/changes", Map.of("expectedVersion", 1, "by", "bram", "change", change));
        assertThat(other.status()).isEqualTo(403);
        assertThat(other.json().get("code").asString()).isEqualTo("OTHER_PERSON");
        JsonNode own = ok(client.post(
                "/api/jobs/" + id + "/changes", Map.of("expectedVersion", 1, "by", "ilka", "change", change)));
        assertThat(own.get("landed").asLong()).isEqualTo(2);
        assertThat(client.getIfNoneMatch("/api/jobs/" + id, tag).status()).isEqualTo(200);
    }

    @Test
    void gatesKeepTheMachineShut(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        long id = takeIn(client, "skerrow-tern-16");
        ok(client.change(id, "AddModule", Map.of("origin", "TYPED", "label", "16GB 1Rx8 PC5-5600B-SA0-1010-XT")));
        ok(client.change(id, "PlanModule", Map.of("position", "socket-a", "key", "m1")));
        chosen(client, id);
        // Making it dead is always right.
        ok(client.change(id, "TickStep", Map.of("step", "power-down", "done", true)));
        ok(client.change(id, "TickStep", Map.of("step", "unplug", "done", true)));
        ApiClient.Answer unanswered = client.change(id, "TickStep", Map.of("step", "off:base", "done", true));
        assertThat(unanswered.status()).isEqualTo(422);
        assertThat(unanswered.json().get("code").asString()).isEqualTo("GATE_SHUT");
        assertThat(unanswered.json().at("/finding/code").asString()).isEqualTo("GATE_SEAL_NOT_LOOKED");
        // One answer at a time; the others stay as they are.
        for (String[] next : new String[][] {
            {"seal", "NONE", "GATE_KEY_NOT_ASKED"},
            {"encryption", "KEY_MISSING", "GATE_KEY_MISSING"},
            {"encryption", "KEY_AT_HAND", "GATE_SETTINGS_NOT_ASKED"}
        }) {
            ok(client.change(id, "AnswerIntake", Map.of(next[0], next[1])));
            assertThat(client.change(id, "TickStep", Map.of("step", "off:base", "done", true))
                            .json()
                            .at("/finding/code")
                            .asString())
                    .isEqualTo(next[2]);
        }
        // This model loses its settings while it is unplugged, so "not known" does not open it, and clearing by hand
        // neither.
        JsonNode unknown = ok(client.change(id, "AnswerIntake", Map.of("firmwareSettings", "NOT_KNOWN")));
        assertThat(codes(unknown.get("openingGates")))
                .contains("GATE_SETTINGS_NOT_NOTED", "GATE_CLEAR_SETTINGS_NOT_NOTED");
        assertThat(client.change(id, "ClearSettings", Map.of("done", true))
                        .json()
                        .get("code")
                        .asString())
                .isEqualTo("GATE_SHUT");
        ok(client.change(id, "AnswerIntake", Map.of("firmwareSettings", "NOTED")));
        assertThat(ok(client.change(id, "ClearSettings", Map.of("done", true)))
                        .get("settingsCleared")
                        .asBoolean())
                .isTrue();
        Map<String, Object> swollen = new java.util.HashMap<>(ANSWERS);
        swollen.put("battery", "SWOLLEN");
        JsonNode job = ok(client.change(id, "AnswerIntake", swollen));
        assertThat(codes(job.get("openingGates"))).containsExactly("GATE_BATTERY_SWOLLEN");
        assertThat(client.change(id, "TickStep", Map.of("step", "off:base", "done", true))
                        .json()
                        .at("/finding/code")
                        .asString())
                .isEqualTo("GATE_BATTERY_SWOLLEN");
        assertThat(client.change(id, "CloseJob", Map.of("note", ""))
                        .json()
                        .at("/finding/code")
                        .asString())
                .isEqualTo("CLOSE_SWOLLEN");
        assertThat(client.change(id, "ConfirmFit", Map.of("position", "socket-a", "done", true))
                        .status())
                .isEqualTo(422);
        swollen.put("battery", "MADE_SAFE");
        ok(client.change(id, "AnswerIntake", swollen));
        ok(client.change(id, "TickStep", Map.of("step", "off:base", "done", true)));
    }

    @Test
    void fitCatchesTheWrongModuleAndTheWrongOrder(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        long id = takeIn(client, "halmira-panel-24");
        ok(client.change(id, "AnswerIntake", ANSWERS));
        for (int i = 0; i < 2; i++) {
            ok(client.change(
                    id,
                    "AddModule",
                    Map.of(
                            "origin",
                            "TYPED",
                            "label",
                            i == 0 ? "8GB 1Rx8 PC4-2666V-SA1-11" : "16GB 2Rx8 PC4-2666V-SE1-11")));
        }
        ok(client.change(id, "PlanModule", Map.of("position", "a-upper", "key", "m1")));
        ok(client.change(id, "PlanModule", Map.of("position", "a-lower", "key", "m2")));
        chosen(client, id);
        tickAll(client, id, "/opening/steps");
        assertThat(client.change(id, "ConfirmFit", Map.of("position", "a-upper", "done", true))
                        .json()
                        .at("/finding/code")
                        .asString())
                .isEqualTo("FIT_LOWER_FIRST");
        ApiClient.Answer wrong = client.change(
                id, "ConfirmFit", Map.of("position", "a-lower", "done", true, "seen", "8GB 1Rx8 PC4-2666V-SA1-11"));
        assertThat(wrong.json().at("/finding/code").asString()).isEqualTo("FIT_WRONG_POSITION");
        ok(client.change(
                id, "ConfirmFit", Map.of("position", "a-lower", "done", true, "seen", "16gb 2rx8 pc4 2666V SE1 11")));
        ok(client.change(id, "ConfirmFit", Map.of("position", "a-upper", "done", true)));
    }

    @Test
    void aDrawerModuleIsWithOneJobOnly(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long one = takeIn(client, "halmira-panel-24");
        long other = takeIn(client, "halmira-panel-24");
        JsonNode job = ok(client.change(one, "PlanModule", Map.of("position", "a-lower", "tag", "D-028")));
        assertThat(job.at("/modules/0/tag").asString()).isEqualTo("D-028");
        chosen(client, one);
        ApiClient.Answer taken = client.change(other, "TakeFromDrawer", Map.of("tag", "D-028"));
        assertThat(taken.status()).isEqualTo(422);
        assertThat(taken.json().get("code").asString()).isEqualTo("MODULE_TAKEN");
        assertThat(client.change(other, "TakeFromDrawer", Map.of("tag", "D-019"))
                        .json()
                        .get("reason")
                        .asString())
                .isEqualTo("MODULE_BAD");
        ok(client.change(one, "RemoveModule", Map.of("key", "m1")));
        ok(client.change(other, "TakeFromDrawer", Map.of("tag", "D-028")));
        ok(client.change(other, "RemoveModule", Map.of("key", "m1")));
    }

    @Test
    void theSecondOfTwoIsToldWhatChanged(TestServer.Running server) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        ApiClient bram = ApiClient.signedIn(server, "bram");
        long id = takeIn(ilka, "skerrow-tern-16");
        ok(ilka.changeAt(id, 1, "AnswerIntake", ANSWERS));
        ApiClient.Answer late = bram.changeAt(id, 1, "ResetPlan", Map.of());
        assertThat(late.status()).isEqualTo(409);
        assertThat(late.json().get("code").asString()).isEqualTo("CHANGED_MEANWHILE");
        assertThat(late.json().get("currentVersion").asLong()).isEqualTo(2);
        assertThat(late.json().at("/events/0/who").asString()).isEqualTo("Ilka");
        assertThat(late.json().get("detail").asString()).contains("Ilka changed the answers of Take in");
    }

    /** Of many changes on one version exactly one lands, and state and events stay together. */
    @Test
    void manyAtOnceNeverOverwriteEachOther(TestServer.Running server) throws Exception {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = takeIn(client, "skerrow-tern-16");
        ExecutorService pool = Executors.newFixedThreadPool(8);
        int landed = 0;
        try {
            List<Future<Integer>> answers = new ArrayList<>();
            for (int i = 0; i < 24; i++) {
                String label = (i % 2 == 0 ? "16GB 1Rx8" : "32GB 2Rx8") + " PC5-5600B-SA0-1010-XT";
                answers.add(
                        pool.submit(() -> client.changeAt(id, 1, "AddModule", Map.of("origin", "TYPED", "label", label))
                                .status()));
            }
            for (Future<Integer> answer : answers) {
                assertThat(answer.get()).isIn(200, 409);
                landed += answer.get() == 200 ? 1 : 0;
            }
        } finally {
            pool.shutdownNow();
        }
        assertThat(landed).isEqualTo(1);
        JsonNode job = client.get("/api/jobs/" + id).json();
        assertThat(job.get("version").asLong()).isEqualTo(2);
        assertThat(job.get("modules").size()).isEqualTo(1);
        assertThat(client.get("/api/jobs/" + id + "/events").json().size()).isEqualTo(2);
    }

    /** A change that fails half way leaves nothing behind: the drawer's row is in the same transaction. */
    @Test
    void aRefusedChangeChangesNothing(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = takeIn(client, "skerrow-tern-16");
        assertThat(client.changeAt(id, 99, "TakeFromDrawer", Map.of("tag", "D-010"))
                        .status())
                .isEqualTo(409);
        assertThat(client.change(id, "PlanModule", Map.of("position", "socket-a", "key", "m9"))
                        .status())
                .isEqualTo(404);
        DSLContext sql = server.bean(DSLContext.class);
        assertThat(sql.select(Tables.DRAWER_MODULE.JOB_ID)
                        .from(Tables.DRAWER_MODULE)
                        .where(Tables.DRAWER_MODULE.TAG.eq("D-010"))
                        .fetchOne(0))
                .isNull();
        assertThat(client.get("/api/jobs/" + id).json().get("version").asLong()).isEqualTo(1);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{ | 400 | UNREADABLE",
                "[] | 400 | UNREADABLE",
                "{\"expectedVersion\":1} | 400 | UNREADABLE",
                "{\"expectedVersion\":\"x\",\"change\":{\"type\":\"ResetPlan\"}} | 400 | UNREADABLE",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"Nonsense\"}} | 400 | UNREADABLE",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"ResetPlan\",\"more\":1}} | 400 | UNREADABLE",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"PlanModule\",\"position\":\"\"}} | 422 | INVALID",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"PlanModule\",\"position\":\"nowhere\"}} | 404 | NOT_FOUND",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"PlanModule\",\"position\":\"bank-a\"}} | 422 | INVALID",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"TickStep\",\"step\":\"none\",\"done\":true}} | 404 | NOT_FOUND",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"TakeFromDrawer\",\"tag\":\"none\"}} | 404 | NOT_FOUND",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"AddModule\",\"origin\":\"TYPED\",\"label\":\"8GB\"}} | 422 | INVALID",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"AddModule\",\"origin\":\"DRAWER\",\"label\":\"8GB 1Rx8 PC4-2400T-SA1-11\"}} | 422 | INVALID",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"EnterReadout\",\"phase\":\"BEFORE\",\"readings\":{\"firmwareTotal\":\"much\"}}} | 422 | INVALID",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"EnterReadout\",\"phase\":\"BEFORE\",\"readings\":{\"firmwareTotal\":\"999999999999 TB\"}}} | 422 | INVALID",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"EnterReadout\",\"phase\":\"BEFORE\",\"readings\":{\"rate\":\"-5\"}}} | 422 | INVALID",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"AnswerIntake\",\"wordBits\":48}} | 422 | INVALID",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"AnswerIntake\",\"owner\":\" \"}} | 422 | INVALID",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"EnterReadout\",\"phase\":\"BEFORE\",\"readings\":{\"nonsense\":\"1\"}}} | 422 | INVALID",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"EnterReadout\",\"phase\":\"BEFORE\",\"readings\":{\"test\":\"FAST\"}}} | 422 | INVALID",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"EnterReadout\",\"phase\":\"BEFORE\",\"readings\":{}}} | 422 | INVALID",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"EnterReadout\",\"phase\":\"AFTER\",\"readings\":{\"rate\":\"2400\"}}} | 404 | NOT_FOUND",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"Retract\",\"no\":7,\"reason\":\"\"}} | 404 | NOT_FOUND",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"LogStart\",\"outcome\":\"FINE\",\"note\":\"\"}} | 400 | UNREADABLE",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"AddPhoto\",\"photo\":\"none\",\"caption\":\"\"}} | 404 | NOT_FOUND",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"RemovePhoto\",\"photo\":\"none\"}} | 404 | NOT_FOUND",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"ClearSettings\",\"done\":true}} | 422 | GATE_SHUT",
                "{\"expectedVersion\":1,\"changeId\":\"x\",\"change\":{\"type\":\"ResetPlan\"}} | 400 | UNREADABLE",
                "{\"expectedVersion\":1,\"change\":{\"type\":\"AnswerIntake\",\"operatingSystem\":\"other\"}} | 422 | INVALID"
            })
    void badInputNamesWhatIsWrong(String body, int status, String code, TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = takeIn(client, "quarrow-fell-13");
        ApiClient.Answer answer = client.post("/api/jobs/" + id + "/changes", body);
        assertThat(answer.status()).as(answer.body()).isEqualTo(status);
        assertThat(answer.json().get("code").asString()).isEqualTo(code);
        assertThat(answer.json().get("detail").asString()).isNotBlank();
        assertThat(client.get("/api/jobs/" + id).json().get("version").asLong())
                .as("nothing changed")
                .isEqualTo(1);
    }

    @Test
    void boundsTheBodyAndItsDepth(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        assertThat(client.post("/api/labels/decode", Map.of("line", "x".repeat(300_000)))
                        .status())
                .isEqualTo(413);
        assertThat(client.post("/api/labels/decode", "[".repeat(5000)).status()).isEqualTo(400);
        assertThat(client.post("/api/labels/decode", Map.of("line", "x".repeat(5000)))
                        .status())
                .isEqualTo(422);
        assertThat(client.get("/api/jobs/999999").status()).isEqualTo(404);
        assertThat(client.get("/api/jobs/abc").status()).isEqualTo(400);
        assertThat(client.get("/api/nothing").status()).isEqualTo(404);
    }

    /** Every record of the demo holds, opens, and can be judged empty and filled. */
    @Test
    void everyDemoMachineCanBeWalked(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "wren");
        // Other tests enter machines of their own meanwhile.
        Set<String> demo = Set.of(
                "brindlecombe-beacon-r",
                "brindlecombe-cairn",
                "fenwright-journeyman-17",
                "fenwright-trestle",
                "halmira-panel-24",
                "halmira-slate-13",
                "ostrell-drift-12",
                "ostrell-lantern",
                "quarrow-fell-13",
                "quarrow-fell-13-s",
                "skerrow-gannet-15",
                "skerrow-tern-16");
        List<JsonNode> machines = new ArrayList<>();
        client.get("/api/machines").json().forEach(machines::add);
        machines.removeIf(m -> !demo.contains(m.get("id").asString()));
        assertThat(machines).hasSize(demo.size());
        for (JsonNode machine : machines) {
            long id = takeIn(client, machine.get("id").asString());
            JsonNode job = client.get("/api/jobs/" + id).json();
            assertThat(job.get("rules").size()).as(machine.toString()).isEqualTo(11);
            assertThat(machine.get("sockets").asInt() == 0
                            || job.at("/found/lanes/0/blocks/0/reachMinutes").asInt() >= 0)
                    .isTrue();
        }
    }

    @Test
    void positionsAreThereOnlyWithTheirCarrierAndProcessor(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "wren");
        long id = takeIn(client, "brindlecombe-beacon-r");
        ok(client.change(
                id,
                "AddModule",
                Map.of("origin", "FOUND", "label", "32GB 2Rx4 PC4-2933Y-RA1-12", "position", "P1-A1")));
        JsonNode job = ok(client.change(id, "SayAbsent", Map.of("id", "P1-1", "absent", true)));
        assertThat(codes(job.get("foundFindings"))).contains("FIT_POSITION_ABSENT");
        assertThat(job.at("/found/lanes/0/blocks/0/absent").asBoolean()).isTrue();
        assertThat(ok(client.change(id, "SayAbsent", Map.of("id", "P1-1", "absent", false)))
                        .at("/found/installed")
                        .asString())
                .isEqualTo("32 GB");
        assertThat(codes(ok(client.change(id, "SayAbsent", Map.of("id", "P1", "absent", true)))
                        .get("foundFindings")))
                .contains("FIT_POSITION_ABSENT");
        assertThat(client.change(id, "SayAbsent", Map.of("id", "P9", "absent", true))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void undoAndRedoWithTheDrawerInStep(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        ApiClient bram = ApiClient.signedIn(server, "bram");
        long id = takeIn(client, "skerrow-tern-16");
        assertThat(client.get("/api/jobs/" + id).json().has("undoes")).isFalse();
        assertThat(client.change(id, "Undo", Map.of()).status()).isEqualTo(422);
        ok(client.change(id, "PlanModule", Map.of("position", "socket-a", "tag", "D-051")));
        JsonNode planned = chosen(client, id);
        assertThat(planned.get("undoes").asString()).isEqualTo("Ilka decided on the plan");
        // Undo reaches one's own last change only.
        assertThat(bram.get("/api/jobs/" + id).json().has("undoes")).isFalse();
        assertThat(bram.change(id, "Undo", Map.of()).status()).isEqualTo(422);
        JsonNode undone = ok(client.change(id, "Undo", Map.of()));
        assertThat(undone.get("chosen").asBoolean()).isFalse();
        assertThat(undone.get("redoes").asString()).isEqualTo("Ilka decided on the plan");
        // The module is free again, and somebody else's plan takes it: redo says so and changes nothing.
        long other = takeIn(bram, "skerrow-tern-16");
        ok(bram.change(other, "PlanModule", Map.of("position", "socket-a", "tag", "D-051")));
        chosen(bram, other);
        ApiClient.Answer refused = client.change(id, "Redo", Map.of());
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("code").asString()).isEqualTo("MODULE_TAKEN");
        ok(bram.change(other, "Undo", Map.of()));
        JsonNode again = ok(client.change(id, "Redo", Map.of()));
        assertThat(again.get("chosen").asBoolean()).isTrue();
        undone = ok(client.change(id, "Undo", Map.of()));
        undone = ok(client.change(id, "Undo", Map.of()));
        assertThat(undone.at("/planned/installed").asString()).isEqualTo("0 MB");
        again = ok(client.change(id, "Redo", Map.of()));
        assertThat(again.at("/planned/installed").asString()).isEqualTo("24 GB");
        // The history keeps every step, undo and redo too.
        assertThat(client.get("/api/jobs/" + id + "/events").json().size()).isEqualTo(8);
        // A new change after an undo ends what could be brought again.
        ok(client.change(id, "Undo", Map.of()));
        JsonNode elsewhere = ok(client.change(id, "PlanModule", Map.of("position", "socket-b", "tag", "D-051")));
        assertThat(elsewhere.has("redoes")).isFalse();
        // Handing back can be undone as well; after somebody else's change nothing can.
        ok(client.change(id, "CloseJob", Map.of("note", "")));
        assertThat(ok(client.change(id, "Undo", Map.of())).get("closed").asBoolean())
                .isFalse();
        ok(bram.change(id, "ResetPlan", Map.of()));
        assertThat(client.change(id, "Undo", Map.of()).status()).isEqualTo(422);
    }

    /** What a history keeps grows with what was changed, not with what there is. */
    @Test
    void historyDoesNotKeepWholeStates(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = takeIn(client, "brindlecombe-beacon-r");
        for (int i = 0; i < 12; i++) {
            ok(client.change(
                    id,
                    "AddModule",
                    Map.of(
                            "origin",
                            "FOUND",
                            "label",
                            "32GB 2Rx4 PC4-2933Y-RA1-12",
                            "position",
                            "P1-" + (char) ('A' + i) + "1")));
        }
        DSLContext sql = server.bean(DSLContext.class);
        List<Integer> sizes = sql.select(org.jooq.impl.DSL.length(Tables.JOB_EVENT.TAKES_BACK))
                .from(Tables.JOB_EVENT)
                .where(Tables.JOB_EVENT.JOB_ID.eq(id))
                .and(Tables.JOB_EVENT.TAKES_BACK.isNotNull())
                .orderBy(Tables.JOB_EVENT.VERSION)
                .fetchInto(Integer.class);
        assertThat(sizes).hasSize(12);
        assertThat(sizes.get(11)).isLessThan(sizes.get(0) + 40);
    }

    /** A change whose answer was lost is sent again under its id, and is not made twice. */
    @Test
    void aChangeSentTwiceIsMadeOnce(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = takeIn(client, "skerrow-tern-16");
        Map<String, Object> body = Map.of(
                "expectedVersion",
                1,
                "changeId",
                "7d9f2a50-3a1c-4c52-9d0e-6f1f2b3c4d5e",
                "change",
                Map.of("type", "AddModule", "origin", "TYPED", "label", "16GB 1Rx8 PC5-5600B-SA0-1010-XT"));
        ok(client.post("/api/jobs/" + id + "/changes", body));
        JsonNode again = ok(client.post("/api/jobs/" + id + "/changes", body));
        assertThat(again.get("landed").asLong()).isEqualTo(2);
        assertThat(again.at("/job/version").asLong()).isEqualTo(2);
        assertThat(again.at("/job/modules").size()).isEqualTo(1);
        // The same id means nothing in another job.
        long other = takeIn(client, "skerrow-tern-16");
        assertThat(ok(client.post("/api/jobs/" + other + "/changes", body))
                        .at("/job/modules")
                        .size())
                .isEqualTo(1);
    }

    @Test
    void findsJobsModulesAndMachines(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "desk");
        JsonNode tag = ok(client.get("/api/find?text=d-012"));
        assertThat(tag.at("/0/kind").asString()).isEqualTo("MODULE");
        assertThat(tag.at("/0/title").asString()).startsWith("D-012 24 GB 1Rx8 DDR5-5600");
        assertThat(tag.at("/0/job").asLong()).isEqualTo(5);
        assertThat(ok(client.get("/api/find?text=%235")).at("/0/title").asString())
                .isEqualTo("#5 Skerrow Tern 16");
        assertThat(ok(client.get("/api/find?text=dairy+invoices")).at("/0/job").asLong())
                .isEqualTo(5);
        assertThat(ok(client.get("/api/find?text=beacon")).toString())
                .contains("\"MACHINE\"")
                .contains("\"machine\":\"brindlecombe-beacon-r\"");
        JsonNode module = ok(client.get("/api/drawer")).at("/modules/3");
        for (String name : List.of("partNumber", "serial")) {
            JsonNode hit = ok(
                    client.get("/api/find?text=" + module.get(name).asString().toLowerCase(java.util.Locale.ROOT)));
            assertThat(hit.toString()).as(name).contains(module.get("tag").asString());
        }
        assertThat(ok(client.get("/api/find?text=no-such-thing")).size()).isZero();
        // Text is text: no wildcard, no pattern.
        assertThat(ok(client.get("/api/find?text=%25")).size()).isZero();
        ApiClient.Answer empty = client.get("/api/find?text=");
        assertThat(empty.status()).isEqualTo(422);
        assertThat(empty.json().get("field").asString()).isEqualTo("text");
        assertThat(client.get("/api/find?text=" + "x".repeat(200)).status()).isEqualTo(422);
        assertThat(client.get("/api/find").status()).isEqualTo(400);
    }

    @Test
    void decodesLabelsAsTheyAreTyped(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "desk");
        JsonNode good = ok(client.post("/api/labels/decode", Map.of("line", "8GB 1Rx8 PC4-2400T-SA1-11")));
        assertThat(good.get("complete").asBoolean()).isTrue();
        assertThat(good.get("summary").asString()).isEqualTo("8 GB 1Rx8 DDR4-2400");
        JsonNode impossible = ok(client.post("/api/labels/decode", Map.of("line", "16GB 1Rx16 PC4-3200AA-SC0-11")));
        assertThat(impossible.get("complete").asBoolean()).isFalse();
        assertThat(impossible.at("/suggestions/0/line").asString()).isEqualTo("16GB 1Rx8 PC4-3200AA-SC0-11");
    }

    @Test
    void theDemoTellsItsStories(TestServer.Running server) {
        JsonNode jobs = ApiClient.signedIn(server, "desk").get("/api/jobs").json();
        assertThat(jobs.size()).isGreaterThanOrEqualTo(6);
        List<String> stations = new ArrayList<>();
        jobs.forEach(j -> stations.add(j.get("station").asString()
                + (j.get("blocked").asBoolean() ? " blocked" : "")
                + (j.get("closed").asBoolean() ? " closed" : "")));
        assertThat(stations).contains("READ", "OPEN", "OPEN blocked", "PROVE blocked", "HAND_BACK closed");
    }
}
