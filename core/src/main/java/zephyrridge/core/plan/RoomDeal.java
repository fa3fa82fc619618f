package zephyrridge.core.plan;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Money;

/** Deals the pieces out: which module goes into which machine, and for which of them a pack is ordered. */
final class RoomDeal {
    /** A piece that is free to go anywhere, with what it has to be ordered for. */
    private record Free(RoomPlan.From from, Optional<String> unit, String id, ModuleSpec spec, Offer offer) {}

    private record Machine(String unit, PlanTask task, Optional<PlanOption> pattern) {}

    private final RoomTask task;
    private final List<Machine> machines = new ArrayList<>();
    private final Map<ModuleSpec, Deque<Free>> free = new HashMap<>();
    private final Map<ModuleSpec, Integer> wanted = new HashMap<>();
    private final Map<String, SortedMap<String, RoomPlan.Piece>> pieces = new HashMap<>();
    private final Map<String, Map<Offer, Integer>> packs = new HashMap<>();
    private final List<String> drawn = new ArrayList<>();
    private final Map<Offer, Integer> bought = new HashMap<>();
    private long money;
    private long bookValue;

    /** @param patterns by machine, in the order of the task */
    RoomDeal(RoomTask task, List<ModuleSpec> articles, List<Optional<PlanOption>> patterns) {
        this.task = task;
        int u = 0;
        for (RoomTask.Like like : task.likes()) {
            for (String unit : like.units()) {
                machines.add(new Machine(unit, like.task(), patterns.get(u++)));
            }
        }
        articles.forEach(a -> free.put(a, new ArrayDeque<>()));
        machines.forEach(this::keep);
        articles.forEach(this::source);
    }

    /** What stays in its machine stays; what does not is free for the others. */
    private void keep(Machine m) {
        SortedMap<String, RoomPlan.Piece> in = new TreeMap<>();
        pieces.put(m.unit, in);
        packs.put(m.unit, new HashMap<>());
        if (m.pattern.isEmpty()) {
            return;
        }
        SortedMap<String, ModuleSpec> left = new TreeMap<>(m.task.own());
        m.pattern.get().pieces().forEach((position, p) -> {
            if (p.from() == PlanOption.From.OWN) {
                in.put(position, new RoomPlan.Piece(RoomPlan.From.OWN, Optional.empty(), p.id(), p.spec()));
                left.remove(p.id());
            } else {
                wanted.merge(p.spec(), 1, Integer::sum);
            }
        });
        left.forEach((position, spec) ->
                free.get(spec).add(new Free(RoomPlan.From.ROOM, Optional.of(m.unit), position, spec, null)));
    }

    /** What the machines do not give is drawn and bought, as cheaply as so many pieces can be had. */
    private void source(ModuleSpec article) {
        Deque<Free> pool = free.get(article);
        int more = wanted.getOrDefault(article, 0) - pool.size();
        if (more <= 0) {
            return;
        }
        List<DrawerPiece> drawer =
                task.drawer().stream().filter(p -> p.spec().equals(article)).toList();
        Sourcing sourcing = RoomSupply.of(task, article, drawer, RoomSupply.most(task));
        Sourcing.Supply way = sourcing.of(more).get(0);
        for (DrawerPiece p : sourcing.drawerOf(way)) {
            pool.add(new Free(RoomPlan.From.DRAWER, Optional.empty(), p.tag(), article, null));
            drawn.add(p.tag());
            bookValue += p.bookValue().minor();
        }
        for (Sourcing.Bought b : way.bought()) {
            bought.merge(b.offer(), b.packs(), Integer::sum);
            money += b.packs() * b.offer().price().minor();
            for (int i = 0; i < b.packs() * b.offer().pieces(); i++) {
                pool.add(new Free(
                        RoomPlan.From.OFFER, Optional.empty(), b.offer().id(), article, b.offer()));
            }
        }
    }

    RoomPlan plan() {
        Map<Offer, Integer> opened = new HashMap<>();
        Map<Offer, String> openedFor = new HashMap<>();
        for (Machine m : machines) {
            m.pattern.ifPresent(o -> o.pieces().forEach((position, p) -> {
                if (p.from() != PlanOption.From.OWN) {
                    pieces.get(m.unit).put(position, deal(m, p.spec(), opened, openedFor));
                }
            }));
        }
        List<RoomPlan.Left> left = new ArrayList<>();
        free.values().forEach(pool -> pool.stream()
                .filter(f -> f.from == RoomPlan.From.ROOM)
                .forEach(f -> left.add(new RoomPlan.Left(f.unit.orElseThrow(), f.id, f.spec))));
        left.sort(java.util.Comparator.comparing(RoomPlan.Left::unit).thenComparing(RoomPlan.Left::position));
        return new RoomPlan(
                machines.stream()
                        .map(m -> new RoomPlan.UnitPlan(
                                m.unit, m.pattern, pieces.get(m.unit), purchases(packs.get(m.unit))))
                        .toList(),
                purchases(bought),
                drawn.stream().sorted().toList(),
                left,
                Money.ofMinor(money),
                Money.ofMinor(bookValue),
                quote(
                        task.terms(),
                        money + bookValue,
                        machines.stream().map(Machine::pattern).toList()));
    }

    /** The next free piece; a module that comes out of another machine before one that is drawn, and that before one that is bought. */
    private RoomPlan.Piece deal(Machine m, ModuleSpec spec, Map<Offer, Integer> opened, Map<Offer, String> openedFor) {
        Free f = free.get(spec).removeFirst();
        if (f.offer == null) {
            return new RoomPlan.Piece(f.from, f.unit, f.id, spec);
        }
        // Of an opened pack what is left goes on into the next machine.
        if (opened.getOrDefault(f.offer, 0) == 0) {
            opened.put(f.offer, f.offer.pieces());
            openedFor.put(f.offer, m.unit);
            packs.get(m.unit).merge(f.offer, 1, Integer::sum);
        }
        opened.merge(f.offer, -1, Integer::sum);
        String of = openedFor.get(f.offer);
        return of.equals(m.unit)
                ? new RoomPlan.Piece(RoomPlan.From.OFFER, Optional.empty(), f.id, spec)
                : new RoomPlan.Piece(RoomPlan.From.PACK, Optional.of(of), f.id, spec);
    }

    private static List<PlanOption.Purchase> purchases(Map<Offer, Integer> packs) {
        return packs.entrySet().stream()
                .map(e -> new PlanOption.Purchase(e.getKey(), e.getValue()))
                .sorted(java.util.Comparator.comparing(p -> p.offer().id()))
                .toList();
    }

    /** What it costs the owner: packs, drawer pieces and each machine's labour in whole steps, tax included. */
    private static Money quote(Terms terms, long money, List<Optional<PlanOption>> patterns) {
        Money net = Money.ofMinor(money);
        for (Optional<PlanOption> p : patterns) {
            int minutes = p.map(o -> o.criteria().minutes()).orElse(0);
            net = minutes == 0 ? net : net.plus(terms.labourQuoted(minutes));
        }
        return net.plus(net.share(terms.taxPermille(), 1000));
    }
}
