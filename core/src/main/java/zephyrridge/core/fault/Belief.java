package zephyrridge.core.fault;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.stream.Stream;

/**
 * What is still likely after what was seen: the exact posterior over all single causes and pairs of them. A cause that
 * an action or a fresh seating may have cured is followed as acting or not, so that a cure which did not help is told from one that
 * was not tried. Immutable.
 */
public final class Belief {
    /** Keeps a hypothesis from being ruled out by one reading alone. */
    private static final double NEVER_ZERO = 1e-9;

    final Setup setup;
    final Causes causes;
    /** By hypothesis and state: bit 0 says that the first cause acts, bit 1 the second. Sums to 1. */
    final double[] weights;

    private final List<Attempt> attempts;
    /** Passes without an error since anything changed. */
    private final int clean;

    private Belief(Setup setup, Causes causes, double[] weights, List<Attempt> attempts, int clean) {
        this.setup = setup;
        this.causes = causes;
        this.weights = weights;
        this.attempts = attempts;
        this.clean = clean;
    }

    /** @param goal the arrangement that is meant to work: kinds it does not hold cannot be what is wrong with it */
    public static Belief before(Setup setup, Arrangement goal) {
        Causes causes = new Causes(setup, goal);
        double[] weights = new double[causes.prior.length * 4];
        for (int h = 0; h < causes.prior.length; h++) {
            weights[h * 4 + (causes.second[h] < 0 ? 1 : 3)] = causes.prior[h];
        }
        return new Belief(setup, causes, weights, List.of(), 0);
    }

    public List<Attempt> attempts() {
        return attempts;
    }

    public Setup setup() {
        return setup;
    }

    Optional<Attempt> last() {
        for (int i = attempts.size() - 1; i >= 0; i--) {
            if (attempts.get(i).elsewhere().isEmpty()) {
                return Optional.of(attempts.get(i));
            }
        }
        return Optional.empty();
    }

    /** Whether this start could tell nothing new about starting: nothing was done since the last one. */
    private boolean repeats(Arrangement fill, SortedSet<Integer> inserted, Set<Act> acts, boolean waited) {
        return last().filter(l -> l.fill().equals(fill)
                        && inserted.isEmpty()
                        && acts.isEmpty()
                        && (l.waited() || !waited || l.seen().cameUp()))
                .isPresent();
    }

    public Belief after(Attempt a) {
        List<Attempt> next = Stream.concat(attempts.stream(), Stream.of(a)).toList();
        if (a.elsewhere().isPresent()) {
            return new Belief(setup, causes, elsewhere(a), next, clean);
        }
        if (repeats(a.fill(), a.inserted(), a.acts(), a.waited())) {
            Seen before = last().orElseThrow().seen();
            if (before.cameUp()
                    && a.passes() > 0
                    && (a.seen().what() == Seen.What.ERRORS || !a.seen().failed())) {
                int ran = clean + a.passes();
                boolean errors = a.seen().what() == Seen.What.ERRORS;
                return new Belief(setup, causes, tested(a), next, errors ? 0 : ran);
            }
            // The same again says nothing; another outcome of the same does.
            boolean same = before.what() == a.seen().what()
                    || !before.failed() && !a.seen().failed();
            if (same) {
                return new Belief(setup, causes, weights, next, clean);
            }
        }
        double[] w = prepared(a.fill(), a.inserted(), a.acts(), a.waited());
        boolean codes = codesTell();
        Reach reach = new Reach(setup, causes, a.fill());
        Expected e = new Expected();
        for (int i = 0; i < w.length; i++) {
            if (w[i] > 0) {
                expect(e, i, reach);
                w[i] *= e.likelihood(a.seen(), a.passes(), codes, reach) + NEVER_ZERO;
            }
        }
        return new Belief(setup, causes, normal(w), next, a.seen().failed() ? 0 : a.passes());
    }

    /**
     * Whether a code, or that none shows, would still tell something. A fault that shows no code shows none at the next start either:
     * it counts at the first start that fails so, or a few silent ones would acquit every module.
     */
    boolean codesTell() {
        return setup.codes()
                && attempts.stream()
                        .noneMatch(a -> a.elsewhere().isEmpty() && !a.seen().cameUp());
    }

    /** How things will stand at a start: what its actions cured is cured with the chance it has. */
    double[] prepared(Arrangement fill, SortedSet<Integer> inserted, Set<Act> acts, boolean waited) {
        double[] w = weights.clone();
        boolean changed =
                !inserted.isEmpty() || last().map(l -> !l.fill().equals(fill)).orElse(true);
        // By cause, since the same one stands in many hypotheses.
        int n = causes.causes.size();
        boolean[] acting = new boolean[n];
        double[] stays = new double[n];
        boolean any = false;
        for (int c = 0; c < n; c++) {
            Cause cause = causes.causes.get(c);
            acting[c] = cause.kind() == Cause.Kind.TRAINING && changed;
            stays[c] = cures(cause, inserted, acts, waited) ? cause.kind().staysAfter() : 1;
            any |= acting[c] || stays[c] < 1;
        }
        for (int h = 0; any && h < causes.first.length; h++) {
            step(w, h * 4, 1, acting[causes.first[h]], stays[causes.first[h]]);
            if (causes.second[h] >= 0) {
                step(w, h * 4, 2, acting[causes.second[h]], stays[causes.second[h]]);
            }
        }
        return w;
    }

    /** @param acting acts anew, whatever was; {@code stays} the chance that it goes on acting after what was done */
    private static void step(double[] w, int at, int bit, boolean acting, double stays) {
        for (int state = 0; state < 4; state++) {
            if (acting && (state & bit) == 0) {
                w[at + (state | bit)] += w[at + state];
                w[at + state] = 0;
            }
        }
        for (int state = 0; stays < 1 && state < 4; state++) {
            if ((state & bit) != 0) {
                w[at + (state & ~bit)] += w[at + state] * (1 - stays);
                w[at + state] *= stays;
            }
        }
    }

    /** What the hypothesis and state of this weight say a start will show. */
    void expect(Expected e, int i, Reach reach) {
        int h = i >> 2;
        int a = causes.first[h];
        int b = causes.second[h];
        boolean actsA = (i & 1) != 0 && reach.touches[a];
        boolean actsB = b >= 0 && (i & 2) != 0 && reach.touches[b];
        e.of(
                actsA ? causes.kinds[a] : null,
                actsA ? reach.part[a] : -1,
                actsB ? causes.kinds[b] : null,
                actsB ? reach.part[b] : -1,
                reach);
    }

    /** The same start goes on with a memory test: only errors are new. */
    private double[] tested(Attempt a) {
        double[] w = weights.clone();
        Reach reach = new Reach(setup, causes, a.fill());
        Expected e = new Expected();
        double still = Math.pow(.5, clean);
        double later = Math.pow(.5, clean + a.passes());
        for (int i = 0; i < w.length; i++) {
            if (w[i] > 0) {
                expect(e, i, reach);
                double up = e.good + e.errors * still;
                double finds = e.errors * (still - later) / up;
                w[i] *= (a.seen().what() == Seen.What.ERRORS ? finds : 1 - finds) + NEVER_ZERO;
            }
        }
        return normal(w);
    }

    /** Alone in the test machine only the module itself can fail; it is put in afresh there. */
    private double[] elsewhere(Attempt a) {
        double[] w = weights.clone();
        Expected e = new Expected();
        Reach alone = alone(a.elsewhere().orElseThrow());
        for (int i = 0; i < w.length; i++) {
            if (w[i] > 0) {
                expectElsewhere(e, i, a.elsewhere().get(), alone);
                w[i] *= e.likelihood(a.seen(), a.passes(), false, alone) + NEVER_ZERO;
            }
        }
        return normal(w);
    }

    private Reach alone(int piece) {
        int[] at = new int[Math.max(1, setup.slots().size())];
        Arrays.fill(at, -1);
        at[0] = piece;
        return new Reach(setup, causes, Arrangement.of(at));
    }

    void expectElsewhere(Expected e, int i, int piece, Reach alone) {
        int h = i >> 2;
        int a = causes.first[h];
        int b = causes.second[h];
        boolean actsA = isModule(a, piece);
        boolean actsB = b >= 0 && isModule(b, piece);
        e.of(
                actsA ? causes.causes.get(a).kind() : null,
                actsA ? alone.part[a] : -1,
                actsB ? causes.causes.get(b).kind() : null,
                actsB ? alone.part[b] : -1,
                alone);
    }

    private boolean isModule(int cause, int piece) {
        Cause c = causes.causes.get(cause);
        return (c.kind() == Cause.Kind.DEAD || c.kind() == Cause.Kind.WEAK) && c.subject() == piece;
    }

    Reach reachAlone(int piece) {
        return alone(piece);
    }

    private static double[] normal(double[] w) {
        double sum = 0;
        for (double x : w) {
            sum += x;
        }
        for (int i = 0; i < w.length; i++) {
            w[i] /= sum;
        }
        return w;
    }

    /** @param probability 0..1 */
    public record Share<T>(T of, double probability) {}

    /** What there is to do, the likeliest first; what calls for two things is one of its own. */
    public List<Share<List<Remedy>>> remedies() {
        double[] p = todo(weights);
        List<Share<List<Remedy>>> shares = new ArrayList<>();
        for (int t = 0; t < p.length; t++) {
            shares.add(new Share<>(causes.remedies.get(t), p[t]));
        }
        shares.sort((a, b) -> Double.compare(b.probability(), a.probability()));
        return shares;
    }

    double[] todo(double[] w) {
        double[] p = new double[causes.remedies.size()];
        for (int i = 0; i < w.length; i++) {
            p[causes.todo[i]] += w[i];
        }
        return p;
    }

    private static boolean cures(Cause c, SortedSet<Integer> inserted, Set<Act> acts, boolean waited) {
        return switch (c.kind()) {
            case SEATING -> inserted.contains(c.subject());
            case TRAINING -> waited;
            default -> c.kind().curable() && acts.stream().anyMatch(a -> a.cures() == c.kind());
        };
    }

    /** Chance that each cause is there, alone or with another one; the likeliest first. */
    public List<Share<Cause>> causes() {
        double[] p = new double[causes.causes.size()];
        for (int i = 0; i < weights.length; i++) {
            p[causes.first[i >> 2]] += weights[i];
            if (causes.second[i >> 2] >= 0) {
                p[causes.second[i >> 2]] += weights[i];
            }
        }
        List<Share<Cause>> shares = new ArrayList<>();
        for (int c = 0; c < p.length; c++) {
            shares.add(new Share<>(causes.causes.get(c), p[c]));
        }
        shares.sort((a, b) -> Double.compare(b.probability(), a.probability()));
        return shares;
    }

    /** In bit. */
    static double entropy(double[] p, double sum) {
        if (sum <= 0) {
            return 0;
        }
        double h = 0;
        for (double x : p) {
            if (x > 0) {
                h -= x * Math.log(x / sum);
            }
        }
        return h / sum / Math.log(2);
    }

    public double entropy() {
        return entropy(todo(weights), 1);
    }

    /** Of what is to do, of the weights above {@code least} alone. */
    double entropy(double least) {
        double[] w = weights.clone();
        double sum = 0;
        for (int i = 0; i < w.length; i++) {
            w[i] = w[i] <= least ? 0 : w[i];
            sum += w[i];
        }
        return sum * entropy(todo(w), sum);
    }

    /** The weight up to which all weights together are no more than this share. */
    double lightest(double share) {
        double[] sorted = weights.clone();
        Arrays.sort(sorted);
        double sum = 0;
        double least = Outlook.NOTHING;
        for (double w : sorted) {
            sum += w;
            if (sum > share) {
                break;
            }
            least = Math.max(least, w);
        }
        return least;
    }

    int cleanPasses() {
        return clean;
    }
}
