package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.log.Entry;
import zephyrridge.core.now.DrawerUse;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.standing.Gates;
import zephyrridge.core.standing.Trail;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.Station;

/** power before hands, at every opening anew. */
class StepOrderTest {
    @Test
    void stepsInOrder() {
        assertThat(new Walk().planned().assess().opening())
                .extracting(WorkStep::id)
                .containsExactly("power-down", "unplug", "ground", "off:base", "off:plug", "drain", "off:plate");
    }

    /** The plug lies elsewhere than the way to this socket; it comes out all the same, and first. */
    @Test
    void aPlugThatCanBeReachedComesOutAlsoOffTheWay() {
        Walk w = new Walk()
                .answered()
                .does(
                        Walk.found(Walk.D4, "A1"),
                        Walk.typed(Walk.D8),
                        Walk.plan("B2", "m2"),
                        new PlanChange.ChoosePlan(true));
        assertThat(w.assess().opening())
                .extracting(WorkStep::id)
                .containsExactly("power-down", "unplug", "ground", "off:base", "off:plug", "drain", "off:hatch");
        w.does(Walk.battery(Intake.Battery.NONE_FITTED));
        assertThat(w.assess().opening())
                .extracting(WorkStep::id)
                .containsExactly("power-down", "unplug", "ground", "drain", "off:hatch");
    }

    @ParameterizedTest
    @CsvSource({
        "unplug,STEP_POWER_DOWN_FIRST,''",
        "off:base,STEP_POWER_DOWN_FIRST,''",
        "off:base,STEP_UNPLUG_FIRST,power-down",
        "drain,STEP_PLUG_FIRST,power-down unplug",
        "drain,STEP_PLUG_FIRST,power-down unplug off:base",
        "off:plate,STEP_LIES_BELOW,power-down unplug off:base",
        "off:plate,STEP_DRAIN_FIRST,power-down unplug off:base off:plug",
        "off:plug,STEP_LIES_BELOW,power-down unplug",
    })
    void outOfOrderIsRefused(String step, String code, String before) {
        Walk w = new Walk().planned();
        for (String done : before.split(" ")) {
            if (!done.isEmpty()) {
                w.does(Walk.tick(done));
            }
        }
        assertThat(w.refused(Walk.tick(step))).isEqualTo(code);
    }

    @Test
    void nothingIsFittedBehindAClosedWay() {
        Walk w = new Walk().planned();
        assertThat(w.refused(Walk.fit("B1"))).isEqualTo("STEP_POWER_DOWN_FIRST");
        w.does(
                Walk.tick("power-down"),
                Walk.tick("unplug"),
                Walk.tick("off:base"),
                Walk.tick("off:plug"),
                Walk.tick("drain"));
        assertThat(w.refused(Walk.fit("B1"))).isEqualTo("WAY_CLOSED");
        w.does(Walk.tick("off:plate"), Walk.fit("B1"));
        assertThat(w.assess().inIt()).containsEntry("B1", "m2");
    }

    @Test
    void everyStartAsksForThePowerStepsAgain() {
        Walk w = new Walk().planned().opened().does(Walk.fit("B1")).closed().does(Walk.start());
        assertThat(w.assess().now().down()).isFalse();
        w.does(Walk.plan("B1", null), new PlanChange.ChoosePlan(false));
        assertThat(w.assess().opening()).noneMatch(WorkStep::done);
        assertThat(w.refused(Walk.tick("off:base"))).isEqualTo("STEP_POWER_DOWN_FIRST");
    }

    /** No standby power under the hand: what cannot be unplugged is switched off in the firmware, before it goes down. */
    @Test
    void aBatteryOutOfReachIsSwitchedOffInTheFirmware() {
        var sealed = zephyrridge.core.Machines.of(zephyrridge.core.module.MemoryGeneration.DDR4, 2400)
                .part("base", zephyrridge.core.access.Part.Kind.COVER, zephyrridge.core.access.Side.BOTTOM, 60)
                .channel("A")
                .socket("A1", "A", 1, List.of(java.util.Set.of("base")))
                .cap(null, null, null, 2400)
                .build();
        Walk w = new Walk(sealed, HouseRules.DEFAULT)
                .answered()
                .does(Walk.typed(Walk.D8), Walk.plan("A1", "m1"), new PlanChange.ChoosePlan(true));
        assertThat(w.assess().opening())
                .extracting(WorkStep::id)
                .containsExactly("battery-off", "power-down", "unplug", "ground", "drain", "off:base");
        w.does(Walk.tick("power-down"), Walk.tick("unplug"));
        assertThat(w.refused(Walk.tick("drain"))).isEqualTo("STEP_BATTERY_OFF_FIRST");
        assertThat(w.refused(Walk.tick("off:base"))).isEqualTo("STEP_BATTERY_OFF_FIRST");
        w.does(Walk.tick("battery-off"), Walk.tick("drain"), Walk.tick("off:base"), Walk.fit("A1"))
                .closed()
                .does(Walk.start());
        assertThat(w.assess().now().power().batteryOff())
                .as("a start takes it back")
                .isFalse();
        Walk none = new Walk(sealed, HouseRules.DEFAULT)
                .answered()
                .does(
                        Walk.typed(Walk.D8),
                        Walk.plan("A1", "m1"),
                        new PlanChange.ChoosePlan(true),
                        Walk.battery(Intake.Battery.NONE_FITTED));
        assertThat(none.assess().opening()).extracting(WorkStep::id).doesNotContain("battery-off");
        Walk downOnly = new Walk(sealed, HouseRules.DEFAULT.with(HouseRules.Battery.POWER_DOWN_ONLY))
                .answered()
                .does(Walk.typed(Walk.D8), Walk.plan("A1", "m1"), new PlanChange.ChoosePlan(true));
        assertThat(downOnly.assess().opening()).extracting(WorkStep::id).doesNotContain("battery-off");
    }

    /** A plug that was put back makes it live again. */
    @Test
    void drainIsAskedAgainAfterThePlugWasBack() {
        Walk w = new Walk().planned().opened().does(Walk.tick("on:plate"), Walk.tick("on:plug"), Walk.tick("off:plug"));
        assertThat(w.refused(Walk.tick("off:plate"))).isEqualTo("STEP_DRAIN_FIRST");
    }

    @Test
    void closesInReverseWithTheStartWhereTheHouseWantsIt() {
        Walk w = new Walk().planned().opened().does(Walk.fit("B1"));
        assertThat(w.assess().closing())
                .extracting(WorkStep::id)
                .containsExactly("on:plate", "on:plug", "count", "strap-off", "test-start", "on:base");
        assertThat(w.refused(Walk.tick("on:base"))).isEqualTo("STEP_COVERS");
        Walk first = new Walk(Walk.LAPTOP, HouseRules.DEFAULT.with(HouseRules.Closing.CLOSE_FIRST))
                .planned()
                .opened()
                .does(Walk.fit("B1"));
        assertThat(first.assess().closing())
                .extracting(WorkStep::id)
                .containsExactly("on:plate", "on:plug", "on:base", "count", "test-start");
    }

    @Test
    void aStartWithTheInsideOpenIsRefused() {
        Walk w = new Walk().planned().opened().does(Walk.fit("B1"));
        assertThat(w.refused(Walk.start())).isEqualTo("START_WITH_OFF");
        w.does(Walk.tick("on:plate"), Walk.tick("on:plug"));
        assertThat(w.refused(Walk.start())).isEqualTo("STEP_STRAP_OFF_FIRST");
        w.does(Walk.tick("strap-off"), Walk.start());
    }

    @ParameterizedTest
    @CsvSource({
        "GOOD,NONE,NOT_ENCRYPTED,false",
        "SWOLLEN,NONE,NOT_ENCRYPTED,true",
        "MADE_SAFE,NONE,NOT_ENCRYPTED,false",
        "NOT_LOOKED,NONE,NOT_ENCRYPTED,false",
        "NOT_KNOWN,NONE,NOT_ENCRYPTED,false",
        "GOOD,NOT_LOOKED,NOT_ENCRYPTED,true",
        "GOOD,PRESENT_NOT_ASKED,NOT_ENCRYPTED,true",
        "GOOD,OWNER_REFUSES,NOT_ENCRYPTED,true",
        "GOOD,OWNER_AGREES,KEY_AT_HAND,false",
        "GOOD,NOT_KNOWN,KEY_AT_HAND,false",
        "NONE_FITTED,NONE,NOT_ASKED,true",
        "GOOD,NONE,KEY_MISSING,true",
        "GOOD,NONE,OWNER_ACCEPTS,false",
        "GOOD,NONE,NOT_KNOWN,false"
    })
    void theGatesOfAnyOpening(Intake.Battery battery, Intake.Seal seal, Intake.Encryption key, boolean shut) {
        Walk w = new Walk()
                .planned()
                .does(Walk.intake(seal, battery, key), Walk.tick("power-down"), Walk.tick("unplug"));
        assertThat(Gates.isShut(w.assess().openingGates())).isEqualTo(shut);
        String first = battery == Intake.Battery.NONE_FITTED ? "drain" : "off:base";
        assertThat(w.attempt(Walk.tick(first)) instanceof Outcome.Refused).isEqualTo(shut);
        if (battery == Intake.Battery.NOT_KNOWN || seal == Intake.Seal.NOT_KNOWN) {
            assertThat(w.assess().openingGates())
                    .as("not known is not passed over")
                    .isNotEmpty();
        }
    }

    @Test
    void clearingNeedsTheKeyAndTheSettings() {
        Walk w = new Walk()
                .planned()
                .does(Walk.intake(Intake.Seal.NONE, Intake.Battery.GOOD, Intake.Encryption.NOT_KNOWN));
        assertThat(w.refused(new LogChange.ClearSettings(true))).isEqualTo("GATE_CLEAR_WITHOUT_KEY");
        // A model that forgets its settings while unplugged is opened under both gates, and nothing is said twice.
        assertThat(Gates.opening(w.unit(), true).stream()
                        .filter(f -> f.severity() == Severity.STOP)
                        .map(f -> f.evidence()))
                .doesNotHaveDuplicates();
        w.answered().does(new LogChange.ClearSettings(true), new LogChange.ClearSettings(false));
        assertThat(w.unit().log().happened()).noneMatch(Entry.Acted.class::isInstance);
    }

    @Test
    void aPlanThatIsNotChosenIsNotFitted() {
        Walk w = new Walk().planned().does(new PlanChange.ChoosePlan(false)).opened();
        assertThat(w.refused(Walk.fit("B1"))).isEqualTo("GATE_PLAN_NOT_CHOSEN");
        assertThat(new Walk().answered().refused(new PlanChange.ChoosePlan(true)))
                .isEqualTo("NOTHING_PLANNED");
    }

    @Test
    void anUnreadMachineIsNotOneWithoutMemory() {
        Walk w = new Walk().answered();
        assertThat(Walk.codes(w.assess().found().findings()))
                .doesNotContain("NO_MEMORY")
                .contains("READ_NOTHING_YET");
        assertThat(w.assess().found().has(Severity.STOP)).isFalse();
        assertThat(w.assess().trail().statusOf(Station.READ)).isEqualTo(Trail.Status.OPEN);
        // Once somebody looked into all of it and found nothing, it is; one empty socket of three says little.
        for (String p : List.of("A1", "B1", "B2")) {
            assertThat(Walk.codes(w.assess().found().findings())).doesNotContain("NO_MEMORY");
            w.does(new EvidenceChange.SayWhatIsSeen(
                    p, Optional.of(zephyrridge.core.machine.SlotState.EMPTY), Optional.empty(), Optional.empty()));
        }
        assertThat(Walk.codes(w.assess().found().findings())).contains("NO_MEMORY");
    }

    @Test
    void takeInIsDoneOnlyWithItsGatesAnswered() {
        Walk w = new Walk();
        assertThat(w.assess().trail().statusOf(Station.TAKE_IN)).isEqualTo(Trail.Status.OPEN);
        assertThat(w.answered().assess().trail().statusOf(Station.TAKE_IN)).isEqualTo(Trail.Status.DONE);
    }

    @Test
    void whatIsTriedStaysFree() {
        Walk w = new Walk().stock("D-1", Walk.D8).answered().does(Walk.found(Walk.D4, "A1"));
        w.does(new PlanChange.PlanModule("B1", Optional.empty(), Optional.of("D-1")));
        assertThat(DrawerUse.held(w.unit())).isEmpty();
        w.does(new PlanChange.ChoosePlan(true));
        assertThat(DrawerUse.held(w.unit())).containsExactly("D-1");
        w.does(Walk.plan("B1", null));
        assertThat(DrawerUse.held(w.unit())).isEmpty();
        assertThat(w.refused(new PlanChange.TakeFromDrawer("D-1"))).isEqualTo("TAG_HERE_ALREADY");
    }

    @Test
    void lowerBeforeUpper() {
        List<FitLine> lines = new Walk().planned().assess().fitLines();
        assertThat(lines).extracting(l -> l.position().id()).containsExactly("B1");
        assertThat(lines.get(0).mistakes(lines, java.util.Map.of(), java.util.Map.of(), Optional.of("other label")))
                .extracting(f -> f.code().name())
                .containsExactly("FIT_WRONG_MODULE");
    }
}
