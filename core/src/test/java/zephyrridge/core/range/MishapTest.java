package zephyrridge.core.range;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Log;
import zephyrridge.core.log.Place;
import zephyrridge.core.log.Stamp;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.range.Asked.What;
import zephyrridge.core.unit.Unit;

/** Hands that did not look are told so after the step, once; hands that looked first are not. */
class MishapTest {
    private static final Secret SECRET = new Making(1, "two-sockets")
            .fitted("4GB 1Rx8 PC4-2400T-SA1-11")
            .ready("8GB 1Rx8 PC4-2666V-SA1-11", 1)
            .trap(Trap.STANDBY)
            .trap(Trap.BLADE)
            .trap(Trap.TURNED)
            .trap(Trap.LONG_SCREW)
            .made();
    private static final Bench BENCH = Bench.of(SECRET.record(), HouseRules.DEFAULT);

    private final List<Entry> entries = new ArrayList<>();
    private final List<Asked> asked = new ArrayList<>();

    private Stamp stamp() {
        return new Stamp(entries.size() + 1, entries.size(), Optional.empty(), "test", false);
    }

    private void did(Entry.Did did, String part) {
        entries.add(new Entry.Stepped(stamp(), did, part));
    }

    private void look(What what, String of) {
        asked.add(new Asked(what, of, "", "", 1, 0, Optional.empty(), entries.size(), 1, 1));
    }

    /** The whole work, each step with the look that belongs before it where it is among these. */
    private void work(List<Trap> looked, boolean strap) {
        did(Entry.Did.POWER_DOWN, "");
        did(Entry.Did.UNPLUG, "");
        if (strap) {
            did(Entry.Did.GROUND, "");
        }
        if (looked.contains(Trap.STANDBY)) {
            look(What.LAMP, "");
        }
        did(Entry.Did.TAKE_OFF, "lid");
        if (looked.contains(Trap.BLADE)) {
            look(What.HAND, "battery");
        }
        did(Entry.Did.TAKE_OFF, "battery");
        if (looked.contains(Trap.TURNED)) {
            look(What.NOTCH, "socket-b");
        }
        entries.add(new Entry.Moved(stamp(), "R-1", Place.TRAY, Place.position("socket-b"), ""));
        did(Entry.Did.PUT_BACK, "battery");
        if (looked.contains(Trap.LONG_SCREW)) {
            look(What.SCREWS, "lid");
        }
        did(Entry.Did.PUT_BACK, "lid");
    }

    private Unit unit() {
        return Unit.NEW.withLog(new Log(entries));
    }

    private List<Trap> mishaps() {
        return new Asking(SECRET, asked)
                .mishaps(unit(), BENCH).stream().map(Mishap::kind).toList();
    }

    private static final List<Trap> DRAWN = List.of(Trap.STANDBY, Trap.BLADE, Trap.TURNED, Trap.LONG_SCREW);

    @Test
    void whoeverLooksHasNone() {
        work(DRAWN, true);
        assertThat(mishaps()).isEmpty();
    }

    @Test
    void whoeverDoesNotHasEachInItsTurn() {
        work(List.of(), false);
        assertThat(mishaps()).containsExactly(Trap.STANDBY, Trap.BLADE, Trap.TURNED, Trap.STATIC, Trap.LONG_SCREW);
        // The second time everybody knows.
        work(List.of(), true);
        assertThat(mishaps()).hasSize(5);
    }

    @ParameterizedTest
    @EnumSource(
            value = Trap.class,
            names = {"STANDBY", "BLADE", "TURNED", "LONG_SCREW"})
    void oneThatIsNotLookedForSprings(Trap trap) {
        work(DRAWN.stream().filter(t -> t != trap).toList(), true);
        assertThat(mishaps()).containsExactly(trap);
    }

    /** What was seen of it while it ran says nothing of it after it was shut down. */
    @Test
    void aLampIsLookedAtAfterItWasShutDown() {
        look(What.LAMP, "");
        work(List.of(Trap.BLADE, Trap.TURNED, Trap.LONG_SCREW), true);
        assertThat(mishaps()).containsExactly(Trap.STANDBY);
    }

    /** A look shows what lies in wait, once: whoever saw it put it right. */
    @Test
    void aLookShowsItOnce() {
        did(Entry.Did.POWER_DOWN, "");
        assertThat(new Asking(SECRET, asked).lurks(Trap.STANDBY, What.LAMP, "", unit(), BENCH))
                .isTrue();
        look(What.LAMP, "");
        assertThat(new Asking(SECRET, asked).lurks(Trap.STANDBY, What.LAMP, "", unit(), BENCH))
                .isFalse();
        work(DRAWN, true);
        for (Trap t : DRAWN) {
            assertThat(new Asking(SECRET, List.of()).lurks(t, What.LAMP, "elsewhere", unit(), BENCH))
                    .as("%s has sprung or was put right", t)
                    .isFalse();
        }
    }

    /** Screws that are drawn for it are a record without a fault, and of two lengths. */
    @Test
    void itsLidHasScrewsOfTwoLengths() {
        assertThat(zephyrridge.core.machine.RecordCheck.faults(SECRET.record())).isEmpty();
        assertThat(Mishap.mixes(SECRET.record().access().part("lid").orElseThrow()))
                .isTrue();
        assertThat(Mishap.mixes(SECRET.record().access().part("battery").orElseThrow()))
                .isFalse();
    }
}
