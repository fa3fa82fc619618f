package zephyrridge.server.proof;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import zephyrridge.core.layout.RateResult;
import zephyrridge.core.layout.WidthMap;
import zephyrridge.core.log.Entry;
import zephyrridge.core.proof.BeforeAfter;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.proof.Expectation;
import zephyrridge.core.proof.Measured;
import zephyrridge.core.proof.ProofFinding;
import zephyrridge.core.proof.Readout;
import zephyrridge.core.proof.ReadoutComparison;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.standing.Proof;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.account.Accounts;
import zephyrridge.server.document.Sealed;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.JobView;
import zephyrridge.server.view.JobView.ClosingView;
import zephyrridge.server.view.JobView.ComparisonLineView;
import zephyrridge.server.view.JobView.ExpectationView;
import zephyrridge.server.view.JobView.ProofView;
import zephyrridge.server.view.JobView.StartView;
import zephyrridge.server.view.ReadoutForm;
import zephyrridge.server.view.Said;
import zephyrridge.server.web.Times;

/** Puts starts, their readings and what is proven into words. */
@Component
public class ProofViews {
    private final Texts texts;
    private final Sealed sealed;
    private final Accounts accounts;
    private final LogViews logs;

    ProofViews(Texts texts, Sealed sealed, Accounts accounts, LogViews logs) {
        this.logs = logs;
        this.accounts = accounts;
        this.texts = texts;
        this.sealed = sealed;
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
                                u.host(),
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
                // Where modules went is what a card says of its arrangement.
                if (e instanceof Entry.Acted
                        || e instanceof Entry.Reseated
                        || e instanceof Entry.Companion
                        || e instanceof Entry.Elsewhere
                        || e instanceof Entry.FaultFound) {
                    actions.add(logs.text(e, c));
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
                    s.readout().total().map(ByteSize::mebibytes),
                    t.comparison().rateOfClock().map(texts::show),
                    lines(t.comparison(), t),
                    BeforeAfter.of(c.unit().before().measured(), s.readout().measured()).stream()
                            .map(b -> compared(b, ""))
                            .toList()));
            actions.clear();
        }
        return cards;
    }

    private List<String> arrangement(Entry.Started s, Jobs.Current c) {
        return s.arrangement().entrySet().stream()
                .map(e -> LogViews.label(e.getKey(), c) + ": " + logs.module(e.getValue(), c))
                .toList();
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
                .map(b -> b.megabytes() * runsAt(c));
        return BeforeAfter.of(c.unit().before().measured(), after.measured()).stream()
                .map(b -> compared(b, share(b, mean)))
                .toList();
    }

    /** What was measured at one start set beside another one's: which is better, and by how much. */
    List<JobView.ComparedView> beside(Jobs.Current c, int one, int other) {
        return BeforeAfter.of(at(c, one).measured(), at(c, other).measured()).stream()
                .map(b -> compared(b, ""))
                .toList();
    }

    private static Readout at(Jobs.Current c, int no) {
        return c.unit().log().starts().stream()
                .filter(s -> s.no() == no)
                .findFirst()
                .map(Entry.Started::readout)
                .orElse(Readout.NOTHING);
    }

    private JobView.ComparedView compared(BeforeAfter b, String share) {
        MeasuredWords.Row r = MeasuredWords.row(b, texts);
        return new JobView.ComparedView(r.name(), r.before(), r.after(), r.verdict(), share);
    }

    /** Whether another rate than planned was read and stands: accepted, or the first that was read of a filling that no row names. */
    private static boolean isAnotherRate(Proof.Try t) {
        return t.accepted().contains(Comparison.Field.RATE)
                || t.comparison().line(Comparison.Field.RATE).findings().stream()
                        .anyMatch(f -> f.code() == ProofFinding.PROOF_RATE_FIRST_READ);
    }

    /** What part of the planned rate it runs at. */
    private static double runsAt(Jobs.Current c) {
        Optional<Proof.Try> t =
                c.assessment().proof().lastWith(Comparison.Field.RATE).filter(ProofViews::isAnotherRate);
        return t.map(x -> x.comparison().line(Comparison.Field.RATE))
                .filter(l ->
                        l.expected() instanceof Comparison.Value.Rates && l.found() instanceof Comparison.Value.Count)
                .map(l -> (double) t.get().start().readout().megatransfers().orElse(0)
                        / ((Comparison.Value.Rates) l.expected()).rates().get(0).megatransfers())
                .filter(part -> part > 0)
                .orElse(1.0);
    }

    /** Differences that somebody took upon themselves, each in words: what was read, what was expected, by whom, why. */
    public List<String> accepted(Jobs.Current c) {
        List<String> said = new ArrayList<>();
        for (Unit.Acceptance a : c.unit().accepted()) {
            Optional<Comparison.Line> line = c.assessment().proof().tries().stream()
                    .filter(t -> t.start().no() == a.start())
                    .flatMap(t -> a.field().stream().map(f -> t.comparison().line(f)))
                    .findFirst();
            said.add(line.map(l -> texts.say(
                            "accepted.line",
                            "field",
                            texts.get("field." + l.field()),
                            "found",
                            value(l.found()),
                            "expected",
                            value(l.expected()),
                            "by",
                            accounts.nameOf(a.by()),
                            "reason",
                            a.reason()))
                    .orElse(texts.get("say.accepted")
                            .replace("{by}", accounts.nameOf(a.by()))
                            .replace("{reason}", a.reason())));
        }
        return said;
    }

    /** Of the region-weighted peak, from all threads only: one thread never fills it, and says nothing of the width. */
    private String share(BeforeAfter b, Optional<Double> mean) {
        boolean bandwidth = b.what().isBandwidth();
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
                said.map(words -> sealed.read(Sealed.Kind.WORDS, words, Said.Words.class)));
    }

    /** A person's name; the login of one who is no more. */
    public String person(String login) {
        return accounts.nameOf(login);
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
