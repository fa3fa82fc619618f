package zephyrridge.core.module;

import java.util.ArrayList;
import java.util.List;

/** The CAS latencies a module supports, 1 to 127 clocks, as a bit set. */
public record CasLatencies(long low, long high) {
    public static final CasLatencies NONE = new CasLatencies(0, 0);

    /** Every latency of {@code from..to} that is a multiple of {@code step} away from {@code from}. */
    public static CasLatencies range(int from, int to, int step) {
        CasLatencies all = NONE;
        for (int cl = from; cl <= to; cl += step) {
            all = all.with(cl);
        }
        return all;
    }

    public CasLatencies with(int cl) {
        if (cl < 1 || cl > 127) {
            throw new IllegalArgumentException("CAS latency out of range 1..127: " + cl);
        }
        return cl < 64 ? new CasLatencies(low | 1L << cl, high) : new CasLatencies(low, high | 1L << (cl - 64));
    }

    public CasLatencies and(CasLatencies other) {
        return new CasLatencies(low & other.low, high & other.high);
    }

    public boolean contains(int cl) {
        return cl < 64 ? (low >>> cl & 1) == 1 : (high >>> (cl - 64) & 1) == 1;
    }

    /** The smallest supported latency of at least {@code cl}, or -1. */
    public int smallestFrom(int cl) {
        if (cl < 64) {
            long rest = low & -1L << Math.max(cl, 0);
            if (rest != 0) {
                return Long.numberOfTrailingZeros(rest);
            }
        }
        long rest = high & (cl <= 64 ? -1L : -1L << (cl - 64));
        return rest == 0 ? -1 : 64 + Long.numberOfTrailingZeros(rest);
    }

    public List<Integer> toList() {
        List<Integer> list = new ArrayList<>();
        for (int cl = smallestFrom(1); cl > 0; cl = smallestFrom(cl + 1)) {
            list.add(cl);
        }
        return list;
    }
}
