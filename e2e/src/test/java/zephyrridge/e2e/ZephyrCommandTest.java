package zephyrridge.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import zephyrridge.server.ApiClient;
import zephyrridge.server.demo.DemoAccounts;

/** The start command, used as a person does, with a folder and ports of its own. */
class ZephyrCommandTest {
    private record Said(int code, String text) {
    }

    private Path home;
    private int port;
    private int databasePort;

    @BeforeEach
    void ownFolderAndPorts() throws IOException {
        home = Files.createTempDirectory("zephyr-command");
        port = freePort();
        databasePort = freePort();
    }

    @AfterEach
    void stopAndTidy() throws Exception {
        zephyr("stop");
        try (Stream<Path> files = Files.walk(home)) {
            files.sorted(Comparator.reverseOrder()).forEach(f -> f.toFile().delete());
        }
    }

    @Test
    void startsStopsAndMendsWhatACrashLeaves() throws Exception {
        Said first = zephyr("demo");
        assertThat(first.code()).as(first.text()).isZero();
        assertThat(first.text()).contains("http://127.0.0.1:" + port);
        assertThat(zephyr("demo").text()).contains("runs already");

        ApiClient client = new ApiClient("http://127.0.0.1:" + port);
        assertThat(client.signIn("ilka", DemoAccounts.ALL.get(1).password()).status()).isEqualTo(204);
        JsonNode job = client.post("/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", "Kept through a crash", "wish", "")).json();
        long id = job.get("id").asLong();

        // Both processes end without a word, as at a power cut.
        String status = zephyr("status").text();
        kill(process("Application", status));
        kill(process("Database", status));
        assertThat(zephyr("status").text()).contains("Application: does not run").contains("Database:    does not run");
        Said again = zephyr("demo");
        assertThat(again.code()).as(again.text()).isZero();
        client = new ApiClient("http://127.0.0.1:" + port);
        client.signIn("ilka", DemoAccounts.ALL.get(1).password());
        assertThat(client.get("/api/jobs/" + id).json().at("/intake/owner").asString()).isEqualTo("Kept through a crash");

        // An afresh demo has its stories and nothing else.
        assertThat(zephyr("reset-demo").code()).isZero();
        client = new ApiClient("http://127.0.0.1:" + port);
        client.signIn("ilka", DemoAccounts.ALL.get(1).password());
        assertThat(client.get("/api/jobs/" + id).status()).isEqualTo(404);
        assertThat(zephyr("stop").text()).contains("All stopped");
        assertThat(zephyr("stop").code()).isZero();
    }

    @Test
    void aTakenPortIsSaidWithWhatToDo() throws Exception {
        try (ServerSocket other = new ServerSocket(databasePort, 1, java.net.InetAddress.getLoopbackAddress())) {
            Said said = zephyr("demo");
            assertThat(said.code()).isNotZero();
            assertThat(said.text()).contains("port " + other.getLocalPort() + " is taken").contains("ZEPHYR_DB_PORT");
        }
    }

    @Test
    void anUnknownCommandShowsTheKnownOnes() throws Exception {
        Said said = zephyr("dance");
        assertThat(said.code()).isNotZero();
        assertThat(said.text()).contains("unknown command: dance").contains("./zephyr demo");
        assertThat(zephyr("--help").code()).isZero();
    }

    private Said zephyr(String command) throws Exception {
        Path log = Files.createTempFile(home.getParent(), "zephyr", ".log");
        ProcessBuilder builder = new ProcessBuilder(Path.of("../zephyr").toAbsolutePath().normalize().toString(), command).redirectErrorStream(true)
                .redirectOutput(log.toFile());
        builder.environment().putAll(Map.of("ZEPHYR_HOME", home.toString(), "ZEPHYR_PORT", "" + port, "ZEPHYR_DB_PORT", "" + databasePort));
        Process process = builder.start();
        assertThat(process.waitFor(300, TimeUnit.SECONDS)).as("zephyr %s ended", command).isTrue();
        String text = Files.readString(log);
        Files.delete(log);
        return new Said(process.exitValue(), text);
    }

    private static long process(String what, String status) {
        Matcher m = Pattern.compile(what + ": +process (\\d+)").matcher(status);
        assertThat(m.find()).as(status).isTrue();
        return Long.parseLong(m.group(1));
    }

    /** Only processes that this test had started, by their id. */
    private static void kill(long pid) throws Exception {
        ProcessHandle handle = ProcessHandle.of(pid).orElseThrow();
        handle.destroyForcibly();
        handle.onExit().get(20, TimeUnit.SECONDS);
    }

    private static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }
}
