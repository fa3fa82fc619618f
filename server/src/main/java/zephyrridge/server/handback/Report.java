package zephyrridge.server.handback;

import static zephyrridge.server.report.Paper.text;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.springframework.stereotype.Component;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.LayoutFinding;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Place;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.opening.AfterCheck;
import zephyrridge.core.proof.BeforeAfter;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.proof.Readout;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.standing.Proof;
import zephyrridge.core.unit.Alternative;
import zephyrridge.core.unit.Counter;
import zephyrridge.core.unit.Grade;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.proof.MeasuredWords;
import zephyrridge.server.proof.ProofViews;
import zephyrridge.server.report.Sheet;
import zephyrridge.server.text.Texts;
import zephyrridge.server.trouble.FaultWords;

/**
 * What the owner is given with the machine: drafted from what the job holds and nothing else. What is in the machine is what the log
 * has put there; figures of "after" are read or measured ones; what is not proven says so.
 */
@Component
public class Report {
    private final Texts texts;
    private final ProofViews proofs;
    private final FaultWords faults;

    Report(Texts texts, ProofViews proofs, FaultWords faults) {
        this.texts = texts;
        this.proofs = proofs;
        this.faults = faults;
    }

    /** XHTML of the whole report. */
    String body(Jobs.Current c, LocalDate today) {
        Sheet s = new Sheet();
        Unit u = c.unit();
        MachineRecord record = c.machine().record();
        Layout before = u.layout(record, u.asFound());
        Layout after = u.layout(record, c.assessment().inIt());
        LayoutEvaluation now = c.machine().bench().evaluator().evaluate(after, after, u.host());
        s.title(record.name());
        s.says(texts.say(
                "report.head", "job", c.row().id(), "owner", c.work().order().owner(), "day", today));
        s.says(c.work().order().wish());
        ByteSize was = c.assessment().found().installed();
        ByteSize is = now.installed();
        s.large(
                !AsFound.isRead(c.machine().bench(), u)
                        ? texts.say("report.now", "after", is)
                        : was.equals(is)
                                ? texts.say("report.same", "after", is)
                                : texts.say("report.change", "before", was, "after", is));
        s.drawing(picture(record, before, after));
        proof(s, c);
        figures(s, c, now);
        done(s, c);
        checks(s, c);
        modules(s, c);
        dates(s, c, today);
        cautions(s, c);
        u.closing().map(Unit.Closing::note).filter(n -> !n.isBlank()).ifPresent(note -> {
            s.heading(texts.get("report.note"));
            s.says(note);
        });
        return s.body();
    }

    /** Two rows to one scale: what was in it, what is in it now. */
    private String picture(MachineRecord record, Layout before, Layout after) {
        long most = Math.max(1, Math.max(total(before), total(after)));
        StringBuilder s = new StringBuilder(
                "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"640\" height=\"104\" viewBox=\"0 0 640 104\">");
        row(s, record, before, most, 4, texts.get("report.before"));
        row(s, record, after, most, 56, texts.get("report.after"));
        return s.append("</svg>").toString();
    }

    private void row(StringBuilder s, MachineRecord record, Layout layout, long most, int y, String name) {
        s.append(String.format(
                Locale.ROOT,
                "<text x=\"0\" y=\"%d\" font-family=\"sans-serif\" font-size=\"13\">%s</text>",
                y + 26,
                text(name)));
        double x = 80;
        for (int i = 0; i < layout.size(); i++) {
            Optional<ModuleSpec> m = layout.module(i);
            if (m.isEmpty() || !layout.isThere(record, i)) {
                continue;
            }
            double width = 556.0 * m.get().capacity().mebibytes() / most;
            s.append(String.format(
                    Locale.ROOT,
                    "<rect x=\"%.1f\" y=\"%d\" width=\"%.1f\" height=\"40\" fill=\"%s\" stroke=\"#000\"/>",
                    x,
                    y,
                    width - 2,
                    record.positions().get(i).isSoldered() ? "#ddd" : "#fff"));
            if (width > 44) {
                s.append(String.format(
                        Locale.ROOT,
                        "<text x=\"%.1f\" y=\"%d\" font-family=\"sans-serif\" font-size=\"13\">%s</text>",
                        x + 5,
                        y + 26,
                        text(texts.show(m.get().capacity()))));
            }
            x += width;
        }
    }

    private static long total(Layout layout) {
        long sum = 0;
        for (int i = 0; i < layout.size(); i++) {
            sum += layout.module(i).map(m -> m.capacity().mebibytes()).orElse(0L);
        }
        return sum;
    }

    private void proof(Sheet s, Jobs.Current c) {
        Proof p = c.assessment().proof();
        Grade grade = c.unit().closing().map(Unit.Closing::grade).orElse(p.closed() ? p.grade() : Grade.NONE);
        boolean proven = c.unit().closing().map(Unit.Closing::proven).orElse(p.proven());
        s.heading(texts.get("report.proof"));
        s.strong(texts.get("report.grade." + grade));
        if (!proven && grade != Grade.NONE) {
            s.says(texts.get("report.lessThanAsked"));
        }
        proofs.accepted(c).forEach(s::says);
    }

    private void figures(Sheet s, Jobs.Current c, LayoutEvaluation now) {
        Readout before = c.unit().before();
        Readout after = c.assessment().proof().after();
        List<List<String>> rows = new ArrayList<>();
        size(rows, "field.FIRMWARE_TOTAL", before.firmwareTotal(), after.firmwareTotal(), "");
        size(rows, "field.SYSTEM_TOTAL", before.systemTotal(), after.systemTotal(), "");
        size(rows, "field.USABLE", before.usable(), after.usable(), usableWhy(c, now));
        if (before.rate().isPresent() || after.rate().isPresent()) {
            String of = c.assessment()
                    .proof()
                    .lastWith(Comparison.Field.RATE)
                    .flatMap(t -> t.comparison().rateOfClock())
                    .map(rate -> texts.say("report.clockOf", "rate", rate))
                    .orElse("");
            rows.add(List.of(texts.get("field.RATE"), number(before.rate()), number(after.rate()), of));
        }
        count(rows, c, Comparison.Field.CAS_LATENCY, before.casLatency(), after.casLatency());
        count(rows, c, Comparison.Field.RANKS, before.ranks(), after.ranks());
        count(rows, c, Comparison.Field.CHANNELS, before.channels(), after.channels());
        size(rows, "field.PEAK_IN_USE", before.peakInUse(), after.peakInUse(), "");
        for (BeforeAfter b : BeforeAfter.of(before.measured(), after.measured())) {
            MeasuredWords.Row r = MeasuredWords.row(b, texts);
            rows.add(List.of(r.name(), r.before(), r.after(), r.verdict()));
        }
        if (rows.isEmpty()) {
            return;
        }
        s.heading(texts.get("report.figures"));
        s.table(List.of("", texts.get("report.before"), texts.get("report.after"), ""), rows);
    }

    private void count(
            List<List<String>> rows,
            Jobs.Current c,
            Comparison.Field field,
            Optional<Integer> before,
            Optional<Integer> after) {
        if (before.isPresent() || after.isPresent()) {
            rows.add(List.of(texts.get("field." + field), number(before), number(after), why(c, field)));
        }
    }

    private void size(
            List<List<String>> rows, String name, Optional<ByteSize> before, Optional<ByteSize> after, String why) {
        if (before.isPresent() || after.isPresent()) {
            String none = texts.get("report.notRead");
            rows.add(List.of(
                    texts.get(name),
                    before.map(b -> texts.show(b.rounded())).orElse(none),
                    after.map(a -> texts.show(a.rounded())).orElse(none),
                    why));
        }
    }

    /** What explains a reading that is not as planned, in words; "" where it is, or was not read. */
    private String why(Jobs.Current c, Comparison.Field field) {
        return c.assessment()
                .proof()
                .lastWith(field)
                .flatMap(t -> t.comparison().line(field).findings().stream().findFirst())
                .map(texts::of)
                .orElse("");
    }

    /** Why less is usable than is in it: what a reading was explained by, else what was computed before: the system's word size or edition. */
    private String usableWhy(Jobs.Current c, LayoutEvaluation now) {
        String read = why(c, Comparison.Field.USABLE);
        return !read.isEmpty()
                ? read
                : now.finding(LayoutFinding.USABLE_WORD_SIZE)
                        .or(() -> now.finding(LayoutFinding.USABLE_CEILING))
                        .map(texts::of)
                        .orElse("");
    }

    private String number(Optional<Integer> n) {
        return n.map(String::valueOf).orElse(texts.get("report.notRead"));
    }

    private void done(Sheet s, Jobs.Current c) {
        List<String> done = new ArrayList<>();
        FaultWords.In in = faults.in(c.machine().record(), c.unit());
        SortedMap<String, Integer> parts = new TreeMap<>();
        int failed = 0;
        for (Entry e : c.unit().log().happened()) {
            if (e instanceof Entry.Stepped st && st.did() == Entry.Did.TAKE_OFF) {
                c.machine().record().access().part(st.part()).ifPresent(p -> parts.merge(p.name(), 1, Integer::sum));
            } else if (e instanceof Entry.Companion k && k.phase() == Entry.Phase.DONE) {
                done.add(texts.get("extra." + k.extra()) + (k.note().isBlank() ? "" : ": " + k.note()));
            } else if (e instanceof Entry.Companion k && k.phase() == Entry.Phase.CANNOT) {
                done.add(texts.say("report.cannot", "extra", texts.get("extra." + k.extra()), "why", k.note()));
            } else if (e instanceof Entry.Acted a && a.action() != Entry.Action.WAITED) {
                done.add(texts.get("log.Acted." + a.action()));
            } else if (e instanceof Entry.Started st && st.failed()) {
                failed++;
            } else if (e instanceof Entry.FaultFound f) {
                done.add(texts.say("report.found", "what", in.found(f)));
            } else if (e instanceof Entry.Fastened f
                    && (f.state() == Entry.Screw.MISSING || f.state() == Entry.Screw.LEFT)) {
                done.add(texts.say(
                        "log.Fastened." + f.state(),
                        "id",
                        f.fastener(),
                        "part",
                        c.machine()
                                .record()
                                .access()
                                .part(f.part())
                                .map(x -> x.name())
                                .orElse(f.part())));
            }
        }
        done.addAll(0, moved(c, in));
        if (!parts.isEmpty()) {
            done.add(0, texts.say("report.opened", "parts", String.join(", ", parts.keySet())));
        }
        if (failed > 0) {
            done.add(texts.say(failed == 1 ? "report.failed.1" : "report.failed", "count", failed));
        }
        s.list(texts.get("report.done"), done);
    }

    private static final int MOST_PLACES = 8;

    /** What went out and in, place by place; on a large machine by kind. */
    private List<String> moved(Jobs.Current c, FaultWords.In in) {
        Map<String, String> was = c.unit().asFound();
        Map<String, String> is = c.assessment().inIt();
        SortedMap<String, String> places = new TreeMap<>();
        SortedMap<String, Integer> out = new TreeMap<>();
        SortedMap<String, Integer> into = new TreeMap<>();
        for (var position : c.machine().record().positions()) {
            String before = was.getOrDefault(position.id(), "");
            String after = is.getOrDefault(position.id(), "");
            if (before.equals(after)) {
                continue;
            }
            List<String> said = new ArrayList<>();
            if (!before.isEmpty()) {
                said.add(texts.say("report.out", "module", in.module(before)));
                out.merge(in.kind(before), 1, Integer::sum);
            }
            if (!after.isEmpty()) {
                said.add(texts.say("report.in", "module", in.module(after)));
                into.merge(in.kind(after), 1, Integer::sum);
            }
            places.put(position.label(), position.label() + ": " + String.join(", ", said));
        }
        if (places.size() <= MOST_PLACES) {
            return List.copyOf(places.values());
        }
        List<String> kinds = new ArrayList<>();
        out.forEach((kind, n) -> kinds.add(texts.say("report.out", "module", n + " × " + kind)));
        into.forEach((kind, n) -> kinds.add(texts.say("report.in", "module", n + " × " + kind)));
        return kinds;
    }

    private void checks(Sheet s, Jobs.Current c) {
        List<String> lines = new ArrayList<>();
        for (AfterCheck k : c.assessment().checks()) {
            lines.add(texts.get("check." + k.check()) + ": "
                    + texts.get(
                            k.answer().map(a -> "report.check." + a.result()).orElse("report.check.OPEN"))
                    + k.answer()
                            .map(Entry.Checked::note)
                            .filter(n -> !n.isBlank())
                            .map(n -> " (" + n + ")")
                            .orElse(""));
        }
        s.list(texts.get("report.checks"), lines);
    }

    /** What came out, and where each of it is. */
    private void modules(Sheet s, Jobs.Current c) {
        FaultWords.In in = faults.in(c.machine().record(), c.unit());
        List<String> lines = new ArrayList<>();
        c.assessment().now().places().forEach((key, place) -> {
            boolean pulled = c.unit().asFound().containsValue(key) && !place.isPosition();
            boolean back = place.kind() == Place.Kind.SUPPLIER
                    && c.unit().log().happened().stream()
                            .anyMatch(e -> e instanceof Entry.Moved m
                                    && m.module().equals(key)
                                    && m.to().kind() == Place.Kind.SUPPLIER);
            if (pulled || back) {
                lines.add(in.module(key) + ": "
                        + (back
                                ? texts.say("report.backTo", "supplier", place.id())
                                : texts.say("place." + place.kind(), "id", place.id())));
            }
        });
        s.list(texts.get("report.pulled"), lines);
    }

    /** Dates that are still ahead: what is past is no advice any more. */
    private void dates(Sheet s, Jobs.Current c, LocalDate today) {
        List<String> lines = new ArrayList<>();
        Optional<LocalDate> until = c.row().returnUntil();
        if (c.unit().isChosen() || c.unit().closing().isPresent()) {
            for (Alternative.Buy b : c.unit().onTheTable().buys()) {
                boolean in = c.assessment().inIt().values().stream()
                        .map(c.unit().modules()::get)
                        .anyMatch(m ->
                                m != null && m.offer().filter(b.offer()::equals).isPresent());
                if (in) {
                    lines.add(texts.say("report.bought", "wording", b.wording(), "supplier", b.supplier())
                            + (b.returnDays().isPresent()
                                            && until.filter(d -> !d.isBefore(today))
                                                    .isPresent()
                                    ? " " + texts.say("report.returnUntil", "day", until.get())
                                    : ""));
                }
            }
        }
        s.list(texts.get("report.dates"), lines);
    }

    private void cautions(Sheet s, Jobs.Current c) {
        List<String> lines = new ArrayList<>();
        if (c.unit().intake().battery() == Intake.Battery.SWOLLEN) {
            lines.add(texts.get("report.swollen"));
        }
        if (c.machine().record().start().losesClock()) {
            lines.add(texts.get("report.clock"));
        }
        c.unit().counter().extras().forEach((extra, offered) -> {
            if (offered.answer() == Counter.Answer.NO) {
                lines.add(texts.say("report.declined", "what", texts.get("extra." + extra)));
            }
        });
        c.unit()
                .closing()
                .map(Unit.Closing::inParts)
                .filter(x -> !x.isBlank())
                .ifPresent(by -> lines.add(texts.say("report.inParts", "by", by)));
        s.list(texts.get("report.cautions"), lines);
    }
}
