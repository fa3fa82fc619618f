package zephyrridge.server.document;

import java.util.List;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Small documents beside a job's and a record's, each stored with the number of its schema: {"schema":1,"document":...}. What was
 * stored bare, before they had one, is at 1. A current one is read as it stands, an older one is lifted step by step.
 */
@Component
public class Sealed {
    /** Each with one step to every schema from the one before. */
    public enum Kind {
        CLAIM,
        TRIAL,
        OFFER,
        SETTING,
        MAPPING,
        QUICK,
        WORDS,
        SHEET_RUN,
        ASKED(Kind::withWhen);

        private final List<UnaryOperator<JsonNode>> lifts;

        Kind() {
            lifts = List.of();
        }

        Kind(UnaryOperator<JsonNode> lift) {
            lifts = List.of(lift);
        }

        /** When something was asked was not kept at first: before all that was done, as far as one can tell now. */
        private static JsonNode withWhen(JsonNode asked) {
            asked.forEach(a -> ((ObjectNode) a).put("entry", 0).put("from", 1).put("to", 1));
            return asked;
        }

        int schema() {
            return lifts.size() + 1;
        }
    }

    private static final String SCHEMA = "schema";
    private static final String DOCUMENT = "document";

    private final JsonMapper json;

    Sealed(JsonMapper json) {
        this.json = json;
    }

    public String write(Kind kind, Object value) {
        return seal(kind.schema(), json.writeValueAsString(value));
    }

    public <T> T read(Kind kind, String stored, Class<T> type) {
        return json.readValue(current(kind, stored), type);
    }

    public <T> T read(Kind kind, String stored, TypeReference<T> type) {
        return json.readValue(current(kind, stored), type);
    }

    /** The document as it would be written today. */
    private String current(Kind kind, String stored) {
        String head = head(kind.schema());
        if (stored.startsWith(head)) {
            return stored.substring(head.length(), stored.length() - 1);
        }
        JsonNode tree = json.readTree(stored);
        boolean sealed = isSealed(tree);
        int schema = sealed ? tree.get(SCHEMA).asInt() : 1;
        JsonNode document = sealed ? tree.get(DOCUMENT) : tree;
        for (UnaryOperator<JsonNode> lift : kind.lifts.subList(schema - 1, kind.lifts.size())) {
            document = lift.apply(document);
        }
        return json.writeValueAsString(document);
    }

    static boolean isSealed(JsonNode tree) {
        return tree.isObject() && tree.size() == 2 && tree.path(SCHEMA).isInt() && tree.has(DOCUMENT);
    }

    static int schemaOf(JsonNode tree) {
        return tree.get(SCHEMA).asInt();
    }

    static JsonNode documentOf(JsonNode tree) {
        return tree.get(DOCUMENT);
    }

    static String seal(int schema, String document) {
        return head(schema) + document + "}";
    }

    private static String head(int schema) {
        return "{\"" + SCHEMA + "\":" + schema + ",\"" + DOCUMENT + "\":";
    }
}
