package zephyrridge.core.module;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DieDensity;

class OrganisationTest {
    /** arithmetic. */
    @ParameterizedTest
    @CsvSource({
        "8,2,8,16",
        "8,1,8,8",
        "16,1,8,16",
        "16,2,8,32",
        "4,2,8,8",
        "24,2,8,48",
        "24,1,8,24",
        "24,1,16,12",
        "16,1,16,8",
        "8,1,16,4",
        "32,2,8,64",
        "16,2,4,64",
        "24,2,4,96",
        "2,2,8,4",
        "1,2,8,2",
        "4,1,8,4"
    })
    void capacityFromDies(int gigabits, int ranks, int width, int gibibytes) {
        ByteSize capacity = ByteSize.ofGibibytes(gibibytes);
        assertThat(Organisation.of(ranks, width, DieDensity.ofGigabits(gigabits))
                        .capacity())
                .isEqualTo(capacity);
        assertThat(Organisation.densityMebibitsFor(capacity, ranks, width)).isEqualTo(gigabits * 1024);
    }

    /** Stacks multiply, dual-die packages do not. */
    @Test
    void stacksMultiplyAndDualDiesDoNot() {
        assertThat(new Organisation(2, 4, DieDensity.ofGigabits(8), 4, Stacking.SINGLE_LOAD).capacity())
                .isEqualTo(ByteSize.ofGibibytes(128));
        assertThat(new Organisation(2, 4, DieDensity.ofGigabits(16), 4, Stacking.SINGLE_LOAD).capacity())
                .isEqualTo(ByteSize.ofGibibytes(256));
        assertThat(new Organisation(2, 4, DieDensity.ofGigabits(16), 2, Stacking.MULTI_LOAD).capacity())
                .isEqualTo(ByteSize.ofGibibytes(64));
        // A 4DRx4 module has 32 data packages.
        assertThat(new Organisation(4, 4, DieDensity.ofGigabits(8), 2, Stacking.MULTI_LOAD).dataPackages())
                .isEqualTo(32);
    }

    /** Chips per module, R-1.2. */
    @ParameterizedTest
    @CsvSource({
        "DDR4,1,8,8,false,,8",
        "DDR4,1,16,16,false,,4",
        "DDR4,2,8,8,false,,16",
        "DDR4,2,8,8,true,,18",
        "DDR4,2,4,8,true,,36",
        "DDR3,1,8,4,true,,9",
        "DDR5,1,8,16,true,,10",
        "DDR5,1,4,16,true,,20",
        "DDR5,2,4,16,true,8,40",
        "DDR5,2,4,16,true,4,36",
        "DDR5,1,8,16,true,4,10",
        "DDR5,2,8,16,true,4,20"
    })
    void chipsToBeSeen(
            MemoryGeneration generation, int ranks, int width, int gigabits, boolean ecc, Integer bits, int chips) {
        assertThat(Organisation.of(ranks, width, DieDensity.ofGigabits(gigabits))
                        .packages(generation, ecc, Optional.ofNullable(bits)))
                .isEqualTo(chips);
    }

    @Test
    void derivesTheRestFromAnyPart() {
        var byChips = new OrganisationSolver.Known(
                MemoryGeneration.DDR4,
                Optional.of(ByteSize.ofGibibytes(8)),
                OptionalInt.empty(),
                OptionalInt.empty(),
                Optional.empty(),
                OptionalInt.of(4),
                false);
        assertThat(OrganisationSolver.solve(byChips))
                .extracting(Organisation::label)
                .containsExactly("1Rx16");
        var ambiguous = new OrganisationSolver.Known(
                MemoryGeneration.DDR4,
                Optional.of(ByteSize.ofGibibytes(8)),
                OptionalInt.empty(),
                OptionalInt.empty(),
                Optional.empty(),
                OptionalInt.of(8),
                false);
        assertThat(OrganisationSolver.solve(ambiguous))
                .extracting(Organisation::label)
                .containsExactly("1Rx8", "2Rx16");
        var open = new OrganisationSolver.Known(
                MemoryGeneration.DDR4,
                Optional.empty(),
                OptionalInt.of(1),
                OptionalInt.of(8),
                Optional.of(DieDensity.ofGigabits(16)),
                OptionalInt.empty(),
                false);
        assertThat(OrganisationSolver.solve(open))
                .extracting(Organisation::capacity)
                .containsExactly(ByteSize.ofGibibytes(16));
    }

    /** 16 GB 1Rx16 DDR4 needs 32 Gbit dies, which DDR4 has not. */
    @Test
    void namesMisreadingsTheLikeliestFirst() {
        List<OrganisationSolver.Misreading> m =
                OrganisationSolver.misreadings(MemoryGeneration.DDR4, ByteSize.ofGibibytes(16), 1, 16);
        assertThat(m.subList(0, 3))
                .extracting(x ->
                        x.organisation().label() + " of " + x.organisation().density())
                .containsExactly("1Rx8 of 16 Gbit", "2Rx16 of 16 Gbit", "2Rx8 of 8 Gbit");
        assertThat(m).isSortedAccordingTo((a, b) -> Double.compare(b.weight(), a.weight()));
    }

    @Test
    void everySolutionHoldsTogether() {
        for (MemoryGeneration g : MemoryGeneration.values()) {
            for (int gib : new int[] {1, 2, 3, 4, 8, 12, 16, 24, 32, 48, 64}) {
                var known = new OrganisationSolver.Known(
                        g,
                        Optional.of(ByteSize.ofGibibytes(gib)),
                        OptionalInt.empty(),
                        OptionalInt.empty(),
                        Optional.empty(),
                        OptionalInt.empty(),
                        false);
                for (Organisation o : OrganisationSolver.solve(known)) {
                    assertThat(o.capacity()).isEqualTo(ByteSize.ofGibibytes(gib));
                    assertThat(g.isMade(o.density())).isTrue();
                }
            }
        }
    }

    @Test
    void refusesWhatCannotBe() {
        assertThatThrownBy(() -> Organisation.of(0, 8, DieDensity.ofGigabits(8)))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Organisation.of(1, 6, DieDensity.ofGigabits(8)))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Organisation(1, 8, DieDensity.ofGigabits(8), 2, Stacking.SINGLE_DIE))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
