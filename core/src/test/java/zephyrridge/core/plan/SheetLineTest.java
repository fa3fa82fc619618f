package zephyrridge.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zephyrridge.core.plan.SheetLine.Cells;
import zephyrridge.core.plan.SheetLine.Reason;
import zephyrridge.core.plan.SheetLine.Usual;
import zephyrridge.core.quantity.Money;

/** Lines of suppliers' sheets: kits are packs, and what is not understood is said. */
class SheetLineTest {
    private static final Usual USUAL = new Usual(3, Optional.of(14));

    @Test
    void aKitIsOnePackOfSeveral() {
        SheetLine kit = SheetLine.of(
                        new Cells("2x8GB 1Rx8 PC4-2666V SO-DIMM", "EUR 59,90", "", "4 pcs", "", "no"), USUAL)
                .line()
                .orElseThrow();
        assertThat(kit.pieces()).isEqualTo(2);
        assertThat(kit.spec().capacity().gibibytes()).isEqualTo(8);
        assertThat(kit.price()).isEqualTo(Money.ofMinor(5_990));
        assertThat(kit.stock()).isEqualTo(4);
        assertThat(kit.leadDays()).isEqualTo(3);
        assertThat(kit.returnDays()).isEmpty();
        SheetLine one = SheetLine.of(new Cells("8GB 1Rx8 PC4-2666V-SA1-11", "31.5", "", "", "1 day", "30"), USUAL)
                .line()
                .orElseThrow();
        assertThat(one.pieces()).isEqualTo(1);
        assertThat(one.stock()).isEqualTo(SheetLine.STOCK_NOT_TOLD);
        assertThat(one.leadDays()).isEqualTo(1);
        assertThat(one.returnDays()).contains(30);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "'' | 10 | '' | '' | '' | '' | NO_WORDING",
                "a fine module | 10 | '' | '' | '' | '' | NOT_A_WHOLE_MODULE",
                "16GB kit of 2 1Rx8 PC4-2666V SO-DIMM | 10 | '' | '' | '' | '' | KIT_SIZE_OPEN",
                "2x8GB 1Rx8 PC4-2666V SO-DIMM | 10 | 4 | '' | '' | '' | PACK_DISAGREES",
                "8GB 1Rx8 PC4-2666V-SA1-11 | 10 | 99 | '' | '' | '' | PACK_SIZE",
                "8GB 1Rx8 PC4-2666V-SA1-11 | cheap | '' | '' | '' | '' | PRICE",
                "8GB 1Rx8 PC4-2666V-SA1-11 | 10 | '' | some | '' | '' | STOCK",
                "8GB 1Rx8 PC4-2666V-SA1-11 | 10 | '' | '' | soon | '' | LEAD",
                "8GB 1Rx8 PC4-2666V-SA1-11 | 10 | '' | '' | '' | perhaps | RETURNS"
            })
    void whatCannotBeReadIsSaid(
            String wording, String price, String pack, String stock, String lead, String returns, Reason reason) {
        assertThat(SheetLine.of(new Cells(wording, price, pack, stock, lead, returns), USUAL)
                        .unread()
                        .orElseThrow()
                        .reason())
                .isEqualTo(reason);
    }

    /** A price is read whole: with its currency before or behind, thousands parted where the cents say so, "-" for no cents. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "31.5|3150",
                "EUR 59,90|5990",
                "59,90 \u20ac|5990",
                "$12|1200",
                "1.299,00|129900",
                "1,299.00 USD|129900",
                "1 299,00|129900",
                "'1''299.00'|129900",
                "45,-|4500",
                "45.-- Fr.|4500"
            })
    void prices(String cell, long minor) {
        assertThat(SheetLine.of(new Cells("8GB 1Rx8 PC4-2666V-SA1-11", cell, "", "", "", ""), USUAL)
                        .line()
                        .map(SheetLine::price))
                .as(cell)
                .contains(Money.ofMinor(minor));
    }

    /** What is more than a price is refused, never read in part. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "-4.00",
                "2 x 12.50",
                "12.50 each of 2",
                "1.299",
                "12.345",
                "10-12",
                "from 9.90 net",
                "4.00%",
                "12..50"
            })
    void whatIsNoPriceIsRefused(String cell) {
        assertThat(SheetLine.of(new Cells("8GB 1Rx8 PC4-2666V-SA1-11", cell, "", "", "", ""), USUAL)
                        .unread()
                        .map(SheetLine.Unread::reason))
                .as(cell)
                .contains(Reason.PRICE);
    }
}
