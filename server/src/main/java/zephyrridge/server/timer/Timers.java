package zephyrridge.server.timer;

import java.time.Duration;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Comparator;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import zephyrridge.server.web.Problem;

/**
 * What must be waited out, each bound to its job, any number at once. They run by the wall clock, also in the demo whose day stands
 * still. A timer is started and put away, never changed, so two people cannot overwrite each other's.
 */
@Service
class Timers {
    private static final int MOST_PER_JOB = 12;

    enum Kind {
        DRAIN,
        TRAINING,
        MEMORY_TEST,
        OTHER
    }

    /** @param secondsLeft 0 when it has run out; pages count on from here themselves, so no clock but the server's matters */
    record Timer(String id, long job, String machine, Kind kind, int seconds, long secondsLeft, String startedBy) {}

    private final TimerStore store;

    Timers(TimerStore store) {
        this.store = store;
    }

    /** All timers of all jobs, the one that ends first before the others. */
    List<Timer> all() {
        LocalDateTime now = now();
        return store.all().stream()
                .map(r -> new Timer(
                        r.id(),
                        r.jobId(),
                        r.machine(),
                        Kind.valueOf(r.kind()),
                        r.seconds(),
                        Math.max(
                                0,
                                r.seconds()
                                        - Duration.between(r.startedAt(), now).toSeconds()),
                        r.startedBy()))
                .sorted(Comparator.comparingLong(Timer::secondsLeft).thenComparing(Timer::id))
                .toList();
    }

    @Transactional
    void start(long jobId, Kind kind, int seconds, String by) {
        if (store.count(jobId) >= MOST_PER_JOB) {
            throw Problem.invalid("timer", "TIMERS_FULL", "most", MOST_PER_JOB);
        }
        store.insert(new TimerStore.Row(UUID.randomUUID().toString(), jobId, "", kind.name(), seconds, now(), by));
    }

    /** Puts a timer away, run out or not. One that somebody else has put away already is no error. */
    @Transactional
    void putAway(long jobId, String id) {
        store.delete(jobId, id);
    }

    private static LocalDateTime now() {
        return LocalDateTime.now(ZoneOffset.UTC);
    }
}
