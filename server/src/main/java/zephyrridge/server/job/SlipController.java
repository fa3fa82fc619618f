package zephyrridge.server.job;

import java.security.Principal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.job.Alternative;
import zephyrridge.core.job.Assessment;
import zephyrridge.core.job.JobModule;
import zephyrridge.core.job.PlanConditions;
import zephyrridge.core.job.Unit;
import zephyrridge.core.plan.Terms;
import zephyrridge.core.quantity.Money;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.house.House;
import zephyrridge.server.text.Texts;

/** The slip for the counter: what is in the machine, what is proposed, what it costs, when it is ready, and the owner's yes. */
@RestController
class SlipController {
    /** @param amount in the shop's currency */
    record LineView(String what, String amount) {}

    /**
     * @param inIt what was found; {@code proposed} what the plan on the table makes of it, "" while nothing is planned
     * @param lines net, then tax; {@code total} with it
     * @param ready day it can be ready; {@code returnUntil} day until which what is bought can go back
     * @param beside the other layouts that were put together
     * @param comesOut modules that come out and belong to the owner
     * @param conditions that are still open
     */
    record SlipView(
            long job,
            String machine,
            String owner,
            String wish,
            String inIt,
            String proposed,
            List<LineView> lines,
            String currency,
            String total,
            int minutes,
            LocalDate ready,
            Optional<LocalDate> returnUntil,
            List<String> beside,
            List<String> comesOut,
            List<String> conditions,
            Optional<JobView.ConsentView> consent,
            LocalDate printed) {}

    private final Jobs jobs;
    private final Drawer drawer;
    private final House house;
    private final Texts texts;
    private final Clock clock;

    SlipController(Jobs jobs, Drawer drawer, House house, Texts texts, Clock clock) {
        this.jobs = jobs;
        this.drawer = drawer;
        this.house = house;
        this.texts = texts;
        this.clock = clock;
    }

    @GetMapping("/api/jobs/{id}/slip")
    SlipView slip(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        Unit u = c.unit();
        Assessment a = c.assessment();
        Alternative plan = u.onTheTable();
        Terms terms = house.terms().value();
        boolean planned = !a.plan().changed().isEmpty();
        int minutes = (a.plan().effortSeconds() + 59) / 60;
        List<LineView> lines = new ArrayList<>();
        Money net = Money.ZERO;
        for (Alternative.Buy b : plan.buys()) {
            lines.add(new LineView(b.packs() + " × " + b.wording(), b.whole().toString()));
            net = net.plus(b.whole());
        }
        for (String key : plan.planned().values()) {
            Optional<Drawer.StockModule> piece = Optional.ofNullable(u.modules().get(key))
                    .flatMap(JobModule::tag)
                    .flatMap(drawer::find);
            if (piece.isPresent()) {
                lines.add(new LineView(
                        texts.show(piece.get().spec().summary()) + " ("
                                + piece.get().tag() + ")",
                        piece.get().bookValue().toString()));
                net = net.plus(piece.get().bookValue());
            }
        }
        if (planned && minutes > 0) {
            Money labour = terms.labourQuoted(minutes);
            lines.add(new LineView(
                    texts.say("slip.labour", "minutes", minutes, "step", terms.labourStepMinutes()),
                    labour.toString()));
            net = net.plus(labour);
        }
        Money tax = net.share(terms.taxPermille(), 1000);
        lines.add(new LineView(texts.say("slip.tax", "percent", terms.taxPermille() / 10.0), tax.toString()));
        int readyDays =
                plan.buys().stream().mapToInt(Alternative.Buy::leadDays).max().orElse(0);
        LocalDate today = LocalDate.now(clock);
        boolean allBack = !plan.buys().isEmpty()
                && plan.buys().stream().allMatch(b -> b.returnDays().isPresent());
        return new SlipView(
                id,
                c.machine().record().name(),
                c.work().order().owner(),
                c.work().order().wish(),
                u.isLookedAt() ? texts.show(a.found().installed()) : texts.get("slip.notRead"),
                planned ? texts.show(a.plan().installed()) : "",
                lines,
                terms.currency(),
                net.plus(tax).toString(),
                minutes,
                today.plusDays(readyDays),
                allBack
                        ? plan.buys().stream()
                                .flatMap(b -> b.returnDays().stream())
                                .min(Integer::compare)
                                .map(today::plusDays)
                        : Optional.empty(),
                u.alternatives().stream()
                        .filter(x -> !x.id().equals(plan.id()) && !x.planned().isEmpty())
                        .map(Alternative::name)
                        .toList(),
                plan.planned().keySet().stream()
                        .map(u.asFound()::get)
                        .filter(k -> k != null && !u.plannedModules().containsValue(k))
                        .map(k -> texts.show(u.modules().get(k).spec().summary()))
                        .toList(),
                PlanConditions.of(u, a.limits()).stream()
                        .filter(s -> !s.met())
                        .map(s -> texts.say("condition." + s.condition().kind(), "figure", s.figure()))
                        .toList(),
                u.consent()
                        .map(x -> new JobView.ConsentView(
                                x.who(),
                                x.to(),
                                JobController.utc(x.at()),
                                x.by(),
                                x.alternative().equals(plan.id()))),
                today);
    }
}
