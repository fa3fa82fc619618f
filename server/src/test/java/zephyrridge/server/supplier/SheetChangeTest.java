package zephyrridge.server.supplier;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

/** What another sheet would change: every line of both is counted once. */
class SheetChangeTest {
    private static SupplierStore.Line line(String wording, int pieces, long price) {
        return new SupplierStore.Line(wording, pieces, price);
    }

    @Test
    void everyLineOfBothIsCountedOnce() {
        List<SupplierStore.Line> before =
                List.of(line("a", 1, 100), line("a", 1, 120), line("a", 2, 190), line("b", 1, 50), line("c", 1, 70));
        List<SupplierStore.Line> after =
                List.of(line("a", 1, 110), line("a", 1, 100), line("a", 1, 130), line("b", 1, 60), line("d", 1, 10));
        // 100 as before, 120 is 110 now, 130 is new beside them; the pack of two and c are gone, b is dearer, d is new.
        assertThat(SheetChange.of(before, after)).isEqualTo(new SheetChange(2, 1, 1, 1, 2));
        assertThat(SheetChange.of(before, before)).isEqualTo(new SheetChange(0, 5, 0, 0, 0));
        assertThat(SheetChange.of(before, List.of())).isEqualTo(new SheetChange(0, 0, 0, 0, 5));
        assertThat(SheetChange.of(List.of(), after)).isEqualTo(new SheetChange(5, 0, 0, 0, 0));
    }
}
