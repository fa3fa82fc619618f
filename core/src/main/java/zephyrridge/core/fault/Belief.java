package zephyrridge.core.fault;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What is still likely after what was seen: the exact posterior over all single causes and pairs of them. Every cause is
 * followed with its manner: which column it shows, that it comes and goes, or that it is not there any more. So a fault that stays is one
 * fault however often it shows, and a cure that did not help is told from one that was not tried. Immutable.
 */
public final class Belief {
    /** Keeps a hypothesis from being ruled out by one reading alone. */
    private static final double NEVER_ZERO = 1e-9;

    final Setup setup;
    final Causes causes;
    final Handiwork hands;
    /** By hypothesis and the manner of its two causes, the second {@link Manner#NONE} for a single one. Sums to 1. */
    final double[] weights;

    private final List<Attempt> attempts;
    /** Passes without an error since anything changed. */
    private final int clean;

    private Belief(Setup setup, Causes causes, double[] weights, List<Attempt> attempts, int clean) {
        this.setup = setup;
        this.causes = causes;
        this.hands = new Handiwork(causes);
        this.weights = weights;
        this.attempts = attempts;
        this.clean = clean;
    }

    /** @param goal the arrangement that is meant to work: kinds it does not hold cannot be what is wrong with it */
    public static Belief before(Setup setup, Arrangement goal) {
        Causes causes = new Causes(setup, goal);
        double[] weights = new double[causes.prior.length * Manner.PAIRS];
        for (int h = 0; h < causes.prior.length; h++) {
            double[] a = Manner.drawn(causes.kinds[causes.first[h]]);
            double[] b = causes.second[h] < 0 ? ALONE : Manner.drawn(causes.kinds[causes.second[h]]);
            for (int s = 0; s < Manner.PAIRS; s++) {
                weights[h * Manner.PAIRS + s] = causes.prior[h] * a[s / Manner.STATES] * b[s % Manner.STATES];
            }
        }
        return new Belief(setup, causes, weights, List.of(), 0);
    }

    private static final double[] ALONE = {0, 0, 0, 0, 1};

    static int hypothesis(int i) {
        return i / Manner.PAIRS;
    }

    /** Manner of the first cause of this weight. */
    static int first(int i) {
        return i % Manner.PAIRS / Manner.STATES;
    }

    static int second(int i) {
        return i % Manner.STATES;
    }

    /**
     * Number of what is left to do where the causes of a hypothesis are as these manners say. Mains and waiting are met by every start once they
     * were met by one: then they explain what was, and nothing is left to do about them.
     */
    int todo(int h, int mannerA, int mannerB, boolean met, boolean updated) {
        int a = causes.first[h];
        int b = causes.second[h];
        boolean leftA = mannerA != Manner.NONE && !(met && causes.kinds[a].condition());
        boolean leftB = b >= 0 && mannerB != Manner.NONE && !(met && causes.kinds[b].condition());
        return causes.todo[h * 8 + (leftA ? 1 : 0) + (leftB ? 2 : 0) + (updated ? 4 : 0)];
    }

    boolean updated() {
        return attempts.stream().anyMatch(a -> a.acts().contains(Act.FIRMWARE));
    }

    boolean conditionsMet() {
        return attempts.stream().anyMatch(Attempt::conditionsMet);
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

    /** Whether the start goes on from the last one: nothing was done since. */
    private boolean goesOn(Attempt a) {
        return last().filter(l -> l.fill().equals(a.fill())
                        && a.inserted().isEmpty()
                        && a.acts().isEmpty()
                        && (l.seen().cameUp() || l.mains() == a.mains() && l.waited() == a.waited()))
                .isPresent();
    }

    /**
     * Whether nobody knows that the machine was on mains and given its time when it last stayed dark: asked before all tests, and a condition of
     * every start after it. What came up met both.
     */
    boolean conditionsAreOpen() {
        return !conditionsMet() && last().filter(l -> !l.seen().cameUp()).isPresent();
    }

    public Belief after(Attempt a) {
        List<Attempt> next = Stream.concat(attempts.stream(), Stream.of(a)).toList();
        if (a.elsewhere().isPresent()) {
            return new Belief(setup, causes, elsewhere(a), next, clean);
        }
        if (goesOn(a)) {
            Seen before = last().orElseThrow().seen();
            if (before.cameUp()
                    && a.passes() > 0
                    && (a.seen().what() == Seen.What.ERRORS || !a.seen().failed())) {
                int ran = clean + a.passes();
                boolean errors = a.seen().what() == Seen.What.ERRORS;
                return new Belief(setup, causes, tested(a), next, errors ? 0 : ran);
            }
            // Good again says nothing, whether its total was read or not.
            if (!before.failed() && !a.seen().failed()) {
                return new Belief(setup, causes, weights, next, clean);
            }
        }
        // The same again says nothing; another outcome of the same does.
        if (a.passes() == 0 && StartState.toldBefore(attempts, a)) {
            return new Belief(setup, causes, weights, next, clean);
        }
        double[] w = last().isEmpty() ? weights.clone() : hands.done(weights, a.inserted(), a.acts());
        boolean codes = codesTell();
        Reach reach = new Reach(setup, causes, a.fill(), a.mains(), a.waited() || trained(a));
        Expected e = new Expected();
        for (int i = 0; i < w.length; i++) {
            if (w[i] > 0) {
                expect(e, i, reach);
                w[i] *= e.likelihood(a.seen(), a.passes(), codes, reach) + NEVER_ZERO;
            }
        }
        return new Belief(setup, causes, normal(w), next, a.seen().failed() ? 0 : a.passes());
    }

    /** It came up before, just as it is: there is nothing left to train. */
    private boolean trained(Attempt a) {
        return last().filter(l -> l.fill().equals(a.fill())
                        && a.inserted().isEmpty()
                        && !a.acts().contains(Act.CLEAR)
                        && l.seen().cameUp())
                .isPresent();
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

    /** What the hypothesis and manner of this weight say a start will show. */
    void expect(Expected e, int i, Reach reach) {
        int h = hypothesis(i);
        expect(e, causes.first[h], first(i), causes.second[h], second(i), reach);
    }

    void expect(Expected e, int a, int mannerA, int b, int mannerB, Reach reach) {
        boolean actsA = mannerA != Manner.NONE && reach.touches[a];
        boolean actsB = b >= 0 && mannerB != Manner.NONE && reach.touches[b];
        e.of(
                actsA ? Manner.shows(causes.kinds[a], mannerA) : null,
                actsA ? reach.part[a] : -1,
                causes.kinds[a].signals,
                actsB ? Manner.shows(causes.kinds[b], mannerB) : null,
                actsB ? reach.part[b] : -1,
                b >= 0 && causes.kinds[b].signals,
                reach);
    }

    /** The same start goes on with a memory test: only errors are new. */
    private double[] tested(Attempt a) {
        double[] w = weights.clone();
        Reach reach = new Reach(setup, causes, a.fill(), a.mains(), true);
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

    /** Alone in the test machine only the module itself can fail, and how it is put in there. */
    private double[] elsewhere(Attempt a) {
        double[] w = weights.clone();
        Expected e = new Expected();
        TestMachine alone = new TestMachine(setup, causes, a.elsewhere().orElseThrow());
        for (int i = 0; i < w.length; i++) {
            if (w[i] > 0) {
                alone.expect(e, hypothesis(i), first(i), second(i));
                w[i] *= e.likelihood(a.seen(), a.passes(), false, alone.reach) + NEVER_ZERO;
            }
        }
        return normal(w);
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

    /**
     * What there is to do, the likeliest first, each by all that holds it: where two things are wrong both count, so that shares may add up to
     * more than 1. {@link Remedy#NONE} is that nothing is left to do.
     */
    public List<Share<Remedy>> remedies() {
        double[] p = todo(weights);
        Map<Remedy, Double> by = new LinkedHashMap<>();
        for (int t = 0; t < p.length; t++) {
            for (Remedy r : p[t] > 0 ? causes.remedies.get(t) : List.<Remedy>of()) {
                by.merge(r, p[t], Double::sum);
            }
        }
        List<Share<Remedy>> shares = new ArrayList<>();
        by.forEach((r, share) -> shares.add(new Share<>(r, share)));
        shares.sort((a, b) -> Double.compare(b.probability(), a.probability()));
        return shares;
    }

    /** By number of what is to do. */
    double[] todo(double[] w) {
        double[] p = new double[causes.remedies.size()];
        boolean met = conditionsMet();
        boolean updated = updated();
        for (int i = 0; i < w.length; i++) {
            if (w[i] > 0) {
                p[todo(hypothesis(i), first(i), second(i), met, updated)] += w[i];
            }
        }
        return p;
    }

    /** Chance that each cause is there, or was until it was mended, alone or with another one; the likeliest first. */
    public List<Share<Cause>> causes() {
        double[] p = new double[causes.causes.size()];
        for (int i = 0; i < weights.length; i++) {
            p[causes.first[hypothesis(i)]] += weights[i];
            if (causes.second[hypothesis(i)] >= 0) {
                p[causes.second[hypothesis(i)]] += weights[i];
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

    /** The weight up to which all weights together are no more than this share. */
    double lightest(double share) {
        double[] sorted =
                Arrays.stream(weights).filter(w -> w > Outlook.NOTHING).toArray();
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
