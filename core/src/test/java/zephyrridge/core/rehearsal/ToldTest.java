package zephyrridge.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;
import zephyrridge.core.range.Drawn;
import zephyrridge.core.range.Lesson;
import zephyrridge.core.range.Secret;

/** What a step told: bits as people count possibilities, and no more than is so. */
class ToldTest {
    private static Told.Standing standing(int known, double bits) {
        return new Told.Standing(known, true, bits, false);
    }

    @Test
    void aBitHalves() {
        Told t = Told.between(standing(2, 3), standing(2, 2));
        assertThat(t.kind()).isEqualTo(Told.Kind.NARROWED);
        assertThat(t.halves()).isTrue();
        assertThat(t.possible()).isCloseTo(8, Offset.offset(1e-9));
        assertThat(t.left()).isCloseTo(4, Offset.offset(1e-9));
        assertThat(Told.between(standing(2, 3), standing(2, 0)).halves()).isFalse();
        assertThat(Told.between(standing(2, 1), standing(2, 1.01)).kind()).isEqualTo(Told.Kind.NOTHING_NEW);
        assertThat(Told.between(standing(2, 1), standing(2, 1.5)).kind()).isEqualTo(Told.Kind.WIDENED);
    }

    @Test
    void whatWasNotKnownIsSaidFirst() {
        assertThat(Told.between(Told.Standing.NOTHING, new Told.Standing(2, false, 0, false)))
                .isEqualTo(new Told(Told.Kind.POSITIONS, 2, 1, 1));
        assertThat(Told.between(Told.Standing.NOTHING, standing(0, 2)).kind()).isEqualTo(Told.Kind.FAILED);
        assertThat(Told.between(standing(2, 1), new Told.Standing(2, true, 0, true))
                        .kind())
                .isEqualTo(Told.Kind.PROVEN);
        assertThat(Told.between(new Told.Standing(2, false, 0, false), Told.Standing.NOTHING)
                        .positions())
                .isZero();
    }

    /** Led through a machine that fails, what is possible becomes less, and the last of it is the one that was confirmed. */
    @Test
    void aHuntNarrows() {
        List<Told.Standing> all = Rehearsal.standings(Lesson.DEAD_ON_ARRIVAL.secret(1), RehearsalTest.NONE);
        List<Told> told = IntStream.range(1, all.size())
                .mapToObj(i -> Told.between(all.get(i - 1), all.get(i)))
                .toList();
        Optional<Told> failed =
                told.stream().filter(t -> t.kind() == Told.Kind.FAILED).findFirst();
        assertThat(failed).isPresent();
        assertThat(failed.get().left()).isGreaterThan(2);
        double least = all.stream()
                .filter(Told.Standing::failed)
                .mapToDouble(Told.Standing::bits)
                .min()
                .orElseThrow();
        assertThat(Math.pow(2, least)).isLessThan(1.5);
        assertThat(told).anyMatch(t -> t.kind() == Told.Kind.NARROWED);
        assertThat(told.get(told.size() - 1).kind()).isIn(Told.Kind.PROVEN, Told.Kind.NOTHING_NEW);
        // Sound ones never fail, and what is in them becomes known.
        List<Told.Standing> sound = Rehearsal.standings(Drawn.machine(7, Drawn.Difficulty.PLAIN), RehearsalTest.NONE);
        assertThat(sound).noneMatch(Told.Standing::failed);
        Secret s = Drawn.machine(7, Drawn.Difficulty.PLAIN);
        assertThat(sound.get(sound.size() - 1).known()).isEqualTo((int)
                s.record().positions().stream().filter(p -> !p.isSoldered()).count());
    }
}
