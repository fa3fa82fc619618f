package zephyrridge.bench;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.TreeSet;
import zephyrridge.core.fault.Act;
import zephyrridge.core.fault.Arrangement;
import zephyrridge.core.fault.Attempt;
import zephyrridge.core.fault.Belief;
import zephyrridge.core.fault.Diagnosis;
import zephyrridge.core.fault.Effort;
import zephyrridge.core.fault.NextTest;
import zephyrridge.core.fault.Probe;
import zephyrridge.core.fault.Remedy;
import zephyrridge.core.fault.Seen;
import zephyrridge.core.fault.Setup;
import zephyrridge.core.job.Entry;
import zephyrridge.core.range.Hidden;
import zephyrridge.core.range.Simulated;

/**
 * Hidden faults found three ways under one stop rule: by the test that tells most for its minutes, by the order of isolation that
 * handbooks of the trade give, and by swapping without a plan. The machines are the range's, which does not know how faults are
 * found; rates as the table has them, or drawn within a factor of two of it with faults that come and go.
 */
public final class FaultRange {
    public enum Way {
        PROPOSED,
        ISOLATION,
        SWAPPING
    }

    /** @param minutes until it stopped; {@code confirmed} whether it said so; {@code right} whether what it says is so */
    public record Result(
            Way way, boolean matched, int causes, int minutes, int tests, boolean confirmed, boolean right) {}

    /** @param said chance that the leading statement has, after some step; {@code so} whether it is true */
    public record Statement(int hunt, double said, boolean so) {}

    private static final int MOST_TESTS = 40;
    private static final int GIVE_UP_MINUTES = 600;

    final List<Result> results = new ArrayList<>();
    final List<Statement> statements = new ArrayList<>();
    /** Least tests that any way could need: entropy of what is to do after the first outcome by the most that a test can tell. */
    final List<Double> bounds = new ArrayList<>();

    private record Case(
            Setup setup,
            Arrangement goal,
            List<Hidden> truth,
            List<Remedy> wanted,
            Simulated.Build build,
            int[] reach) {}

    void run(int hunts, long seed, boolean matched) {
        for (int i = 0; i < hunts; i++) {
            SplittableRandom chance = new SplittableRandom(seed + i * 7919L);
            Case c = make(chance, matched);
            long machine = chance.nextLong();
            for (Way way : Way.values()) {
                hunt(i, c, way, machine, matched);
            }
        }
    }

    // ---- machines ----

    private static Case make(SplittableRandom r, boolean matched) {
        while (true) {
            boolean server = r.nextInt(100) < 4;
            int sockets = server ? 16 : new int[] {1, 2, 2, 2, 4, 4}[r.nextInt(6)];
            boolean bank = !server && sockets <= 2 && r.nextInt(3) == 0;
            List<Setup.Slot> slots = new ArrayList<>();
            SortedMap<String, String> channels = new TreeMap<>();
            SortedMap<String, Long> soldered = new TreeMap<>();
            List<Setup.Piece> pieces = new ArrayList<>();
            for (int s = 0; s < sockets; s++) {
                int channel = server ? s / 2 : s % 2;
                slots.add(new Setup.Slot("S" + s, channel, server ? s / 4 : -1, server ? s / 8 : 0, false));
                channels.put("S" + s, "C" + channel);
            }
            int modules = server ? 12 : 1 + r.nextInt(sockets);
            boolean two = modules > 1 && r.nextInt(3) == 0;
            SortedMap<String, String> kindOf = new TreeMap<>();
            SortedMap<String, Long> sizeOf = new TreeMap<>();
            List<Setup.KindOf> kinds = new ArrayList<>();
            boolean oneRan = two && r.nextBoolean();
            double risk = new double[] {0, .03, .14, .3}[r.nextInt(4)];
            kinds.add(new Setup.KindOf(risk, false));
            if (two) {
                kinds.add(oneRan ? new Setup.KindOf(0, true) : new Setup.KindOf(r.nextBoolean() ? .05 : risk, false));
            }
            int[] at = new int[sockets + (bank ? 1 : 0)];
            java.util.Arrays.fill(at, -1);
            for (int m = 0; m < modules; m++) {
                int kind = two && m >= (modules + 1) / 2 ? 1 : 0;
                long size = kind == 0 ? 16384 : 8192;
                pieces.add(new Setup.Piece(
                        "m" + m, kind, kinds.get(kind).ran() ? Setup.Trust.RAN : Setup.Trust.NEW, size));
                kindOf.put("m" + m, "k" + kind);
                sizeOf.put("m" + m, size);
                at[m] = m;
            }
            // What came out of the machine for the new ones lies on the bench: it ran.
            kinds.add(new Setup.KindOf(0, true));
            pieces.add(new Setup.Piece("old", kinds.size() - 1, Setup.Trust.RAN, 4096));
            kindOf.put("old", "old");
            sizeOf.put("old", 4096L);
            if (bank) {
                slots.add(new Setup.Slot("bank", 0, -1, 0, true));
                channels.put("bank", "C0");
                soldered.put("bank", 8192L);
                pieces.add(new Setup.Piece("bank", -1, Setup.Trust.RAN, 8192));
                at[sockets] = pieces.size() - 1;
            }
            boolean companion = r.nextInt(4) == 0;
            boolean codes = r.nextBoolean();
            Setup setup = new Setup(slots, pieces, kinds, companion, codes);
            Arrangement goal = Arrangement.of(at);
            Simulated.Build build = new Simulated.Build(channels, soldered, kindOf, sizeOf, 0, false, codes);
            List<Hidden> truth = new ArrayList<>();
            List<Remedy> wanted = new ArrayList<>();
            draw(r, setup, goal, modules, matched, truth, wanted);
            if (r.nextInt(10) == 0) {
                draw(r, setup, goal, modules, matched, truth, wanted);
            }
            int[] reach = new int[slots.size()];
            for (int s = 0; s < reach.length; s++) {
                reach[s] = server ? 6 : new int[] {2, 3, 6, 20}[r.nextInt(4)];
            }
            // A hunt begins with a start that did not go well: of some truths the first start is good.
            Simulated probe = new Simulated(build, truth, r.nextLong());
            if (!truth.isEmpty() && failed(probe.start(fill(setup, goal), Set.of(), Set.of(), false, 0), setup, goal)) {
                return new Case(setup, goal, truth, wanted, build, reach);
            }
        }
    }

    /** One hidden cause by the same odds that the trade gives (docs/rules, R-10.3), written down a second time. */
    private static void draw(
            SplittableRandom r,
            Setup setup,
            Arrangement goal,
            int modules,
            boolean matched,
            List<Hidden> truth,
            List<Remedy> wanted) {
        List<Object[]> all = new ArrayList<>();
        for (int m = 0; m < modules; m++) {
            double twice = setup.pieces().get(m).trust() == Setup.Trust.NEW ? 2 : 1;
            all.add(new Object[] {.07 * twice, Hidden.Kind.POOR_SEATING, "m" + m, "", todo(Remedy.Kind.RESEAT, -1)});
            all.add(new Object[] {.03 * twice, Hidden.Kind.DEAD_MODULE, "m" + m, "", todo(Remedy.Kind.REPLACE, m)});
            all.add(new Object[] {.02 * twice, Hidden.Kind.WEAK_MODULE, "m" + m, "", todo(Remedy.Kind.REPLACE, m)});
        }
        for (int s = 0; s < goal.size(); s++) {
            if (goal.at(s) >= 0 && !setup.slots().get(s).soldered()) {
                all.add(new Object[] {.01, Hidden.Kind.BAD_SOCKET, "S" + s, "", todo(Remedy.Kind.AVOID_SLOT, s)});
            }
        }
        TreeSet<Integer> channels = new TreeSet<>();
        setup.slots().forEach(s -> channels.add(s.channel()));
        for (int c : channels) {
            all.add(new Object[] {.01, Hidden.Kind.BAD_CHANNEL, "C" + c, "", todo(Remedy.Kind.AVOID_CHANNEL, c)});
        }
        int sockets = (int) setup.slots().stream().filter(s -> !s.soldered()).count();
        long news = setup.kinds().stream().filter(k -> !k.ran()).count();
        for (int k = 0; k < setup.kinds().size() - 1; k++) {
            Setup.KindOf kind = setup.kinds().get(k);
            if (kind.risk() > 0) {
                all.add(new Object[] {
                    kind.risk(), Hidden.Kind.KIND_TOO_LARGE, "k" + k, "", todo(Remedy.Kind.SMALLER_KIT, k)
                });
            }
            if (!kind.ran()) {
                all.add(new Object[] {.04 / news, Hidden.Kind.OLD_FIRMWARE, "k" + k, "", todo(Remedy.Kind.FIRMWARE, -1)
                });
            }
            for (int s = 0; s < sockets && sockets > 1 && sockets <= 8 && !kind.ran(); s++) {
                all.add(new Object[] {
                    .05 / news / sockets,
                    Hidden.Kind.ORDER_QUIRK,
                    "k" + k,
                    "S" + s,
                    new Remedy(Remedy.Kind.OTHER_ORDER, k, s)
                });
            }
        }
        if (setup.kinds().size() == 3) {
            all.add(new Object[] {.05, Hidden.Kind.KINDS_QUARREL, "k0", "k1", new Remedy(Remedy.Kind.KEEP_APART, 0, 1)
            });
        }
        all.add(new Object[] {.08, Hidden.Kind.WRONG_SETTINGS, "", "", todo(Remedy.Kind.SETTINGS, -1)});
        all.add(new Object[] {.06, Hidden.Kind.NEEDS_MAINS, "", "", todo(Remedy.Kind.POWER, -1)});
        all.add(new Object[] {.15, Hidden.Kind.LONG_TRAINING, "", "", todo(Remedy.Kind.WAIT, -1)});
        if (setup.companion()) {
            all.add(new Object[] {.05, Hidden.Kind.BAD_COMPANION, "", "", todo(Remedy.Kind.COMPANION, -1)});
        }
        double x = r.nextDouble() * all.stream().mapToDouble(o -> (double) o[0]).sum();
        for (Object[] o : all) {
            x -= (double) o[0];
            if (x <= 0) {
                truth.add(hidden(r, (Hidden.Kind) o[1], (String) o[2], (String) o[3], matched));
                wanted.add((Remedy) o[4]);
                return;
            }
        }
    }

    private static Remedy todo(Remedy.Kind kind, int subject) {
        return new Remedy(kind, subject, -1);
    }

    /** Dark, hidden, errors: the table of the trade (docs/rules, R-10.1), written down a second time. */
    private static final Map<Hidden.Kind, double[]> RATES = new EnumMap<>(Map.ofEntries(
            Map.entry(Hidden.Kind.DEAD_MODULE, new double[] {.62, .33, .03}),
            Map.entry(Hidden.Kind.WEAK_MODULE, new double[] {.05, .02, .75}),
            Map.entry(Hidden.Kind.BAD_SOCKET, new double[] {.45, .42, .08}),
            Map.entry(Hidden.Kind.POOR_SEATING, new double[] {.55, .38, .04}),
            Map.entry(Hidden.Kind.KIND_TOO_LARGE, new double[] {.72, .20, .04}),
            Map.entry(Hidden.Kind.KINDS_QUARREL, new double[] {.50, .05, .35}),
            Map.entry(Hidden.Kind.ORDER_QUIRK, new double[] {.85, .08, .03}),
            Map.entry(Hidden.Kind.BAD_CHANNEL, new double[] {.45, .50, .03}),
            Map.entry(Hidden.Kind.OLD_FIRMWARE, new double[] {.85, .08, .03}),
            Map.entry(Hidden.Kind.WRONG_SETTINGS, new double[] {.83, 0, .12}),
            Map.entry(Hidden.Kind.NEEDS_MAINS, new double[] {.98, 0, 0}),
            Map.entry(Hidden.Kind.LONG_TRAINING, new double[] {.97, 0, 0}),
            Map.entry(Hidden.Kind.BAD_COMPANION, new double[] {.60, 0, .05})));

    private static Hidden hidden(SplittableRandom r, Hidden.Kind kind, String subject, String other, boolean matched) {
        double[] rates = RATES.get(kind).clone();
        double rests = 0;
        if (!matched) {
            double good = 1 - rates[0] - rates[1] - rates[2];
            double sum = good * factor(r);
            for (int i = 0; i < 3; i++) {
                rates[i] *= factor(r);
            }
            sum += rates[0] + rates[1] + rates[2];
            for (int i = 0; i < 3; i++) {
                rates[i] /= sum;
            }
            rests = r.nextInt(3) == 0 ? .2 * r.nextDouble() : 0;
        }
        return new Hidden(kind, subject, other, rates[0], rates[1], rates[2], rests);
    }

    private static double factor(SplittableRandom r) {
        return Math.pow(2, 2 * r.nextDouble() - 1);
    }

    // ---- hunts ----

    private void hunt(int number, Case c, Way way, long machineSeed, boolean matched) {
        Simulated machine = new Simulated(c.build(), c.truth(), machineSeed);
        SplittableRandom hand = new SplittableRandom(machineSeed ^ 0x5DEECE66DL);
        Effort effort = effort(c);
        Belief belief = Belief.before(c.setup(), c.goal());
        Arrangement now = c.goal();
        // The start that the job came back with: nobody had the patience to wait.
        Seen first = Seen.GOOD;
        while (!first.failed()) {
            first = seen(machine.start(fill(c.setup(), now), names(c, now), Set.of(), false, 0), c.setup(), now, 0);
            if (!first.failed()) {
                machine = new Simulated(c.build(), c.truth(), ++machineSeed);
            }
        }
        belief = belief.after(new Attempt(now, inserted(c.setup(), now), Set.of(), false, 0, first));
        double entropy = belief.entropy();
        int minutes = 0;
        int tests = 0;
        List<Probe> plan = way == Way.ISOLATION ? isolation(c) : List.of();
        Diagnosis d = Diagnosis.of(belief, now, c.goal(), effort);
        if (way == Way.PROPOSED) {
            double most = d.next().stream()
                    .mapToDouble(NextTest.Valued::outcomeEntropy)
                    .max()
                    .orElse(0);
            bounds.add(most > 0 ? entropy / most : 0);
        }
        while (tests < MOST_TESTS && minutes < GIVE_UP_MINUTES) {
            if (way == Way.PROPOSED) {
                Belief.Share<List<Remedy>> lead = belief.remedies().get(0);
                statements.add(new Statement(number, lead.probability(), isRight(lead.of(), c, machine)));
            }
            if (d.state() == Diagnosis.State.CONFIRMED || d.state() == Diagnosis.State.CANNOT_TELL) {
                break;
            }
            Probe next = null;
            if (way == Way.PROPOSED || d.state() == Diagnosis.State.TO_CONFIRM) {
                next = d.next().get(0).probe();
            } else if (way == Way.ISOLATION) {
                next = tests < plan.size()
                        ? from(plan.get(tests), now, c.setup())
                        : d.next().get(0).probe();
            } else {
                List<NextTest.Valued> any = d.next();
                next = swap(c, now, hand, any);
            }
            minutes += effort.minutes(now, next).orElse(30);
            tests++;
            Seen seen;
            if (next.elsewhere().isPresent()) {
                Simulated.Sight s = machine.elsewhere(
                        c.setup().pieces().get(next.elsewhere().get()).id(), next.passes());
                seen = s.dark() ? Seen.SILENT : s.errors() > 0 ? Seen.ERRORS : Seen.GOOD;
            } else {
                Set<String> again = new TreeSet<>();
                next.inserted().forEach(p -> again.add(c.setup().pieces().get(p).id()));
                seen = seen(
                        machine.start(fill(c.setup(), next.fill()), again, actions(next.acts()), true, next.passes()),
                        c.setup(),
                        next.fill(),
                        next.passes());
                now = next.fill();
            }
            belief = belief.after(next.seen(seen));
            d = Diagnosis.of(belief, now, c.goal(), effort);
        }
        boolean confirmed = d.state() == Diagnosis.State.CONFIRMED;
        boolean right = confirmed && isRight(d.leading().get(0).of(), c, machine);
        results.add(new Result(way, matched, new HashSet<>(c.wanted()).size(), minutes, tests, confirmed, right));
        if (System.getProperty("zephyr.tell") != null && way == Way.PROPOSED && !right) {
            System.out.println(d.state() + " " + confirmed + " tests " + tests + " truth " + c.truth() + " wanted "
                    + c.wanted() + " of " + c.goal()
                    + "\n   "
                    + belief.remedies().stream()
                            .limit(6)
                            .map(s -> s.of() + String.format(" %.3f", s.probability()))
                            .toList()
                    + "\n   "
                    + belief.attempts().stream()
                            .map(a -> a.fill() + " " + a.acts() + a.inserted() + a.elsewhere() + " "
                                    + a.seen().what() + a.passes())
                            .toList());
        }
    }

    /** All that is still wrong and nothing else. */
    private static boolean isRight(List<Remedy> said, Case c, Simulated machine) {
        Set<Remedy> open = new HashSet<>();
        for (int i = 0; i < c.truth().size(); i++) {
            if (machine.acts(c.truth().get(i))) {
                open.add(c.wanted().get(i));
            }
        }
        return open.isEmpty()
                ? said.stream().allMatch(r -> r.kind() == Remedy.Kind.NOTHING)
                : open.equals(new HashSet<>(said));
    }

    /** Known by its place in the opening: what is touched decides, the way in is paid once for each start. */
    private static Effort effort(Case c) {
        return (now, p) -> {
            if (p.elsewhere().isPresent()) {
                int s = now.slotOf(p.elsewhere().get());
                return Optional.of(12 + (s >= 0 ? c.reach()[s] : 0) + 10 * p.passes());
            }
            int way = 0;
            for (int s = 0; s < now.size(); s++) {
                boolean touched = now.at(s) != p.fill().at(s)
                        || p.inserted().contains(p.fill().at(s));
                way = touched ? Math.max(way, c.reach()[s]) : way;
            }
            int act = 0;
            for (Act a : p.acts()) {
                act += switch (a) {
                    case MAINS -> 1;
                    case CLEAR -> 10;
                    case FIRMWARE -> 12;
                    case COMPANION -> 8;
                };
            }
            return Optional.of(Math.max(1, way) + act + 2 + 15 * p.passes());
        };
    }

    /** One at a time: known arrangement, each module alone in the first socket, the first good one in each socket, then all again. */
    private static List<Probe> isolation(Case c) {
        List<Probe> plan = new ArrayList<>();
        Setup setup = c.setup();
        plan.add(new Probe(
                Probe.Shape.CLEAR, new TreeSet<>(), c.goal(), new TreeSet<>(), Set.of(Act.CLEAR), 0, Optional.empty()));
        List<Integer> modules = new ArrayList<>();
        for (int p = 0; p < setup.pieces().size(); p++) {
            if (c.goal().has(p) && !setup.pieces().get(p).soldered()) {
                modules.add(p);
            }
        }
        int[] bare = new int[setup.slots().size()];
        for (int s = 0; s < bare.length; s++) {
            bare[s] = setup.slots().get(s).soldered() ? c.goal().at(s) : -1;
        }
        Arrangement none = Arrangement.of(bare);
        int old = setup.pieces().stream().map(Setup.Piece::id).toList().indexOf("old");
        // Defaults first; then what is known to be good, alone in the first socket.
        plan.add(only(Probe.Shape.KNOWN_GOOD, old, none.with(0, old)));
        for (int m : modules) {
            plan.add(only(Probe.Shape.ALONE, m, none.with(0, m)));
        }
        for (int s = 1; s < bare.length; s++) {
            if (!setup.slots().get(s).soldered()) {
                plan.add(only(Probe.Shape.KNOWN_GOOD, old, none.with(s, old)));
            }
        }
        plan.add(only(Probe.Shape.WHOLE, modules.get(0), c.goal()));
        return plan;
    }

    private static Probe only(Probe.Shape shape, int piece, Arrangement fill) {
        return new Probe(shape, new TreeSet<>(Set.of(piece)), fill, new TreeSet<>(), Set.of(), 0, Optional.empty());
    }

    private static Probe from(Probe p, Arrangement now, Setup setup) {
        SortedSet<Integer> inserted = new TreeSet<>(p.inserted());
        for (int s = 0; s < now.size(); s++) {
            if (p.fill().at(s) >= 0 && p.fill().at(s) != now.at(s)) {
                inserted.add(p.fill().at(s));
            }
        }
        return new Probe(p.shape(), p.pieces(), p.fill(), inserted, p.acts(), p.passes(), p.elsewhere());
    }

    /** Any change of modules, as it comes to hand. */
    private static Probe swap(Case c, Arrangement now, SplittableRandom hand, List<NextTest.Valued> any) {
        List<Probe> moves = any.stream()
                .map(NextTest.Valued::probe)
                .filter(p -> p.acts().isEmpty()
                        && p.elsewhere().isEmpty()
                        && !p.inserted().isEmpty())
                .toList();
        if (moves.isEmpty() || hand.nextInt(5) == 0) {
            return any.get(hand.nextInt(any.size())).probe();
        }
        return moves.get(hand.nextInt(moves.size()));
    }

    private static Set<Entry.Action> actions(Set<Act> acts) {
        Set<Entry.Action> actions = new HashSet<>();
        acts.forEach(a -> actions.add(
                switch (a) {
                    case MAINS -> Entry.Action.MAINS;
                    case CLEAR -> Entry.Action.SETTINGS_CLEARED;
                    case FIRMWARE -> Entry.Action.FIRMWARE_UPDATED;
                    case COMPANION -> Entry.Action.COMPANION;
                }));
        return actions;
    }

    private static SortedMap<String, String> fill(Setup setup, Arrangement a) {
        SortedMap<String, String> fill = new TreeMap<>();
        for (int s = 0; s < a.size(); s++) {
            if (a.at(s) >= 0 && !setup.slots().get(s).soldered()) {
                fill.put(setup.slots().get(s).id(), setup.pieces().get(a.at(s)).id());
            }
        }
        return fill;
    }

    private static SortedSet<Integer> inserted(Setup setup, Arrangement a) {
        SortedSet<Integer> in = new TreeSet<>();
        for (int s = 0; s < a.size(); s++) {
            if (a.at(s) >= 0 && !setup.slots().get(s).soldered()) {
                in.add(a.at(s));
            }
        }
        return in;
    }

    private static Set<String> names(Case c, Arrangement a) {
        return new TreeSet<>(fill(c.setup(), a).values());
    }

    private static boolean failed(Simulated.Sight s, Setup setup, Arrangement a) {
        return seen(s, setup, a, 0).failed();
    }

    private static Seen seen(Simulated.Sight s, Setup setup, Arrangement a, int passes) {
        if (s.dark()) {
            return s.code() ? Seen.CODE : Seen.SILENT;
        }
        BitSet missing = new BitSet();
        long size = 0;
        for (int slot = 0; slot < a.size(); slot++) {
            if (a.at(slot) >= 0 && !s.listed().contains(setup.slots().get(slot).id())) {
                missing.set(a.at(slot));
                size += setup.pieces().get(a.at(slot)).mebibytes();
            }
        }
        if (!missing.isEmpty()) {
            return Seen.missing(size);
        }
        return s.errors() > 0 ? Seen.ERRORS : Seen.GOOD;
    }

    // ---- what came of it ----

    void print(java.io.PrintStream out) {
        for (boolean matched : new boolean[] {true, false}) {
            for (int causes = 1; causes <= 2; causes++) {
                int n = causes;
                for (Way way : Way.values()) {
                    List<Result> of = results.stream()
                            .filter(r -> r.matched() == matched && r.causes() == n && r.way() == way)
                            .toList();
                    if (of.isEmpty()) {
                        continue;
                    }
                    long confirmed = of.stream().filter(Result::confirmed).count();
                    long right = of.stream().filter(Result::right).count();
                    out.printf(
                            "%-10s %d cause(s) %-9s n=%4d confirmed %5.1f %% of them right %5.1f %% right of all %5.1f %% minutes %6.1f tests %4.1f%n",
                            matched ? "matched" : "mismatched",
                            causes,
                            way,
                            of.size(),
                            100.0 * confirmed / of.size(),
                            100.0 * right / Math.max(1, confirmed),
                            100.0 * right / of.size(),
                            of.stream().mapToInt(Result::minutes).average().orElse(0),
                            of.stream().mapToInt(Result::tests).average().orElse(0));
                }
            }
        }
        out.printf(
                "least tests by entropy: mean %.2f%n",
                bounds.stream().mapToDouble(d -> d).average().orElse(0));
    }

    /** The bins of what was said, how often it was so, with an interval of 95 % by drawing hunts again. */
    void calibration(java.io.PrintStream out, long seed) {
        double[] edges = {.5, .7, .9, .95, 1.0000001};
        SplittableRandom r = new SplittableRandom(seed);
        int hunts = statements.stream().mapToInt(Statement::hunt).max().orElse(0) + 1;
        List<List<Statement>> by = new ArrayList<>();
        for (int i = 0; i < hunts; i++) {
            by.add(new ArrayList<>());
        }
        statements.forEach(s -> by.get(s.hunt()).add(s));
        for (int b = 0; b + 1 < edges.length; b++) {
            double low = edges[b];
            double high = edges[b + 1];
            List<Double> again = new ArrayList<>();
            for (int k = 0; k < 400; k++) {
                int n = 0;
                int so = 0;
                for (int i = 0; i < hunts; i++) {
                    for (Statement s : by.get(r.nextInt(hunts))) {
                        if (s.said() >= low && s.said() < high) {
                            n++;
                            so += s.so() ? 1 : 0;
                        }
                    }
                }
                if (n > 0) {
                    again.add((double) so / n);
                }
            }
            again.sort(Double::compare);
            List<Statement> in = statements.stream()
                    .filter(s -> s.said() >= low && s.said() < high)
                    .toList();
            out.printf(
                    "said %.2f to %.2f: n=%d mean said %.3f was so %.3f (%.3f to %.3f)%n",
                    low,
                    Math.min(1, high),
                    in.size(),
                    in.stream().mapToDouble(Statement::said).average().orElse(0),
                    in.stream().mapToInt(s -> s.so() ? 1 : 0).average().orElse(0),
                    again.isEmpty() ? 0 : again.get((int) (.025 * again.size())),
                    again.isEmpty() ? 0 : again.get((int) (.975 * again.size())));
        }
    }

    public static void main(String[] args) {
        int hunts = args.length > 0 ? Integer.parseInt(args[0]) : 1000;
        long seed = args.length > 1 ? Long.parseLong(args[1]) : 1;
        for (boolean matched : new boolean[] {true, false}) {
            FaultRange range = new FaultRange();
            range.run(hunts, seed, matched);
            range.print(System.out);
            range.calibration(System.out, seed);
        }
    }
}
