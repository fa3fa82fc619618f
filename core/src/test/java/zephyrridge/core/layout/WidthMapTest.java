package zephyrridge.core.layout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.DataRate;

/** Against by worked examples (arithmetic). */
class WidthMapTest {
    private static final int[] ALL_WAYS = {0, 1, 2, 3, 4, 5, 6, 7, 8};

    private static WidthMap map(long[] gib, int[] largestWay, boolean flex, int rate) {
        return WidthMap.of(
                "CPU",
                Arrays.stream(gib).map(g -> g * 1024).toArray(),
                largestWay,
                flex,
                8,
                Optional.of(DataRate.ofName(rate)));
    }

    private static Map<Integer, Long> gibByWays(WidthMap map) {
        Map<Integer, Long> sizes = new TreeMap<>();
        map.regions().forEach(r -> sizes.put(r.ways(), r.size().mebibytes() / 1024));
        return sizes;
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "16 8|{1=8, 2=16}",
                "16 16|{2=32}",
                "8 8 4|{2=8, 3=12}",
                "16 16 8|{2=16, 3=24}",
                "32 16 16 8|{1=16, 3=24, 4=32}",
                "24 16|{1=8, 2=32}",
                "8|{1=8}",
                "0 8|{1=8}",
                "0 0|{}"
            })
    void regionsOfChannelTotals(String totals, String expected) {
        long[] gib = Arrays.stream(totals.split(" ")).mapToLong(Long::parseLong).toArray();
        assertThat(gibByWays(map(gib, ALL_WAYS, true, 2400))).hasToString(expected);
    }

    /** 2+2 | 8+8 at 2400: 8 GiB at 38.4, 12 at 19.2, mean 24.0; 2+8 | 2+8 at 1866: 20 GiB at 29.9. */
    @Test
    void workedExampleOfUnequalPairs() {
        WidthMap byChannel = map(new long[] {4, 16}, ALL_WAYS, true, 2400);
        assertThat(byChannel.regions())
                .extracting(r -> r.size() + " at " + r.peak().orElseThrow())
                .containsExactly("8 GiB at 38.4 GB/s", "12 GiB at 19.2 GB/s");
        assertThat(byChannel.mean().orElseThrow()).hasToString("24.0 GB/s");
        WidthMap paired = map(new long[] {10, 10}, ALL_WAYS, true, 1866);
        assertThat(paired.regions())
                .extracting(r -> r.size() + " at " + r.peak().orElseThrow())
                .containsExactly("20 GiB at 29.9 GB/s");
        assertThat(paired.mean().orElseThrow()).isGreaterThan(byChannel.mean().orElseThrow());
    }

    @Test
    void onlyAllowedWaysAreUsedAndWithoutFlexAllIsOneWide() {
        int[] oneOrTwo = {0, 1, 2, 2, 2};
        // Three channels, {1,2} allowed: the common layer is split 2 + 1.
        assertThat(gibByWays(map(new long[] {8, 8, 8}, oneOrTwo, true, 2400))).hasToString("{1=8, 2=16}");
        assertThat(gibByWays(map(new long[] {16, 8}, oneOrTwo, false, 2400))).hasToString("{1=24}");
        assertThat(gibByWays(map(new long[] {16, 16}, oneOrTwo, false, 2400))).hasToString("{2=32}");
    }

    /** Sizes add up to the total; with all ways allowed the mean is channel bytes x rate x total / fullest channel. */
    @Test
    void sizesAddUpAndTheMeanHasItsClosedForm() {
        Random random = new Random(7);
        for (int i = 0; i < 5000; i++) {
            long[] gib =
                    random.longs(1 + random.nextInt(8), 0, 9).map(g -> g * 4).toArray();
            long total = Arrays.stream(gib).sum();
            WidthMap map = map(gib, ALL_WAYS, true, 3200);
            assertThat(map.regions().stream()
                            .mapToLong(r -> r.size().mebibytes())
                            .sum())
                    .isEqualTo(total * 1024);
            if (total > 0) {
                long c1 = Arrays.stream(gib).max().orElseThrow();
                assertThat(map.mean().orElseThrow()).isEqualTo(new Bandwidth(8L * 9600 * total / c1));
                assertThat(map.mean().orElseThrow())
                        .isBetween(
                                map.narrowest().orElseThrow().peak().orElseThrow(),
                                map.widest().orElseThrow().peak().orElseThrow());
            }
            // The order of the channels makes no difference.
            long[] reversed = new long[gib.length];
            for (int k = 0; k < gib.length; k++) {
                reversed[k] = gib[gib.length - 1 - k];
            }
            assertThat(map(reversed, ALL_WAYS, true, 3200)).isEqualTo(map);
        }
    }
}
