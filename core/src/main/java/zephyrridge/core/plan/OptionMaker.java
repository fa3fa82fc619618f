package zephyrridge.core.plan;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import zephyrridge.core.layout.Figures;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutFigures;
import zephyrridge.core.limit.Judgement;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Money;

/** A layout that was found, with what goes where and from where it comes. */
final class OptionMaker {
    private final PlanTask task;
    private final Kinds kinds;
    private final LayoutFigures figures;
    private final Figures found;
    private final Paying paying;

    OptionMaker(PlanTask task, Kinds kinds, LayoutFigures figures, Figures found, Paying paying) {
        this.task = task;
        this.kinds = kinds;
        this.figures = figures;
        this.found = found;
        this.paying = paying;
    }

    Layout layout(int[] kindOf) {
        Map<String, ModuleSpec> at = new TreeMap<>();
        for (int p = 0; p < kindOf.length; p++) {
            if (kindOf[p] >= 0) {
                at.put(task.record().positions().get(p).id(), kinds.spec(kindOf[p]));
            }
        }
        return task.asFound().holding(task.record(), at);
    }

    /** @param kindOf kind by position, -1 for none; {@code supplies} by kind, of a day's {@code sourcing} */
    PlanOption option(Criteria c, int[] kindOf, Map<Integer, Sourcing.Supply> supplies, List<Sourcing> sourcing) {
        MachineRecord record = task.record();
        Map<Integer, List<PlanOption.Piece>> pools = new TreeMap<>();
        List<PlanOption.Purchase> bought = new ArrayList<>();
        supplies.forEach((kind, s) -> {
            List<PlanOption.Piece> pool = pools.computeIfAbsent(kind, k -> new ArrayList<>());
            List<DrawerPiece> drawn = sourcing.get(kind).drawerOf(s);
            drawn.forEach(p -> pool.add(new PlanOption.Piece(PlanOption.From.DRAWER, p.tag(), p.spec(), p.tested())));
            for (Sourcing.Bought b : s.bought()) {
                bought.add(new PlanOption.Purchase(b.offer(), b.packs()));
                for (int i = 0; i < b.packs() * b.offer().pieces(); i++) {
                    pool.add(new PlanOption.Piece(
                            PlanOption.From.OFFER, b.offer().id(), b.offer().spec()));
                }
            }
        });
        Map<String, PlanOption.Piece> pieces = new TreeMap<>();
        Set<String> kept = new HashSet<>();
        // What stays where it is first, then what is moved, then what is new.
        for (int p = 0; p < kindOf.length; p++) {
            Position position = record.positions().get(p);
            ModuleSpec own = task.own().get(position.id());
            if (kindOf[p] >= 0 && own != null && kinds.number(own) == kindOf[p]) {
                pieces.put(position.id(), new PlanOption.Piece(PlanOption.From.OWN, position.id(), own));
                kept.add(position.id());
            }
        }
        Map<Integer, Integer> taken = new HashMap<>();
        for (int p = 0; p < kindOf.length; p++) {
            String id = record.positions().get(p).id();
            int kind = kindOf[p];
            if (kind < 0 || pieces.containsKey(id)) {
                continue;
            }
            String moved = kinds.own.get(kind).stream()
                    .filter(o -> !kept.contains(o))
                    .findFirst()
                    .orElse(null);
            if (moved != null) {
                kept.add(moved);
                pieces.put(
                        id,
                        new PlanOption.Piece(
                                PlanOption.From.OWN, moved, task.own().get(moved)));
            } else {
                int next = taken.merge(kind, 1, Integer::sum) - 1;
                pieces.put(id, pools.get(kind).get(next));
            }
        }
        Map<String, ModuleSpec> at = new TreeMap<>();
        pieces.forEach((p, piece) -> at.put(p, piece.spec()));
        Layout layout = task.asFound().holding(record, at);
        Figures f = figures.figures(figures.summarise(layout(kindOf)));
        Judgement limits = task.limits().judge(layout(kindOf), f, task.firmware(), task.processor());
        long drawer = supplies.entrySet().stream()
                .flatMap(e -> sourcing.get(e.getKey()).drawerOf(e.getValue()).stream())
                .mapToLong(p -> p.bookValue().minor())
                .sum();
        long purchases = bought.stream().mapToLong(b -> b.price().minor()).sum();
        int proof = Math.max(c.readyDays(), task.fitDay());
        Map<String, ModuleSpec> seenAt = new TreeMap<>();
        at.forEach((p, m) -> seenAt.put(p, kinds.seen(m)));
        Map<String, ModuleSpec> was = new TreeMap<>();
        task.own().forEach((p, m) -> was.put(p, kinds.seen(m)));
        return new PlanOption(
                layout,
                new TreeMap<>(pieces),
                bought,
                task.own().keySet().stream().filter(p -> !kept.contains(p)).toList(),
                c,
                limits,
                Money.ofMinor(purchases),
                Money.ofMinor(drawer),
                task.terms().labourQuoted(c.minutes()),
                paying.quote(purchases + drawer, c.minutes()),
                HouseFilter.against(
                        record,
                        layout,
                        task.house(),
                        seenAt,
                        was,
                        limits,
                        bought.stream().allMatch(b -> b.offer().isReturnable(proof)),
                        slowest(f),
                        slowest(found)));
    }

    private static int slowest(Figures f) {
        return java.util.Arrays.stream(f.rateThirds()).filter(r -> r > 0).min().orElse(0);
    }
}
