package zephyrridge.core.plan;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * What layouts are compared by, in whole units. One layout
 * dominates another when it is no worse in any and better in one.
 *
 * @param usableMib {@code meanTenths} mean bandwidth in 0.1 GB/s, rounded down
 * @param costMinor expected cost in minor units
 * @param chancePermille that it runs
 * @param minutes at the bench; {@code readyDays} from today
 */
public record Criteria(int usableMib, int meanTenths, long costMinor, int chancePermille, int minutes, int readyDays) {
    public enum Of {
        USABLE,
        MEAN,
        COST,
        CHANCE,
        MINUTES,
        READY
    }

    /** The recommended one first among equals of its kind: least cost, most bandwidth, fewest minutes. */
    static final Comparator<Criteria> CHEAPEST = Comparator.comparingLong(Criteria::costMinor)
            .thenComparing(Comparator.comparingInt(Criteria::meanTenths).reversed())
            .thenComparingInt(Criteria::minutes)
            .thenComparing(Comparator.comparingInt(Criteria::usableMib).reversed())
            .thenComparing(Comparator.comparingInt(Criteria::chancePermille).reversed())
            .thenComparingInt(Criteria::readyDays);

    /** Larger is better, whatever it is of. */
    public long worth(Of of) {
        return switch (of) {
            case USABLE -> usableMib;
            case MEAN -> meanTenths;
            case COST -> -costMinor;
            case CHANCE -> chancePermille;
            case MINUTES -> -minutes;
            case READY -> -readyDays;
        };
    }

    /** Minutes at the bench that a person tells apart. */
    private static final int SAME_MINUTES = 5;

    /**
     * In what this is better than another by more than a person tells apart, the greatest gain first: memory, bandwidth and cost by
     * their part of the other's, a point of chance like one per cent, an hour and a week like the whole.
     */
    public List<Of> gains(Criteria o) {
        Criteria a = coarse();
        Criteria b = o.coarse();
        return Arrays.stream(Of.values())
                .filter(of -> a.worth(of) > b.worth(of))
                .filter(of -> of != Of.MINUTES || o.minutes - minutes >= SAME_MINUTES)
                .sorted(Comparator.comparingDouble(of -> -(double) (worth(of) - o.worth(of)) / whole(of, o)))
                .toList();
    }

    private static double whole(Of of, Criteria o) {
        return switch (of) {
            case USABLE, MEAN, COST -> Math.max(1, Math.abs(o.worth(of)));
            case CHANCE -> 1000;
            case MINUTES -> 60;
            case READY -> 7;
        };
    }

    /** No worse in anything. */
    boolean isNoWorseThan(Criteria o) {
        return usableMib >= o.usableMib
                && meanTenths >= o.meanTenths
                && costMinor <= o.costMinor
                && chancePermille >= o.chancePermille
                && minutes <= o.minutes
                && readyDays <= o.readyDays;
    }

    public boolean dominates(Criteria o) {
        return isNoWorseThan(o) && !equals(o);
    }

    /** Floored to what a person tells apart: 1 GB/s, 5 money units, 5 points. */
    Criteria coarse() {
        return new Criteria(
                usableMib,
                meanTenths / 10 * 10,
                Math.floorDiv(costMinor, 500) * 500,
                chancePermille / 50 * 50,
                minutes,
                readyDays);
    }
}
