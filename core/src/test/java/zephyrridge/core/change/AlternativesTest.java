package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zephyrridge.core.now.DrawerUse;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.unit.Alternative;

/** Layouts side by side: put together whole, named, chosen one at a time, with what is bought for them. */
class AlternativesTest {
    private static final String LABEL = "8GB 1Rx8 PC4-2400T-SA1-11";

    private static PlanChange.AdoptLayout.Piece piece(String position, String key, String tag, String offer) {
        return new PlanChange.AdoptLayout.Piece(
                position, Optional.ofNullable(key), Optional.ofNullable(tag), Optional.ofNullable(offer));
    }

    private static Walk walk() {
        return new Walk().answered().does(Walk.found(LABEL, "A1")).offer("o1", LABEL, 2, 5_990);
    }

    private static Change adopt(String name, boolean choose, PlanChange.AdoptLayout.Piece... pieces) {
        boolean buys = List.of(pieces).stream().anyMatch(p -> p.offer().isPresent());
        return new PlanChange.AdoptLayout(
                name, List.of(pieces), buys ? List.of(new PlanChange.AdoptLayout.Pack("o1", 1)) : List.of(), choose);
    }

    @Test
    void aWholeLayoutIsOneChange() {
        Walk w = walk().does(adopt("a kit of two", true, piece("A1", null, null, "o1"), piece("B1", null, null, "o1")));
        assertThat(w.unit().isChosen()).isTrue();
        assertThat(w.unit().onTheTable().buys()).hasSize(1);
        assertThat(w.unit().onTheTable().purchases()).isEqualTo(Money.ofMinor(5_990));
        assertThat(w.assess().plan().changed()).contains("B1");
        // Changed by hand so that nothing of the pack is in it, nothing is ordered.
        w.does(
                new PlanChange.PlanModule("A1", Optional.of("m1"), Optional.empty()),
                new PlanChange.PlanModule("B1", Optional.empty(), Optional.empty()));
        assertThat(w.unit().onTheTable().buys()).isEmpty();
        assertThat(w.unit().isChosen()).isFalse();
    }

    /** Parts belong to the layout they were named for, once each, and count in what is bought. */
    @Test
    void partsBelongToTheirLayout() {
        Walk w = walk().does(
                        adopt("a kit", false, piece("A1", null, null, "o1"), piece("B1", null, null, "o1")),
                        new CounterChange.WantPart("Standoff screw", 2, Money.ofMinor(35)),
                        new CounterChange.WantPart("Standoff screw ", 4, Money.ofMinor(30)));
        assertThat(w.unit().onTheTable().parts())
                .containsExactly(new Alternative.SmallPart("Standoff screw", 4, Money.ofMinor(30)));
        assertThat(w.unit().onTheTable().purchases()).isEqualTo(Money.ofMinor(5_990 + 120));
        w.does(adopt("keeps it", false, piece("A1", "m1", null, null)));
        assertThat(w.unit().onTheTable().parts()).isEmpty();
        assertThat(w.refused(new CounterChange.WantPart("x", 1, Money.ofMinor(-1))))
                .isEqualTo("VALUE_CANNOT_BE");
        w.does(new CounterChange.WantPart("x", 1, Money.ofMinor(10)), new CounterChange.WantPart("X", 0, Money.ZERO));
        assertThat(w.unit().onTheTable().parts()).isEmpty();
    }

    @Test
    void layoutsStandBesideEachOther() {
        Walk w = walk().stock("D-001", LABEL)
                .does(
                        adopt("one more", false, piece("A1", "m1", null, null), piece("B1", null, "D-001", null)),
                        adopt("a kit", false, piece("A1", null, null, "o1"), piece("B1", null, null, "o1")));
        assertThat(w.unit().alternatives()).extracting(Alternative::name).containsExactly("a kit", "one more");
        assertThat(DrawerUse.held(w.unit())).isEmpty();
        String other = w.unit().alternatives().get(1).id();
        w.does(new PlanChange.PutOnTable(other), new PlanChange.ChoosePlan(true));
        assertThat(w.unit().onTheTable().name()).isEqualTo("one more");
        assertThat(DrawerUse.held(w.unit())).containsExactly("D-001");
        w.does(
                new PlanChange.NameLayout(other, "from the drawer"),
                new PlanChange.DropLayout(w.unit().alternatives().get(1).id()));
        assertThat(w.unit().alternatives()).extracting(Alternative::name).containsExactly("from the drawer");
        w.does(new PlanChange.DropLayout(other));
        assertThat(w.unit().alternatives()).containsExactly(Alternative.FIRST);
        assertThat(w.unit().isChosen()).isFalse();
    }

    @Test
    void whatCannotBeIsRefused() {
        assertThat(walk().refused(adopt("x", false, piece("A1", null, null, "o9"))))
                .isEqualTo("NO_SUCH");
        assertThat(walk().refused(new PlanChange.AdoptLayout(
                        "x",
                        List.of(piece("A1", null, null, "o1")),
                        List.of(new PlanChange.AdoptLayout.Pack("o1", 4)),
                        false)))
                .isEqualTo("OFFER_SHORT");
        assertThat(walk().refused(new PlanChange.AdoptLayout(
                        "x", List.of(piece("A1", null, null, "o1")), List.of(), false)))
                .isEqualTo("OFFER_SHORT");
        assertThat(walk().refused(adopt("x", false, piece("A1", "m1", null, null), piece("B1", "m1", null, null))))
                .isEqualTo("MODULE_TWICE");
        assertThat(walk().refused(new PlanChange.PutOnTable("z"))).isEqualTo("NO_SUCH");
    }

    @Test
    void anotherOfABadModuleIsOrderedForItsPlace() {
        Walk w = walk().does(adopt("a kit of two", true, piece("A1", null, null, "o1"), piece("B1", null, null, "o1")));
        String bad = w.unit().plannedModules().get("B1");
        assertThat(w.refused(new PlanChange.OrderAgain("m1", "again"))).isEqualTo("NOT_BOUGHT");
        String good = w.unit().plannedModules().get("A1");
        w.does(adopt("as it ran", false, piece("A1", good, null, null)), new PlanChange.OrderAgain(bad, "again"));
        String other = w.unit().plannedModules().get("B1");
        assertThat(other).isNotEqualTo(bad);
        assertThat(w.unit().modules().get(other).offer()).contains("o1");
        assertThat(w.unit().isChosen()).isTrue();
        assertThat(w.unit().onTheTable().purchases())
                .as("the bad one goes back: the owner pays once")
                .isEqualTo(Money.ofMinor(5_990));
        w.offers.clear();
        assertThat(w.refused(new PlanChange.OrderAgain(bad, "again"))).isEqualTo("NO_SUCH");
    }

    @Test
    void theOwnersYesIsKeptWithWhatItWasTo() {
        Walk w = walk().does(new CounterChange.OwnerAgrees("R. Thornby", "the kit, at 90", Optional.empty()));
        assertThat(w.unit().consent().orElseThrow().to()).isEqualTo("the kit, at 90");
        assertThat(w.unit().consent().get().at()).isNotNull();
        assertThat(w.does(new CounterChange.OwnerAgrees("", "", Optional.empty()))
                        .unit()
                        .consent())
                .isEmpty();
    }
}
