package zephyrridge.core.limit;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
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

/**
 * Whether what ran in one layout is at least what another asks for: some exchange of like channels and like positions
 * puts every module of the layout where the trial had one that is no less in anything, and what is unlike in the layout was
 * unlike in the trial. Empty is least. Reflexive and transitive.
 */
final class Coverage {
    /** Steps of the search for an exchange; where it ends sooner, nothing is shown and nothing is covered. */
    private static final int MOST_STEPS = 20_000;

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

    /** @param fixed kinds that were found to run in their own positions only: an order quirk ends their equivalence */
    Coverage(MachineRecord record, Set<ModuleSpec> fixed) {
        this.record = record;
        this.fixed = fixed;
        this.groups = groups(record);
    }

    private static double rate(RateResult r) {
        // A rate that is not known could be any.
        return r.rate().map(x -> (double) x.thirds()).orElse(Double.MAX_VALUE);
    }

    boolean covers(Tried trial, Tried layout) {
        if (layout.slowest > trial.slowest
                || layout.fastest > trial.fastest
                || layout.orderBroken && !trial.orderBroken) {
            return false;
        }
        return new Search(trial.layout, layout.layout).found();
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

    /** Looks for one exchange under which everything holds. */
    private final class Search {
        private final ModuleSpec[] had;
        private final ModuleSpec[] wants;
        /** Position of the trial for each of the layout that was mapped so far. */
        private final List<int[]> mapped = new ArrayList<>();

        private int steps;

        Search(Layout trial, Layout layout) {
            had = present(trial);
            wants = present(layout);
        }

        private ModuleSpec[] present(Layout layout) {
            ModuleSpec[] modules = new ModuleSpec[layout.size()];
            for (int p = 0; p < modules.length; p++) {
                modules[p] = layout.isThere(record, p) ? layout.module(p).orElse(null) : null;
            }
            return modules;
        }

        boolean found() {
            return group(0, new boolean[groups.size()]);
        }

        private boolean group(int g, boolean[] taken) {
            if (g == groups.size()) {
                return true;
            }
            Group wanted = groups.get(g);
            int[] filled = java.util.Arrays.stream(wanted.positions)
                    .filter(p -> wants[p] != null)
                    .toArray();
            if (filled.length == 0) {
                return group(g + 1, taken);
            }
            for (int t = 0; t < taken.length; t++) {
                // Its own channel first: most layouts need no exchange.
                int at = (g + t) % taken.length;
                if (!taken[at] && groups.get(at).likeness.equals(wanted.likeness)) {
                    taken[at] = true;
                    if (position(g, groups.get(at), filled, 0, taken)) {
                        return true;
                    }
                    taken[at] = false;
                }
            }
            return false;
        }

        private boolean position(int g, Group had, int[] filled, int i, boolean[] taken) {
            if (++steps > MOST_STEPS) {
                return false;
            }
            if (i == filled.length) {
                return group(g + 1, taken);
            }
            int p = filled[i];
            Position wanted = record.positions().get(p);
            for (int t : had.positions) {
                if (this.had[t] != null
                        && likeness(record.positions().get(t)).equals(likeness(wanted))
                        && mapped.stream().noneMatch(m -> m[1] == t)
                        && isNoLess(t, p)
                        && unlikeStaysUnlike(t, p)) {
                    mapped.add(new int[] {p, t});
                    if (position(g, had, filled, i + 1, taken)) {
                        return true;
                    }
                    mapped.remove(mapped.size() - 1);
                }
            }
            return false;
        }

        private boolean isNoLess(int t, int p) {
            ModuleSpec trial = had[t];
            ModuleSpec wanted = wants[p];
            if (t != p && (fixed.contains(wanted) || fixed.contains(trial))) {
                return false;
            }
            Organisation a = trial.organisation();
            Organisation b = wanted.organisation();
            return trial.generation() == wanted.generation()
                    && trial.formFactor() == wanted.formFactor()
                    && trial.buffering() == wanted.buffering()
                    && trial.ecc() == wanted.ecc()
                    && Objects.equals(trial.millivolts(), wanted.millivolts())
                    && a.deviceWidth() == b.deviceWidth()
                    && b.capacity().compareTo(a.capacity()) <= 0
                    && b.density().compareTo(a.density()) <= 0
                    && b.packageRanks() <= a.packageRanks()
                    && b.diesPerPackage() <= a.diesPerPackage()
                    && wanted.rate().compareTo(trial.rate()) <= 0;
        }

        private boolean unlikeStaysUnlike(int t, int p) {
            for (int[] m : mapped) {
                if (unlike(wants[p], wants[m[0]]) && !unlike(had[t], had[m[1]])) {
                    return false;
                }
            }
            return true;
        }
    }

    private static boolean unlike(ModuleSpec one, ModuleSpec other) {
        return !one.capacity().equals(other.capacity()) || !one.organisation().equals(other.organisation());
    }

    /** A trial's layout in the terms of a record, when it has all its positions. */
    static Optional<Layout> layout(MachineRecord record, Trial trial) {
        boolean fits = trial.sockets().keySet().stream()
                .allMatch(p -> record.hasPosition(p) && !record.position(p).isSoldered());
        return fits ? Optional.of(Layout.of(record, trial.sockets(), trial.absent())) : Optional.empty();
    }
}
