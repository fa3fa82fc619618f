package zephyrridge.core.fault;

/**
 * How a fault behaves from start to start (R-10.1; common practice, no source). Most are constant: which column of its row a fault shows
 * is drawn once, and every start at which it acts shows that one. The others come and go: drawn anew at each start. A constant fault
 * that never shows is no fault to anybody, and is held as {@link #NONE}.
 */
final class Manner {
    /** Share of faults that are constant. */
    static final double CONSTANT = .8;

    static final int DARK = 0;
    static final int MISSING = 1;
    static final int ERRORS = 2;
    static final int VARIES = 3;
    /** Cured, or never shows. */
    static final int NONE = 4;

    static final int STATES = 5;
    /** Of two causes together: the first one's by the second one's. */
    static final int PAIRS = STATES * STATES;

    /** By kind and state, what a start shows: no start, its part missing, errors, all good. */
    private static final double[][][] SHOWS = new double[Cause.Kind.values().length][STATES][];

    private static final double[][] DRAWN = new double[Cause.Kind.values().length][];

    static {
        for (Cause.Kind k : Cause.Kind.values()) {
            double[] row = k.row();
            SHOWS[k.ordinal()] = new double[][] {{1, 0, 0, 0}, {0, 1, 0, 0}, {0, 0, 1, 0}, row, {0, 0, 0, 1}};
            DRAWN[k.ordinal()] = k == Cause.Kind.NOTHING
                    ? new double[] {0, 0, 0, 0, 1}
                    : new double[] {
                        CONSTANT * row[0], CONSTANT * row[1], CONSTANT * row[2], 1 - CONSTANT, CONSTANT * row[3]
                    };
        }
    }

    private Manner() {}

    /** Chance of each state of a cause that nobody has seen anything of yet. */
    static double[] drawn(Cause.Kind kind) {
        return DRAWN[kind.ordinal()];
    }

    static double[] shows(Cause.Kind kind, int state) {
        return SHOWS[kind.ordinal()][state];
    }
}
