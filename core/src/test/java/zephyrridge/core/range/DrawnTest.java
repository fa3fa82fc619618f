package zephyrridge.core.range;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.quantity.Money;
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

    /** What an owner wants can be had of what lies ready, for what they pay. */
    @Test
    void wishesCanBeMet() {
        int wanted = 0;
        int budgets = 0;
        for (long seed = 0; seed < 300; seed++) {
            Secret s = Drawn.machine(seed, Drawn.Difficulty.PLAIN);
            if (s.wanted().isEmpty()) {
                continue;
            }
            wanted++;
            budgets += s.budget().isPresent() ? 1 : 0;
            assertThat(s.wanted().get()).isGreaterThan(s.installed(Unit.NEW));
            long sockets =
                    s.record().positions().stream().filter(p -> !p.isSoldered()).count();
            // All that fits, put in where nothing is and then instead of the smallest.
            List<Long> sizes = new ArrayList<>();
            s.inIt().values().forEach(p -> sizes.add(p.spec().capacity().mebibytes()));
            Money spent = Money.ZERO;
            long most = s.installed(Unit.NEW).mebibytes();
            boolean met = false;
            for (Piece p : s.onHand()) {
                Collections.sort(sizes);
                if (sizes.size() == sockets) {
                    most -= sizes.remove(0);
                }
                sizes.add(p.spec().capacity().mebibytes());
                most += p.spec().capacity().mebibytes();
                spent = spent.plus(p.price());
                met |= most >= s.wanted().get().mebibytes()
                        && s.budget().orElse(spent).compareTo(spent) >= 0;
            }
            assertThat(met)
                    .as("seed %s: %s of %s", seed, s.order().wish(), s.inIt())
                    .isTrue();
        }
        assertThat(wanted).isGreaterThan(60);
        assertThat(budgets).isBetween(20, wanted - 20);
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
