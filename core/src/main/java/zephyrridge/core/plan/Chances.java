package zephyrridge.core.plan;

import java.util.HashMap;
import java.util.Map;
import java.util.function.Supplier;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.layout.Figures;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.limit.Judgement;

/** How likely layouts run. Where nothing was tried that names places, few things decide it, and each case of them is judged once. */
final class Chances {
    /** @param stops whether a finding forbids it */
    record Chance(int permille, boolean stops) {}

    private record Case(long installedMib, Reach reach) {}

    private static final Chance AT_BEST = new Chance(1000, false);

    private final PlanTask task;
    private final boolean plain;
    private final Map<Case, Chance> judged = new HashMap<>();

    Chances(PlanTask task) {
        this.task = task;
        plain = task.limits().isPlain();
    }

    /** The chance where its case was judged, else the best there is. */
    Chance known(GroupChoices.Choice[] path, long mib) {
        return plain ? judged.getOrDefault(caseOf(path, mib), AT_BEST) : AT_BEST;
    }

    Chance of(GroupChoices.Choice[] path, long mib, Supplier<Layout> layout, Figures f) {
        return plain ? judged.computeIfAbsent(caseOf(path, mib), c -> judge(layout.get(), f)) : judge(layout.get(), f);
    }

    private static Case caseOf(GroupChoices.Choice[] path, long mib) {
        Reach reach = Reach.NONE;
        for (GroupChoices.Choice c : path) {
            reach = reach.with(c.reach());
        }
        return new Case(mib, reach);
    }

    private Chance judge(Layout layout, Figures f) {
        Judgement j = task.limits().judge(layout, f, task.firmware(), task.processor());
        return new Chance(j.chance().permille(), j.findings().stream().anyMatch(x -> x.severity() == Severity.STOP));
    }
}
