package zephyrridge.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import zephyrridge.server.ApiClient;
import zephyrridge.server.demo.DemoAccounts;

/** The start command, used as a person does. */
class ZephyrCommandTest {
    private Installation zephyr;

    @BeforeEach
    void install() throws IOException {
        zephyr = new Installation();
    }

    @AfterEach
    void stopAndTidy() throws IOException {
        zephyr.close();
    }

    private ApiClient ilka() {
        ApiClient client = new ApiClient(zephyr.address());
        assertThat(client.signIn("ilka", DemoAccounts.ALL.get(1).password()).status()).isEqualTo(204);
        return client;
    }

    @Test
    void startsStopsAndMendsWhatACrashLeaves() throws Exception {
        Installation.Said first = zephyr.zephyr("demo");
        assertThat(first.code()).as(first.text()).isZero();
        assertThat(first.text()).contains(zephyr.address());
        assertThat(zephyr.zephyr("demo").text()).contains("runs already");
        JsonNode job = ilka().post("/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", "Kept through a crash", "wish", "")).json();
        long id = job.get("id").asLong();

        zephyr.kill("Application");
        zephyr.kill("Database");
        assertThat(zephyr.zephyr("status").text()).contains("Application: does not run").contains("Database:    does not run");
        Installation.Said again = zephyr.zephyr("demo");
        assertThat(again.code()).as(again.text()).isZero();
        assertThat(ilka().get("/api/jobs/" + id).json().at("/intake/owner").asString()).isEqualTo("Kept through a crash");

        // An afresh demo has its stories and nothing else.
        assertThat(zephyr.zephyr("reset-demo").code()).isZero();
        assertThat(ilka().get("/api/jobs/" + id).status()).isEqualTo(404);
        assertThat(zephyr.zephyr("stop").text()).contains("All stopped");
        assertThat(zephyr.zephyr("stop").code()).isZero();
    }

    /** What comes back from a backup is what went in, row by row. */
    @Test
    void restoresWhatWasBackedUp() throws Exception {
        assertThat(zephyr.zephyr("demo").code()).isZero();
        Path file = zephyr.home.resolve("workshop.sql.gz");
        long kept = ilka().post("/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", "Gorse \u2019n heather, \ud83c\udf3f", "wish", "'; quotes \" and\nlines")).json().get("id").asLong();
        String before = ilka().get("/api/jobs/" + kept + "/export").body();
        String list = ilka().get("/api/jobs").body();
        Installation.Said backup = zephyr.zephyr("backup", file.toString());
        assertThat(backup.code()).as(backup.text()).isZero();
        assertThat(Files.size(file)).isGreaterThan(1000);
        assertThat(zephyr.zephyr("backup", file.toString()).text()).contains("exists already");

        long lost = ilka().post("/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", "After the backup", "wish", "")).json().get("id").asLong();
        Installation.Said restore = zephyr.zephyr("restore", file.toString());
        assertThat(restore.code()).as(restore.text()).isZero();
        assertThat(zephyr.zephyr("demo").code()).isZero();
        assertThat(ilka().get("/api/jobs/" + lost).status()).isEqualTo(404);
        assertThat(ilka().get("/api/jobs/" + kept + "/export").body()).isEqualTo(before);
        assertThat(ilka().get("/api/jobs").body()).isEqualTo(list);
        assertThat(zephyr.zephyr("restore", zephyr.home.resolve("none").toString()).text()).contains("no such file");
    }

    @Test
    void aTakenPortIsSaidWithWhatToDo() throws Exception {
        try (ServerSocket other = new ServerSocket(zephyr.databasePort, 1, InetAddress.getLoopbackAddress())) {
            Installation.Said said = zephyr.zephyr("demo");
            assertThat(said.code()).isNotZero();
            assertThat(said.text()).contains("port " + other.getLocalPort() + " is taken").contains("ZEPHYR_DB_PORT");
        }
    }

    @Test
    void anUnknownCommandShowsTheKnownOnes() {
        Installation.Said said = zephyr.zephyr("dance");
        assertThat(said.code()).isNotZero();
        assertThat(said.text()).contains("unknown command: dance").contains("./zephyr demo");
        assertThat(zephyr.zephyr("--help").code()).isZero();
    }
}
