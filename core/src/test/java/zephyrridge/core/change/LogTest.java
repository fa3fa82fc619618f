package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Rounds;
import zephyrridge.core.fault.Probe;
import zephyrridge.core.fault.Remedy;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Extra;
import zephyrridge.core.log.Place;
import zephyrridge.core.log.Stamp;
import zephyrridge.core.machine.SlotState;
import zephyrridge.core.now.DrawerUse;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.EntryCheck;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.Seal;
import zephyrridge.core.unit.Unit;

/** The log as state: what hangs on an entry goes with it, and no sequence of changes breaks what must always hold. */
class LogTest {
    /** Out again is a move: it waits for the way like any other, and every start before it stays. */
    @Test
    void takingAFittingBackIsAMove() {
        Walk w = new Walk()
                .planned()
                .opened()
                .does(Walk.fit("B1"))
                .closed()
                .does(Walk.start(), Walk.read("firmwareTotal", "12 GB"));
        Change back = new LogChange.ConfirmFit("B1", false, Optional.empty(), Optional.empty(), Optional.empty());
        assertThat(w.refused(back)).isEqualTo("STEP_POWER_DOWN_FIRST");
        w.does(new OpeningChange.OpenFor(Entry.Purpose.FIT, new java.util.TreeSet<>(Set.of("B1"))))
                .opened();
        int entries = w.unit().log().entries().size();
        w.does(back);
        assertThat(w.unit().log().entries()).hasSize(entries + 1);
        assertThat(w.unit().log().starts()).hasSize(1);
        assertThat(w.assess().inIt()).containsOnly(Map.entry("A1", "m1"));
        assertThat(w.assess().now().places().get("m2").kind()).isEqualTo(Place.Kind.SUPPLIER);
        assertThat(w.assess().fitLines().get(0).done()).isFalse();
        w.does(Walk.fit("B1"));
        assertThat(w.assess().fitLines().get(0).done()).isTrue();
    }

    /** A line that only takes out: taken back, what came out goes in again. */
    @Test
    void takingAnEmptyingBackPutsItIn() {
        Walk w =
                new Walk().answered().does(Walk.found(Walk.D4, "A1"), Walk.found(Walk.D8, "B1"), Walk.plan("A1", null));
        w.does(new PlanChange.ChoosePlan(true)).opened().does(Walk.fit("A1"));
        assertThat(w.assess().inIt()).containsOnlyKeys("B1");
        w.does(new LogChange.ConfirmFit("A1", false, Optional.empty(), Optional.empty(), Optional.empty()));
        assertThat(w.assess().inIt()).containsOnlyKeys("A1", "B1");
    }

    @Test
    void retractingAPowerStepTakesAllThatNeededItAndAsksFirst() {
        Walk w = new Walk().planned().opened().does(Walk.fit("B1"));
        int powerDown = w.unit().log().happened().get(0).no();
        Set<Integer> along = EntryCheck.hangingOn(powerDown, w.unit(), w.bench());
        assertThat(w.refused(new LogChange.Retract(powerDown, "it was only asleep", Set.of())))
                .isEqualTo("TAKES_ALONG");
        Set<Integer> butOne = new HashSet<>(along);
        butOne.remove(w.unit().log().last());
        assertThat(w.refused(new LogChange.Retract(powerDown, "it was only asleep", butOne)))
                .as("what came after somebody looked is not taken unasked")
                .isEqualTo("TAKES_ALONG");
        assertThat(w.refused(new LogChange.Retract(powerDown, " ", along))).isEqualTo("REASON_NEEDED");
        w.does(new LogChange.Retract(powerDown, "it was only asleep", along));
        assertThat(w.assess().now().isClosed()).isTrue();
        assertThat(w.assess().inIt()).doesNotContainKey("B1");
        assertThat(w.refused(new LogChange.Retract(powerDown, "again", along))).isEqualTo("NO_SUCH");
    }

    /** What was counted, and the strap, belong to an opening: without it there is nothing to count. */
    @Test
    void countedScrewsGoWithTheirOpening() {
        Walk w = new Walk().planned().opened().does(Walk.fit("B1")).closed().does(Walk.tick("count"));
        int powerDown = w.unit().log().happened().get(0).no();
        w.retracts(powerDown, "another machine");
        assertThat(w.assess().now().power().counted()).isFalse();
        assertThat(w.refused(Walk.tick("count"))).isEqualTo("STEP_NOTHING_OPEN");
        assertThat(w.refused(Walk.tick("strap-off"))).isEqualTo("STEP_NOTHING_OPEN");
    }

    /** A verdict rests on the starts and tests before it: without one of them it is nobody's word, nor is the module bad. */
    @Test
    void whatWasFoundGoesWithTheStartsItWasFoundBy() {
        Walk w = new Walk().stock("D-7", Walk.D8).answered().does(Walk.found(Walk.D4, "A1"));
        w.does(new PlanChange.PlanModule("B1", Optional.empty(), Optional.of("D-7")), new PlanChange.ChoosePlan(true))
                .opened()
                .does(Walk.fit("B1"))
                .closed();
        w.does(new StartChange.LogStart(Entry.Outcome.SILENT, "", Optional.empty()));
        int first = w.unit().log().last();
        w.does(new StartChange.AcceptDifference(first, Optional.empty(), "only asleep"));
        w.does(
                new LogChange.LogAction(Entry.Action.WAITED, ""),
                new StartChange.LogStart(Entry.Outcome.SILENT, "", Optional.empty()));
        found(w, "m2");
        assertThat(DrawerUse.bad(w.unit())).containsExactly("D-7");
        int verdict = w.unit().log().last();
        w.does(new StartChange.LogStart(Entry.Outcome.STARTED, "", Optional.empty()));
        assertThat(EntryCheck.hangingOn(w.unit().log().last(), w.unit(), w.bench()))
                .as("a start after it is none that it rests on")
                .hasSize(1);
        assertThat(EntryCheck.hangingOn(first, w.unit(), w.bench())).containsExactly(first, verdict);
        w.retracts(first, "another machine");
        assertThat(DrawerUse.bad(w.unit())).isEmpty();
        assertThat(w.unit().accepted()).isEmpty();
    }

    private static void found(Walk w, String module) {
        Entry.FaultFound found = new Entry.FaultFound(
                new Stamp(w.unit().log().last() + 1, w.unit().log().last(), Optional.empty(), "ilka", false),
                new java.util.TreeMap<>(),
                List.of(new Entry.FaultFound.Found(Remedy.Kind.REPLACE, new java.util.TreeSet<>(Set.of(module)), "")));
        w.work = w.work.with(w.unit().withLog(w.unit().log().with(found)));
    }

    @Test
    void whatWasFoundCannotBeSaidAgainstTheLog() {
        Walk w = new Walk().planned().opened().does(Walk.fit("B1"));
        w.does(Walk.typed(Walk.D8));
        assertThat(w.refused(new EvidenceChange.PlaceFound("B1", Optional.of("m3"))))
                .isEqualTo("LOG_SAYS_OTHERWISE");
        assertThat(w.refused(new PlanChange.RemoveModule("m2"))).isEqualTo("MODULE_IN_LOG");
    }

    @Test
    void aModuleIsInOnePlaceWhateverAFaultTestDoes() {
        Walk w = new Walk().planned().opened().does(Walk.fit("B1"));
        assertThat(w.refused(new LogChange.MoveModule("m2", Place.Kind.POSITION, "A1")))
                .isEqualTo("SOCKET_TAKEN");
        w.does(
                new LogChange.MoveModule("m1", Place.Kind.TRAY, ""),
                new LogChange.MoveModule("m2", Place.Kind.POSITION, "A1"));
        assertThat(w.assess().inIt()).containsOnly(Map.entry("A1", "m2"));
        assertThat(w.assess().now().modulesAt(Place.Kind.TRAY)).containsExactly("m1");
        w.does(new LogChange.Reseat("A1"));
    }

    /** What lies beside the machine is given back or kept without opening anything again. */
    @Test
    void whatCameOutGoesOnToOwnerOrDrawer() {
        Walk w = new Walk().answered().does(Walk.found(Walk.D4, "A1"), Walk.typed(Walk.D8), Walk.plan("A1", "m2"));
        w.does(new PlanChange.ChoosePlan(true)).opened().does(Walk.fit("A1")).closed();
        w.does(Walk.intake(Intake.Seal.OWNER_REFUSES, Intake.Battery.GOOD, Intake.Encryption.NOT_ENCRYPTED));
        w.does(new LogChange.MoveModule("m1", Place.Kind.OWNER, ""));
        assertThat(w.assess().now().places().get("m1").id())
                .isEqualTo(w.work.order().owner());
        w.does(new LogChange.MoveModule("m1", Place.Kind.BIN, ""));
        assertThat(w.assess().now().places().get("m1").id()).isNotBlank();
        assertThat(w.refused(new LogChange.MoveModule("m2", Place.Kind.OWNER, "")))
                .as("what is in it comes out only where the machine may be opened")
                .isNotEmpty();
    }

    /** An eye that sees nothing there is a fact of this machine: the plan goes without that position at once. */
    @Test
    void aPhantomPositionLeavesThePlan() {
        Walk w = new Walk().answered().does(Walk.found(Walk.D4, "A1"), Walk.typed(Walk.D8), Walk.plan("B2", "m2"));
        w.does(new EvidenceChange.SayWhatIsSeen(
                "B2", Optional.of(SlotState.ABSENT), Optional.empty(), Optional.empty()));
        assertThat(w.bench().record().hasPosition("B2")).isFalse();
        assertThat(w.unit().plannedModules()).doesNotContainKey("B2");
        assertThat(w.refused(Walk.plan("B2", "m2"))).isEqualTo("NO_SUCH");
        assertThat(w.refused(new EvidenceChange.SayWhatIsSeen(
                        "A1", Optional.of(SlotState.ABSENT), Optional.empty(), Optional.empty())))
                .isEqualTo("POSITION_NEEDED");
        w.does(new ConditionChange.SayMissing("B2", false), Walk.plan("B2", "m2"));
    }

    /** Evidence taken after a module moved does not speak of the machine as found. */
    @Test
    void evidenceIsDated() {
        Walk w = new Walk().planned().opened().does(Walk.fit("B1"));
        w.does(new EvidenceChange.SayWhatIsSeen(
                "B1", Optional.of(SlotState.FILLED), Optional.empty(), Optional.empty()));
        w.does(new EvidenceChange.SayWhatIsSeen(
                "A1", Optional.of(SlotState.FILLED), Optional.empty(), Optional.empty()));
        var rows = AsFound.survey(w.bench(), w.unit(), Map.of()).rows();
        assertThat(rows.get(0).verdict().orElseThrow().slot().seen()).contains(SlotState.FILLED);
        assertThat(rows.get(1).verdict().orElseThrow().slot().seen())
                .as("B1 was filled by us")
                .isEmpty();
    }

    private static List<Change> candidates(Walk w, Random r) {
        String[] positions = {"A1", "B1", "B2", "nowhere"};
        String position = positions[r.nextInt(positions.length)];
        String key = "m" + (1 + r.nextInt(4));
        String[] steps = {
            "power-down",
            "unplug",
            "ground",
            "drain",
            "off:base",
            "off:plug",
            "off:plate",
            "off:hatch",
            "on:base",
            "on:plug",
            "on:plate",
            "on:hatch",
            "count",
            "strap-off",
            "air"
        };
        List<Change> all = new ArrayList<>(List.of(
                Walk.found(r.nextBoolean() ? Walk.D4 : Walk.D8, position),
                Walk.typed(Walk.D8),
                Walk.plan(position, key),
                Walk.plan(position, null),
                new PlanChange.ResetPlan(),
                new PlanChange.ChoosePlan(r.nextInt(4) > 0),
                new EvidenceChange.PlaceFound(position, Optional.of(key)),
                new EvidenceChange.PlaceFound(position, Optional.empty()),
                new PlanChange.RemoveModule(key),
                new LogChange.ConfirmFit(
                        position, r.nextInt(4) > 0, Optional.empty(), Optional.empty(), Optional.empty()),
                new LogChange.MoveModule(key, Place.Kind.values()[r.nextInt(7)], position),
                new LogChange.Reseat(position),
                new StartChange.LogStart(Entry.Outcome.values()[r.nextInt(4)], "", Optional.empty()),
                Walk.read("firmwareTotal", "12 GB", "rate", "2400", "positionsFilled", "2"),
                retraction(w, r),
                new ConditionChange.SayMissing(position, r.nextInt(3) > 0),
                new ClosingChange.CloseJob("", Optional.empty()),
                new ClosingChange.ReopenJob(),
                Walk.battery(Intake.Battery.values()[r.nextInt(7)])));
        all.add(new OpeningChange.OpenFor(
                Entry.Purpose.values()[r.nextInt(4)], new java.util.TreeSet<>(java.util.Set.of(position))));
        all.add(new ClosingChange.Undo());
        all.add(new ClosingChange.Redo());
        all.add(new FaultChange.Arrange(
                r.nextBoolean() ? Map.of(position, key) : Map.of("A1", key, "B1", "m" + (1 + r.nextInt(4))), Set.of()));
        all.add(new FaultChange.ChooseTest(
                Probe.Shape.ALONE, Map.of(position, key), Set.of(), List.of(), 0, Optional.empty(), Optional.empty()));
        all.add(new FaultChange.DropTest());
        all.add(new FaultChange.ArrangeForTest());
        all.add(new FaultChange.LogElsewhere(key, Entry.Outcome.values()[r.nextInt(4)], 0, 0));
        all.add(new FaultChange.SettleFault("what runs"));
        List<Entry.Started> starts = w.unit().log().starts();
        if (!starts.isEmpty()) {
            int start = starts.get(r.nextInt(starts.size())).no();
            all.add(new FaultChange.PlanAsStarted(start, "as then"));
            all.add(new StartChange.AcceptDifference(
                    start,
                    r.nextBoolean()
                            ? Optional.empty()
                            : Optional.of(Comparison.Field.values()[r.nextInt(Comparison.Field.values().length)]),
                    "seen before"));
        }
        all.add(new OpeningChange.Reopen());
        all.add(new OpeningChange.TurnScrew(
                steps[4 + r.nextInt(4)].substring(4), "s1", Entry.Screw.values()[r.nextInt(6)]));
        all.add(new OpeningChange.FindSeal("somewhere", r.nextBoolean() ? "" : "plate", Optional.empty()));
        all.add(new OpeningChange.AnswerSeal("s" + (1 + r.nextInt(3)), Seal.Answer.values()[r.nextInt(3)]));
        all.add(new OpeningChange.SayCheck(
                zephyrridge.core.access.Check.values()[r.nextInt(13)], Entry.Result.values()[r.nextInt(3)], "seen"));
        all.add(new OpeningChange.CompanionWork(Extra.DUST, Entry.Phase.values()[r.nextInt(2)], "seen"));
        Assessment a = w.assess();
        a.opening().stream().filter(s -> !s.done()).findFirst().ifPresent(s -> {
            for (int i = 0; i < 8; i++) {
                all.add(Walk.tick(s.id()));
            }
        });
        a.fitLines().stream().filter(l -> !l.done()).forEach(l -> {
            for (int i = 0; i < 5; i++) {
                all.add(Walk.fit(l.position().id()));
            }
        });
        a.now().inIt().keySet().forEach(p -> all.add(new LogChange.Reseat(p)));
        for (int i = 0; i < 14; i++) {
            all.add(new LogChange.TickStep(steps[r.nextInt(steps.length)], r.nextInt(5) > 0));
        }
        return all;
    }

    /** One that says what goes along, as a page does, or one that does not. */
    private static Change retraction(Walk w, Random r) {
        int no = 1 + r.nextInt(Math.max(1, w.unit().log().last()));
        boolean there = w.unit().log().entry(no).isPresent();
        return new LogChange.Retract(
                no,
                r.nextInt(5) > 0 ? "not so" : "",
                there && r.nextInt(3) > 0 ? EntryCheck.hangingOn(no, w.unit(), w.bench()) : Set.of());
    }

    /** 10,000 random changes and retractions, most of them refused; what must always hold does after each. */
    @Test
    void noSequenceOfChangesBreaksAnything() {
        Set<String> done = new HashSet<>();
        for (int round = 0; round < Rounds.of(25); round++) {
            Random r = new Random(7000 + round);
            Walk w = new Walk().answered();
            if (round % 2 == 0) {
                w = new Walk().planned();
            }
            for (int i = 0; i < 400; i++) {
                List<Change> all = candidates(w, r);
                Change change = all.get(r.nextInt(all.size()));
                Outcome outcome = w.attempt(change);
                if (outcome instanceof Outcome.Applied applied) {
                    w.became(change, applied.work());
                    done.add(change.getClass().getSimpleName());
                    holds(w, change);
                }
                boolean open = w.unit().closing().isEmpty();
                if (open
                        && !w.unit().modules().isEmpty()
                        && !w.unit().log().starts().isEmpty()
                        && r.nextInt(60) == 0) {
                    found(w, w.unit().modules().firstKey());
                    done.add("FaultFound");
                }
                if (r.nextInt(80) == 0) {
                    // Every job that was walked arrives elsewhere, and goes on there.
                    w.work = w.work.with(Arrival.theirs(w.unit(), id -> true));
                    assertThat(Arrival.refuses(w.work.order(), w.unit(), w.bench()))
                            .isEmpty();
                }
            }
        }
        assertThat(done)
                .contains(
                        "ConfirmFit",
                        "MoveModule",
                        "LogStart",
                        "Retract",
                        "TickStep",
                        "Reseat",
                        "CloseJob",
                        "ReopenJob",
                        "Undo",
                        "Redo",
                        "Arrange",
                        "ArrangeForTest",
                        "ChooseTest",
                        "LogElsewhere",
                        "AcceptDifference",
                        "PlanAsStarted",
                        "FaultFound",
                        "SayMissing");
    }

    private static void holds(Walk w, Change change) {
        Unit unit = w.unit();
        Assessment a = w.assess();
        Now now = a.now();
        // No position holds two modules: as many are in it as places say.
        long inside = now.places().values().stream().filter(Place::isPosition).count();
        assertThat(now.inIt()).as(change.toString()).hasSize((int) inside);
        for (FitLine line : a.fitLines()) {
            boolean is = now.inIt()
                    .getOrDefault(line.position().id(), "")
                    .equals(unit.plannedModules().getOrDefault(line.position().id(), ""));
            assertThat(line.done()).as(change.toString()).isEqualTo(is);
        }
        // What is off exists, came off after all that lies over it, and never before power and plug.
        assertThat(w.bench().record().access().parts()).extracting(p -> p.id()).containsAll(now.off());
        for (int i = 0; i < now.off().size(); i++) {
            var part = w.bench().record().access().part(now.off().get(i)).orElseThrow();
            assertThat(now.off().subList(0, i)).as(change.toString()).containsAll(part.needsOff());
        }
        // Each start keeps the arrangement it had, and the whole log replays.
        unit.log().starts().forEach(s -> assertThat(s.arrangement())
                .isEqualTo(Now.at(unit, s.no()).inIt()));
        // What was accepted is of a start that happened, and what was found rests on starts that did.
        assertThat(unit.log().starts())
                .extracting(Entry.Started::no)
                .containsAll(
                        unit.accepted().stream().map(Unit.Acceptance::start).toList());
        for (Entry e : unit.log().happened()) {
            if (e instanceof Entry.FaultFound) {
                int after = unit.log().entries().stream()
                        .filter(x ->
                                x instanceof Entry.FaultFound && x.no() < e.no() && !goneBefore(unit, x.no(), e.no()))
                        .mapToInt(Entry::no)
                        .max()
                        .orElse(0);
                assertThat(unit.log().entries().stream()
                                .filter(x -> x.no() > after && x.no() < e.no())
                                .filter(x -> x instanceof Entry.Started || x instanceof Entry.Elsewhere))
                        .as(change.toString())
                        .allMatch(x -> unit.log().entry(x.no()).isPresent() || goneBefore(unit, x.no(), e.no()));
            }
        }
        assertThat(EntryCheck.broken(unit, w.bench())).as(change.toString()).isEmpty();
        if (a.proof().proven()) {
            assertThat(now.inIt()).isEqualTo(unit.plannedModules());
            assertThat(now.off()).isEmpty();
            assertThat(unit.isChosen()).isTrue();
            assertThat(unit.log().starts()).isNotEmpty();
        }
        assertThat(unit.closing().isPresent() && unit.intake().battery() == Intake.Battery.SWOLLEN)
                .isFalse();
    }

    /** Whether an entry was retracted before another one was recorded: what came later was found without it. */
    private static boolean goneBefore(Unit unit, int no, int before) {
        return unit.log().entries().stream()
                .anyMatch(e -> e instanceof Entry.Retracted r
                        && r.no() < before
                        && r.entries().contains(no));
    }
}
