package zephyrridge.core.standing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.ConditionChange;
import zephyrridge.core.change.CounterChange;
import zephyrridge.core.change.FaultChange;
import zephyrridge.core.change.LogChange;
import zephyrridge.core.change.PlanChange;
import zephyrridge.core.change.StartChange;
import zephyrridge.core.change.Walk;
import zephyrridge.core.fault.Probe;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.log.Entry;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.supply.Supplies.Parts;
import zephyrridge.core.supply.Supplies.Standing;

/** What a job waits for follows from what it says, and from nothing else. */
class WaitsTest {
    private static final String LABEL = "8GB 1Rx8 PC4-2400T-SA1-11";

    private static Waits of(Walk w) {
        return Waits.of(w.work, w.assess());
    }

    private static Change note(String promised, String away) {
        return new ConditionChange.NoteOrder(Optional.ofNullable(promised), Optional.ofNullable(away));
    }

    @Test
    void whatIsBoughtIsWaitedForUntilItIsFitted() {
        Walk w = new Walk(
                        Walk.laptop()
                                .limit(LimitClaim.Source.MAKER, LimitClaim.Quantity.TOTAL, 8)
                                .build(),
                        HouseRules.DEFAULT)
                .answered()
                .does(Walk.found(LABEL, "A1"));
        assertThat(of(w)).isEqualTo(Waits.US);
        w.offer("o1", LABEL, 1, 2_990);
        w.does(new PlanChange.AdoptLayout(
                "one more",
                List.of(
                        new PlanChange.AdoptLayout.Piece("A1", Optional.of("m1"), Optional.empty(), Optional.empty()),
                        new PlanChange.AdoptLayout.Piece("B1", Optional.empty(), Optional.empty(), Optional.of("o1"))),
                List.of(new PlanChange.AdoptLayout.Pack("o1", 1)),
                false));
        assertThat(of(w)).as("16 GB are more than its maker says").isEqualTo(Waits.OWNER);
        w.does(new CounterChange.OwnerAgrees("R. Thornby", "16 GB", Optional.empty()));
        assertThat(of(w)).as("nothing is ordered before it is decided on").isEqualTo(Waits.US);
        w.does(new PlanChange.ChoosePlan(true));
        assertThat(of(w)).isEqualTo(Waits.PARTS);
        LocalDate day = LocalDate.of(2031, 5, 20);
        Optional<Parts> sent = Optional.of(new Parts(Standing.ON_THE_WAY, Optional.of(day)));
        assertThat(of(w).on(day, Optional.of(new Parts(Standing.TO_ORDER, Optional.empty()))))
                .isEqualTo(Waits.ORDER);
        assertThat(of(w).on(day.minusDays(1), sent)).isEqualTo(Waits.PARTS);
        assertThat(of(w).on(day, sent)).as("they should be here").isEqualTo(Waits.US);
        assertThat(of(w).on(day, Optional.of(new Parts(Standing.ON_THE_WAY, Optional.empty()))))
                .as("nobody said when")
                .isEqualTo(Waits.PARTS);
        assertThat(of(w).on(day, Optional.of(new Parts(Standing.HERE, Optional.empty()))))
                .isEqualTo(Waits.US);
        assertThat(of(w).on(day, Optional.empty())).as("nobody sends it").isEqualTo(Waits.US);
        assertThat(Waits.OWNER.on(day, sent)).isEqualTo(Waits.OWNER);
        w.opened().does(Walk.fit("B1"));
        assertThat(of(w)).isEqualTo(Waits.US);
    }

    /** A job whose start failed says what its hunt waits for, until the cause is named or the start is explained. */
    @Test
    void aFailedStartWaitsForItsTest() {
        Walk w = new Walk().planned().opened().does(Walk.fit("B1")).closed();
        assertThat(of(w)).isEqualTo(Waits.US);
        w.does(new StartChange.LogStart(Entry.Outcome.SILENT, "", Optional.empty()));
        assertThat(of(w)).isEqualTo(Waits.CAUSE);
        w.does(new FaultChange.ChooseTest(
                Probe.Shape.BACK, Map.of("A1", "m1"), Set.of(), List.of(), 0, Optional.empty(), Optional.empty()));
        assertThat(of(w)).isEqualTo(Waits.TEST);
        w.does(new FaultChange.DropTest());
        assertThat(of(w)).isEqualTo(Waits.CAUSE);
        w.does(note(null, "at the owner's"));
        assertThat(of(w)).isEqualTo(Waits.OUTSIDE);
        w.does(
                note(null, ""),
                new LogChange.Retract(w.unit().log().starts().get(0).no(), "another machine", Set.of()));
        assertThat(of(w)).isEqualTo(Waits.US);
    }

    @Test
    void aMachineThatIsNotHereIsWaitedFor() {
        Walk w = new Walk().answered().does(note("2031-05-20", " with the owner "));
        assertThat(w.work.order().promised()).contains(LocalDate.of(2031, 5, 20));
        assertThat(w.work.order().away()).contains("with the owner");
        assertThat(of(w)).isEqualTo(Waits.OUTSIDE);
        w.does(note(null, ""));
        assertThat(w.work.order().promised()).as("what is not named stays").isPresent();
        assertThat(of(w)).isEqualTo(Waits.US);
        assertThat(w.does(note("", null)).work.order().promised()).isEmpty();
        for (String bad : List.of("tomorrow", "2031-13-01", "0031-05-20")) {
            assertThat(w.refused(note(bad, null))).as(bad).isEqualTo("VALUE_CANNOT_BE");
        }
    }
}
