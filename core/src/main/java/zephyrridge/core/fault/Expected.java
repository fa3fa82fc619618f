package zephyrridge.core.fault;

/** How one hypothesis says a start will go: reused from hypothesis to hypothesis, since there are many. */
final class Expected {
    static final double KEEPS = .98;
    static final double LEAK_NO_START = .01;
    static final double LEAK_ERRORS = .005;
    static final double LEAK_GOOD = .005;
    static final double CODE = .8;
    static final double CODE_ELSE = .15;

    double noStart;
    /** Share of no start at which a memory code shows, where the model has a table of them. */
    double code;

    double errors;
    double good;
    final double[] missing = new double[3];
    final int[] set = new int[3];
    int sets;

    /**
     * @param a {@code b} what each of two causes shows (no start, its part missing, errors, all good), null for none that acts
     * @param signalsA whether its code would be one of memory
     */
    void of(double[] a, int partA, boolean signalsA, double[] b, int partB, boolean signalsB, Reach reach) {
        sets = 0;
        if (a == null && b == null) {
            noStart = 0;
            errors = 0;
            good = 1;
            code = CODE_ELSE;
        } else if (b == null) {
            one(a, partA, signalsA, reach);
        } else if (a == null) {
            one(b, partB, signalsB, reach);
        } else {
            both(a, partA, signalsA, b, partB, signalsB, reach);
        }
        code = (KEEPS * noStart * code + LEAK_NO_START * CODE_ELSE) / (KEEPS * noStart + LEAK_NO_START);
        noStart = KEEPS * noStart + LEAK_NO_START;
        errors = KEEPS * errors + LEAK_ERRORS;
        good = KEEPS * good + LEAK_GOOD;
        for (int i = 0; i < sets; i++) {
            missing[i] *= KEEPS;
        }
    }

    private void one(double[] a, int part, boolean signals, Reach reach) {
        noStart = a[0];
        errors = a[2];
        good = a[3];
        code = signals ? CODE : CODE_ELSE;
        miss(part, a[1], reach);
    }

    /** The worse of two wins: no start, else what either hides, else errors. */
    private void both(double[] a, int partA, boolean signalsA, double[] b, int partB, boolean signalsB, Reach reach) {
        noStart = 1 - (1 - a[0]) * (1 - b[0]);
        double by = a[0] + b[0];
        code = by == 0 ? CODE_ELSE : (a[0] * (signalsA ? CODE : CODE_ELSE) + b[0] * (signalsB ? CODE : CODE_ELSE)) / by;
        errors = a[2] * (b[2] + b[3]) + a[3] * b[2];
        good = a[3] * b[3];
        miss(partA, a[1] * (b[2] + b[3]), reach);
        miss(partB, b[1] * (a[2] + a[3]), reach);
        if (a[1] > 0 && b[1] > 0) {
            miss(reach.union(partA, partB), a[1] * b[1], reach);
        }
    }

    private void miss(int part, double p, Reach reach) {
        if (p == 0) {
            return;
        }
        if (part == -1 || reach.isAll(part)) {
            noStart += p;
            return;
        }
        for (int i = 0; i < sets; i++) {
            if (set[i] == part) {
                missing[i] += p;
                return;
            }
        }
        set[sets] = part;
        missing[sets++] = p;
    }

    /** Likelihood of what was seen when a memory test of so many passes ran; a test finds what there is in half of its passes. */
    double likelihood(Seen seen, int passes, boolean codes, Reach reach) {
        double finds = found(passes);
        return switch (seen.what()) {
            case SILENT -> codes ? noStart * (1 - code) : noStart;
            case CODE -> codes ? noStart * code : noStart;
            case ERRORS -> errors * Math.max(finds, .5);
            case GOOD -> good + errors * (1 - finds);
            case CAME_UP -> 1 - noStart;
            case MISSING -> missing(seen, reach);
        };
    }

    private double missing(Seen seen, Reach reach) {
        double p = 0;
        for (int i = 0; i < sets; i++) {
            if (set[i] == Reach.SOME_PIECE) {
                p += missing[i] / Math.max(1, reach.pieces);
            } else if (seen.pieces().isPresent()
                    ? reach.pieces(set[i]).equals(seen.pieces().get())
                    : reach.mebibytes(set[i]) == seen.mebibytes()) {
                p += missing[i];
            }
        }
        return p;
    }

    static double found(int passes) {
        return passes <= 0 ? 0 : 1 - Math.pow(.5, passes);
    }
}
