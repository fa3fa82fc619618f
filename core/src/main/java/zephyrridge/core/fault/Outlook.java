package zephyrridge.core.fault;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/** What a test may show, and what would be to do then. */
final class Outlook {
    record Branch(Seen seen, double probability) {}

    private final int classes;
    private final List<Seen> seens = new ArrayList<>();
    /** By outcome and by what to do. */
    private final List<double[]> weights = new ArrayList<>();

    /** By the set that is missing, plus 1, the outcome plus 1; at 0 some piece that nobody names. */
    private int[] byMissing = new int[0];

    private Outlook(int classes) {
        this.classes = classes;
    }

    private static final int SILENT = 0;
    private static final int CODE = 1;
    private static final int ERRORS = 2;
    private static final int GOOD = 3;

    /** Weights up to it tell nothing. */
    static final double NOTHING = 1e-12;

    /**
     * @param reaches worked out before, by arrangement; null where none are kept
     * @param least weights up to it are left out
     */
    static Outlook of(Belief belief, Probe probe, Map<Arrangement, Reach> reaches, double least) {
        Outlook o = new Outlook(belief.causes.remedies.size());
        for (Seen s : List.of(Seen.SILENT, Seen.CODE, Seen.ERRORS, Seen.GOOD)) {
            o.outcome(s);
        }
        boolean away = probe.elsewhere().isPresent();
        boolean goesOn = probe.shape() == Probe.Shape.MEMORY_TEST;
        double[] w =
                away || goesOn ? belief.weights : belief.prepared(probe.fill(), probe.inserted(), probe.acts(), true);
        Reach reach = away
                ? belief.reachAlone(probe.elsewhere().get())
                : reaches == null
                        ? new Reach(belief.setup, belief.causes, probe.fill())
                        : reaches.computeIfAbsent(probe.fill(), f -> new Reach(belief.setup, belief.causes, f));
        double finds = Expected.found(probe.passes());
        double clean = Math.pow(.5, belief.cleanPasses());
        boolean codes = belief.codesTell() && !away;
        Expected e = new Expected();
        for (int i = 0; i < w.length; i++) {
            if (w[i] <= least) {
                continue;
            }
            int todo = belief.causes.todo[i];
            if (away) {
                belief.expectElsewhere(e, i, probe.elsewhere().get(), reach);
            } else {
                belief.expect(e, i, reach);
            }
            if (goesOn) {
                double errors = e.errors * clean * finds / (e.good + e.errors * clean);
                o.weights.get(ERRORS)[todo] += w[i] * errors;
                o.weights.get(GOOD)[todo] += w[i] * (1 - errors);
                continue;
            }
            o.weights.get(SILENT)[todo] += w[i] * e.noStart * (codes ? 1 - e.code : 1);
            o.weights.get(CODE)[todo] += codes ? w[i] * e.noStart * e.code : 0;
            o.weights.get(ERRORS)[todo] += w[i] * e.errors * finds;
            o.weights.get(GOOD)[todo] += w[i] * (e.good + e.errors * (1 - finds));
            for (int m = 0; m < e.sets; m++) {
                o.weights.get(o.missing(e.set[m], reach))[todo] += w[i] * e.missing[m];
            }
        }
        return o;
    }

    private int missing(int set, Reach reach) {
        int at = set == Reach.SOME_PIECE ? 0 : reach.alike(set) + 1;
        if (at >= byMissing.length) {
            byMissing = Arrays.copyOf(byMissing, Math.max(at + 1, reach.sets() + 8));
        }
        if (byMissing[at] == 0) {
            byMissing[at] = outcome(Seen.missing(at == 0 ? 0 : reach.mebibytes(set))) + 1;
        }
        return byMissing[at] - 1;
    }

    private int outcome(Seen seen) {
        seens.add(seen);
        weights.add(new double[classes]);
        return seens.size() - 1;
    }

    private static double sum(double[] p) {
        double sum = 0;
        for (double x : p) {
            sum += x;
        }
        return sum;
    }

    /** Expected entropy of what to do once the outcome is known, in bit. */
    double remaining() {
        double h = 0;
        for (double[] p : weights) {
            double sum = sum(p);
            h += sum * Belief.entropy(p, sum);
        }
        return h;
    }

    /** Entropy of the outcome itself, in bit. */
    double entropy() {
        double[] p = weights.stream().mapToDouble(Outlook::sum).toArray();
        return Belief.entropy(p, sum(p));
    }

    List<Branch> likely(double least) {
        List<Branch> likely = new ArrayList<>();
        for (int i = 0; i < seens.size(); i++) {
            double p = sum(weights.get(i));
            if (p >= least) {
                likely.add(new Branch(seens.get(i), p));
            }
        }
        return likely;
    }

    /** Good, errors, and all else together: how likely each is, and what would then lead. */
    List<Foretold> foretold(Belief belief) {
        List<Foretold> told = new ArrayList<>();
        double[] failed = new double[classes];
        for (int i = 0; i < weights.size(); i++) {
            if (i != GOOD && i != ERRORS) {
                for (int c = 0; c < classes; c++) {
                    failed[c] += weights.get(i)[c];
                }
            }
        }
        told(belief, Seen.What.GOOD, weights.get(GOOD), told);
        told(belief, Seen.What.SILENT, failed, told);
        told(belief, Seen.What.ERRORS, weights.get(ERRORS), told);
        return told;
    }

    private static void told(Belief belief, Seen.What what, double[] by, List<Foretold> told) {
        double sum = sum(by);
        int best = 0;
        for (int c = 1; c < by.length; c++) {
            best = by[c] > by[best] ? c : best;
        }
        if (sum > .005) {
            told.add(new Foretold(what, sum, belief.causes.remedies.get(best), by[best] / sum));
        }
    }
}
