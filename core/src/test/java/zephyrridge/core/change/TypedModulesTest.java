package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.limit.Condition;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.standing.PlanConditions;
import zephyrridge.core.standing.Waits;
import zephyrridge.core.unit.Delivery;
import zephyrridge.core.unit.TypedLine;
import zephyrridge.core.unit.Whence;

/** A module that somebody typed is bought, comes with the machine, or lies about, as somebody says (R-8.10; common practice, no source). */
class TypedModulesTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 3, 2);
    private static final LocalDate FRIDAY = LocalDate.of(2026, 3, 6);

    /** 8 GB typed twice for both sockets; nothing said of them. */
    private static Walk two() {
        return new Walk(Walk.LAPTOP, HouseRules.DEFAULT)
                .answered()
                .does(
                        Walk.found(Walk.D4, "A1"),
                        Walk.typed(Walk.D8),
                        Walk.typed(Walk.D8),
                        Walk.plan("A1", "m2"),
                        Walk.plan("B1", "m3"));
    }

    private static Change whence(Whence.Way way, String price, LocalDate day, LocalDate until, String... keys) {
        return new CounterChange.SayWhence(
                List.of(keys),
                Optional.of(way),
                Optional.ofNullable(price),
                Optional.of("Larkfield Parts"),
                Optional.ofNullable(day).map(LocalDate::toString),
                Optional.ofNullable(until).map(LocalDate::toString));
    }

    private static Change bought(String price, LocalDate day, LocalDate until) {
        return whence(Whence.Way.BOUGHT, price, day, until, "m2", "m3");
    }

    @Test
    void nobodySaidWhatTheyCost() {
        Walk w = two();
        assertThat(TypedLine.of(w.unit())).singleElement().satisfies(t -> {
            assertThat(t.pieces()).isEqualTo(2);
            assertThat(t.whence().isPriceOpen()).isTrue();
            assertThat(t.whole()).isEmpty();
        });
        Delivery d = Delivery.of(w.unit(), TODAY);
        assertThat(d.buys()).isTrue();
        assertThat(d.here()).isEmpty();
        w.does(new PlanChange.ChoosePlan(true));
        assertThat(Waits.of(w.work, w.assess())).isEqualTo(Waits.PARTS);
    }

    @Test
    void priceSupplierAndDayCount() {
        Walk w = two().does(bought("31.50", FRIDAY, FRIDAY.plusDays(14)));
        assertThat(TypedLine.of(w.unit()).get(0).whole()).contains(Money.parse("63.00"));
        Delivery d = Delivery.of(w.unit(), TODAY);
        assertThat(d.here()).contains(FRIDAY);
        assertThat(d.returnUntil()).contains(FRIDAY.plusDays(14));
        // Of one of them somebody says that it lies about: two lines, and only one is paid for.
        w.does(whence(Whence.Way.LIES_ABOUT, "31.50", FRIDAY, null, "m3"));
        assertThat(TypedLine.of(w.unit())).hasSize(2);
        assertThat(TypedLine.of(w.unit()).get(1).whole()).contains(Money.ZERO);
        assertThat(TypedLine.of(w.unit()).get(1).whence().day()).isEmpty();
    }

    /** Each field is kept by itself: what is typed next takes nothing back; "" does. */
    @Test
    void whatIsNotNamedStays() {
        Walk w = two().does(says(Optional.of("31.50"), Optional.empty(), Optional.empty()))
                .does(says(Optional.empty(), Optional.of("Larkfield Parts"), Optional.empty()))
                .does(says(Optional.empty(), Optional.empty(), Optional.of(FRIDAY.toString())));
        Whence whence = TypedLine.of(w.unit()).get(0).whence();
        assertThat(whence)
                .isEqualTo(new Whence(
                        Whence.Way.BOUGHT,
                        Optional.of(Money.parse("31.50")),
                        "Larkfield Parts",
                        Optional.of(FRIDAY),
                        Optional.empty(),
                        Optional.empty()));
        w.does(says(Optional.of(""), Optional.empty(), Optional.empty()));
        assertThat(TypedLine.of(w.unit()).get(0).whence().isPriceOpen()).isTrue();
        assertThat(w.refused(says(Optional.of("cheap"), Optional.empty(), Optional.empty())))
                .isEqualTo("VALUE_CANNOT_BE");
        assertThat(w.refused(says(Optional.empty(), Optional.empty(), Optional.of("Friday"))))
                .isEqualTo("VALUE_CANNOT_BE");
    }

    private static Change says(Optional<String> price, Optional<String> supplier, Optional<String> day) {
        return new CounterChange.SayWhence(
                List.of("m2", "m3"), Optional.empty(), price, supplier, day, Optional.empty());
    }

    /** What came with the machine is neither paid nor waited for. */
    @Test
    void whatCameWithItCostsNothing() {
        Walk w = two().does(whence(Whence.Way.CAME_WITH_IT, null, null, null, "m2", "m3"));
        assertThat(Delivery.of(w.unit(), TODAY))
                .isEqualTo(new Delivery(false, Optional.of(TODAY), Optional.empty(), Optional.empty()));
        w.does(new PlanChange.ChoosePlan(true));
        assertThat(Waits.of(w.work, w.assess())).isEqualTo(Waits.US);
    }

    /** A right of return is not there because nobody has spoken of it. */
    @Test
    void theRightOfReturnIsSaidOrIsNotThere() {
        Walk w = new Walk(Walk.LAPTOP, HouseRules.DEFAULT)
                .answered()
                .does(
                        Walk.found(Walk.D4, "A1"),
                        Walk.typed("16GB 2Rx8 PC4-2400T-SE1-11"),
                        Walk.typed("16GB 2Rx8 PC4-2400T-SE1-11"),
                        Walk.plan("A1", "m2"),
                        Walk.plan("B1", "m3"));
        assertThat(canGoBack(w)).isFalse();
        assertThat(canGoBack(w.does(bought("60.00", FRIDAY, null)))).isFalse();
        assertThat(canGoBack(w.does(bought("60.00", FRIDAY, FRIDAY.plusDays(20)))))
                .isTrue();
    }

    private static boolean canGoBack(Walk w) {
        return PlanConditions.of(w.unit(), w.assess().limits()).stream()
                .filter(s -> s.condition().kind() == Condition.Kind.RIGHT_OF_RETURN)
                .findFirst()
                .orElseThrow()
                .met();
    }

    @Test
    void whatCannotBeIsRefused() {
        Walk w = two();
        assertThat(w.refused(bought("-1.00", FRIDAY, null))).isEqualTo("VALUE_CANNOT_BE");
        assertThat(w.refused(bought("1.00", FRIDAY, FRIDAY.minusDays(1)))).isEqualTo("VALUE_CANNOT_BE");
        assertThat(w.refused(whence(Whence.Way.BOUGHT, "1.00", null, null, "m1")))
                .isEqualTo("WHENCE_IS_KNOWN");
    }
}
