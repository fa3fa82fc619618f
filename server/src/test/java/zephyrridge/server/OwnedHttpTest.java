package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.jooq.Table;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import zephyrridge.server.db.DefaultSchema;
import zephyrridge.server.db.Tables;

/** What is kept of an owner is shown and erased, and nothing of another's with it. */
@ExtendWith(TestServer.class)
class OwnedHttpTest {
    private static final String OWNER = "Cloudberry cottage 7";

    private static long job(ApiClient client, String owner) {
        return ApiClient.ok(client.post(
                        "/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", owner, "wish", "Call Cloudberry")))
                .get("id")
                .asLong();
    }

    @Test
    void isShownAndErasedForGood(TestServer.Running server) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        ApiClient lead = ApiClient.signedIn(server, "wren");
        long one = job(ilka, OWNER);
        long other = job(ilka, "Cloudberry cottage 8");
        ApiClient.ok(ilka.change(one, "AnswerIntake", Map.of("condition", "Cloudberry sticker on the lid")));
        ApiClient.ok(ilka.post("/api/jobs/" + one + "/timers", Map.of("kind", "DRAIN", "seconds", 300)));
        // A room bears their name too.
        JsonNode room = ApiClient.ok(ilka.post(
                "/api/rooms",
                Map.of(
                        "name",
                        OWNER + ", upstairs",
                        "owner",
                        OWNER,
                        "wish",
                        "",
                        "kinds",
                        List.of(Map.of("machineId", "skerrow-tern-16", "serials", List.of("", ""))))));
        List<Long> theirs = new ArrayList<>(List.of(one));
        room.get("units").forEach(u -> theirs.add(u.get("job").asLong()));
        JsonNode shown = ApiClient.ok(lead.get("/api/upkeep/owner?name=" + OWNER.replace(" ", "%20")));
        assertThat(shown).hasSize(3);
        // What is on the bench is not erased.
        Map<String, Object> all = Map.of("owner", OWNER, "jobs", theirs);
        ApiClient.Answer open = lead.post("/api/upkeep/owner/erase", all);
        assertThat(open.status()).isEqualTo(422);
        assertThat(open.json().get("detail").asString()).contains("is not handed back");
        DSLContext sql = server.bean(DSLContext.class);
        sql.update(Tables.JOB)
                .set(Tables.JOB.STATUS, "CLOSED")
                .where(Tables.JOB.ID.in(theirs))
                .execute();
        // Nor what the lead did not see, nor by anybody else.
        assertThat(lead.post("/api/upkeep/owner/erase", Map.of("owner", OWNER, "jobs", List.of()))
                        .status())
                .isEqualTo(409);
        assertThat(ilka.post("/api/upkeep/owner/erase", all).status()).isEqualTo(403);
        assertThat(ilka.get("/api/upkeep/owner?name=x").status()).isEqualTo(403);
        assertThat(lead.post("/api/upkeep/owner/erase", all).status()).isEqualTo(204);
        assertThat(lead.get("/api/jobs/" + one).status()).isEqualTo(404);
        assertThat(ApiClient.ok(lead.get("/api/upkeep/owner?name=" + OWNER.replace(" ", "%20"))))
                .isEmpty();
        assertThat(lead.get("/api/jobs/" + other).status()).isEqualTo(200);
        // In no column of any table the name stands any more, or the number of the job.
        List<String> left = new ArrayList<>();
        for (Table<?> table : DefaultSchema.DEFAULT_SCHEMA.getTables()) {
            if (table.getName().startsWith("spring_session")) {
                continue;
            }
            for (Record row : sql.selectFrom(table).fetchSize(100).fetchLazy()) {
                boolean its = table.field("job_id") != null
                        && Long.valueOf(one).equals(row.get(table.field("job_id"), Long.class));
                if (its || row.intoMap().values().toString().contains(OWNER)) {
                    left.add(table.getName());
                }
            }
        }
        assertThat(left).isEmpty();
        assertThat(ApiClient.ok(lead.get("/api/accounts/access")).toString())
                .contains("OWNER_ERASED")
                .doesNotContain(OWNER);
    }
}
