package zephyrridge.server.job;

import java.time.LocalDateTime;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import zephyrridge.server.machine.Machines;

/**
 * Lists of jobs, each as long as somebody can look at. What is on the bench is listed whole; what was handed back may be a hundred thousand,
 * and is found by its words or page by page.
 */
@Service
public class JobLists {
    /** Nobody works on so many at once; more are told of, not listed. */
    public static final int MOST_OPEN = 1000;

    private static final int MOST_BROUGHT = 20;
    private static final int MOST_LOOKED_AT = 200;
    private static final int AT_ONCE = 500;

    private final JobStore store;
    private final JobWordStore words;
    private final Machines machines;

    JobLists(JobStore store, JobWordStore words, Machines machines, TransactionTemplate transaction) {
        this.machines = machines;
        this.store = store;
        this.words = words;
        // What was handed back before there were words gets its own.
        List<Long> old = words.unindexed(AT_ONCE);
        while (!old.isEmpty()) {
            List<JobListRow> rows = store.rows(old);
            transaction.executeWithoutResult(t -> words.index(rows));
            List<Long> rest = words.unindexed(AT_ONCE);
            // One that nothing can be read of would come again for ever.
            old = rest.equals(old) ? List.of() : rest;
        }
    }

    /** A machine that an owner brought before, and when it was changed last. */
    public record Brought(String owner, String machineId, String machine, LocalDateTime last) {}

    /** Owners with what they brought, the latest first; those whose name has the text, 20 at most. */
    @Transactional(readOnly = true)
    public List<Brought> brought(String text) {
        String part = text.toLowerCase(Locale.ROOT);
        Map<String, Brought> latest = new LinkedHashMap<>();
        Stream.of(open(), part.isBlank() ? closed(MOST_LOOKED_AT) : closed(part, Long.MAX_VALUE, MOST_LOOKED_AT))
                .flatMap(List::stream)
                .filter(r -> r.order().owner().toLowerCase(Locale.ROOT).contains(part))
                .map(r -> new Brought(r.order().owner(), r.machineId(), r.machine(), r.updatedAt()))
                .sorted(Comparator.comparing(Brought::last).reversed())
                .forEach(b -> latest.putIfAbsent(b.owner() + "\n" + b.machineId(), b));
        return latest.values().stream().limit(MOST_BROUGHT).toList();
    }

    /** @param version of the job that the row shows, or an earlier one */
    private record Known(long version, JobListRow row) {}

    /** @param names what else rows show: of another one none of them counts */
    private record Bench(String names, Map<Long, Known> rows) {}

    private volatile Bench bench = new Bench("", Map.of());

    /**
     * The jobs on the bench, those changed last first; {@value #MOST_OPEN} at most. Everybody looks at it all day, and of hundreds a few
     * have changed since the last look: only their rows are read.
     */
    public List<JobListRow> open() {
        String names = store.names();
        Bench before = bench;
        Map<Long, Known> known = before.names.equals(names) ? before.rows : Map.of();
        // Versions first: a row that is newer than the version noted with it is only read once more.
        Map<Long, Long> versions = store.openVersions(MOST_OPEN);
        Map<Long, JobListRow> fresh = store
                .rows(versions.entrySet().stream()
                        .filter(v -> !known.containsKey(v.getKey()) || known.get(v.getKey()).version != v.getValue())
                        .map(Map.Entry::getKey)
                        .toList())
                .stream()
                .collect(Collectors.toMap(JobListRow::id, r -> r));
        Map<Long, Known> now = new LinkedHashMap<>();
        versions.forEach((id, version) -> {
            if (fresh.containsKey(id)) {
                now.put(id, new Known(version, fresh.get(id)));
            } else if (known.containsKey(id)) {
                now.put(id, known.get(id));
            }
        });
        bench = new Bench(names, now);
        return now.values().stream().map(Known::row).toList();
    }

    /** Those that were handed back last. */
    public List<JobListRow> closed(int most) {
        return store.rows(store.closed(most));
    }

    /**
     * Jobs that were handed back, the highest number first.
     *
     * @param text words of theirs, each by how it begins; "" for all
     * @param before numbers below this one
     */
    public List<JobListRow> closed(String text, long before, int most) {
        return store.rows(text.isBlank() ? store.closedBefore(before, most) : words.find(text, before, most));
    }

    /**
     * Jobs with a model, those on the bench first.
     *
     * @throws zephyrridge.server.web.Problem NOT_FOUND where there is no such record
     */
    public List<JobListRow> ofMachine(String machineId, int most) {
        machines.latest(machineId);
        return store.rows(store.ofMachine(machineId, most));
    }

    /** All jobs below a number, the highest first: a list that is read on and on. */
    public List<JobListRow> before(long before, int most) {
        return store.rows(store.before(before, most));
    }

    /** What was handed back is found by its words; what is on the bench is looked through. Within the caller's transaction. */
    void index(long id, boolean closed) {
        words.forget(id);
        if (closed) {
            words.index(store.rows(List.of(id)));
        }
    }
}
