package zephyrridge.bench;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.SplittableRandom;
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
import zephyrridge.core.log.Entry;
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

    /**
     * @param group of machines it is one of; {@code causes} how many things there are to do
     * @param minutes until it stopped; {@code tests} after the first failed start, the test machine among them
     * @param confirmed whether it said so; {@code right} whether what it says is so; {@code untouched} whether it blames a module nobody touched
     */
    public record Result(
            Way way,
            String group,
            int causes,
            int minutes,
            int tests,
            boolean confirmed,
            boolean right,
            boolean untouched) {}

    /** @param said chance that the leading statement has, after some step; {@code so} whether it is true */
    public record Statement(int hunt, double said, boolean so) {}

    private static final int MOST_TESTS = 40;
    private static final int GIVE_UP_MINUTES = 600;

    final List<Result> results = new ArrayList<>();
    final List<Statement> statements = new ArrayList<>();
    /** Least tests that any way could need: entropy of what is to do after the first outcome by the most that a test can tell. */
    final List<Double> bounds = new ArrayList<>();

    void run(int hunts, long seed, HiddenCase.World world) {
        for (int i = 0; i < hunts; i++) {
            SplittableRandom chance = new SplittableRandom(seed + i * 7919L);
            HiddenCase c = HiddenCase.make(chance, world);
            long machine = chance.nextLong();
            for (Way way : Way.values()) {
                hunt(i, c, way, machine, world.name());
            }
        }
    }

    /** Everyday faults of a laptop with two sockets, by the proposals alone. */
    void everyday(int hunts, long seed, HiddenCase.World world, HiddenCase.Everyday what) {
        for (int i = 0; i < hunts; i++) {
            SplittableRandom chance = new SplittableRandom(seed + i * 7919L);
            HiddenCase c = HiddenCase.everyday(chance, world, what);
            hunt(i, c, Way.PROPOSED, chance.nextLong(), world.name() + " " + what.name());
        }
    }

    private void hunt(int number, HiddenCase c, Way way, long machineSeed, String group) {
        Simulated machine = new Simulated(c.build(), c.truth(), machineSeed);
        SplittableRandom hand = new SplittableRandom(machineSeed ^ 0x5DEECE66DL);
        Effort effort = effort(c);
        Belief belief = Belief.before(c.setup(), c.goal());
        Arrangement now = c.goal();
        // The start that the job came back with: nobody had the patience to wait.
        Seen first = Seen.GOOD;
        while (!first.failed()) {
            first = HiddenCase.seen(
                    machine.start(HiddenCase.fill(c.setup(), now), names(c, now), Set.of(), false, 0),
                    c.setup(),
                    now,
                    0);
            if (!first.failed()) {
                machine = new Simulated(c.build(), c.truth(), ++machineSeed);
            }
        }
        belief = belief.after(new Attempt(now, inserted(c.setup(), now), Set.of(), false, false, 0, first));
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
                Belief.Share<Remedy> lead = belief.remedies().get(0);
                statements.add(new Statement(number, lead.probability(), isSo(lead.of(), c, machine)));
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
                seen = HiddenCase.seen(
                        machine.start(
                                HiddenCase.fill(c.setup(), next.fill()),
                                again,
                                actions(next.acts()),
                                true,
                                next.passes()),
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
        boolean untouched = confirmed
                && !right
                && d.leading().get(0).of().stream()
                        .anyMatch(r -> r.kind() == Remedy.Kind.REPLACE
                                && c.setup().pieces().get(r.subject()).trust() == Setup.Trust.RAN);
        results.add(
                new Result(way, group, new HashSet<>(c.wanted()).size(), minutes, tests, confirmed, right, untouched));
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

    /** Whether this is among what is still wrong. */
    private static boolean isSo(Remedy said, HiddenCase c, Simulated machine) {
        Set<Remedy> open = open(c, machine);
        return open.isEmpty() ? said.equals(Remedy.NONE) : open.contains(said);
    }

    /** All that is still wrong and nothing else. */
    private static boolean isRight(List<Remedy> said, HiddenCase c, Simulated machine) {
        Set<Remedy> open = open(c, machine);
        return open.isEmpty()
                ? said.stream().allMatch(r -> r.kind() == Remedy.Kind.NOTHING)
                : open.equals(new HashSet<>(said));
    }

    private static Set<Remedy> open(HiddenCase c, Simulated machine) {
        Set<Remedy> open = new HashSet<>();
        for (int i = 0; i < c.truth().size(); i++) {
            if (machine.acts(c.truth().get(i))) {
                open.add(c.wanted().get(i));
            }
        }
        return open;
    }

    /** Known by its place in the opening: what is touched decides, the way in is paid once for each start. */
    private static Effort effort(HiddenCase c) {
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
                    case CLEAR -> 10;
                    case FIRMWARE -> 12;
                    case COMPANION -> 8;
                };
            }
            return Optional.of(Math.max(1, way) + act + 2 + 15 * p.passes());
        };
    }

    /** One at a time: known arrangement, each module alone in the first socket, the first good one in each socket, then all again. */
    private static List<Probe> isolation(HiddenCase c) {
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
        int old = 0;
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
    private static Probe swap(HiddenCase c, Arrangement now, SplittableRandom hand, List<NextTest.Valued> any) {
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

    /** From the first test on the machine is on mains. */
    private static Set<Entry.Action> actions(Set<Act> acts) {
        Set<Entry.Action> actions = new HashSet<>(Set.of(Entry.Action.MAINS));
        acts.forEach(a -> actions.add(
                switch (a) {
                    case CLEAR -> Entry.Action.SETTINGS_CLEARED;
                    case FIRMWARE -> Entry.Action.FIRMWARE_UPDATED;
                    case COMPANION -> Entry.Action.COMPANION;
                }));
        return actions;
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

    private static Set<String> names(HiddenCase c, Arrangement a) {
        return new TreeSet<>(HiddenCase.fill(c.setup(), a).values());
    }

    public static void main(String[] args) {
        int hunts = args.length > 0 ? Integer.parseInt(args[0]) : 1000;
        long seed = args.length > 1 ? Long.parseLong(args[1]) : 1;
        FaultRange everyday = new FaultRange();
        for (HiddenCase.World world : HiddenCase.World.values()) {
            for (HiddenCase.Everyday what : HiddenCase.Everyday.values()) {
                everyday.everyday(hunts / 5, seed, world, what);
            }
        }
        FaultFigures.print(everyday, System.out);
        for (HiddenCase.World world : HiddenCase.World.values()) {
            FaultRange range = new FaultRange();
            range.run(hunts, seed, world);
            FaultFigures.print(range, System.out);
            FaultFigures.calibration(range.statements, System.out, seed);
        }
    }
}
