package zephyrridge.server.document;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Small documents carry their schema, and those of before are read all the same. */
class SealedTest {
    private static final JsonMapper JSON = new JsonMapper();
    private final Sealed sealed = new Sealed(JSON);

    record Claim(String where, int figure) {}

    @Test
    void whatIsWrittenCarriesItsSchemaAndIsReadAgain() {
        Claim claim = new Claim("a sheet, \"page 2\"", 32);
        String stored = sealed.write(Sealed.Kind.CLAIM, claim);
        assertThat(JSON.readTree(stored).get("schema").asInt()).isEqualTo(1);
        assertThat(sealed.read(Sealed.Kind.CLAIM, stored, Claim.class)).isEqualTo(claim);
        // Written by another hand, with other spaces.
        assertThat(sealed.read(
                        Sealed.Kind.CLAIM,
                        "{ \"schema\": 1, \"document\": " + JSON.writeValueAsString(claim) + " }",
                        Claim.class))
                .isEqualTo(claim);
    }

    @Test
    void whatWasStoredBareIsReadAsTheFirstSchema() {
        assertThat(sealed.read(Sealed.Kind.CLAIM, "{\"where\":\"a sheet\",\"figure\":16}", Claim.class))
                .isEqualTo(new Claim("a sheet", 16));
        assertThat(sealed.read(Sealed.Kind.SETTING, "[1,2]", new TypeReference<List<Integer>>() {}))
                .containsExactly(1, 2);
        // A document of its own that happens to have such names is none that was sealed.
        assertThat(sealed.read(
                        Sealed.Kind.MAPPING,
                        "{\"schema\":\"x\",\"document\":\"y\"}",
                        new TypeReference<Map<String, String>>() {}))
                .containsEntry("document", "y");
    }

    @Test
    void listsAreSealedToo() {
        String stored = sealed.write(Sealed.Kind.SETTING, List.of(3, 4));
        assertThat(stored).isEqualTo("{\"schema\":1,\"document\":[3,4]}");
        assertThat(sealed.read(Sealed.Kind.SETTING, stored, new TypeReference<List<Integer>>() {}))
                .containsExactly(3, 4);
    }
}
