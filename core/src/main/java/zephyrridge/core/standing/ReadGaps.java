package zephyrridge.core.standing;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.machine.Position;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.GateFinding;
import zephyrridge.core.unit.Unit;

/** What Read lacks. */
final class ReadGaps {
    private ReadGaps() {}

    /**
     * What keeps the machine from being known well enough for a plan: something was read, the totals agree, and each socket without a
     * module was seen empty, unless a total that was read leaves no room for more.
     */
    static List<Gap> of(Unit unit, Bench bench, LayoutEvaluation found) {
        List<Gap> gaps = new ArrayList<>();
        if (!AsFound.isRead(bench, unit) || found.installed().isZero()) {
            gaps.add(new Gap(
                    unit.before().total().isPresent() && found.installed().isZero()
                            ? Gap.Kind.ONLY_TOTAL
                            : Gap.Kind.NOTHING_READ,
                    ""));
            return gaps;
        }
        List<Finding> totals = Gates.reading(unit, bench, found);
        for (Finding f : totals) {
            if (f.detail() instanceof GateFinding.Pointed p) {
                return List.of(new Gap(Gap.Kind.TOTAL_POINTS, p.position()));
            }
            if (f.detail() instanceof GateFinding.Among a) {
                return List.of(new Gap(Gap.Kind.TOTAL_AMONG, String.join(", ", a.positions())));
            }
            if (f.severity() != Severity.NOTE) {
                gaps.add(new Gap(Gap.Kind.TOTAL_DIFFERS, ""));
            }
        }
        if (gaps.isEmpty() && unit.isTakenAlike() && unit.before().total().isEmpty()) {
            return List.of(new Gap(Gap.Kind.ALIKE_ONLY, ""));
        }
        Set<String> unknown = AsFound.unknown(bench, unit);
        if (!unknown.isEmpty()) {
            gaps.add(new Gap(
                    Gap.Kind.SOCKETS_NOT_SEEN,
                    bench.record().positions().stream()
                            .filter(p -> unknown.contains(p.id()))
                            .map(Position::label)
                            .collect(Collectors.joining(", "))));
        }
        return gaps;
    }
}
