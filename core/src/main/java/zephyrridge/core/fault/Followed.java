package zephyrridge.core.fault;

import java.util.Arrays;

/**
 * The weights of a belief that are followed when tests are weighed, laid side by side so that many tests walk over them quickly. A cause in one of
 * its manners is one number: {@code cause x }{@link Manner#STATES}{@code  + manner}; the one past the last cause shows nothing.
 */
final class Followed {
    final int[] hypothesis;
    final int[] first;
    final int[] second;
    final int[] todo;
    final double[] weight;
    /** In bit, of what is to do, by these weights alone. */
    final double entropy;

    /** @param least weights up to it are left out */
    Followed(Belief belief, double least) {
        int nobody = belief.causes.kinds.length;
        int states = (nobody + 1) * Manner.STATES;
        int[] at = new int[belief.weights.length];
        // What is not there any more looks alike whatever it was: such weights are one.
        int[] gone = new int[states];
        Arrays.fill(gone, -1);
        int[] a = new int[at.length];
        int[] b = new int[at.length];
        double[] w = new double[at.length];
        int n = 0;
        for (int i = 0; i < at.length; i++) {
            double x = belief.weights[i];
            if (x <= least) {
                continue;
            }
            int h = Belief.hypothesis(i);
            int one = cause(belief, belief.causes.first[h], Belief.first(i), nobody);
            int two = cause(belief, belief.causes.second[h], Belief.second(i), nobody);
            int left = one >= nobody * Manner.STATES ? two : two >= nobody * Manner.STATES ? one : -1;
            if (left >= 0 && gone[left] >= 0) {
                w[gone[left]] += x;
                continue;
            }
            if (left >= 0) {
                gone[left] = n;
            }
            at[n] = i;
            a[n] = one;
            b[n] = two;
            w[n++] = x;
        }
        first = Arrays.copyOf(a, n);
        second = Arrays.copyOf(b, n);
        weight = Arrays.copyOf(w, n);
        hypothesis = new int[n];
        todo = new int[n];
        double[] by = new double[belief.causes.remedies.size()];
        double sum = 0;
        boolean updated = belief.updated();
        for (int k = 0; k < n; k++) {
            hypothesis[k] = Belief.hypothesis(at[k]);
            todo[k] = belief.todo(hypothesis[k], Belief.first(at[k]), Belief.second(at[k]), true, updated);
            by[todo[k]] += weight[k];
            sum += weight[k];
        }
        entropy = sum * Belief.entropy(by, sum);
    }

    /** What is cured, never shows, or is met by now is nobody's fault any more. */
    private static int cause(Belief belief, int cause, int manner, int nobody) {
        boolean gone = cause < 0 || manner == Manner.NONE || belief.causes.kinds[cause].condition();
        return gone ? nobody * Manner.STATES + Manner.NONE : cause * Manner.STATES + manner;
    }

    /** What each cause in each of its manners would show at one start. */
    static final class Shows {
        final double[] dark;
        /** Of the dark ones, with a code that means memory. */
        final double[] code;

        final double[] missing;
        final double[] errors;
        final double[] good;
        final int[] part;

        /** @param reach what the causes act on there; a part that is all there is leaves nothing to start with */
        Shows(Belief belief, Reach reach) {
            Causes causes = belief.causes;
            int n = causes.kinds.length;
            int states = (n + 1) * Manner.STATES;
            dark = new double[states];
            code = new double[states];
            missing = new double[states];
            errors = new double[states];
            good = new double[states];
            part = new int[n + 1];
            Arrays.fill(good, 1);
            for (int c = 0; c < n; c++) {
                part[c] = reach.part[c];
                boolean whole = part[c] == -1 || reach.isAll(part[c]);
                for (int m = 0; reach.touches[c] && m < Manner.NONE; m++) {
                    double[] s = Manner.shows(causes.kinds[c], m);
                    int at = c * Manner.STATES + m;
                    dark[at] = s[0] + (whole ? s[1] : 0);
                    code[at] = dark[at] * (causes.kinds[c].signals ? Expected.CODE : Expected.CODE_ELSE);
                    missing[at] = whole ? 0 : s[1];
                    errors[at] = s[2];
                    good[at] = s[3];
                }
            }
        }
    }
}
