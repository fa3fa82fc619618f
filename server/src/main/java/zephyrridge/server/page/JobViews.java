package zephyrridge.server.page;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
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
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Gap;
import zephyrridge.core.standing.Lead;
import zephyrridge.core.standing.Proof;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.TypedLine;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.evidence.EvidenceViews;
import zephyrridge.server.job.EventRow;
import zephyrridge.server.job.FieldChanges;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.machine.Quirks;
import zephyrridge.server.opening.OpeningViews;
import zephyrridge.server.planning.LimitViews;
import zephyrridge.server.proof.LogViews;
import zephyrridge.server.proof.ProofViews;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.JobView;
import zephyrridge.server.view.JobView.FitLineView;
import zephyrridge.server.view.JobView.LegView;
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
    private final ModuleViews modules;
    private final LogViews log;
    private final Jobs jobs;
    private final FieldChanges fields;

    JobViews(
            Texts texts,
            LimitViews limits,
            ProofViews proofs,
            OpeningViews openings,
            Quirks quirks,
            Jobs jobs,
            FieldChanges fields,
            ModuleViews modules,
            LogViews log) {
        this.log = log;
        this.modules = modules;
        this.limits = limits;
        this.jobs = jobs;
        this.fields = fields;
        this.texts = texts;
        this.proofs = proofs;
        this.openings = openings;
        this.quirks = quirks;
    }

    public JobView of(Jobs.Current c) {
        Unit u = c.unit();
        Assessment a = c.assessment();
        SortedMap<String, String> planned = u.plannedModules();
        return new JobView(
                c.row().id(),
                c.row().version(),
                jobs.stamp(c.row()),
                c.row().machineId(),
                new JobView.RecordState(c.machine().version(), jobs.newestRecord(c)),
                c.machine().record().name(),
                c.machine().record().kind(),
                c.machine().record().controller().generation(),
                quirks.of(c.machine().record()),
                a.trail().current(),
                u.closing().isPresent(),
                c.row().range().isPresent(),
                c.work().order(),
                u.intake(),
                u.counter().brought(),
                presence(c),
                modules.modules(u, planned),
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
                modules.alternatives(c),
                u.onTheTable().parts().stream()
                        .map(p -> new JobView.SmallPartView(
                                p.what(), p.pieces(), p.price().toString()))
                        .toList(),
                PartsWanted.of(c.machine().record(), u).stream()
                        .map(p -> new JobView.SmallPartView(
                                texts.say("parts." + p.kind(), "name", p.name()), p.pieces(), ""))
                        .toList(),
                TypedLine.of(u).stream().map(modules::typed).toList(),
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
                                x.how(),
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
                                .map(k -> modules.name(u.modules().get(k)))
                                .toList(),
                        a.now().down(),
                        a.now().power().unplugged(),
                        a.now().power().drained(),
                        a.now().power().grounded()),
                u.isChosen(),
                List.copyOf(u.deviations().missing()),
                c.machine().published().controllerNames(),
                log.log(c),
                ReadoutForm.of(u.before()),
                u.before().total().map(ByteSize::mebibytes),
                proofs.measured(c),
                u.photos(),
                u.closing().map(x -> proofs.closing(x, c.row().said())),
                FindingView.of(a.handBackGates(), texts),
                c.history().undoes().map(e -> undo(c, e)),
                c.history().undoes().map(EventRow::type),
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
                            l.took(),
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
                        : g.kind() == Gap.Kind.WORK_LEFT
                                ? texts.say("lead.WORK_LEFT", "of", works(g.of()))
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

    private String works(String extras) {
        return Stream.of(extras.split(","))
                .map(x -> texts.get("extra." + x).toLowerCase(Locale.ROOT))
                .collect(Collectors.joining(", "));
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
                    case TICK -> step(c, next.id());
                    case TICK_ALL -> step(c, next.id().substring(next.id().lastIndexOf(',') + 1));
                    case WORK -> texts.get("extra." + next.id()).toLowerCase(Locale.ROOT);
                    case ACT -> texts.get("act." + next.id());
                    case FIT -> c.machine().record().position(next.id()).label();
                    default -> "";
                };
        return new JobView.LeadNextView(
                next.what(),
                next.id(),
                next.what() == Lead.Do.NONE
                        ? ""
                        : texts.say(
                                "next." + next.what(), "of", of, "n", next.id().split(",").length),
                next.what() == Lead.Do.ANSWER_AS_USUAL ? asUsual(c) : "");
    }

    /** A step in a few words, whether or not it is among those that are shown. */
    private String step(Jobs.Current c, String id) {
        return Stream.concat(c.assessment().opening().stream(), c.assessment().closing().stream())
                .filter(s -> s.id().equals(id))
                .findFirst()
                .map(this::briefly)
                .orElseGet(
                        () -> texts.get("brief." + id.toUpperCase(Locale.ROOT).replace('-', '_')));
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

    private String undo(Jobs.Current c, EventRow e) {
        String what = fields.briefly(jobs.undone(c));
        return what.isEmpty() ? event(e) : event(e) + ": " + what;
    }

    private String event(EventRow e) {
        return e.who() + " " + texts.get("event." + e.type());
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
                l.out().map(modules::name),
                l.in().map(modules::name),
                l.in().flatMap(JobModule::tag),
                // Some boards have it in the name.
                socket.colour().filter(c -> !l.position().label().contains(c)),
                socket.keySide(),
                angle,
                socket.latches(),
                socket.screws(),
                socket.turned(),
                l.position().carrier(),
                l.lowerFirst().map(Position::label),
                l.over().map(Position::label),
                l.done());
    }
}
