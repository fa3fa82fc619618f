package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import zephyrridge.core.log.Extra;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.unit.Counter;

/** What is said over the counter, field by field. */
class CounterChangeTest {
    private static Change offer(String price, String minutes, Counter.Answer answer) {
        return new CounterChange.OfferExtra(
                Extra.PASTE, Optional.ofNullable(price), Optional.ofNullable(minutes), Optional.ofNullable(answer));
    }

    private static Counter.Offered paste(Walk w) {
        return w.unit().counter().extras().get(Extra.PASTE);
    }

    @Test
    void eachFieldIsKeptByItself() {
        Walk w = new Walk()
                .does(offer("9,50", null, null), offer(null, "20", null), offer(null, null, Counter.Answer.YES));
        assertThat(paste(w))
                .isEqualTo(new Counter.Offered(Optional.of(Money.parse("9.50")), Optional.of(20), Counter.Answer.YES));
        assertThat(w.unit().counter().agreed()).isEqualTo(Money.parse("9.50"));
        w.does(offer("", null, null));
        assertThat(paste(w).price()).isEmpty();
        assertThat(w.unit().counter().agreedMinutes(false)).isEqualTo(20);
        for (Change wrong :
                java.util.List.of(offer("dear", null, null), offer(null, "an hour", null), offer(null, "601", null))) {
            assertThat(w.refused(wrong)).isEqualTo("VALUE_CANNOT_BE");
        }
    }

    /** What the owner forbids is agreed by no yes. */
    @Test
    void aBanIsStrongerThanAYes() {
        Walk w = new Walk().does(offer("9", "10", Counter.Answer.YES));
        assertThat(w.unit().counter().isAgreed(Extra.PASTE)).isTrue();
        w.does(new CounterChange.CounterSays(
                Optional.empty(),
                Optional.of(new TreeSet<>(java.util.Set.of(Counter.Ban.NO_PASTE))),
                Optional.empty(),
                Optional.empty(),
                Optional.empty()));
        assertThat(w.unit().counter().isAgreed(Extra.PASTE)).isFalse();
        assertThat(w.unit().counter().agreed()).isEqualTo(Money.ZERO);
        assertThat(w.unit().counter().agreedMinutes(true)).isZero();
    }
}
