package zephyrridge.server.planning;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.security.Principal;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.Outcome;
import zephyrridge.core.change.PlanChange;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.plan.DrawerPiece;
import zephyrridge.core.plan.HousePreference;
import zephyrridge.core.plan.Offer;
import zephyrridge.core.plan.PlanOption;
import zephyrridge.core.plan.PlanTask;
import zephyrridge.core.plan.Planner;
import zephyrridge.core.plan.Selection;
import zephyrridge.core.plan.Sizing;
import zephyrridge.core.plan.Target;
import zephyrridge.core.plan.WhyNot;
import zephyrridge.core.plan.WorkProfile;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.unit.Alternative;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.TypedLine;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Whence;
import zephyrridge.core.unit.Work;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.house.House;
import zephyrridge.server.job.ChangeRefused;
import zephyrridge.server.job.JobPorts;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.web.Costly;
import zephyrridge.server.web.Problem;

/** Layouts worth choosing between, out of what is in the machine, the drawer and the suppliers' sheets. */
@RestController
class PlanningController {
    private static final int STOPS_WITHIN_MS = 2000;

    private final Jobs jobs;
    private final Drawer drawer;
    private final House house;
    private final PlanViews views;
    private final WhyNotViews whyNots;
    private final OptionViews cards;
    private final Searches searches;
    private final SearchStore told;
    private final PlanTasks tasks;
    private final Clock clock;

    PlanningController(
            Jobs jobs,
            Drawer drawer,
            House house,
            PlanViews views,
            WhyNotViews whyNots,
            OptionViews cards,
            Searches searches,
            SearchStore told,
            PlanTasks tasks,
            Clock clock) {
        this.whyNots = whyNots;
        this.cards = cards;
        this.clock = clock;
        this.jobs = jobs;
        this.drawer = drawer;
        this.house = house;
        this.views = views;
        this.searches = searches;
        this.told = told;
        this.tasks = tasks;
    }

    /** What a search was begun for. */
    private record Asked(Jobs.Current job, PlanTask task) {}

    /** What it comes to: all that nothing beats, and what of it is proposed. */
    private record Found(zephyrridge.core.plan.Outcome outcome, Selection.Chosen chosen) {}

    private <T> Searches.Search<T, Found> begin(long id, Jobs.Current c, Principal who, T asked, PlanTask task) {
        Target wanted = wanted(c, task);
        return searches.begin(id, c.row().id(), who.getName(), asked, List.of(task.basis(), wanted), stop -> {
            zephyrridge.core.plan.Outcome outcome = Planner.plan(task, Planner.NODES, stop);
            return new Found(outcome, Selection.of(task, outcome.front(), wanted));
        });
    }

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
        Searches.Search<Asked, Found> search = begin(searches.freshId(), id, who);
        PlanViews.OptionsView answer = patience == 0 ? running(search) : answer(search, patience, who);
        if (answer.search().isPresent()) {
            told.keep(who.getName(), id, search.id, LocalDateTime.now(clock));
        }
        return answer;
    }

    private Searches.Search<Asked, Found> begin(long search, long job, Principal who) {
        Jobs.Current c = jobs.get(job, who.getName());
        PlanTask task = tasks.of(c);
        return begin(search, c, who, new Asked(c, task), task);
    }

    /** One that another application began, or this one before it was started, is begun anew under its number. */
    private Searches.Search<Asked, Found> found(long search, Principal who) {
        Optional<Searches.Search<Asked, Found>> here = searches.find(search, who.getName(), Asked.class);
        return here.orElseGet(() -> begin(
                search,
                told.job(who.getName(), search).orElseThrow(() -> Problem.notFound("search", String.valueOf(search))),
                who));
    }

    /** How far a search is, or what it came to. */
    @GetMapping("/api/searches/{search}")
    PlanViews.OptionsView search(
            @PathVariable long search,
            @RequestParam(defaultValue = "0") @Min(0) @Max(5000) int patience,
            Principal who) {
        return answer(found(search, who), patience, who);
    }

    /** Stops a search: the answer is what was found till then. */
    @DeleteMapping("/api/searches/{search}")
    PlanViews.OptionsView stop(@PathVariable long search, Principal who) {
        Searches.Search<Asked, Found> s = found(search, who);
        s.stop();
        return answer(s, STOPS_WITHIN_MS, who);
    }

    private PlanViews.OptionsView running(Searches.Search<Asked, Found> search) {
        return views.running(search.of.job(), search.id, search.looked(), work(search.of.job()));
    }

    private PlanViews.OptionsView answer(Searches.Search<Asked, Found> search, int patience, Principal who) {
        Jobs.Current c = search.of.job();
        PlanTask task = search.of.task();
        Optional<Found> found = search.outcome(patience);
        if (found.isEmpty()) {
            return running(search);
        }
        Selection.Chosen chosen = found.get().chosen();
        JobPorts ports = jobs.ports(c, who.getName()).knowing(task.offers());
        List<OptionViews.Shown> shown = new ArrayList<>();
        chosen.recommended()
                .ifPresent(o -> shown.add(shown(c, ports, OptionViews.Role.RECOMMENDED, chosen.preferred(), o)));
        chosen.cheaper().ifPresent(o -> shown.add(shown(c, ports, OptionViews.Role.CHEAPER, Optional.empty(), o)));
        chosen.further().ifPresent(o -> shown.add(shown(c, ports, OptionViews.Role.FURTHER, Optional.empty(), o)));
        chosen.wider().ifPresent(o -> shown.add(shown(c, ports, OptionViews.Role.WIDER, Optional.empty(), o)));
        chosen.others().forEach(o -> shown.add(shown(c, ports, OptionViews.Role.OTHER, Optional.empty(), o)));
        return views.of(
                c, task, found.get().outcome(), shown, work(c), house.terms().value());
    }

    /** What a comparison searched for; another kind than {@link Asked}, so that neither takes the other's place. */
    private record Compared(PlanTask task) {}

    private static final int COMPARES_WITHIN_MS = 30_000;

    /** Why the layout on the table is not the one that is proposed; searched for like any other, a few at a time. */
    @Costly
    @GetMapping("/api/jobs/{id}/why-not")
    WhyNotViews.WhyNotView whyNot(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        PlanTask task = tasks.of(c);
        Found found = begin(searches.freshId(), c, who, new Compared(task), task)
                .outcome(COMPARES_WITHIN_MS)
                .orElseThrow(() -> Problem.of(HttpStatus.SERVICE_UNAVAILABLE, "STILL_SEARCHING", Map.of()));
        SortedMap<String, ModuleSpec> at = new TreeMap<>();
        c.unit().plannedModules().forEach((p, key) -> {
            if (c.machine().record().hasPosition(p)) {
                at.put(p, c.unit().modules().get(key).spec());
            }
        });
        List<String> open = TypedLine.of(c.unit()).stream()
                .filter(t -> t.whence().isPriceOpen() || t.whence().isDayOpen())
                .map(t -> t.module().labelLine())
                .toList();
        WhyNot why = WhyNot.ask(
                task,
                bought(c, task),
                at,
                found.outcome().front(),
                found.chosen().recommended());
        // What stops it, or is too little, is so at any price.
        boolean compared = !(why instanceof WhyNot.Stopped) && !(why instanceof WhyNot.MissesTarget);
        return !open.isEmpty() && compared ? whyNots.priceOpen(open) : whyNots.of(why, c);
    }

    /** The task with nothing to be had but what is bought, drawn and typed for the layout on the table. */
    private PlanTask bought(Jobs.Current c, PlanTask task) {
        Unit u = c.unit();
        Set<String> keys = Set.copyOf(u.onTheTable().planned().values());
        List<DrawerPiece> pieces = new ArrayList<>();
        Map<String, ModuleSpec> specOf = new HashMap<>();
        for (JobModule m : u.modules().values()) {
            if (keys.contains(m.key())) {
                m.offer().ifPresent(o -> specOf.put(o, m.spec()));
                m.tag().flatMap(drawer::find).map(PlanTasks::piece).ifPresent(pieces::add);
            }
        }
        List<Offer> lines = new ArrayList<>();
        for (Alternative.Buy b : u.onTheTable().buys()) {
            Money restocking = task.offers().stream()
                    .filter(o -> o.id().equals(b.offer()))
                    .map(Offer::restocking)
                    .findFirst()
                    .orElse(Money.ZERO);
            lines.add(new Offer(
                    b.offer(),
                    b.supplier(),
                    b.wording(),
                    specOf.get(b.offer()),
                    b.pieces(),
                    b.price(),
                    b.packs(),
                    b.leadDays(),
                    b.returnDays(),
                    restocking));
        }
        LocalDate today = LocalDate.now(clock);
        for (TypedLine t : TypedLine.of(u)) {
            Whence w = t.whence();
            lines.add(new Offer(
                    "typed " + t.keys().get(0),
                    w.supplier(),
                    t.module().labelLine(),
                    t.module().spec(),
                    1,
                    w.price().orElse(Money.ZERO),
                    t.pieces(),
                    w.day().map(d -> days(today, d)).orElse(0),
                    w.returnUntil().map(d -> days(today, d)),
                    Money.ZERO));
        }
        return task.withOnly(pieces, lines);
    }

    private static int days(LocalDate today, LocalDate day) {
        return (int) Math.max(0, ChronoUnit.DAYS.between(today, day));
    }

    /** Kinds of work, as they keep a machine of these years busy. */
    private List<WorkProfile> work(Jobs.Current c) {
        return WorkProfile.ofYears(
                house.work().value(), c.machine().record().controller().generation());
    }

    private Target wanted(Jobs.Current c, PlanTask task) {
        var found = c.assessment().found();
        Sizing.Answer answer = Sizing.of(c.unit().need().measured(), work(c), found.usable());
        return Sizing.wanted(
                task.target(), answer, found.installed(), task.house().howMuch());
    }

    /** The option as the job would be with it on the table: the very change that adopts it, applied and not kept. */
    private OptionViews.Shown shown(
            Jobs.Current c,
            JobPorts ports,
            OptionViews.Role role,
            Optional<HousePreference.Reason> preferred,
            PlanOption o) {
        PlanChange.AdoptLayout adopt = PlanChange.AdoptLayout.of(c.unit(), o, cards.name(o));
        Outcome outcome = Change.applied(adopt, c.work(), c.machine().bench(), ports);
        if (!(outcome instanceof Outcome.Applied applied)) {
            throw new ChangeRefused(((Outcome.Refused) outcome).why());
        }
        Work next = applied.work();
        return new OptionViews.Shown(
                role,
                preferred,
                o,
                adopt,
                next.unit(),
                Assessment.of(c.machine().bench(), next));
    }
}
