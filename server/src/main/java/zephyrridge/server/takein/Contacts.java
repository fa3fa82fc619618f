package zephyrridge.server.takein;

import java.time.Clock;
import java.time.LocalDateTime;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import zephyrridge.server.account.AccessLog;
import zephyrridge.server.house.House;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.web.Problem;

/**
 * How an owner is reached: one line beside a job, never in it. It goes out with the job only where that is asked for, and is erased by itself
 * once the house has no use for it any more.
 */
@Service
public class Contacts {
    /** @param version 0 where nothing was ever noted */
    public record Contact(String contact, long version) {}

    /** @param at when the job was handed back, UTC */
    public record Due(long job, String machine, String owner, LocalDateTime at) {}

    private static final int MOST_DUE = 500;
    private final ContactStore store;
    private final Jobs jobs;
    private final House house;
    private final AccessLog log;
    private final Clock clock;

    Contacts(ContactStore store, Jobs jobs, House house, AccessLog log, Clock clock) {
        this.store = store;
        this.jobs = jobs;
        this.house = house;
        this.log = log;
        this.clock = clock;
    }

    /** @param login who looks */
    public Contact of(long job, String login) {
        jobs.require(job, login);
        return store.find(job).map(r -> new Contact(r.contact(), r.version())).orElse(new Contact("", 0));
    }

    /** What the last job of this owner has. */
    public Optional<String> lastOf(String owner) {
        return store.lastOf(owner);
    }

    /** @throws Problem CHANGED_MEANWHILE when it is at another version */
    @Transactional
    public Contact note(long job, long expectedVersion, String contact, String by) {
        jobs.require(job, by);
        if (!store.keep(job, expectedVersion, contact.strip(), LocalDateTime.now(clock), by)) {
            throw Problem.of(HttpStatus.CONFLICT, "CHANGED_MEANWHILE.contact", Map.of());
        }
        return of(job, by);
    }

    /** Those that the house keeps no longer, the oldest first. */
    public List<Due> due() {
        return store.dueBefore(
                LocalDateTime.now(clock).minusMonths(house.keeping().value().contactMonths()), MOST_DUE);
    }

    /**
     * Erases them for good.
     *
     * @param seen jobs that the lead saw
     * @throws Problem CHANGED_MEANWHILE when one of them is not due any more
     */
    @Transactional
    public void erase(List<Long> seen, String by) {
        Set<Long> due = due().stream().map(Due::job).collect(Collectors.toSet());
        if (!due.containsAll(new HashSet<>(seen))) {
            throw Problem.of(HttpStatus.CONFLICT, "CHANGED_MEANWHILE.due", Map.of());
        }
        int erased = store.erase(seen);
        log.note(AccessLog.Kind.CONTACTS_ERASED, "", by, String.valueOf(erased));
    }
}
