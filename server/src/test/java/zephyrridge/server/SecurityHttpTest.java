package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zephyrridge.server.db.Tables;
import zephyrridge.server.demo.DemoAccounts;

/** Who gets in, and what a browser is told to allow. */
@ExtendWith(TestServer.class)
class SecurityHttpTest {
    @ParameterizedTest
    @ValueSource(strings = {"/api/jobs", "/api/jobs/1", "/api/jobs/1/export", "/api/machines", "/api/drawer", "/api/operating-systems", "/api/openapi"})
    void nothingWithoutSignIn(String path, TestServer.Running server) {
        assertThat(new ApiClient(server.address()).get(path).status()).isEqualTo(401);
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
        assertThat(client.get("/api/session").json().at("/account/role").asString()).isEqualTo("LEAD");
        assertThat(client.post("/api/sign-out", "").status()).isEqualTo(204);
        assertThat(client.get("/api/jobs").status()).isEqualTo(401);
    }

    @Test
    void writesNeedTheToken(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "wren");
        assertThat(client.postWithoutToken("/api/jobs", "{\"machineId\":\"skerrow-tern-16\",\"owner\":\"x\",\"wish\":\"\"}").status()).isEqualTo(403);
    }

    @Test
    void theDeskReadsOnly(TestServer.Running server) {
        ApiClient desk = ApiClient.signedIn(server, "desk");
        assertThat(desk.get("/api/jobs").status()).isEqualTo(200);
        assertThat(desk.post("/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", "x", "wish", "")).status()).isEqualTo(403);
        assertThat(desk.post("/api/jobs/1/changes", Map.of("expectedVersion", 1, "change", Map.of("type", "ResetPlan"))).status()).isEqualTo(403);
    }

    @Test
    void thePageHasANonceOfItsOwnAndNoInlineScripts(TestServer.Running server) {
        ApiClient client = new ApiClient(server.address());
        ApiClient.Answer one = client.get("/");
        ApiClient.Answer two = client.get("/jobs/1/plan");
        String policy = one.headers().firstValue("Content-Security-Policy").orElseThrow();
        assertThat(policy).contains("default-src 'none'", "script-src 'self';", "frame-ancestors 'none'").doesNotContain("unsafe");
        assertThat(two.headers().firstValue("Content-Security-Policy").orElseThrow()).isNotEqualTo(policy);
        assertThat(one.headers().firstValue("Cache-Control").orElseThrow()).contains("no-store");
        assertThat(one.headers().firstValue("X-Content-Type-Options")).contains("nosniff");
    }

    @Test
    void theSessionCookieStaysWithTheSite(TestServer.Running server) {
        ApiClient client = new ApiClient(server.address());
        client.get("/api/session");
        ApiClient.Answer answer = client.signIn("ilka", DemoAccounts.ALL.get(1).password());
        assertThat(answer.headers().allValues("set-cookie")).anySatisfy(c -> assertThat(c).startsWith("ridge=").contains("HttpOnly").contains("SameSite=Strict"));
    }

    @Test
    void passwordsAreKeptAsHashes(TestServer.Running server) {
        var hashes = server.bean(DSLContext.class).select(Tables.ACCOUNT.PASSWORD_HASH).from(Tables.ACCOUNT).fetch(0, String.class);
        assertThat(hashes).hasSizeGreaterThanOrEqualTo(4).allSatisfy(h -> assertThat(h).startsWith("$2"));
    }
}
