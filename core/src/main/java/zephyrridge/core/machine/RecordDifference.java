package zephyrridge.core.machine;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import zephyrridge.core.access.AccessGraph;
import zephyrridge.core.access.Part;
import zephyrridge.core.quantity.ByteSize;

/**
 * What one version of a record says otherwise than another.
 *
 * @param names of the parts, positions or places it is about; empty where it is about the whole topic
 */
public record RecordDifference(Topic topic, List<String> names) {
    public enum Topic {
        POSITIONS,
        PARTS,
        /** What of opening and closing is not a part's own: sides, order of closing, drawings. */
        WAY_IN,
        PLACES,
        RATES,
        SHARE,
        CONTROLLER,
        LIMITS,
        START,
        MODEL
    }

    public RecordDifference {
        names = List.copyOf(names);
    }

    public static List<RecordDifference> between(MachineRecord before, MachineRecord after) {
        List<RecordDifference> all = new ArrayList<>();
        named(all, Topic.POSITIONS, before.positions(), after.positions(), Position::id, Position::label);
        named(all, Topic.PARTS, before.access().parts(), after.access().parts(), Part::id, Part::name);
        whole(all, Topic.WAY_IN, withoutParts(before.access()).equals(withoutParts(after.access())));
        named(all, Topic.PLACES, before.bays(), after.bays(), Bay::id, Bay::label);
        Controller was = before.controller();
        Controller is = after.controller();
        whole(all, Topic.RATES, was.caps().equals(is.caps()) && was.steps().equals(is.steps()));
        whole(
                all,
                Topic.SHARE,
                was.carveOut().equals(is.carveOut()) && was.reserve().equals(is.reserve()));
        whole(
                all,
                Topic.CONTROLLER,
                besides(was).equals(besides(is)) && before.otherControllers().equals(after.otherControllers()));
        whole(all, Topic.LIMITS, before.limits().equals(after.limits()));
        whole(all, Topic.START, before.start().equals(after.start()));
        whole(
                all,
                Topic.MODEL,
                before.name().equals(after.name())
                        && before.kind() == after.kind()
                        && before.processors().equals(after.processors())
                        && before.channels().equals(after.channels()));
        return List.copyOf(all);
    }

    private static void whole(List<RecordDifference> all, Topic topic, boolean same) {
        if (!same) {
            all.add(new RecordDifference(topic, List.of()));
        }
    }

    private static <T> void named(
            List<RecordDifference> all,
            Topic topic,
            List<T> before,
            List<T> after,
            Function<T, String> id,
            Function<T, String> name) {
        Map<String, T> was = new HashMap<>();
        before.forEach(t -> was.put(id.apply(t), t));
        Map<String, T> gone = new LinkedHashMap<>();
        before.forEach(t -> gone.put(id.apply(t), t));
        Set<String> names = new LinkedHashSet<>();
        for (T t : after) {
            gone.remove(id.apply(t));
            if (!t.equals(was.get(id.apply(t)))) {
                names.add(name.apply(t));
            }
        }
        gone.values().forEach(t -> names.add(name.apply(t)));
        if (!names.isEmpty()) {
            all.add(new RecordDifference(topic, List.copyOf(names)));
        }
    }

    private static AccessGraph withoutParts(AccessGraph g) {
        return new AccessGraph(g.restsOn(), List.of(), g.closing(), g.outlines());
    }

    /** A controller without what has a topic of its own. */
    private static Controller besides(Controller c) {
        return new Controller(
                c.name(),
                c.generation(),
                c.buffering(),
                c.clockedModules(),
                c.ecc(),
                c.millivolts(),
                List.of(),
                List.of(),
                c.clockPerProcessor(),
                c.ranksPerChannel(),
                c.rankMultiplication(),
                c.ways(),
                c.flex(),
                c.channelBytes(),
                c.deviceHole(),
                ByteSize.ZERO,
                ByteSize.ZERO);
    }
}
