package zephyrridge.core.machine;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import zephyrridge.core.access.AccessGraph;
import zephyrridge.core.access.Catch;
import zephyrridge.core.access.Connector;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Precedence;
import zephyrridge.core.module.Rates;

/** Whether a machine record holds together. All faults are found at once, each with its place. */
public final class RecordCheck {
    /** @param path where in the record, as in "positions[2].channels"; {@code fault} a stable word; {@code value} the culprit */
    public record Fault(String path, String fault, String value) {
        @Override
        public String toString() {
            return path + ": " + fault + (value.isEmpty() ? "" : " (" + value + ")");
        }
    }

    private static final int MOST_POSITIONS = 256;
    /** Screws of one part, or its catches, or its cables. */
    public static final int MOST_FASTENERS = 200;

    private final List<Fault> faults = new ArrayList<>();

    private RecordCheck() {}

    public static List<Fault> faults(MachineRecord record) {
        RecordCheck check = new RecordCheck();
        check.check(record);
        return List.copyOf(check.faults);
    }

    private void check(MachineRecord r) {
        require(
                r.id().matches("[A-Za-z0-9][A-Za-z0-9._-]{0,63}"),
                "id",
                "must be letters, digits, dots and dashes, 64 at most",
                r.id());
        require(
                !r.maker().isBlank() && !r.model().isBlank() && r.name().length() <= 200,
                "model",
                "maker and model must be named, in 200 characters at most",
                "");
        require(
                !r.channels().isEmpty() && !r.processors().isEmpty(),
                "channels",
                "must name a channel and a processor",
                "");
        Set<String> channels = unique("channels", r.channels(), Channel::id);
        unique("positions", r.positions(), Position::id);
        Set<String> parts = unique("access.parts", r.access().parts(), Part::id);
        new RecordBounds(r, (holds, path, fault, value) -> require(holds, path, fault, String.valueOf(value))).check();
        require(
                !r.positions().isEmpty() && r.positions().size() <= MOST_POSITIONS,
                "positions",
                "must be 1 to 256",
                "" + r.positions().size());
        require(
                r.access().parts().size() <= AccessGraph.MOST_PARTS,
                "access.parts",
                "must be at most " + AccessGraph.MOST_PARTS,
                "" + r.access().parts().size());
        controller(r.controller(), "controller");
        otherControllers(r);
        for (int i = 0; i < r.channels().size(); i++) {
            Channel c = r.channels().get(i);
            require(
                    r.processors().contains(c.processor()),
                    "channels[" + i + "].processor",
                    "unknown processor",
                    c.processor());
        }
        for (int i = 0; i < r.positions().size(); i++) {
            position(r, r.positions().get(i), "positions[" + i + "]", channels, parts);
        }
        bays(r, parts);
        for (int i = 0; i < r.access().parts().size(); i++) {
            for (String need : r.access().parts().get(i).needsOff()) {
                require(parts.contains(need), "access.parts[" + i + "].needsOff", "unknown part", need);
            }
            for (String raised : r.access().parts().get(i).raises()) {
                require(
                        parts.contains(raised)
                                && !raised.equals(r.access().parts().get(i).id()),
                        "access.parts[" + i + "].raises",
                        "must be another part",
                        raised);
            }
        }
        access(r.access(), parts);
        for (int i = 0; i < r.limits().size(); i++) {
            LimitClaim l = r.limits().get(i);
            require(
                    l.isWhole(),
                    "limits[" + i + "]",
                    "lacks its figure",
                    l.quantity().name());
        }
    }

    private void bays(MachineRecord r, Set<String> parts) {
        unique("bays", r.bays(), Bay::id);
        require(
                r.bays().size() <= Bay.MOST,
                "bays",
                "must be at most " + Bay.MOST,
                "" + r.bays().size());
        for (int i = 0; i < r.bays().size(); i++) {
            Bay b = r.bays().get(i);
            String path = "bays[" + i + "]";
            require(!r.hasPosition(b.id()), path + ".id", "is a position's too", b.id());
            require(
                    b.id().matches("[A-Za-z0-9][A-Za-z0-9._-]{0,63}")
                            && !b.label().isBlank()
                            && b.label().length() <= 60,
                    path,
                    "must have an id, and a label of 60 characters at most",
                    b.id());
            require(
                    b.access().size() <= 8,
                    path + ".access",
                    "must be 8 ways at most",
                    "" + b.access().size());
            for (Set<String> way : b.access()) {
                for (String part : way) {
                    require(parts.contains(part), path + ".access", "unknown part", part);
                }
            }
        }
    }

    private void controller(Controller c, String path) {
        require(!c.steps().isEmpty(), path + ".steps", "must name a rate", "");
        require(c.ways().contains(1), path + ".ways", "must contain 1", c.ways().toString());
        for (var step : c.steps()) {
            require(
                    Rates.clockPeriodPs(c.generation(), step).isPresent(),
                    path + ".steps",
                    "no rate of " + c.generation(),
                    step.toString());
        }
    }

    /** Each has a name of its own, and is for the same sockets. */
    private void otherControllers(MachineRecord r) {
        Set<String> named = new HashSet<>(Set.of(r.controller().name().toUpperCase(Locale.ROOT)));
        for (int i = 0; i < r.otherControllers().size(); i++) {
            Controller c = r.otherControllers().get(i);
            String path = "otherControllers[" + i + "]";
            require(named.add(c.name().toUpperCase(Locale.ROOT)), path + ".name", "is named twice", c.name());
            require(
                    c.generation() == r.controller().generation(),
                    path + ".generation",
                    "other generation than the usual controller",
                    c.generation().name());
            controller(c, path);
        }
    }

    /** That it can be opened, and closed again. */
    private void access(AccessGraph graph, Set<String> parts) {
        List<String> circles = graph.circles();
        circles.forEach(c -> fault("access.parts", "needs itself in a circle", c));
        for (int i = 0; i < graph.closing().size(); i++) {
            Precedence p = graph.closing().get(i);
            String path = "access.closing[" + i + "]";
            require(parts.contains(p.first()), path + ".first", "unknown part", p.first());
            require(
                    parts.contains(p.then()) || p.then().equals(Precedence.TEST_START),
                    path + ".then",
                    "unknown part",
                    p.then());
        }
        if (circles.isEmpty()) {
            graph.closingCircles().forEach(c -> fault("access.closing", "waits for itself in a circle", c));
        }
        for (int i = 0; i < graph.parts().size(); i++) {
            part(graph, graph.parts().get(i), "access.parts[" + i + "]", parts);
        }
    }

    private void part(AccessGraph graph, Part part, String path, Set<String> parts) {
        require(!part.id().equals(Precedence.TEST_START), path + ".id", "is the name of the first start", part.id());
        unique(path + ".fasteners", part.fasteners(), Fastener::id);
        unique(path + ".catches", part.catches(), Catch::id);
        unique(path + ".connectors", part.connectors(), Connector::id);
        require(
                part.catches().stream().filter(Catch::start).count() <= 1,
                path + ".catches",
                "prying starts at one place",
                "");
        for (int i = 0; i < part.fasteners().size(); i++) {
            Optional<String> under = part.fasteners().get(i).hiddenUnder().filter(parts::contains);
            require(
                    under.isEmpty()
                            // One that is never turned may stay under what stays on: a drive's own screws under the
                            // drive.
                            || part.fasteners().get(i).role() == Fastener.Role.LEAVE_ALONE
                            || isOffBefore(graph, part, under.get()),
                    path + ".fasteners[" + i + "].hiddenUnder",
                    "lies under a part that does not come off first",
                    under.orElse(""));
        }
    }

    /** Whether a part is off before another one comes off, through all that lies over it. */
    private static boolean isOffBefore(AccessGraph graph, Part part, String before) {
        Set<String> seen = new HashSet<>();
        List<String> open = new ArrayList<>(part.needsOff());
        while (!open.isEmpty()) {
            String id = open.remove(open.size() - 1);
            if (seen.add(id)) {
                graph.part(id).ifPresent(p -> open.addAll(p.needsOff()));
            }
        }
        return seen.contains(before);
    }

    private void position(MachineRecord r, Position p, String path, Set<String> channels, Set<String> parts) {
        require(!p.channels().isEmpty(), path + ".channels", "must name a channel", p.id());
        for (String channel : p.channels()) {
            require(channels.contains(channel), path + ".channels", "unknown channel", channel);
        }
        for (Set<String> set : p.access()) {
            for (String part : set) {
                require(parts.contains(part), path + ".access", "unknown part", part);
            }
        }
        require(
                p.soldered().isPresent() != p.socket().isPresent(),
                path,
                "must be either a soldered bank or a socket",
                p.id());
        p.soldered()
                .ifPresent(s -> require(
                        s.generation() == r.controller().generation(),
                        path + ".soldered",
                        "other generation than the controller",
                        s.generation().name()));
        p.socket()
                .flatMap(Socket::lower)
                .ifPresent(l ->
                        require(r.hasPosition(l) && !l.equals(p.id()), path + ".socket.lower", "unknown position", l));
    }

    private <T> Set<String> unique(String path, List<T> items, Function<T, String> id) {
        Set<String> seen = new HashSet<>();
        for (String twice :
                items.stream().map(id).filter(i -> !seen.add(i)).distinct().toList()) {
            fault(path, "id is used twice", twice);
        }
        return seen;
    }

    private void require(boolean holds, String path, String fault, String value) {
        if (!holds) {
            fault(path, fault, value);
        }
    }

    private void fault(String path, String fault, String value) {
        faults.add(new Fault(path, fault, value));
    }
}
