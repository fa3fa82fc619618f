package zephyrridge.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import zephyrridge.core.plan.Criteria;
import zephyrridge.core.plan.PlanInstances;
import zephyrridge.core.plan.PlanTask;
import zephyrridge.core.plan.Planner;

/** The same front as a general constraint solver (Choco), on small machines with kits, stock, soldered banks, unequal channels and caps. */
class SolverComparisonTest {
    private static final int INSTANCES = Integer.getInteger("zephyr.instances", 50);

    @Test
    void theSameFrontAsAGeneralSolver() {
        int layouts = 0;
        for (int i = 0; i < INSTANCES; i++) {
            PlanTask task = PlanInstances.small(50_000 + i);
            Set<Criteria> ours = new HashSet<>();
            Planner.plan(task).front().forEach(o -> ours.add(o.criteria()));
            assertThat(SolverModel.front(task)).as("instance %d", i).isEqualTo(ours);
            layouts += ours.size();
        }
        // Worth something only where there is something to compare.
        assertThat(layouts).isGreaterThan(INSTANCES);
    }
}
