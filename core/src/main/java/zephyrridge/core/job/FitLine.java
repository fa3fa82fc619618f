package zephyrridge.core.job;

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

/**
 * What happens at one position when the plan is carried out.
 *
 * @param out module that comes out; {@code in} module that goes in
 * @param lowerFirst the lower position of a stacked socket that must be done before this one
 */
public record FitLine(
        Position position, Optional<JobModule> out, Optional<JobModule> in, Optional<Position> lowerFirst) {

    /**
     * What would go wrong if this line were ticked off now.
     *
     * @param fitted positions that are done; {@code seen} the tag or label read at the socket, if it was
     */
    public List<Finding> mistakes(Set<String> fitted, Optional<String> seen) {
        List<Finding> found = new ArrayList<>();
        Subject here = Subject.position(position.id());
        lowerFirst
                .filter(lower -> !fitted.contains(lower.id()))
                .ifPresent(lower -> found.add(Finding.of(
                        GateFinding.FIT_LOWER_FIRST,
                        Severity.STOP,
                        here,
                        new GateFinding.Order(position.label(), lower.label()),
                        new Evidence.RecordEntry("positions." + position.id() + ".socket.lower", lower.id(), ""))));
        String read = seen.map(String::strip).orElse("");
        if (!read.isEmpty() && !in.map(m -> m.answersTo(read)).orElse(false)) {
            found.add(Finding.of(
                    GateFinding.FIT_WRONG_MODULE,
                    Severity.STOP,
                    here,
                    new GateFinding.Wrong(
                            position.label(),
                            read,
                            in.map(m -> m.tag().orElse(m.labelLine())).orElse("no module")),
                    new Evidence.Word("scanned", read)));
        }
        return found;
    }

    /** The lines of a plan in fitting order: the lower of a stacked pair first, then as each channel wants to be filled. */
    public static List<FitLine> of(MachineRecord record, JobState job) {
        Map<String, String> planned = job.plannedModules();
        List<Position> changed = new ArrayList<>(record.positions().stream()
                .filter(p ->
                        !planned.getOrDefault(p.id(), "").equals(job.asFound().getOrDefault(p.id(), "")))
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
            lines.add(new FitLine(
                    next,
                    module(job, job.asFound(), next),
                    module(job, planned, next),
                    lines.stream()
                            .map(FitLine::position)
                            .filter(done -> lower(next).map(done.id()::equals).orElse(false))
                            .findFirst()));
        }
        return List.copyOf(lines);
    }

    private static Optional<String> lower(Position p) {
        return p.socket().flatMap(Socket::lower);
    }

    private static Optional<JobModule> module(JobState job, Map<String, String> layout, Position p) {
        return Optional.ofNullable(layout.get(p.id())).map(job.modules()::get);
    }
}
