package zephyrridge.core.limit;

/**
 * How likely a layout is to run: a Beta prior with what was tried counted in.
 *
 * @param priorA {@code priorB} of the class; {@code successQuarters} and {@code failureQuarters} in quarters of a proven trial of
 *     this model
 */
public record Chance(int priorA, int priorB, int successQuarters, int failureQuarters) {
    private static final double TAIL = 0.1;

    /** Mean in thousandths, rounded down. */
    public int permille() {
        // Exact: (4a + s) / (4a + 4b + s + f).
        long a = 4L * priorA + successQuarters;
        long all = a + 4L * priorB + failureQuarters;
        return (int) (1000 * a / all);
    }

    /** Lower end of the equal-tailed 80 % interval, in thousandths, rounded to nearest. */
    public int lowPermille() {
        return (int) Math.round(1000 * distribution().quantile(TAIL));
    }

    public int highPermille() {
        return (int) Math.round(1000 * distribution().quantile(1 - TAIL));
    }

    private BetaDistribution distribution() {
        return new BetaDistribution(priorA + successQuarters / 4.0, priorB + failureQuarters / 4.0);
    }
}
