package zephyrridge.server.document;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Which single values differ between two documents; a list is told of where it is known what it holds. */
public final class Differences {
    /** @param path names with dots between; {@code before} and {@code after} "" for nothing */
    public record Field(String path, String before, String after) {}

    private static final int MOST = 30;

    /** Lists that are told whole, in a few words, by path. */
    private static final Map<String, Function<JsonNode, String>> LISTS =
            Map.of("unit.counter.brought.things", Differences::things);

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
        } else if (LISTS.containsKey(path)) {
            fields.add(new Field(
                    path,
                    before == null ? "" : LISTS.get(path).apply(before),
                    after == null ? "" : LISTS.get(path).apply(after)));
        } else if (!(before != null && before.isArray()) && !(after != null && after.isArray())) {
            fields.add(new Field(path, text(before), text(after)));
        }
    }

    private static String things(JsonNode things) {
        List<String> told = new ArrayList<>();
        things.forEach(t -> {
            int came = t.path("came").asInt();
            int back = t.path("back").asInt();
            String what = (came == 1 ? "" : came + " × ") + t.path("what").asString("");
            told.add(back == 0 ? what : what + (back == came ? " (back)" : " (" + back + " back)"));
        });
        return String.join("; ", told);
    }

    private static String text(JsonNode node) {
        return node == null || node.isNull() ? "" : node.asString();
    }
}
