package zephyrridge.core.layout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import zephyrridge.core.RandomMachines;
import zephyrridge.core.Rounds;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.module.ModuleSpec;

/** Over random layouts: whatever is advised is done, the evaluator is asked, and what was promised is there. */
class LayoutAdviceTest {
    @Test
    void whatIsPromisedIsThere() {
        RandomMachines machines = new RandomMachines(3_11);
        Map<String, Integer> seen = new TreeMap<>();
        for (int i = 0; i < Rounds.of(1500); i++) {
            RandomMachines.Case c = machines.next();
            LayoutEvaluator evaluator = new LayoutEvaluator(c.record(), HouseRules.DEFAULT);
            LayoutEvaluation now = evaluator.evaluate(c.layout(), c.asFound(), c.host());
            for (Finding f : evaluator.advice(c.layout(), c.asFound(), c.host(), now)) {
                seen.merge(f.code().name(), 1, Integer::sum);
                Layout then =
                        switch ((LayoutFinding) f.code()) {
                            case ADVICE_FILL -> filled(c, (LayoutFinding.Fill) f.detail());
                            case ADVICE_WITHOUT -> without(c, ((LayoutFinding.Without) f.detail()).positions());
                            case ADVICE_LEAVE_EMPTY -> without(
                                    c, List.of(((LayoutFinding.LeaveEmpty) f.detail()).position()));
                            default -> throw new AssertionError(f.code());
                        };
                kept(f, evaluator.evaluate(then, c.asFound(), c.host()), "machine " + i + " " + f.detail());
            }
        }
        assertThat(seen).containsKeys("ADVICE_FILL", "ADVICE_WITHOUT", "ADVICE_LEAVE_EMPTY");
    }

    private static void kept(Finding f, LayoutEvaluation then, String what) {
        if (f.detail() instanceof LayoutFinding.Fill fill) {
            assertThat(then.widths()).as(what).anyMatch(w -> w.mean().equals(Optional.of(fill.to())));
            assertThat(fill.to()).as(what).isGreaterThan(fill.from());
        } else if (f.detail() instanceof LayoutFinding.Without w) {
            assertThat(then.rates()).as(what).anyMatch(r -> r.rate().equals(Optional.of(w.to())));
            assertThat(w.to()).as(what).isGreaterThan(w.from());
        } else {
            LayoutFinding.LeaveEmpty leave = (LayoutFinding.LeaveEmpty) f.detail();
            assertThat(then.findings())
                    .as(what)
                    .noneMatch(g -> g.code() == LayoutFinding.RANKS_EXCEEDED
                            && g.subject().id().equals(leave.channel()));
        }
    }

    private static Layout filled(RandomMachines.Case c, LayoutFinding.Fill fill) {
        ModuleSpec like = IntStream.range(0, c.layout().size())
                .filter(p -> !c.record().positions().get(p).isSoldered())
                .mapToObj(p -> c.layout().module(p))
                .flatMap(Optional::stream)
                .filter(m -> m.summary().equals(fill.module()))
                .findFirst()
                .orElseThrow();
        return c.layout().with(byLabel(c, fill.position()), like);
    }

    private static Layout without(RandomMachines.Case c, List<String> labels) {
        Layout rest = c.layout();
        for (String label : labels) {
            rest = rest.with(byLabel(c, label), null);
        }
        return rest;
    }

    private static int byLabel(RandomMachines.Case c, String label) {
        return IntStream.range(0, c.layout().size())
                .filter(p -> c.record().positions().get(p).label().equals(label))
                .findFirst()
                .orElseThrow();
    }
}
