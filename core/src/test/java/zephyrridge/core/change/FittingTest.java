package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.core.change.OpeningSteps.TWO_SIDED;
import static zephyrridge.core.change.OpeningSteps.rack;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.log.Place;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.now.DrawerUse;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.unit.Intake;

/** Fit: wrong positions, screws, where what comes out goes, carriers and counts. */
class FittingTest {
    @Test
    void aWrongPositionAndAWrongWayRoundAreCaughtBeforeForce() {
        Walk w = new Walk(TWO_SIDED, HouseRules.DEFAULT)
                .stock("N-7", Walk.D8)
                .answered()
                .does(
                        new PlanChange.TakeFromDrawer("N-7"),
                        Walk.typed(Walk.D4),
                        Walk.plan("below", "m2"),
                        Walk.plan("top", "m1"),
                        new PlanChange.ChoosePlan(true))
                .opened();
        assertThat(w.refused(new LogChange.ConfirmFit(
                        "below", true, Optional.of("N-7"), Optional.empty(), Optional.empty())))
                .isEqualTo("FIT_WRONG_POSITION");
        assertThat(w.refused(new LogChange.ConfirmFit(
                        "below", true, Optional.empty(), Optional.of(FitLine.Notch.OTHER_WAY), Optional.empty())))
                .isEqualTo("FIT_WRONG_WAY");
        w.does(Walk.typed("8GB 1Rx8 PC5-4800B-SA0-1010-XT"));
        assertThat(w.refused(new LogChange.MoveModule("m3", Place.Kind.POSITION, "below")))
                .as("a fault opening may put any module anywhere that takes it")
                .isEqualTo("FIT_CANNOT_GO_IN");
    }

    /** A compression module is in only with all its screws tight, in their order. */
    @Test
    void theScrewsOfACompressionModuleAreCounted() {
        MachineRecord screwed = TWO_SIDED.withPositions(TWO_SIDED.positions().stream()
                .map(p -> !p.id().equals("below")
                        ? p
                        : new Position(
                                p.id(),
                                p.label(),
                                p.channels(),
                                p.formFactor(),
                                p.soldered(),
                                p.socket()
                                        .map(x -> new zephyrridge.core.machine.Socket(
                                                x.keySide(),
                                                0,
                                                0,
                                                x.lower(),
                                                false,
                                                0,
                                                Optional.empty(),
                                                List.of("left", "right", "middle"),
                                                Optional.empty())),
                                p.fillOrder(),
                                p.carrier(),
                                p.access(),
                                p.provenance()))
                .toList());
        Walk w = new Walk(screwed, HouseRules.DEFAULT)
                .answered()
                .does(Walk.typed(Walk.D8), Walk.plan("below", "m1"), new PlanChange.ChoosePlan(true))
                .opened();
        assertThat(w.refused(Walk.fit("below"))).isEqualTo("FIT_SCREWS_LOOSE");
        for (int tight = 0; tight < 3; tight++) {
            assertThat(w.refused(screws(tight))).isEqualTo("FIT_SCREWS_LOOSE");
        }
        w.does(screws(3));
        assertThat(w.assess().inIt()).containsExactly(Map.entry("below", "m1"));
    }

    /**
     * Stacked sockets: what lies over comes out first and goes back last, also when only the lower one changes; its seating is new then. Nothing is
     * lifted through it.
     */
    @Test
    void whatLiesOverComesOutFirst() {
        MachineRecord flat = new Walk().bench().record();
        MachineRecord stacked = flat.withPositions(flat.positions().stream()
                .map(p -> !p.id().equals("B2")
                        ? p
                        : new Position(
                                p.id(),
                                p.label(),
                                p.channels(),
                                p.formFactor(),
                                p.soldered(),
                                p.socket()
                                        .map(x -> new zephyrridge.core.machine.Socket(
                                                x.keySide(),
                                                x.angleFrom(),
                                                x.angleTo(),
                                                Optional.of("B1"),
                                                x.turned(),
                                                x.latches(),
                                                x.clearanceMillimetres(),
                                                x.screws(),
                                                x.colour())),
                                p.fillOrder(),
                                p.carrier(),
                                flat.position("B1").access(),
                                p.provenance()))
                .toList());
        Walk w = new Walk(stacked, HouseRules.DEFAULT)
                .answered()
                .does(
                        Walk.found(Walk.D4, "B1"),
                        Walk.found(Walk.D4, "B2"),
                        Walk.typed(Walk.D8),
                        Walk.plan("B1", "m3"),
                        new PlanChange.ChoosePlan(true))
                .opened();
        assertThat(w.assess().fitLines())
                .singleElement()
                .satisfies(l -> assertThat(l.over().orElseThrow().id()).isEqualTo("B2"));
        assertThat(w.refused(new LogChange.MoveModule("m1", Place.Kind.TRAY, "")))
                .isEqualTo("MODULE_LIES_OVER");
        w.does(Walk.fit("B1"));
        assertThat(w.assess().inIt()).as("the upper one lies in the tray").containsExactly(Map.entry("B1", "m3"));
        assertThat(w.assess().fitLines())
                .filteredOn(l -> !l.done())
                .singleElement()
                .satisfies(l -> assertThat(l.position().id()).isEqualTo("B2"));
        w.does(Walk.fit("B2"));
        assertThat(w.assess().inIt()).containsOnly(Map.entry("B1", "m3"), Map.entry("B2", "m2"));
        // A reseat of the lower one lifts the upper one out and puts it back: it sits anew too.
        int before = w.unit().log().last();
        w.does(new LogChange.Reseat("B1"));
        assertThat(w.unit().log().happened().stream()
                        .filter(e -> e.no() > before)
                        .map(e -> e.getClass().getSimpleName()))
                .containsExactly("Moved", "Reseated", "Moved");
        assertThat(w.assess().inIt()).containsOnly(Map.entry("B1", "m3"), Map.entry("B2", "m2"));
    }

    private static Change screws(int tight) {
        return new LogChange.ConfirmFit(
                "below", true, Optional.empty(), Optional.empty(), Optional.empty(), Optional.of(tight));
    }

    @Test
    void whatComesOutGoesToTheDrawerOrTheOwnerInTheSameAction() {
        Walk w = new Walk(TWO_SIDED, HouseRules.DEFAULT)
                .answered()
                .does(
                        Walk.found(Walk.D4, "below"),
                        Walk.typed(Walk.D8),
                        Walk.plan("below", "m2"),
                        new PlanChange.ChoosePlan(true))
                .opened()
                .does(new LogChange.ConfirmFit(
                        "below", true, Optional.empty(), Optional.empty(), Optional.of(Place.Kind.BIN)));
        assertThat(DrawerUse.pulled(w.unit())).containsExactly(Map.entry("N-1", "m1"));
        assertThat(w.assess().inIt()).containsExactly(Map.entry("below", "m2"));
    }

    @Test
    void aCarrierIsConfirmedOnceWithItsCount() {
        Walk w = new Walk(rack(), HouseRules.DEFAULT).answered().does(Walk.battery(Intake.Battery.NONE_FITTED));
        for (String p : List.of("c1-1", "c1-2", "c2-1", "c2-2")) {
            w.does(Walk.typed("8GB 1Rx8 PC4-2400T-UA2-11"));
            w.does(Walk.plan(p, "m" + w.unit().modules().size()));
        }
        w.does(new PlanChange.ChoosePlan(true)).opened();
        assertThat(w.assess().rounds())
                .extracting(r -> r.carrier().orElseThrow())
                .containsExactly("c1", "c2");
        assertThat(w.refused(carrier("c1", 3))).isEqualTo("FIT_COUNT");
        assertThat(w.refused(new LogChange.ConfirmCarrier(
                        "c1", 2, Optional.of("16GB 2Rx8 PC4-2400T-UB2-11"), Optional.empty())))
                .isEqualTo("FIT_WRONG_MODULE");
        w.does(carrier("c1", 2));
        assertThat(w.assess().inIt()).containsOnlyKeys("c1-1", "c1-2");
        assertThat(w.refused(carrier("c2", 2))).isEqualTo("WAY_CLOSED");
        // The lid stays off for the next carrier.
        assertThat(w.assess().closing())
                .filteredOn(s -> !s.done())
                .extracting(WorkStep::id)
                .containsExactly("on:c1");
        w.does(Walk.tick("on:c1")).opened().does(carrier("c2", 2));
        assertThat(w.assess().closing())
                .filteredOn(s -> !s.done())
                .extracting(WorkStep::id)
                .containsExactly("on:c2", "air", "on:lid", "count", "test-start");
        w.does(Walk.tick("on:c2"));
        assertThat(w.refused(Walk.tick("on:lid"))).isEqualTo("STEP_AIR_FIRST");
        // What comes off again is looked at again.
        w.does(Walk.tick("air"), Walk.tick("off:c2"), Walk.tick("on:c2"));
        assertThat(w.refused(Walk.tick("on:lid"))).isEqualTo("STEP_AIR_FIRST");
        w.closed();
        assertThat(w.assess().now().isClosed()).isTrue();
    }

    @Test
    void emptySlotsAreCountedApartFromMissingCarriers() {
        Walk w = new Walk(rack(), HouseRules.DEFAULT).answered().does(Walk.found(Walk.D8, "c1-1"));
        assertThat(PartsWanted.emptySlots(
                        w.bench().record(), w.unit(), w.assess().inIt().keySet()))
                .isEqualTo(3);
        w.does(new ConditionChange.SayAbsent("c2", true));
        assertThat(PartsWanted.emptySlots(
                        w.bench().record(), w.unit(), w.assess().inIt().keySet()))
                .isEqualTo(1);
    }

    private static Change carrier(String id, int count) {
        return new LogChange.ConfirmCarrier(id, count, Optional.empty(), Optional.empty());
    }

    /** A module that has had its day is replaced by one of the same kind: that is a plan, with its way in, its line to fit and its proof. */
    @Test
    void aModuleIsReplacedByItsLike() {
        Walk w = new Walk().answered().does(Walk.found(Walk.D4, "A1"), Walk.typed(Walk.D4), Walk.plan("A1", "m2"));
        assertThat(w.assess().plan().changed()).containsExactly("A1");
        assertThat(w.assess().plan().effort().minutes()).isPositive();
        w.does(new PlanChange.ChoosePlan(true)).opened().does(Walk.fit("A1")).closed();
        assertThat(w.assess().now().inIt()).containsEntry("A1", "m2");
        w.does(Walk.start(), Walk.read("firmwareTotal", "4 GB", "rate", "2400", "positionsFilled", "1"));
        assertThat(w.missing()).isEmpty();
        assertThat(w.assess().proof().proven()).isTrue();
    }
}
