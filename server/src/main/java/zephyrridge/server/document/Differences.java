package zephyrridge.server.document;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Which single values differ between two documents; lists are told of by whoever knows what they hold. */
public final class Differences {
    /** @param path names with dots between; {@code before} and {@code after} "" for nothing */
    public record Field(String path, String before, String after) {}

    private static final int MOST = 30;

    private Differences() {}

    public static List<Field> between(JsonNode before, JsonNode after) {
        List<Field> fields = new ArrayList<>();
        visit("", before, after, fields);
        return fields;
    }

    private static void visit(String path, JsonNode before, JsonNode after, List<Field> fields) {
        if (fields.size() >= MOST || before == null && after == null || before != null && before.equals(after)) {
            return;
        }
        if (before instanceof ObjectNode || after instanceof ObjectNode) {
            Set<String> names = new LinkedHashSet<>();
            if (before instanceof ObjectNode b) {
                names.addAll(b.propertyNames());
            }
            if (after instanceof ObjectNode a) {
                names.addAll(a.propertyNames());
            }
            for (String name : names) {
                visit(
                        path.isEmpty() ? name : path + "." + name,
                        before == null ? null : before.get(name),
                        after == null ? null : after.get(name),
                        fields);
            }
        } else if (!(before != null && before.isArray()) && !(after != null && after.isArray())) {
            fields.add(new Field(path, text(before), text(after)));
        }
    }

    private static String text(JsonNode node) {
        return node == null || node.isNull() ? "" : node.asString();
    }
}
