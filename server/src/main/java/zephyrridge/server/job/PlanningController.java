package zephyrridge.server.job;

import java.security.Principal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.job.Assessment;
import zephyrridge.core.job.Change;
import zephyrridge.core.job.JobModule;
import zephyrridge.core.job.Outcome;
import zephyrridge.core.job.PlanChange;
import zephyrridge.core.job.Unit;
import zephyrridge.core.job.Work;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.plan.DrawerPiece;
import zephyrridge.core.plan.PlanOption;
import zephyrridge.core.plan.PlanTask;
import zephyrridge.core.plan.Planner;
import zephyrridge.core.plan.Selection;
import zephyrridge.core.plan.Sizing;
import zephyrridge.core.plan.Target;
import zephyrridge.core.plan.WhyNot;
import zephyrridge.core.quantity.Money;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.house.House;
import zephyrridge.server.supplier.Suppliers;

/** Layouts worth choosing between, out of what is in the machine, the drawer and the suppliers' sheets. */
@RestController
class PlanningController {
    private final Jobs jobs;
    private final Drawer drawer;
    private final Suppliers suppliers;
    private final House house;
    private final PlanViews views;

    PlanningController(Jobs jobs, Drawer drawer, Suppliers suppliers, House house, PlanViews views) {
        this.jobs = jobs;
        this.drawer = drawer;
        this.suppliers = suppliers;
        this.house = house;
        this.views = views;
    }

    @GetMapping("/api/jobs/{id}/options")
    PlanViews.OptionsView options(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        PlanTask task = task(c);
        zephyrridge.core.plan.Outcome outcome = Planner.plan(task);
        Selection.Chosen chosen = Selection.of(outcome.front(), wanted(c, task));
        List<PlanViews.Shown> shown = new ArrayList<>();
        chosen.recommended().ifPresent(o -> shown.add(shown(c, who, PlanViews.Role.RECOMMENDED, o)));
        chosen.cheaper().ifPresent(o -> shown.add(shown(c, who, PlanViews.Role.CHEAPER, o)));
        chosen.further().ifPresent(o -> shown.add(shown(c, who, PlanViews.Role.FURTHER, o)));
        chosen.others().forEach(o -> shown.add(shown(c, who, PlanViews.Role.OTHER, o)));
        return views.of(
                c, task, outcome, shown, house.work().value(), house.terms().value());
    }

    /** Why the layout on the table is not the one that is proposed. */
    @GetMapping("/api/jobs/{id}/why-not")
    PlanViews.WhyNotView whyNot(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        PlanTask task = task(c);
        zephyrridge.core.plan.Outcome outcome = Planner.plan(task);
        Selection.Chosen chosen = Selection.of(outcome.front(), wanted(c, task));
        SortedMap<String, ModuleSpec> at = new TreeMap<>();
        c.unit().plannedModules().forEach((p, key) -> {
            if (c.machine().record().hasPosition(p)) {
                at.put(p, c.unit().modules().get(key).spec());
            }
        });
        return views.of(WhyNot.ask(task, at, outcome.front(), chosen.recommended()), c);
    }

    private Target wanted(Jobs.Current c, PlanTask task) {
        var found = c.assessment().found();
        Sizing.Answer answer =
                Sizing.of(c.unit().need().measured(), house.work().value(), found.usable());
        return Sizing.wanted(
                task.target(), answer, found.installed(), task.house().howMuch());
    }

    PlanTask task(Jobs.Current c) {
        Unit u = c.unit();
        SortedMap<String, ModuleSpec> own = new TreeMap<>();
        u.asFound().forEach((p, key) -> {
            if (c.machine().record().hasPosition(p)) {
                own.put(p, u.modules().get(key).spec());
            }
        });
        List<DrawerPiece> pieces = drawer.free(c.machine().record().controller().generation()).stream()
                .map(m -> new DrawerPiece(m.tag(), m.spec(), m.bookValue()))
                .toList();
        // What this job holds already is free for it.
        List<DrawerPiece> all = new ArrayList<>(pieces);
        for (String tag : u.heldTags()) {
            drawer.find(tag)
                    .filter(m -> m.tested() != Drawer.Tested.BAD)
                    .ifPresent(m -> all.add(new DrawerPiece(m.tag(), m.spec(), m.bookValue())));
        }
        return new PlanTask(
                c.machine().record(),
                c.machine().evaluator(),
                c.machine().bench().limits(),
                c.machine().bench().house(),
                u.intake().host(),
                u.layout(c.machine().record(), u.asFound()),
                own,
                Map.<String, Money>of(),
                all,
                suppliers.offers(c.machine().record().controller().generation()),
                house.terms().value(),
                u.need().target(),
                u.intake().firmwareVersion(),
                u.intake().processor(),
                0);
    }

    /** The option as the job would be with it on the table: the very change that adopts it, applied and not kept. */
    private PlanViews.Shown shown(Jobs.Current c, Principal who, PlanViews.Role role, PlanOption o) {
        PlanChange.AdoptLayout adopt = adopt(c.unit(), o, views.name(o));
        Outcome outcome = Change.applied(adopt, c.work(), c.machine().bench(), jobs.ports(c, who.getName()));
        if (!(outcome instanceof Outcome.Applied applied)) {
            throw new ChangeRefused(((Outcome.Refused) outcome).why());
        }
        Work next = applied.work();
        return new PlanViews.Shown(
                role, o, adopt, next.unit(), Assessment.of(c.machine().bench(), next));
    }

    private static PlanChange.AdoptLayout adopt(Unit unit, PlanOption o, String name) {
        Map<String, String> keyOfTag = new HashMap<>();
        for (JobModule m : unit.modules().values()) {
            m.tag().ifPresent(t -> keyOfTag.put(t, m.key()));
        }
        List<PlanChange.AdoptLayout.Piece> pieces = new ArrayList<>();
        o.pieces()
                .forEach((position, piece) -> pieces.add(new PlanChange.AdoptLayout.Piece(
                        position,
                        piece.from() == PlanOption.From.OWN
                                ? Optional.of(unit.asFound().get(piece.id()))
                                : piece.from() == PlanOption.From.DRAWER
                                        ? Optional.ofNullable(keyOfTag.get(piece.id()))
                                        : Optional.empty(),
                        piece.from() == PlanOption.From.DRAWER && !keyOfTag.containsKey(piece.id())
                                ? Optional.of(piece.id())
                                : Optional.empty(),
                        piece.from() == PlanOption.From.OFFER ? Optional.of(piece.id()) : Optional.empty())));
        return new PlanChange.AdoptLayout(
                name,
                pieces,
                o.bought().stream()
                        .map(b -> new PlanChange.AdoptLayout.Pack(b.offer().id(), b.packs()))
                        .toList(),
                false);
    }
}
