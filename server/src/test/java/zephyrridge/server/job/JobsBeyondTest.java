package zephyrridge.server.job;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jooq.DSLContext;
import org.jooq.Query;
import org.jooq.Record;
import org.jooq.Result;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;
import zephyrridge.server.ApiClient;
import zephyrridge.server.TestServer;
import zephyrridge.server.machine.Machines;

/** More jobs than anybody looks at: all are found, by words, by number, page by page and in the list; nothing reads a whole table. */
@ExtendWith(TestServer.class)
@Isolated
class JobsBeyondTest {
    private static final int MANY = 4000;
    private static final long FIRST = 5_000_000;

    /** Copies of one that was handed back, long ago and with words of their own. */
    private static void fill(DSLContext sql) {
        long like = sql.fetchOne("select id from job where status = 'CLOSED' order by id limit 1")
                .get(0, Long.class);
        sql.execute("insert into work_order (id, owner, wish) select " + FIRST
                + " + seq, concat('Fulling mill ', seq), if(seq % 50 = 0, 'dyehouse pump-room', 'warp') from seq_1_to_"
                + MANY);
        sql.execute(
                "insert into job (id, order_id, machine_id, machine_version, station, status, waits, blocked, state, version,"
                        + " updated_at, updated_by) select " + FIRST + " + seq, " + FIRST
                        + " + seq, machine_id, machine_version, station,"
                        + " status, waits, blocked, state, 1, date_add('2001-01-01', interval seq minute), updated_by from job join seq_1_to_"
                        + MANY + " where id = " + like);
    }

    private static void empty(DSLContext sql) {
        sql.execute("delete from job_word where job_id > " + FIRST);
        sql.execute("delete from job where id > " + FIRST);
        sql.execute("delete from work_order where id > " + FIRST);
    }

    @Test
    void allAreFoundAndNothingIsReadWhole(TestServer.Running server) {
        DSLContext sql = server.bean(DSLContext.class);
        JobStore store = server.bean(JobStore.class);
        JobWordStore words = server.bean(JobWordStore.class);
        try {
            fill(sql);
            // What came before there were words gets its own, as at a start.
            new JobLists(store, words, server.bean(Machines.class), server.bean(TransactionTemplate.class));
            assertThat(words.unindexed(1)).isEmpty();
            sql.execute("analyze table job, job_word");

            ApiClient client = ApiClient.signedIn(server, "ilka");
            JsonNode board = ok(client.get("/api/jobs"));
            assertThat(board.get("earlier").asBoolean()).isTrue();
            assertThat(board.get("more").asBoolean()).isFalse();
            assertThat(board.get("jobs").size()).isLessThan(400);

            assertThat(paged(client, "fulling")).hasSize(MANY);
            assertThat(paged(client, "dyehouse full mill")).hasSize(MANY / 50);
            assertThat(paged(client, "pump")).hasSize(MANY / 50);
            assertThat(paged(client, "pump-r")).hasSize(MANY / 50);
            assertThat(paged(client, "handed 2001-01-02")).hasSize(24 * 60);
            assertThat(paged(client, "ulling")).isEmpty();
            assertThat(paged(client, "%")).isEmpty();
            assertThat(paged(client, "#" + (FIRST + 7))).containsExactly(FIRST + 7);
            assertThat(paged(client, "")).hasSizeGreaterThan(MANY);

            JsonNode hits = ok(client.get("/api/find?text=" + (FIRST + 9)));
            assertThat(hits.get(0).get("job").asLong()).isEqualTo(FIRST + 9);
            assertThat(ok(client.get("/api/find?text=dyehouse")).size()).isEqualTo(20);
            assertThat(ok(client.get("/api/owners?text=fulling")).size()).isEqualTo(20);

            String csv = new String(client.getBytes("/api/jobs.csv"), StandardCharsets.UTF_8);
            assertThat(csv.split("Fulling mill", -1)).hasSize(MANY + 1);

            plans(sql, store.byChange("CLOSED", 50));
            plans(sql, store.byChange("OPEN", JobLists.MOST_OPEN));
            plans(sql, words.having("dyehouse", Long.MAX_VALUE, 50));
            plans(sql, words.having("#5000007", Long.MAX_VALUE, 50));
            plans(sql, words.among(List.of(FIRST + 1, FIRST + 50), "dyehouse"));
        } finally {
            empty(sql);
        }
    }

    /** Each once, however they are paged. */
    private static List<Long> paged(ApiClient client, String text) {
        List<Long> all = new ArrayList<>();
        String before = "";
        while (true) {
            JsonNode page = ok(client.get(
                    "/api/jobs/closed?text=" + java.net.URLEncoder.encode(text, StandardCharsets.UTF_8) + before));
            page.get("jobs").forEach(j -> all.add(j.get("id").asLong()));
            if (!page.hasNonNull("next")) {
                break;
            }
            before = "&before=" + page.get("next").asLong();
        }
        Set<Long> once = new TreeSet<>(all);
        assertThat(once).hasSameSizeAs(all);
        return all;
    }

    /** MariaDB says "ALL" of a table that is read from one end to the other. */
    private static void plans(DSLContext sql, Query query) {
        Result<Record> plan = sql.fetch("explain " + sql.renderInlined(query));
        assertThat(plan).isNotEmpty();
        plan.forEach(step ->
                assertThat(String.valueOf(step.get("type"))).as(plan.toString()).isNotEqualTo("ALL"));
    }
}
