package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedOutputStream;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.Properties;
import java.util.stream.Collectors;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zephyrridge.server.account.DemoAccounts;
import zephyrridge.server.db.Tables;

/** Who gets in, and what a browser is told to allow. */
@ExtendWith(TestServer.class)
@Isolated
class SecurityHttpTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "/api/jobs",
                "/api/jobs/1",
                "/api/jobs/1/export",
                "/api/machines",
                "/api/drawer",
                "/api/operating-systems",
                "/api/openapi",
                "/api/accounts"
            })
    void nothingWithoutSignIn(String path, TestServer.Running server) {
        assertThat(new ApiClient(server.address()).get(path).status()).isEqualTo(401);
    }

    /** Whether it is well may be asked by anybody; figures of it by the lead, and on this machine where nobody is between. */
    @Test
    void healthAndNothingElse(TestServer.Running server) {
        ApiClient client = new ApiClient(server.address());
        assertThat(client.get("/actuator/health").json().get("status").asString())
                .isEqualTo("UP");
        assertThat(client.get("/actuator/health/liveness").body()).isEqualTo("{\"status\":\"UP\"}");
        assertThat(client.getWith("/actuator/prometheus", "Accept", "text/plain")
                        .body())
                .contains("http_server_requests_seconds_count", "jvm_memory_used_bytes", "hikaricp_connections");
        assertThat(client.getWith("/actuator/prometheus", "X-Forwarded-For", "192.0.2.7")
                        .status())
                .isEqualTo(401);
        assertThat(ApiClient.signedIn(server, "ilka")
                        .getWith("/actuator/prometheus", "X-Forwarded-For", "192.0.2.7")
                        .status())
                .isEqualTo(403);
        assertThat(ApiClient.signedIn(server, "wren")
                        .getWith("/actuator/prometheus", "X-Forwarded-For", "192.0.2.7")
                        .status())
                .isEqualTo(200);
        assertThat(client.get("/actuator").status()).isEqualTo(401);
        assertThat(client.get("/actuator/env").status()).isEqualTo(401);
        assertThat(ApiClient.signedIn(server, "wren").get("/actuator/env").status())
                .isEqualTo(404);
    }

    @Test
    void signInAndOut(TestServer.Running server) {
        ApiClient client = new ApiClient(server.address());
        assertThat(client.get("/api/session").json().has("account")).isFalse();
        ApiClient.Answer wrong = client.signIn("wren", "wrong");
        assertThat(wrong.status()).isEqualTo(401);
        assertThat(wrong.json().get("detail").asString()).contains("not right");
        // Unknown login and wrong password look the same.
        assertThat(client.signIn("nobody", "wrong").body()).isEqualTo(wrong.body());
        String before = client.cookie("ridge");
        client = ApiClient.signedIn(server, "wren");
        assertThat(client.cookie("ridge")).isNotEqualTo(before);
        assertThat(client.get("/api/session").json().at("/account/role").asString())
                .isEqualTo("LEAD");
        assertThat(client.post("/api/sign-out", "").status()).isEqualTo(204);
        assertThat(client.get("/api/jobs").status()).isEqualTo(401);
    }

    /** However its path is written, a sign-in that failed too often waits. */
    @Test
    void theWaitDoesNotDependOnHowThePathIsWritten(TestServer.Running server) {
        ApiClient client = new ApiClient(server.address());
        client.get("/api/session");
        int last = 0;
        String retry = "";
        for (int i = 0; i < 6; i++) {
            ApiClient.Answer answer = client.send(
                    "POST",
                    i % 2 == 0 ? "/api/%73ign-in" : "/api/sign-in",
                    "application/x-www-form-urlencoded",
                    "login=ghost&password=wrong-and-long",
                    true);
            last = answer.status();
            retry = answer.headers().firstValue("Retry-After").orElse("");
        }
        assertThat(last).isEqualTo(429);
        assertThat(Integer.parseInt(retry)).isPositive();
    }

    /** The hash takes 72 bytes; what came after would not count. */
    @Test
    void passwordsAreBoundedByBytes(TestServer.Running server) {
        ApiClient wren = ApiClient.signedIn(server, "wren");
        ApiClient.Answer answer = wren.post(
                "/api/accounts",
                Map.of("login", "tuft", "name", "Tuft", "role", "TECHNICIAN", "password", "\u2603".repeat(25)));
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.json().get("detail").asString()).contains("72 bytes");
        assertThat(wren.get("/api/accounts").body()).doesNotContain("tuft");
    }

    @Test
    void writesNeedTheToken(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "wren");
        assertThat(client.postWithoutToken(
                                "/api/jobs", "{\"machineId\":\"skerrow-tern-16\",\"owner\":\"x\",\"wish\":\"\"}")
                        .status())
                .isEqualTo(403);
    }

    /** The desk takes in, with what is asked and noted at the counter; the bench is not its. */
    @Test
    void theDeskTakesInAndReads(TestServer.Running server) {
        ApiClient desk = ApiClient.signedIn(server, "desk");
        assertThat(desk.get("/api/jobs").status()).isEqualTo(200);
        long id = ApiClient.ok(desk.post(
                        "/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", "Ferry desk", "wish", "")))
                .get("id")
                .asLong();
        ApiClient.ok(desk.change(id, "AnswerIntake", Map.of("wish", "More tabs", "battery", "GOOD")));
        ApiClient.ok(desk.change(id, "NoteOrder", Map.of("promised", "2031-06-02")));
        ApiClient.ok(
                desk.change(id, "EnterReadout", Map.of("phase", "BEFORE", "readings", Map.of("systemTotal", "8 GB"))));
        ApiClient.ok(desk.change(id, "Undo", Map.of()));
        Map<String, Map<String, ?>> ofTheBench = Map.of(
                "ResetPlan", Map.of(),
                "AcceptReading", Map.of(),
                "LogStart", Map.of("outcome", "STARTED", "note", ""),
                "CloseJob", Map.of("note", ""),
                "EnterReadout", Map.of("phase", "AFTER", "readings", Map.of("systemTotal", "8 GB")));
        ofTheBench.forEach((type, fields) -> {
            ApiClient.Answer refused = desk.change(id, type, fields);
            assertThat(refused.status()).as(type + " " + refused.body()).isEqualTo(403);
            assertThat(refused.json().get("code").asString()).isEqualTo("DESK_TAKES_IN");
        });
        // The lead sees who is signed in; an account that nobody used is not.
        ApiClient lead = ApiClient.signedIn(server, "wren");
        ApiClient.ok(lead.post(
                "/api/accounts",
                Map.of("login", "nobody", "name", "Nobody yet", "role", "DESK", "password", "bog-myrtle-in-may")));
        Map<String, Boolean> seen = new HashMap<>();
        ApiClient.ok(lead.get("/api/accounts"))
                .forEach(a -> seen.put(a.get("login").asString(), a.has("seen")));
        assertThat(seen).containsEntry("desk", true).containsEntry("wren", true).containsEntry("nobody", false);
    }

    @Test
    void thePageHasANonceOfItsOwnAndNoInlineScripts(TestServer.Running server) {
        ApiClient client = new ApiClient(server.address());
        ApiClient.Answer one = client.get("/");
        ApiClient.Answer two = client.get("/jobs/1/plan");
        String policy = one.headers().firstValue("Content-Security-Policy").orElseThrow();
        assertThat(policy)
                .contains("default-src 'none'", "script-src 'self';", "frame-ancestors 'none'")
                .doesNotContain("unsafe");
        assertThat(two.headers().firstValue("Content-Security-Policy").orElseThrow())
                .isNotEqualTo(policy);
        assertThat(one.headers().firstValue("Cache-Control").orElseThrow()).contains("no-store");
        assertThat(one.headers().firstValue("X-Content-Type-Options")).contains("nosniff");
        assertThat(one.headers().firstValue("Cross-Origin-Opener-Policy")).contains("same-origin");
        assertThat(one.headers().firstValue("Permissions-Policy").orElseThrow())
                .contains("camera=()", "geolocation=()");
        // Kept for good is only what carries a hash of its content in its name.
        assertThat(client.get("/favicon.svg")
                        .headers()
                        .firstValue("Cache-Control")
                        .orElse(""))
                .contains("no-cache");
    }

    /** An address typed by hand that there is not is a page of ours; data that there are not, and a missing question, are problems. */
    @Test
    void whatThereIsNotIsSaidInTheKindThatWasAskedFor(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        ApiClient.Answer byHand = client.getWith("/jbos/7", "Accept", "text/html,application/xhtml+xml,*/*;q=0.8");
        assertThat(byHand.status()).isEqualTo(404);
        assertThat(byHand.headers().firstValue("Content-Type").orElseThrow()).startsWith("text/html");
        assertThat(byHand.headers().firstValue("Content-Security-Policy").orElseThrow())
                .contains("nonce-");
        for (String path : new String[] {"/jbos/7", "/api/jbos/7"}) {
            ApiClient.Answer data = client.get(path);
            assertThat(data.status()).isEqualTo(404);
            assertThat(data.json().get("code").asString()).isEqualTo("NOT_FOUND");
        }
        ApiClient.Answer wrong = client.get("/api/jobs/closed?before=yesterday");
        assertThat(wrong.status()).as(wrong.body()).isEqualTo(422);
        assertThat(wrong.json().get("detail").asString()).contains("before");
        // Nobody signed in, somebody who may not: the same form.
        ApiClient.Answer nobody = new ApiClient(server.address()).get("/api/jobs");
        assertThat(nobody.json().get("code").asString()).isEqualTo("UNAUTHORIZED");
        assertThat(nobody.json().get("title").asString()).isEqualTo("Unauthorized");
        assertThat(nobody.headers().firstValue("Content-Type").orElseThrow()).startsWith("application/problem+json");
    }

    @Test
    void theSessionCookieStaysWithTheSite(TestServer.Running server) {
        ApiClient client = new ApiClient(server.address());
        client.get("/api/session");
        ApiClient.Answer answer = client.signIn("ilka", DemoAccounts.ALL.get(1).password());
        assertThat(answer.headers().allValues("set-cookie"))
                .anySatisfy(c ->
                        assertThat(c).startsWith("ridge=").contains("HttpOnly").contains("SameSite=Strict"));
    }

    @Test
    void repeatedFailuresMustWait(TestServer.Running server) {
        for (String login : new String[] {"nobody-at-all", "desk"}) {
            ApiClient client = new ApiClient(server.address());
            for (int i = 0; i < 3; i++) {
                assertThat(client.signIn(login, "wrong").status()).isEqualTo(401);
            }
            ApiClient.Answer waiting = client.signIn(login, "wrong");
            assertThat(waiting.status()).as(login).isEqualTo(429);
            assertThat(waiting.json().get("code").asString()).isEqualTo("SIGN_IN_WAIT");
            // The right password does not get in either before the time is over; other logins do.
            assertThat(client.signIn(login, DemoAccounts.ALL.get(3).password()).status())
                    .isEqualTo(429);
        }
        assertThat(ApiClient.signedIn(server, "bram").get("/api/jobs").status()).isEqualTo(200);
        server.bean(DSLContext.class).deleteFrom(Tables.SIGN_IN_TRY).execute();
        assertThat(ApiClient.signedIn(server, "desk").get("/api/jobs").status()).isEqualTo(200);
    }

    @Test
    void theLeadKeepsTheAccounts(TestServer.Running server) {
        ApiClient lead = ApiClient.signedIn(server, "wren");
        assertThat(ApiClient.signedIn(server, "ilka").get("/api/accounts").status())
                .isEqualTo(403);
        assertThat(lead.post(
                                "/api/accounts",
                                Map.of(
                                        "login",
                                        "Fern!",
                                        "name",
                                        "Fern",
                                        "role",
                                        "TECHNICIAN",
                                        "password",
                                        "long-enough-word"))
                        .status())
                .isEqualTo(422);
        assertThat(lead.post(
                                "/api/accounts",
                                Map.of("login", "fern", "name", "Fern", "role", "TECHNICIAN", "password", "short"))
                        .status())
                .isEqualTo(422);
        assertThat(lead.post(
                                "/api/accounts",
                                Map.of(
                                        "login",
                                        "fern",
                                        "name",
                                        "Fern",
                                        "role",
                                        "TECHNICIAN",
                                        "password",
                                        "long-enough-word"))
                        .status())
                .isEqualTo(201);
        assertThat(lead.post(
                                "/api/accounts",
                                Map.of("login", "fern", "name", "Fern", "role", "DESK", "password", "long-enough-word"))
                        .json()
                        .get("code")
                        .asString())
                .isEqualTo("LOGIN_TAKEN");
        ApiClient fern = new ApiClient(server.address());
        assertThat(fern.signIn("fern", "long-enough-word").status()).isEqualTo(204);
        assertThat(fern.get("/api/jobs").status()).isEqualTo(200);
        // Shut: signed out at once, and not let in again.
        assertThat(lead.post(
                                "/api/accounts/fern",
                                Map.of("expectedVersion", 1, "name", "Fern", "role", "TECHNICIAN", "active", false))
                        .status())
                .isEqualTo(200);
        assertThat(fern.get("/api/jobs").status()).isEqualTo(401);
        assertThat(fern.signIn("fern", "long-enough-word").status()).isEqualTo(401);
        assertThat(lead.post(
                                "/api/accounts/fern",
                                Map.of(
                                        "expectedVersion",
                                        2,
                                        "name",
                                        "Fern",
                                        "role",
                                        "TECHNICIAN",
                                        "active",
                                        true,
                                        "password",
                                        "another-long-word"))
                        .status())
                .isEqualTo(200);
        assertThat(fern.signIn("fern", "another-long-word").status()).isEqualTo(204);
        assertThat(lead.post(
                                "/api/accounts/wren",
                                Map.of("expectedVersion", 1, "name", "Wren", "role", "DESK", "active", true))
                        .json()
                        .get("code")
                        .asString())
                .isEqualTo("LAST_LEAD");
        assertThat(lead.post(
                                "/api/accounts/none",
                                Map.of("expectedVersion", 1, "name", "X", "role", "DESK", "active", true))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void passwordsAreKeptAsHashes(TestServer.Running server) throws Exception {
        Properties shipped = new Properties();
        shipped.load(SecurityHttpTest.class.getResourceAsStream("/application.properties"));
        assertThat(shipped).containsEntry("zephyr.password-cost", "10");
        var hashes = server.bean(DSLContext.class)
                .select(Tables.ACCOUNT.PASSWORD_HASH)
                .from(Tables.ACCOUNT)
                .fetch(0, String.class);
        assertThat(hashes).hasSizeGreaterThanOrEqualTo(4).allSatisfy(h -> assertThat(h)
                .startsWith("$2"));
    }

    /**
     * A refusal comes while the body is still on its way. Whoever sends on to the end, as simple clients do, still gets it: signed in or
     * not, announced (refused at once, whoever asks) or in chunks (when it becomes too much).
     */
    @ParameterizedTest
    @CsvSource({"true,true,413", "true,false,413", "false,true,413", "false,false,401"})
    void whoIsRefusedWhileStillSendingGetsTheAnswer(
            boolean signedIn, boolean announced, int status, TestServer.Running server) throws Exception {
        ApiClient client = signedIn ? ApiClient.signedIn(server, "ilka") : new ApiClient(server.address());
        client.get("/api/session");
        assertThat(sending(client, server.address(), "/api/labels/decode", "application/json", announced))
                .startsWith("HTTP/1.1 " + status);
    }

    /** So does who sends a job, which is put aside as it comes. */
    @Test
    void aJobThatBecomesTooMuchIsRefusedLikeAnyBody(TestServer.Running server) throws Exception {
        try (var small = server.anotherInstance("--zephyr.max-job=1MB")) {
            ApiClient client = ApiClient.signedIn(small.address(), "ilka");
            for (boolean announced : new boolean[] {true, false}) {
                assertThat(sending(client, small.address(), "/api/jobs/import", "application/octet-stream", announced))
                        .startsWith("HTTP/1.1 413");
            }
        }
    }

    /** What is answered to twenty megabytes, sent to the end whatever comes meanwhile. */
    private static String sending(ApiClient client, String server, String path, String type, boolean announced)
            throws IOException {
        URI address = URI.create(server);
        try (Socket socket = new Socket(address.getHost(), address.getPort())) {
            socket.setSoTimeout(120_000);
            OutputStream out = new BufferedOutputStream(socket.getOutputStream());
            String cookies = client.cookies().stream()
                    .map(c -> c.getName() + "=" + c.getValue())
                    .collect(Collectors.joining("; "));
            out.write(("POST " + path + " HTTP/1.1\r\nHost: " + address.getAuthority()
                            + "\r\nContent-Type: " + type + "\r\nCookie: " + cookies
                            + "\r\nX-XSRF-TOKEN: " + client.cookie("XSRF-TOKEN") + "\r\n"
                            + (announced ? "Content-Length: " + (20 << 20) : "Transfer-Encoding: chunked")
                            + "\r\n\r\n")
                    .getBytes(StandardCharsets.US_ASCII));
            byte[] spaces = " ".repeat(1 << 20).getBytes(StandardCharsets.US_ASCII);
            for (int i = 0; i < 20; i++) {
                if (!announced) {
                    out.write("100000\r\n".getBytes(StandardCharsets.US_ASCII));
                }
                out.write(spaces);
                if (!announced) {
                    out.write("\r\n".getBytes(StandardCharsets.US_ASCII));
                }
            }
            if (!announced) {
                out.write("0\r\n\r\n".getBytes(StandardCharsets.US_ASCII));
            }
            out.flush();
            return new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.US_ASCII))
                    .readLine();
        }
    }
}
