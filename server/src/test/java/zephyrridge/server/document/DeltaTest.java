package zephyrridge.server.document;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** A step made of two documents leads from the one to the other, and is small where little differs. */
class DeltaTest {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    @Test
    void leadsFromAnyDocumentToAnyOther() {
        Random random = new Random(17);
        for (int i = 0; i < 2000; i++) {
            JsonNode from = document(random, 4);
            JsonNode to = random.nextInt(4) == 0 ? document(random, 4) : changed(from, random);
            assertThat(Delta.apply(from, Delta.between(from, to)))
                    .as("case %d", i)
                    .isEqualTo(to);
        }
    }

    @Test
    void growsWithWhatChangedAndNotWithWhatThereIs() {
        ObjectNode from = NODES.objectNode();
        ArrayNode log = from.putArray("log");
        for (int i = 0; i < 500; i++) {
            log.addObject().put("no", i).put("text", "entry " + i);
        }
        ObjectNode to = (ObjectNode) new JsonMapper().readTree(from.toString());
        ((ArrayNode) to.get("log")).addObject().put("no", 500).put("text", "one more");
        JsonNode step = Delta.between(from, to);
        assertThat(step.toString()).hasSizeLessThan(120);
        assertThat(Delta.apply(from, step)).isEqualTo(to);
    }

    private static JsonNode document(Random random, int depth) {
        int kind = depth == 0 ? random.nextInt(3) : random.nextInt(5);
        return switch (kind) {
            case 0 -> NODES.numberNode(random.nextInt(5));
            case 1 -> NODES.stringNode("text " + random.nextInt(5));
            case 2 -> random.nextBoolean() ? NODES.booleanNode(true) : NODES.nullNode();
            case 3 -> {
                ArrayNode list = NODES.arrayNode();
                for (int n = random.nextInt(5); n > 0; n--) {
                    list.add(document(random, depth - 1));
                }
                yield list;
            }
            default -> {
                ObjectNode object = NODES.objectNode();
                // Names that steps use themselves are ordinary names in a document.
                String[] names = {"in", "set", "gone", "keep", "put", "tail", "a", "b"};
                for (int n = random.nextInt(5); n > 0; n--) {
                    object.set(names[random.nextInt(names.length)], document(random, depth - 1));
                }
                yield object;
            }
        };
    }

    private static JsonNode changed(JsonNode from, Random random) {
        if (from instanceof ObjectNode o && !o.isEmpty()) {
            ObjectNode next = NODES.objectNode();
            o.properties().forEach(e -> {
                if (random.nextInt(5) > 0) {
                    next.set(e.getKey(), random.nextInt(3) == 0 ? changed(e.getValue(), random) : e.getValue());
                }
            });
            return next;
        }
        if (from instanceof ArrayNode a) {
            ArrayNode next = NODES.arrayNode();
            for (JsonNode e : a) {
                if (random.nextInt(4) > 0) {
                    next.add(e);
                }
                if (random.nextInt(4) == 0) {
                    next.add(document(random, 1));
                }
            }
            return next;
        }
        return document(random, 1);
    }
}
