package zephyrridge.core.fault;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;

/**
 * All that may be wrong with one setup: causes, and hypotheses of one or two of them, with their odds before anything was seen
 * (R-10.3; common practice, no source). Two causes at once weigh a tenth of the product of their odds.
 */
final class Causes {
    static final double PAIR = .1;
    /** Of a server's hypotheses the likeliest are kept that hold this share of all. */
    static final double KEPT = .999;
    /** What ran in this machine as it came in, or was tested good elsewhere, is this much less likely to be what is wrong. */
    static final double KNOWN_GOOD = .1;
    /** Put in by the plan; put in during the hunt; left as it was. */
    static final double SEATING = .07;

    static final double SEATING_IN_HUNT = .02;
    private static final double SEATING_UNTOUCHED = .003;
    static final double NOTHING = .02;
    /** What stays open of a layout that keeps all that its maker says. */
    private static final double WITHIN_OFFICIAL = .05;

    final List<Cause> causes = new ArrayList<>();
    final List<Double> odds = new ArrayList<>();
    /** Of the causes, by number. */
    final Cause.Kind[] kinds;
    /** Causes of a hypothesis, the second -1 for a single one. */
    final int[] first;

    final int[] second;
    final double[] prior;
    /**
     * By hypothesis and which of its causes are still there (bit 0 the first, bit 1 the second; bit 2: the firmware was updated), the number of
     * what is left to do.
     */
    final int[] todo;
    /** The hypothesis of two causes by both; -1 where it is not followed. The diagonal holds the single ones. */
    private final int[][] pairOf;

    final List<List<Remedy>> remedies = new ArrayList<>();

    Causes(Setup setup, Arrangement goal) {
        single(setup, goal);
        int n = causes.size();
        kinds = causes.stream().map(Cause::kind).toArray(Cause.Kind[]::new);
        pairOf = new int[n][n];
        for (int[] row : pairOf) {
            java.util.Arrays.fill(row, -1);
        }
        List<int[]> pairs = new ArrayList<>();
        List<Double> weights = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            pairs.add(new int[] {i, -1});
            weights.add(odds.get(i));
        }
        for (int i = 0; i < n; i++) {
            for (int j = i + 1; j < n; j++) {
                if (bothCanBe(causes.get(i), causes.get(j))) {
                    pairs.add(new int[] {i, j});
                    weights.add(PAIR * odds.get(i) * odds.get(j));
                }
            }
        }
        List<Integer> kept = setup.large() ? heaviest(weights, n) : range(pairs.size());
        first = new int[kept.size()];
        second = new int[kept.size()];
        prior = new double[kept.size()];
        todo = new int[kept.size() * 8];
        double sum = kept.stream().mapToDouble(weights::get).sum();
        Map<List<Remedy>, Integer> numbers = new HashMap<>();
        for (int h = 0; h < kept.size(); h++) {
            int[] pair = pairs.get(kept.get(h));
            first[h] = pair[0];
            second[h] = pair[1];
            int other = pair[1] < 0 ? pair[0] : pair[1];
            pairOf[pair[0]][other] = h;
            pairOf[other][pair[0]] = h;
            prior[h] = weights.get(kept.get(h)) / sum;
            for (int state = 0; state < 8; state++) {
                todo[h * 8 + state] = numbers.computeIfAbsent(remedies(setup, pair, state), r -> {
                    remedies.add(r);
                    return remedies.size() - 1;
                });
            }
        }
    }

    private static List<Integer> range(int n) {
        List<Integer> all = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            all.add(i);
        }
        return all;
    }

    /** Every single cause, and the likeliest pairs: as many as hold all but a thousandth, within a bound that keeps a large server quick. */
    private static List<Integer> heaviest(List<Double> weights, int singles) {
        List<Integer> order = range(weights.size());
        order.sort((a, b) ->
                a < singles == b < singles ? Double.compare(weights.get(b), weights.get(a)) : Integer.compare(a, b));
        double whole = weights.stream().mapToDouble(w -> w).sum();
        double held = 0;
        int keep = 0;
        while (keep < order.size() && (keep < singles || held < KEPT * whole && keep < singles + MOST_PAIRS)) {
            held += weights.get(order.get(keep++));
        }
        return order.subList(0, keep);
    }

    private static final int MOST_PAIRS = 4_000;

    /** Number of the hypothesis of these causes, the same twice for a single one; -1 where it is not followed. */
    int with(int a, int b) {
        return pairOf[a][b];
    }

    private List<Remedy> remedies(Setup setup, int[] pair, int state) {
        List<Remedy> open = new ArrayList<>();
        if ((state & 1) != 0) {
            open.add(remedy(setup, pair[0], state));
        }
        if ((state & 2) != 0 && pair[1] >= 0) {
            Remedy b = remedy(setup, pair[1], state);
            if (!open.contains(b)) {
                open.add(b);
            }
        }
        return open.isEmpty() ? List.of(Remedy.NONE) : open;
    }

    private Remedy remedy(Setup setup, int cause, int state) {
        return (state & 4) != 0
                ? causes.get(cause).remedyUpdated(setup)
                : causes.get(cause).remedy(setup);
    }

    private static boolean bothCanBe(Cause a, Cause b) {
        boolean oneModuleTwice = (a.kind() == Cause.Kind.DEAD || a.kind() == Cause.Kind.WEAK)
                && (b.kind() == Cause.Kind.DEAD || b.kind() == Cause.Kind.WEAK)
                && a.subject() == b.subject();
        return a.kind() != Cause.Kind.NOTHING && b.kind() != Cause.Kind.NOTHING && !oneModuleTwice;
    }

    private void single(Setup setup, Arrangement goal) {
        List<Integer> modules = range(setup.pieces().size()).stream()
                .filter(p -> !setup.pieces().get(p).soldered())
                .toList();
        for (int p : modules) {
            Setup.Trust trust = setup.pieces().get(p).trust();
            double twice = trust == Setup.Trust.NEW ? 2 : 1;
            double good = trust == Setup.Trust.NEW ? 1 : KNOWN_GOOD;
            add(
                    Cause.of(Cause.Kind.SEATING, p),
                    setup.pieces().get(p).putIn() ? SEATING : goal.has(p) ? SEATING_UNTOUCHED : 0);
            add(Cause.of(Cause.Kind.DEAD, p), .03 * twice * good);
            add(Cause.of(Cause.Kind.WEAK, p), .02 * twice * good);
        }
        TreeSet<Integer> channels = new TreeSet<>();
        TreeSet<Integer> carriers = new TreeSet<>();
        TreeSet<Integer> processors = new TreeSet<>();
        TreeSet<Integer> ranOn = new TreeSet<>();
        for (int s = 0; s < setup.slots().size(); s++) {
            Setup.Slot slot = setup.slots().get(s);
            if (!slot.soldered()) {
                add(Cause.of(Cause.Kind.SOCKET, s), .01 * (setup.ranIn(s) ? KNOWN_GOOD : 1));
            }
            if (setup.ranIn(s)) {
                ranOn.add(slot.channel());
            }
            channels.add(slot.channel());
            if (slot.carrier() >= 0) {
                carriers.add(slot.carrier());
            }
            processors.add(slot.processor());
        }
        channels.forEach(c -> add(Cause.of(Cause.Kind.CHANNEL, c), .01 * (ranOn.contains(c) ? KNOWN_GOOD : 1)));
        carriers.forEach(c -> add(Cause.of(Cause.Kind.CARRIER, c), .01));
        if (processors.size() > 1) {
            processors.forEach(c -> add(Cause.of(Cause.Kind.PROCESSOR, c), .01));
        }
        kinds(setup, goal);
        add(Cause.of(Cause.Kind.SETTINGS), setup.lost() ? .08 : .02);
        add(Cause.of(Cause.Kind.POWER), .06);
        add(Cause.of(Cause.Kind.TRAINING), .15);
        for (int w = 0; w < setup.works(); w++) {
            add(Cause.of(Cause.Kind.COMPANION, w), .05);
        }
        add(Cause.of(Cause.Kind.NOTHING), NOTHING);
    }

    /** What asks for a kind: only of kinds that the arrangement in question holds; those that ran here as it came in are as tested good. */
    private void kinds(Setup setup, Arrangement goal) {
        List<Integer> held = range(setup.kinds().size()).stream()
                .filter(k -> !setup.ofKind(goal, k).isEmpty())
                .toList();
        List<Integer> news =
                held.stream().filter(k -> !setup.kinds().get(k).ran()).toList();
        double worst = 0;
        for (int k : held) {
            Setup.KindOf kind = setup.kinds().get(k);
            if (kind.risk() > 0) {
                add(Cause.of(Cause.Kind.KIND_ABOVE_LIMIT, k), kind.risk() * (kind.ran() ? KNOWN_GOOD : 1));
            }
            worst = Math.max(worst, kind.risk());
        }
        if (news.isEmpty() && worst > 0 && setup.mebibytes(setup.all(goal)) > setup.ranMebibytes()) {
            add(Cause.of(Cause.Kind.TOTAL_ABOVE_LIMIT), Math.max(KNOWN_GOOD * worst, worst - WITHIN_OFFICIAL));
        }
        for (int i = 0; i < held.size(); i++) {
            for (int j = i + 1; j < held.size(); j++) {
                add(
                        new Cause(Cause.Kind.TOGETHER, held.get(i), held.get(j)),
                        .05 * 2 / (held.size() * (held.size() - 1.0)));
            }
        }
        List<Integer> sockets = range(setup.slots().size()).stream()
                .filter(s -> !setup.slots().get(s).soldered())
                .toList();
        // A kind that must not be in one of its sockets; where there is one socket, there is no order.
        if (sockets.size() > 1 && !setup.large()) {
            order(setup, held, sockets);
        }
        for (int k : held) {
            boolean ran = setup.kinds().get(k).ran();
            add(Cause.of(Cause.Kind.FIRMWARE, k), ran ? .04 * KNOWN_GOOD : .04 / news.size());
        }
    }

    /** A twentieth over all kinds and sockets; a fifth of it for kinds that ran here, in sockets they did not run in. */
    private void order(Setup setup, List<Integer> held, List<Integer> sockets) {
        List<Cause> fresh = new ArrayList<>();
        List<Cause> elsewhere = new ArrayList<>();
        for (int k : held) {
            for (int s : sockets) {
                if (!setup.kinds().get(k).ran()) {
                    fresh.add(new Cause(Cause.Kind.ORDER, k, s));
                } else if (setup.ran().filter(r -> setup.kindOf(r.at(s)) == k).isEmpty()) {
                    elsewhere.add(new Cause(Cause.Kind.ORDER, k, s));
                }
            }
        }
        fresh.forEach(c -> add(c, .05 * (elsewhere.isEmpty() ? 1 : .8) / fresh.size()));
        elsewhere.forEach(c -> add(c, .05 * .2 / elsewhere.size()));
    }

    private void add(Cause cause, double weight) {
        causes.add(cause);
        odds.add(weight);
    }
}
