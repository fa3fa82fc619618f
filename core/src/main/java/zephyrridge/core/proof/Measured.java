package zephyrridge.core.proof;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;

/**
 * One thing that was measured, run after run under the same conditions.
 *
 * @param name of the owner's task, or of what measured; may be empty
 * @param threads empty where nobody said
 * @param runs in the unit of what was measured, 1 to {@value #MOST} of them
 */
public record Measured(
        What what, String name, Optional<Threads> threads, List<Integer> runs, SortedSet<Condition> conditions) {
    public static final int MOST = 20;

    /** What, and the unit of its runs. */
    public enum What {
        /** MB/s, 10^6 bytes. */
        READ(true),
        WRITE(true),
        COPY(true),
        /** Tenths of a nanosecond. */
        LATENCY(false),
        /** The owner's own task: tenths of a second. */
        TASK(false),
        /** A task that ends in points: tenths of one. */
        SCORE(true),
        /** Pictures in a second: tenths of one. */
        FRAMES(true),
        /** A drive, MB/s. */
        DRIVE(true);

        private final boolean moreIsBetter;

        What(boolean moreIsBetter) {
            this.moreIsBetter = moreIsBetter;
        }

        /** Whether it is of memory's own width: a share of its peak can be told. */
        public boolean isBandwidth() {
            return this == READ || this == WRITE || this == COPY;
        }

        public boolean moreIsBetter() {
            return moreIsBetter;
        }
    }

    public enum Threads {
        ALL,
        ONE
    }

    public enum Condition {
        ON_MAINS,
        PROGRAMS_CLOSED,
        FRESH_START
    }

    public Measured {
        runs = List.copyOf(runs);
        conditions = Collections.unmodifiableSortedSet(new TreeSet<>(conditions));
        if (runs.isEmpty() || runs.size() > MOST || runs.stream().anyMatch(r -> r <= 0)) {
            throw new IllegalArgumentException("1 to " + MOST + " runs above nothing, not " + runs);
        }
    }

    /** Whether another one is about the same: put in its place, not beside it. */
    public boolean isSameKind(Measured other) {
        return what == other.what && name.equals(other.name) && threads.equals(other.threads);
    }

    /** Arithmetic mean of the runs. */
    public double mean() {
        return runs.stream().mapToInt(r -> r).average().orElseThrow();
    }

    /** Sample standard deviation; empty for one run. */
    public Optional<Double> deviation() {
        if (runs.size() < 2) {
            return Optional.empty();
        }
        double mean = mean();
        double sum = runs.stream().mapToDouble(r -> (r - mean) * (r - mean)).sum();
        return Optional.of(Math.sqrt(sum / (runs.size() - 1)));
    }

    public int least() {
        return Collections.min(runs);
    }

    public int most() {
        return Collections.max(runs);
    }
}
