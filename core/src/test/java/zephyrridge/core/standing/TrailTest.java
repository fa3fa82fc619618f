package zephyrridge.core.standing;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import zephyrridge.core.change.Walk;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.unit.Station;

class TrailTest {
    private static int open(Walk w) {
        return w.assess().trail().legs().get(Station.OPEN.ordinal()).minutes();
    }

    /** Once it is open no step is left to add up; what was to be expected stays, where nobody recorded what it took. */
    @Test
    void whatIsDoneTookSomething() {
        Walk w = new Walk(Walk.laptop().build(), HouseRules.DEFAULT).planned();
        assertThat(open(w)).isPositive();
        w.opened();
        assertThat(w.assess().trail().statusOf(Station.OPEN)).isEqualTo(Trail.Status.DONE);
        assertThat(open(w)).isPositive();
        w.does(Walk.fit("B1")).closed();
        assertThat(open(w)).isPositive();
    }
}
