package zephyrridge.core.layout;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/**
 * How much of a processor's memory is shared by how many channels (R-3.7; arithmetic over JESD79 channel widths).
 *
 * @param regions the widest first; their sizes add up to the total
 * @param mean total / sum(size / peak), rounded down to a third of a MB/s; empty without a rate
 */
public record WidthMap(String processor, List<Region> regions, ByteSize total, Optional<Bandwidth> mean) {
    /** @param peak ways x channel bytes x rate; empty without a rate */
    public record Region(int ways, ByteSize size, Optional<Bandwidth> peak) {}

    /**
     * @param totalMib MiB per channel of one processor
     * @param largestWay for each number of channels, the largest interleave the controller can run with it
     * @param flex false: unequal totals run one channel wide throughout
     */
    static WidthMap of(
            String processor,
            long[] totalMib,
            int[] largestWay,
            boolean flex,
            int channelBytes,
            Optional<DataRate> rate) {
        long[] sorted = totalMib.clone();
        java.util.Arrays.sort(sorted);
        int n = sorted.length;
        long total = 0;
        for (long t : sorted) {
            total += t;
        }
        long[] byWays = new long[n + 1];
        long heights = heights(sorted, largestWay, flex, byWays);
        List<Region> regions = new ArrayList<>(2);
        for (int ways = n; ways >= 1; ways--) {
            if (byWays[ways] > 0) {
                int w = ways;
                regions.add(new Region(
                        ways, ByteSize.ofMebibytes(byWays[ways]), rate.map(r -> Bandwidth.peak(w, channelBytes, r))));
            }
        }
        long sum = total;
        Optional<Bandwidth> mean = heights == 0
                ? Optional.empty()
                : rate.map(r -> new Bandwidth(Math.multiplyExact((long) channelBytes * r.thirds(), sum) / heights));
        return new WidthMap(processor, List.copyOf(regions), ByteSize.ofMebibytes(total), mean);
    }

    /**
     * The heights of all parts together: reading everything once takes so many times one channel's share.
     *
     * @param sorted MiB per channel, ascending
     * @param byWays where the sizes of parts are added up, by their ways; null where nobody asks
     */
    static long heights(long[] sorted, int[] largestWay, boolean flex, long[] byWays) {
        int n = sorted.length;
        // Channels that hold nothing make no difference to what the others share.
        int filled = 0;
        while (filled < n && sorted[n - 1 - filled] > 0) {
            filled++;
        }
        if (!flex && filled > 0 && sorted[n - filled] != sorted[n - 1]) {
            long total = 0;
            for (long t : sorted) {
                total += t;
            }
            if (byWays != null) {
                byWays[1] = total;
            }
            return total;
        }
        long heights = 0;
        for (int k = filled; k >= 1; k--) {
            long height = sorted[n - k] - (k < n ? sorted[n - k - 1] : 0);
            for (int left = k; height > 0 && left > 0; left -= largestWay[left]) {
                if (byWays != null) {
                    byWays[largestWay[left]] += largestWay[left] * height;
                }
                heights += height;
            }
        }
        return heights;
    }

    public Optional<Region> widest() {
        return regions.isEmpty() ? Optional.empty() : Optional.of(regions.get(0));
    }

    public Optional<Region> narrowest() {
        return regions.isEmpty() ? Optional.empty() : Optional.of(regions.get(regions.size() - 1));
    }
}
