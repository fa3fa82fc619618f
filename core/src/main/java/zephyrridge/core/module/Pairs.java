package zephyrridge.core.module;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Which modules go together in a channel pair: the same in everything that is known of them (R-9.1, identical parts). */
public final class Pairs {
    private Pairs() {}

    /**
     * @param specs what each module is, by its tag; {@code parts} its part number by tag, "" where nobody read it
     * @return the other tags that each goes with, in the order they were given; a part number that is read on both must be the same
     */
    public static Map<String, List<String>> of(Map<String, ModuleSpec> specs, Map<String, String> parts) {
        Map<ModuleSpec, List<String>> alike = new LinkedHashMap<>();
        specs.forEach((tag, spec) ->
                alike.computeIfAbsent(spec, s -> new ArrayList<>()).add(tag));
        Map<String, List<String>> pairs = new LinkedHashMap<>();
        specs.forEach((tag, spec) -> pairs.put(
                tag,
                alike.get(spec).stream()
                        .filter(other -> !other.equals(tag) && agree(parts.get(tag), parts.get(other)))
                        .toList()));
        return pairs;
    }

    private static boolean agree(String one, String other) {
        return one == null || other == null || one.isBlank() || other.isBlank() || one.equals(other);
    }
}
