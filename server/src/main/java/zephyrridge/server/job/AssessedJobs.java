package zephyrridge.server.job;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.Optional;
import org.springframework.stereotype.Component;
import zephyrridge.core.house.HouseRules;
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

    /** What the shop has decided and knows: the same for all that is worked out at one look. */
    private record Ground(HouseRules house, LimitKnowledge known) {}

    /** @param bare the machine as its record and the house have it, the very one */
    private record From(String state, Order order, Machines.Ready bare, Ground ground) {
        boolean same(From other) {
            return bare == other.bare
                    && state.equals(other.state)
                    && order.equals(other.order)
                    && ground.known.equals(other.ground.known);
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
        From from = from(row, row.state(), work, ground(row));
        Assessed now = sameWork && before.from.same(from)
                ? before.job
                : Assessed.of(work, from.bare.knowing(from.ground.known));
        kept.put(row.id(), new Kept(from, now));
        return now;
    }

    /**
     * What the job of a row, which was looked at just before, comes to with other work; at hand for when it is kept so.
     *
     * @param state the work as it will be stored
     */
    Assessed next(JobRow row, Work work, String state) {
        Ground ground = Optional.ofNullable(kept.getIfPresent(row.id()))
                .map(k -> k.from.ground)
                .orElseGet(() -> ground(row));
        From from = from(row, state, work, ground);
        Assessed next = Assessed.of(work, from.bare.knowing(ground.known));
        kept.put(row.id(), new Kept(from, next));
        return next;
    }

    private Ground ground(JobRow row) {
        return new Ground(machines.rules(), limits.of(row.machineId()));
    }

    private From from(JobRow row, String state, Work work, Ground ground) {
        return new From(
                state,
                work.order(),
                machines.get(row.machineId(), row.machineVersion(), work.unit(), ground.house),
                ground);
    }
}
