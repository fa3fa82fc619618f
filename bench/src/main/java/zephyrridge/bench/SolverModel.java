package zephyrridge.bench;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.IntStream;
import org.chocosolver.solver.Model;
import org.chocosolver.solver.Solution;
import org.chocosolver.solver.constraints.extension.Tuples;
import org.chocosolver.solver.variables.BoolVar;
import org.chocosolver.solver.variables.IntVar;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.LayoutFinding;
import zephyrridge.core.limit.Judgement;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.plan.Criteria;
import zephyrridge.core.plan.Offer;
import zephyrridge.core.plan.PlanTask;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.quantity.Money;

/**
 * The planning problem for a general constraint solver, for machines of one or two channels of single-channel sockets: what a channel
 * holds by a table (rows that stop or break the filling order left out), what a whole layout comes to by a table over the contents of its
 * channels, packs and drawer pieces as integers, pieces of one kind in one order, the same six integers as objectives. What layouts are
 * worth comes from the evaluator and the limits; nothing of the planner is used.
 *
 * <p>In one file: one model, to be read from top to bottom.
 */
public final class SolverModel {
    private static final int MOST_MONEY = 200_000;

    private final PlanTask task;
    private final MachineRecord record;
    private final List<ModuleSpec> kinds = new ArrayList<>();
    private final Model model = new Model();
    private final List<String> sockets = new ArrayList<>();
    private final Map<String, ModuleSpec> was = new TreeMap<>();

    private SolverModel(PlanTask task) {
        this.task = task;
        record = task.record();
        if (record.channels().size() > 2) {
            throw new IllegalArgumentException("one or two channels");
        }
        record.positions().stream()
                .filter(p -> !p.isSoldered())
                .map(Position::id)
                .forEach(sockets::add);
        task.own().forEach((p, m) -> was.put(p, seen(m)));
        was.values().forEach(this::kind);
        task.drawer().forEach(d -> kind(seen(d.spec())));
        task.offers().forEach(o -> kind(seen(o.spec())));
    }

    /** The front, leaving the machine as it is taken out again. */
    public static Set<Criteria> front(PlanTask task) {
        return new SolverModel(task).solve();
    }

    private ModuleSpec seen(ModuleSpec m) {
        DataRate top = record.controller().steps().get(0);
        return new ModuleSpec(
                m.generation(),
                m.formFactor(),
                m.buffering(),
                m.ecc(),
                m.checkBits(),
                m.organisation(),
                m.rate().min(top),
                m.timings(),
                m.millivolts(),
                java.util.Optional.empty());
    }

    private int kind(ModuleSpec m) {
        int at = kinds.indexOf(m);
        if (at < 0) {
            kinds.add(m);
            return kinds.size() - 1;
        }
        return at;
    }

    /** What one channel can hold: kinds by socket (0 none), and the evaluator's word on it alone. */
    private record Content(int[] kindAt, Map<String, ModuleSpec> at, int gib16, boolean changed) {}

    private List<Content> contents(List<String> own) {
        List<Content> all = new ArrayList<>();
        fill(own, 0, new int[own.size()], all);
        return all;
    }

    private void fill(List<String> own, int i, int[] kindAt, List<Content> all) {
        if (i < own.size()) {
            for (int k = 0; k <= kinds.size(); k++) {
                kindAt[i] = k;
                fill(own, i + 1, kindAt, all);
            }
            return;
        }
        Map<String, ModuleSpec> at = new TreeMap<>();
        boolean changed = false;
        int mib = 0;
        for (int s = 0; s < own.size(); s++) {
            ModuleSpec m = kindAt[s] == 0 ? null : kinds.get(kindAt[s] - 1);
            if (m != null) {
                at.put(own.get(s), m);
                mib += (int) m.capacity().mebibytes();
            }
            changed |= !java.util.Objects.equals(m, was.get(own.get(s)));
        }
        Layout layout = Layout.of(record, at);
        LayoutEvaluation e = task.evaluator().evaluate(layout, layout, task.host());
        boolean stops = e.findings().stream()
                .anyMatch(f -> f.severity() == Severity.STOP && f.code() != LayoutFinding.NO_MEMORY
                        || f.code() == LayoutFinding.FILL_ORDER);
        if (!stops) {
            all.add(new Content(kindAt.clone(), at, mib, changed));
        }
    }

    private Set<Criteria> solve() {
        List<List<String>> byChannel = record.channels().stream()
                .map(c -> record.positions().stream()
                        .filter(p -> !p.isSoldered() && p.channels().contains(c.id()))
                        .map(Position::id)
                        .toList())
                .toList();
        List<List<Content>> contents = byChannel.stream().map(this::contents).toList();
        int channels = contents.size();
        IntVar[] content = new IntVar[channels];
        IntVar[][] kindAt = new IntVar[channels][];
        for (int c = 0; c < channels; c++) {
            content[c] = model.intVar("content" + c, 0, contents.get(c).size() - 1);
            kindAt[c] = model.intVarArray("kind" + c, byChannel.get(c).size(), 0, kinds.size());
            Tuples rows = new Tuples(true);
            for (int i = 0; i < contents.get(c).size(); i++) {
                int[] k = contents.get(c).get(i).kindAt;
                rows.add(IntStream.concat(IntStream.of(i), IntStream.of(k)).toArray());
            }
            IntVar[] vars = new IntVar[kindAt[c].length + 1];
            vars[0] = content[c];
            System.arraycopy(kindAt[c], 0, vars, 1, kindAt[c].length);
            model.table(vars, rows).post();
        }
        // What a whole layout comes to is a function of what its channels hold.
        Tuples whole = new Tuples(true);
        int[] sizes = contents.stream().mapToInt(List::size).toArray();
        int second = channels > 1 ? sizes[1] : 1;
        for (int a = 0; a < sizes[0]; a++) {
            for (int b = 0; b < second; b++) {
                row(contents, channels, a, b).ifPresent(whole::add);
            }
        }
        if (whole.nbTuples() == 0) {
            return Set.of();
        }
        IntVar usable = model.intVar("usable", 0, 1 << 20);
        IntVar mean = model.intVar("mean", 0, 10_000);
        IntVar minutes = model.intVar("minutes", 0, 600);
        IntVar chance = model.intVar("chance", 0, 1000);
        IntVar labour = model.intVar("labour", 0, MOST_MONEY);
        IntVar quoted = model.intVar("quoted", 0, MOST_MONEY);
        List<IntVar> wholeVars = new ArrayList<>(List.of(content));
        wholeVars.addAll(List.of(usable, mean, minutes, chance, labour, quoted));
        model.table(wholeVars.toArray(IntVar[]::new), whole).post();

        IntVar[] all = java.util.Arrays.stream(kindAt)
                .flatMap(java.util.Arrays::stream)
                .toArray(IntVar[]::new);
        List<IntVar> moneyParts = new ArrayList<>();
        List<Integer> moneyPer = new ArrayList<>();
        IntVar[] packs = new IntVar[task.offers().size()];
        for (int o = 0; o < packs.length; o++) {
            packs[o] = model.intVar("packs" + o, 0, task.offers().get(o).stock());
            moneyParts.add(packs[o]);
            moneyPer.add((int) task.offers().get(o).price().minor());
        }
        BoolVar[] drawn = model.boolVarArray("drawn", task.drawer().size());
        for (int d = 0; d < drawn.length; d++) {
            moneyParts.add(drawn[d]);
            moneyPer.add((int) task.drawer().get(d).bookValue().minor());
        }
        // Days on which something can be ready; what is lost of a pack, and who can deliver, depends on the day.
        TreeSet<Integer> days = new TreeSet<>(Set.of(0));
        task.offers().forEach(o -> days.add(o.leadDays()));
        IntVar ready = model.intVar("ready", days.stream().mapToInt(i -> i).toArray());
        IntVar pulled = pulled(all, packs, drawn, ready, days);
        IntVar money = model.intVar("money", 0, MOST_MONEY);
        weighted(moneyParts, moneyPer, money);

        IntVar[] leads = new IntVar[packs.length + 1];
        leads[0] = model.intVar(0);
        IntVar[] lost = new IntVar[packs.length];
        for (int o = 0; o < packs.length; o++) {
            Offer offer = task.offers().get(o);
            leads[o + 1] = model.intVar("lead" + o, new int[] {0, offer.leadDays()}.clone());
            Tuples lead = new Tuples(true);
            Tuples loss = new Tuples(true);
            int most = 0;
            for (int p = 0; p <= offer.stock(); p++) {
                lead.add(p, p == 0 ? 0 : offer.leadDays());
                for (int day : days) {
                    int per = lossOf(offer, Math.max(day, task.fitDay()));
                    loss.add(p, day, p * per);
                    most = Math.max(most, p * per);
                }
            }
            lost[o] = model.intVar("lost" + o, 0, most);
            model.table(new IntVar[] {packs[o], leads[o + 1]}, lead).post();
            model.table(new IntVar[] {packs[o], ready, lost[o]}, loss).post();
        }
        model.max(ready, leads).post();
        task.target().withinDays().ifPresent(d -> model.arithm(ready, "<=", d).post());
        IntVar loss = model.intVar("loss", 0, MOST_MONEY);
        if (lost.length == 0) {
            model.arithm(loss, "=", 0).post();
        } else {
            model.sum(lost, "=", loss).post();
        }
        budget(money, quoted);
        IntVar cost = cost(money, loss, labour, pulled, chance);

        IntVar[] objectives = {usable, mean, model.neg(cost), chance, model.neg(minutes), model.neg(ready)};
        Set<Criteria> found = new HashSet<>();
        for (Solution s : model.getSolver().findParetoFront(objectives, Model.MAXIMIZE)) {
            found.add(new Criteria(
                    s.getIntVal(usable),
                    s.getIntVal(mean),
                    s.getIntVal(cost),
                    s.getIntVal(chance),
                    s.getIntVal(minutes),
                    s.getIntVal(ready)));
        }
        Layout now = Layout.of(record, was);
        LayoutEvaluation e = task.evaluator().evaluate(now, now, task.host());
        Criteria asFound = new Criteria((int) e.usable().mebibytes(), mean(e), 0, 1000, 0, 0);
        if (!e.has(Severity.STOP)) {
            found.removeIf(c -> asFound.equals(c) || asFound.dominates(c));
        }
        return found;
    }

    private java.util.Optional<int[]> row(List<List<Content>> contents, int channels, int a, int b) {
        Content first = contents.get(0).get(a);
        Content other = channels > 1 ? contents.get(1).get(b) : null;
        if (!first.changed && (other == null || !other.changed)) {
            return java.util.Optional.empty();
        }
        Map<String, ModuleSpec> at = new TreeMap<>(first.at);
        if (other != null) {
            at.putAll(other.at);
        }
        Layout layout = Layout.of(record, at);
        LayoutEvaluation e = task.evaluator().evaluate(layout, Layout.of(record, was), task.host());
        if (e.has(Severity.STOP) || e.installed().compareTo(task.target().atLeast()) < 0) {
            return java.util.Optional.empty();
        }
        Judgement j = task.limits().judge(layout, e, task.firmware(), task.processor());
        if (j.findings().stream().anyMatch(f -> f.severity() == Severity.STOP)) {
            return java.util.Optional.empty();
        }
        int minutes = e.effort().minutes();
        int labour = (int) task.terms().labour(minutes).minor();
        int quoted = minutes == 0 ? 0 : (int) task.terms().labourQuoted(minutes).minor();
        int[] figures = {
            (int) e.usable().mebibytes(), mean(e), minutes, j.chance().permille(), labour, quoted
        };
        int[] head = channels > 1 ? new int[] {a, b} : new int[] {a};
        return java.util.Optional.of(
                IntStream.concat(IntStream.of(head), IntStream.of(figures)).toArray());
    }

    private static int mean(LayoutEvaluation e) {
        long sum = e.widths().stream()
                .mapToLong(w -> w.mean().map(x -> x.thirdsOfMegabytes()).orElse(0L))
                .sum();
        return (int) (sum / 300);
    }

    /** What is used of each kind is there: own pieces, drawer pieces, packs; gives what comes out is worth. */
    private IntVar pulled(IntVar[] all, IntVar[] packs, BoolVar[] drawn, IntVar ready, Set<Integer> days) {
        List<IntVar> parts = new ArrayList<>();
        List<Integer> per = new ArrayList<>();
        for (int k = 0; k < kinds.size(); k++) {
            ModuleSpec kind = kinds.get(k);
            int own = (int) was.values().stream().filter(kind::equals).count();
            IntVar use = model.intVar("use" + k, 0, all.length);
            model.count(k + 1, all, use).post();
            List<IntVar> from = new ArrayList<>();
            List<Integer> pieces = new ArrayList<>();
            for (int o = 0; o < packs.length; o++) {
                if (seen(task.offers().get(o).spec()).equals(kind)) {
                    from.add(packs[o]);
                    pieces.add(task.offers().get(o).pieces());
                }
            }
            // Like pieces of the drawer are taken in one order: the cheapest first.
            Map<Integer, Long> value = new LinkedHashMap<>();
            for (int d = 0; d < drawn.length; d++) {
                if (seen(task.drawer().get(d).spec()).equals(kind)) {
                    value.put(d, task.drawer().get(d).bookValue().minor());
                    from.add(drawn[d]);
                    pieces.add(1);
                }
            }
            List<Integer> order = value.entrySet().stream()
                    .sorted(Map.Entry.comparingByValue())
                    .map(Map.Entry::getKey)
                    .toList();
            for (int i = 1; i < order.size(); i++) {
                model.arithm(drawn[order.get(i)], "<=", drawn[order.get(i - 1)]).post();
            }
            IntVar have = model.intVar("have" + k, 0, 1000);
            weighted(from, pieces, have);
            model.arithm(model.offset(have, own), ">=", use).post();
            oneLine(kind, own, use, order.stream().map(d -> drawn[d]).toList(), packs, ready, days);
            if (task.terms().takesPulled() && own > 0) {
                int worth = (int) was.entrySet().stream()
                        .filter(e -> e.getValue().equals(kind))
                        .mapToLong(e -> task.ownValue()
                                .getOrDefault(e.getKey(), Money.ZERO)
                                .minor())
                        .min()
                        .orElse(0);
                IntVar out = model.intVar("out" + k, 0, own);
                model.max(out, model.intVar(0), model.offset(model.neg(use), own))
                        .post();
                parts.add(out);
                per.add(worth);
            }
        }
        IntVar pulled = model.intVar("pulled", 0, MOST_MONEY);
        weighted(parts, per, pulled);
        return pulled;
    }

    /** What is bought of a kind is one line, where one line gives just that many by the day. */
    private void oneLine(
            ModuleSpec kind,
            int own,
            IntVar use,
            List<BoolVar> drawn,
            IntVar[] packs,
            IntVar ready,
            Set<Integer> days) {
        List<Integer> lines = IntStream.range(0, packs.length)
                .filter(o -> seen(task.offers().get(o).spec()).equals(kind))
                .boxed()
                .toList();
        if (lines.size() < 2) {
            return;
        }
        List<IntVar> has = new ArrayList<>(drawn);
        IntVar taken = model.intVar("taken", 0, drawn.size());
        weighted(has, has.stream().map(d -> 1).toList(), taken);
        IntVar most = model.intVar("mostLines", 1, lines.size());
        Tuples allowed = new Tuples(true);
        for (int u = 0; u <= use.getUB(); u++) {
            for (int t = 0; t <= drawn.size(); t++) {
                int more = Math.max(0, u - own - t);
                for (int day : days) {
                    boolean one = lines.stream()
                            .map(o -> task.offers().get(o))
                            .anyMatch(o ->
                                    o.leadDays() <= day && more % o.pieces() == 0 && more / o.pieces() <= o.stock());
                    allowed.add(u, t, day, one ? 1 : lines.size());
                }
            }
        }
        model.table(new IntVar[] {use, taken, ready, most}, allowed).post();
        BoolVar[] bought =
                lines.stream().map(o -> model.arithm(packs[o], ">", 0).reify()).toArray(BoolVar[]::new);
        model.sum(bought, "<=", most).post();
    }

    private void weighted(List<IntVar> parts, List<Integer> per, IntVar sum) {
        if (parts.isEmpty()) {
            model.arithm(sum, "=", 0).post();
        } else {
            model.scalar(
                            parts.toArray(IntVar[]::new),
                            per.stream().mapToInt(i -> i).toArray(),
                            "=",
                            sum)
                    .post();
        }
    }

    private int lossOf(Offer o, int proof) {
        return (int)
                (o.returnDays().orElse(-1) >= proof
                        ? task.terms().handling().minor() + o.restocking().minor()
                        : o.price().minor()
                                - o.price()
                                        .share(task.terms().resalePermille(), 1000)
                                        .minor());
    }

    /** Net and tax, rounded half up, within the budget. */
    private void budget(IntVar money, IntVar quoted) {
        task.target().budget().ifPresent(budget -> {
            // The most that can be paid net is found by asking for it.
            long most = 0;
            for (long net = 0; net <= budget.minor(); net++) {
                long tax = Money.ofMinor(net)
                        .share(task.terms().taxPermille(), 1000)
                        .minor();
                most = net + tax <= budget.minor() ? net : most;
            }
            model.sum(new IntVar[] {money, quoted}, "<=", (int) most).post();
        });
    }

    /** money + labour + round((1000 - chance) x (loss + labour) / 1000) - pulled, with the thousands taken apart to stay in bounds. */
    private IntVar cost(IntVar money, IntVar loss, IntVar labour, IntVar pulled, IntVar chance) {
        IntVar risk = model.intVar("risk", 0, MOST_MONEY);
        model.sum(new IntVar[] {loss, labour}, "=", risk).post();
        IntVar q = model.offset(model.neg(chance), 1000);
        IntVar thousands = model.intVar("thousands", 0, MOST_MONEY / 1000);
        IntVar rest = model.intVar("rest", 0, 999);
        model.scalar(new IntVar[] {thousands, rest}, new int[] {1000, 1}, "=", risk)
                .post();
        IntVar whole = model.intVar("whole", 0, MOST_MONEY);
        model.times(q, thousands, whole).post();
        IntVar product = model.intVar("product", 0, 999_000);
        model.times(q, rest, product).post();
        IntVar part = model.intVar("part", 0, 1000);
        model.div(model.offset(product, 500), model.intVar(1000), part).post();
        IntVar cost = model.intVar("cost", -MOST_MONEY, 2 * MOST_MONEY);
        model.scalar(new IntVar[] {money, labour, whole, part, pulled}, new int[] {1, 1, 1, 1, -1}, "=", cost)
                .post();
        return cost;
    }
}
