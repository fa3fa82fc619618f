package zephyrridge.server.planning;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import zephyrridge.core.plan.Outcome;
import zephyrridge.server.web.Problem;

/** Searches that last: how far they are, stopped by hand, by the next one, and at the end. */
class SearchesTest {
    private final Searches searches = new Searches();
    private final CountDownLatch release = new CountDownLatch(1);

    @AfterEach
    void end() {
        release.countDown();
        searches.destroy();
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
        Searches.Search<String> s = searches.begin(1, "ilka", "job", SearchesTest::untilStopped);
        while (s.looked() < 2048) {
            assertThat(s.outcome(5)).isEmpty();
        }
        assertThat(searches.get(s.id, "ilka", String.class)).isSameAs(s);
        s.stop();
        assertThat(s.outcome(300_000)).get().isInstanceOf(Outcome.Stopped.class);
    }

    @Test
    void theNextOneOfTheSameJobTakesItsPlace() {
        Searches.Search<String> first = searches.begin(1, "ilka", "a", SearchesTest::untilStopped);
        Searches.Search<String> others = searches.begin(1, "bram", "b", SearchesTest::untilStopped);
        searches.begin(1, "ilka", "c", stop -> new Outcome.Optimal(List.of(), 0));
        assertThat(first.outcome(300_000)).get().isInstanceOf(Outcome.Stopped.class);
        assertThat(others.outcome(20)).isEmpty();
    }

    /** Another person's search is none, and no id tells the next one's. */
    @Test
    void whoDidNotBeginItCannotReadIt() {
        Searches.Search<String> s = searches.begin(1, "ilka", "job", stop -> new Outcome.Optimal(List.of(), 0));
        Searches.Search<String> next = searches.begin(2, "ilka", "job", stop -> new Outcome.Optimal(List.of(), 0));
        assertThatThrownBy(() -> searches.get(s.id, "bram", String.class)).isInstanceOf(Problem.class);
        assertThat(searches.get(s.id, "ilka", String.class)).isSameAs(s);
        assertThat(Math.abs(next.id - s.id)).isGreaterThan(1_000);
        assertThat(s.id).isBetween(0L, (1L << 53) - 1);
    }

    /** A comparison beside a search takes nobody's place. */
    @Test
    void anotherKindTakesNobodysPlace() {
        Searches.Search<String> first = searches.begin(1, "ilka", "a", SearchesTest::untilStopped);
        searches.begin(1, "ilka", 7, stop -> new Outcome.Optimal(List.of(), 0));
        assertThat(first.outcome(20)).isEmpty();
    }

    @Test
    void whatFailsFailsWhoAsks() {
        Searches.Search<String> s = searches.begin(1, "ilka", "a", stop -> {
            throw new IllegalArgumentException("bad task");
        });
        assertThatThrownBy(() -> s.outcome(300_000)).hasMessage("bad task");
    }

    @Test
    void thereIsAnEndToWhatWaits() {
        assertThatThrownBy(() -> {
                    for (int job = 0; job < 40; job++) {
                        searches.begin(job, "ilka", "a", stop -> untilReleased());
                    }
                })
                .isInstanceOf(Problem.class);
    }

    @Test
    void whatIsLongOverIsForgottenAndWhatNeverWasIsRefused() {
        Searches.Search<String> first = searches.begin(0, "ilka", "a", stop -> new Outcome.Optimal(List.of(), 0));
        first.outcome(300_000);
        for (int job = 1; job < 80; job++) {
            searches.begin(job, "ilka", "a", stop -> new Outcome.Optimal(List.of(), 0))
                    .outcome(300_000);
        }
        assertThatThrownBy(() -> searches.get(first.id, "ilka", String.class)).isInstanceOf(Problem.class);
        assertThatThrownBy(() -> searches.get(99_999, "ilka", String.class)).isInstanceOf(Problem.class);
    }
}
