package zephyrridge.server.twin;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Scanner;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import zephyrridge.server.ApiClient;
import zephyrridge.server.TestServer;

/** The command answers as the pages do. */
@ExtendWith(TestServer.class)
class TwinTest {
    private record Said(int code, String out, String err) {
        JsonNode json() {
            return new JsonMapper().readTree(out);
        }
    }

    private static Said twin(String... arguments) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ByteArrayOutputStream err = new ByteArrayOutputStream();
        int code = new Twin(
                        new PrintStream(out, true, StandardCharsets.UTF_8),
                        new PrintStream(err, true, StandardCharsets.UTF_8))
                .run(List.of(arguments));
        return new Said(code, out.toString(StandardCharsets.UTF_8), err.toString(StandardCharsets.UTF_8));
    }

    /** The same JSON, to the letter, as the pages get from the server. */
    @Test
    void asJsonItIsThePagesOwn(@TempDir Path folder, TestServer.Running server) throws Exception {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        String window = "Installed RAM 8.00 GB (7.85 GB usable)\nSpeed: 2667 MHz\nSlots used: 1 of 2\n";
        Path file = Files.writeString(folder.resolve("window.txt"), window);
        assertThat(twin("read", file.toString(), "--json").json())
                .isEqualTo(client.upload("/api/glance/file", "application/octet-stream", Files.readAllBytes(file))
                        .json());
        for (String line : List.of("16GB 1Rx8 PC5-5600B-SA0-1010-XT", "8GB 1Rx8 PC4-2666V-SA2-1l", "unreadable")) {
            assertThat(twin("label", line, "--json").json())
                    .isEqualTo(client.post("/api/labels/decode", java.util.Map.of("line", line))
                            .json());
        }
    }

    @Test
    void theCodeSaysWhetherAnythingStops(@TempDir Path folder) throws Exception {
        Said label = twin("label", "16GB", "1Rx8", "PC5-5600B-SA0-1010-XT");
        assertThat(label.code()).isZero();
        assertThat(label.out()).contains("GB 1Rx8 DDR5-5600\n");
        assertThat(twin("label", "PC5-5600B").code()).isEqualTo(1);
        Path file = Files.writeString(folder.resolve("poem.txt"), "The heather is late this year.");
        Said poem = twin("read", file.toString());
        assertThat(poem.code()).isEqualTo(1);
        assertThat(poem.out()).contains("poem.txt: Nothing in it is known here yet.");
        Said none = twin("read", folder.resolve("none").toString());
        assertThat(none.code()).isEqualTo(2);
        assertThat(none.err()).contains("there is no such file");
        Files.write(folder.resolve("large"), new byte[(1 << 20) + 1]);
        assertThat(twin("read", folder.resolve("large").toString()).err()).contains("too large");
        assertThat(twin().code()).isEqualTo(2);
        assertThat(twin("dance", "x").err()).contains("Usage");
    }

    @Test
    void aPasswordsHashIsWhatAccountsKeep() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Twin twin = new Twin(new PrintStream(out, true, StandardCharsets.UTF_8), System.err);
        assertThat(twin.hash(new Scanner("moss-on-the-roof\n"))).isZero();
        assertThat(new BCryptPasswordEncoder()
                        .matches(
                                "moss-on-the-roof",
                                out.toString(StandardCharsets.UTF_8).strip()))
                .isTrue();
        assertThat(twin.hash(new Scanner("short\n"))).isEqualTo(2);
        assertThat(twin.hash(new Scanner("\u2603".repeat(25)))).isEqualTo(2);
    }

    /** A few machines of each difficulty, and all lessons: no false sentence. */
    @Test
    void theRangeIsRunAndHolds() {
        Said said = twin("range", "6", "42");
        assertThat(said.code()).as(said.out()).isZero();
        assertThat(said.out())
                .contains("First look: 2 machines", "Faulty: something may be wrong that only starts show: 2 machines")
                .doesNotContain("{");
        assertThat(twin("range", "many").code()).isEqualTo(2);
        assertThat(twin("range", "-1").err()).contains("./zephyr range");
    }
}
