package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** The committed API document is what the server really offers; the page's types are made from it. */
@ExtendWith(TestServer.class)
class OpenApiTest {
    private static final Path COMMITTED = Path.of("../docs/formats/openapi.json");

    @Test
    void theCommittedDocumentIsTrue(TestServer.Running server) throws IOException {
        JsonMapper mapper =
                JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
        String now = mapper.writeValueAsString(
                        ApiClient.signedIn(server, "wren").get("/api/openapi").json()) + "\n";
        if (Boolean.getBoolean("zephyr.rewrite")) {
            Files.writeString(COMMITTED, now);
        }
        assertThat(now)
                .as("run with -Dzephyr.rewrite=true to renew docs/formats/openapi.json")
                .isEqualTo(Files.readString(COMMITTED));
    }
}
