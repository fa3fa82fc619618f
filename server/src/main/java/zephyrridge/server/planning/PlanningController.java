package zephyrridge.server.planning;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.security.Principal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.Outcome;
import zephyrridge.core.change.PlanChange;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.now.DrawerUse;
import zephyrridge.core.plan.DrawerPiece;
import zephyrridge.core.plan.HousePreference;
import zephyrridge.core.plan.PlanOption;
import zephyrridge.core.plan.PlanTask;
import zephyrridge.core.plan.Planner;
import zephyrridge.core.plan.Selection;
import zephyrridge.core.plan.Sizing;
import zephyrridge.core.plan.Target;
import zephyrridge.core.plan.WhyNot;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.house.House;
import zephyrridge.server.job.ChangeRefused;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.supplier.Suppliers;

/** Layouts worth choosing between, out of what is in the machine, the drawer and the suppliers' sheets. */
@RestController
class PlanningController {
    private static final int STOPS_WITHIN_MS = 2000;

    private final Jobs jobs;
    private final Drawer drawer;
    private final Suppliers suppliers;
    private final House house;
    private final PlanViews views;
    private final Searches searches;

    PlanningController(Jobs jobs, Drawer drawer, Suppliers suppliers, House house, PlanViews views, Searches searches) {
        this.jobs = jobs;
        this.drawer = drawer;
        this.suppliers = suppliers;
        this.house = house;
        this.views = views;
        this.searches = searches;
    }

    /** What a search was begun for. */
    private record Asked(Jobs.Current job, PlanTask task) {}

    /**
     * Begins a search, and waits for it a little: most are done by then.
     *
     * @param patience ms; with 0 the answer is the search as it was begun, however fast it is
     */
    @GetMapping("/api/jobs/{id}/options")
    PlanViews.OptionsView options(
            @PathVariable long id,
            @RequestParam(defaultValue = "1000") @Min(0) @Max(5000) int patience,
            Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        PlanTask task = task(c);
        Searches.Search<Asked> search =
                searches.begin(id, who.getName(), new Asked(c, task), stop -> Planner.plan(task, Planner.NODES, stop));
        return patience == 0 ? running(search) : answer(search, patience, who);
    }

    /** How far a search is, or what it came to. */
    @GetMapping("/api/searches/{search}")
    PlanViews.OptionsView search(
            @PathVariable long search,
            @RequestParam(defaultValue = "0") @Min(0) @Max(5000) int patience,
            Principal who) {
        return answer(searches.get(search, Asked.class), patience, who);
    }

    /** Stops a search: the answer is what was found till then. */
    @DeleteMapping("/api/searches/{search}")
    PlanViews.OptionsView stop(@PathVariable long search, Principal who) {
        Searches.Search<Asked> s = searches.get(search, Asked.class);
        s.stop();
        return answer(s, STOPS_WITHIN_MS, who);
    }

    private PlanViews.OptionsView running(Searches.Search<Asked> search) {
        return views.running(
                search.of.job(), search.id, search.looked(), house.work().value());
    }

    private PlanViews.OptionsView answer(Searches.Search<Asked> search, int patience, Principal who) {
        Jobs.Current c = search.of.job();
        PlanTask task = search.of.task();
        Optional<zephyrridge.core.plan.Outcome> outcome = search.outcome(patience);
        if (outcome.isEmpty()) {
            return running(search);
        }
        List<PlanOption> front = outcome.get().front();
        Selection.Chosen chosen = Selection.of(task, front, wanted(c, task));
        List<PlanViews.Shown> shown = new ArrayList<>();
        chosen.recommended()
                .ifPresent(o -> shown.add(shown(c, who, PlanViews.Role.RECOMMENDED, chosen.preferred(), o)));
        chosen.cheaper().ifPresent(o -> shown.add(shown(c, who, PlanViews.Role.CHEAPER, Optional.empty(), o)));
        chosen.further().ifPresent(o -> shown.add(shown(c, who, PlanViews.Role.FURTHER, Optional.empty(), o)));
        chosen.others().forEach(o -> shown.add(shown(c, who, PlanViews.Role.OTHER, Optional.empty(), o)));
        return views.of(
                c,
                task,
                outcome.get(),
                shown,
                house.work().value(),
                house.terms().value());
    }

    /** Why the layout on the table is not the one that is proposed. */
    @GetMapping("/api/jobs/{id}/why-not")
    PlanViews.WhyNotView whyNot(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        PlanTask task = task(c);
        zephyrridge.core.plan.Outcome outcome = Planner.plan(task);
        Selection.Chosen chosen = Selection.of(task, outcome.front(), wanted(c, task));
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

    private static DrawerPiece piece(Drawer.StockModule m) {
        return new DrawerPiece(m.tag(), m.spec(), m.bookValue(), m.tested() != Drawer.Tested.UNTESTED);
    }

    public PlanTask task(Jobs.Current c) {
        Unit u = c.unit();
        SortedMap<String, ModuleSpec> own = new TreeMap<>();
        u.asFound().forEach((p, key) -> {
            if (c.machine().record().hasPosition(p)) {
                own.put(p, u.modules().get(key).spec());
            }
        });
        List<DrawerPiece> pieces = drawer.free(c.machine().record().controller().generation()).stream()
                .map(m -> piece(m))
                .toList();
        // What this job holds already is free for it.
        List<DrawerPiece> all = new ArrayList<>(pieces);
        for (String tag : DrawerUse.held(u)) {
            drawer.find(tag).filter(m -> m.tested() != Drawer.Tested.BAD).ifPresent(m -> all.add(piece(m)));
        }
        return new PlanTask(
                c.machine().record(),
                c.machine().evaluator(),
                c.machine().bench().limits(c.unit()),
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
    private PlanViews.Shown shown(
            Jobs.Current c,
            Principal who,
            PlanViews.Role role,
            Optional<HousePreference.Reason> preferred,
            PlanOption o) {
        PlanChange.AdoptLayout adopt = adopt(c.unit(), o, views.name(o));
        Outcome outcome = Change.applied(adopt, c.work(), c.machine().bench(), jobs.ports(c, who.getName()));
        if (!(outcome instanceof Outcome.Applied applied)) {
            throw new ChangeRefused(((Outcome.Refused) outcome).why());
        }
        Work next = applied.work();
        return new PlanViews.Shown(
                role,
                preferred,
                o,
                adopt,
                next.unit(),
                Assessment.of(c.machine().bench(), next));
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
