package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** What who keeps the installation sees of it. */
@ExtendWith(TestServer.class)
class UpkeepHttpTest {
    @Test
    void theLeadSeesHowItIs(@TempDir Path home, TestServer.Running server) throws Exception {
        Files.writeString(home.resolve("backed-up-shop"), "2026-11-30T21:05:00Z friday evening.sql.gz\n");
        try (var instance = server.anotherInstance("--zephyr.home=" + home, "--zephyr.data=shop")) {
            JsonNode upkeep =
                    ApiClient.ok(ApiClient.signedIn(instance.address(), "wren").get("/api/upkeep"));
            assertThat(upkeep.get("program").asString()).matches("\\d+\\.\\d+\\.\\d+.*");
            assertThat(upkeep.get("databaseServer").asString()).containsIgnoringCase("mariadb");
            assertThat(upkeep.get("tables").asInt()).isGreaterThanOrEqualTo(15);
            assertThat(upkeep.get("dataBytes").asLong()).isGreaterThan(100_000);
            assertThat(upkeep.at("/lastBackup/file").asString()).isEqualTo("friday evening.sql.gz");
            assertThat(upkeep.get("diskFree").asLong())
                    .isPositive()
                    .isLessThanOrEqualTo(upkeep.get("diskSize").asLong());
            assertThat(upkeep.has("lastError")).isFalse();
            // What is there and cannot be read is not called a backup.
            Files.writeString(home.resolve("backed-up-shop"), "yesterday");
            assertThat(ApiClient.ok(ApiClient.signedIn(instance.address(), "wren")
                                    .get("/api/upkeep"))
                            .has("lastBackup"))
                    .isFalse();
        }
        JsonNode nowhere = ApiClient.ok(ApiClient.signedIn(server, "wren").get("/api/upkeep"));
        assertThat(nowhere.has("lastBackup")).isFalse();
        assertThat(nowhere.has("diskFree")).isFalse();
        assertThat(ApiClient.signedIn(server, "bram").get("/api/upkeep").status())
                .isEqualTo(403);
    }

    /** Every answer has the id of its request; no two have the same. */
    @Test
    void everyRequestHasAnId(TestServer.Running server) {
        ApiClient client = new ApiClient(server.address());
        String one =
                client.get("/api/session").headers().firstValue("X-Request-Id").orElseThrow();
        String two =
                client.get("/api/jobs").headers().firstValue("X-Request-Id").orElseThrow();
        assertThat(one).hasSize(10).isNotEqualTo(two);
    }
}
