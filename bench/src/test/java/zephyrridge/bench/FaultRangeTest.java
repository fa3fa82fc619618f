package zephyrridge.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

/**
 * A small run of the range in every build; docs/performance.md has the large one ({@code -Dzephyr.hunts=1000}). Bounds are loose, since
 * a few dozen hunts spread: they catch a proposal that has become blind, not a percent.
 */
class FaultRangeTest {
    private static final int HUNTS = Integer.getInteger("zephyr.hunts", 25);

    @Test
    void proposalsFindWhatIsHiddenInFewerMinutes() {
        for (HiddenCase.World world : List.of(HiddenCase.World.MATCHED, HiddenCase.World.MISMATCHED)) {
            FaultRange range = new FaultRange();
            range.run(HUNTS, 5_150_917, world);
            FaultFigures.print(range, System.out);
            FaultFigures.calibration(range.statements, System.out, 1);
            List<FaultRange.Result> singles =
                    range.results.stream().filter(r -> r.causes() == 1).toList();
            List<FaultRange.Result> proposed = of(singles, FaultRange.Way.PROPOSED);
            List<FaultRange.Result> confirmed =
                    proposed.stream().filter(FaultRange.Result::confirmed).toList();
            assertThat(confirmed.size()).isGreaterThanOrEqualTo(proposed.size() * 8 / 10);
            assertThat(confirmed.stream().filter(FaultRange.Result::right).count())
                    .isGreaterThanOrEqualTo(confirmed.size() * 9 / 10);
            assertThat(minutes(proposed)).isLessThan(.85 * minutes(of(singles, FaultRange.Way.ISOLATION)));
            assertThat(minutes(proposed)).isLessThan(.7 * minutes(of(singles, FaultRange.Way.SWAPPING)));
        }
    }

    private static List<FaultRange.Result> of(List<FaultRange.Result> all, FaultRange.Way way) {
        return all.stream().filter(r -> r.way() == way).toList();
    }

    private static double minutes(List<FaultRange.Result> of) {
        return of.stream().mapToInt(FaultRange.Result::minutes).average().orElseThrow();
    }
}
