package zephyrridge.core.layout;

import java.util.List;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.machine.Position;

/** A channel is filled in the order its board wants: far slot first on daisy chains, colours by the board's own table. */
final class FillingOrderRule implements LayoutRule {
    @Override
    public Rule rule() {
        return Rule.FILLING_ORDER;
    }

    @Override
    public Verdict check(Facts f, List<Finding> out) {
        boolean choice = false;
        boolean broken = false;
        for (int c = 0; c < f.count.length; c++) {
            Position empty = null;
            for (int p : f.machine.positionsOf[c]) {
                Position position = f.position(p);
                if (position.isSoldered() || f.missing(p) != null) {
                    continue;
                }
                if (f.modules[p] == null) {
                    empty = empty == null ? position : empty;
                    choice = true;
                } else if (empty != null && empty.fillOrder() < position.fillOrder()) {
                    broken = true;
                    out.add(Finding.of(
                            LayoutFinding.FILL_ORDER,
                            Severity.RISK,
                            Subject.position(position.id()),
                            new LayoutFinding.Order(f.machine.channelIds[c], position.label(), empty.label()),
                            new Evidence.RecordEntry(
                                    "positions." + position.id() + ".fillOrder",
                                    String.valueOf(position.fillOrder()),
                                    f.machine.record.name())));
                    break;
                }
            }
        }
        return broken ? Verdict.VIOLATED : choice ? Verdict.SATISFIED : Verdict.NOT_APPLICABLE;
    }
}
