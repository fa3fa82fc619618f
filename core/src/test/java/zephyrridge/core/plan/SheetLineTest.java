package zephyrridge.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
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
}
