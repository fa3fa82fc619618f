package zephyrridge.core.limit;

/**
 * How likely a layout is to run: a Beta prior with what was tried counted in.
 *
 * @param priorA {@code priorB} of the class; {@code successQuarters} and {@code failureQuarters} in quarters of a proven trial of
 *     this model
 */
public record Chance(int priorA, int priorB, int successQuarters, int failureQuarters) {
    private static final double TAIL = 0.1;
    private static final int MOST_ODDS = 20;

    /** Mean in thousandths, rounded to nearest. */
    public int permille() {
        return (int) rounded(1000);
    }

    /** Mean in hundredths, rounded to nearest once: 857 thousandths are 86. */
    public int percent() {
        return (int) rounded(100);
    }

    /** @param run how many {@code of} so many */
    public record Odds(int run, int of) {}

    /** The mean as it is said at the bench, "19 of 20": the nearest with no more than so many, of like ones the fewest. */
    public Odds odds() {
        long a = 4L * priorA + successQuarters;
        long all = a + 4L * priorB + failureQuarters;
        Odds best = null;
        long off = 0;
        for (int of = 2; of <= MOST_ODDS; of++) {
            // Never all of them: nothing is certain.
            long run = Math.min(of - 1, (2 * of * a + all) / (2 * all));
            long by = Math.abs(run * all - of * a);
            if (best == null || by * best.of() < off * of) {
                best = new Odds((int) run, of);
                off = by;
            }
        }
        return best;
    }

    private long rounded(int parts) {
        // Exact: (4a + s) / (4a + 4b + s + f).
        long a = 4L * priorA + successQuarters;
        long all = a + 4L * priorB + failureQuarters;
        return (2 * parts * a + all) / (2 * all);
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
