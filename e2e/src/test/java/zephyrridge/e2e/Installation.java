package zephyrridge.e2e;

import java.io.IOException;
import java.io.Writer;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;

/** An installation of its own: folder, ports, and the start command as a person uses it. */
final class Installation implements AutoCloseable {
    /** What the command said and how it ended. */
    record Said(int code, String text) {}

    /** One for all tests of the command, made when the first of them asks for it. */
    static final class Shared implements ParameterResolver {
        @Override
        public boolean supportsParameter(ParameterContext parameter, ExtensionContext extension) {
            return parameter.getParameter().getType() == Installation.class;
        }

        @Override
        public Object resolveParameter(ParameterContext parameter, ExtensionContext extension) {
            return extension
                    .getRoot()
                    .getStore(ExtensionContext.Namespace.create(Installation.class))
                    .getOrComputeIfAbsent("demo", k -> new Installation(), Installation.class);
        }
    }

    final Path home;
    final int port;
    final int databasePort;

    private final Map<String, String> settings;
    private Path command = Path.of("../zephyr").toAbsolutePath().normalize();

    /** One that nobody watches over: what a test ended stays so. */
    Installation() {
        this(Map.of("ZEPHYR_KEEP", "no"));
    }

    /** @param settings of the environment, beside its folder and ports */
    Installation(Map<String, String> settings) {
        this.settings = settings;
        try {
            home = Files.createTempDirectory("zephyr-command");
            port = freePort();
            databasePort = freePort();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    String address() {
        return "http://127.0.0.1:" + port;
    }

    /** From now on the command of another place, such as an unpacked package. */
    void use(Path other) {
        command = other;
    }

    Said zephyr(String... arguments) {
        return zephyr(Map.of(), "", arguments);
    }

    /**
     * @param more settings for this one time
     * @param typed what is typed when it asks
     */
    Said zephyr(Map<String, String> more, String typed, String... arguments) {
        try {
            Path log = Files.createTempFile(home.getParent(), "zephyr", ".log");
            List<String> line = new ArrayList<>(List.of(command.toString()));
            line.addAll(List.of(arguments));
            ProcessBuilder builder =
                    new ProcessBuilder(line).redirectErrorStream(true).redirectOutput(log.toFile());
            builder.environment()
                    .putAll(Map.of(
                            "ZEPHYR_HOME",
                            home.toString(),
                            "ZEPHYR_PORT",
                            "" + port,
                            "ZEPHYR_DB_PORT",
                            "" + databasePort,
                            // Started often and used little: the quick compiler alone starts sooner.
                            "ZEPHYR_JAVA_OPTIONS",
                            "-XX:TieredStopAtLevel=1 -XX:ReservedCodeCacheSize=128m -Dzephyr.password-cost=4"));
            builder.environment().putAll(settings);
            builder.environment().putAll(more);
            Process process = builder.start();
            try (Writer in = process.outputWriter()) {
                in.write(typed);
            }
            if (!process.waitFor(1200, TimeUnit.SECONDS)) {
                process.destroyForcibly();
                throw new IllegalStateException("zephyr " + line + " did not end: " + Files.readString(log));
            }
            String text = Files.readString(log);
            Files.delete(log);
            return new Said(process.exitValue(), text);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** Ends the "Application" or the "Database" without a word, as at a power cut: only what this installation started, by id. */
    void kill(String what) throws Exception {
        Matcher m = Pattern.compile(what + ": +process (\\d+)")
                .matcher(zephyr("status").text());
        if (m.find()) {
            ProcessHandle handle = ProcessHandle.of(Long.parseLong(m.group(1))).orElseThrow();
            handle.destroyForcibly();
            handle.onExit().get(300, TimeUnit.SECONDS);
        }
    }

    @Override
    public void close() throws IOException {
        zephyr("stop");
        try (Stream<Path> files = Files.walk(home)) {
            files.sorted(Comparator.reverseOrder()).forEach(f -> f.toFile().delete());
        }
    }

    private static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }
}
