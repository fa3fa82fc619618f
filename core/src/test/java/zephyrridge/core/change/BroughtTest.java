package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zephyrridge.core.opening.GateFinding;
import zephyrridge.core.unit.Counter;
import zephyrridge.core.unit.Unit;

/** What comes over the counter is listed with its number, and goes back by it. */
class BroughtTest {
    private static CounterChange.NoteThing came(String what, int came) {
        return new CounterChange.NoteThing(what, Optional.of(came), Optional.empty());
    }

    private static CounterChange.NoteThing back(String what, int back) {
        return new CounterChange.NoteThing(what, Optional.empty(), Optional.of(back));
    }

    private static List<Counter.Thing> things(Walk w) {
        return w.unit().counter().brought().things();
    }

    @Test
    void thingsAreOneOfEachKindWithTheirNumber() {
        Walk w = new Walk()
                .does(came("Charger", 1))
                .does(came(" charger ", 2))
                .does(new CounterChange.NoteThing("Bag", Optional.empty(), Optional.empty()));
        assertThat(things(w)).containsExactly(new Counter.Thing("Charger", 2, 0), new Counter.Thing("Bag", 1, 0));
        w.does(came("BAG", 0));
        assertThat(things(w)).containsExactly(new Counter.Thing("Charger", 2, 0));
        // What never came and is taken off is no mistake.
        w.does(came("Mouse", 0));
        assertThat(things(w)).hasSize(1);
    }

    @Test
    void noMoreGoesBackThanCame() {
        Walk w = new Walk().does(came("Caddy", 2)).does(back("Caddy", 1));
        assertThat(things(w)).containsExactly(new Counter.Thing("Caddy", 2, 1));
        assertThat(w.refused(back("Caddy", 3))).isEqualTo("VALUE_CANNOT_BE");
        assertThat(w.refused(came("Caddy", 0))).isEqualTo("VALUE_CANNOT_BE");
        assertThat(w.refused(back("Bag", 2))).isEqualTo("VALUE_CANNOT_BE");
        assertThat(things(w)).containsExactly(new Counter.Thing("Caddy", 2, 1));
        w.does(new CounterChange.GiveBack());
        assertThat(things(w)).containsExactly(new Counter.Thing("Caddy", 2, 2));
    }

    @Test
    void thereIsAnEndToThem() {
        Walk w = new Walk();
        for (int i = 0; i < Counter.Brought.MOST_THINGS; i++) {
            w.does(came("thing " + i, 1));
        }
        assertThat(w.refused(came("one more", 1))).isEqualTo("TOO_MANY");
        w.does(came("thing 3", 2));
    }

    /** Handing back names what is still here, and does not keep the machine for it. */
    @Test
    void whatIsStillHereIsSaidAtHandBack() {
        Walk w = new Walk().does(came("Charger", 1)).does(came("Caddy", 3)).does(back("Caddy", 1));
        assertThat(w.assess().handBackGates())
                .filteredOn(f -> f.code() == GateFinding.BROUGHT_STILL_HERE)
                .singleElement()
                .satisfies(f -> {
                    assertThat(f.detail()).isEqualTo(new GateFinding.Here(List.of("Charger", "2 × Caddy")));
                    assertThat(f.severity()).isNotEqualTo(zephyrridge.core.finding.Severity.STOP);
                });
        w.does(new CounterChange.GiveBack());
        assertThat(w.assess().handBackGates()).noneMatch(f -> f.code() == GateFinding.BROUGHT_STILL_HERE);
    }

    @Test
    void serialAndHowTheOwnerSaidYesAreKeptAsTheyWereSaid() {
        Walk w = new Walk()
                .does(new CounterChange.NoteSerial(" SN 0042-x "))
                .does(came("Charger", 1))
                .does(new CounterChange.OwnerAgrees("R. Thornby", "16 GB", Optional.of(Unit.Consent.How.BY_PHONE)));
        assertThat(w.unit().counter().brought().serial()).isEqualTo("SN 0042-x");
        assertThat(things(w)).hasSize(1);
        assertThat(w.unit().consent().orElseThrow().how()).isEqualTo(Unit.Consent.How.BY_PHONE);
        w.does(new CounterChange.NoteSerial("")).does(new CounterChange.OwnerAgrees("R.", "it", Optional.empty()));
        assertThat(w.unit().counter().brought().serial()).isEmpty();
        assertThat(w.unit().consent().orElseThrow().how()).isEqualTo(Unit.Consent.How.NOT_SAID);
    }
}
