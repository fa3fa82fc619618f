package zephyrridge.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.security.MessageDigest;
import java.security.cert.X509Certificate;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLSocket;
import javax.net.ssl.TrustManager;
import javax.net.ssl.X509TrustManager;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.ResourceLock;
import tools.jackson.databind.json.JsonMapper;
import zephyrridge.server.ApiClient;

/** What an installation is kept by for years: processes that come back, a package, a database elsewhere, the network, a way back in. */
@ExtendWith(Installation.Shared.class)
@Order(2)
@ResourceLock("installation")
class KeepingTest {
    private static final int LONG = 600;

    private static void ok(Installation.Said said) {
        assertThat(said.code()).as(said.text()).isZero();
    }

    /** Nobody comes: what ended is started again, the data are there, and two starts at once do not get into each other's way. */
    @Test
    void whatEndsComesBackByItself(Installation zephyr) throws Exception {
        Map<String, String> kept = Map.of("ZEPHYR_KEEP", "yes", "ZEPHYR_LOG_FORMAT", "logstash");
        ok(zephyr.zephyr("stop"));
        CompletableFuture<Installation.Said> one = CompletableFuture.supplyAsync(() -> zephyr.zephyr(kept, "", "demo"));
        Installation.Said two = zephyr.zephyr(kept, "", "demo");
        ok(two);
        ok(one.get());
        assertThat(one.get().text() + two.text()).contains("waiting for it").contains("runs already");
        assertThat(zephyr.zephyr("status").text()).containsPattern("Keeper: +process");
        long id = ApiClient.ok(ApiClient.signedIn(zephyr.address(), "ilka")
                        .post("/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", "Kept", "wish", "")))
                .get("id")
                .asLong();
        zephyr.kill("Application");
        zephyr.kill("Database");
        ApiClient.Answer back = answered(zephyr, id);
        assertThat(back.status()).isEqualTo(200);
        assertThat(back.body()).contains("Kept");
        // The log is JSON where that was asked for, and nobody else's to read.
        Path log = zephyr.home.resolve("logs/zephyr.log");
        List<String> lines = Files.readAllLines(log);
        assertThat(new JsonMapper().readTree(lines.get(lines.size() - 1)).has("message"))
                .isTrue();
        assertThat(Files.getPosixFilePermissions(log))
                .containsExactlyInAnyOrder(PosixFilePermission.OWNER_READ, PosixFilePermission.OWNER_WRITE);
        // What is stopped on purpose stays so.
        ok(zephyr.zephyr("stop"));
        Thread.sleep(4000);
        assertThat(zephyr.zephyr("status").text())
                .contains("Application: does not run", "Database:    does not run", "Keeper:      does not run");
    }

    private static ApiClient.Answer answered(Installation zephyr, long job) throws InterruptedException {
        for (int i = 0; ; i++) {
            try {
                return ApiClient.ok(new ApiClient(zephyr.address()).get("/actuator/health")) == null
                        ? null
                        : ApiClient.signedIn(zephyr.address(), "ilka").get("/api/jobs/" + job);
            } catch (RuntimeException | AssertionError e) {
                if (i > LONG) {
                    throw e;
                }
                Thread.sleep(500);
            }
        }
    }

    @Test
    void whatCannotStartIsSaidInOneSentence() {
        try (Installation zephyr = new Installation()) {
            Installation.Said full = zephyr.zephyr(Map.of("ZEPHYR_LEAST_MB", "999999999"), "", "demo");
            assertThat(full.code()).isNotZero();
            assertThat(full.text()).contains("MB are free").contains("Make room");
            Installation.Said another = zephyr.zephyr(Map.of("ZEPHYR_HOME", "/proc"), "", "demo");
            assertThat(another.code()).isNotZero();
            assertThat(another.text()).contains("nothing can be written in /proc");
            Installation.Said away =
                    zephyr.zephyr(Map.of("ZEPHYR_DB_HOST", "127.0.0.1", "ZEPHYR_DB_PASSWORD", "x"), "", "demo");
            assertThat(away.code()).isNotZero();
            assertThat(away.text()).contains("does not let zephyr in").contains("ZEPHYR_DB_PASSWORD");
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    /**
     * The package runs where it is unpacked, on a database that another keeps, open to a network by TLS with the certificate whose
     * fingerprint it told; backup, restore and a forgotten password are as anywhere.
     */
    @Test
    void thePackageRunsOnAnothersDatabaseAndInANetwork() throws Exception {
        try (Installation source = new Installation();
                Installation elsewhere = new Installation()) {
            Path database = elsewhere.home.resolve("db");
            ok(elsewhere.zephyr("_db-start", database.toString(), String.valueOf(elsewhere.databasePort)));
            try {
                Installation.Said packed = source.zephyr("package");
                ok(packed);
                Path archive = Path.of(packed.text().replaceAll("(?s).*package is (\\S+);.*", "$1"));
                Process tar =
                        new ProcessBuilder("tar", "-C", source.home.toString(), "-xzf", archive.toString()).start();
                assertThat(tar.waitFor()).isZero();
                Path unpacked;
                try (Stream<Path> found = Files.list(source.home)) {
                    unpacked = found.filter(f -> f.getFileName().toString().startsWith("zephyr-ridge-"))
                            .findFirst()
                            .orElseThrow();
                }
                assertThat(Files.readString(unpacked.resolve("notices/server.txt")))
                        .contains("Apache-2.0");
                assertThat(Files.readString(unpacked.resolve("notices/pages.txt")))
                        .contains("react ");
                source.use(unpacked.resolve("zephyr"));
                assertThat(source.zephyr("test").text()).contains("installed package");
                onAnothersDatabase(source, elsewhere, Files.readString(database.resolve("password")));
            } finally {
                elsewhere.zephyr("_db-stop", database.toString());
            }
        }
    }

    private static void onAnothersDatabase(Installation zephyr, Installation elsewhere, String password)
            throws Exception {
        Map<String, String> settings = Map.of(
                // For one start it would only cost.
                "ZEPHYR_ARCHIVE",
                "no",
                "ZEPHYR_DB_HOST",
                "127.0.0.1",
                "ZEPHYR_DB_PORT",
                String.valueOf(elsewhere.databasePort),
                "ZEPHYR_DB_PASSWORD",
                password,
                "ZEPHYR_LAN_ADDRESS",
                "127.0.0.2",
                "ZEPHYR_LAN_PORT",
                String.valueOf(elsewhere.port));
        Installation.Said started = zephyr.zephyr(settings, "", "start", "--lan");
        ok(started);
        String code = started.text().replaceAll("(?s).*set-up code: (\\S+).*", "$1");
        String told = started.text().replaceAll("(?s).*\\(SHA-256\\): (\\S+).*", "$1");
        assertThat(fingerprintAt("127.0.0.2", elsewhere.port)).isEqualTo(told.replace(":", ""));
        // What is open to the network is that door only.
        assertThat(connects("127.0.0.2", zephyr.port)).isFalse();
        ApiClient sedge = new ApiClient(zephyr.address());
        sedge.get("/api/session");
        ApiClient.ok(sedge.post(
                "/api/first-account",
                Map.of("code", code, "login", "sedge", "name", "Sedge", "password", "rain-over-the-moor")));
        assertThat(sedge.signIn("sedge", "rain-over-the-moor").status()).isEqualTo(204);
        assertThat(sedge.get("/api/upkeep").json().has("lastBackup")).isFalse();
        Path file = zephyr.home.resolve("kept.sql.gz");
        // The account of ours may not make further databases, and is told which it needs for that.
        ok(zephyr.zephyr(settings, "", "backup", file.toString()));
        assertThat(sedge.get("/api/upkeep").json().at("/lastBackup/file").asString())
                .isEqualTo("kept.sql.gz");
        Installation.Said refused = zephyr.zephyr(settings, "", "restore", file.toString());
        assertThat(refused.code()).isNotZero();
        assertThat(refused.text()).contains("may not make zephyr_restore").contains("Nothing was changed");
        assertThat(zephyr.zephyr(settings, "", "status").text()).contains("not ours to start or stop");
        // The way back in for a lead who forgot the word: for who may read the folder of the data.
        assertThat(zephyr.zephyr(settings, "short\n", "new-password", "sedge").text())
                .contains("12 characters or more");
        assertThat(zephyr.zephyr(settings, "wind-over-the-moor\n", "new-password", "nobody")
                        .text())
                .contains("there is no account nobody");
        ok(zephyr.zephyr(settings, "wind-over-the-moor\n", "new-password", "sedge"));
        assertThat(sedge.get("/api/jobs").status()).isEqualTo(401);
        assertThat(sedge.signIn("sedge", "rain-over-the-moor").status()).isEqualTo(401);
        assertThat(sedge.signIn("sedge", "wind-over-the-moor").status()).isEqualTo(204);
        ok(zephyr.zephyr(settings, "", "stop"));
    }

    private static boolean connects(String address, int port) {
        try (Socket socket = new Socket(address, port)) {
            return socket.isConnected();
        } catch (java.io.IOException e) {
            return false;
        }
    }

    /** SHA-256 of the certificate that is shown there, whoever signed it. */
    private static String fingerprintAt(String address, int port) throws Exception {
        X509Certificate[] shown = new X509Certificate[1];
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(
                null,
                new TrustManager[] {
                    new X509TrustManager() {
                        @Override
                        public void checkClientTrusted(X509Certificate[] chain, String type) {
                            throw new UnsupportedOperationException();
                        }

                        @Override
                        public void checkServerTrusted(X509Certificate[] chain, String type) {
                            shown[0] = chain[0];
                        }

                        @Override
                        public X509Certificate[] getAcceptedIssuers() {
                            return new X509Certificate[0];
                        }
                    }
                },
                null);
        try (SSLSocket socket = (SSLSocket) context.getSocketFactory().createSocket(address, port)) {
            socket.startHandshake();
            assertThat(socket.getSession().getProtocol()).isIn("TLSv1.2", "TLSv1.3");
        }
        return HexFormat.of()
                .withUpperCase()
                .formatHex(MessageDigest.getInstance("SHA-256").digest(shown[0].getEncoded()));
    }
}
