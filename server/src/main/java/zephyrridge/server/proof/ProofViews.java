package zephyrridge.server.proof;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;
import zephyrridge.core.layout.RateResult;
import zephyrridge.core.layout.WidthMap;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Place;
import zephyrridge.core.opening.StepTimes;
import zephyrridge.core.proof.BeforeAfter;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.proof.Expectation;
import zephyrridge.core.proof.Measured;
import zephyrridge.core.proof.Readout;
import zephyrridge.core.proof.ReadoutComparison;
import zephyrridge.core.standing.Proof;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.account.Accounts;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;
import zephyrridge.server.trouble.FaultWords;
import zephyrridge.server.view.JobView;
import zephyrridge.server.view.JobView.ClosingView;
import zephyrridge.server.view.JobView.ComparisonLineView;
import zephyrridge.server.view.JobView.ExpectationView;
import zephyrridge.server.view.JobView.LogView;
import zephyrridge.server.view.JobView.ProofView;
import zephyrridge.server.view.JobView.StartView;
import zephyrridge.server.view.ReadoutForm;
import zephyrridge.server.view.Said;
import zephyrridge.server.web.Times;

/** Puts starts, their readings and what is proven into words. */
@Component
public class ProofViews {
    private final Texts texts;
    private final JsonMapper json;
    private final Accounts accounts;

    private final FaultWords faults;

    ProofViews(Texts texts, JsonMapper json, Accounts accounts, FaultWords faults) {
        this.faults = faults;
        this.accounts = accounts;
        this.texts = texts;
        this.json = json;
    }

    /** The last start's lines; before the first one what it is expected to show. */
    public List<ComparisonLineView> last(Jobs.Current c) {
        Unit u = c.unit();
        return c.assessment()
                .proof()
                .last()
                .map(t -> lines(t.comparison(), t))
                .orElseGet(() -> lines(
                        ReadoutComparison.compare(
                                c.machine().record(),
                                u.layout(c.machine().record(), u.plannedModules()),
                                u.intake().host(),
                                c.assessment().expected(),
                                Readout.NOTHING),
                        null));
    }

    public List<StartView> starts(Jobs.Current c) {
        List<StartView> cards = new ArrayList<>();
        List<String> actions = new ArrayList<>();
        Map<String, String> names = new HashMap<>();
        Map<Integer, Proof.Try> tries = c.assessment().proof().tries().stream()
                .collect(java.util.stream.Collectors.toMap(t -> t.start().no(), t -> t));
        for (Entry e : c.unit().log().happened()) {
            if (!(e instanceof Entry.Started s)) {
                if (!(e instanceof Entry.Stepped)) {
                    actions.add(text(e, c));
                }
                continue;
            }
            Proof.Try t = tries.get(s.no());
            boolean accepted = c.unit().accepted().stream()
                    .anyMatch(a -> a.start() == s.no() && a.field().isEmpty());
            cards.add(new StartView(
                    s.no(),
                    t.nth(),
                    s.stamp().at().map(Times::utc),
                    names.computeIfAbsent(s.stamp().by(), accounts::nameOf),
                    s.outcome(),
                    s.note(),
                    arrangement(s, c),
                    List.copyOf(actions),
                    t.counts(),
                    accepted,
                    s.minutes(),
                    ReadoutForm.of(s.readout()),
                    t.comparison().rateOfClock().map(texts::show),
                    lines(t.comparison(), t)));
            actions.clear();
        }
        return cards;
    }

    private List<String> arrangement(Entry.Started s, Jobs.Current c) {
        return s.arrangement().entrySet().stream()
                .map(e -> label(e.getKey(), c) + ": " + module(e.getValue(), c))
                .toList();
    }

    private static String label(String position, Jobs.Current c) {
        return c.machine().record().hasPosition(position)
                ? c.machine().record().position(position).label()
                : position;
    }

    private String module(String key, Jobs.Current c) {
        return Optional.ofNullable(c.unit().modules().get(key))
                .map(m -> texts.show(m.spec().summary())
                        + m.tag().map(t -> " (" + t + ")").orElse(""))
                .orElse(key);
    }

    private List<ComparisonLineView> lines(Comparison comparison, Proof.Try t) {
        return comparison.lines().stream()
                .map(l -> new ComparisonLineView(
                        l.field(),
                        texts.get("field." + l.field()),
                        value(l.expected()),
                        value(l.found()),
                        l.verdict(),
                        t != null && t.accepted().contains(l.field()),
                        FindingView.of(l.findings(), texts)))
                .toList();
    }

    private String value(Comparison.Value v) {
        if (v instanceof Comparison.Value.Size s) {
            return texts.show(s.size().rounded());
        }
        if (v instanceof Comparison.Value.Span s) {
            return texts.say("say.span", "from", s.from().rounded(), "to", s.to().rounded());
        }
        if (v instanceof Comparison.Value.Count c) {
            return String.valueOf(c.count());
        }
        if (v instanceof Comparison.Value.Rates r) {
            return texts.show(r.rates());
        }
        if (v instanceof Comparison.Value.Peak p) {
            return p.from().equals(p.to())
                    ? texts.say("say.peak", "peak", p.to())
                    : texts.say("say.peaks", "from", p.from(), "to", p.to());
        }
        if (v instanceof Comparison.Value.Speed s) {
            return texts.show(s.speed());
        }
        if (v instanceof Comparison.Value.Test t) {
            String errors = t.errors().map(String::valueOf).orElse(texts.get("say.notSaid"));
            return texts.say("say.test", "passes", t.passes(), "errors", errors);
        }
        return "";
    }

    /** What was measured on both sides of the work, with its share of the peak that is in the machine now. */
    public List<JobView.ComparedView> measured(Jobs.Current c) {
        Readout after = c.assessment().proof().after();
        Optional<Double> mean = c.assessment().plan().widths().stream()
                .max(Comparator.comparing(WidthMap::total))
                .flatMap(WidthMap::mean)
                .map(b -> (double) b.megabytes());
        return BeforeAfter.of(c.unit().before().measured(), after.measured()).stream()
                .map(b -> {
                    MeasuredWords.Row r = MeasuredWords.row(b, texts);
                    return new JobView.ComparedView(r.name(), r.before(), r.after(), r.verdict(), share(b, mean));
                })
                .toList();
    }

    /** Of the region-weighted peak, from all threads only: one thread never fills it, and says nothing of the width. */
    private String share(BeforeAfter b, Optional<Double> mean) {
        boolean bandwidth = b.what() == Measured.What.READ || b.what() == Measured.What.COPY;
        if (!bandwidth || b.after().isEmpty() || mean.isEmpty()) {
            return "";
        }
        return b.after().get().threads().filter(t -> t == Measured.Threads.ALL).isPresent()
                ? texts.say("measured.share", "percent", (int)
                        Math.round(100 * b.after().get().mean() / mean.get()))
                : texts.get("measured.noShare");
    }

    public ProofView proof(Proof p) {
        return new ProofView(
                p.grade(),
                p.wanted(),
                p.proven(),
                p.partProven(),
                texts.get(
                        p.proven() || p.grade() == zephyrridge.core.unit.Grade.NONE || p.partProven()
                                ? "grade." + p.grade()
                                : "grade.NOT_CLOSED"),
                FindingView.of(p.missing(), texts));
    }

    public ClosingView closing(Unit.Closing c, Optional<String> said) {
        return new ClosingView(
                c.grade(),
                c.proven(),
                texts.get("grade." + c.grade()),
                c.note(),
                c.inParts(),
                said.map(words -> json.readValue(words, Said.Words.class)));
    }

    /** A person's name; the login of one who is no more. */
    public String person(String login) {
        return accounts.nameOf(login);
    }

    public List<LogView> log(Jobs.Current c) {
        Map<String, String> names = new HashMap<>();
        Map<Integer, Integer> seconds = StepTimes.of(c.unit().log());
        return c.unit().log().happened().stream()
                .map(e -> new LogView(
                        e.no(),
                        e.stamp().at().map((LocalDateTime at) -> Times.utc(at)),
                        names.computeIfAbsent(e.stamp().by(), accounts::nameOf),
                        text(e, c),
                        e.stamp().beforeLog(),
                        Optional.ofNullable(seconds.get(e.no()))))
                .toList();
    }

    private String text(Entry e, Jobs.Current c) {
        if (e instanceof Entry.Opened o) {
            return texts.get("log.Opened." + o.purpose());
        }
        if (e instanceof Entry.Stepped s) {
            return texts.say("log.Stepped." + s.did(), "part", part(s.part(), c));
        }
        if (e instanceof Entry.Moved m) {
            return texts.say(
                    "log.Moved", "module", module(m.module(), c), "from", place(m.from(), c), "to", place(m.to(), c));
        }
        if (e instanceof Entry.Reseated r) {
            return texts.say("log.Reseated", "position", label(r.position(), c));
        }
        if (e instanceof Entry.Fastened f) {
            return texts.say("log.Fastened." + f.state(), "id", f.fastener(), "part", part(f.part(), c));
        }
        if (e instanceof Entry.Checked k) {
            return texts.say("log.Checked." + k.result(), "check", texts.get("check." + k.check()))
                    + (k.note().isEmpty() ? "" : " " + k.note());
        }
        if (e instanceof Entry.Companion k) {
            return texts.say("log.Companion." + k.phase(), "extra", texts.get("extra." + k.extra()))
                    + (k.note().isEmpty() ? "" : " " + k.note());
        }
        if (e instanceof Entry.Acted a) {
            return texts.get("log.Acted." + a.action());
        }
        if (e instanceof Entry.Elsewhere x) {
            return texts.say(
                    "log.Elsewhere." + x.outcome(),
                    "module",
                    module(x.module(), c),
                    "passes",
                    x.passes(),
                    "errors",
                    x.errors());
        }
        if (e instanceof Entry.FaultFound f) {
            return texts.say(
                    "log.FaultFound",
                    "what",
                    faults.in(c.machine().record(), c.unit()).remedies(f.found()));
        }
        Entry.Started s = (Entry.Started) e;
        return texts.get("log.Started." + s.outcome()) + (s.note().isEmpty() ? "" : " " + s.note());
    }

    private static String part(String id, Jobs.Current c) {
        return c.machine().record().access().part(id).map(p -> p.name()).orElse(id);
    }

    private String place(Place p, Jobs.Current c) {
        return p.isPosition() ? label(p.id(), c) : texts.say("place." + p.kind(), "id", p.id());
    }

    /** @param signals codes of this model that mean memory */
    public ExpectationView expectation(Expectation e, List<String> signals) {
        Optional<String> peak = e.widest().map(w -> e.narrowest()
                .filter(n -> !n.equals(w))
                .map(n -> texts.say("say.span", "from", n, "to", w))
                .orElse(texts.show(w)));
        String start = e.firstStartTo() <= 90
                ? texts.say("say.seconds", "from", e.firstStartFrom(), "to", e.firstStartTo())
                : texts.say("say.secondsToMinutes", "from", e.firstStartFrom(), "to", e.firstStartTo() / 60);
        return new ExpectationView(
                texts.show(e.firmwareTotal()),
                e.firmwareTotal().mebibytes(),
                texts.say("say.span", "from", e.usableFrom(), "to", e.usableTo()),
                e.positionsFilled(),
                e.domains().isEmpty() ? Optional.empty() : Optional.of(domains(e)),
                e.rateForms(),
                e.domains().stream()
                        .flatMap(d -> d.clocks().stream())
                        .findFirst()
                        .map(RateResult.Clocks::toString),
                peak,
                start,
                e.firstStartTo(),
                e.testPassMinutes(),
                e.notices().stream().map(n -> texts.get("notice." + n)).toList(),
                signals);
    }

    /** One rate where all run alike, else each with its processor. */
    private String domains(Expectation e) {
        return e.rates().size() == 1
                ? texts.show(e.rates().get(0))
                : String.join(
                        ", ",
                        e.domains().stream()
                                .map(d -> d.domain() + " "
                                        + d.rate().map(texts::show).orElse(""))
                                .toList());
    }
}
