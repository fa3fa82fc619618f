package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import zephyrridge.server.account.DemoAccounts;

/** Who guesses gets nowhere, keeps nobody out, and is seen; who forgot that a page was open loses nothing. Each with an account of its own. */
@ExtendWith(TestServer.class)
class DoorHttpTest {
    private static final String PASSWORD = "heather-and-peat";

    private static void account(TestServer.Running server, String login) {
        ApiClient.ok(ApiClient.signedIn(server, "wren")
                .post(
                        "/api/accounts",
                        Map.of("login", login, "name", "Of " + login, "role", "TECHNICIAN", "password", PASSWORD)));
    }

    /** Each try is counted before its password is looked at: of sixty at once three are looked at, and the right word is not among them. */
    @Test
    void manyAtOnceAreNoWayRound(TestServer.Running server) throws Exception {
        account(server, "teal");
        List<ApiClient> clients = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            clients.add(new ApiClient(server.address()));
            clients.get(i).get("/api/session");
        }
        ExecutorService all = Executors.newFixedThreadPool(60);
        try {
            List<Callable<Integer>> tries = new ArrayList<>();
            clients.forEach(c -> tries.add(() -> c.signIn("teal", "guess").status()));
            List<Integer> answers = new ArrayList<>();
            for (Future<Integer> f : all.invokeAll(tries)) {
                answers.add(f.get());
            }
            assertThat(answers).containsOnly(401, 429);
            // What waits longer than the first wait may be looked at, on a machine that is slow enough; never as many
            // as came.
            assertThat(answers.stream().filter(a -> a == 401).count()).isBetween(3L, 8L);
        } finally {
            all.shutdown();
        }
    }

    /** Somebody fails on purpose with another's login: at a browser where that person signed in before nothing is to be waited for. */
    @Test
    void nobodyIsKeptOutByAnother(TestServer.Running server) {
        account(server, "dunlin");
        ApiClient own = new ApiClient(server.address());
        assertThat(own.signIn("dunlin", PASSWORD).status()).isEqualTo(204);
        assertThat(own.post("/api/sign-out", "").status()).isEqualTo(204);
        ApiClient attacker = new ApiClient(server.address());
        for (int i = 0; i < 4; i++) {
            attacker.signIn("dunlin", "guess");
        }
        assertThat(attacker.signIn("dunlin", PASSWORD).status()).isEqualTo(429);
        assertThat(own.signIn("dunlin", PASSWORD).status()).isEqualTo(204);
        // Nor does the word of that browser open more tries than three; nor is it one for another login.
        assertThat(own.post("/api/sign-out", "").status()).isEqualTo(204);
        for (int i = 0; i < 3; i++) {
            assertThat(own.signIn("dunlin", "guess").status()).isEqualTo(401);
        }
        assertThat(own.signIn("dunlin", PASSWORD).status()).isEqualTo(429);
    }

    /** One word tried with many logins. */
    @Test
    void onePlaceWaitsWhateverTheLogin(TestServer.Running server) {
        try (var strict = server.anotherInstance("--zephyr.free-tries-of-a-place=5")) {
            // What other tests of this place tried counts too.
            ApiClient client = new ApiClient(strict.address());
            int last = 0;
            for (int i = 0; i < 6; i++) {
                last = client.signIn("nobody-" + i, "heather-and-peat").status();
            }
            assertThat(last).isEqualTo(429);
        }
    }

    /** A proxy's word of scheme and address counts where it was said that there is one, and nowhere else. */
    @Test
    void behindAProxyThatEndsTls(TestServer.Running server) {
        ApiClient.Answer plain = new ApiClient(server.address()).getWith("/api/session", "X-Forwarded-Proto", "https");
        assertThat(plain.headers().firstValue("Strict-Transport-Security")).isEmpty();
        assertThat(plain.headers().allValues("set-cookie")).noneMatch(c -> c.contains("Secure"));
        try (var behind = server.anotherInstance("--server.forward-headers-strategy=native")) {
            ApiClient.Answer answer =
                    new ApiClient(behind.address()).getWith("/api/session", "X-Forwarded-Proto", "https");
            assertThat(answer.headers().firstValue("Strict-Transport-Security").orElseThrow())
                    .contains("max-age=31536000");
            assertThat(answer.headers().allValues("set-cookie")).isNotEmpty().allMatch(c -> c.contains("Secure"));
            // Somebody of a private network who calls himself this machine is none: what the proxy adds counts.
            for (String from : List.of("192.0.2.7", "127.0.0.1, 192.168.1.9", "127.0.0.1, 10.0.0.9")) {
                assertThat(new ApiClient(behind.address())
                                .getWith("/actuator/prometheus", "X-Forwarded-For", from)
                                .status())
                        .as(from)
                        .isEqualTo(401);
            }
            assertThat(new ApiClient(behind.address())
                            .getWith("/api/session", "X-Forwarded-For", "192.0.2.7")
                            .status())
                    .isEqualTo(200);
        }
    }

    @Test
    void onesOwnPasswordIsChangedByWhoKnowsIt(TestServer.Running server) {
        account(server, "whimbrel");
        ApiClient here = new ApiClient(server.address());
        ApiClient elsewhere = new ApiClient(server.address());
        assertThat(here.signIn("whimbrel", PASSWORD).status()).isEqualTo(204);
        assertThat(elsewhere.signIn("whimbrel", PASSWORD).status()).isEqualTo(204);
        ApiClient.Answer wrong =
                here.post("/api/session/password", Map.of("old", "not-it", "password", "moss-under-the-step"));
        assertThat(wrong.status()).isEqualTo(422);
        assertThat(wrong.json().get("code").asString()).isEqualTo("OLD_PASSWORD");
        assertThat(here.post("/api/session/password", Map.of("old", PASSWORD, "password", "short"))
                        .status())
                .isEqualTo(422);
        assertThat(here.post("/api/session/password", Map.of("old", PASSWORD, "password", "moss-under-the-step"))
                        .status())
                .isEqualTo(204);
        assertThat(here.get("/api/jobs").status()).isEqualTo(200);
        assertThat(elsewhere.get("/api/jobs").status()).isEqualTo(401);
        assertThat(elsewhere.signIn("whimbrel", PASSWORD).status()).isEqualTo(401);
        assertThat(elsewhere.signIn("whimbrel", "moss-under-the-step").status()).isEqualTo(204);
        assertThat(new ApiClient(server.address())
                        .post("/api/session/password", Map.of("old", PASSWORD, "password", "moss-under-the-step"))
                        .status())
                .isIn(401, 403);
    }

    /** Two leads on one account: the second is told, and nothing of the first is overwritten. */
    @Test
    void anAccountIsNeverChangedUnseen(TestServer.Running server) {
        account(server, "smew");
        ApiClient lead = ApiClient.signedIn(server, "wren");
        ApiClient.ok(lead.post(
                "/api/accounts/smew", Map.of("expectedVersion", 1, "name", "Smew", "role", "DESK", "active", true)));
        ApiClient.Answer late = lead.post(
                "/api/accounts/smew",
                Map.of("expectedVersion", 1, "name", "Smew", "role", "TECHNICIAN", "active", true));
        assertThat(late.status()).isEqualTo(409);
        assertThat(late.json().get("detail").asString()).contains("the account of Smew");
        assertThat(ApiClient.ok(lead.get("/api/accounts")).valueStream()).anySatisfy(a -> assertThat(
                        a.get("login").asString() + " " + a.get("role").asString())
                .isEqualTo("smew DESK"));
    }

    @Test
    void theLeadSeesWhoCameInAndWhatBecameOfAccounts(TestServer.Running server) {
        account(server, "garganey");
        ApiClient client = new ApiClient(server.address());
        client.signIn("garganey", "guess");
        // What was typed as a login that there is not may have been a password: it is kept nowhere.
        client.signIn("heather-and-peat-too", "x");
        client.signIn("garganey", PASSWORD);
        client.post("/api/sign-out", "");
        ApiClient lead = ApiClient.signedIn(server, "wren");
        ApiClient.ok(lead.post(
                "/api/accounts/garganey",
                Map.of("expectedVersion", 1, "name", "G", "role", "DESK", "active", false, "password", PASSWORD)));
        List<String> seen = new ArrayList<>();
        String before = "";
        StringBuilder whole = new StringBuilder();
        do {
            JsonNode page = ApiClient.ok(lead.get("/api/accounts/access" + before));
            whole.append(page);
            page.get("entries").forEach(e -> {
                if (e.get("login").asString().equals("garganey")) {
                    seen.add(
                            0,
                            e.get("kind").asString() + " by " + e.get("by").asString() + " from "
                                    + e.get("source").asString());
                }
            });
            before = page.has("next") ? "?before=" + page.get("next").asLong() : "";
        } while (!before.isEmpty());
        assertThat(seen)
                .containsExactly(
                        "ACCOUNT_MADE by wren from 127.0.0.1",
                        "SIGN_IN_FAILED by  from 127.0.0.1",
                        "SIGNED_IN by garganey from 127.0.0.1",
                        "SIGNED_OUT by garganey from 127.0.0.1",
                        "ROLE_CHANGED by wren from 127.0.0.1",
                        "ACCOUNT_SHUT by wren from 127.0.0.1",
                        "PASSWORD_CHANGED by wren from 127.0.0.1");
        assertThat(whole).doesNotContain("heather-and-peat").doesNotContain("guess");
        assertThat(DemoAccounts.ALL).allSatisfy(a -> assertThat(whole).doesNotContain(a.password()));
        assertThat(ApiClient.signedIn(server, "ilka")
                        .get("/api/accounts/access")
                        .status())
                .isEqualTo(403);
    }
}
