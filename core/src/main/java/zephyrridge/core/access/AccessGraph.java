package zephyrridge.core.access;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The parts of a machine and what lies over what; at most 64 parts, no circles. */
public record AccessGraph(Side restsOn, List<Part> parts) {
    public static final int MOST_PARTS = 64;

    public AccessGraph {
        parts = List.copyOf(parts);
    }

    public Optional<Part> part(String id) {
        return parts.stream().filter(p -> p.id().equals(id)).findFirst();
    }

    /** Position of each part in {@link #parts}, by id. */
    Map<String, Integer> index() {
        Map<String, Integer> index = new HashMap<>();
        for (int i = 0; i < parts.size(); i++) {
            index.put(parts.get(i).id(), i);
        }
        return index;
    }

    /** Parts that need each other in a circle, or themselves: such a record cannot be opened. Unknown needs are ignored here. */
    public List<String> circles() {
        List<String> found = new ArrayList<>();
        for (Part part : parts) {
            Set<String> seen = new HashSet<>();
            List<String> open = new ArrayList<>(part.needsOff());
            while (!open.isEmpty()) {
                String id = open.remove(open.size() - 1);
                if (seen.add(id)) {
                    part(id).ifPresent(p -> open.addAll(p.needsOff()));
                }
            }
            if (seen.contains(part.id())) {
                found.add(part.id());
            }
        }
        return found;
    }
}
