package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What a browser's recogniser read off a picture, told to the server. */
@ExtendWith(TestServer.class)
class SightHttpTest {
    private static ApiClient desk(TestServer.Running server) {
        return ApiClient.signedIn(server, "desk");
    }

    private static Map<String, Object> seen(List<List<String>> passes, List<String> window) {
        return Map.of("papers", passes.isEmpty() ? List.of() : List.of(Map.of("passes", passes)), "window", window);
    }

    @Test
    void aLabelIsSaidAndWhatIsDoubtfulIsNamed(TestServer.Running server) {
        ApiClient desk = desk(server);
        JsonNode sure = ok(desk.post(
                "/api/pictures/read",
                seen(
                        List.of(
                                List.of("WEEK 3 2021", "16G8 2RxB PC4-2666V-", "SE1-11 ||"),
                                List.of("16GB 2Rx8 PC4-26b6V-", "5E1-11")),
                        List.of())));
        assertThat(sure.get("labels")).hasSize(1);
        assertThat(sure.get("labels").get(0).get("lines").get(0).asString()).isEqualTo("16GB 2Rx8 PC4-2666V-SE1-11");
        assertThat(sure.get("labels").get(0).get("doubtful")).isEmpty();
        JsonNode doubtful = ok(desk.post(
                "/api/pictures/read",
                seen(
                        List.of(List.of("16GB 2Rx8 PC4-2666V-SE1-11"), List.of("16GB 2Rx8 PC4-2666V-UE1-11")),
                        List.of())));
        assertThat(doubtful.get("labels").get(0).get("doubtful").get(0).asString())
                .isEqualTo("Form factor");
        assertThat(doubtful.get("labels").get(0).get("lines").size()).isGreaterThan(1);
    }

    @Test
    void aWindowIsMendedAndWhatItCannotBeIsToldApart(TestServer.Running server) {
        JsonNode window = ok(desk(server)
                .post(
                        "/api/pictures/read",
                        seen(List.of(), List.of("lnstalled RAM 16.0 G8 (15.4 GB usable)", "Speed: 2460 MT/s"))));
        assertThat(window.get("labels")).isEmpty();
        assertThat(window.get("text").asString()).isEqualTo("Installed RAM 16.0 GB (15.4 GB usable)");
        assertThat(window.get("leftOut").get(0).asString()).isEqualTo("Speed: 2460 MT/s");
    }

    /** What Prove takes of a printout, pasted or out of a picture. */
    @Test
    void whatATestPrintsIsReadings(TestServer.Running server) {
        JsonNode test = ok(desk(server).post("/api/glance", Map.of("text", "Passes: 2/2  Errors: 0\nTime: 01:10:05")));
        assertThat(test.get("readings").toString())
                .isEqualTo("{\"testErrors\":\"0\",\"testMinutes\":\"70\",\"testPasses\":\"2\"}");
        JsonNode measured = ok(desk(server).post("/api/glance", Map.of("text", "threads: all\nRead: 38.1 GB/s")));
        assertThat(measured.get("readings").toString())
                .isEqualTo("{\"bandwidthMegabytes\":\"38100\",\"test\":\"READ\",\"threads\":\"ALL\"}");
    }

    @Test
    void whatIsTooMuchIsRefused(TestServer.Running server) {
        ApiClient desk = desk(server);
        assertThat(desk.post(
                                "/api/pictures/read",
                                seen(Collections.nCopies(9, List.of("8GB 1Rx8 PC4-2666V-SA1-11")), List.of()))
                        .status())
                .isEqualTo(422);
        assertThat(desk.post("/api/pictures/read", seen(List.of(), List.of("x".repeat(201))))
                        .status())
                .isEqualTo(422);
        assertThat(desk.post("/api/pictures/read", Map.of("papers", List.of())).status())
                .isEqualTo(400);
    }

    /** The page forbids what the recogniser is made of; its worker's own answer alone allows it. */
    @Test
    void onlyTheRecognisersWorkerMayCompileWebAssembly(TestServer.Running server) {
        ApiClient client = new ApiClient(server.address());
        ApiClient.Answer worker = client.get("/recogniser/worker.min.js");
        assertThat(worker.headers().firstValue("Content-Security-Policy").orElseThrow())
                .isEqualTo(
                        "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'; frame-ancestors 'none'");
        assertThat(client.get("/zephyr-look.sh")
                        .headers()
                        .firstValue("Content-Security-Policy")
                        .orElseThrow())
                .doesNotContain("wasm");
    }

    /** Take in's machine by its sticker: chosen only where all of a name is there. */
    @Test
    void aStickerNamesTheRecord(TestServer.Running server) {
        ApiClient desk = desk(server);
        JsonNode whole = ok(desk.post(
                "/api/pictures/sticker",
                Map.of("lines", List.of("lNPUT 19.5V", "SKERR0W", "M0DEL TERN 16", "S/N 77 102"))));
        assertThat(whole.get(0).get("id").asString()).isEqualTo("skerrow-tern-16");
        assertThat(whole.get(0).get("whole").asBoolean()).isTrue();
        JsonNode part = ok(desk.post("/api/pictures/sticker", Map.of("lines", List.of("Fell 13"))));
        assertThat(part.get(0).get("whole").asBoolean()).isFalse();
        assertThat(ok(desk.post("/api/pictures/sticker", Map.of("lines", List.of("19 V", "..."))))
                        .size())
                .isZero();
        assertThat(desk.post("/api/pictures/sticker", Map.of("lines", Collections.nCopies(201, "x")))
                        .status())
                .isEqualTo(422);
    }
}
