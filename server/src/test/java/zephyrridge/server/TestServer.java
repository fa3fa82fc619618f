package zephyrridge.server;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.core.env.Environment;
import org.springframework.util.ClassUtils;

/**
 * The real application with demo data on a real MariaDB of its own, started once for all test classes of a run. A test asks for
 * it as a parameter.
 */
public final class TestServer implements ParameterResolver {
    /** What only a test of the server needs of the program: the document of its API. The journeys have no library for it. */
    private static final boolean DOCUMENTED =
            ClassUtils.isPresent("org.springdoc.core.utils.SpringDocUtils", TestServer.class.getClassLoader());

    private static final List<String> DOCUMENT = List.of(
            "--springdoc.api-docs.enabled=true",
            "--springdoc.writer-with-order-by-keys=true",
            "--springdoc.api-docs.path=/api/openapi",
            "--springdoc.paths-to-match=/api/**",
            "--springdoc.override-with-generic-response=false",
            "--springdoc.default-produces-media-type=application/json");

    /** A further application, closed by whoever asked for it. */
    public record Instance(ConfigurableApplicationContext context) implements AutoCloseable {
        public String address() {
            return Running.addressOf(context);
        }

        @Override
        public void close() {
            context.close();
        }
    }

    /** What is running. */
    public static final class Running implements AutoCloseable {
        private final Database database;
        private final ConfigurableApplicationContext context;
        private final String[] settings;

        Running() {
            database = Database.elsewhere().orElseGet(Database::ofOurs);
            settings = new String[] {
                "--server.port=0",
                "--zephyr.demo=true",
                "--zephyr.clock=2031-05-14T09:30:00Z",
                // All tests come from one place, and some of them guess.
                "--springdoc.api-docs.enabled=false",
                "--zephyr.free-tries-of-a-place=100000",
                // They sign in hundreds of times, and what a hash costs is the library's.
                "--zephyr.password-cost=4",
                "--spring.datasource.url=" + database.url(),
                "--spring.datasource.username=" + database.user(),
                "--spring.datasource.password=" + database.password()
            };
            String[] withDocument = Stream.concat(
                            Stream.of(settings).filter(x -> !x.startsWith("--springdoc")), DOCUMENT.stream())
                    .toArray(String[]::new);
            context = SpringApplication.run(ZephyrRidge.class, DOCUMENTED ? withDocument : settings);
        }

        /**
         * A second application on the same database; without the API document, whose library keeps its converters per process.
         *
         * @param instead settings in place of the first one's of that name
         */
        public Instance anotherInstance(String... instead) {
            List<String> names = Stream.of(instead)
                    .map(s -> s.substring(0, s.indexOf('=') + 1))
                    .toList();
            String[] all = Stream.concat(
                            Stream.of(settings).filter(s -> names.stream().noneMatch(s::startsWith)),
                            Stream.of(instead))
                    .toArray(String[]::new);
            return new Instance(SpringApplication.run(ZephyrRidge.class, all));
        }

        public String address() {
            return addressOf(context);
        }

        private static String addressOf(ConfigurableApplicationContext context) {
            return "http://127.0.0.1:" + context.getBean(Environment.class).getProperty("local.server.port");
        }

        public <T> T bean(Class<T> type) {
            return context.getBean(type);
        }

        /** One of several of a type. */
        public <T> T bean(String name, Class<T> type) {
            return context.getBean(name, type);
        }

        @Override
        public void close() throws IOException {
            context.close();
            database.end().close();
        }
    }

    /** @param end takes it away again */
    private record Database(String url, String user, String password, Closing end) {
        private interface Closing {
            void close() throws IOException;
        }

        /** One that the start command makes, in a folder of its own. */
        static Database ofOurs() {
            try {
                Path home = Files.createTempDirectory("zephyr-test");
                int port = freePort();
                String folder = home.resolve("db").toString();
                zephyr("_db-start", folder, String.valueOf(port));
                return new Database(
                        "jdbc:mariadb://127.0.0.1:" + port + "/zephyr",
                        "zephyr",
                        Files.readString(home.resolve("db/password")),
                        () -> {
                            zephyr("_db-stop", folder);
                            try (Stream<Path> files = Files.walk(home)) {
                                files.sorted(Comparator.reverseOrder())
                                        .forEach(f -> f.toFile().delete());
                            }
                        });
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }

        /** One on another's server, where the environment names it: ZEPHYR_TEST_DB_HOST, _PORT, _USER, _PASSWORD. */
        static Optional<Database> elsewhere() {
            return Optional.ofNullable(System.getenv("ZEPHYR_TEST_DB_HOST")).map(host -> {
                Map<String, String> env = System.getenv();
                String server = "jdbc:mariadb://" + host + ":" + env.getOrDefault("ZEPHYR_TEST_DB_PORT", "3306") + "/";
                String user = env.getOrDefault("ZEPHYR_TEST_DB_USER", "zephyr");
                String password = env.getOrDefault("ZEPHYR_TEST_DB_PASSWORD", "");
                String name = "zephyr_test_" + ProcessHandle.current().pid();
                // The second one is what the start command has for the demo: tests of older tables use it.
                List<String> both = List.of(name, name + "_demo");
                both.forEach(n -> run(server, user, password, "CREATE DATABASE " + n));
                return new Database(
                        server + name,
                        user,
                        password,
                        () -> both.forEach(n -> run(server, user, password, "DROP DATABASE " + n)));
            });
        }

        private static void run(String server, String user, String password, String statement) {
            try (Connection sql = DriverManager.getConnection(server, user, password);
                    Statement s = sql.createStatement()) {
                s.execute(statement);
            } catch (SQLException e) {
                throw new IllegalStateException("the tests' database at " + server + ": " + statement, e);
            }
        }
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext extension) {
        return parameter.getParameter().getType() == Running.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext extension) {
        return extension
                .getRoot()
                .getStore(ExtensionContext.Namespace.create(TestServer.class))
                .getOrComputeIfAbsent("running", k -> new Running(), Running.class);
    }

    private static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }

    /** The start command's own way to a database, so that there is one only. */
    private static void zephyr(String... arguments) {
        String[] command = Stream.concat(
                        Stream.of(Path.of("../zephyr")
                                .toAbsolutePath()
                                .normalize()
                                .toString()),
                        Stream.of(arguments))
                .toArray(String[]::new);
        try {
            Path log = Files.createTempFile("zephyr", ".log");
            Process process = new ProcessBuilder(command)
                    .redirectErrorStream(true)
                    .redirectOutput(log.toFile())
                    .start();
            if (!process.waitFor(900, TimeUnit.SECONDS) || process.exitValue() != 0) {
                throw new IllegalStateException(String.join(" ", command) + ": " + Files.readString(log));
            }
            Files.delete(log);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
