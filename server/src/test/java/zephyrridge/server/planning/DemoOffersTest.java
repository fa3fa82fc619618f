package zephyrridge.server.planning;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import zephyrridge.core.plan.Criteria;
import zephyrridge.core.plan.Offer;
import zephyrridge.core.plan.Outcome;
import zephyrridge.core.plan.PlanInstances;
import zephyrridge.core.plan.PlanOption;
import zephyrridge.core.plan.PlanTask;
import zephyrridge.core.plan.Planner;
import zephyrridge.core.plan.Selection;
import zephyrridge.server.TestServer;
import zephyrridge.server.job.Jobs;

/** The demo's sheets are worth having: each kind of line in them changes what is shown for some machine of the demo. */
@ExtendWith(TestServer.class)
class DemoOffersTest {
    private static final List<Long> JOBS = List.of(1L, 2L, 3L, 4L, 6L, 8L);

    private static PlanTask with(PlanTask t, List<Offer> offers, boolean drawer) {
        return PlanInstances.with(t, drawer ? t.drawer() : List.of(), offers);
    }

    private static List<Criteria> front(PlanTask task) {
        Outcome outcome = Planner.plan(task);
        return outcome.front().stream().map(PlanOption::criteria).toList();
    }

    @Test
    void eachKindOfLineChangesWhatIsShown(TestServer.Running server) {
        PlanTasks tasks = server.bean(PlanTasks.class);
        Jobs jobs = server.bean(Jobs.class);
        Map<String, Predicate<Offer>> kinds = new HashMap<>();
        kinds.put("a kit of two", o -> o.pieces() == 2);
        kinds.put("a kit of four", o -> o.pieces() == 4);
        kinds.put("the last one", o -> o.stock() == 1);
        kinds.put("cannot go back", o -> o.returnDays().isEmpty());
        kinds.put("late", o -> o.leadDays() >= 5);
        Map<String, Integer> changed = new HashMap<>();
        for (long id : JOBS) {
            PlanTask task = tasks.of(jobs.get(id, "wren"));
            for (boolean drawer : new boolean[] {true, false}) {
                List<Criteria> all = front(with(task, task.offers(), drawer));
                kinds.forEach((name, which) -> {
                    List<Offer> without =
                            task.offers().stream().filter(which.negate()).toList();
                    if (!front(with(task, without, drawer)).equals(all)) {
                        changed.merge(name, 1, Integer::sum);
                    }
                });
            }
        }
        assertThat(changed.keySet()).as("%s", changed).isEqualTo(kinds.keySet());
    }

    /** Of near-duplicates only the better line is ever bought. */
    @Test
    void nearDuplicatesDoNotMultiply(TestServer.Running server) {
        PlanTasks tasks = server.bean(PlanTasks.class);
        PlanTask task = tasks.of(server.bean(Jobs.class).get(2, "wren"));
        List<PlanOption> front = Planner.plan(task).front();
        assertThat(front).extracting(PlanOption::criteria).doesNotHaveDuplicates();
        Optional<PlanOption> recommended =
                Selection.of(task, front, task.target()).recommended();
        assertThat(recommended).isPresent();
        assertThat(task.offers().size()).isGreaterThan(100);
    }
}
