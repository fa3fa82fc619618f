package zephyrridge.e2e;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Every script is looked over by a general-purpose linter (ShellCheck), where it is installed. */
class ScriptsTest {
    private static final Path HERE = Path.of("..").toAbsolutePath().normalize();

    private static List<String> scripts() throws IOException {
        List<String> all = new ArrayList<>(List.of("zephyr", ".ci/run", "web/public/zephyr-look.sh"));
        for (String folder : List.of("command", "bench")) {
            try (Stream<Path> files = Files.list(HERE.resolve(folder))) {
                files.map(f -> HERE.relativize(f).toString())
                        .filter(f -> f.endsWith(".sh"))
                        .sorted()
                        .forEach(all::add);
            }
        }
        return all;
    }

    @Test
    void noScriptHasAFinding() throws Exception {
        boolean installed = Stream.of(System.getenv("PATH").split(File.pathSeparator))
                .anyMatch(p -> Files.isExecutable(Path.of(p, "shellcheck")));
        assumeThat(installed).as("shellcheck is installed").isTrue();
        // The parts of the command share their variables (2034, 2154) and leave parameters out (2120): it sees one file
        // at a time.
        List<String> line = new ArrayList<>(
                List.of("shellcheck", "--severity=warning", "--exclude=SC2034,SC2154,SC2120", "--format=gcc"));
        line.addAll(scripts());
        assertThat(line).hasSizeGreaterThan(10);
        Process process = new ProcessBuilder(line)
                .directory(HERE.toFile())
                .redirectErrorStream(true)
                .start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(said).isZero();
    }
}
