package zephyrridge.server.page;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import zephyrridge.core.access.Part;
import zephyrridge.core.change.PartsWanted;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.layout.Verdict;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Place;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.Socket;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Gap;
import zephyrridge.core.standing.Lead;
import zephyrridge.core.standing.Proof;
import zephyrridge.core.unit.Alternative;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.evidence.EvidenceViews;
import zephyrridge.server.job.EventRow;
import zephyrridge.server.job.FieldChanges;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.machine.Quirks;
import zephyrridge.server.opening.OpeningViews;
import zephyrridge.server.planning.LimitViews;
import zephyrridge.server.proof.ProofViews;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.JobView;
import zephyrridge.server.view.JobView.FitLineView;
import zephyrridge.server.view.JobView.LegView;
import zephyrridge.server.view.JobView.ModuleView;
import zephyrridge.server.view.JobView.NowView;
import zephyrridge.server.view.JobView.PresenceView;
import zephyrridge.server.view.JobView.RuleView;
import zephyrridge.server.view.PictureView;
import zephyrridge.server.view.ReadoutForm;
import zephyrridge.server.web.Times;

/** Puts a job into the words and figures of its view; computes nothing. */
@Component
public class JobViews {
    private final Texts texts;
    private final LimitViews limits;
    private final ProofViews proofs;
    private final OpeningViews openings;
    private final Quirks quirks;
    private final Jobs jobs;
    private final FieldChanges fields;

    JobViews(
            Texts texts,
            LimitViews limits,
            ProofViews proofs,
            OpeningViews openings,
            Quirks quirks,
            Jobs jobs,
            FieldChanges fields) {
        this.limits = limits;
        this.jobs = jobs;
        this.fields = fields;
        this.texts = texts;
        this.proofs = proofs;
        this.openings = openings;
        this.quirks = quirks;
    }

    JobView of(Jobs.Current c) {
        Unit u = c.unit();
        Assessment a = c.assessment();
        SortedMap<String, String> planned = u.plannedModules();
        return new JobView(
                c.row().id(),
                c.row().version(),
                jobs.stamp(c.row()),
                c.row().machineId(),
                c.machine().record().name(),
                c.machine().record().kind(),
                c.machine().record().controller().generation(),
                quirks.of(c.machine().record()),
                a.trail().current(),
                u.closing().isPresent(),
                c.work().order(),
                u.intake(),
                presence(c),
                modules(u, planned),
                PictureView.of(c.machine(), a.found(), u, u.asFound(), false, texts),
                PictureView.of(c.machine(), a.plan(), u, planned, true, texts),
                Stream.concat(a.readingFindings().stream(), a.found().findings().stream())
                        .distinct()
                        .map(f -> FindingView.of(f, texts))
                        .toList(),
                FindingView.of(a.plan().findings(), texts),
                a.plan().verdicts().stream()
                        .map(v -> new RuleView(v.rule(), texts.get("rule." + v.rule()), v.verdict()))
                        .toList(),
                legs(c),
                foundVerdict(c.machine().bench(), u, a),
                planVerdict(u, a),
                limits.of(c),
                alternatives(c),
                u.onTheTable().parts().stream()
                        .map(p -> new JobView.SmallPartView(
                                p.what(), p.pieces(), p.price().toString()))
                        .toList(),
                PartsWanted.of(c.machine().record(), u).stream()
                        .map(p -> new JobView.SmallPartView(
                                texts.say("parts." + p.kind(), "name", p.name()), p.pieces(), ""))
                        .toList(),
                u.need(),
                u.otherSchools().entrySet().stream()
                        .map(e -> new JobView.OtherSchoolView(
                                e.getKey(),
                                texts.get("house."
                                                + e.getKey()
                                                        .substring(0, e.getKey().indexOf('.'))) + ": "
                                        + texts.get("house." + e.getKey()),
                                e.getValue()))
                        .toList(),
                u.consent()
                        .map(x -> new JobView.ConsentView(
                                x.who(),
                                x.to(),
                                Times.utc(x.at()),
                                proofs.person(x.by()),
                                x.alternative().equals(u.onTheTable().id()))),
                FindingView.of(a.openingGates(), texts),
                FindingView.of(a.fittingGates(), texts),
                FindingView.of(a.clearingGates(), texts),
                u.log().happened().stream()
                        .anyMatch(e -> e instanceof Entry.Acted x && x.action() == Entry.Action.SETTINGS_CLEARED),
                openings.of(c),
                a.fitLines().stream().map(this::fitLine).toList(),
                proofs.expectation(a.expected(), c.machine().record().start().signals()),
                proofs.starts(c),
                proofs.last(c),
                proofs.proof(a.proof()),
                new NowView(
                        a.now().off().stream()
                                .map(id -> c.machine()
                                        .record()
                                        .access()
                                        .part(id)
                                        .map(Part::name)
                                        .orElse(id))
                                .toList(),
                        a.now().modulesAt(Place.Kind.TRAY).stream()
                                .map(k -> name(u.modules().get(k)))
                                .toList(),
                        a.now().down(),
                        a.now().power().unplugged(),
                        a.now().power().drained(),
                        a.now().power().grounded()),
                u.isChosen(),
                List.copyOf(u.deviations().missing()),
                c.machine().published().controllerNames(),
                proofs.log(c),
                ReadoutForm.of(u.before()),
                proofs.measured(c),
                u.photos(),
                u.closing().map(x -> proofs.closing(x, c.row().said())),
                FindingView.of(a.handBackGates(), texts),
                c.history().undoes().map(e -> undo(c, e)),
                c.history().redoes().map(this::event),
                Times.utc(c.row().updatedAt()),
                c.row().updatedBy());
    }

    private List<LegView> legs(Jobs.Current c) {
        List<Lead> leads = Lead.of(c.work(), c.machine().bench(), c.assessment());
        return c.assessment().trail().legs().stream()
                .map(l -> {
                    Lead lead = leads.get(l.station().ordinal());
                    return new LegView(
                            l.station(),
                            l.status(),
                            l.minutes(),
                            missing(lead, c.assessment().proof()),
                            next(c, lead.next()));
                })
                .toList();
    }

    /** What a station lacks; the questions of Take in are one phrase, and a proof names the first thing it lacks. */
    private List<String> missing(Lead lead, Proof proof) {
        List<String> questions = lead.missing().stream()
                .filter(g -> g.kind().isQuestion())
                .map(g -> texts.get("lead." + g.kind()))
                .toList();
        Stream<String> others = lead.missing().stream()
                .filter(g -> !g.kind().isQuestion())
                .map(g -> g.kind() == Gap.Kind.NOT_PROVEN && !proof.missing().isEmpty()
                        ? clause(texts.of(proof.missing().get(0)))
                        : g.of().equals("1")
                                ? texts.find("lead." + g.kind() + ".1")
                                        .orElseGet(() -> texts.say("lead." + g.kind(), "of", 1))
                                : texts.say("lead." + g.kind(), "of", g.of()));
        return Stream.concat(
                        others,
                        questions.isEmpty()
                                ? Stream.empty()
                                : Stream.of(texts.say("lead.QUESTIONS", "of", String.join(", ", questions))))
                .toList();
    }

    /** A sentence as part of another. */
    private static String clause(String sentence) {
        return sentence.substring(0, 1).toLowerCase(Locale.ROOT)
                + sentence.substring(1).replaceFirst("\\.$", "");
    }

    private JobView.LeadNextView next(Jobs.Current c, Lead.Next next) {
        String of =
                switch (next.what()) {
                    case GO -> texts.get("station." + next.id());
                    case TICK -> Stream.concat(c.assessment().opening().stream(), c.assessment().closing().stream())
                            .filter(s -> s.id().equals(next.id()))
                            .findFirst()
                            .map(this::briefly)
                            .orElseGet(() -> texts.get("brief."
                                    + next.id().toUpperCase(Locale.ROOT).replace('-', '_')));
                    case FIT -> c.machine().record().position(next.id()).label();
                    default -> "";
                };
        return new JobView.LeadNextView(
                next.what(),
                next.id(),
                next.what() == Lead.Do.NONE ? "" : texts.say("next." + next.what(), "of", of),
                next.what() == Lead.Do.ANSWER_AS_USUAL ? asUsual(c) : "");
    }

    /** Which answers "as usual" would give. */
    private String asUsual(Jobs.Current c) {
        Intake now = c.unit().intake();
        Intake usual = now.asUsual(c.machine().record().kind());
        List<String> words = new ArrayList<>();
        if (now.seal() != usual.seal()) {
            words.add(texts.get("usual.seal." + usual.seal()));
        }
        if (now.battery() != usual.battery()) {
            words.add(texts.get("usual.battery." + usual.battery()));
        }
        if (now.encryption() != usual.encryption()) {
            words.add(texts.get("usual.encryption." + usual.encryption()));
        }
        if (now.firmwareSettings() != usual.firmwareSettings()) {
            words.add(texts.get("usual.firmwareSettings." + usual.firmwareSettings()));
        }
        return texts.say("usual.means", "words", String.join(", ", words));
    }

    private String briefly(WorkStep step) {
        return texts.get("brief." + step.kind())
                .replace("{part}", step.part().map(Part::name).orElse(""));
    }

    private String foundVerdict(Bench bench, Unit u, Assessment a) {
        if (!AsFound.isRead(bench, u)) {
            return EvidenceViews.unread(u, texts);
        }
        return texts.verdict(
                "verdict.found.",
                Stream.concat(a.readingFindings().stream(), a.found().findings().stream())
                        .toList());
    }

    private String planVerdict(Unit u, Assessment a) {
        if (a.plan().changed().isEmpty()) {
            return texts.get("verdict.UNPLANNED");
        }
        // "Works" is said only where every rule was decided.
        long open = a.plan().verdicts().stream()
                .filter(v -> v.verdict() == Verdict.UNDECIDED)
                .count();
        boolean barred = a.plan().findings().stream()
                .anyMatch(f -> f.severity() == Severity.STOP || f.severity() == Severity.RISK);
        return open == 0 || barred
                ? texts.verdict("verdict.", a.plan().findings())
                : open == 1 ? texts.get("verdict.UNDECIDED.1") : texts.say("verdict.UNDECIDED", "n", open);
    }

    private static List<PresenceView> presence(Jobs.Current c) {
        MachineRecord record = c.machine().record();
        Stream<String> processors = record.processors().size() > 1 ? record.processors().stream() : Stream.empty();
        return Stream.concat(processors, record.carriers().stream())
                .map(id -> new PresenceView(
                        id,
                        record.access().part(id).map(Part::name).orElse("Processor " + id),
                        c.unit().deviations().absent().contains(id)))
                .toList();
    }

    private List<ModuleView> modules(Unit s, Map<String, String> planned) {
        Map<String, String> foundAt = inverted(s.asFound());
        Map<String, String> plannedAt = inverted(planned);
        Map<String, Place> places = Now.of(s).places();
        return s.modules().values().stream()
                .map(m -> new ModuleView(
                        m.key(),
                        m.origin(),
                        m.labelLine(),
                        m.tag(),
                        texts.show(m.spec().summary()),
                        m.spec().capacity().mebibytes(),
                        m.spec().organisation().packageRanks(),
                        Optional.ofNullable(foundAt.get(m.key())),
                        Optional.ofNullable(plannedAt.get(m.key())),
                        aside(s, places, m),
                        Optional.ofNullable(places.get(m.key())).map(Place::kind),
                        supplier(s, m),
                        s.log().happened().stream()
                                .anyMatch(e -> e instanceof Entry.Moved x
                                        && x.module().equals(m.key())
                                        && x.to().kind() == Place.Kind.SUPPLIER)))
                .toList();
    }

    /** Where a module is that hands have moved and that is in no position. */
    private Optional<String> aside(Unit s, Map<String, Place> places, JobModule m) {
        boolean moved = s.log().happened().stream()
                .anyMatch(e -> e instanceof Entry.Moved x && x.module().equals(m.key()));
        return Optional.ofNullable(places.get(m.key()))
                .filter(p -> moved && !p.isPosition())
                .map(p -> p.kind() == Place.Kind.SUPPLIER
                        ? texts.say("report.backTo", "supplier", p.id())
                        : texts.say("place." + p.kind(), "id", p.id()));
    }

    /** Whom it was bought from; one that was typed in goes back to whoever that was. */
    private Optional<String> supplier(Unit s, JobModule m) {
        return m.offer()
                .flatMap(offer -> s.alternatives().stream()
                        .flatMap(a -> a.buys().stream())
                        .filter(b -> b.offer().equals(offer))
                        .map(Alternative.Buy::supplier)
                        .findFirst())
                .or(() -> m.origin() == JobModule.Origin.TYPED
                        ? Optional.of(texts.get("say.theSupplier"))
                        : Optional.empty());
    }

    private static Map<String, String> inverted(Map<String, String> keys) {
        return keys.entrySet().stream().collect(Collectors.toMap(Map.Entry::getValue, Map.Entry::getKey));
    }

    private String undo(Jobs.Current c, EventRow e) {
        String what = fields.briefly(jobs.undone(c));
        return what.isEmpty() ? event(e) : event(e) + ": " + what;
    }

    private String event(EventRow e) {
        return e.who() + " " + texts.get("event." + e.type());
    }

    private List<JobView.AlternativeView> alternatives(Jobs.Current c) {
        Unit u = c.unit();
        return u.alternatives().stream()
                .filter(a -> !a.planned().isEmpty())
                .map(a -> {
                    SortedMap<String, String> whole = u.plannedModules(a);
                    var layout = u.layout(c.machine().record(), whole);
                    long mib = 0;
                    for (int p = 0; p < layout.size(); p++) {
                        mib += layout.isThere(c.machine().record(), p)
                                ? layout.module(p)
                                        .map(m -> m.capacity().mebibytes())
                                        .orElse(0L)
                                : 0;
                    }
                    return new JobView.AlternativeView(
                            a.id(),
                            a.name(),
                            a.id().equals(u.onTheTable().id()),
                            u.chosen().filter(a.id()::equals).isPresent(),
                            texts.show(ByteSize.ofMebibytes(mib)),
                            a.planned().entrySet().stream()
                                    .filter(e -> c.machine().record().hasPosition(e.getKey()))
                                    .map(e -> c.machine()
                                                    .record()
                                                    .position(e.getKey())
                                                    .label() + ": "
                                            + (e.getValue().isEmpty()
                                                    ? texts.get("say.empty")
                                                    : name(u.modules().get(e.getValue()))))
                                    .toList(),
                            a.buys().stream()
                                    .map(b -> texts.say(
                                            "say.buy",
                                            "packs",
                                            b.packs(),
                                            "wording",
                                            b.wording(),
                                            "supplier",
                                            b.supplier(),
                                            "price",
                                            b.whole(),
                                            "days",
                                            b.leadDays()))
                                    .toList(),
                            a.purchases().toString());
                })
                .toList();
    }

    private FitLineView fitLine(FitLine l) {
        Socket socket = l.position().socket().orElseThrow();
        String angle = socket.angleFrom() == 90
                ? texts.get("angle.straight")
                : socket.angleTo() == 0
                        ? texts.get("angle.flat")
                        : texts.say("angle.tilted", "from", socket.angleFrom(), "to", socket.angleTo());
        return new FitLineView(
                l.position().id(),
                l.position().label(),
                l.out().map(this::name),
                l.in().map(this::name),
                l.in().flatMap(JobModule::tag),
                socket.keySide(),
                angle,
                socket.latches(),
                socket.screws(),
                socket.turned(),
                l.position().carrier(),
                l.lowerFirst().map(Position::label),
                l.done());
    }

    private String name(JobModule m) {
        return texts.show(m.spec().summary()) + m.tag().map(t -> " (" + t + ")").orElse("");
    }
}
