package zephyrridge.core.standing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import zephyrridge.core.change.Walk;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.unit.Station;

class TrailTest {
    private static Trail.Leg leg(Walk w, Station s) {
        return w.assess().trail().legs().get(s.ordinal());
    }

    private static int sum(Walk w) {
        return Stream.of(Station.OPEN, Station.FIT, Station.PROVE)
                .mapToInt(s -> leg(w, s).minutes())
                .sum();
    }

    /** What is expected is the layout's own sum, and stays as it is while it is done; what it took stands beside it. */
    @Test
    void whatWasExpectedStaysBesideWhatItTook() {
        Walk w = new Walk(Walk.laptop().build(), HouseRules.DEFAULT).planned();
        int card = w.assess().plan().effort().minutes();
        assertThat(leg(w, Station.OPEN).minutes()).isPositive();
        assertThat(sum(w)).isEqualTo(card);
        w.opened();
        assertThat(leg(w, Station.OPEN).status()).isEqualTo(Trail.Status.DONE);
        assertThat(sum(w)).isEqualTo(card);
        w.does(Walk.fit("B1")).closed();
        assertThat(sum(w)).isEqualTo(card);
        assertThat(leg(w, Station.FIT).status()).isEqualTo(Trail.Status.DONE);
    }

    /** Where nothing is planned nothing is expected. */
    @Test
    void nothingPlannedTakesNothing() {
        assertThat(sum(new Walk(Walk.laptop().build(), HouseRules.DEFAULT))).isZero();
    }
}
