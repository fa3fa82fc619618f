package zephyrridge.server.planning;

import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;
import zephyrridge.core.unit.Counter;
import zephyrridge.server.report.Sheet;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.JobView;

/** The slip as the owner takes it along: what is asked and what was answered, no field that only the shop fills in. */
@Component
class SlipPaper {
    private final Texts texts;

    SlipPaper(Texts texts) {
        this.texts = texts;
    }

    String title(Slip.SlipView v) {
        return texts.say("slip.paper.title", "job", v.job());
    }

    String body(Slip.SlipView v) {
        Sheet s = new Sheet();
        s.title(v.machine());
        s.says(texts.say("report.head", "job", v.job(), "owner", v.owner(), "day", v.printed()));
        s.says(v.wish());
        s.table(
                List.of(texts.get("slip.paper.inIt"), texts.get("slip.paper.proposed")),
                List.of(List.of(v.inIt(), v.proposed().isEmpty() ? texts.get("slip.paper.nothing") : v.proposed())));
        if (!v.proposed().isEmpty()) {
            List<List<String>> lines = new ArrayList<>();
            v.lines().forEach(l -> lines.add(List.of(l.what(), l.amount())));
            lines.add(List.of(
                    texts.get("slip.paper.total"),
                    v.total().map(t -> v.currency() + " " + t).orElse(texts.get("slip.open"))));
            s.heading(texts.get("slip.paper.price")).table(List.of(), lines);
            if (!v.open().isEmpty()) {
                s.says(v.open());
            }
            s.says(v.ready()
                    .map(d -> texts.say("slip.paper.ready", "day", d, "minutes", v.minutes()))
                    .orElse(texts.say("slip.paper.readyOpen", "minutes", v.minutes())));
            v.returnUntil().ifPresent(d -> s.says(texts.say("slip.paper.returnUntil", "day", d)));
            s.list(texts.get("slip.paper.comesOut"), v.comesOut());
            s.list(texts.get("slip.paper.beside"), v.beside());
            s.list(texts.get("slip.paper.conditions"), v.conditions());
        }
        if (!v.worth().isEmpty()) {
            s.heading(texts.get("slip.paper.worth")).says(v.worth());
        }
        s.heading(texts.get("slip.paper.extras"))
                .table(
                        List.of(),
                        v.extras().stream()
                                .map(e -> List.of(e.name(), price(e), answer(e.answer())))
                                .toList());
        List<String> leave = new ArrayList<>();
        v.bans().stream().filter(Slip.BanView::holds).map(Slip.BanView::name).forEach(leave::add);
        if (!v.forbids().isBlank()) {
            leave.add(v.forbids());
        }
        s.list(texts.get("slip.paper.leave"), leave);
        s.heading(texts.get("slip.paper.yes"));
        v.consent()
                .filter(JobView.ConsentView::current)
                .ifPresentOrElse(
                        y -> s.says(texts.say(
                                "slip.paper.noted",
                                "who",
                                y.who(),
                                "to",
                                y.to(),
                                "day",
                                y.at().toString().substring(0, 10),
                                "by",
                                y.by())),
                        () -> s.toSign(texts.get("slip.paper.name"), texts.get("slip.paper.day")));
        return s.body();
    }

    private String price(Slip.ExtraView e) {
        return !e.price().isEmpty()
                ? e.price()
                : e.minutes()
                        .map(m -> texts.say("slip.paper.byTime", "minutes", m))
                        .orElse(texts.get("slip.paper.afterALook"));
    }

    private String answer(Counter.Answer a) {
        return a == Counter.Answer.NOT_ASKED ? texts.get("slip.paper.ask") : texts.get("slip.paper.answer." + a);
    }
}
