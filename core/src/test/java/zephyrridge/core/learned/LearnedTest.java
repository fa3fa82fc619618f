package zephyrridge.core.learned;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.Part;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.ClosingChange;
import zephyrridge.core.change.FaultChange;
import zephyrridge.core.change.LogChange;
import zephyrridge.core.change.OpeningChange;
import zephyrridge.core.change.Refusal;
import zephyrridge.core.change.RunsTyped;
import zephyrridge.core.change.StartChange;
import zephyrridge.core.change.Walk;
import zephyrridge.core.fault.Cause;
import zephyrridge.core.fault.Remedy;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.limit.Trial;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Stamp;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.core.machine.RecordEdit;
import zephyrridge.core.opening.Screws;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.proof.Measured;
import zephyrridge.core.quantity.ByteSize;

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

    /** A kit that ran and went out again is worth as much as the one that stayed; how it came teaches nothing, nor what was half read. */
    @Test
    void aKitThatRanOnTheWayIsATrial() {
        Walk w = fitted().does(Walk.start(), Walk.read("firmwareTotal", "12 GB"));
        arrange(w, "m1").does(Walk.start(), Walk.read("firmwareTotal", "4 GB"));
        arrange(w, "m2").does(Walk.start(), SEEN_ALONE);
        w.does(new FaultChange.PlanAsStarted(lastStart(w), "alone"));
        assertThat(w.missing()).isEmpty();
        List<Trial> trials = trials(handedBack(w));
        assertThat(trials).extracting(Trial::outcome).containsExactly(Trial.Outcome.PROVEN, Trial.Outcome.PART_PROVEN);
        assertThat(trials.get(1).sockets().keySet()).containsExactly("A1", "B1");
        assertThat(trials).extracting(Trial::id).doesNotHaveDuplicates();
        assertThat(trials(w.does(new ClosingChange.ReopenJob()))).isEmpty();
    }

    /** Less than it should have, or dark the next time: that kit did not run. */
    @Test
    void aKitThatWasNotWholeIsNoTrial() {
        Walk w = fitted().does(Walk.start(), Walk.read("firmwareTotal", "4 GB"));
        arrange(w, "m2").does(Walk.start(), SEEN_ALONE);
        w.does(new FaultChange.PlanAsStarted(lastStart(w), "alone"));
        assertThat(trials(handedBack(w))).extracting(Trial::outcome).containsExactly(Trial.Outcome.PROVEN);
    }

    /** The first socket holds this one alone: opened by a round for a test, and closed again. */
    private static Walk arrange(Walk w, String module) {
        w.does(new OpeningChange.OpenFor(Entry.Purpose.FAULT, new java.util.TreeSet<>(Set.of("A1", "B1"))))
                .opened();
        return w.does(new FaultChange.Arrange(java.util.Map.of("A1", module), Set.of()))
                .closed();
    }

    private static final Change SEEN_ALONE = Walk.read("firmwareTotal", "8 GB", "rate", "2400", "positionsFilled", "1");

    private static int lastStart(Walk w) {
        List<Entry.Started> starts = w.unit().log().starts();
        return starts.get(starts.size() - 1).no();
    }

    /** The record has 256 MB for graphics: 1 GB is a share that it does not know; without any, share and cap look alike. */
    @Test
    void aShareThatWasSeenIsOffered() {
        Walk w = fitted().does(Walk.start(), SEEN, Walk.read("usable", "11100 MB"));
        assertThat(SeenShares.of(w.bench(), List.of(w.unit())))
                .containsExactly(new SeenShares.Share(
                        ByteSize.ofGibibytes(1), ByteSize.ofGibibytes(12), ByteSize.ofMebibytes(11_100)));
        Walk usual = fitted().does(Walk.start(), SEEN, Walk.read("usable", "11900 MB"));
        assertThat(SeenShares.of(usual.bench(), List.of(usual.unit()))).isEmpty();
        Walk unknown = new Walk(Walk.laptop().memory(1024, 0, 0).build(), HouseRules.DEFAULT)
                .planned()
                .opened()
                .does(Walk.fit("B1"))
                .closed()
                .does(Walk.start(), SEEN, Walk.read("usable", "11 GB"));
        assertThat(SeenShares.of(unknown.bench(), List.of(unknown.unit()))).isEmpty();
        unknown.does(new StartChange.AcceptDifference(
                lastStart(unknown), Optional.of(Comparison.Field.USABLE), "the firmware's graphics setting says 1 GB"));
        assertThat(SeenShares.of(unknown.bench(), List.of(unknown.unit())))
                .extracting(SeenShares.Share::share)
                .containsExactly(ByteSize.ofGibibytes(1));
    }

    @Test
    void aStartThatIsRetractedTakesItsTrialAlong() {
        Walk w = fitted().does(Walk.start(), SEEN);
        int start = w.unit().log().last();
        w.does(new LogChange.Retract(start, "another machine", Set.of()));
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
        // Commas between runs, in figures and in thousands; points, pictures and drives each in their own unit.
        assertThat(RunsTyped.of(Measured.What.READ, "38.1, 37.9, 38.4")).containsExactly(38_100, 37_900, 38_400);
        assertThat(RunsTyped.of(Measured.What.WRITE, "21,5, 21,7")).containsExactly(21_500, 21_700);
        assertThat(RunsTyped.of(Measured.What.SCORE, "12,345 points 12410")).containsExactly(123_450, 124_100);
        assertThat(RunsTyped.of(Measured.What.FRAMES, "61 fps, 60,5")).containsExactly(610, 605);
        assertThat(RunsTyped.of(Measured.What.DRIVE, "3,480 MB/s 3.5 GB/s 3470"))
                .containsExactly(3_480, 3_500, 3_470);
        for (String wrong : List.of("fast", "38 points", "38 ns", "-3", "0", "1e5")) {
            org.assertj.core.api.Assertions.assertThatThrownBy(() -> RunsTyped.of(Measured.What.READ, wrong))
                    .as(wrong)
                    .isInstanceOf(Refusal.Thrown.class);
        }
    }

    private static Change draw(double x, double y) {
        return new OpeningChange.DrawScrew("base", x, y, "PH0", 45, Fastener.Role.OUT);
    }

    private static Walk dead() {
        return new Walk().planned().does(Walk.tick("power-down"), Walk.tick("unplug"));
    }

    private static Change turn(String screw, Entry.Screw state) {
        return new OpeningChange.TurnScrew("base", screw, state);
    }

    /** A record that knows no screws learns them from the job that drew most; drawn again they are the same ones. */
    @Test
    void theScrewMapGrowsFromTheJobThatDrewMostOfIt() {
        Walk few = new Walk().planned().does(draw(.1, .1));
        Walk most = new Walk().planned().does(draw(.11, .1), draw(.9, .1), draw(.5, .95));
        var practice = Learned.practice(Set.of("base"), List.of(few.unit(), most.unit(), new Walk().unit()));
        assertThat(practice.screws()).containsOnlyKeys("base");
        assertThat(practice.screws().get("base"))
                .extracting(Fastener::id)
                .containsExactly("at11-10", "at90-10", "at50-95");
        MachineRecord taught = RecordEdit.withScrews(Walk.LAPTOP, practice.screws());
        Part base = taught.access().part("base").orElseThrow();
        assertThat(base.fasteners()).hasSize(3);
        assertThat(RecordCheck.faults(taught)).isEmpty();
        // The first job's screw is one of them, and what is kept twice is kept once.
        assertThat(RecordEdit.unknown(base, few.unit().deviations().screws().get("base")))
                .isEmpty();
        assertThat(RecordEdit.withScrews(taught, practice.screws())).isEqualTo(taught);
        assertThat(most.unit().deviations().effective(taught)).isEqualTo(taught);
    }

    @Test
    void aDrawnScrewIsOneLikeAnyOther() {
        Walk w = new Walk().planned().does(draw(.2, .2), draw(.8, .2));
        assertThat(w.refused(draw(.21, .2))).isEqualTo("SCREW_DRAWN_THERE");
        assertThat(w.refused(new OpeningChange.DrawScrew("lid", .5, .5, "PH0", 0, Fastener.Role.OUT)))
                .isEqualTo("NO_SUCH");
        w.opened();
        assertThat(Screws.tray(w.bench(), w.assess().now())).hasSize(2);
        w.does(Walk.fit("B1")).closed();
        assertThat(Screws.tray(w.bench(), w.assess().now())).isEmpty();
        w.does(new OpeningChange.RubOutScrew("base", "at80-20"));
        assertThat(w.unit().deviations().screws().get("base"))
                .extracting(Fastener::id)
                .containsExactly("at20-20");
        assertThat(w.refused(new OpeningChange.RubOutScrew("base", "at80-20"))).isEqualTo("NO_SUCH");
        w.does(turn("at20-20", Entry.Screw.LEFT));
        assertThat(w.refused(new OpeningChange.RubOutScrew("base", "at20-20"))).isEqualTo("LOG_SAYS_OTHERWISE");
    }

    /** Said once a job, the worse of what was said; a screw that merely came out is none. */
    @Test
    void screwsThatGaveTroubleAreRemembered() {
        Walk tight = dead().does(draw(.2, .2), draw(.8, .2), turn("at20-20", Entry.Screw.TIGHT));
        Walk spoilt =
                dead().does(draw(.2, .2), turn("at20-20", Entry.Screw.TIGHT), turn("at20-20", Entry.Screw.STRIPPED));
        assertThat(Learned.practice(Set.of("base"), List.of(tight.unit())).hard())
                .containsExactly(new Learned.Hard("base", "at20-20", Entry.Screw.TIGHT, 1));
        assertThat(Learned.practice(Set.of("base"), List.of(spoilt.unit(), tight.unit()))
                        .hard())
                .containsExactly(new Learned.Hard("base", "at20-20", Entry.Screw.STRIPPED, 2));
    }
}
