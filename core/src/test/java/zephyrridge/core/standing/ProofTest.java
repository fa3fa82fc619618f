package zephyrridge.core.standing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.ClosingChange;
import zephyrridge.core.change.LogChange;
import zephyrridge.core.change.PlanChange;
import zephyrridge.core.change.StartChange;
import zephyrridge.core.change.Walk;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Stamp;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.proof.Comparison.Field;
import zephyrridge.core.unit.Grade;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.Station;

/** proof is derived from what was done, and every false proof that was once possible is not. */
class ProofTest {
    private static final Change SEEN = Walk.read("firmwareTotal", "12 GB", "rate", "2400", "positionsFilled", "2");

    private static Walk fitted() {
        return new Walk().planned().opened().does(Walk.fit("B1")).closed().does(Walk.start());
    }

    @Test
    void seenIsTotalCountAndRateReadAtAStartOfTheChosenPlan() {
        Walk w = fitted();
        assertThat(w.missing()).contains("PROOF_NOT_READ");
        w.does(SEEN);
        assertThat(w.missing()).isEmpty();
        assertThat(w.assess().proof().grade()).isEqualTo(Grade.SEEN);
        assertThat(w.assess().proof().proven()).isTrue();
        assertThat(w.assess().trail().statusOf(Station.PROVE)).isEqualTo(Trail.Status.DONE);
    }

    @Test
    void typedTotalsProveNothingWhenNothingWasOpenedOrFitted() {
        Walk w = new Walk().planned();
        assertThat(w.refused(SEEN)).isEqualTo("NO_START_YET");
        w.does(Walk.start(), SEEN);
        assertThat(w.assess().proof().proven()).isFalse();
        assertThat(w.missing()).contains("PROOF_NOT_AS_PLANNED");
        Walk nothing = new Walk()
                .answered()
                .does(
                        Walk.found(Walk.D4, "A1"),
                        Walk.start(),
                        Walk.read("firmwareTotal", "4 GB", "rate", "2400", "positionsFilled", "1"));
        assertThat(nothing.missing()).containsExactly("PROOF_NOTHING_DONE");
        assertThat(nothing.assess().proof().proven()).isFalse();
    }

    @Test
    void aChangedPlanTakesTheProofAlong() {
        Walk w = fitted().does(SEEN);
        assertThat(w.assess().proof().proven()).isTrue();
        w.does(Walk.typed(Walk.D8), Walk.plan("B1", "m3"));
        assertThat(w.assess().proof().proven()).isFalse();
        assertThat(w.missing()).contains("PROOF_NO_PLAN_CHOSEN");
        w.does(new PlanChange.ChoosePlan(true));
        assertThat(w.missing()).contains("PROOF_NOT_AS_PLANNED");
        assertThat(w.assess().fitLines()).anyMatch(l -> !l.done());
        // Back to what is in it, and the old start counts again.
        w.does(Walk.plan("B1", "m2"), new PlanChange.ChoosePlan(true));
        assertThat(w.assess().proof().proven()).isTrue();
    }

    @Test
    void aPassWithoutErrorsSaidIsNoCleanPass() {
        Walk w = new Walk(Walk.LAPTOP, withProof(HouseRules.Proof.ONE_FULL_PASS))
                .planned()
                .opened()
                .does(Walk.fit("B1"))
                .closed()
                .does(Walk.start(), SEEN, Walk.read("testPasses", "1"));
        assertThat(w.assess().proof().grade()).isEqualTo(Grade.SEEN);
        assertThat(w.assess().proof().partProven()).isTrue();
        assertThat(w.missing()).contains("PROOF_PASS_WANTED");
        w.does(Walk.read("testErrors", "0"));
        assertThat(w.assess().proof().grade()).isEqualTo(Grade.TESTED);
        assertThat(w.assess().proof().proven()).isTrue();
        w.does(Walk.read("testMinutes", "500"));
        assertThat(w.assess().proof().grade()).isEqualTo(Grade.SOAKED);
        w.does(Walk.read("testErrors", "3"));
        assertThat(w.assess().proof().grade()).isEqualTo(Grade.NONE);
        assertThat(w.missing()).contains("PROOF_DIFFERENCE_OPEN");
    }

    /** Whether it runs is a guess until a start has shown all of it; then it is said no more, and again for what was not tried. */
    @Test
    void whatRanIsNoGuess() {
        Walk w = new Walk(
                        Walk.laptop()
                                .limit(LimitClaim.Source.MAKER, LimitClaim.Quantity.TOTAL, 8)
                                .build(),
                        HouseRules.DEFAULT)
                .planned()
                .opened()
                .does(Walk.fit("B1"))
                .closed();
        assertThat(guesses(w)).isTrue();
        w.does(Walk.start());
        assertThat(guesses(w)).as("it came up, with how much nobody has read").isTrue();
        w.does(Walk.read("firmwareTotal", "4 GB"));
        assertThat(guesses(w)).as("it came up with less").isTrue();
        w.does(Walk.read("firmwareTotal", "12 GB"));
        assertThat(guesses(w)).isFalse();
        w.does(Walk.read("testPasses", "1"), Walk.read("testErrors", "3"));
        assertThat(guesses(w)).as("a test found errors").isTrue();
        w.does(Walk.read("testErrors", "0"));
        assertThat(guesses(w)).isFalse();
        w.does(Walk.typed(Walk.D8), Walk.plan("B2", "m3"));
        assertThat(guesses(w)).as("20 GB were never tried").isTrue();
    }

    private static boolean guesses(Walk w) {
        return w.assess().plan().findings().stream()
                .anyMatch(f -> f.code().name().equals("LIMIT_CONTROLLER_UNKNOWN"));
    }

    private static HouseRules withProof(HouseRules.Proof proof) {
        return HouseRules.DEFAULT.with(proof);
    }

    /** Readings gather over starts of one arrangement; they never move to another. */
    @Test
    void gathersOverStartsSinceTheLastMove() {
        Walk w = fitted().does(
                        Walk.read("firmwareTotal", "12 GB"),
                        Walk.start(),
                        Walk.read("rate", "2400"),
                        Walk.start(),
                        Walk.read("positionsFilled", "2"));
        assertThat(w.assess().proof().proven()).isTrue();
        assertThat(w.unit().log().starts()).hasSize(3);
        assertThat(w.unit().log().starts().get(0).readout().rate()).isEmpty();
        // Reseating needs the way open, and begins anew.
        w.does(Walk.tick("power-down"), Walk.tick("unplug"));
        assertThat(w.refused(new LogChange.Reseat("B1"))).isEqualTo("STEP_PLUG_FIRST");
        assertThat(w.assess().proof().proven()).isTrue();
        w.opened().does(new LogChange.Reseat("B1")).closed();
        assertThat(w.missing()).contains("PROOF_NO_START");
        assertThat(w.assess().proof().proven()).isFalse();
    }

    @Test
    void aFailedStartMustBeExplainedAndRaisesWhatIsAsked() {
        Walk w = new Walk()
                .planned()
                .opened()
                .does(Walk.fit("B1"))
                .closed()
                .does(new StartChange.LogStart(Entry.Outcome.SILENT, "", Optional.empty()), Walk.start(), SEEN);
        assertThat(w.missing()).contains("PROOF_FAILED_START");
        assertThat(w.assess().proof().wanted()).isEqualTo(Grade.TESTED);
        assertThat(w.assess().trail().statusOf(Station.PROVE)).isEqualTo(Trail.Status.BLOCKED);
        int failed = w.unit().log().starts().get(0).no();
        assertThat(w.refused(new StartChange.AcceptDifference(failed, Optional.empty(), " ")))
                .isEqualTo("REASON_NEEDED");
        w.does(new StartChange.AcceptDifference(failed, Optional.empty(), "mains was off"));
        assertThat(w.missing()).containsExactly("PROOF_PASS_WANTED");
        w.does(Walk.read("testPasses", "1", "testErrors", "0"));
        assertThat(w.assess().proof().proven()).isTrue();
    }

    @Test
    void anUnexplainedDifferenceIsAcceptedByNameOnly() {
        Walk w = fitted().does(Walk.read("firmwareTotal", "4 GB", "rate", "2400", "positionsFilled", "2"));
        assertThat(w.missing()).contains("PROOF_DIFFERENCE_OPEN");
        int no = w.unit().log().starts().get(0).no();
        w.does(new StartChange.AcceptDifference(
                no, Optional.of(Field.FIRMWARE_TOTAL), "screen shows one channel only, seen twice"));
        assertThat(w.assess().proof().proven()).isTrue();
        assertThat(w.unit().accepted().get(0).by()).isEqualTo("ilka");
    }

    @Test
    void whatThisMachineCannotShowIsNamed() {
        Walk w = fitted().does(Walk.read("firmwareTotal", "12 GB", "positionsFilled", "2"));
        assertThat(w.missing()).containsExactly("PROOF_NOT_READ");
        w.does(Walk.read("cannotRead", "RATE"));
        assertThat(w.assess().proof().proven()).isTrue();
        assertThat(w.missing()).containsExactly("PROOF_CANNOT_READ");
    }

    @Test
    void notClosedYetIsNotProven() {
        Walk w = new Walk().planned().opened().does(Walk.fit("B1"));
        // Plate and plug go back before a start with the cover off, which this record allows.
        w.does(Walk.tick("on:plate"), Walk.tick("on:plug")).starts().does(SEEN);
        assertThat(w.assess().proof().grade()).isEqualTo(Grade.SEEN);
        assertThat(w.missing()).containsExactly("PROOF_NOT_CLOSED");
        assertThat(w.assess().proof().proven()).isFalse();
        assertThat(w.refused(new ClosingChange.CloseJob("", Optional.empty()))).isEqualTo("CLOSE_PARTS_OFF");
        assertThat(w.refused(Walk.tick("on:base"))).isEqualTo("STEP_POWER_DOWN_FIRST");
        w.closed();
        assertThat(w.assess().proof().proven()).isTrue();
    }

    /** Companion work: nothing moved, so test passes carry over, and one more good start is asked for. */
    @Test
    void aLaterOpeningAsksForOneMoreStart() {
        Walk w = fitted().does(SEEN, Walk.read("testPasses", "1", "testErrors", "0"));
        w.does(Walk.tick("power-down"), Walk.tick("unplug"));
        w.work = w.work.with(w.unit()
                .withLog(w.unit()
                        .log()
                        .with(new Entry.Stepped(
                                new Stamp(
                                        w.unit().log().last() + 1,
                                        w.unit().log().last(),
                                        Optional.of(w.now()),
                                        "ilka",
                                        false),
                                Entry.Did.TAKE_OFF,
                                "base"))));
        w.does(Walk.tick("on:base"));
        assertThat(w.missing()).containsExactly("PROOF_START_AFTER_OPENING");
        w.does(Walk.start());
        assertThat(w.assess().proof().grade()).isEqualTo(Grade.TESTED);
    }

    /** It failed in the very opening in which it was fitted: nothing was opened again, and accepting the failure is no good start. */
    @Test
    void aFirstStartThatFailedIsNoOpeningAgain() {
        Walk w = new Walk()
                .planned()
                .opened()
                .does(Walk.fit("B1"), Walk.tick("on:plate"), Walk.tick("on:plug"), Walk.tick("strap-off"))
                .does(new StartChange.LogStart(Entry.Outcome.SILENT, "", Optional.empty()));
        assertThat(w.missing())
                .contains("PROOF_FAILED_START", "PROOF_NOT_CLOSED")
                .doesNotContain("PROOF_START_AFTER_OPENING", "PROOF_NO_GOOD_START");
        int failed = w.unit().log().starts().get(0).no();
        w.does(new StartChange.AcceptDifference(failed, Optional.empty(), "mains was off"), SEEN);
        assertThat(w.missing()).contains("PROOF_NO_GOOD_START").doesNotContain("PROOF_FAILED_START");
        w.does(Walk.start(), SEEN).closed();
        assertThat(w.assess().proof().grade()).isEqualTo(Grade.SEEN);
    }

    @Test
    void beyondTheMakersFigureAPassIsWanted() {
        Walk w = new Walk()
                .answered()
                .does(
                        Walk.found(Walk.D8, "A1"),
                        Walk.typed("16GB 2Rx8 PC4-2400T-SE1-11"),
                        Walk.plan("B1", "m2"),
                        new PlanChange.ChoosePlan(true));
        assertThat(w.assess().proof().wanted()).isEqualTo(Grade.TESTED);
        assertThat(new Walk().planned().assess().proof().wanted()).isEqualTo(Grade.SEEN);
    }

    @Test
    void aJobClosedUnprovenSaysSo() {
        Walk w = fitted().does(new ClosingChange.CloseJob("as it is", Optional.empty()));
        assertThat(w.unit().closing().orElseThrow().proven()).isFalse();
        assertThat(w.refused(Walk.start())).isEqualTo("NOT_CLOSED_JOB");
        Walk good = fitted().does(SEEN, new ClosingChange.CloseJob("", Optional.empty()));
        assertThat(good.unit().closing().orElseThrow().grade()).isEqualTo(Grade.SEEN);
        assertThat(good.unit().closing().orElseThrow().proven()).isTrue();
    }

    @Test
    void nothingIsClosedInWithASwollenPack() {
        Walk w = fitted().does(SEEN, Walk.battery(Intake.Battery.SWOLLEN));
        assertThat(w.refused(new ClosingChange.CloseJob("", Optional.empty()))).isEqualTo("CLOSE_SWOLLEN");
        assertThat(w.refused(Walk.start())).isEqualTo("GATE_BATTERY_SWOLLEN");
        assertThat(w.assess().trail().statusOf(Station.HAND_BACK)).isEqualTo(Trail.Status.BLOCKED);
        w.does(Walk.battery(Intake.Battery.MADE_SAFE), new ClosingChange.CloseJob("", Optional.empty()));
    }
}
