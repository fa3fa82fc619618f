package zephyrridge.core.job;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import zephyrridge.core.fault.Cause;
import zephyrridge.core.fault.Remedy;
import zephyrridge.core.limit.Trial;
import zephyrridge.core.proof.Measured;

/** what a job that is handed back teaches, and what it does not. */
class LearnedTest {
    private static Walk fitted() {
        return new Walk().planned().opened().does(Walk.fit("B1")).closed();
    }

    private static final Change SEEN = Walk.read("firmwareTotal", "12 GB", "rate", "2400", "positionsFilled", "2");

    private static List<Trial> trials(Walk w) {
        return Learned.trials(w.work, w.bench(), "job-7", "job-7", "ilka", LocalDate.of(2031, 5, 14));
    }

    private static Walk handedBack(Walk w) {
        return w.does(new ClosingChange.CloseJob("", Optional.of("Wren")));
    }

    @Test
    void whatIsOpenTeachesNothing() {
        assertThat(trials(fitted().does(Walk.start(), SEEN))).isEmpty();
    }

    @Test
    void whatIsProvenIsATrialOfWhatIsInIt() {
        List<Trial> trials = trials(handedBack(fitted().does(Walk.start(), SEEN)));
        assertThat(trials).hasSize(1);
        assertThat(trials.get(0).outcome()).isEqualTo(Trial.Outcome.PROVEN);
        assertThat(trials.get(0).sockets().keySet()).containsExactly("A1", "B1");
    }

    @Test
    void whatIsUnprovenTeachesNothing() {
        assertThat(trials(handedBack(fitted()))).isEmpty();
        assertThat(trials(handedBack(fitted().does(Walk.start(), Walk.read("firmwareTotal", "12 GB")))))
                .isEmpty();
        Walk silent = fitted().does(new StartChange.LogStart(Entry.Outcome.SILENT, "", Optional.empty()));
        assertThat(trials(handedBack(silent))).isEmpty();
    }

    @Test
    void aStartThatIsRetractedTakesItsTrialAlong() {
        Walk w = fitted().does(Walk.start(), SEEN);
        int start = w.unit().log().last();
        w.does(new LogChange.Retract(start, "another machine"));
        assertThat(trials(handedBack(w))).isEmpty();
    }

    /** The same failure, with what was found about it: only kind, pair and order ever speak of limits. */
    @Test
    void theCauseDecidesWhatAFailureSays() {
        for (Remedy.Kind kind : Remedy.Kind.values()) {
            Walk w = fitted().does(new StartChange.LogStart(Entry.Outcome.SILENT, "", Optional.empty()));
            Set<String> both = Set.of("m1", "m2");
            SortedMap<Cause.Kind, Integer> because = new TreeMap<>();
            Entry.FaultFound found = new Entry.FaultFound(
                    new Stamp(w.unit().log().last() + 1, w.unit().log().last(), Optional.empty(), "ilka", false),
                    because,
                    List.of(new Entry.FaultFound.Found(
                            kind,
                            new java.util.TreeSet<>(kind == Remedy.Kind.KEEP_APART ? both : Set.of("m2")),
                            kind == Remedy.Kind.OTHER_ORDER ? "B1" : "")));
            w.work = w.work.with(w.unit().withLog(w.unit().log().with(found)));
            w.opened()
                    .does(new FaultChange.Arrange(java.util.Map.of("A1", "m1"), Set.of()))
                    .closed();
            List<Trial> trials = trials(handedBack(w));
            for (Trial t : trials) {
                assertThat(t.outcome()).isEqualTo(Trial.Outcome.FAILED);
                assertThat(t.failedByLimit())
                        .as(kind.name())
                        .isEqualTo(Set.of(Remedy.Kind.SMALLER_KIT, Remedy.Kind.KEEP_APART, Remedy.Kind.OTHER_ORDER)
                                .contains(kind));
            }
            if (kind == Remedy.Kind.REPLACE) {
                assertThat(trials).extracting(Trial::cause).containsExactly(Trial.Cause.BAD_MODULE);
            }
        }
    }

    @Test
    void runsAreReadAsTheyAreTyped() {
        assertThat(RunsTyped.of(Measured.What.READ, "38.1 37,9;38400")).containsExactly(38_100, 37_900, 38_400);
        assertThat(RunsTyped.of(Measured.What.COPY, "41200 MB/s 41.3 GB/s")).containsExactly(41_200, 41_300);
        assertThat(RunsTyped.of(Measured.What.LATENCY, "82.4 ns 83")).containsExactly(824, 830);
        assertThat(RunsTyped.of(Measured.What.TASK, "41 s 1.5 min")).containsExactly(410, 900);
        for (String wrong : List.of("fast", "38 ns", "-3", "0", "1e5")) {
            org.assertj.core.api.Assertions.assertThatThrownBy(() -> RunsTyped.of(Measured.What.READ, wrong))
                    .as(wrong)
                    .isInstanceOf(Refusal.Thrown.class);
        }
    }
}
