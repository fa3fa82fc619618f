package zephyrridge.core.fault;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import zephyrridge.core.Rounds;

/** The posterior against Bayes' theorem worked by hand, and what must hold of it whatever is seen. */
class BeliefTest {
    /** Two sockets, a channel each, two new modules of a kind that surely fits. */
    static final Setup TWO = setup(2, 2, 0, false);

    static final Arrangement BOTH = Arrangement.of(0, 1);

    static Setup setup(int slots, int modules, double risk, boolean codes) {
        List<Setup.Slot> sockets = new java.util.ArrayList<>();
        List<Setup.Piece> pieces = new java.util.ArrayList<>();
        for (int s = 0; s < slots; s++) {
            sockets.add(new Setup.Slot("S" + s, s % 2, -1, 0, false));
        }
        for (int p = 0; p < modules; p++) {
            pieces.add(new Setup.Piece("m" + p, 0, Setup.Trust.NEW, 8192, true));
        }
        return new Setup(
                sockets, pieces, List.of(new Setup.KindOf(risk, false)), 0, true, java.util.Optional.empty(), codes);
    }

    static Attempt start(Arrangement fill, Seen seen, Integer... inserted) {
        return new Attempt(fill, new TreeSet<>(Set.of(inserted)), Set.of(), true, true, 0, seen);
    }

    private static double of(Belief b, Cause cause) {
        return b.causes().stream()
                .filter(s -> s.of().equals(cause))
                .mapToDouble(Belief.Share::probability)
                .findFirst()
                .orElse(0);
    }

    @ParameterizedTest
    @EnumSource(Cause.Kind.class)
    void aRowSumsToOne(Cause.Kind kind) {
        assertThat(java.util.Arrays.stream(kind.row()).sum()).isCloseTo(1, within(1e-12));
    }

    /**
     * Bayes by hand with a single hypothesis space: one socket, one module that ran before, no pairs worth their weight. The ratio of
     * two causes after one silent start is the ratio of their odds times the ratio of their chances to be silent, as in any textbook.
     */
    @Test
    void oneSilentStartByHand() {
        Belief before = Belief.before(TWO, BOTH);
        Belief after = before.after(start(BOTH, Seen.SILENT, 0, 1));
        Cause dead = Cause.of(Cause.Kind.DEAD, 0);
        Cause settings = Cause.of(Cause.Kind.SETTINGS);
        // Alone, without a second cause: .98 x .62 + .01 = .6176 against .98 x .80 + .01 = .794.
        double prior = single(before, dead) / single(before, settings);
        double posterior = single(after, dead) / single(after, settings);
        assertThat(prior).isCloseTo(.06 / .08, within(1e-9));
        assertThat(posterior).isCloseTo(.06 / .08 * .6176 / .794, within(1e-6));
    }

    /** A test for a rare illness: one in ten thousand, found in 99 %, falsely in 1 %: 0.98 % of those it finds have it. Memory's form of it. */
    @Test
    void theTextbookTest() {
        // An error column that a test of one pass finds in half: P(errors | weak) = (.98 x .75 + .005) / 2.
        Belief up = Belief.before(TWO, BOTH)
                .after(new Attempt(BOTH, new TreeSet<>(Set.of(0, 1)), Set.of(), true, true, 1, Seen.ERRORS));
        double weak = single(up, Cause.of(Cause.Kind.WEAK, 0));
        double nothing = single(up, Cause.of(Cause.Kind.NOTHING));
        assertThat(weak / nothing).isCloseTo(.04 / .02 * (.98 * .75 + .005) / .005, within(1e-3));
    }

    private static double single(Belief b, Cause cause) {
        int c = b.causes.causes.indexOf(cause);
        double p = 0;
        for (int i = 0; i < b.weights.length; i++) {
            if (b.causes.first[Belief.hypothesis(i)] == c && b.causes.second[Belief.hypothesis(i)] < 0) {
                p += b.weights[i];
            }
        }
        return p;
    }

    @Test
    void aPairWeighsATenthOfTheProduct() {
        Belief b = Belief.before(TWO, BOTH);
        int dead = b.causes.causes.indexOf(Cause.of(Cause.Kind.DEAD, 0));
        int power = b.causes.causes.indexOf(Cause.of(Cause.Kind.POWER));
        double pair = 0;
        for (int h = 0; h < b.causes.first.length; h++) {
            if (b.causes.first[h] == dead && b.causes.second[h] == power) {
                pair = b.causes.prior[h];
            }
        }
        assertThat(pair / single(b, Cause.of(Cause.Kind.DEAD, 0))).isCloseTo(.1 * .06, within(1e-9));
    }

    /** Of two causes the worse wins: both silent chances, as for independent events. */
    @Test
    void theWorseOfTwoWins() {
        Causes causes = new Causes(TWO, BOTH);
        Reach reach = new Reach(TWO, causes, BOTH);
        int a = causes.causes.indexOf(Cause.of(Cause.Kind.DEAD, 0));
        int b = causes.causes.indexOf(Cause.of(Cause.Kind.DEAD, 1));
        Expected e = new Expected();
        double[] dead = Cause.Kind.DEAD.row();
        e.of(dead, reach.part[a], true, dead, reach.part[b], true, reach);
        // 1 - .38 x .38 silent, and .33 x .33 with both missing, which is all there is.
        assertThat(e.noStart).isCloseTo(.98 * (1 - .38 * .38 + .33 * .33) + .01, within(1e-12));
        assertThat(e.errors).isCloseTo(.98 * (.03 * .05 + .02 * .03) + .005, within(1e-12));
        assertThat(e.good).isCloseTo(.98 * .02 * .02 + .005, within(1e-12));
        double missing = 0;
        for (int i = 0; i < e.sets; i++) {
            missing += e.missing[i];
        }
        assertThat(e.noStart + e.errors + e.good + missing).isCloseTo(1, within(1e-12));
    }

    @Test
    void theSameAgainTellsNothing() {
        Belief once = Belief.before(TWO, BOTH).after(start(BOTH, Seen.SILENT, 0, 1));
        Belief twice = once.after(start(BOTH, Seen.SILENT));
        assertThat(twice.weights).isEqualTo(once.weights);
    }

    @Test
    void aCureThatHelpedSaysWhatItWas() {
        Belief silent = Belief.before(TWO, BOTH).after(start(BOTH, Seen.SILENT, 0, 1));
        Belief cleared = silent.after(new Attempt(BOTH, new TreeSet<>(), Set.of(Act.CLEAR), true, true, 0, Seen.GOOD));
        assertThat(cleared.causes().get(0).of()).isEqualTo(Cause.of(Cause.Kind.SETTINGS));
        assertThat(cleared.remedies().get(0).of())
                .as("it was the settings, and nothing is left to do")
                .isEqualTo(Remedy.NONE);
        Belief still = silent.after(new Attempt(BOTH, new TreeSet<>(), Set.of(Act.CLEAR), true, true, 0, Seen.SILENT));
        assertThat(of(still, Cause.of(Cause.Kind.SETTINGS))).isLessThan(.2 * of(silent, Cause.of(Cause.Kind.SETTINGS)));
    }

    /** Goes with the module through both sockets: the module. Stays in the socket with both modules: the socket. */
    @Test
    void aFaultThatFollowsTheModuleIsTheModule() {
        Belief b = Belief.before(TWO, BOTH)
                .after(start(BOTH, Seen.SILENT, 0, 1))
                .after(start(Arrangement.of(0, -1), Seen.SILENT, 0))
                .after(start(Arrangement.of(1, -1), Seen.GOOD, 1))
                .after(start(Arrangement.of(-1, 0), Seen.SILENT, 0))
                .after(start(Arrangement.of(-1, 1), Seen.GOOD, 1));
        assertThat(b.remedies().get(0).of()).isEqualTo(new Remedy(Remedy.Kind.REPLACE, 0, -1));
        Belief socket = Belief.before(TWO, BOTH)
                .after(start(BOTH, Seen.SILENT, 0, 1))
                .after(start(Arrangement.of(0, -1), Seen.GOOD, 0))
                .after(start(Arrangement.of(1, -1), Seen.GOOD, 1))
                .after(start(Arrangement.of(-1, 0), Seen.SILENT, 0))
                .after(start(Arrangement.of(-1, 1), Seen.SILENT, 1));
        // Both modules are of one kind, so that "not in this socket" and "the socket" show the same.
        assertThat(socket.causes().subList(0, 3))
                .extracting(Belief.Share::of)
                .containsExactlyInAnyOrder(
                        Cause.of(Cause.Kind.SOCKET, 1),
                        Cause.of(Cause.Kind.CHANNEL, 1),
                        new Cause(Cause.Kind.ORDER, 0, 1));
    }

    /** What a test promises on average is what it then gives: the mean of the entropies after it, over what it may show. */
    @Test
    void theExpectedDropIsTheMeanDrop() {
        Setup four = setup(4, 3, .2, true);
        Arrangement goal = Arrangement.of(0, 1, 2, -1);
        Belief b = Belief.before(four, goal).after(start(goal, Seen.CODE, 0, 1, 2));
        for (NextTest.Valued v : NextTest.of(b, goal, goal, (now, p) -> java.util.Optional.of(1))) {
            double mean = 0;
            double all = 0;
            for (Outlook.Branch branch : Outlook.of(b, v.probe()).likely(1e-9)) {
                mean += branch.probability()
                        * b.after(v.probe().seen(branch.seen())).entropy();
                all += branch.probability();
            }
            assertThat(all).as(v.probe().shape().name()).isCloseTo(1, within(1e-6));
            // Settings hide some piece or other; what it was is seen, and only counted as one outcome when it is looked
            // ahead. That the insertion itself goes wrong is not looked ahead either.
            assertThat(b.entropy() - mean).as(v.probe() + "").isCloseTo(v.drop(), within(.04));
            assertThat(v.drop()).isLessThanOrEqualTo(v.outcomeEntropy() + 1e-9);
        }
    }

    /**
     * Manners by hand: a fault that showed the same at four arrangements is one fault. Constant with .8, its column drawn once; else
     * each start is drawn anew. The closed form against the weights, for a single cause that acts at all of them.
     */
    @Test
    void aConstantFaultIsOneFaultHoweverOftenItShows() {
        Belief b = Belief.before(TWO, BOTH);
        double before = single(b, Cause.of(Cause.Kind.SETTINGS)) / single(b, Cause.of(Cause.Kind.NOTHING));
        b = b.after(start(BOTH, Seen.SILENT, 0, 1))
                .after(start(Arrangement.of(0, -1), Seen.SILENT))
                .after(start(Arrangement.of(-1, 0), Seen.SILENT));
        // A seating of the hunt may have gone wrong too; it is a second cause, and stands under it.
        double after = single(b, Cause.of(Cause.Kind.SETTINGS)) / single(b, Cause.of(Cause.Kind.NOTHING));
        double shows = .98 + .01;
        double leak = .01;
        // With one piece in it, hiding that piece is no start too: .03 of the row at the second and third start.
        double constant = .8 * (.80 * shows * shows * shows + .03 * leak * shows * shows + .17 * leak * leak * leak);
        double varies = .2 * (.98 * .80 + .01) * Math.pow(.98 * .83 + .01, 2);
        assertThat(after / before).isCloseTo((constant + varies) / (leak * leak * leak), within(.001 * after / before));
    }

    /** Of three dark starts a fault that stays explains all; two faults at once do not get ahead of it. */
    @Test
    void fourDarkStartsAreNoPair() {
        Belief b = Belief.before(TWO, BOTH)
                .after(start(BOTH, Seen.SILENT, 0, 1))
                .after(start(Arrangement.of(0, -1), Seen.GOOD))
                .after(start(Arrangement.of(1, -1), Seen.SILENT, 1))
                .after(start(Arrangement.of(-1, 1), Seen.SILENT, 1));
        assertThat(b.remedies().get(0).of()).isEqualTo(new Remedy(Remedy.Kind.REPLACE, 1, -1));
        assertThat(b.remedies().get(0).probability()).isGreaterThan(.9);
    }

    /** A module that was badly put in is not cured by having been put in: only by being put in again. */
    @Test
    void theFirstInsertionIsNoCure() {
        Belief b = Belief.before(TWO, BOTH).after(start(BOTH, Seen.SILENT, 0, 1));
        double seating = of(b, Cause.of(Cause.Kind.SEATING, 0));
        assertThat(seating / of(b, Cause.of(Cause.Kind.DEAD, 0)))
                .isCloseTo(.07 * (.98 * .55 + .01) / (.06 * (.98 * .62 + .01)), within(.05));
        Belief again = b.after(start(BOTH, Seen.SILENT, 0, 1));
        assertThat(of(again, Cause.of(Cause.Kind.SEATING, 0))).isLessThan(.3 * seating);
    }

    /** Mains and waiting explain earlier starts only: once met, nothing is left to do about them, and they are not proposed. */
    @Test
    void conditionsAreAskedOnce() {
        Belief dark = Belief.before(TWO, BOTH)
                .after(new Attempt(BOTH, new TreeSet<>(Set.of(0, 1)), Set.of(), false, false, 0, Seen.SILENT));
        List<NextTest.Valued> first = NextTest.of(dark, BOTH, BOTH, (n, p) -> java.util.Optional.of(3));
        assertThat(first.get(0).probe().shape()).isEqualTo(Probe.Shape.CONDITIONS);
        Belief met = dark.after(start(BOTH, Seen.SILENT));
        assertThat(met.remedies()).extracting(s -> s.of().kind()).doesNotContain(Remedy.Kind.POWER, Remedy.Kind.WAIT);
        assertThat(NextTest.of(met, BOTH, BOTH, (n, p) -> java.util.Optional.of(3)))
                .extracting(v -> v.probe().shape())
                .doesNotContain(Probe.Shape.CONDITIONS);
        Belief good = dark.after(start(BOTH, Seen.GOOD));
        assertThat(good.remedies().get(0).of()).isEqualTo(Remedy.NONE);
        assertThat(good.causes().get(0).of().kind()).isEqualTo(Cause.Kind.TRAINING);
    }

    /** A channel of one socket and the socket are one thing to do. */
    @Test
    void aChannelOfOneSocketIsTheSocket() {
        assertThat(Cause.of(Cause.Kind.CHANNEL, 1).remedy(TWO))
                .isEqualTo(Cause.of(Cause.Kind.SOCKET, 1).remedy(TWO));
        assertThat(Cause.of(Cause.Kind.CHANNEL, 1).remedy(setup(4, 2, 0, false)).kind())
                .isEqualTo(Remedy.Kind.AVOID_CHANNEL);
    }

    /** Equal states with equal outcomes tell once, also when another start stands between. */
    @Test
    void aStateThatWasSeenBeforeTellsNothing() {
        Arrangement one = Arrangement.of(0, -1);
        Belief b = Belief.before(TWO, BOTH)
                .after(start(BOTH, Seen.SILENT, 0, 1))
                .after(start(one, Seen.SILENT))
                .after(start(Arrangement.of(-1, -1), Seen.SILENT));
        assertThat(b.after(start(one, Seen.GOOD)).weights).isNotEqualTo(b.weights);
        Belief twoOut =
                Belief.before(TWO, BOTH).after(start(BOTH, Seen.SILENT, 0, 1)).after(start(one, Seen.SILENT));
        Belief again = twoOut.after(new Attempt(one, new TreeSet<>(), Set.of(), true, true, 0, Seen.SILENT));
        assertThat(again.weights).isEqualTo(twoOut.weights);
    }

    /** Whatever is seen, in whatever order, chances stay chances. */
    @Test
    void anyStoryLeavesChances() {
        for (long seed = 0; seed < Rounds.of(50); seed++) {
            SplittableRandom r = new SplittableRandom(seed);
            int slots = 1 + r.nextInt(4);
            int modules = 1 + r.nextInt(slots);
            Setup setup = setup(slots, modules, r.nextDouble(), r.nextBoolean());
            int[] at = new int[slots];
            java.util.Arrays.fill(at, -1);
            for (int m = 0; m < modules; m++) {
                at[m] = m;
            }
            Arrangement goal = Arrangement.of(at);
            Belief b = Belief.before(setup, goal);
            Arrangement now = goal;
            for (int step = 0; step < 8; step++) {
                Seen seen = List.of(Seen.SILENT, Seen.CODE, Seen.ERRORS, Seen.GOOD, Seen.CAME_UP, Seen.missing(8192))
                        .get(r.nextInt(6));
                List<Probe> probes = List.copyOf(Probes.of(b, now, goal));
                if (probes.isEmpty()) {
                    break;
                }
                Probe p = probes.get(r.nextInt(probes.size()));
                b = b.after(p.seen(seen));
                now = p.elsewhere().isPresent() ? now : p.fill();
                double sum = 0;
                for (double w : b.weights) {
                    assertThat(w).isBetween(0.0, 1.0);
                    sum += w;
                }
                assertThat(sum).isCloseTo(1, within(1e-9));
                Diagnosis d = Diagnosis.of(b, now, goal, (n, q) -> java.util.Optional.of(3));
                assertThat(d.leading()).isNotEmpty();
                assertThat(d.state() == Diagnosis.State.CONFIRMED || d.state() == Diagnosis.State.CANNOT_TELL)
                        .isEqualTo(d.next().isEmpty()
                                && b.attempts().stream().anyMatch(a -> a.seen().failed()));
            }
        }
    }
}
