package zephyrridge.server.job;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import zephyrridge.core.standing.Waits;
import zephyrridge.core.supply.Ask;
import zephyrridge.core.unit.Order;
import zephyrridge.core.unit.Work;
import zephyrridge.server.document.Documents;

/** Jobs by what their decided layouts need to have sent. */
@Component
public class PartsJobs {
    /** Who and what it is for, as an order tells of it. */
    public record Named(String machine, Order order, boolean closed) {}

    private final JobStore store;
    private final Documents documents;
    private final AssessedJobs assessed;

    PartsJobs(JobStore store, Documents documents, AssessedJobs assessed) {
        this.store = store;
        this.documents = documents;
        this.assessed = assessed;
    }

    /** Versions of the jobs that may wait for something that is sent, and of these others; by number. */
    public Map<Long, Long> versions(Set<Long> others) {
        return store.partsVersions(JobLists.MOST_OPEN, others);
    }

    /** What these jobs need, as they are now. */
    public List<Ask> asks(Set<Long> jobs) {
        return store.partsRows(jobs).stream()
                .map(r -> Ask.of(r.id(), r.order().promised(), waits(r), documents.unit(r.state())))
                .toList();
    }

    /** A machine that its owner has until its parts are here waits for them like any other. */
    private boolean waits(JobStore.PartsRow row) {
        if (row.waits() != Waits.OUTSIDE) {
            return row.waits() == Waits.PARTS;
        }
        return store.find(row.id(), false)
                .map(assessed::of)
                .filter(a -> Waits.of(new Work(row.order().back(), a.work().unit()), a.assessment()) == Waits.PARTS)
                .isPresent();
    }

    public Optional<Named> named(long job) {
        return store.rows(List.of(job)).stream()
                .map(r -> new Named(r.machine(), r.order(), r.status().equals("CLOSED")))
                .findFirst();
    }
}
