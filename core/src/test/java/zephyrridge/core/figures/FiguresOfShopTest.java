package zephyrridge.core.figures;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Rounds;
import zephyrridge.core.fault.Cause;
import zephyrridge.core.figures.HandedBack.Spent;
import zephyrridge.core.unit.Station;

/** what the shop's figures are made of. */
class FiguresOfShopTest {
    private static HandedBack job(long job, long days, boolean changed, List<Spent> spent, Cause.Kind... faults) {
        return new HandedBack(job, "Skerrow Tern 16", days, changed, changed, "", spent, List.of(faults));
    }

    @Test
    void halfOfThemWereBackWithinSoManyDays() {
        assertThat(Figures.of(List.of()).days()).isEmpty();
        Figures four = Figures.of(List.of(
                job(1, 9, true, List.of()),
                job(2, 1, true, List.of()),
                job(3, 3, false, List.of()),
                job(4, 30, true, List.of())));
        assertThat(four.days()).contains(3L);
        assertThat(four.longest()).map(HandedBack::job).contains(4L);
        assertThat(four.unchanged()).extracting(HandedBack::job).containsExactly(3L);
        for (int round = 0; round < Rounds.of(100); round++) {
            Random random = new Random(round);
            List<HandedBack> jobs = new ArrayList<>();
            int n = 1 + random.nextInt(9);
            for (int i = 0; i < n; i++) {
                jobs.add(job(i, random.nextInt(6), true, List.of()));
            }
            long half = Figures.of(jobs).days().orElseThrow();
            assertThat(jobs.stream().filter(j -> j.days() <= half).count() * 2).isGreaterThanOrEqualTo(n);
            assertThat(jobs.stream().filter(j -> j.days() <= half - 1).count() * 2)
                    .isLessThan(n);
        }
    }

    /** Expected is summed over the jobs of which is known what they took, and over no other. */
    @Test
    void whatWasExpectedIsComparedWithTheSameWork() {
        Figures f = Figures.of(List.of(
                job(1, 1, true, List.of(new Spent(Station.OPEN, 10, 14), new Spent(Station.FIT, 6, 5))),
                job(2, 1, true, List.of(new Spent(Station.OPEN, 20, 18))),
                job(3, 1, true, List.of())));
        assertThat(f.stations())
                .isEqualTo(Map.of(
                        Station.OPEN,
                        new Figures.Time(30, 32, List.of(1L, 2L)),
                        Station.FIT,
                        new Figures.Time(6, 5, List.of(1L))));
    }

    @Test
    void aJobCountsOnceForEachThingThatWasWrong() {
        Figures f = Figures.of(List.of(
                job(1, 1, true, List.of(), Cause.Kind.SEATING, Cause.Kind.SEATING),
                job(2, 1, true, List.of(), Cause.Kind.SEATING, Cause.Kind.DEAD)));
        assertThat(f.faults()).isEqualTo(Map.of(Cause.Kind.SEATING, List.of(1L, 2L), Cause.Kind.DEAD, List.of(2L)));
    }
}
