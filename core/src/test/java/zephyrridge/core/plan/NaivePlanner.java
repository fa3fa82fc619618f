package zephyrridge.core.plan;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.LayoutFinding;
import zephyrridge.core.limit.Judgement;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.DataRate;

/**
 * Every layout of a small machine in every way it can be had, each judged by the evaluator: what nothing beats is the front. Shares
 * nothing with the planner but the rules of what things are worth, which are written out again here.
 */
final class NaivePlanner {
    private final PlanTask task;
    private final List<Criteria> all = new ArrayList<>();
    private final List<String> sockets;
    private final List<ModuleSpec> kinds = new ArrayList<>();

    NaivePlanner(PlanTask task) {
        this.task = task;
        sockets = task.record().positions().stream()
                .filter(p -> !p.isSoldered())
                .map(Position::id)
                .toList();
        task.own().values().forEach(this::kind);
        task.drawer().forEach(d -> kind(d.spec()));
        task.offers().forEach(o -> kind(o.spec()));
    }

    private ModuleSpec seen(ModuleSpec m) {
        DataRate top = task.record().controller().steps().get(0);
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
                Optional.empty());
    }

    private void kind(ModuleSpec m) {
        if (!kinds.contains(seen(m))) {
            kinds.add(seen(m));
        }
    }

    List<Criteria> front() {
        Map<String, ModuleSpec> was = new TreeMap<>();
        task.own().forEach((p, m) -> was.put(p, seen(m)));
        Layout found = Layout.of(task.record(), was);
        LayoutEvaluation e = task.evaluator().evaluate(found, found, task.host());
        Criteria asFound = new Criteria((int) e.usable().mebibytes(), mean(e), 0, 1000, 0, 0);
        if (!e.has(Severity.STOP)) {
            all.add(asFound);
        }
        assign(0, new TreeMap<>());
        return new ArrayList<>(new TreeSet<>(all.stream()
                        .filter(a -> all.stream().noneMatch(b -> b.dominates(a)))
                        .map(Criteria::toString)
                        .toList()))
                .stream()
                        .map(s -> all.stream()
                                .filter(c -> c.toString().equals(s))
                                .findFirst()
                                .orElseThrow())
                        .filter(c -> !c.equals(asFound))
                        .toList();
    }

    private static int mean(LayoutEvaluation e) {
        return (int) (e.widths().stream()
                        .mapToLong(w -> w.mean().map(b -> b.thirdsOfMegabytes()).orElse(0L))
                        .sum()
                / 300);
    }

    private void assign(int i, Map<String, ModuleSpec> at) {
        if (i == sockets.size()) {
            layout(at);
            return;
        }
        assign(i + 1, at);
        for (ModuleSpec k : kinds) {
            at.put(sockets.get(i), k);
            assign(i + 1, at);
            at.remove(sockets.get(i));
        }
    }

    private void layout(Map<String, ModuleSpec> at) {
        Map<String, ModuleSpec> was = new HashMap<>();
        task.own().forEach((p, m) -> was.put(p, seen(m)));
        if (at.equals(was)) {
            return;
        }
        Layout layout = Layout.of(task.record(), at);
        LayoutEvaluation e = task.evaluator().evaluate(layout, Layout.of(task.record(), was), task.host());
        if (e.has(Severity.STOP)
                || e.finding(LayoutFinding.FILL_ORDER).isPresent()
                || e.installed().compareTo(task.target().atLeast()) < 0) {
            return;
        }
        Judgement j = task.limits().judge(layout, e, "", "");
        if (j.findings().stream().anyMatch(f -> f.severity() == Severity.STOP)) {
            return;
        }
        Map<ModuleSpec, Integer> wanted = new LinkedHashMap<>();
        at.values().forEach(m -> wanted.merge(m, 1, Integer::sum));
        long pulled = 0;
        for (ModuleSpec k : kinds) {
            List<String> own = was.keySet().stream()
                    .filter(p -> was.get(p).equals(k))
                    .sorted()
                    .toList();
            int use = wanted.getOrDefault(k, 0);
            wanted.computeIfPresent(k, (m, n) -> Math.max(0, n - own.size()));
            if (task.terms().takesPulled() && own.size() > use) {
                pulled += (own.size() - use)
                        * own.stream()
                                .mapToLong(p -> task.ownValue().get(p).minor())
                                .min()
                                .orElse(0);
            }
        }
        long out = pulled;
        int minutes = e.effort().minutes();
        long labour = Math.round(task.terms().labourPerHour().minor() * minutes / 60.0);
        buy(0, 0, 0, 0, wanted, wanted, new ArrayList<>(), (money, toBuy, packs) -> {
            int ready = packs.stream().mapToInt(Offer::leadDays).max().orElse(0);
            if (!asAShopBuys(toBuy, packs, ready)) {
                return;
            }
            if (task.target().withinDays().filter(d -> d < ready).isPresent()) {
                return;
            }
            int steps = minutes == 0 ? 0 : (minutes + 14) / 15;
            long net = money + Math.round(task.terms().labourPerHour().minor() * steps * 15 / 60.0);
            long quote = net + Math.round(net * task.terms().taxPermille() / 1000.0);
            if (task.target().budget().filter(b -> b.minor() < quote).isPresent()) {
                return;
            }
            long loss = 0;
            for (Offer o : packs) {
                boolean back = o.returnDays().orElse(-1) >= Math.max(ready, task.fitDay());
                loss += back
                        ? task.terms().handling().minor() + o.restocking().minor()
                        : o.price().minor()
                                - Math.round(o.price().minor() * task.terms().resalePermille() / 1000.0);
            }
            int p = j.chance().permille();
            long cost = money + labour + Math.round((1000 - p) * (loss + labour) / 1000.0) - out;
            all.add(new Criteria((int) e.usable().mebibytes(), mean(e), cost, p, minutes, ready));
        });
    }

    private interface Had {
        void with(long money, Map<ModuleSpec, Integer> toBuy, List<Offer> packs);
    }

    /** Of each kind one line, where one line of a supplier gives just what is to be bought by then. */
    private boolean asAShopBuys(Map<ModuleSpec, Integer> toBuy, List<Offer> packs, int ready) {
        for (Map.Entry<ModuleSpec, Integer> e : toBuy.entrySet()) {
            int n = e.getValue();
            boolean oneGivesAll = task.offers().stream()
                    .anyMatch(o -> seen(o.spec()).equals(e.getKey())
                            && o.leadDays() <= ready
                            && n % o.pieces() == 0
                            && n / o.pieces() <= o.stock());
            long lines = packs.stream()
                    .filter(o -> seen(o.spec()).equals(e.getKey()))
                    .map(Offer::id)
                    .distinct()
                    .count();
            if (n > 0 && oneGivesAll && lines > 1) {
                return false;
            }
        }
        return true;
    }

    /** Every set of drawer pieces and packs that gives what is wanted. */
    private void buy(
            int piece,
            int offer,
            int packsOfIt,
            long money,
            Map<ModuleSpec, Integer> wanted,
            Map<ModuleSpec, Integer> toBuy,
            List<Offer> packs,
            Had had) {
        if (wanted.values().stream().allMatch(n -> n <= 0)) {
            had.with(money, toBuy, packs);
        }
        if (piece < task.drawer().size()) {
            DrawerPiece d = task.drawer().get(piece);
            buy(piece + 1, offer, 0, money, wanted, wanted, packs, had);
            if (wanted.getOrDefault(seen(d.spec()), 0) > 0) {
                Map<ModuleSpec, Integer> rest = new LinkedHashMap<>(wanted);
                rest.merge(seen(d.spec()), -1, Integer::sum);
                buy(piece + 1, offer, 0, money + d.bookValue().minor(), rest, rest, packs, had);
            }
            return;
        }
        if (offer < task.offers().size()) {
            Offer o = task.offers().get(offer);
            buy(piece, offer + 1, 0, money, wanted, toBuy, packs, had);
            if (packsOfIt < o.stock() && wanted.getOrDefault(seen(o.spec()), 0) > 0) {
                Map<ModuleSpec, Integer> rest = new LinkedHashMap<>(wanted);
                rest.merge(seen(o.spec()), -o.pieces(), Integer::sum);
                List<Offer> more = new ArrayList<>(packs);
                more.add(o);
                buy(piece, offer, packsOfIt + 1, money + o.price().minor(), rest, toBuy, more, had);
            }
        }
    }
}
