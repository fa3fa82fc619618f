package zephyrridge.core.plan;

import java.util.List;
import java.util.Map;

/** What a search came to. */
public sealed interface Outcome {
    /** What keeps everything out. */
    enum Conflict {
        /** Nothing that can be had goes in at all. */
        NOTHING_FITS,
        CAPACITY,
        BUDGET,
        READY
    }

    List<PlanOption> front();

    /** Layouts none of which another beats, and there are no others. */
    record Optimal(List<PlanOption> front, long nodes) implements Outcome {}

    /**
     * What was found within a bound.
     *
     * @param within what was searched: patterns of channels, or so many nodes
     * @param stillPossible by criterion, the best that what was not visited could have
     */
    record BestFound(List<PlanOption> front, long nodes, Within within, Map<Criteria.Of, Long> stillPossible)
            implements Outcome {}

    enum Within {
        PATTERNS,
        NODES
    }

    /** @param conflicting one smallest set of wishes of which one has to be given up */
    record Infeasible(List<Conflict> conflicting, long nodes) implements Outcome {
        @Override
        public List<PlanOption> front() {
            return List.of();
        }
    }

    /** Somebody stopped it; what was found till then. */
    record Stopped(List<PlanOption> front, long nodes) implements Outcome {}
}
