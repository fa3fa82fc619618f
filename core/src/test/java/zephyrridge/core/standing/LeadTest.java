package zephyrridge.core.standing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.change.ConditionChange;
import zephyrridge.core.change.EvidenceChange;
import zephyrridge.core.change.FaultChange;
import zephyrridge.core.change.LogChange;
import zephyrridge.core.change.OpeningChange;
import zephyrridge.core.change.PlanChange;
import zephyrridge.core.change.StartChange;
import zephyrridge.core.change.Walk;
import zephyrridge.core.fault.Probe;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.log.Entry;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.SlotState;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.opening.Round;
import zephyrridge.core.opening.StepTimes;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Station;

/** What each station lacks and what comes next: true at every step of a walk, and the walk is led by it. */
class LeadTest {
    private static Lead lead(Walk w, Station station) {
        return Lead.of(w.work, w.bench(), w.assess()).get(station.ordinal());
    }

    private static List<Gap.Kind> missing(Walk w, Station station) {
        return lead(w, station).missing().stream().map(Gap::kind).toList();
    }

    @Test
    void takeInAsksOnlyWhatIsUnanswered() {
        Walk w = new Walk();
        assertThat(missing(w, Station.TAKE_IN))
                .containsExactly(Gap.Kind.SEAL, Gap.Kind.BATTERY, Gap.Kind.KEY, Gap.Kind.SETTINGS);
        assertThat(lead(w, Station.TAKE_IN).next().what()).isEqualTo(Lead.Do.ANSWER_AS_USUAL);
        w.answered();
        assertThat(missing(w, Station.TAKE_IN)).isEmpty();
        assertThat(lead(w, Station.TAKE_IN).next()).isEqualTo(new Lead.Next(Lead.Do.GO, "READ"));
    }

    /** Where all is soldered nobody is asked for labels or a plan: it is said at once, and the way leads home. */
    @Test
    void aMachineWithoutASocketIsLedHome() {
        Walk w = new Walk(
                        Machines.of(MemoryGeneration.DDR4, 2400)
                                .channel("A")
                                .soldered("bank", "A", Modules.of("8GB 1Rx16 PC4-2400T-SC0-11"))
                                .build(),
                        HouseRules.DEFAULT)
                .answered();
        for (Station station : List.of(Station.READ, Station.LIMITS, Station.PLAN, Station.OPEN, Station.FIT)) {
            assertThat(missing(w, station)).as(station.name()).containsExactly(Gap.Kind.ALL_SOLDERED);
        }
        assertThat(lead(w, Station.READ).next()).isEqualTo(new Lead.Next(Lead.Do.GO, "HAND_BACK"));
        w.does(new StartChange.EnterReadout(StartChange.Phase.BEFORE, Optional.empty(), Map.of("systemTotal", "8")));
        assertThat(lead(w, Station.READ).next()).isEqualTo(new Lead.Next(Lead.Do.GO, "HAND_BACK"));
    }

    /** Read is done by the evidence: a module in each socket, a look at the empty ones, or a total that leaves no room. */
    @Test
    void readIsDoneByTheEvidence() {
        Walk w = new Walk().answered();
        assertThat(missing(w, Station.READ)).containsExactly(Gap.Kind.NOTHING_READ);
        assertThat(w.assess().trail().current()).isEqualTo(Station.READ);
        w.does(new EvidenceChange.AddModule(JobModule.Origin.FOUND, Walk.D4, Optional.of("A1")));
        assertThat(missing(w, Station.READ)).containsExactly(Gap.Kind.SOCKETS_NOT_SEEN);
        assertThat(lead(w, Station.READ).missing().get(0).of()).contains("B1").contains("B2");
        // A total that is what the module has says that the others are empty.
        w.does(new StartChange.EnterReadout(StartChange.Phase.BEFORE, Optional.empty(), Map.of("systemTotal", "4")));
        assertThat(w.unit().before().systemTotal()).contains(ByteSize.ofGibibytes(4));
        assertThat(missing(w, Station.READ)).isEmpty();
        // Nothing is planned yet, so Limits waits and Plan is next.
        assertThat(w.assess().trail().current()).isEqualTo(Station.PLAN);
        w.does(new StartChange.EnterReadout(
                StartChange.Phase.BEFORE, Optional.empty(), Map.of("firmwareTotal", "8 GB")));
        assertThat(missing(w, Station.READ))
                .as("nothing disagrees while two sockets may hold the rest")
                .containsExactly(Gap.Kind.TOTAL_AMONG);
        assertThat(lead(w, Station.READ).missing().get(0).of()).contains("B1").contains("B2");
        for (String rest : List.of("6.5 GB", "11 GB", "3 GB")) {
            w.does(new StartChange.EnterReadout(
                    StartChange.Phase.BEFORE, Optional.empty(), Map.of("firmwareTotal", rest)));
            assertThat(missing(w, Station.READ))
                    .as("%s beside 4 GB and two sockets", rest)
                    .contains(rest.equals("3 GB") ? Gap.Kind.TOTAL_DIFFERS : Gap.Kind.TOTAL_AMONG);
        }
    }

    /** One socket that nobody looked into, and a sum that leaves a module's worth for it. */
    @Test
    void theSumSaysWhereTheRestIs() {
        Walk w = new Walk().answered();
        w.does(new EvidenceChange.AddModule(JobModule.Origin.FOUND, Walk.D4, Optional.of("A1")));
        List<String> sockets = w.bench().record().positions().stream()
                .filter(p -> !p.isSoldered() && !p.id().equals("A1"))
                .map(p -> p.id())
                .toList();
        sockets.subList(1, sockets.size())
                .forEach(p -> w.does(new EvidenceChange.SayWhatIsSeen(
                        p, Optional.of(SlotState.EMPTY), Optional.empty(), Optional.empty())));
        w.does(new StartChange.EnterReadout(
                StartChange.Phase.BEFORE, Optional.empty(), Map.of("systemTotal", "11.9 GB")));
        assertThat(missing(w, Station.READ)).as("no module holds 7.9 GB").contains(Gap.Kind.TOTAL_DIFFERS);
        w.does(new StartChange.EnterReadout(
                StartChange.Phase.BEFORE, Optional.empty(), Map.of("systemTotal", "12 GB")));
        assertThat(missing(w, Station.READ)).containsExactly(Gap.Kind.TOTAL_POINTS);
        assertThat(lead(w, Station.READ).missing().get(0).of())
                .isEqualTo(w.bench().record().position(sockets.get(0)).label());
        w.does(new EvidenceChange.AddModule(JobModule.Origin.FOUND, Walk.D8, Optional.of(sockets.get(0))));
        assertThat(missing(w, Station.READ)).isEmpty();
    }

    /** Firmware counts 4 soldered GiB twice: no socket is said to hold them, and once nothing is seen there all agrees. */
    @Test
    void aBankThatFirmwareCountsTwicePointsNowhere() {
        MachineRecord one = Machines.of(MemoryGeneration.DDR4, 2400)
                .channel("A")
                .soldered("bank", "A", Modules.of(Walk.D4))
                .channel("B")
                .socket("B1", "B", 1, List.of())
                .build();
        Walk w = new Walk(one, HouseRules.DEFAULT).answered();
        w.does(new StartChange.EnterReadout(
                StartChange.Phase.BEFORE, Optional.empty(), Map.of("firmwareTotal", "8 GB", "systemTotal", "4 GB")));
        assertThat(missing(w, Station.READ)).isEmpty();
        assertThat(w.assess().readingFindings())
                .extracting(f -> f.code().name())
                .containsExactly("READ_BANK_COUNTED_TWICE");
        // A module that is found explains it better.
        w.does(Walk.found(Walk.D4, "B1"));
        assertThat(w.assess().readingFindings()).isEmpty();
    }

    /** A total, a source, or one look into one of three sockets: there is memory, and nobody knows where. That is not "no memory". */
    @Test
    void aTotalAloneIsNoEmptyMachine() {
        Walk w = new Walk().answered();
        w.does(new StartChange.EnterReadout(
                StartChange.Phase.BEFORE, Optional.empty(), Map.of("systemTotal", "12 GB", "rate", "2400")));
        assertThat(w.assess().found().findings())
                .extracting(f -> f.code().name())
                .containsExactly("READ_TOTAL_ALONE");
        assertThat(w.assess().readingFindings())
                .extracting(f -> f.code().name())
                .containsExactly("READ_TOTAL_ALONE");
        assertThat(missing(w, Station.READ)).containsExactly(Gap.Kind.ONLY_TOTAL);
        assertThat(AsFound.unknown(w.bench(), w.unit())).containsExactlyInAnyOrder("A1", "B1", "B2");
        w.does(Walk.found(Walk.D4, "A1"));
        assertThat(AsFound.unknown(w.bench(), w.unit())).containsExactlyInAnyOrder("B1", "B2");
        w.does(Walk.found(Walk.D8, "B1"));
        assertThat(AsFound.unknown(w.bench(), w.unit()))
                .as("the total leaves no room")
                .isEmpty();
    }

    /** With one module read and two sockets nobody saw, nothing is said of how channels share the memory. */
    @Test
    void whatASocketMayHoldIsNotSpokenOver() {
        Walk w = new Walk().answered().does(Walk.found(Walk.D4, "A1"));
        assertThat(w.assess().found().findings())
                .extracting(f -> f.code().name())
                .doesNotContain("WIDTH_SINGLE", "WIDTH_UNEVEN");
        w.does(new StartChange.EnterReadout(StartChange.Phase.BEFORE, Optional.empty(), Map.of("systemTotal", "4 GB")));
        assertThat(w.assess().found().findings())
                .extracting(f -> f.code().name())
                .contains("WIDTH_SINGLE");
    }

    @Test
    void seenEmptyAllThroughItIsWithoutMemory() {
        Walk w = new Walk().answered();
        for (String p : List.of("A1", "B1", "B2")) {
            assertThat(w.assess().found().findings())
                    .extracting(f -> f.code().name())
                    .as("before " + p)
                    .containsExactly("READ_NOTHING_YET");
            w.does(new EvidenceChange.SayWhatIsSeen(
                    p, Optional.of(SlotState.EMPTY), Optional.empty(), Optional.empty()));
        }
        assertThat(w.assess().found().findings())
                .extracting(f -> f.code().name())
                .contains("NO_MEMORY");
        assertThat(AsFound.unknown(w.bench(), w.unit())).isEmpty();
    }

    /** A screw that somebody drew says nothing of memory. */
    @Test
    void aDrawnScrewIsNoReading() {
        Walk w = new Walk()
                .answered()
                .does(new OpeningChange.DrawScrew("base", .5, .5, "PH0", 0, zephyrridge.core.access.Fastener.Role.OUT));
        assertThat(AsFound.isRead(w.bench(), w.unit())).isFalse();
        assertThat(w.unit().isLookedAt()).isFalse();
    }

    /** Whatever the lead says can be done with one key is done by the core; a walk along it ends proven. */
    @Test
    void aWalkAlongTheLead() {
        Walk w = new Walk().answered();
        w.does(new EvidenceChange.AddModule(JobModule.Origin.FOUND, Walk.D4, Optional.of("A1")));
        w.does(new EvidenceChange.AddModule(JobModule.Origin.TYPED, Walk.D4, Optional.empty()));
        assertThat(missing(w, Station.PLAN)).containsExactly(Gap.Kind.NOTHING_PLANNED);
        w.does(new PlanChange.PlanModule("B1", Optional.of("m2"), Optional.empty()));
        assertThat(lead(w, Station.PLAN).next().what()).isEqualTo(Lead.Do.CHOOSE_PLAN);
        w.does(new PlanChange.ChoosePlan(true));
        assertThat(lead(w, Station.PLAN).next()).isEqualTo(new Lead.Next(Lead.Do.GO, "OPEN"));
        int ticks = 0;
        while (lead(w, Station.OPEN).next().what() == Lead.Do.TICK) {
            w.does(new LogChange.TickStep(lead(w, Station.OPEN).next().id(), true));
            ticks++;
        }
        assertThat(ticks).isEqualTo(7);
        assertThat(lead(w, Station.OPEN).next()).isEqualTo(new Lead.Next(Lead.Do.GO, "FIT"));
        assertThat(lead(w, Station.FIT).next()).isEqualTo(new Lead.Next(Lead.Do.FIT, "B1"));
        w.does(new LogChange.ConfirmFit("B1", true, Optional.empty(), Optional.empty(), Optional.empty()));
        assertThat(missing(w, Station.FIT)).isEmpty();
        assertThat(missing(w, Station.PROVE)).contains(Gap.Kind.PARTS_OFF, Gap.Kind.NOT_STARTED);
        // The first start comes before the last cover; then it is made dead again before hands go in.
        for (int round = 0; round < 2; round++) {
            while (lead(w, Station.PROVE).next().what() == Lead.Do.TICK) {
                w.does(new LogChange.TickStep(lead(w, Station.PROVE).next().id(), true));
            }
            w.does(Walk.start());
        }
        assertThat(w.assess().now().isClosed()).isTrue();
        w.does(new StartChange.EnterReadout(
                StartChange.Phase.AFTER,
                Optional.empty(),
                Map.of("firmwareTotal", "8192", "rate", "2400 MHz", "positionsFilled", "2")));
        // Proven, and yet not nothing: what came off asks to be tried.
        assertThat(missing(w, Station.PROVE)).containsExactly(Gap.Kind.CHECKS_LEFT);
        assertThat(missing(w, Station.HAND_BACK)).containsExactly(Gap.Kind.CHECKS_LEFT);
        w.assess().checks().forEach(c -> w.does(new OpeningChange.SayCheck(c.check(), Entry.Result.GOOD, "")));
        assertThat(missing(w, Station.PROVE)).isEmpty();
        assertThat(lead(w, Station.PROVE).next()).isEqualTo(new Lead.Next(Lead.Do.GO, "HAND_BACK"));
        assertThat(missing(w, Station.HAND_BACK)).isEmpty();
    }

    /** Whoever opens a machine once more for a test says so once: every step of it was done before. Never the first time. */
    @Test
    void whatWasDoneBeforeIsSaidAtOnce() {
        Walk w = new Walk().planned();
        assertThat(lead(w, Station.OPEN).next().what()).isEqualTo(Lead.Do.TICK);
        w.opened().does(Walk.fit("B1"));
        assertThat(lead(w, Station.PROVE).next().what())
                .as("never closed before")
                .isEqualTo(Lead.Do.TICK);
        w.closed().does(new StartChange.LogStart(Entry.Outcome.SILENT, "", Optional.empty()));
        w.does(new FaultChange.ChooseTest(
                Probe.Shape.BACK, Map.of("A1", "m1"), Set.of(), List.of(), 0, Optional.empty(), Optional.empty()));
        Lead.Next open = lead(w, Station.PROVE).next();
        assertThat(open.what()).isEqualTo(Lead.Do.TICK_ALL);
        assertThat(open.id()).startsWith("power-down,unplug").endsWith("off:plate");
        List<String> steps = List.of(open.id().split(","));
        List<String> without = steps.stream().filter(s -> !s.equals("unplug")).toList();
        assertThat(w.refused(new LogChange.TickSteps(without)))
                .as("one that cannot be refuses all")
                .isEqualTo("STEP_UNPLUG_FIRST");
        assertThat(w.assess().now().isClosed()).isTrue();
        w.does(new LogChange.TickSteps(steps));
        assertThat(lead(w, Station.PROVE).next().what()).isEqualTo(Lead.Do.ARRANGE);
        w.does(new FaultChange.ArrangeForTest());
        Lead.Next close = lead(w, Station.PROVE).next();
        assertThat(close.what()).isEqualTo(Lead.Do.TICK_ALL);
        w.does(new LogChange.TickSteps(List.of(close.id().split(","))));
        w.does(new StartChange.LogStart(Entry.Outcome.STARTED, "", Optional.empty()));
        // How long each took nobody knows.
        assertThat(StepTimes.of(w.unit().log()).keySet())
                .noneMatch(no -> w.unit().log().entry(no).orElseThrow() instanceof Entry.Stepped);
    }

    /** It ran with its cover off: down and cords out, as before it was opened, are one word before the hands go in again. */
    @Test
    void downAndCordsOutAreSaidTogetherOnTheWayBack() {
        Walk w = new Walk().planned();
        w.opened().does(Walk.fit("B1"));
        for (WorkStep s : w.assess().closing()) {
            if (s.kind() == WorkStep.Kind.TEST_START) {
                break;
            }
            assertThat(lead(w, Station.FIT).next()).isEqualTo(new Lead.Next(Lead.Do.TICK, s.id()));
            w.does(Walk.tick(s.id()));
        }
        w.does(new StartChange.LogStart(Entry.Outcome.STARTED, "", Optional.empty()));
        assertThat(lead(w, Station.FIT).next()).isEqualTo(new Lead.Next(Lead.Do.TICK_ALL, "power-down,unplug"));
        w.does(Walk.tick("power-down"));
        assertThat(lead(w, Station.FIT).next()).isEqualTo(new Lead.Next(Lead.Do.TICK, "unplug"));
    }

    /** Two sides are two rounds: what lies open is fitted first, whatever the record lists first. */
    @Test
    void whatLiesOpenIsFittedFirst() {
        MachineRecord twoSided = Machines.of(MemoryGeneration.DDR4, 2400, 2133)
                .part("keyboard", Part.Kind.KEYBOARD, Side.TOP, 200)
                .part("hatch", Part.Kind.HATCH, Side.BOTTOM, 20)
                .channel("A")
                .socket("top", "A", 1, List.of(Set.of("keyboard")))
                .channel("B")
                .socket("below", "B", 1, List.of(Set.of("hatch")))
                .build();
        Walk w = new Walk(twoSided, HouseRules.DEFAULT)
                .answered()
                .does(
                        Walk.typed(Walk.D8),
                        Walk.typed(Walk.D8),
                        Walk.plan("top", "m1"),
                        Walk.plan("below", "m2"),
                        new PlanChange.ChoosePlan(true));
        String nearest = "";
        for (int i = 0; i < 40; i++) {
            Lead open = lead(w, Station.OPEN);
            if (open.next().what() != Lead.Do.TICK) {
                break;
            }
            w.does(Walk.tick(open.next().id()));
            nearest = w.assess().rounds().stream()
                    .filter(Round::current)
                    .map(r -> r.positions().first())
                    .findFirst()
                    .orElseThrow();
        }
        assertThat(lead(w, Station.FIT).next()).isEqualTo(new Lead.Next(Lead.Do.FIT, nearest));
        w.does(Walk.fit(nearest));
        // The other one has its own way in.
        assertThat(lead(w, Station.FIT).next().what()).isEqualTo(Lead.Do.GO);
        String other = nearest.equals("top") ? "below" : "top";
        for (int i = 0; i < 40 && lead(w, Station.FIT).next().what() != Lead.Do.FIT; i++) {
            w.does(Walk.tick(lead(w, Station.OPEN).next().id()));
        }
        assertThat(lead(w, Station.FIT).next()).isEqualTo(new Lead.Next(Lead.Do.FIT, other));
    }

    @Test
    void aShutGateLeavesNoKeyToPress() {
        Walk w = new Walk();
        w.does(new EvidenceChange.AddModule(JobModule.Origin.TYPED, Walk.D4, Optional.empty()));
        w.does(new PlanChange.PlanModule("B1", Optional.of("m1"), Optional.empty()));
        assertThat(missing(w, Station.OPEN)).contains(Gap.Kind.GATE_SHUT);
        assertThat(lead(w, Station.OPEN).next().what()).isEqualTo(Lead.Do.NONE);
        assertThat(missing(w, Station.FIT)).contains(Gap.Kind.GATE_SHUT);
    }

    /** A plain number is taken where only one unit can be meant, and asked about where two can. */
    @ParameterizedTest
    @CsvSource({"16,16 GiB", "7.7,7.7 GiB", "'7,7',7.7 GiB", "16384,16 GiB", "4096 MB,4 GiB", "2048,", "1536,"})
    void plainFigures(String typed, String taken) {
        Walk w = new Walk();
        StartChange.EnterReadout change =
                new StartChange.EnterReadout(StartChange.Phase.BEFORE, Optional.empty(), Map.of("systemTotal", typed));
        if (taken == null) {
            assertThat(w.refused(change)).isEqualTo("NOT_A_SIZE");
        } else {
            w.does(change);
            assertThat(w.unit().before().systemTotal().orElseThrow().rounded()).isEqualTo(taken);
        }
    }

    /** As usual answers what nobody has answered, and nothing else. */
    @Test
    void asUsualAnswersOnlyWhatIsOpen() {
        Walk w = new Walk();
        w.does(new ConditionChange.AnswerAsUsual());
        assertThat(w.unit().intake().battery()).isEqualTo(Intake.Battery.GOOD);
        assertThat(w.unit().intake().seal()).isEqualTo(Intake.Seal.NONE);
        assertThat(w.unit().intake().wayIn()).isEqualTo(Intake.WayIn.NOT_ASKED);
        assertThat(w.unit().intake().asUsual(zephyrridge.core.machine.MachineKind.SERVER))
                .isEqualTo(w.unit().intake());
        Intake worn = new Intake(
                Optional.empty(),
                Optional.empty(),
                Intake.Seal.OWNER_AGREES,
                Intake.Battery.NOT_LOOKED,
                Intake.Encryption.KEY_AT_HAND,
                Intake.FirmwareSettings.NOT_KNOWN,
                Intake.WayIn.NONE,
                "1.2",
                "",
                "",
                "");
        Intake usual = worn.asUsual(zephyrridge.core.machine.MachineKind.DESKTOP);
        assertThat(usual.battery()).isEqualTo(Intake.Battery.NONE_FITTED);
        assertThat(usual.seal()).isEqualTo(Intake.Seal.OWNER_AGREES);
        assertThat(usual.encryption()).isEqualTo(Intake.Encryption.KEY_AT_HAND);
        assertThat(usual.firmwareSettings()).isEqualTo(Intake.FirmwareSettings.NOT_KNOWN);
    }
}
