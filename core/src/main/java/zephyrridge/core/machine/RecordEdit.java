package zephyrridge.core.machine;

import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import zephyrridge.core.access.AccessGraph;
import zephyrridge.core.access.Caution;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.Part;

/** A record as another one. */
public final class RecordEdit {
    private RecordEdit() {}

    /** The same machine under another name: a sister model. */
    public static MachineRecord renamed(MachineRecord r, String id, String maker, String model, String variant) {
        return new MachineRecord(
                id,
                maker,
                model,
                variant,
                r.kind(),
                r.processors(),
                r.controller(),
                r.otherControllers(),
                r.channels(),
                r.positions(),
                r.access(),
                r.start(),
                r.limits(),
                r.bays());
    }

    private static final String OWN_BENCH = "own bench";

    /**
     * With what was learned added; nothing that stands there is taken away. Seconds that were measured take the place of those that
     * stood there, and the source says so.
     *
     * @throws NoSuchElementException naming the part or position when the record has none of that name
     */
    public static MachineRecord learned(MachineRecord r, Lesson lesson) {
        return switch (lesson.topic()) {
            case HOW_OFF, HOW_ON, BROKE, MINUTES -> withPart(r, lesson);
            case KEY_SIDE -> withKeySide(r, lesson);
            case SIGNAL -> r.withStart(new StartBehaviour(
                    r.start().needsMains(),
                    r.start().asksForKey(),
                    r.start().losesClock(),
                    r.start().coverOffSafe(),
                    Stream.concat(r.start().signals().stream(), Stream.of(lesson.text()))
                            .distinct()
                            .toList(),
                    r.start().firstStartSeconds()));
            case FIRST_START -> r.withStart(new StartBehaviour(
                    r.start().needsMains(),
                    r.start().asksForKey(),
                    r.start().losesClock(),
                    r.start().coverOffSafe(),
                    r.start().signals(),
                    lesson.on()));
        };
    }

    private static MachineRecord withPart(MachineRecord r, Lesson lesson) {
        r.access()
                .part(lesson.about())
                .orElseThrow(() -> new NoSuchElementException("no part " + lesson.about() + " in " + r.id()));
        return withParts(r, p -> p.id().equals(lesson.about()) ? taught(p, lesson) : p);
    }

    private static MachineRecord withParts(MachineRecord r, UnaryOperator<Part> change) {
        AccessGraph access = r.access();
        return r.withAccess(new AccessGraph(
                access.restsOn(), access.parts().stream().map(change).toList(), access.closing(), access.outlines()));
    }

    /**
     * With screws that were drawn where they were seen; one that is drawn there already is the same one. What speaks of parts that the
     * record does not have is passed over.
     *
     * @param screws by part
     */
    public static MachineRecord withScrews(MachineRecord r, Map<String, List<Fastener>> screws) {
        if (screws.isEmpty()) {
            return r;
        }
        return withParts(r, p -> {
            List<Fastener> more = unknown(p, screws.getOrDefault(p.id(), List.of()));
            return more.isEmpty()
                    ? p
                    : p.withFasteners(
                            Stream.concat(p.fasteners().stream(), more.stream()).toList());
        });
    }

    /** Those of the screws that the part does not have. */
    public static List<Fastener> unknown(Part part, List<Fastener> screws) {
        return screws.stream()
                .filter(s -> part.fasteners().stream().noneMatch(s::isAt))
                .toList();
    }

    private static Part taught(Part p, Lesson lesson) {
        boolean off = lesson.topic() == Lesson.Topic.HOW_OFF || lesson.topic() == Lesson.Topic.BROKE;
        List<Caution> cautions =
                lesson.topic() == Lesson.Topic.BROKE && !p.cautions().contains(Caution.RESISTANCE)
                        ? Stream.concat(p.cautions().stream(), Stream.of(Caution.RESISTANCE))
                                .toList()
                        : p.cautions();
        return new Part(
                p.id(),
                p.name(),
                p.kind(),
                p.side(),
                p.needsOff(),
                p.fasteners(),
                off ? joined(p.how(), lesson.text()) : p.how(),
                lesson.off().orElse(p.secondsOff()),
                lesson.on().orElse(p.secondsOn()),
                cautions,
                p.source().contains(OWN_BENCH) ? p.source() : joined(p.source(), OWN_BENCH),
                p.catches(),
                p.connectors(),
                lesson.topic() == Lesson.Topic.HOW_ON ? joined(p.howOn(), lesson.text()) : p.howOn(),
                p.checks(),
                p.raises());
    }

    private static String joined(String before, String more) {
        return before.isBlank() ? more : before.contains(more) ? before : before + "; " + more;
    }

    private static MachineRecord withKeySide(MachineRecord r, Lesson lesson) {
        Position at = r.position(lesson.about());
        Socket s = at.socket()
                .orElseThrow(() -> new NoSuchElementException("no socket " + lesson.about() + " in " + r.id()));
        Position next = new Position(
                at.id(),
                at.label(),
                at.channels(),
                at.formFactor(),
                at.soldered(),
                Optional.of(new Socket(
                        lesson.text(),
                        s.angleFrom(),
                        s.angleTo(),
                        s.lower(),
                        s.turned(),
                        s.latches(),
                        s.clearanceMillimetres(),
                        s.screws(),
                        s.colour())),
                at.fillOrder(),
                at.carrier(),
                at.access(),
                Provenance.OWN_BENCH);
        return r.withPositions(r.positions().stream()
                .map(p -> p.id().equals(at.id()) ? next : p)
                .toList());
    }

    /** Without a position; a socket that was stacked above it stands on the board then. */
    public static MachineRecord without(MachineRecord r, String position) {
        return r.withPositions(r.positions().stream()
                .filter(p -> !p.id().equals(position))
                .map(p -> p.socket()
                        .filter(s -> s.lower().filter(position::equals).isPresent())
                        .map(s -> new Position(
                                p.id(),
                                p.label(),
                                p.channels(),
                                p.formFactor(),
                                p.soldered(),
                                Optional.of(new Socket(
                                        s.keySide(),
                                        s.angleFrom(),
                                        s.angleTo(),
                                        Optional.empty(),
                                        s.turned(),
                                        s.latches(),
                                        s.clearanceMillimetres(),
                                        s.screws(),
                                        s.colour())),
                                p.fillOrder(),
                                p.carrier(),
                                p.access(),
                                p.provenance()))
                        .orElse(p))
                .toList());
    }
}
