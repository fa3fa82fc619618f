package zephyrridge.core.limit;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import zephyrridge.core.layout.Figures;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.LayoutFinding;
import zephyrridge.core.layout.RateResult;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.Organisation;
import zephyrridge.core.quantity.Bounded;
import zephyrridge.core.quantity.DataRate;

/**
 * Whether what ran in one layout is at least what another asks for: some exchange of like channels and like positions
 * puts every module of the layout where the trial had one that is no less in anything, and what is unlike in the layout was
 * unlike in the trial. Empty is least. Reflexive and transitive.
 *
 * <p>What is unlike stays unlike just where modules that were alike in the trial stand for modules that are alike in the layout. So
 * each kind of the trial stands for one kind of the layout, and once that is settled the rest is a matching: of positions within
 * channels, and of channels. Only the number of ways to settle it is bounded.
 *
 * <p>In one file: one proof of what stands for what.
 */
final class Coverage {
    /** Ways to let kinds of the trial stand for kinds of the layout; eight kinds of each are never met in one machine. */
    private static final int MOST_WAYS = 1_000;
    /** Steps on the way to them. */
    private static final int MOST_STEPS = 50_000;
    /** Below, to look costs less than to remember. */
    private static final int FEW_GROUPS = 4;

    /** A layout as coverage sees it. */
    record Tried(Layout layout, double slowest, double fastest, boolean orderBroken) {
        static Tried of(Layout layout, Figures figures) {
            double slowest = Double.MAX_VALUE;
            double fastest = 0;
            for (int r : figures.rateThirds()) {
                // A rate that is not known could be any.
                double rate = r == 0 ? Double.MAX_VALUE : r;
                slowest = Math.min(slowest, rate);
                fastest = Math.max(fastest, rate);
            }
            return new Tried(layout, slowest, fastest, figures.orderBroken());
        }

        static Tried of(Layout layout, LayoutEvaluation evaluation) {
            return new Tried(
                    layout,
                    evaluation.rates().stream()
                            .mapToDouble(Coverage::rate)
                            .min()
                            .orElse(0),
                    evaluation.rates().stream()
                            .mapToDouble(Coverage::rate)
                            .max()
                            .orElse(0),
                    evaluation.finding(LayoutFinding.FILL_ORDER).isPresent());
        }
    }

    /** Channels that share modules, with what makes two such groups alike. */
    private record Group(int[] positions, Object likeness) {}

    private final MachineRecord record;
    private final List<Group> groups;
    private final Set<ModuleSpec> fixed;
    private final DataRate top;

    /** @param fixed kinds that were found to run in their own positions only: an order quirk ends their equivalence */
    Coverage(MachineRecord record, Set<ModuleSpec> fixed) {
        this.record = record;
        this.fixed = fixed;
        this.groups = groups(record);
        this.top = record.controller().steps().stream()
                .max(Comparator.naturalOrder())
                .orElseThrow();
    }

    private static double rate(RateResult r) {
        // A rate that is not known could be any.
        return r.rate().map(x -> (double) x.thirds()).orElse(Double.MAX_VALUE);
    }

    /** Where the search is cut, nothing is shown: that is no cover for a success, and one for a failure. */
    Bounded<Boolean> covers(Tried trial, Tried layout) {
        return covers(trial, layout, false);
    }

    /** The same, with any die taken for no larger than the trial's. */
    Bounded<Boolean> coversButForDies(Tried trial, Tried layout) {
        return covers(trial, layout, true);
    }

    private Bounded<Boolean> covers(Tried trial, Tried layout, boolean anyDie) {
        if (layout.slowest > trial.slowest
                || layout.fastest > trial.fastest
                || layout.orderBroken && !trial.orderBroken) {
            return Bounded.exactly(false);
        }
        return new Search(trial.layout, layout.layout, anyDie).found();
    }

    private static List<Group> groups(MachineRecord record) {
        Map<String, String> root = new HashMap<>();
        record.channels().forEach(c -> root.put(c.id(), c.id()));
        for (Position p : record.positions()) {
            String first = p.channels().get(0);
            for (String other : p.channels()) {
                String from = root.get(other);
                String to = root.get(first);
                root.replaceAll((c, r) -> r.equals(from) ? to : r);
            }
        }
        Map<String, List<Integer>> members = new TreeMap<>();
        for (int p = 0; p < record.positions().size(); p++) {
            members.computeIfAbsent(
                            root.get(record.positions().get(p).channels().get(0)), k -> new ArrayList<>())
                    .add(p);
        }
        List<Group> groups = new ArrayList<>();
        for (List<Integer> m : members.values()) {
            m.sort(Comparator.comparingInt(p -> record.positions().get(p).fillOrder()));
            groups.add(new Group(
                    m.stream().mapToInt(Integer::intValue).toArray(),
                    m.stream().map(p -> likeness(record.positions().get(p))).toList()));
        }
        return groups;
    }

    private static List<Object> likeness(Position p) {
        return List.of(p.formFactor(), p.fillOrder(), p.channels().size(), p.soldered());
    }

    /** What makes two modules unlike each other, as far as mixing goes. */
    private static Organisation kind(ModuleSpec m) {
        return m.organisation();
    }

    /** Looks for one exchange under which everything holds. */
    private final class Search {
        private final ModuleSpec[] had;
        private final ModuleSpec[] wants;
        private final boolean anyDie;
        private final List<Organisation> kindsHad;
        private final List<Organisation> kindsWanted;
        private final int[] countHad;
        /** Modules of each kind of the layout for which no module of the trial stands yet. */
        private final int[] open;
        /** Kind of the layout by kind of the trial that stands for it. */
        private int[] standsFor;

        private int ways;
        private int steps;

        Search(Layout trial, Layout layout, boolean anyDie) {
            had = present(trial);
            wants = present(layout);
            this.anyDie = anyDie;
            kindsHad = kinds(had);
            kindsWanted = kinds(wants);
            countHad = count(had, kindsHad);
            open = count(wants, kindsWanted);
        }

        private static int[] count(ModuleSpec[] modules, List<Organisation> kinds) {
            int[] count = new int[kinds.size()];
            for (ModuleSpec m : modules) {
                if (m != null) {
                    count[kinds.indexOf(kind(m))]++;
                }
            }
            return count;
        }

        private static List<Organisation> kinds(ModuleSpec[] modules) {
            Set<Organisation> kinds = new LinkedHashSet<>();
            for (ModuleSpec m : modules) {
                if (m != null) {
                    kinds.add(kind(m));
                }
            }
            return List.copyOf(kinds);
        }

        private ModuleSpec[] present(Layout layout) {
            ModuleSpec[] modules = new ModuleSpec[layout.size()];
            for (int p = 0; p < modules.length; p++) {
                modules[p] = layout.isThere(record, p) ? layout.module(p).orElse(null) : null;
            }
            return modules;
        }

        Bounded<Boolean> found() {
            if (kindsWanted.isEmpty()) {
                return Bounded.exactly(true);
            }
            if (kindsWanted.size() > kindsHad.size()) {
                return Bounded.exactly(false);
            }
            standsFor = new int[kindsHad.size()];
            boolean found = settle(0);
            return new Bounded<>(found, found || ways <= MOST_WAYS && steps <= MOST_STEPS);
        }

        /** Lets the kinds of the trial from this one on stand for kinds of the layout, in all ways. */
        private boolean settle(int k) {
            if (ways > MOST_WAYS || ++steps > MOST_STEPS) {
                return false;
            }
            int left = 0;
            for (int i = k; i < countHad.length; i++) {
                left += countHad[i];
            }
            int lacking = 0;
            for (int o : open) {
                lacking += Math.max(0, o);
            }
            if (lacking > left) {
                return false;
            }
            if (k == standsFor.length) {
                ways++;
                return ways <= MOST_WAYS && channelsMatch();
            }
            // The same kind first: most layouts need no other.
            int same = kindsWanted.indexOf(kindsHad.get(k));
            if (same >= 0 && stands(k, same)) {
                return true;
            }
            for (int w = 0; w < kindsWanted.size(); w++) {
                if (w != same && stands(k, w)) {
                    return true;
                }
            }
            // A kind that stands for none: its modules are as good as not there.
            standsFor[k] = -1;
            return settle(k + 1);
        }

        private boolean stands(int k, int w) {
            if (!isNoLess(kindsHad.get(k), kindsWanted.get(w))) {
                return false;
            }
            standsFor[k] = w;
            open[w] -= countHad[k];
            boolean found = settle(k + 1);
            open[w] += countHad[k];
            return found;
        }

        private boolean channelsMatch() {
            Map<List<Object>, Boolean> known = new HashMap<>();
            List<Group> wanted = groups.stream()
                    .filter(g -> Arrays.stream(g.positions).anyMatch(p -> wants[p] != null))
                    .toList();
            return matches(wanted.size(), groups.size(), (i, j) -> {
                Group to = wanted.get(i);
                Group from = groups.get(j);
                if (!from.likeness.equals(to.likeness)) {
                    return false;
                }
                if (groups.size() <= FEW_GROUPS || !fixed.isEmpty()) {
                    return positionsMatch(to, from);
                }
                // Channels that hold the same are the same; a large server has a few kinds of them.
                return known.computeIfAbsent(
                        Arrays.asList(held(to, wants), held(from, had)), k -> positionsMatch(to, from));
            });
        }

        private static List<Optional<ModuleSpec>> held(Group g, ModuleSpec[] modules) {
            return Arrays.stream(g.positions)
                    .mapToObj(p -> Optional.ofNullable(modules[p]))
                    .toList();
        }

        private boolean positionsMatch(Group to, Group from) {
            int[] filled =
                    Arrays.stream(to.positions).filter(p -> wants[p] != null).toArray();
            return matches(filled.length, from.positions.length, (i, j) -> isCovered(filled[i], from.positions[j]));
        }

        private boolean isCovered(int p, int t) {
            ModuleSpec trial = had[t];
            ModuleSpec wanted = wants[p];
            if (trial == null
                    || standsFor[kindsHad.indexOf(kind(trial))] != kindsWanted.indexOf(kind(wanted))
                    || !likeness(record.positions().get(t))
                            .equals(likeness(record.positions().get(p)))
                    || t != p && (fixed.contains(wanted) || fixed.contains(trial))) {
                return false;
            }
            return trial.generation() == wanted.generation()
                    && trial.formFactor() == wanted.formFactor()
                    && trial.buffering() == wanted.buffering()
                    && trial.ecc() == wanted.ecc()
                    && Objects.equals(trial.millivolts(), wanted.millivolts())
                    && clamped(wanted.rate()).compareTo(clamped(trial.rate())) <= 0;
        }

        private boolean isNoLess(Organisation a, Organisation b) {
            return a.deviceWidth() == b.deviceWidth()
                    && b.capacity().compareTo(a.capacity()) <= 0
                    && (anyDie || b.density().compareTo(a.density()) <= 0)
                    && b.packageRanks() <= a.packageRanks()
                    && b.diesPerPackage() <= a.diesPerPackage();
        }
    }

    /** No module runs faster here than the machine's top step: what it could do elsewhere is nothing that was tried. */
    private DataRate clamped(DataRate rate) {
        return rate.compareTo(top) > 0 ? top : rate;
    }

    private interface Pair {
        boolean goes(int one, int other);
    }

    /** Whether each of {@code ones} gets one of {@code others} of its own (a maximum matching by augmenting paths). */
    private static boolean matches(int ones, int others, Pair pair) {
        if (ones > others) {
            return false;
        }
        int[] takenBy = new int[others];
        Arrays.fill(takenBy, -1);
        for (int i = 0; i < ones; i++) {
            if (!augment(i, new boolean[others], takenBy, pair)) {
                return false;
            }
        }
        return true;
    }

    private static boolean augment(int i, boolean[] tried, int[] takenBy, Pair pair) {
        for (int j = 0; j < takenBy.length; j++) {
            if (!tried[j] && pair.goes(i, j)) {
                tried[j] = true;
                if (takenBy[j] < 0 || augment(takenBy[j], tried, takenBy, pair)) {
                    takenBy[j] = i;
                    return true;
                }
            }
        }
        return false;
    }

    /** A trial's layout in the terms of a record, when it has all its positions. */
    static Optional<Layout> layout(MachineRecord record, Trial trial) {
        boolean fits = trial.sockets().keySet().stream()
                .allMatch(p -> record.hasPosition(p) && !record.position(p).isSoldered());
        return fits ? Optional.of(Layout.of(record, trial.sockets(), trial.absent())) : Optional.empty();
    }
}
