package zephyrridge.server.planning;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.springframework.stereotype.Component;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.now.DrawerUse;
import zephyrridge.core.plan.DrawerPiece;
import zephyrridge.core.plan.Offer;
import zephyrridge.core.plan.PlanTask;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.house.House;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.job.Shelf;
import zephyrridge.server.supplier.Suppliers;

/** What layouts of a job are looked for in: its machine, the drawer and the suppliers' sheets as they are now. */
@Component
public class PlanTasks {
    private final Drawer drawer;
    private final Suppliers suppliers;
    private final Jobs jobs;
    private final House house;

    PlanTasks(Jobs jobs, Drawer drawer, Suppliers suppliers, House house) {
        this.jobs = jobs;
        this.drawer = drawer;
        this.suppliers = suppliers;
        this.house = house;
    }

    /** What suppliers have of a generation. */
    public List<Offer> offers(MemoryGeneration generation) {
        return suppliers.offers(generation);
    }

    static DrawerPiece piece(Drawer.StockModule m) {
        return new DrawerPiece(m.tag(), m.spec(), m.bookValue(), m.tested() != Drawer.Tested.UNTESTED);
    }

    /** What the shop would book each of these at, where it takes over what comes out: as the cheapest like piece of its own. */
    private Map<String, Money> ownValue(SortedMap<String, ModuleSpec> own) {
        Map<String, Money> value = new HashMap<>();
        Map<ModuleSpec, Optional<Money>> byKind = new HashMap<>();
        own.forEach((position, spec) ->
                byKind.computeIfAbsent(spec, drawer::bookValueOfLike).ifPresent(v -> value.put(position, v)));
        return value;
    }

    public PlanTask of(Jobs.Current c) {
        Unit u = c.unit();
        SortedMap<String, ModuleSpec> own = new TreeMap<>();
        u.asFound().forEach((p, key) -> {
            if (c.machine().record().hasPosition(p)) {
                own.put(p, u.modules().get(key).spec());
            }
        });
        Shelf shelf = jobs.shelf(c.row());
        List<DrawerPiece> pieces = shelf.free(c.machine().record().controller().generation()).stream()
                .map(PlanTasks::piece)
                .toList();
        // What this job holds already is free for it.
        List<DrawerPiece> all = new ArrayList<>(pieces);
        for (String tag : DrawerUse.held(u)) {
            shelf.find(tag).filter(m -> m.tested() != Drawer.Tested.BAD).ifPresent(m -> all.add(piece(m)));
        }
        return new PlanTask(
                c.machine().record(),
                c.machine().evaluator(),
                c.machine().bench().limits(c.unit()),
                c.machine().bench().house(),
                u.host(),
                u.layout(c.machine().record(), u.asFound()),
                own,
                ownValue(own),
                all,
                c.row().range().isPresent()
                        ? List.of()
                        : offers(c.machine().record().controller().generation()),
                house.terms().value(),
                u.need().target(),
                u.intake().firmwareVersion(),
                u.intake().processor(),
                0);
    }
}
