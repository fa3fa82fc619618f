package zephyrridge.core.layout;

/**
 * A layout in figures alone: what {@link LayoutEvaluation} says without its findings.
 *
 * @param rateThirds by clock domain, thirds of MT/s; 0 where there is no rate
 * @param casLatency by clock domain; 0 where it is not known
 * @param meanThirds by processor, thirds of MB/s; 0 where it is not known
 * @param effort to change what changes
 * @param stop whether something stops it; limits are not asked
 */
public record Figures(
        long installedMib,
        long usableMib,
        int[] rateThirds,
        int[] casLatency,
        long[] meanThirds,
        Effort effort,
        boolean stop,
        boolean orderBroken) {

    /** Mean over all processors, which read side by side. */
    public long allMeanThirds() {
        long sum = 0;
        for (long m : meanThirds) {
            sum += m;
        }
        return sum;
    }
}
