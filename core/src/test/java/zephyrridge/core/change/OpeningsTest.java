package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.core.change.OpeningSteps.TWO_SIDED;
import static zephyrridge.core.change.OpeningSteps.says;
import static zephyrridge.core.change.OpeningSteps.screw;
import static zephyrridge.core.change.OpeningSteps.twoSided;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Machines;
import zephyrridge.core.access.Check;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Extra;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.opening.AfterCheck;
import zephyrridge.core.opening.OtherWork;
import zephyrridge.core.opening.Round;
import zephyrridge.core.opening.Screws;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.unit.Counter;
import zephyrridge.core.unit.Seal;

/** Rounds, the tray, seals, what hangs on parts, and other work while it is open. */
class OpeningsTest {
    @Test
    void twoSidesAreTwoRoundsTheShorterFirst() {
        Walk w = twoSided();
        assertThat(w.assess().rounds())
                .extracting(r -> r.side().orElseThrow() + " " + r.positions() + " " + r.current())
                .containsExactly("BOTTOM [below] true", "TOP [top] false");
        w.opened().does(Walk.fit("below"));
        assertThat(w.assess().now().off()).containsExactly("pack", "hatch");
        // The pack stays out for the other side; the hatch goes back first.
        assertThat(w.assess().closing())
                .filteredOn(s -> !s.done())
                .extracting(WorkStep::id)
                .containsExactly("on:hatch");
        w.does(Walk.tick("on:hatch"));
        assertThat(w.assess().opening())
                .filteredOn(s -> !s.done())
                .extracting(WorkStep::id)
                .containsExactly("off:keyboard");
        assertThat(w.assess().opening()).last().satisfies(s -> assertThat(s.turnTo())
                .contains(Side.TOP));
        w.opened().does(Walk.fit("top"));
        assertThat(w.assess().rounds()).allMatch(Round::done);
        w.closed();
        assertThat(w.assess().now().isClosed()).isTrue();
    }

    /** A look that is closed again is over: what is planned meanwhile is worked on without being asked for. */
    @Test
    void aRoundIsOverWhenAllIsOn() {
        Walk w = new Walk(TWO_SIDED, HouseRules.DEFAULT)
                .answered()
                .does(new OpeningChange.OpenFor(Entry.Purpose.LOOK, new TreeSet<>(Set.of("top"))))
                .opened()
                .closed();
        assertThat(w.assess().rounds()).isEmpty();
        w.does(Walk.typed(Walk.D8), Walk.plan("below", "m1"), new PlanChange.ChoosePlan(true));
        assertThat(w.assess().rounds()).singleElement().satisfies(r -> {
            assertThat(r.purpose()).isEqualTo(Entry.Purpose.FIT);
            assertThat(r.current()).isTrue();
        });
        w.does(new OpeningChange.Reopen());
        assertThat(w.assess().opening()).extracting(WorkStep::id).contains("off:keyboard");
    }

    @Test
    void anyRoundMayComeFirst() {
        Walk w = twoSided().does(new OpeningChange.OpenFor(Entry.Purpose.FIT, new TreeSet<>(Set.of("top"))));
        assertThat(w.assess().opening())
                .extracting(WorkStep::id)
                .contains("off:keyboard")
                .doesNotContain("off:hatch");
    }

    @Test
    void theTrayFollowsThePartsAndWhatIsSaidOfScrews() {
        Walk w = twoSided().does(new OpeningChange.OpenFor(Entry.Purpose.FIT, new TreeSet<>(Set.of("top"))));
        assertThat(w.refused(screw("keyboard", "K1", Entry.Screw.OUT))).isEqualTo("STEP_POWER_DOWN_FIRST");
        w.does(Walk.tick("power-down"), Walk.tick("unplug"), Walk.tick("ground"));
        assertThat(w.refused(screw("keyboard", "K2", Entry.Screw.OUT)))
                .as("beneath the pack")
                .isEqualTo("STEP_LIES_BELOW");
        assertThat(w.refused(screw("keyboard", "K3", Entry.Screw.OUT))).isEqualTo("SCREW_LEAVE_ALONE");
        assertThat(w.refused(screw("keyboard", "K9", Entry.Screw.OUT))).isEqualTo("NO_SUCH_SCREW");
        w.does(Walk.tick("off:pack"), Walk.tick("drain"), screw("keyboard", "K1", Entry.Screw.TIGHT));
        assertThat(w.refused(Walk.tick("off:keyboard"))).isEqualTo("SCREW_HOLDS");
        w.does(screw("keyboard", "K1", Entry.Screw.OUT));
        assertThat(Screws.tray(w.bench(), w.assess().now())).hasSize(1);
        w.does(Walk.tick("off:keyboard"));
        assertThat(Screws.tray(w.bench(), w.assess().now()))
                .extracting(l -> l.fastener().id())
                .containsExactly("K1", "K2");
        assertThat(Screws.shortHoles(
                        w.bench().record().access().part("hatch").orElseThrow(),
                        Screws.tray(w.bench(), w.assess().now())))
                .as("a screw of 7 mm lies about, the hatch takes 4")
                .extracting(h -> h.fastener().id() + " " + h.takes() + " " + h.longest())
                .containsExactly("H1 40 70");
        w.does(Walk.tick("on:keyboard"));
        assertThat(Screws.tray(w.bench(), w.assess().now())).isEmpty();
        // Turned out again and forgotten: the job is not closed.
        w.does(screw("keyboard", "K1", Entry.Screw.OUT), Walk.tick("on:pack"));
        assertThat(w.refused(new ClosingChange.CloseJob("", Optional.empty()))).isEqualTo("CLOSE_SCREWS_LEFT");
        w.does(screw("keyboard", "K1", Entry.Screw.LEFT), new ClosingChange.CloseJob("", Optional.empty()));
    }

    @Test
    void aSealOnTheWayPausesUntilItIsAnsweredByItself() {
        Walk w = twoSided();
        w.does(Walk.tick("power-down"), Walk.tick("unplug"), Walk.tick("off:pack"), Walk.tick("drain"));
        w.does(new OpeningChange.FindSeal("over the hatch screw", "hatch", Optional.empty()));
        w.does(new OpeningChange.FindSeal("beside the fan", "", Optional.empty()));
        assertThat(w.refused(Walk.tick("off:hatch"))).isEqualTo("SEAL_FOUND");
        w.does(new OpeningChange.AnswerSeal("s2", Seal.Answer.OWNER_AGREES));
        assertThat(w.refused(Walk.tick("off:hatch"))).isEqualTo("SEAL_FOUND");
        w.does(new OpeningChange.AnswerSeal("s1", Seal.Answer.OWNER_REFUSES));
        assertThat(w.refused(Walk.tick("off:hatch"))).isEqualTo("SEAL_KEEPS_PART");
        // What the seal does not hold goes on; and it can be closed at any time.
        w.does(Walk.tick("off:keyboard"), Walk.tick("on:keyboard"), Walk.tick("on:pack"));
        w.does(new OpeningChange.AnswerSeal("s2", Seal.Answer.OWNER_REFUSES));
        assertThat(w.refused(Walk.tick("off:pack"))).isEqualTo("SEAL_REFUSED");
    }

    @Test
    void whatHangsOnThePartsIsTriedAndAskedAgain() {
        Walk w = twoSided().opened().does(Walk.fit("below"), Walk.tick("on:hatch"));
        w.opened().does(Walk.fit("top")).closed().does(Walk.start());
        assertThat(w.assess().checks())
                .extracting(AfterCheck::check)
                .containsExactly(Check.KEYS, Check.TOUCHPAD, Check.CHARGING);
        assertThat(Walk.codes(w.assess().handBackGates())).contains("CHECKS_OPEN");
        w.does(new OpeningChange.SayCheck(Check.KEYS, Entry.Result.GOOD, ""));
        assertThat(w.refused(new OpeningChange.SayCheck(Check.TOUCHPAD, Entry.Result.BAD, " ")))
                .isEqualTo("REASON_NEEDED");
        assertThat(w.refused(new OpeningChange.SayCheck(Check.CAMERA, Entry.Result.GOOD, "")))
                .isEqualTo("NO_SUCH");
        w.does(new OpeningChange.SayCheck(Check.TOUCHPAD, Entry.Result.BAD, "no click"));
        assertThat(Walk.codes(w.assess().handBackGates())).contains("CHECKS_OPEN", "CHECK_BAD");
        w.does(
                Walk.tick("power-down"),
                Walk.tick("unplug"),
                Walk.tick("off:pack"),
                Walk.tick("drain"),
                Walk.tick("off:keyboard"));
        assertThat(w.assess().checks()).as("asked again").allMatch(c -> c.answer()
                .isEmpty());
    }

    @Test
    void otherWorkNeedsAYesAndNoBanAndTakesNoProofAway() {
        Walk w = twoSided().opened().does(Walk.fit("below"), Walk.tick("on:hatch"));
        w.opened().does(Walk.fit("top")).closed();
        Change done = new OpeningChange.CompanionWork(Extra.PASTE, Entry.Phase.DONE, "");
        assertThat(w.refused(done)).as("nothing else refuses it").isEqualTo("COMPANION_NOT_AGREED");
        w.does(new OpeningChange.CompanionWork(Extra.DUST, Entry.Phase.DONE, ""));
        w.does(Walk.start(), Walk.read("firmwareTotal", "16 GB", "rate", "2400", "positionsFilled", "2"));
        assertThat(w.assess().proof().proven()).isTrue();
        w.does(says(Optional.of(new TreeSet<>(Set.of(Counter.Ban.NO_PASTE))), Counter.Answer.NO));
        assertThat(w.refused(done)).isEqualTo("COMPANION_FORBIDDEN");
        w.does(says(Optional.of(new TreeSet<>()), Counter.Answer.NO));
        assertThat(w.refused(done)).isEqualTo("COMPANION_NOT_AGREED");
        w.does(says(Optional.empty(), Counter.Answer.YES));
        // Noted late, with nothing opened since: it was done before the start.
        w.does(done);
        assertThat(w.missing()).doesNotContain("PROOF_START_AFTER_OPENING");
        // A second round: no module is moved, so memory stays proven, and one good start more is asked for.
        w.does(new OpeningChange.OpenFor(Entry.Purpose.COMPANION, new TreeSet<>()), done);
        assertThat(w.missing()).contains("PROOF_START_AFTER_OPENING");
        assertThat(w.assess().proof().proven()).isTrue();
        w.does(Walk.start());
        assertThat(w.missing()).doesNotContain("PROOF_START_AFTER_OPENING");
        assertThat(w.assess().proof().proven()).isTrue();
    }

    /** A place that turns out to be bare pads is an answer with its reason, and nothing of it is left to do. */
    /** The plug goes in under a raised pack: up on the way back, its screws in the tray meanwhile, and down again (4.3, 5). */
    @Test
    void aPackThatIsRaisedOnlyOnTheWayBack() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 2400, 2133)
                .part("base", Part.Kind.COVER, Side.BOTTOM, 60)
                .part(new Part(
                        "plug",
                        "plug",
                        Part.Kind.BATTERY_PLUG,
                        Side.BOTTOM,
                        Set.of("base"),
                        List.of(),
                        "",
                        10,
                        10,
                        List.of(),
                        "manual",
                        List.of(),
                        List.of(),
                        "",
                        Set.of(),
                        Set.of("pack")))
                .part(OpeningSteps.part(
                        "pack", Part.Kind.BATTERY, Side.BOTTOM, List.of(screw("P1", 30), screw("P2", 30)), "plug"))
                .channel("A")
                .socket("A1", "A", 1, List.of(Set.of("base")))
                .cap(null, null, null, 2400)
                .build();
        assertThat(RecordCheck.faults(record)).isEmpty();
        Walk w = new Walk(record, HouseRules.DEFAULT)
                .answered()
                .does(Walk.typed(Walk.D8), Walk.plan("A1", "m1"), new PlanChange.ChoosePlan(true));
        assertThat(w.assess().opening()).extracting(WorkStep::id).doesNotContain("off:pack");
        w.opened().does(Walk.fit("A1"));
        assertThat(w.assess().closing())
                .extracting(WorkStep::id)
                .containsSubsequence("off:pack", "on:plug", "on:pack", "on:base");
        assertThat(w.refused(Walk.tick("on:plug"))).isEqualTo("STEP_RAISE_FIRST");
        w.does(Walk.tick("off:pack"));
        assertThat(Screws.tray(w.bench(), w.assess().now())).hasSize(2);
        assertThat(w.refused(Walk.tick("on:pack"))).isEqualTo("STEP_BACK_FIRST");
        w.does(Walk.tick("on:plug"), Walk.tick("on:pack"), Walk.tick("on:base"));
        assertThat(w.assess().now().isClosed()).isTrue();
        assertThat(Screws.tray(w.bench(), w.assess().now())).isEmpty();
    }

    @Test
    void whatCannotBeDoneIsAnAnswer() {
        Walk w = twoSided();
        w.does(says(Optional.empty(), Counter.Answer.YES));
        assertThat(OtherWork.left(w.unit())).containsExactly(Extra.PASTE);
        assertThat(w.refused(new OpeningChange.CompanionWork(Extra.PASTE, Entry.Phase.CANNOT, " ")))
                .isEqualTo("REASON_NEEDED");
        w.does(new OpeningChange.CompanionWork(Extra.PASTE, Entry.Phase.CANNOT, "bare pads, no socket there"));
        assertThat(OtherWork.left(w.unit())).isEmpty();
    }
}
