package zephyrridge.server.handback;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import zephyrridge.core.log.Entry;
import zephyrridge.core.unit.Alternative;
import zephyrridge.core.unit.JobModule;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.report.Sheet;
import zephyrridge.server.text.Texts;
import zephyrridge.server.trouble.FaultWords;

/** What goes to a supplier with a module that is sent back. */
@Component
class ReturnSlip {
    private final Texts texts;
    private final FaultWords faults;

    ReturnSlip(Texts texts, FaultWords faults) {
        this.texts = texts;
        this.faults = faults;
    }

    /** Proof for a supplier: which module, what was bought, what was found and at which starts. */
    String body(Jobs.Current c, JobModule module, LocalDate today) {
        Sheet s = new Sheet();
        FaultWords.In in = faults.in(c.machine().record(), c.unit());
        Optional<Alternative.Buy> buy = c.unit().alternatives().stream()
                .flatMap(a -> a.buys().stream())
                .filter(b -> module.offer().filter(b.offer()::equals).isPresent())
                .findFirst();
        s.title(texts.get("return.title"));
        s.says(texts.say("return.head", "job", c.row().id(), "day", today));
        s.says(texts.say(
                "return.module",
                "module",
                in.module(module.key()),
                "label",
                module.labelLine(),
                "supplier",
                buy.map(b -> texts.say("return.from", "supplier", b.supplier())).orElse("")));
        buy.ifPresent(b -> s.says(texts.say(
                "return.bought", "wording", b.wording(), "price", b.price().toString())));
        c.row().returnUntil().ifPresent(d -> s.says(texts.say("report.returnUntil", "day", d)));
        s.heading(texts.get("return.reason"));
        List<String> found = c.unit().log().happened().stream()
                .filter(Entry.FaultFound.class::isInstance)
                .map(Entry.FaultFound.class::cast)
                .filter(f -> f.found().stream().anyMatch(x -> x.modules().contains(module.key())))
                .map(f -> in.found(f))
                .toList();
        s.says(found.isEmpty() ? texts.get("return.notConfirmed") : String.join("; ", found));
        s.heading(texts.get("return.proof"));
        List<List<String>> rows = new ArrayList<>();
        int nth = 0;
        for (Entry e : c.unit().log().happened()) {
            if (e instanceof Entry.FaultFound f
                    && f.found().stream().anyMatch(x -> x.modules().contains(module.key()))) {
                // What was tried with other modules afterwards is nothing to the supplier.
                break;
            }
            if (e instanceof Entry.Started st) {
                nth++;
                rows.add(List.of(
                        String.valueOf(nth),
                        in.fill(st.arrangement()),
                        texts.get("log.Started." + st.outcome())
                                + (st.note().isBlank() ? "" : " " + st.note())
                                + st.readout()
                                        .firmwareTotal()
                                        .map(t -> " " + texts.show(t.rounded()))
                                        .orElse("")));
            } else if (e instanceof Entry.Elsewhere x && x.module().equals(module.key())) {
                rows.add(List.of(
                        "",
                        texts.get("return.elsewhere"),
                        texts.say(
                                "log.Elsewhere." + x.outcome(),
                                "module",
                                in.module(x.module()),
                                "passes",
                                x.passes(),
                                "errors",
                                x.errors())));
            }
        }
        return s.table(List.of("", texts.get("return.inIt"), texts.get("return.seen")), rows)
                .body();
    }
}
