package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
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

    /** Each operation has an id of its own and words that tell it and what it takes, says how a refusal looks, and who may. */
    @Test
    void everyOperationIsWhole() throws IOException {
        JsonNode document = new JsonMapper().readTree(Files.readAllBytes(COMMITTED));
        List<String> ids = new ArrayList<>();
        document.get("paths")
                .propertyStream()
                .forEach(path -> path.getValue().propertyStream().forEach(o -> {
                    String as = o.getKey() + " " + path.getKey();
                    ids.add(o.getValue().get("operationId").asString());
                    assertThat(o.getValue().path("description").asString(""))
                            .as(as)
                            .isNotBlank();
                    o.getValue().path("parameters").forEach(p -> assertThat(
                                    p.path("description").asString(""))
                            .as(as + ": " + p.get("name"))
                            .isNotBlank());
                    assertThat(o.getValue().at("/responses/default/content").has("application/problem+json"))
                            .as(as)
                            .isTrue();
                    assertThat(o.getValue().has("security"))
                            .as(as)
                            .isEqualTo(!path.getKey().matches("/api/(session|sign-in|sign-in-hints|first-account)"));
                }));
        assertThat(ids)
                .hasSizeGreaterThan(100)
                .doesNotHaveDuplicates()
                .allMatch(id -> id.matches("[a-zA-Z]+(\\.\\w+){1,2}"));
    }

    @Test
    void referencesLeadSomewhere() throws IOException {
        JsonNode document = new JsonMapper().readTree(Files.readAllBytes(COMMITTED));
        List<String> dangling = document.findValuesAsString("$ref").stream()
                .distinct()
                .filter(r -> document.at(r.substring(1)).isMissingNode())
                .toList();
        assertThat(dangling).isEmpty();
    }
}
