package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Several applications on one database serve one workshop, whichever of them a request comes to. */
@ExtendWith(TestServer.class)
class InstancesHttpTest {
    private static final String HEAD = "Article,Price\n";
    private static final String LINE = "8GB 1Rx8 PC4-2666V-SA1-11,";

    @Test
    void eachServesWhatTheOtherBegan(TestServer.Running server) throws InterruptedException {
        try (var other = server.anotherInstance()) {
            sessionsAndChangesMeet(server, other.address());
            whatGoesOnInTheBackgroundIsFoundAtEach(server, other.address());
        }
    }

    /** Signed in at one is signed in at the other, and changes meet. */
    private static void sessionsAndChangesMeet(TestServer.Running server, String other) {
        ApiClient here = ApiClient.signedIn(server, "ilka");
        ApiClient there = here.at(other);
        assertThat(there.get("/api/session").json().at("/account/login").asString())
                .isEqualTo("ilka");
        long id = job(here, "skerrow-tern-16");
        assertThat(there.changeAt(
                                id,
                                1,
                                "AddModule",
                                Map.of("origin", "TYPED", "label", "16GB 1Rx8 PC5-5600B-SA0-1010-XT"))
                        .status())
                .isEqualTo(200);
        assertThat(here.changeAt(id, 1, "ResetPlan", Map.of()).status()).isEqualTo(409);
        assertThat(here.get("/api/jobs/" + id).json().get("modules").size()).isEqualTo(1);
        // The list of the bench is kept at hand, and is never older than what the other one did.
        for (String owner : List.of("Twice renamed", "Once more renamed")) {
            assertThat(here.get("/api/jobs").body()).doesNotContain(owner);
            ok(there.change(id, "AnswerIntake", Map.of("owner", owner)));
            assertThat(here.get("/api/jobs").body()).contains(owner);
        }
        ApiClient lead = ApiClient.signedIn(server, "wren");
        ok(lead.post(
                "/api/accounts",
                Map.of("login", "sprig", "name", "Sprig", "role", "TECHNICIAN", "password", "seven-dry-stone-walls")));
        ApiClient sprig = new ApiClient(other);
        assertThat(sprig.signIn("sprig", "seven-dry-stone-walls").status()).isEqualTo(204);
        ok(sprig.change(id, "AnswerIntake", Map.of("wish", "as it was")));
        assertThat(here.get("/api/jobs").body()).contains("\"Sprig\"");
        ok(lead.post(
                "/api/accounts/sprig",
                Map.of("expectedVersion", 1, "name", "Sprig of Ling", "role", "TECHNICIAN", "active", false)));
        assertThat(here.get("/api/jobs").body()).contains("\"Sprig of Ling\"").doesNotContain("\"Sprig\"");
        assertThat(there.post("/api/sign-out", "").status()).isEqualTo(204);
        assertThat(here.get("/api/jobs").status()).isEqualTo(401);
    }

    /** What one of them does in the background is found, stopped and let count at another, and by nobody else. */
    private static void whatGoesOnInTheBackgroundIsFoundAtEach(TestServer.Running server, String other)
            throws InterruptedException {
        ApiClient here = ApiClient.signedIn(server, "ilka");
        ApiClient there = here.at(other);
        ApiClient bram = ApiClient.signedIn(other, "bram");

        long id = job(here, "quarrow-fell-13");
        String search = "/api/searches/"
                + ok(here.get("/api/jobs/" + id + "/options?patience=0"))
                        .at("/search/id")
                        .asLong();
        assertThat(done(there, search)).isEqualTo(done(here, search));
        assertThat(bram.get(search).status()).isEqualTo(404);
        assertThat(bram.delete(search).status()).isEqualTo(404);

        long supplier = supplier(here);
        finished(there, sheet(here, supplier, HEAD + LINE + "20.00\n"), "DONE");
        String waits = finished(there, sheet(here, supplier, HEAD + LINE + "22.00\n"), "READ");
        assertThat(bram.get(waits).status()).isEqualTo(404);
        assertThat(bram.post(waits + "/count", "").status()).isEqualTo(404);
        assertThat(ok(there.post(waits + "/count", "")).get("state").asString()).isEqualTo("DONE");
        assertThat(ok(here.get("/api/suppliers/" + supplier + "/offers"))
                        .at("/0/price")
                        .asString())
                .isEqualTo("22.00");
        // Stopped at another one while it is still being read: nothing of it stays.
        String large = sheet(here, supplier, HEAD + (LINE + "9.00\n").repeat(20_000));
        assertThat(ok(there.delete(large)).get("state").asString()).isEqualTo("CANCELLED");
        Thread.sleep(500);
        assertThat(ok(here.get(large)).get("state").asString()).isEqualTo("CANCELLED");
        assertThat(ok(here.get("/api/suppliers/" + supplier + "/offers"))).hasSize(1);
        assertThat(server.bean(org.jooq.DSLContext.class)
                        .fetchCount(
                                zephyrridge.server.db.Tables.OFFER,
                                zephyrridge.server.db.Tables.OFFER.SUPPLIER_ID.eq(supplier)))
                .isEqualTo(2);
    }

    private static long job(ApiClient client, String machine) {
        return ok(client.post("/api/jobs", Map.of("machineId", machine, "owner", "Two benches", "wish", "32 GB")))
                .get("id")
                .asLong();
    }

    private static JsonNode done(ApiClient client, String search) {
        JsonNode done = ok(client.get(search + "?patience=5000"));
        while (done.hasNonNull("search")) {
            done = ok(client.get(search + "?patience=5000"));
        }
        return done;
    }

    private static long supplier(ApiClient client) {
        for (JsonNode s : ok(client.post(
                "/api/suppliers", Map.of("name", "Two Doors Spares", "leadDays", 3, "restockingPermille", 0)))) {
            if (s.get("name").asString().equals("Two Doors Spares")) {
                return s.get("id").asLong();
            }
        }
        throw new AssertionError("the supplier is not there");
    }

    /** @return where it is asked for */
    private static String sheet(ApiClient client, long supplier, String csv) {
        return "/api/sheets/"
                + ok(client.upload(
                                "/api/suppliers/" + supplier + "/sheet",
                                "text/csv",
                                csv.getBytes(java.nio.charset.StandardCharsets.UTF_8)))
                        .get("id")
                        .asLong();
    }

    private static String finished(ApiClient client, String run, String as) throws InterruptedException {
        for (int i = 0; i < 3000 && ok(client.get(run)).get("state").asString().equals("RUNNING"); i++) {
            Thread.sleep(50);
        }
        assertThat(ok(client.get(run)).get("state").asString()).isEqualTo(as);
        return run;
    }
}
