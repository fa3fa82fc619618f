package zephyrridge.core.module;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.module.RateComparison.Latency;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.quantity.DriveSize;

/** Small reckonings of the field desk. Times worked by hand: CL x 2000 / rate. */
class RateComparisonTest {
    private static RateComparison of(int rate, int cl, int otherRate, int otherCl) {
        return new RateComparison(DataRate.ofName(rate), cl, DataRate.ofName(otherRate), otherCl);
    }

    /** Figures of the trade for a kit that is held to 5200: the same time, 7 % of the peak. Common practice, no source. */
    @Test
    void aLowerRateWithALowerClGainsNothing() {
        RateComparison c = of(5600, 46, 5200, 42);
        assertThat(c.firstWord().inNanoseconds()).isEqualTo("16.43 ns");
        assertThat(c.otherFirstWord().inNanoseconds()).isEqualTo("16.15 ns");
        assertThat(c.latency()).isEqualTo(Latency.ABOUT_EQUAL);
        assertThat(c.morePercent()).isEqualTo(-7);
        assertThat(c.peak().toString()).isEqualTo("44.8 GB/s");
        assertThat(c.otherPeak().toString()).isEqualTo("41.6 GB/s");
    }

    @ParameterizedTest
    @CsvSource({
        "2666, 19, 2667, 19, ABOUT_EQUAL, true, 0",
        "3200, 22, 3200, 16, SECOND_SOONER, false, 0",
        "2400, 17, 3200, 22, ABOUT_EQUAL, false, 33",
        "3200, 16, 2400, 17, FIRST_SOONER, false, -25",
        "1333, 9, 1600, 11, ABOUT_EQUAL, false, 20"
    })
    void sideBySide(int rate, int cl, int otherRate, int otherCl, Latency latency, boolean sameName, int more) {
        RateComparison c = of(rate, cl, otherRate, otherCl);
        assertThat(c.latency()).isEqualTo(latency);
        assertThat(c.isSameRate() && rate != otherRate).isEqualTo(sameName);
        assertThat(c.morePercent()).isEqualTo(more);
        RateComparison back = of(otherRate, otherCl, rate, cl);
        assertThat(back.latency() == Latency.ABOUT_EQUAL).isEqualTo(latency == Latency.ABOUT_EQUAL);
        assertThat(back.firstWord()).isEqualTo(c.otherFirstWord());
    }

    @Test
    void whatIsNoClIsRefused() {
        assertThatThrownBy(() -> of(3200, 1, 3200, 22)).isInstanceOf(IllegalArgumentException.class);
    }

    /** 500 x 10^9 / 2^30 = 465.66, and 2 x 10^12 / 2^40 = 1.818. */
    @Test
    void whatIsMissingOfADriveIsTheUnit() {
        DriveSize half = new DriveSize(500, DriveSize.Unit.GB);
        assertThat(half.shown()).isEqualTo(465.66);
        assertThat(half.seemsMissingPermille()).isEqualTo(69);
        DriveSize two = new DriveSize(2, DriveSize.Unit.TB);
        assertThat(two.shown()).isEqualTo(1.81);
        assertThat(two.seemsMissingPermille()).isEqualTo(91);
        assertThat(new DriveSize(2000, DriveSize.Unit.GB).size()).isEqualTo(two.size());
        assertThatThrownBy(() -> new DriveSize(0, DriveSize.Unit.GB)).isInstanceOf(IllegalArgumentException.class);
    }
}
