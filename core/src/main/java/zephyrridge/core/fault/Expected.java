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

    /** @param a {@code b} causes that act; null for none */
    void of(Cause.Kind a, int partA, Cause.Kind b, int partB, Reach reach) {
        sets = 0;
        if (a == null && b == null) {
            noStart = 0;
            errors = 0;
            good = 1;
            code = CODE_ELSE;
        } else if (b == null) {
            one(a, partA, reach);
        } else if (a == null) {
            one(b, partB, reach);
        } else {
            both(a, partA, b, partB, reach);
        }
        code = (KEEPS * noStart * code + LEAK_NO_START * CODE_ELSE) / (KEEPS * noStart + LEAK_NO_START);
        noStart = KEEPS * noStart + LEAK_NO_START;
        errors = KEEPS * errors + LEAK_ERRORS;
        good = KEEPS * good + LEAK_GOOD;
        for (int i = 0; i < sets; i++) {
            missing[i] *= KEEPS;
        }
    }

    private void one(Cause.Kind a, int part, Reach reach) {
        noStart = a.noStart;
        errors = a.errors;
        good = a.good;
        code = a.signals ? CODE : CODE_ELSE;
        miss(part, a.missing, reach);
    }

    /** The worse of two wins: no start, else what either hides, else errors. */
    private void both(Cause.Kind a, int partA, Cause.Kind b, int partB, Reach reach) {
        noStart = 1 - (1 - a.noStart) * (1 - b.noStart);
        double by = a.noStart + b.noStart;
        code = by == 0
                ? CODE_ELSE
                : (a.noStart * (a.signals ? CODE : CODE_ELSE) + b.noStart * (b.signals ? CODE : CODE_ELSE)) / by;
        errors = a.errors * (b.errors + b.good) + a.good * b.errors;
        good = a.good * b.good;
        miss(partA, a.missing * (b.errors + b.good), reach);
        miss(partB, b.missing * (a.errors + a.good), reach);
        if (a.missing > 0 && b.missing > 0) {
            miss(reach.union(partA, partB), a.missing * b.missing, reach);
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
