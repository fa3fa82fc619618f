package zephyrridge.core.proof;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeSet;
import org.apache.commons.math3.stat.descriptive.SummaryStatistics;
import org.junit.jupiter.api.Test;
import zephyrridge.core.proof.BeforeAfter.Verdict;
import zephyrridge.core.proof.Measured.Condition;
import zephyrridge.core.proof.Measured.What;

/** what was measured before and after, and when it may be compared at all. */
class BeforeAfterTest {
    private static Measured read(Measured.Threads threads, Set<Condition> conditions, Integer... runs) {
        return new Measured(What.READ, "", Optional.ofNullable(threads), List.of(runs), new TreeSet<>(conditions));
    }

    private static BeforeAfter one(Measured before, Measured after) {
        List<BeforeAfter> all = BeforeAfter.of(List.of(before), List.of(after));
        assertThat(all).hasSize(1);
        return all.get(0);
    }

    @Test
    void whatIsClearlyMoreIsBetterWithItsPercent() {
        BeforeAfter b = one(
                read(Measured.Threads.ALL, Set.of(), 30_000, 30_200),
                read(Measured.Threads.ALL, Set.of(), 33_000, 33_220));
        assertThat(b.verdict()).isEqualTo(Verdict.BETTER);
        assertThat(b.change()).contains(100);
    }

    @Test
    void lessLatencyIsBetter() {
        Measured before = new Measured(What.LATENCY, "", Optional.empty(), List.of(900, 905), new TreeSet<>());
        Measured after = new Measured(What.LATENCY, "", Optional.empty(), List.of(850, 852), new TreeSet<>());
        assertThat(one(before, after).verdict()).isEqualTo(Verdict.BETTER);
        assertThat(one(after, before).verdict()).isEqualTo(Verdict.WORSE);
    }

    @Test
    void whatOverlapsIsWithinTheSpread() {
        BeforeAfter b = one(read(null, Set.of(), 30_000, 31_000), read(null, Set.of(), 30_900, 31_800));
        assertThat(b.verdict()).isEqualTo(Verdict.WITHIN_SPREAD);
        assertThat(b.change()).isPresent();
    }

    @Test
    void whatWasMeasuredOtherwiseIsNotCompared() {
        Measured all = read(Measured.Threads.ALL, Set.of(), 30_000, 30_100);
        assertThat(one(all, read(Measured.Threads.ONE, Set.of(), 12_000, 12_100))
                        .verdict())
                .isEqualTo(Verdict.OTHER_THREADS);
        assertThat(one(all, read(Measured.Threads.ALL, Set.of(Condition.ON_MAINS), 33_000, 33_100))
                        .verdict())
                .isEqualTo(Verdict.OTHER_CONDITIONS);
        BeforeAfter single = one(all, read(Measured.Threads.ALL, Set.of(), 33_000));
        assertThat(single.verdict()).isEqualTo(Verdict.ONE_RUN);
        assertThat(single.change()).isEmpty();
        assertThat(BeforeAfter.of(List.of(all), List.of()).get(0).verdict()).isEqualTo(Verdict.ONE_SIDE);
    }

    /** Mean and sample deviation against commons-math; nothing is called better or worse where runs overlap. */
    @Test
    void statisticsAgreeWithALibrary() {
        SplittableRandom r = new SplittableRandom(77);
        for (int i = 0; i < 500; i++) {
            List<Integer> runs = new ArrayList<>();
            SummaryStatistics stats = new SummaryStatistics();
            for (int n = 1 + r.nextInt(Measured.MOST); n > 0; n--) {
                int run = 1 + r.nextInt(100_000);
                runs.add(run);
                stats.addValue(run);
            }
            Measured m = new Measured(What.TASK, "build", Optional.empty(), runs, new TreeSet<>());
            assertThat(m.mean()).isCloseTo(stats.getMean(), within(1e-6));
            if (runs.size() > 1) {
                assertThat(m.deviation().orElseThrow()).isCloseTo(stats.getStandardDeviation(), within(1e-6));
                BeforeAfter same = one(m, m);
                assertThat(same.verdict()).isEqualTo(Verdict.WITHIN_SPREAD);
                assertThat(same.change()).contains(0);
            } else {
                assertThat(m.deviation()).isEmpty();
            }
        }
    }
}
