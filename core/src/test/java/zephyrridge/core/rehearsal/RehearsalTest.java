package zephyrridge.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import zephyrridge.core.Rounds;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.range.Answers;
import zephyrridge.core.range.Drawn;
import zephyrridge.core.range.Lesson;
import zephyrridge.core.range.Secret;
import zephyrridge.core.reading.Recogniser;
import zephyrridge.core.standing.Gap;
import zephyrridge.core.standing.Lead;
import zephyrridge.core.survey.Source;
import zephyrridge.core.survey.Survey;
import zephyrridge.core.survey.Surveyor;
import zephyrridge.core.unit.Station;
import zephyrridge.core.unit.Unit;

/** The tool led through machines that know the truth: it comes to an end everywhere, and says nothing on the way that is not so. */
class RehearsalTest {
    static final Recogniser.Trees NONE = new Recogniser.Trees() {
        @Override
        public Object json(String text) {
            throw new IllegalArgumentException("no trees here");
        }

        @Override
        public List<Map<String, String>> csv(String text) {
            throw new IllegalArgumentException("no trees here");
        }
    };

    private static Iterable<Secret> drawn(Drawn.Difficulty difficulty, long from, int count) {
        Stream<Secret> all = LongStream.range(from, from + count).mapToObj(seed -> Drawn.machine(seed, difficulty));
        return all::iterator;
    }

    /** Each lesson's best way solves it. */
    @ParameterizedTest
    @CsvSource({
        "FIRST_LOOK, PROVEN",
        "PHANTOM_BANK, PROVEN",
        "WORN_LABEL, PROVEN",
        "WRONG_LABEL, PROVEN",
        "SEALED, KEPT_SHUT",
        "SWOLLEN_PACK, KEPT_SHUT",
        "TWO_SIDES, PROVEN",
        "PATIENCE, PROVEN",
        "NOT_SEATED, PROVEN",
        "DEAD_ON_ARRIVAL, PROVEN",
        "REFUSED_KIT, PROVEN",
        "ORDER, PROVEN"
    })
    void aLessonIsSolved(Lesson lesson, Rehearsal.End end) {
        for (long seed = 1; seed <= 2; seed++) {
            Rehearsal.Result r = Rehearsal.of(lesson.secret(seed), NONE);
            assertThat(r.end()).as("%s %s %s", seed, r.why(), r.did()).isEqualTo(end);
            assertThat(r.lies()).isEmpty();
            assertThat(r.mishaps()).isEmpty();
            assertThat(r.right()).as(r.did().toString()).isTrue();
        }
    }

    /** Machines by how often a bench sees them: no sentence is false, nothing that the tool asks for is refused, and every one comes to an end. */
    @ParameterizedTest
    @EnumSource(Drawn.Difficulty.class)
    void nothingFalseIsSaidOfDrawnMachines(Drawn.Difficulty difficulty) {
        Run run = Run.of(drawn(difficulty, 1_000, Rounds.of(25)), NONE);
        assertThat(run.lies()).isEmpty();
        assertThat(run.stuck()).isEmpty();
        assertThat(run.machines()).isEqualTo(Rounds.of(25));
        assertThat(run.ends().getOrDefault(Rehearsal.End.PROVEN, 0)).isGreaterThan(run.machines() / 3);
        // What is confirmed is right in all but a few: a hunt says so at 95 %.
        assertThat(run.right()).isGreaterThanOrEqualTo((int) (run.found() * .8) - 1);
    }

    /** Modules that are not listed, where totals add up to nothing: a label that lies beside them, a bank that is counted twice. */
    @ParameterizedTest
    @ValueSource(longs = {500_506, 500_626})
    void whatIsNotListedIsHuntedWhateverTheTotals(long seed) {
        Rehearsal.Result r = Rehearsal.of(Drawn.machine(seed, Drawn.Difficulty.FAULTY), NONE);
        assertThat(r.end()).as(r.why()).isNotEqualTo(Rehearsal.End.STUCK);
        assertThat(r.hunted()).isTrue();
        assertThat(r.lies()).isEmpty();
    }

    /** A label that lied is told by the chip; what was started before is another thing then, and no fault is hunted any more. */
    @ParameterizedTest
    @ValueSource(longs = {1_300_282, 1_300_477})
    void whatALabelLiedAboutIsProvenByItsChip(long seed) {
        Rehearsal.Result r = Rehearsal.of(Drawn.machine(seed, Drawn.Difficulty.UNCLEAR), NONE);
        assertThat(r.end()).as(r.why() + r.did()).isEqualTo(Rehearsal.End.PROVEN);
        assertThat(r.starts()).isEqualTo(1);
        assertThat(r.lies()).isEmpty();
    }

    /** Whoever speaks of one machine with another's evidence is caught at it. */
    @Test
    void aFalseSentenceIsCaught() {
        int caught = 0;
        int looked = 0;
        for (long seed = 0; seed < 60; seed++) {
            Secret one = Drawn.machine(seed, Drawn.Difficulty.PLAIN);
            Secret other = Lesson.FIRST_LOOK.secret(1);
            boolean sameShape = one.record().positions().stream()
                    .map(p -> p.id())
                    .toList()
                    .equals(other.record().positions().stream().map(p -> p.id()).toList());
            if (!sameShape || one.inIt().equals(other.inIt())) {
                continue;
            }
            Truths truths = new Truths(one, Bench.of(one.record(), HouseRules.DEFAULT));
            truths.hear(survey(other), Unit.NEW, List.of());
            looked++;
            caught += truths.lies().isEmpty() ? 0 : 1;
        }
        assertThat(looked).isPositive();
        // Of machines with the very same modules the other's table says nothing false.
        assertThat(caught).isGreaterThanOrEqualTo(looked / 2);
    }

    /** The gap that points at an empty socket is a lie. */
    @Test
    void aTotalThatPointsAtAnEmptySocketIsCaught() {
        Secret s = Lesson.FIRST_LOOK.secret(1);
        Truths truths = new Truths(s, Bench.of(s.record(), HouseRules.DEFAULT));
        String empty = s.record().positions().stream()
                .filter(p -> !s.inIt().containsKey(p.id()))
                .findFirst()
                .orElseThrow()
                .label();
        truths.hear(
                survey(s),
                Unit.NEW,
                List.of(new Lead(Station.READ, List.of(new Gap(Gap.Kind.TOTAL_POINTS, empty)), null)));
        assertThat(truths.lies()).hasSize(1);
    }

    private static Survey survey(Secret s) {
        return Surveyor.survey(
                s.record(),
                List.of(new Source(
                        "table",
                        "table",
                        java.util.Optional.empty(),
                        Recogniser.recognise(Answers.table(s, Unit.NEW), NONE))),
                Map.of(),
                Map.of(),
                java.util.Set.of());
    }
}
