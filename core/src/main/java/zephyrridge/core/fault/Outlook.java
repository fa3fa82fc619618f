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

    private final double[] silent;
    private final double[] coded;
    private final double[] faulty;
    private final double[] fine;

    private Outlook(int classes) {
        this.classes = classes;
        silent = outcome(Seen.SILENT);
        coded = outcome(Seen.CODE);
        faulty = outcome(Seen.ERRORS);
        fine = outcome(Seen.GOOD);
    }

    private static final int ERRORS = 2;
    private static final int GOOD = 3;

    /** Weights up to it tell nothing. */
    static final double NOTHING = 1e-12;

    /**
     * @param reaches worked out before, by arrangement; null where none are kept
     * @param followed the weights that are weighed
     */
    static Outlook of(Belief belief, Probe probe, Map<Arrangement, Reach> reaches, Followed followed) {
        Outlook o = new Outlook(belief.causes.remedies.size());
        if (probe.elsewhere().isPresent()) {
            o.elsewhere(belief, probe, followed);
        } else if (probe.shape() == Probe.Shape.MEMORY_TEST) {
            o.goesOn(belief, probe, followed);
        } else {
            Reach reach = reaches == null
                    ? new Reach(belief.setup, belief.causes, probe.fill())
                    : reaches.computeIfAbsent(probe.fill(), f -> new Reach(belief.setup, belief.causes, f));
            Followed.Shows shows = new Followed.Shows(belief, reach);
            o.start(belief, probe, followed, shows, reach);
            o.mixed(belief, probe);
        }
        return o;
    }

    static Outlook of(Belief belief, Probe probe) {
        return of(belief, probe, null, new Followed(belief, NOTHING));
    }

    private void elsewhere(Belief belief, Probe probe, Followed followed) {
        TestMachine alone =
                new TestMachine(belief.setup, belief.causes, probe.elsewhere().orElseThrow());
        double finds = Expected.found(probe.passes());
        Expected e = new Expected();
        for (int k = 0; k < followed.weight.length; k++) {
            int h = followed.hypothesis[k];
            alone.expect(e, h, followed.first[k] % Manner.STATES, followed.second[k] % Manner.STATES);
            int todo = followed.todo[k];
            double w = followed.weight[k];
            silent[todo] += w * (1 - e.errors - e.good);
            faulty[todo] += w * e.errors * finds;
            fine[todo] += w * (e.good + e.errors * (1 - finds));
        }
    }

    /** It is up, with all it has, and goes on with a memory test: only errors are new. */
    private void goesOn(Belief belief, Probe probe, Followed followed) {
        Reach reach = new Reach(belief.setup, belief.causes, probe.fill());
        double finds = Expected.found(probe.passes());
        double clean = Math.pow(.5, belief.cleanPasses());
        Expected e = new Expected();
        for (int k = 0; k < followed.weight.length; k++) {
            int h = followed.hypothesis[k];
            belief.expect(
                    e,
                    belief.causes.first[h],
                    followed.first[k] % Manner.STATES,
                    belief.causes.second[h],
                    followed.second[k] % Manner.STATES,
                    reach);
            double w = followed.weight[k];
            double errors = e.errors * clean * finds / (e.good + e.errors * clean);
            faulty[followed.todo[k]] += w * errors;
            fine[followed.todo[k]] += w * (1 - errors);
        }
    }

    /** A start in this machine, before the leak: what is done for it may cure either cause, both or none. */
    private void start(Belief belief, Probe probe, Followed f, Followed.Shows shows, Reach reach) {
        int causes = belief.causes.kinds.length;
        double[] stays = new double[(causes + 1) * Manner.STATES];
        Arrays.fill(stays, 1);
        boolean updated = belief.updated() || probe.acts().contains(Act.FIRMWARE);
        for (int c = 0; c < causes; c++) {
            double s = belief.hands.stays(c, probe.inserted(), probe.acts());
            Arrays.fill(stays, c * Manner.STATES, c * Manner.STATES + Manner.NONE, s);
        }
        for (int k = 0; k < f.weight.length; k++) {
            int a = f.first[k];
            int b = f.second[k];
            if (stays[a] * stays[b] == 1) {
                add(shows, a, b, f.weight[k], f.todo[k], reach);
                continue;
            }
            for (int way = 0; way < 4; way++) {
                boolean goneA = (way & 1) != 0;
                boolean goneB = (way & 2) != 0;
                double p = (goneA ? 1 - stays[a] : stays[a]) * (goneB ? 1 - stays[b] : stays[b]);
                if (p > 0) {
                    int nowA = goneA ? none(a) : anew(belief, a, stays[a]);
                    int nowB = goneB ? none(b) : anew(belief, b, stays[b]);
                    int todo = belief.todo(f.hypothesis[k], nowA % Manner.STATES, nowB % Manner.STATES, true, updated);
                    add(shows, nowA, nowB, f.weight[k] * p, todo, reach);
                }
            }
        }
    }

    private static int none(int cause) {
        return cause - cause % Manner.STATES + Manner.NONE;
    }

    /** Put in again and still poor: in which way is drawn anew, and at one start that looks like one that comes and goes. */
    private static int anew(Belief belief, int cause, double stays) {
        int c = cause / Manner.STATES;
        boolean seat = stays < 1 && c < belief.causes.kinds.length && belief.causes.kinds[c] == Cause.Kind.SEATING;
        return seat ? c * Manner.STATES + Manner.VARIES : cause;
    }

    /** The worse of two wins: no start, else what either hides, else errors; as in {@link Expected}. */
    private void add(Followed.Shows s, int a, int b, double w, int todo, Reach reach) {
        double da = s.dark[a];
        double db = s.dark[b];
        double dark = da + db - da * db;
        double errors = s.errors[a] * (s.errors[b] + s.good[b]) + s.good[a] * s.errors[b];
        double good = s.good[a] * s.good[b];
        double ma = s.missing[a];
        double mb = s.missing[b];
        if (ma > 0) {
            hide(s.part[a / Manner.STATES], w * ma * (s.errors[b] + s.good[b]), todo, reach);
        }
        if (mb > 0) {
            hide(s.part[b / Manner.STATES], w * mb * (s.errors[a] + s.good[a]), todo, reach);
        }
        if (ma > 0 && mb > 0) {
            int both = reach.union(s.part[a / Manner.STATES], s.part[b / Manner.STATES]);
            if (reach.isAll(both)) {
                dark += ma * mb;
            } else {
                hide(both, w * ma * mb, todo, reach);
            }
        }
        if (dark > 0) {
            double code = da + db == 0 ? Expected.CODE_ELSE : (s.code[a] + s.code[b]) / (da + db);
            silent[todo] += w * dark * (1 - code);
            coded[todo] += w * dark * code;
        }
        if (errors > 0) {
            faulty[todo] += w * errors;
        }
        if (good > 0) {
            fine[todo] += w * good;
        }
    }

    private void hide(int set, double w, int todo, Reach reach) {
        weights.get(missing(set, reach))[todo] += w;
    }

    /** The leak, what a memory test finds, and whether a code tells. */
    private void mixed(Belief belief, Probe probe) {
        boolean codes = belief.codesTell();
        double finds = Expected.found(probe.passes());
        for (int t = 0; t < classes; t++) {
            double all = 0;
            for (double[] by : weights) {
                all += by[t];
            }
            double dark = silent[t] + coded[t];
            double told = Expected.KEEPS * coded[t] + all * Expected.LEAK_NO_START * Expected.CODE_ELSE;
            double e = Expected.KEEPS * faulty[t] + all * Expected.LEAK_ERRORS;
            double g = Expected.KEEPS * fine[t] + all * Expected.LEAK_GOOD;
            silent[t] = Expected.KEEPS * dark + all * Expected.LEAK_NO_START - (codes ? told : 0);
            coded[t] = codes ? told : 0;
            faulty[t] = e * finds;
            fine[t] = g + e * (1 - finds);
        }
        for (int i = GOOD + 1; i < weights.size(); i++) {
            for (int t = 0; t < classes; t++) {
                weights.get(i)[t] *= Expected.KEEPS;
            }
        }
    }

    private int missing(int set, Reach reach) {
        int at = set == Reach.SOME_PIECE ? 0 : reach.alike(set) + 1;
        if (at >= byMissing.length) {
            byMissing = Arrays.copyOf(byMissing, Math.max(at + 1, reach.sets() + 8));
        }
        if (byMissing[at] == 0) {
            outcome(Seen.missing(at == 0 ? 0 : reach.mebibytes(set)));
            byMissing[at] = seens.size();
        }
        return byMissing[at] - 1;
    }

    private double[] outcome(Seen seen) {
        seens.add(seen);
        weights.add(new double[classes]);
        return weights.get(weights.size() - 1);
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
