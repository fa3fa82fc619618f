package zephyrridge.core.range;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.Unit;

/** Drawn machines hold together: the same seed the same machine, records without a fault, modules that go in. */
class DrawnTest {
    @ParameterizedTest
    @EnumSource(Drawn.Difficulty.class)
    void machinesHoldTogether(Drawn.Difficulty difficulty) {
        for (long seed = 0; seed < 100; seed++) {
            Secret s = Drawn.machine(seed, difficulty);
            assertThat(Drawn.machine(seed, difficulty)).isEqualTo(s);
            assertThat(RecordCheck.faults(s.record())).isEmpty();
            Bench bench = Bench.of(s.record(), HouseRules.DEFAULT);
            s.inIt().forEach((position, piece) -> assertThat(bench.takes(position, piece.spec()))
                    .isTrue());
            s.onHand().forEach(piece -> assertThat(bench.takes(piece.spec())).isTrue());
            assertThat(s.modules(Unit.NEW)).hasSameSizeAs(s.inIt());
            if (difficulty == Drawn.Difficulty.PLAIN) {
                assertThat(s.truth()).isEmpty();
                assertThat(s.inIt().values()).noneMatch(Piece::lies);
                assertThat(s.battery()).isNotEqualTo(Intake.Battery.SWOLLEN);
            }
        }
    }

    @Test
    void difficultiesHaveWhatTheySay() {
        Set<Hidden.Kind> wrong = new HashSet<>();
        boolean lies = false;
        boolean swollen = false;
        for (long seed = 0; seed < 600; seed++) {
            Secret s = Drawn.machine(seed, Drawn.Difficulty.FAULTY);
            s.truth().forEach(h -> wrong.add(h.kind()));
            lies |= s.inIt().values().stream().anyMatch(Piece::lies);
            swollen |= s.battery() == Intake.Battery.SWOLLEN;
        }
        assertThat(wrong).contains(Hidden.Kind.DEAD_MODULE, Hidden.Kind.LONG_TRAINING, Hidden.Kind.KIND_TOO_LARGE);
        assertThat(lies).isTrue();
        assertThat(swollen).isTrue();
    }

    /** Before anybody puts a hand to it, it runs with all that is in it, whatever is wrong with what lies ready. */
    @ParameterizedTest
    @EnumSource(Lesson.class)
    void itCameInRunning(Lesson lesson) {
        Secret s = lesson.secret(1);
        Simulated.Sight sight = s.machine().asItRan(s.arrangement(Unit.NEW));
        long fitted = s.modules(Unit.NEW).values().stream()
                        .mapToLong(m -> m.capacity().mebibytes())
                        .sum()
                + s.record().positions().stream()
                        .flatMap(p -> p.soldered().stream())
                        .mapToLong(m -> m.capacity().mebibytes())
                        .sum();
        assertThat(sight.dark()).isFalse();
        assertThat(sight.systemMebibytes()).contains(fitted);
    }
}
