package zephyrridge.core.opening;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Stamp;
import zephyrridge.core.now.Now;
import zephyrridge.core.unit.Unit;

/** One round as it goes onto paper: from a closed machine to a closed machine. */
public record SheetRound(Round round, List<WorkStep> opening, List<FitLine> lines, List<WorkStep> closing) {
    /** The rounds of a job in order; those that come later leave off what they need. */
    public static List<SheetRound> of(Bench bench, Unit unit, List<Round> rounds, List<FitLine> lines) {
        List<SheetRound> sheets = new ArrayList<>();
        Now now = Now.asFound(unit);
        for (int i = 0; i < rounds.size(); i++) {
            Round round = rounds.get(i);
            List<WorkStep> opening = WorkSteps.opening(bench, unit, now, round.positions());
            for (WorkStep s : opening) {
                if (!s.done()) {
                    now = now.after(
                            new Entry.Stepped(Stamp.NOBODY, WorkStep.did(s.id()).orElseThrow(), WorkStep.part(s.id())));
                }
            }
            Set<String> later = new HashSet<>();
            rounds.subList(i + 1, rounds.size()).forEach(r -> later.addAll(r.positions()));
            List<WorkStep> closing = WorkSteps.closing(bench, unit, now, later, false).stream()
                    .filter(s -> !s.done())
                    .toList();
            for (WorkStep s : closing) {
                if (s.kind() == WorkStep.Kind.PUT_BACK) {
                    now = now.after(new Entry.Stepped(Stamp.NOBODY, Entry.Did.PUT_BACK, WorkStep.part(s.id())));
                }
            }
            sheets.add(new SheetRound(
                    round,
                    opening.stream().filter(s -> !s.done()).toList(),
                    lines.stream()
                            .filter(l -> round.positions().contains(l.position().id()))
                            .toList(),
                    closing));
        }
        return sheets;
    }
}
