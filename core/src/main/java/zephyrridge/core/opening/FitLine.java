package zephyrridge.core.opening;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.Socket;
import zephyrridge.core.now.Now;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;

/**
 * A difference between the plan and what is in the machine, or one that was there and is done.
 *
 * @param out module that comes out, or came; {@code in} module that goes in, or went
 * @param lowerFirst the lower position of a stacked socket that must be done before this one
 * @param over the upper socket of a stack that is filled: its module comes out first, to the tray, and goes back by a line of its own
 * @param done whether what is in it now is what the plan has there
 */
public record FitLine(
        Position position,
        Optional<JobModule> out,
        Optional<JobModule> in,
        Optional<Position> lowerFirst,
        Optional<Position> over,
        boolean done) {

    /**
     * What would go wrong if this line were done now.
     *
     * @param all lines of the plan; {@code inIt} module by position as things stand; {@code seen} the tag or label read at the
     *     socket, if it was
     */
    public List<Finding> mistakes(
            List<FitLine> all, Map<String, String> inIt, Map<String, String> plan, Optional<String> seen) {
        List<Finding> found = new ArrayList<>();
        Subject here = Subject.position(position.id());
        lowerFirst
                .filter(lower -> !inIt.getOrDefault(lower.id(), "").equals(plan.getOrDefault(lower.id(), "")))
                .ifPresent(lower -> found.add(Finding.of(
                        GateFinding.FIT_LOWER_FIRST,
                        Severity.STOP,
                        here,
                        new GateFinding.Order(position.label(), lower.label()),
                        new Evidence.RecordEntry("positions." + position.id() + ".socket.lower", lower.id(), ""))));
        String read = seen.map(String::strip).orElse("");
        if (!read.isEmpty() && !in.map(m -> m.answersTo(read)).orElse(false)) {
            Optional<FitLine> belongs = all.stream()
                    .filter(l ->
                            !l.done() && l.in().filter(m -> m.answersTo(read)).isPresent())
                    .findFirst();
            found.add(Finding.of(
                    belongs.isPresent() ? GateFinding.FIT_WRONG_POSITION : GateFinding.FIT_WRONG_MODULE,
                    Severity.STOP,
                    here,
                    new GateFinding.Wrong(
                            position.label(),
                            read,
                            belongs.map(l -> l.position().label())
                                    .orElseGet(() -> in.map(m -> m.tag().orElse(m.labelLine()))
                                            .orElse("-"))),
                    new Evidence.Word("scanned", read)));
        }
        return found;
    }

    /** How the notch lies to where it belongs. */
    public enum Notch {
        AS_IT_BELONGS,
        OTHER_WAY
    }

    /** A module that is held the other way round, before force is used. */
    public List<Finding> turned(Optional<Notch> notch) {
        return notch.filter(n -> n == Notch.OTHER_WAY).isEmpty() || in.isEmpty()
                ? List.of()
                : List.of(Finding.of(
                        GateFinding.FIT_WRONG_WAY,
                        Severity.STOP,
                        Subject.position(position.id()),
                        new GateFinding.Way(
                                position.label(),
                                position.socket().map(Socket::keySide).orElse("")),
                        new Evidence.RecordEntry(
                                "positions." + position.id() + ".socket.keySide",
                                position.socket().map(Socket::keySide).orElse(""),
                                "")));
    }

    /** A compression module whose screws are not all tight: its contacts are pressed unevenly. */
    public List<Finding> loose(int tight) {
        int wanted =
                in.isEmpty() ? 0 : position.socket().map(x -> x.screws().size()).orElse(0);
        return tight >= wanted
                ? List.of()
                : List.of(Finding.of(
                        GateFinding.FIT_SCREWS_LOOSE,
                        Severity.STOP,
                        Subject.position(position.id()),
                        new GateFinding.Counted(position.label(), tight, wanted),
                        new Evidence.RecordEntry(
                                "positions." + position.id() + ".socket.screws", String.valueOf(wanted), "")));
    }

    /** The same module in all lines of a carrier, and what was read is one of them. */
    public static List<Finding> alike(String carrier, List<FitLine> lines, Optional<String> seen) {
        List<JobModule> in = lines.stream().flatMap(l -> l.in().stream()).toList();
        String read = seen.map(String::strip).orElse("");
        Optional<JobModule> other =
                in.stream().filter(m -> !m.spec().equals(in.get(0).spec())).findFirst();
        boolean answers = read.isEmpty() || in.stream().anyMatch(m -> m.answersTo(read));
        if (other.isEmpty() && answers) {
            return List.of();
        }
        return List.of(wrong(
                GateFinding.FIT_WRONG_MODULE,
                lines.get(0).position(),
                carrier,
                other.map(JobModule::labelLine).orElse(read),
                in.get(0).labelLine()));
    }

    public static Finding counted(String carrier, int count, int wanted) {
        return Finding.of(
                GateFinding.FIT_COUNT,
                Severity.STOP,
                new Subject(Subject.Kind.JOB, ""),
                new GateFinding.Counted(carrier, count, wanted),
                new Evidence.Word("counted", String.valueOf(count)));
    }

    /** A module of another kind, key, form or voltage than the socket. */
    public static Finding cannotGoIn(Position position, JobModule module) {
        return wrong(
                GateFinding.FIT_CANNOT_GO_IN,
                position,
                position.label(),
                module.labelLine(),
                position.formFactor().name());
    }

    private static Finding wrong(GateFinding code, Position position, String at, String seen, String wanted) {
        return Finding.of(
                code,
                Severity.STOP,
                Subject.position(position.id()),
                new GateFinding.Wrong(at, seen, wanted),
                new Evidence.Word("seen", seen));
    }

    /** The lines of the plan on the table in fitting order: the lower of a stacked pair first, then as each channel wants to be filled. */
    public static List<FitLine> of(MachineRecord record, Unit unit, Now now) {
        Map<String, String> planned = unit.plannedModules();
        Map<String, String> inIt = now.inIt();
        List<Position> changed = new ArrayList<>(record.positions().stream()
                .filter(p -> !p.isSoldered())
                .filter(p -> differs(p, planned, unit.asFound()) || differs(p, planned, inIt))
                .sorted(Comparator.comparingInt(Position::fillOrder))
                .toList());
        Set<String> waiting = new HashSet<>(changed.stream().map(Position::id).toList());
        List<FitLine> lines = new ArrayList<>();
        while (!changed.isEmpty()) {
            // A record's stack has no circles; should one be there, the order of filling decides.
            Position next = changed.stream()
                    .filter(p -> lower(p).map(l -> !waiting.contains(l)).orElse(true))
                    .findFirst()
                    .orElse(changed.get(0));
            changed.remove(next);
            waiting.remove(next.id());
            boolean done = !differs(next, planned, inIt);
            lines.add(new FitLine(
                    next,
                    module(unit, done ? unit.asFound() : inIt, next),
                    module(unit, planned, next),
                    lines.stream()
                            .map(FitLine::position)
                            .filter(before ->
                                    lower(next).map(before.id()::equals).orElse(false))
                            .findFirst(),
                    done ? Optional.empty() : record.over(next.id()).filter(u -> inIt.containsKey(u.id())),
                    done));
        }
        return List.copyOf(lines);
    }

    private static boolean differs(Position p, Map<String, String> a, Map<String, String> b) {
        return !a.getOrDefault(p.id(), "").equals(b.getOrDefault(p.id(), ""));
    }

    private static Optional<String> lower(Position p) {
        return p.socket().flatMap(Socket::lower);
    }

    private static Optional<JobModule> module(Unit unit, Map<String, String> layout, Position p) {
        return Optional.ofNullable(layout.get(p.id())).map(unit.modules()::get);
    }
}
