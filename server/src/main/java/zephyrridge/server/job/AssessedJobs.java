package zephyrridge.server.job;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import org.springframework.stereotype.Component;
import zephyrridge.core.limit.LimitKnowledge;
import zephyrridge.core.unit.Order;
import zephyrridge.core.unit.Work;
import zephyrridge.server.document.Documents;
import zephyrridge.server.limit.Limits;
import zephyrridge.server.machine.Machines;

/**
 * Jobs as they were worked out last. What it was worked out from is kept beside it and compared: a job that did not change, on the same
 * record, rules and knowledge, is the same; so nothing has to be thrown away when anything changes, here or by another application.
 */
@Component
class AssessedJobs {
    private static final int AT_HAND = 100;

    /** @param bare the machine as its record and the house have it, the very one */
    private record From(String state, Order order, Machines.Ready bare, LimitKnowledge known) {
        boolean same(From other) {
            return bare == other.bare
                    && state.equals(other.state)
                    && order.equals(other.order)
                    && known.equals(other.known);
        }
    }

    private record Kept(From from, Assessed job) {}

    private final Machines machines;
    private final Limits limits;
    private final Documents documents;
    private final Cache<Long, Kept> kept =
            Caffeine.newBuilder().maximumSize(AT_HAND).build();

    AssessedJobs(Machines machines, Limits limits, Documents documents) {
        this.machines = machines;
        this.limits = limits;
        this.documents = documents;
    }

    /** The job of a row. */
    Assessed of(JobRow row) {
        Kept before = kept.getIfPresent(row.id());
        boolean sameWork =
                before != null && before.from.state.equals(row.state()) && before.from.order.equals(row.order());
        Work work = sameWork ? before.job.work() : new Work(row.order(), documents.unit(row.state()));
        From from = from(row, row.state(), work);
        if (sameWork && before.from.same(from)) {
            return before.job;
        }
        Assessed now = Assessed.of(work, from.bare.knowing(from.known));
        kept.put(row.id(), new Kept(from, now));
        return now;
    }

    /**
     * What the job of a row comes to with other work, at hand for when it is kept so.
     *
     * @param state the work as it will be stored
     */
    Assessed next(JobRow row, Work work, String state) {
        From from = from(row, state, work);
        Assessed next = Assessed.of(work, from.bare.knowing(from.known));
        kept.put(row.id(), new Kept(from, next));
        return next;
    }

    private From from(JobRow row, String state, Work work) {
        return new From(
                state,
                work.order(),
                machines.get(row.machineId(), row.machineVersion(), work.unit()),
                limits.of(row.machineId()));
    }
}
