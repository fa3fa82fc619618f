package zephyrridge.core.limit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.apache.commons.math3.special.Gamma;
import org.junit.jupiter.api.Test;

/** The Beta distribution against a general library (commons-math), and the chance's figures. */
class ChanceTest {
    @Test
    void quantilesAgreeWithCommonsMath() {
        Random random = new Random(9);
        for (int i = 0; i < 2_000; i++) {
            double a = i < 400 ? 1 + i % 20 : 0.25 * (1 + random.nextInt(400));
            double b = i < 400 ? 1 + i / 20 : 0.25 * (1 + random.nextInt(400));
            BetaDistribution ours = new BetaDistribution(a, b);
            var theirs = new org.apache.commons.math3.distribution.BetaDistribution(null, a, b);
            for (double p : new double[] {0.01, 0.1, 0.5, 0.9, 0.99}) {
                double q = ours.quantile(p);
                assertThat(theirs.cumulativeProbability(q))
                        .as("Beta(%s,%s) at %s", a, b, p)
                        .isCloseTo(p, within(1e-8));
                assertThat(ours.cumulative(q)).isCloseTo(p, within(1e-8));
            }
            assertThat(ours.mean()).isCloseTo(theirs.getNumericalMean(), within(1e-12));
            assertThat(BetaDistribution.logGamma(a)).isCloseTo(Gamma.logGamma(a), within(1e-9 * (1 + a)));
        }
        assertThat(new BetaDistribution(2, 3).cumulative(-1)).isZero();
        assertThat(new BetaDistribution(2, 3).cumulative(2)).isEqualTo(1);
        assertThatThrownBy(() -> new BetaDistribution(0, 1)).hasMessageContaining("above 0");
        assertThatThrownBy(() -> new BetaDistribution(1, 1).quantile(1.5)).hasMessageContaining("0 to 1");
    }

    /** The worked example of: three of three proven. */
    @Test
    void threeOfThree() {
        Chance c = LimitClass.PROVEN_HERE.chance(12, 0);
        assertThat(c.permille()).isEqualTo(857);
        assertThat(c.lowPermille() / 10).isEqualTo(68);
        assertThat(c.highPermille() / 10).isEqualTo(98);
        assertThat(LimitClass.WITHIN_OFFICIAL.chance(0, 0).permille()).isEqualTo(950);
        assertThat(LimitClass.BEYOND_CONTROLLER.chance(0, 0).permille()).isEqualTo(50);
        assertThat(LimitClass.DOUBTFUL.chance(0, 4).permille()).isEqualTo(333);
        assertThat(LimitClass.DOUBTFUL.chance(1, 0).permille()).isEqualTo(556);
        // Rounded once, never cut: 6 of 7 is 86 %.
        assertThat(LimitClass.PROVEN_HERE.chance(12, 0).percent()).isEqualTo(86);
    }

    @Test
    void firmwareVersionsAreComparedByTheirNumbers() {
        assertThat(FirmwareVersion.reaches("1.12", "1.9")).isTrue();
        assertThat(FirmwareVersion.reaches("1.9", "1.12")).isFalse();
        assertThat(FirmwareVersion.reaches("F.12 b", "F.12")).isTrue();
        assertThat(FirmwareVersion.reaches("V1.12", "v1.12")).isTrue();
        assertThat(FirmwareVersion.reaches("", "1")).isFalse();
    }

    /** As it is said at the bench; never all of them, since nothing is certain. */
    @Test
    void odds() {
        assertThat(LimitClass.WITHIN_OFFICIAL.chance(0, 0).odds()).isEqualTo(new Chance.Odds(19, 20));
        assertThat(LimitClass.AS_ITS_YEARS.chance(0, 0).odds()).isEqualTo(new Chance.Odds(9, 10));
        assertThat(LimitClass.ALLOWED_UNPROVEN.chance(0, 0).odds()).isEqualTo(new Chance.Odds(3, 4));
        assertThat(LimitClass.FURTHER_THAN_ITS_YEARS.chance(0, 0).odds()).isEqualTo(new Chance.Odds(2, 3));
        assertThat(LimitClass.DOUBTFUL.chance(0, 0).odds()).isEqualTo(new Chance.Odds(1, 2));
        assertThat(LimitClass.BEYOND_CONTROLLER.chance(0, 0).odds()).isEqualTo(new Chance.Odds(1, 20));
        assertThat(LimitClass.PROVEN_HERE.chance(12, 0).odds()).isEqualTo(new Chance.Odds(6, 7));
        for (LimitClass c : LimitClass.values()) {
            for (int s = 0; s < 200; s += 3) {
                for (int f = 0; f < 40; f += 5) {
                    Chance chance = c.chance(s, f);
                    Chance.Odds odds = chance.odds();
                    assertThat(odds.run()).isBetween(0, odds.of() - 1);
                    assertThat(Math.abs(1000.0 * odds.run() / odds.of() - chance.permille()))
                            .as("%s of %s", odds, chance)
                            .isLessThanOrEqualTo(chance.permille() > 950 ? 50 : 26);
                }
            }
        }
    }
}
