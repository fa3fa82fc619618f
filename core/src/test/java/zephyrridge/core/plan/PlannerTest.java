package zephyrridge.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** The planner against every layout of small machines, and its outcomes. */
class PlannerTest {
    /** The same front as looking at everything: kits, stock, soldered banks, unequal channels, rate tables, trials, budgets, days. */
    @Test
    void theSameFrontAsLookingAtEverything() {
        Map<String, Integer> seen = new HashMap<>();
        for (int seed = 0; seed < 400; seed++) {
            PlanTask task = PlanInstances.small(seed);
            Outcome outcome = Planner.plan(task);
            Set<Criteria> ours = new HashSet<>();
            outcome.front().forEach(o -> ours.add(o.criteria()));
            assertThat(ours).as("instance %d", seed).isEqualTo(new HashSet<>(new NaivePlanner(task).front()));
            seen.merge(outcome.getClass().getSimpleName(), 1, Integer::sum);
            outcome.front().forEach(o -> {
                seen.merge(o.houseRule().name(), 1, Integer::sum);
                o.pieces().values().forEach(p -> seen.merge(p.from().name(), 1, Integer::sum));
                seen.merge(o.limits().limitClass().name(), 1, Integer::sum);
            });
        }
        assertThat(seen)
                .containsKeys(
                        "Optimal",
                        "Infeasible",
                        "OWN",
                        "DRAWER",
                        "OFFER",
                        "NONE",
                        "WITHIN_OFFICIAL",
                        "ALLOWED_UNPROVEN",
                        "DOUBTFUL",
                        "PROVEN_HERE");
    }

    @Test
    void whatAnOptionSaysAddsUp() {
        for (int seed = 0; seed < 120; seed++) {
            PlanTask task = PlanInstances.small(seed);
            for (PlanOption o : Planner.plan(task).front()) {
                Map<String, Long> packs = new HashMap<>();
                o.bought().forEach(b -> {
                    packs.put(b.offer().id(), (long) b.packs() * b.offer().pieces());
                    assertThat(b.packs()).isBetween(1, b.offer().stock());
                });
                o.pieces().values().stream()
                        .filter(p -> p.from() == PlanOption.From.OFFER)
                        .forEach(p -> packs.merge(p.id(), -1L, Long::sum));
                assertThat(packs.values()).allMatch(left -> left >= 0);
                List<String> used = o.pieces().values().stream()
                        .filter(p -> p.from() != PlanOption.From.OFFER)
                        .map(PlanOption.Piece::id)
                        .toList();
                assertThat(used).doesNotHaveDuplicates();
                assertThat(o.pulled()).noneMatch(used::contains);
                assertThat(o.quote().minor())
                        .isEqualTo(Math.round((o.purchases().minor()
                                        + o.drawer().minor()
                                        + (o.criteria().minutes() == 0
                                                ? 0
                                                : o.labour().minor()))
                                * 1.2));
                var e = task.evaluator().evaluate(o.layout(), task.asFound(), task.host());
                assertThat(e.usable().mebibytes()).isEqualTo(o.criteria().usableMib());
            }
        }
    }

    @Test
    void stopsWhenItIsToldTo() {
        PlanTask task = PlanInstances.market(2, 2, 40, 60, 2000, 3);
        Outcome stopped = Planner.plan(task, Planner.NODES, () -> true);
        assertThat(stopped).isInstanceOf(Outcome.Stopped.class);
        Outcome cut = Planner.plan(task, 2_000, () -> false);
        assertThat(cut).isInstanceOf(Outcome.BestFound.class);
        Outcome.BestFound found = (Outcome.BestFound) cut;
        // What was not visited may be better, and by no more than this.
        Outcome whole = Planner.plan(task);
        assertThat(whole).isInstanceOf(Outcome.Optimal.class);
        for (PlanOption o : whole.front()) {
            for (Criteria.Of of : Criteria.Of.values()) {
                assertThat(o.criteria().worth(of))
                        .isLessThanOrEqualTo(found.stillPossible().get(of));
            }
        }
        assertThat(Planner.plan(task).front()).isEqualTo(whole.front());
    }

    @Test
    void whatCannotBeHadTogetherIsNamed() {
        int conflicts = 0;
        for (int seed = 0; seed < 400; seed++) {
            PlanTask task = PlanInstances.small(seed);
            if (Planner.plan(task) instanceof Outcome.Infeasible i
                    && !i.conflicting().contains(Outcome.Conflict.NOTHING_FITS)) {
                conflicts++;
                // Giving up any one of them is enough.
                for (Outcome.Conflict c : i.conflicting()) {
                    Target t = task.target();
                    Target less = new Target(
                            c == Outcome.Conflict.CAPACITY || !i.conflicting().contains(Outcome.Conflict.CAPACITY)
                                    ? zephyrridge.core.quantity.ByteSize.ZERO
                                    : t.atLeast(),
                            Optional.empty(),
                            c == Outcome.Conflict.BUDGET || !i.conflicting().contains(Outcome.Conflict.BUDGET)
                                    ? Optional.empty()
                                    : t.budget(),
                            c == Outcome.Conflict.READY || !i.conflicting().contains(Outcome.Conflict.READY)
                                    ? Optional.empty()
                                    : t.withinDays());
                    assertThat(Planner.plan(task.withTarget(less)).front())
                            .as("%d without %s", seed, c)
                            .isNotEmpty();
                }
            }
        }
        assertThat(conflicts).isGreaterThan(5);
    }

    /** A large machine, also with a carrier missing: like channels alike, the outcome says so, and what it says adds up. */
    @Test
    void aServerIsFilledInPatterns() {
        for (Set<String> absent : List.of(Set.<String>of(), Set.of("carrier-P1L"), Set.of("P2"))) {
            PlanTask whole = PlanInstances.server(13);
            Map<String, zephyrridge.core.module.ModuleSpec> own = new HashMap<>(whole.own());
            for (int p = 0; p < whole.asFound().size(); p++) {
                var position = whole.record().positions().get(p);
                boolean gone = position.carrier().filter(absent::contains).isPresent()
                        || whole.record().channels().stream()
                                .anyMatch(c ->
                                        c.id().equals(position.channels().get(0)) && absent.contains(c.processor()));
                if (gone) {
                    own.remove(position.id());
                }
            }
            PlanTask task = PlanInstances.with(whole, own, absent);
            Outcome outcome = Planner.plan(task);
            assertThat(outcome).isInstanceOf(Outcome.BestFound.class);
            assertThat(((Outcome.BestFound) outcome).within()).isEqualTo(Outcome.Within.PATTERNS);
            assertThat(outcome.front()).isNotEmpty();
            for (PlanOption o : outcome.front()) {
                var e = task.evaluator().evaluate(o.layout(), task.asFound(), task.host());
                assertThat(e.has(zephyrridge.core.finding.Severity.STOP)).isFalse();
                assertThat(e.usable().mebibytes()).isEqualTo(o.criteria().usableMib());
            }
        }
    }
}
