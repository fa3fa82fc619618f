package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;
import static zephyrridge.server.JobSteps.ANSWERS;
import static zephyrridge.server.JobSteps.chosen;
import static zephyrridge.server.JobSteps.takeIn;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.LongStream;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import zephyrridge.server.db.Tables;

/** Several people, one job: versions, repeats, undo, bounds; nothing overwrites anything. */
@ExtendWith(TestServer.class)
class JobVersionsHttpTest {
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
        assertThat(client.getWith("/api/jobs/" + id, "If-None-Match", tag).status())
                .isEqualTo(304);
        Map<String, Object> change = Map.of("type", "ResetPlan");
        ApiClient.Answer other = client.post(
                "/api/jobs/" + id + "/changes", Map.of("expectedVersion", 1, "by", "bram", "change", change));
        assertThat(other.status()).isEqualTo(403);
        assertThat(other.json().get("code").asString()).isEqualTo("OTHER_PERSON");
        JsonNode own = ok(client.post(
                "/api/jobs/" + id + "/changes", Map.of("expectedVersion", 1, "by", "ilka", "change", change)));
        assertThat(own.get("landed").asLong()).isEqualTo(2);
        assertThat(client.getWith("/api/jobs/" + id, "If-None-Match", tag).status())
                .isEqualTo(200);
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

    /** A long history comes a page at a time, and is whole when all are joined. */
    @Test
    void aLongHistoryComesInPages(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = ApiClient.ok(client.post(
                        "/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", "Long story", "wish", "")))
                .get("id")
                .asLong();
        for (int version = 1; version <= 320; version++) {
            ApiClient.ok(client.changeAt(id, version, "AnswerIntake", Map.of("condition", "seen " + version)));
        }
        List<Long> versions = new ArrayList<>();
        String before = "";
        int pages = 0;
        do {
            JsonNode page = ApiClient.ok(client.get("/api/jobs/" + id + "/events" + before));
            List<Long> of =
                    page.valueStream().map(e -> e.get("version").asLong()).toList();
            versions.addAll(0, of);
            before = "?before=" + of.get(0);
            pages++;
        } while (versions.get(0) > 1);
        assertThat(pages).isEqualTo(2);
        assertThat(versions).isEqualTo(LongStream.rangeClosed(1, 321).boxed().toList());
    }
}
