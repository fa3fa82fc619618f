package zephyrridge.server.opening;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import zephyrridge.core.access.Caution;
import zephyrridge.core.access.LayOut;
import zephyrridge.core.access.Part;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Extra;
import zephyrridge.core.machine.Bay;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.opening.OtherWork;
import zephyrridge.core.opening.Round;
import zephyrridge.core.opening.Screws;
import zephyrridge.core.opening.StepTimes;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Gates;
import zephyrridge.core.unit.Counter;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.OpeningView;
import zephyrridge.server.view.OpeningView.CheckView;
import zephyrridge.server.view.OpeningView.CompanionView;
import zephyrridge.server.view.OpeningView.MeasuredView;
import zephyrridge.server.view.OpeningView.PartView;
import zephyrridge.server.view.OpeningView.RoundView;
import zephyrridge.server.view.OpeningView.SealView;
import zephyrridge.server.view.OpeningView.TrayGroup;
import zephyrridge.server.view.OpeningView.TrayScrew;

/** Puts rounds, steps, screws and what is tried afterwards into words. */
@Component
public class OpeningViews {
    private final Texts texts;
    private final StepViews stepViews;

    OpeningViews(Texts texts, StepViews stepViews) {
        this.stepViews = stepViews;
        this.texts = texts;
    }

    public OpeningView of(Jobs.Current c) {
        Assessment a = c.assessment();
        Bench bench = c.machine().bench();
        Unit unit = c.unit();
        Now now = a.now();
        List<Screws.Lying> tray = Screws.tray(bench, now);
        List<Part> coming = Stream.concat(
                        now.off().stream().flatMap(id -> bench.record().access().part(id).stream()),
                        a.opening().stream().flatMap(s -> s.part().stream()))
                .distinct()
                .toList();
        return new OpeningView(
                a.rounds().stream().map(r -> round(r, a, bench)).toList(),
                unit.log().happened().stream().anyMatch(e -> e instanceof Entry.Opened),
                stepViews.steps(a.opening(), bench, unit, now, tray),
                stepViews.steps(a.closing(), bench, unit, now, tray),
                layOut(LayOut.of(coming, bench.house().driver())),
                now.off().stream()
                        .map(id -> new PartView(id, StepViews.name(bench, id)))
                        .toList(),
                groups(tray),
                tray.size(),
                unit.seals().stream()
                        .map(s -> new SealView(
                                s.id(), s.where(), StepViews.name(bench, s.part()), s.answer(), s.who(), s.photo()))
                        .toList(),
                a.checks().stream()
                        .map(k -> new CheckView(
                                k.check(),
                                texts.get("check." + k.check()),
                                String.join(", ", k.parts()),
                                k.answer().map(Entry.Checked::result),
                                k.answer().map(Entry.Checked::note).orElse("")))
                        .toList(),
                companions(unit, bench),
                FindingView.of(Gates.companion(a.plan(), a.proof()), texts),
                unit.counter().bans().stream().map(b -> texts.get("ban." + b)).toList(),
                bench.record().access().parts().stream()
                        .map(p -> new PartView(p.id(), p.name()))
                        .toList(),
                measured(unit, bench));
    }

    private static List<MeasuredView> measured(Unit unit, Bench bench) {
        List<MeasuredView> measured = new ArrayList<>();
        for (Part p : bench.record().access().parts()) {
            Optional<Integer> off = StepTimes.ofPart(unit.log(), p.id(), Entry.Did.TAKE_OFF);
            Optional<Integer> on = StepTimes.ofPart(unit.log(), p.id(), Entry.Did.PUT_BACK);
            if (off.isPresent() || on.isPresent()) {
                measured.add(new MeasuredView(p.id(), p.name(), off, on, p.secondsOff(), p.secondsOn()));
            }
        }
        return measured;
    }

    /** The side or the carrier of a round, in words. */
    public String place(Round r) {
        return r.carrier().map(x -> texts.say("round.carrier", "carrier", x)).orElseGet(() -> r.side()
                .map(s -> texts.say("round.side", "side", texts.get("side." + s)))
                .orElse(texts.get("round.open")));
    }

    private RoundView round(Round r, Assessment a, Bench bench) {
        List<FitLine> lines = a.fitLines().stream()
                .filter(l -> r.positions().contains(l.position().id()) && !l.done())
                .toList();
        List<JobModule> in = lines.stream().flatMap(l -> l.in().stream()).toList();
        boolean same = r.carrier().isPresent()
                && in.size() > 1
                && in.stream().map(JobModule::spec).distinct().count() == 1;
        String place = place(r);
        return new RoundView(
                r.purpose(),
                r.purpose() == Entry.Purpose.FIT
                        ? place
                        : texts.get("round." + r.purpose()) + (r.positions().isEmpty() ? "" : ", " + place),
                r.carrier(),
                List.copyOf(r.positions()),
                String.join(
                        ", ",
                        r.positions().stream()
                                .map(p -> bench.record().bay(p).map(Bay::label).orElseGet(() -> bench.record()
                                        .position(p)
                                        .label()))
                                .toList()),
                (r.seconds() + 59) / 60,
                r.turns(),
                r.current(),
                r.done(),
                r.opened(),
                in.size(),
                same ? Optional.of(texts.show(in.get(0).spec().summary())) : Optional.empty());
    }

    private static List<TrayGroup> groups(List<Screws.Lying> tray) {
        Map<String, List<Screws.Lying>> groups = new LinkedHashMap<>();
        tray.forEach(l -> groups.computeIfAbsent(l.fastener().kind(), k -> new ArrayList<>())
                .add(l));
        return groups.values().stream()
                .map(g -> new TrayGroup(
                        g.get(0).fastener().bit(),
                        g.get(0).fastener().lengthTenths() == 0
                                ? ""
                                : StepViews.millimetres(g.get(0).fastener().lengthTenths()),
                        g.size(),
                        g.stream()
                                .map(l -> new TrayScrew(
                                        l.part().id(),
                                        l.part().name(),
                                        l.fastener().id(),
                                        l.off()))
                                .toList()))
                .toList();
    }

    private List<String> layOut(LayOut out) {
        return Stream.concat(
                        out.bits().isEmpty()
                                ? Stream.empty()
                                : Stream.of(texts.say("tool.BITS", "bits", String.join(", ", out.bits()))),
                        out.tools().stream().map(t -> texts.get("tool." + t)))
                .toList();
    }

    private List<CompanionView> companions(Unit unit, Bench bench) {
        List<CompanionView> views = new ArrayList<>();
        for (Extra extra : Extra.values()) {
            Optional<Counter.Offered> offered =
                    Optional.ofNullable(unit.counter().extras().get(extra));
            Optional<String> looked = last(unit, extra, Entry.Phase.LOOKED);
            Optional<String> done = last(unit, extra, Entry.Phase.DONE);
            Optional<String> cannot = last(unit, extra, Entry.Phase.CANNOT);
            views.add(new CompanionView(
                    extra,
                    texts.get("extra." + extra),
                    offered.map(Counter.Offered::answer).orElse(Counter.Answer.NOT_ASKED),
                    looked,
                    done,
                    cannot,
                    OtherWork.isOpen(bench, unit, extra),
                    OtherWork.at(bench.record(), extra).stream()
                            .map(b -> b.usual() ? texts.say("bay.usual", "bay", b.label()) : b.label())
                            .toList(),
                    OtherWork.at(bench.record(), extra).stream().map(Bay::id).toList(),
                    cautions(extra).stream().map(k -> texts.get("caution." + k)).toList(),
                    texts.get("companion.look." + extra),
                    FindingView.of(Gates.companion(unit, extra), texts)));
        }
        return views;
    }

    private static List<Caution> cautions(Extra extra) {
        return switch (extra) {
            case DUST -> List.of(Caution.DUST);
            case BATTERY -> List.of(Caution.BATTERY_HEALTHY, Caution.BATTERY_PLUG);
            case DRIVE, M2, DRIVE_ROOM -> List.of(Caution.DATA, Caution.ESD);
            case PASTE, PADS -> List.of(Caution.HEAT, Caution.DUST);
            case HINGE -> List.of(Caution.EDGES);
            case WIRELESS -> List.of(Caution.ESD);
        };
    }

    private static Optional<String> last(Unit unit, Extra extra, Entry.Phase phase) {
        return OtherWork.said(unit, extra, phase).map(Entry.Companion::note);
    }
}
