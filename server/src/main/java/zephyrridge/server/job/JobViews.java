package zephyrridge.server.job;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.Part;
import zephyrridge.core.job.FitLine;
import zephyrridge.core.job.JobAssessment;
import zephyrridge.core.job.JobModule;
import zephyrridge.core.job.JobState;
import zephyrridge.core.job.WorkStep;
import zephyrridge.core.layout.RateResult;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.Socket;
import zephyrridge.core.proof.Expectation;
import zephyrridge.server.job.JobView.ComparisonLineView;
import zephyrridge.server.job.JobView.ExpectationView;
import zephyrridge.server.job.JobView.FastenerView;
import zephyrridge.server.job.JobView.FitLineView;
import zephyrridge.server.job.JobView.LegView;
import zephyrridge.server.job.JobView.LimitView;
import zephyrridge.server.job.JobView.ModuleView;
import zephyrridge.server.job.JobView.PresenceView;
import zephyrridge.server.job.JobView.RuleView;
import zephyrridge.server.job.JobView.StepView;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;

/** Puts a job into the words and figures of its view; computes nothing. */
@Component
class JobViews {
    private final Texts texts;

    JobViews(Texts texts) {
        this.texts = texts;
    }

    JobView of(Jobs.Current c) {
        JobState s = c.state();
        JobAssessment a = c.assessment();
        SortedMap<String, String> planned = s.plannedModules();
        return new JobView(
                c.row().id(),
                c.row().version(),
                c.row().machineId(),
                c.machine().record().name(),
                c.machine().record().kind(),
                c.machine().record().controller().generation(),
                a.trail().current(),
                s.closing().isPresent(),
                s.intake(),
                presence(c),
                modules(s, planned),
                PictureView.of(c.machine(), a.found(), s, s.asFound(), texts),
                PictureView.of(c.machine(), a.plan(), s, planned, texts),
                Stream.concat(a.readingFindings().stream(), a.found().findings().stream())
                        .map(f -> FindingView.of(f, texts))
                        .toList(),
                FindingView.of(a.plan().findings(), texts),
                a.plan().verdicts().stream()
                        .map(v -> new RuleView(v.rule(), texts.get("rule." + v.rule()), v.verdict()))
                        .toList(),
                a.trail().legs().stream()
                        .map(l -> new LegView(l.station(), l.status(), l.minutes()))
                        .toList(),
                c.machine().record().limits().stream().map(this::limit).toList(),
                FindingView.of(a.openingGates(), texts),
                FindingView.of(a.fittingGates(), texts),
                FindingView.of(a.clearingGates(), texts),
                s.stepsDone().contains(JobState.CLEAR_SETTINGS),
                steps(a.opening(), s),
                a.fitLines().stream().map(l -> fitLine(l, s)).toList(),
                steps(a.closing(), s),
                expectation(a.expected()),
                a.comparison().lines().stream()
                        .map(l -> new ComparisonLineView(
                                l.field(),
                                texts.get("field." + l.field()),
                                texts.show(l.expected()),
                                texts.show(l.found()),
                                l.verdict(),
                                FindingView.of(l.findings(), texts)))
                        .toList(),
                a.comparison().proven(),
                ReadoutForm.of(s.before()),
                ReadoutForm.of(s.after()),
                s.photos(),
                s.closing().map(JobState.Closing::note),
                c.history().undoes().map(this::event),
                c.history().redoes().map(this::event),
                c.row().updatedAt(),
                c.row().updatedBy());
    }

    private static List<PresenceView> presence(Jobs.Current c) {
        MachineRecord record = c.machine().record();
        Stream<String> processors = record.processors().size() > 1 ? record.processors().stream() : Stream.empty();
        return Stream.concat(processors, record.carriers().stream())
                .map(id -> new PresenceView(
                        id,
                        record.access().part(id).map(Part::name).orElse("Processor " + id),
                        c.state().absent().contains(id)))
                .toList();
    }

    private List<ModuleView> modules(JobState s, Map<String, String> planned) {
        Map<String, String> foundAt = inverted(s.asFound());
        Map<String, String> plannedAt = inverted(planned);
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
                        Optional.ofNullable(plannedAt.get(m.key()))))
                .toList();
    }

    private static Map<String, String> inverted(Map<String, String> keys) {
        return keys.entrySet().stream().collect(Collectors.toMap(Map.Entry::getValue, Map.Entry::getKey));
    }

    private String event(JobStore.EventRow e) {
        return e.account() + " " + texts.get("event." + e.type());
    }

    private LimitView limit(LimitClaim l) {
        String value =
                l.size().map(texts::show).or(() -> l.density().map(texts::show)).orElse("");
        return new LimitView(l.source(), l.quantity(), value, l.size().map(s -> s.mebibytes()), l.isHard(), l.where());
    }

    private List<StepView> steps(List<WorkStep> steps, JobState s) {
        return steps.stream()
                .map(step -> {
                    String part = step.part().map(Part::name).orElse("");
                    String side = step.up().map(texts::show).orElse("");
                    return new StepView(
                            step.id(),
                            step.kind(),
                            texts.get("step." + step.kind())
                                    .replace("{part}", part)
                                    .replace("{side}", side),
                            step.part()
                                    .filter(p -> step.kind() == WorkStep.Kind.TAKE_OFF)
                                    .map(Part::how)
                                    .orElse(""),
                            step.part().map(Part::source).orElse(""),
                            step.up(),
                            step.part()
                                    .map(p -> p.fasteners().stream()
                                            .map(JobViews::fastener)
                                            .toList())
                                    .orElse(List.of()),
                            step.cautions().stream()
                                    .map(k -> texts.get("caution." + k))
                                    .toList(),
                            step.seconds(),
                            s.stepsDone().contains(step.id()));
                })
                .toList();
    }

    private static FastenerView fastener(Fastener f) {
        return new FastenerView(
                f.x(),
                f.y(),
                f.bit(),
                String.format(Locale.ROOT, "%.1f mm", f.lengthTenths() / 10.0),
                f.role(),
                f.hiddenUnder().orElse(""));
    }

    private FitLineView fitLine(FitLine l, JobState s) {
        Socket socket = l.position().socket().orElseThrow();
        String angle = socket.angleFrom() == 90
                ? "straight down, one end, then the other"
                : socket.angleTo() == 0
                        ? "flat, screws in order"
                        : "at " + socket.angleFrom() + " to " + socket.angleTo() + " degrees, then down flat";
        return new FitLineView(
                l.position().id(),
                l.position().label(),
                l.out().map(this::name),
                l.in().map(this::name),
                l.in().flatMap(JobModule::tag),
                socket.keySide(),
                angle,
                socket.latches(),
                socket.turned(),
                l.lowerFirst().map(Position::label),
                s.fitted().contains(l.position().id()));
    }

    private String name(JobModule m) {
        return texts.show(m.spec().summary()) + m.tag().map(t -> " (" + t + ")").orElse("");
    }

    private ExpectationView expectation(Expectation e) {
        String peak = e.widest()
                .map(w -> e.narrowest()
                        .filter(n -> !n.equals(w))
                        .map(n -> texts.show(n) + " to " + texts.show(w))
                        .orElse(texts.show(w)))
                .orElse("");
        String start = e.firstStartTo() <= 90
                ? e.firstStartFrom() + " to " + e.firstStartTo() + " seconds"
                : e.firstStartFrom() + " seconds to " + e.firstStartTo() / 60 + " minutes";
        return new ExpectationView(
                texts.show(e.firmwareTotal()),
                e.firmwareTotal().mebibytes(),
                texts.show(e.usableFrom()) + " to " + texts.show(e.usableTo()),
                e.positionsFilled(),
                e.rate().map(texts::show),
                e.rateForms(),
                e.clocks().map(RateResult.Clocks::toString),
                peak.isEmpty() ? Optional.empty() : Optional.of(peak),
                start,
                e.firstStartTo(),
                e.notices().stream().map(n -> texts.get("notice." + n)).toList());
    }
}
