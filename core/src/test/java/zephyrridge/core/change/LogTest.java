package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Extra;
import zephyrridge.core.log.Place;
import zephyrridge.core.machine.SlotState;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.EntryCheck;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.Seal;
import zephyrridge.core.unit.Unit;

/** The log as state: what hangs on an entry goes with it, and no sequence of changes breaks what must always hold. */
class LogTest {
    @Test
    void takingAFittingBackTakesItsStartsAlong() {
        Walk w = new Walk()
                .planned()
                .opened()
                .does(Walk.fit("B1"))
                .closed()
                .does(Walk.start(), Walk.read("firmwareTotal", "12 GB"));
        int entries = w.unit().log().entries().size();
        w.does(new LogChange.ConfirmFit("B1", false, Optional.empty(), Optional.empty(), Optional.empty()));
        assertThat(w.unit().log().entries()).as("nothing is taken out of a log").hasSize(entries + 1);
        assertThat(w.unit().log().starts()).isEmpty();
        assertThat(w.assess().inIt()).containsOnly(Map.entry("A1", "m1"));
        assertThat(w.assess().fitLines().get(0).done()).isFalse();
    }

    @Test
    void retractingAPowerStepTakesAllThatNeededIt() {
        Walk w = new Walk().planned().opened().does(Walk.fit("B1"));
        int powerDown = w.unit().log().happened().get(0).no();
        w.does(new LogChange.Retract(powerDown, "it was only asleep"));
        assertThat(w.assess().now().isClosed()).isTrue();
        assertThat(w.assess().inIt()).doesNotContainKey("B1");
        assertThat(w.refused(new LogChange.Retract(powerDown, ""))).isEqualTo("NO_SUCH");
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
                new LogChange.MoveModule(key, Place.Kind.values()[r.nextInt(6)], position),
                new LogChange.Reseat(position),
                new StartChange.LogStart(Entry.Outcome.values()[r.nextInt(4)], "", Optional.empty()),
                Walk.read("firmwareTotal", "12 GB", "rate", "2400", "positionsFilled", "2"),
                new LogChange.Retract(1 + r.nextInt(Math.max(1, w.unit().log().last())), ""),
                new ConditionChange.SayMissing(position, r.nextInt(3) > 0),
                new ClosingChange.CloseJob("", Optional.empty()),
                new ClosingChange.ReopenJob(),
                Walk.battery(Intake.Battery.values()[r.nextInt(7)])));
        all.add(new OpeningChange.OpenFor(
                Entry.Purpose.values()[r.nextInt(4)], new java.util.TreeSet<>(java.util.Set.of(position))));
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

    /** 28,000 random changes and retractions, most of them refused; what must always hold does after each. */
    @Test
    void noSequenceOfChangesBreaksAnything() {
        Set<String> done = new HashSet<>();
        for (int round = 0; round < 70; round++) {
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
                    w.work = applied.work();
                    done.add(change.getClass().getSimpleName());
                    holds(w, change);
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
        Map<String, String> said = new HashMap<>();
        unit.log().starts().forEach(s -> assertThat(s.arrangement())
                .isEqualTo(Now.at(unit, s.no()).inIt()));
        assertThat(said).isEmpty();
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
}
