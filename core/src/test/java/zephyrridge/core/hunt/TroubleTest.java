package zephyrridge.core.hunt;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.FaultChange;
import zephyrridge.core.change.LogChange;
import zephyrridge.core.change.OpeningChange;
import zephyrridge.core.change.Outcome;
import zephyrridge.core.change.PlanChange;
import zephyrridge.core.change.StartChange;
import zephyrridge.core.change.Walk;
import zephyrridge.core.fault.Act;
import zephyrridge.core.fault.Cause;
import zephyrridge.core.fault.Diagnosis;
import zephyrridge.core.fault.NextTest;
import zephyrridge.core.fault.Probe;
import zephyrridge.core.fault.Remedy;
import zephyrridge.core.log.Entry;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.range.Hidden;
import zephyrridge.core.range.Practice;
import zephyrridge.core.range.Simulated;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Lead;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.Station;

/** Fault hunts through a whole job: the range switches on, a technician does what is proposed, and the log says what it was. */
class TroubleTest {
    private static final Change SILENT = new StartChange.LogStart(Entry.Outcome.SILENT, "", Optional.empty());

    private static final Change[] CONDITIONS_MET = {
        new LogChange.LogAction(Entry.Action.MAINS, ""), new LogChange.LogAction(Entry.Action.WAITED, "")
    };

    /** 4 GB came out of A1; two new modules of 8 GB went in. */
    private static Walk fitted() {
        return new Walk()
                .answered()
                .does(
                        Walk.found(Walk.D4, "A1"),
                        Walk.typed(Walk.D8),
                        Walk.typed(Walk.D8),
                        Walk.plan("A1", "m2"),
                        Walk.plan("B1", "m3"),
                        new PlanChange.ChoosePlan(true))
                .opened()
                .does(Walk.fit("A1"), Walk.fit("B1"))
                .closed();
    }

    private static Trouble trouble(Walk w) {
        return Trouble.of(w.bench(), w.work, w.assess(), Set.of());
    }

    @Test
    void nothingIsWrongUntilAStartFails() {
        Walk w = fitted().does(Walk.start(), Walk.read("firmwareTotal", "16 GB"));
        assertThat(trouble(w).any()).isFalse();
        assertThat(trouble(w).diagnosis().next()).isEmpty();
        w.does(SILENT);
        assertThat(trouble(w).any()).isTrue();
    }

    /** Mains and waiting are asked once, together, before any test; then modules are moved before settings are cleared. */
    @Test
    void mainsAndWaitingComeBeforeHandsAndClearing() {
        Trouble t = trouble(fitted().does(SILENT));
        assertThat(t.diagnosis().next().get(0).probe().shape()).isEqualTo(Probe.Shape.CONDITIONS);
        assertThat(t.diagnosis().next()).extracting(v -> v.probe().shape()).contains(Probe.Shape.CLEAR);
        Walk w = fitted().does(SILENT, CONDITIONS_MET[0], CONDITIONS_MET[1], SILENT);
        assertThat(trouble(w).diagnosis().next())
                .extracting(v -> v.probe().shape())
                .doesNotContain(Probe.Shape.CONDITIONS);
        Probe next = trouble(w).diagnosis().next().get(0).probe();
        assertThat(next.acts()).doesNotContain(Act.CLEAR, Act.FIRMWARE);
    }

    /** What was done is tried before anything else is proposed. */
    @Test
    void whatWasDoneIsSwitchedOnFirst() {
        Walk w = fitted().does(SILENT);
        assertThat(trouble(w).pending()).isEmpty();
        w.does(new LogChange.LogAction(Entry.Action.SETTINGS_CLEARED, ""));
        assertThat(trouble(w).pending().orElseThrow().acts()).containsExactly(Act.CLEAR);
        w.does(SILENT);
        assertThat(trouble(w).pending()).isEmpty();
    }

    /** It came up at last: how much of its memory it has is read before anything is opened for a test. */
    @Test
    void aTotalIsReadBeforeAnythingIsOpened() {
        Walk w = fitted().does(SILENT, new LogChange.LogAction(Entry.Action.MAINS, ""));
        assertThat(trouble(w).readsFirst(w.unit())).isFalse();
        w.does(Walk.start());
        assertThat(trouble(w).readsFirst(w.unit())).isTrue();
        w.does(Walk.read("firmwareTotal", "16 GB"));
        assertThat(trouble(w).readsFirst(w.unit())).isFalse();
        assertThat(Lead.of(w.work, w.bench(), w.assess()).stream()
                        .filter(l -> l.station() == Station.PROVE)
                        .findFirst()
                        .orElseThrow()
                        .next()
                        .what())
                .as("the next test leads, and not closing up")
                .isNotEqualTo(Lead.Do.TICK);
    }

    @Test
    void clearingIsNoTestWithoutTheKey() {
        Walk w = fitted();
        w.does(Walk.intake(Intake.Seal.NONE, Intake.Battery.GOOD, Intake.Encryption.KEY_MISSING));
        w.does(SILENT);
        assertThat(trouble(w).diagnosis().next())
                .noneMatch(v -> v.probe().acts().contains(Act.CLEAR));
    }

    @Test
    void whatIsMissingPointsAtItsModule() {
        Walk w = fitted().does(Walk.start(), Walk.read("firmwareTotal", "8 GB"));
        Trouble t = trouble(w);
        assertThat(t.any()).isTrue();
        Set<Cause.Kind> likely = new java.util.HashSet<>();
        t.belief().causes().stream().limit(4).forEach(c -> likely.add(c.of().kind()));
        assertThat(likely).contains(Cause.Kind.SEATING, Cause.Kind.DEAD).doesNotContain(Cause.Kind.POWER);
    }

    @Test
    void aReadingThatIsRetractedIsNoEvidence() {
        Walk w = fitted().does(SILENT);
        double before = trouble(w).belief().entropy();
        w.does(new LogChange.LogAction(Entry.Action.MAINS, ""), SILENT);
        assertThat(trouble(w).belief().entropy()).isNotEqualTo(before);
        int last = w.unit().log().last();
        w.does(new LogChange.Retract(last, "misread", Set.of()), new LogChange.Retract(last - 1, "misread", Set.of()));
        assertThat(trouble(w).belief().entropy()).isEqualTo(before);
    }

    @Test
    void onlyWhatTheStartsConfirmIsWrittenDown() {
        Walk w = fitted().does(SILENT);
        assertThat(w.refused(new FaultChange.SettleFault("as it started"))).isEqualTo("FAULT_NOT_CONFIRMED");
        assertThat(w.refused(new FaultChange.LogElsewhere("m2", Entry.Outcome.STARTED, 1, 0)))
                .isEqualTo("MODULE_STILL_IN");
    }

    @Test
    void theArrangementOfAStartBecomesThePlan() {
        Walk w = fitted().does(Walk.start(), Walk.read("firmwareTotal", "16 GB"));
        int good = w.unit().log().last();
        w.does(Walk.plan("B1", null));
        assertThat(w.unit().isChosen()).isFalse();
        w.does(new FaultChange.PlanAsStarted(good, "as it ran"));
        assertThat(w.unit().isChosen()).isTrue();
        assertThat(w.unit().plannedModules()).isEqualTo(Map.of("A1", "m2", "B1", "m3"));
    }

    /** One hidden fault at a time, with rates that show it: what is found is what was hidden, or that it is mended. */
    @ParameterizedTest
    @CsvSource({
        "DEAD_MODULE, m2, '', REPLACE",
        "BAD_SOCKET, B1, '', AVOID_SLOT",
        "KIND_TOO_LARGE, big, '', SMALLER_KIT",
        "POOR_SEATING, m3, '', NOTHING",
        "LONG_TRAINING, '', '', NOTHING",
        "NEEDS_MAINS, '', '', NOTHING",
        "WRONG_SETTINGS, '', '', NOTHING"
    })
    void aHiddenFaultIsFound(Hidden.Kind kind, String subject, String other, Remedy.Kind wanted) {
        int right = 0;
        List<String> told = new ArrayList<>();
        for (long seed = 1; seed <= 4; seed++) {
            Walk w = fitted();
            Practice p = practice(w, new Hidden(kind, subject, other, .97, .01, 0, 0, true), seed);
            p.start(0, 0);
            told.add(hunt(p, w));
            Trouble t = Trouble.of(w.bench(), p.work(), Assessment.of(w.bench(), p.work()), Set.of());
            boolean confirmed = t.diagnosis().state() == Diagnosis.State.CONFIRMED;
            Set<Remedy.Kind> kinds = new java.util.HashSet<>();
            t.diagnosis().leading().get(0).of().forEach(r -> kinds.add(r.kind()));
            // A bad socket with one kind of module shows what an order quirk of that kind shows, and what its channel
            // shows.
            boolean alike = wanted == Remedy.Kind.AVOID_SLOT
                    && Set.of(Remedy.Kind.AVOID_SLOT, Remedy.Kind.AVOID_CHANNEL, Remedy.Kind.OTHER_ORDER)
                            .containsAll(kinds);
            right += confirmed && (kinds.equals(Set.of(wanted)) || alike) || !confirmed && alike ? 1 : 0;
            if (confirmed) {
                p.act(new FaultChange.SettleFault("as it started"));
                assertThat(p.work().unit().log().happened())
                        .anyMatch(e ->
                                e instanceof Entry.FaultFound f && !f.found().isEmpty());
                assertThat(Trouble.of(w.bench(), p.work(), Assessment.of(w.bench(), p.work()), Set.of())
                                .any())
                        .as("what is written down is over")
                        .isFalse();
            }
        }
        assertThat(right).as(told.toString()).isGreaterThanOrEqualTo(3);
    }

    private static Practice practice(Walk w, Hidden hidden, long seed) {
        SortedMap<String, String> channels = new TreeMap<>(Map.of("A1", "A", "B1", "B", "B2", "B"));
        SortedMap<String, String> kinds = new TreeMap<>(Map.of("m1", "small", "m2", "big", "m3", "big"));
        SortedMap<String, Long> sizes = new TreeMap<>(Map.of("m1", 4096L, "m2", 8192L, "m3", 8192L));
        Simulated machine = new Simulated(
                new Simulated.Build(channels, new TreeMap<>(), kinds, sizes, 0, false, false), List.of(hidden), seed);
        return new Practice(machine, w.bench(), w, w.work);
    }

    /** Does what is proposed until nothing is: with its way in and back each time. */
    private static String hunt(Practice p, Walk w) {
        StringBuilder told = new StringBuilder();
        for (int i = 0; i < 25; i++) {
            Assessment a = Assessment.of(w.bench(), p.work());
            Trouble t = Trouble.of(w.bench(), p.work(), a, Set.of());
            if (t.diagnosis().next().isEmpty()) {
                return told.append(t.diagnosis().state())
                        .append(t.diagnosis().leading())
                        .append('\n')
                        .toString();
            }
            NextTest.Valued next = t.diagnosis().next().get(0);
            told.append(next.probe().shape()).append(' ').append(next.minutes()).append("; ");
            make(p, w, t, next.probe());
        }
        return told.toString();
    }

    private static void make(Practice p, Walk w, Trouble t, Probe probe) {
        SortedSet<String> touched = t.names().touched(t.now(), probe);
        if (!touched.isEmpty()) {
            does(p, new OpeningChange.OpenFor(Entry.Purpose.FAULT, touched));
            Assessment.of(w.bench(), p.work()).opening().stream()
                    .filter(s -> !s.done())
                    .forEach(s -> does(p, Walk.tick(s.id())));
        }
        Map<String, String> fill = new HashMap<>(t.names().modules(probe.fill()));
        probe.elsewhere().ifPresent(x -> fill.values().remove(t.names().pieces().get(x)));
        if (!touched.isEmpty()) {
            does(p, new FaultChange.Arrange(fill, t.names().reseated(t.now(), probe)));
        }
        if (probe.elsewhere().isPresent()) {
            String key = t.names().pieces().get(probe.elsewhere().get());
            Simulated.Sight s = p.elsewhere(key, probe.passes());
            does(
                    p,
                    new FaultChange.LogElsewhere(
                            key, s.dark() ? Entry.Outcome.SILENT : Entry.Outcome.STARTED, probe.passes(), s.errors()));
            does(p, new FaultChange.Arrange(t.names().modules(t.now()), Set.of()));
        }
        close(p, w);
        Trouble.actions(probe).forEach(a -> does(p, new LogChange.LogAction(a, "")));
        if (probe.elsewhere().isEmpty()) {
            assertThat(p.start(2, probe.passes())).isInstanceOf(Outcome.Applied.class);
        }
    }

    private static void close(Practice p, Walk w) {
        Assessment a = Assessment.of(w.bench(), p.work());
        if (!a.now().isClosed() && !a.now().down()) {
            does(p, Walk.tick("power-down"));
            does(p, Walk.tick("unplug"));
        }
        while (true) {
            Optional<WorkStep> next = Assessment.of(w.bench(), p.work()).closing().stream()
                    .filter(s -> !s.done() && s.kind() == WorkStep.Kind.PUT_BACK)
                    .findFirst();
            if (next.isEmpty()) {
                return;
            }
            does(p, Walk.tick(next.get().id()));
        }
    }

    private static void does(Practice p, Change change) {
        Outcome outcome = p.act(change);
        assertThat(outcome).as(change + " " + outcome).isInstanceOf(Outcome.Applied.class);
    }
}
