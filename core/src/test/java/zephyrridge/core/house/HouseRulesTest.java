package zephyrridge.core.house;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import org.junit.jupiter.api.Test;

class HouseRulesTest {
    /** Every school of every question can be named, followed, and named back; the first of each is what ships. */
    @Test
    void everySchoolCanBeFollowed() {
        assertThat(HouseRules.DEFAULT.schools()).hasSize(12);
        for (Enum<?> now : HouseRules.DEFAULT.schools()) {
            assertThat(now.ordinal()).isZero();
            for (Enum<?> school : Arrays.asList(now.getDeclaringClass().getEnumConstants())) {
                HouseRules next = HouseRules.DEFAULT.with(HouseRules.id(school)).orElseThrow();
                assertThat(next.schools()).contains(school);
                assertThat(next.schools().stream()
                                .filter(s -> !HouseRules.DEFAULT.schools().contains(s))
                                .count())
                        .isEqualTo(school.ordinal() == 0 ? 0 : 1);
            }
        }
        assertThat(HouseRules.DEFAULT.with("BEYOND.SOMETIMES")).isEmpty();
        assertThat(HouseRules.id(HouseRules.HowMuch.FILL_TO_THE_LIMIT)).isEqualTo("HOW_MUCH.FILL_TO_THE_LIMIT");
    }
}
