package zephyrridge.server.planning;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.BooleanSupplier;
import java.util.function.Function;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import zephyrridge.core.plan.Outcome;
import zephyrridge.server.web.Problem;

/** Searches that last: how far they are, stopped by hand, by the next one, and at the end. */
class SearchesTest {
    private final AtomicLong nanos = new AtomicLong();
    private final Searches searches = new Searches(nanos::get);
    private final CountDownLatch release = new CountDownLatch(1);

    @AfterEach
    void end() {
        release.countDown();
        searches.destroy();
    }

    private <T, R> Searches.Search<T, R> begin(
            long job, String who, T of, Object basis, Function<BooleanSupplier, R> search) {
        return searches.begin(searches.freshId(), job, who, of, basis, search);
    }

    /** Goes on, asking now and then, until it is told to stop. */
    private static Outcome untilStopped(BooleanSupplier stop) {
        long nodes = 0;
        while (!stop.getAsBoolean()) {
            nodes++;
            Thread.onSpinWait();
        }
        return new Outcome.Stopped(List.of(), nodes);
    }

    private Outcome untilReleased() {
        try {
            assertThat(release.await(300, TimeUnit.SECONDS)).isTrue();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        return new Outcome.Optimal(List.of(), 0);
    }

    @Test
    void oneThatLastsSaysHowFarItIsAndStops() {
        Searches.Search<String, Outcome> s = begin(1, "ilka", "job", new Object(), SearchesTest::untilStopped);
        while (s.looked() < 2048) {
            assertThat(s.outcome(5)).isEmpty();
        }
        assertThat(searches.<String, Outcome>find(s.id, "ilka", String.class)).containsSame(s);
        s.stop();
        assertThat(s.outcome(300_000)).get().isInstanceOf(Outcome.Stopped.class);
    }

    /** Who closed the page does not keep a processor: asked for again within a minute it goes on, after that it stops. */
    @Test
    void oneThatNobodyAsksForStops() {
        Searches.Search<String, Outcome> s = begin(1, "ilka", "job", new Object(), SearchesTest::untilStopped);
        nanos.addAndGet(TimeUnit.SECONDS.toNanos(50));
        assertThat(s.outcome(5)).isEmpty();
        nanos.addAndGet(TimeUnit.SECONDS.toNanos(50));
        assertThat(s.outcome(5)).isEmpty();
        nanos.addAndGet(TimeUnit.SECONDS.toNanos(70));
        while (s.isRunning()) {
            Thread.onSpinWait();
        }
        assertThat(s.outcome(0)).get().isInstanceOf(Outcome.Stopped.class);
    }

    @Test
    void theNextOneOfTheSameJobTakesItsPlace() {
        Searches.Search<String, Outcome> first = begin(1, "ilka", "a", new Object(), SearchesTest::untilStopped);
        Searches.Search<String, Outcome> others = begin(1, "bram", "b", new Object(), SearchesTest::untilStopped);
        begin(1, "ilka", "c", new Object(), stop -> new Outcome.Optimal(List.of(), 0));
        assertThat(first.outcome(300_000)).get().isInstanceOf(Outcome.Stopped.class);
        assertThat(others.outcome(20)).isEmpty();
    }

    /** Another person's search is none, and no id tells the next one's. */
    @Test
    void whoDidNotBeginItCannotReadIt() {
        Searches.Search<String, Outcome> s =
                begin(1, "ilka", "job", new Object(), stop -> new Outcome.Optimal(List.of(), 0));
        Searches.Search<String, Outcome> next =
                begin(2, "ilka", "job", new Object(), stop -> new Outcome.Optimal(List.of(), 0));
        assertThat(searches.find(s.id, "bram", String.class)).isEmpty();
        assertThat(searches.<String, Outcome>find(s.id, "ilka", String.class)).containsSame(s);
        assertThat(Math.abs(next.id - s.id)).isGreaterThan(1_000);
        assertThat(s.id).isBetween(0L, (1L << 53) - 1);
    }

    /** The same asked again, by anybody for any job, is there at once; what was stopped by hand is not what the next one asks for. */
    @Test
    void whatWasFoundIsFoundOnceForTheSameBasis() {
        Outcome found = new Outcome.Optimal(List.of(), 17);
        Searches.Search<String, Outcome> first = begin(1, "ilka", "a", List.of("market", 1), stop -> found);
        assertThat(first.outcome(300_000)).contains(found);
        assertThat(begin(2, "bram", "b", List.of("market", 1), stop -> untilReleased())
                        .outcome(0))
                .contains(found);
        assertThat(begin(2, "bram", "b", List.of("market", 2), stop -> untilReleased())
                        .outcome(20))
                .isEmpty();
        Searches.Search<String, Outcome> stopped =
                begin(3, "ilka", "a", List.of("market", 3), SearchesTest::untilStopped);
        stopped.stop();
        assertThat(stopped.outcome(300_000)).get().isInstanceOf(Outcome.Stopped.class);
        assertThat(begin(4, "ilka", "a", List.of("market", 3), stop -> found).outcome(300_000))
                .contains(found);
    }

    /** A comparison beside a search takes nobody's place. */
    @Test
    void anotherKindTakesNobodysPlace() {
        Searches.Search<String, Outcome> first = begin(1, "ilka", "a", new Object(), SearchesTest::untilStopped);
        begin(1, "ilka", 7, new Object(), stop -> new Outcome.Optimal(List.of(), 0));
        assertThat(first.outcome(20)).isEmpty();
    }

    @Test
    void whatFailsFailsWhoAsks() {
        Searches.Search<String, Outcome> s = begin(1, "ilka", "a", new Object(), stop -> {
            throw new IllegalArgumentException("bad task");
        });
        assertThatThrownBy(() -> s.outcome(300_000)).hasMessage("bad task");
    }

    @Test
    void thereIsAnEndToWhatWaits() {
        assertThatThrownBy(() -> {
                    for (int job = 0; job < 40; job++) {
                        begin(job, "ilka", "a", new Object(), stop -> untilReleased());
                    }
                })
                .isInstanceOf(Problem.class);
    }

    @Test
    void whatIsLongOverIsForgottenAndWhatNeverWasIsRefused() {
        Searches.Search<String, Outcome> first =
                begin(0, "ilka", "a", new Object(), stop -> new Outcome.Optimal(List.of(), 0));
        first.outcome(300_000);
        for (int job = 1; job < 80; job++) {
            begin(job, "ilka", "a", new Object(), stop -> new Outcome.Optimal(List.of(), 0))
                    .outcome(300_000);
        }
        assertThat(searches.find(first.id, "ilka", String.class)).isEmpty();
        assertThat(searches.find(99_999, "ilka", String.class)).isEmpty();
    }
}
