package zephyrridge.server.planning;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.security.SecureRandom;
import java.util.Comparator;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.LongSupplier;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import zephyrridge.server.web.Problem;

/**
 * Searches that may last longer than an answer: begun, asked how far they are, stopped, by whoever began them and by nobody else: their ids
 * cannot be guessed. A person who begins another one of the same kind and job has no more use for the first.
 */
@Service
class Searches implements DisposableBean {
    /** The planner asks once for so many nodes whether to stop. */
    private static final int NODES_PER_QUESTION = 1024;

    /** Whoever waits for a search asks every second or so; one that nobody asked for this long is stopped. */
    private static final long FORGOTTEN_NANOS = TimeUnit.SECONDS.toNanos(60);

    private static final int THREADS = 2;
    private static final int WAITING = 16;
    /** Each holds what it was begun for, a whole market maybe. */
    private static final int KEPT = 6;

    /** What was found is kept for whoever asks the same again: a market changes by the day, and a page is looked at by the minute. */
    private static final int FOUND_KEPT = 12;

    /**
     * One search of a job.
     *
     * @param <T> what it was begun for; {@code <R>} what it comes to
     */
    final class Search<T, R> {
        /** For the page, which counts no further than 53 bits. */
        final long id;

        private final long no;
        final long job;
        final String who;
        final T of;
        private final CountDownLatch ended = new CountDownLatch(1);
        private final AtomicLong asked = new AtomicLong();
        private volatile boolean stop;
        private volatile long heardAt = nanos.getAsLong();
        private volatile R outcome;
        private volatile RuntimeException failure;

        private Search(long id, long no, long job, String who, T of) {
            this.id = id;
            this.no = no;
            this.job = job;
            this.who = who;
            this.of = of;
        }

        /** Nodes looked at so far, rounded down. */
        long looked() {
            return asked.get() * NODES_PER_QUESTION;
        }

        private boolean asks() {
            asked.incrementAndGet();
            if (nanos.getAsLong() - heardAt > FORGOTTEN_NANOS) {
                stop = true;
            }
            return stop;
        }

        boolean isRunning() {
            return ended.getCount() > 0;
        }

        /**
         * @param millis to wait for it at most
         * @return what it came to, empty while it goes on
         */
        Optional<R> outcome(long millis) {
            heardAt = nanos.getAsLong() + TimeUnit.MILLISECONDS.toNanos(millis);
            try {
                if (!ended.await(millis, TimeUnit.MILLISECONDS)) {
                    return Optional.empty();
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return Optional.empty();
            }
            if (failure != null) {
                throw failure;
            }
            return Optional.of(outcome);
        }

        void stop() {
            stop = true;
        }

        private void run(Function<BooleanSupplier, R> search, Consumer<R> found) {
            try {
                R came = search.apply(this::asks);
                // What was stopped by hand is true, but not what the next one asks for.
                if (!stop) {
                    found.accept(came);
                }
                outcome = came;
            } catch (RuntimeException e) {
                failure = e;
            } finally {
                if (outcome == null && failure == null) {
                    failure = new IllegalStateException("the search ended without an outcome");
                }
                ended.countDown();
            }
        }
    }

    private static final int ID_BITS = 53;

    private final LongSupplier nanos;

    private final Map<Long, Search<?, ?>> all = new ConcurrentHashMap<>();
    private final Cache<Object, Object> known =
            Caffeine.newBuilder().maximumSize(FOUND_KEPT).build();
    private final AtomicLong last = new AtomicLong();
    private final SecureRandom ids = new SecureRandom();
    private final ThreadPoolExecutor workers =
            new ThreadPoolExecutor(THREADS, THREADS, 0, TimeUnit.SECONDS, new ArrayBlockingQueue<>(WAITING), r -> {
                Thread t = new Thread(r, "layout-searches");
                t.setDaemon(true);
                return t;
            });

    Searches() {
        this(System::nanoTime);
    }

    /** @param nanos a clock that only goes on */
    Searches(LongSupplier nanos) {
        this.nanos = nanos;
    }

    @Override
    public void destroy() {
        all.values().forEach(Search::stop);
        workers.shutdownNow();
    }

    /** An id that nobody guesses. */
    long freshId() {
        return ids.nextLong() >>> Long.SIZE - ID_BITS;
    }

    /**
     * @param basis all that the outcome depends on: where it was found for an equal one, it is there at once
     * @throws Problem when too many wait already
     */
    <T, R> Search<T, R> begin(long id, long job, String who, T of, Object basis, Function<BooleanSupplier, R> search) {
        all.values().removeIf(s -> {
            boolean replaced =
                    s.job == job && s.who.equals(who) && s.of.getClass().equals(of.getClass());
            if (replaced) {
                s.stop();
            }
            return replaced && !s.isRunning();
        });
        Search<T, R> s = new Search<>(id, last.incrementAndGet(), job, who, of);
        @SuppressWarnings("unchecked")
        R found = (R) known.getIfPresent(basis);
        if (found != null) {
            s.run(stop -> found, same -> {});
        } else {
            try {
                workers.execute(() -> s.run(search, came -> known.put(basis, came)));
            } catch (RejectedExecutionException e) {
                throw Problem.of(HttpStatus.TOO_MANY_REQUESTS, "TOO_MANY_SEARCHES", Map.of(), "most", WAITING);
            }
        }
        all.put(s.id, s);
        all.values().stream()
                .filter(o -> !o.isRunning())
                .sorted(Comparator.comparingLong(o -> o.no))
                .limit(Math.max(0, all.size() - KEPT))
                .forEach(o -> all.remove(o.id));
        return s;
    }

    /** This person's of this kind, where it was begun by this application and is not forgotten. */
    <T, R> Optional<Search<T, R>> find(long id, String who, Class<T> of) {
        Search<?, ?> s = all.get(id);
        if (s == null || !s.who.equals(who) || !of.isInstance(s.of)) {
            return Optional.empty();
        }
        @SuppressWarnings("unchecked")
        Search<T, R> found = (Search<T, R>) s;
        return Optional.of(found);
    }
}
