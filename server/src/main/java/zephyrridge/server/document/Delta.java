package zephyrridge.server.document;

import java.util.Iterator;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * What makes one document out of another: only the parts that differ, so that a history grows with what was changed and not
 * with what there is. A step is one of {@code {"set": value}}, {@code {"gone": true}}, {@code {"in": {name: step}}} and
 * {@code {"keep": n, "put": [...], "tail": m}} for a list of which the first n and the last m elements stay.
 */
public final class Delta {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    private Delta() {}

    /** What turns {@code from} into {@code to}. */
    public static JsonNode between(JsonNode from, JsonNode to) {
        ObjectNode step = NODES.objectNode();
        if (from instanceof ObjectNode a && to instanceof ObjectNode b) {
            ObjectNode in = step.putObject("in");
            for (String name : names(a, b)) {
                if (!b.has(name)) {
                    in.putObject(name).put("gone", true);
                } else if (!a.has(name)) {
                    in.putObject(name).set("set", b.get(name));
                } else if (!a.get(name).equals(b.get(name))) {
                    in.set(name, between(a.get(name), b.get(name)));
                }
            }
            return step;
        }
        if (from instanceof ArrayNode a && to instanceof ArrayNode b) {
            int keep = 0;
            int most = Math.min(a.size(), b.size());
            while (keep < most && a.get(keep).equals(b.get(keep))) {
                keep++;
            }
            int tail = 0;
            while (tail < most - keep && a.get(a.size() - 1 - tail).equals(b.get(b.size() - 1 - tail))) {
                tail++;
            }
            step.put("keep", keep);
            ArrayNode put = step.putArray("put");
            for (int i = keep; i < b.size() - tail; i++) {
                put.add(b.get(i));
            }
            step.put("tail", tail);
            return step;
        }
        step.set("set", to);
        return step;
    }

    /** The document that a step makes of this one. */
    public static JsonNode apply(JsonNode document, JsonNode step) {
        if (step.has("set")) {
            return step.get("set");
        }
        if (step.has("in")) {
            ObjectNode next = ((ObjectNode) document).deepCopy();
            for (Map.Entry<String, JsonNode> e : step.get("in").properties()) {
                if (e.getValue().has("gone")) {
                    next.remove(e.getKey());
                } else {
                    next.set(e.getKey(), apply(next.get(e.getKey()), e.getValue()));
                }
            }
            return next;
        }
        ArrayNode next = NODES.arrayNode();
        int keep = step.get("keep").asInt();
        int tail = step.get("tail").asInt();
        for (int i = 0; i < keep; i++) {
            next.add(document.get(i));
        }
        for (Iterator<JsonNode> put = step.get("put").iterator(); put.hasNext(); ) {
            next.add(put.next());
        }
        for (int i = document.size() - tail; i < document.size(); i++) {
            next.add(document.get(i));
        }
        return next;
    }

    private static Iterable<String> names(ObjectNode a, ObjectNode b) {
        java.util.Set<String> names = new java.util.LinkedHashSet<>(a.propertyNames());
        names.addAll(b.propertyNames());
        return names;
    }
}
