package zephyrridge.server.opening;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import zephyrridge.core.access.Caution;
import zephyrridge.core.access.Connector;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.LayOut;
import zephyrridge.core.access.Part;
import zephyrridge.core.change.PartsWanted;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Extra;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.opening.Round;
import zephyrridge.core.opening.Screws;
import zephyrridge.core.opening.StepTimes;
import zephyrridge.core.opening.WorkStep;
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
import zephyrridge.server.view.OpeningView.ConnectorView;
import zephyrridge.server.view.OpeningView.FastenerView;
import zephyrridge.server.view.OpeningView.MeasuredView;
import zephyrridge.server.view.OpeningView.PartView;
import zephyrridge.server.view.OpeningView.RoundView;
import zephyrridge.server.view.OpeningView.SealView;
import zephyrridge.server.view.OpeningView.StepView;
import zephyrridge.server.view.OpeningView.TrayGroup;
import zephyrridge.server.view.OpeningView.TrayScrew;

/** Puts rounds, steps, screws and what is tried afterwards into words. */
@Component
public class OpeningViews {
    private final Texts texts;

    OpeningViews(Texts texts) {
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
                steps(a.opening(), bench, unit, now, tray),
                steps(a.closing(), bench, unit, now, tray),
                layOut(LayOut.of(coming, bench.house().driver())),
                now.off().stream().map(id -> new PartView(id, name(bench, id))).toList(),
                groups(tray),
                tray.size(),
                unit.seals().stream()
                        .map(s ->
                                new SealView(s.id(), s.where(), name(bench, s.part()), s.answer(), s.who(), s.photo()))
                        .toList(),
                a.checks().stream()
                        .map(k -> new CheckView(
                                k.check(),
                                texts.get("check." + k.check()),
                                String.join(", ", k.parts()),
                                k.answer().map(Entry.Checked::result),
                                k.answer().map(Entry.Checked::note).orElse("")))
                        .toList(),
                companions(unit),
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

    private static String name(Bench bench, String part) {
        return bench.record().access().part(part).map(Part::name).orElse(part);
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
                                .map(p -> bench.record().position(p).label())
                                .toList()),
                (r.seconds() + 59) / 60,
                r.turns(),
                r.current(),
                r.done(),
                r.opened(),
                in.size(),
                same ? Optional.of(texts.show(in.get(0).spec().summary())) : Optional.empty());
    }

    private List<StepView> steps(List<WorkStep> steps, Bench bench, Unit unit, Now now, List<Screws.Lying> tray) {
        return steps.stream().map(s -> step(s, bench, unit, now, tray)).toList();
    }

    /** Empty slots of a server's carrier guide no air without their blanks, which is asked for where it goes back. */
    private String blanks(Optional<Part> part, Bench bench, Set<String> filled) {
        if (part.isEmpty() || bench.record().kind() != MachineKind.SERVER) {
            return "";
        }
        long empty = bench.record().positions().stream()
                .filter(p -> p.carrier().filter(part.get().id()::equals).isPresent())
                .filter(p -> !p.isSoldered() && !filled.contains(p.id()))
                .count();
        return empty == 0 ? "" : ". " + texts.say("step.blanks", "n", empty);
    }

    /**
     * A step in words.
     *
     * @param lying screws in the tray, as they are counted or as a blank for a pen; {@code filled} positions that hold a module by then
     */
    public String words(WorkStep step, String lying, Bench bench, Unit unit, Set<String> filled) {
        String turn = step.turnTo()
                .map(side -> texts.say("step.TURN", "side", side) + " ")
                .orElse("");
        String said = texts.get("step." + step.kind())
                .replace("{part}", step.part().map(Part::name).orElse(""))
                .replace("{count}", lying);
        return turn
                + switch (step.kind()) {
                    case PUT_BACK -> said + blanks(step.part(), bench, filled);
                    case AIR -> air(said, bench, unit, filled);
                    default -> said;
                };
    }

    private String air(String said, Bench bench, Unit unit, Set<String> filled) {
        int bays = unit.deviations().absent().size();
        return said.replace("{empty}", String.valueOf(PartsWanted.emptySlots(bench.record(), unit, filled)))
                .replace("{bays}", bays == 0 ? "" : texts.say("step.AIR.bays", "bays", bays));
    }

    private StepView step(WorkStep step, Bench bench, Unit unit, Now now, List<Screws.Lying> tray) {
        Optional<Part> part = step.part();
        boolean back = step.kind() == WorkStep.Kind.PUT_BACK;
        return new StepView(
                step.id(),
                step.kind(),
                part.map(Part::id).orElse(""),
                words(step, String.valueOf(tray.size()), bench, unit, now.inIt().keySet()),
                part.map(p -> back ? p.howOn() : p.how()).orElse(""),
                part.map(Part::source).orElse(""),
                step.turnTo(),
                part.map(Part::side),
                part.flatMap(p -> bench.record().access().outline(p.side())),
                part.map(p -> p.fasteners().stream()
                                .map(f -> fastener(p, f, bench, unit, now))
                                .toList())
                        .orElse(List.of()),
                part.map(Part::catches).orElse(List.of()),
                part.map(p -> p.connectors().stream()
                                .map(k -> connector(k, back))
                                .toList())
                        .orElse(List.of()),
                step.cautions().stream().map(k -> texts.get("caution." + k)).toList(),
                part.map(p -> warnings(p, back, tray, now)).orElse(List.of()),
                step.seconds(),
                step.done());
    }

    /** What this very part asks for beside its cautions. */
    private List<String> warnings(Part part, boolean back, List<Screws.Lying> tray, Now now) {
        List<String> said = new ArrayList<>();
        List<String> lengths = part.fasteners().stream()
                .filter(f -> f.role().comesOut() && f.lengthTenths() > 0)
                .map(Fastener::lengthTenths)
                .distinct()
                .sorted()
                .map(OpeningViews::millimetres)
                .toList();
        if (!back && lengths.size() > 1) {
            said.add(texts.say("screw.mixed", "lengths", String.join(", ", lengths)));
        }
        if (back) {
            Screws.shortHoles(part, tray)
                    .forEach(h -> said.add(texts.say(
                            "screw.short",
                            "id",
                            h.fastener().id(),
                            "takes",
                            millimetres(h.takes()),
                            "longest",
                            millimetres(h.longest()))));
        }
        part.fasteners().forEach(f -> {
            if (!back && f.threadLocked()) {
                said.add(texts.say("screw.locked", "id", f.id()));
            }
            if (f.role() == Fastener.Role.LEAVE_ALONE) {
                said.add(texts.say("screw.leave", "id", f.id()));
            }
            Screws.said(now, part, f)
                    .filter(s -> s != Entry.Screw.OUT && s != Entry.Screw.BACK)
                    .ifPresent(s -> said.add(texts.say("screw." + s, "id", f.id())));
        });
        return said;
    }

    private ConnectorView connector(Connector k, boolean back) {
        return new ConnectorView(k.id(), cable(k, back));
    }

    /** A cable in words: its lock, and going back the mark it goes in to. */
    public String cable(Connector k, boolean back) {
        List<String> words = new ArrayList<>();
        words.add(k.name());
        if (!k.lock().isBlank()) {
            words.add(texts.say("cable.lock", "lock", k.lock()));
        }
        if (back && !k.mark().isBlank()) {
            words.add(texts.say("cable.mark", "mark", k.mark()));
        }
        if (!k.route().isBlank()) {
            words.add(texts.say("cable.route", "route", k.route()));
        }
        if (k.mayStay()) {
            words.add(texts.get("cable.stays"));
        } else if (back) {
            words.add(texts.get("cable.locked"));
        }
        return String.join("; ", words);
    }

    private static FastenerView fastener(Part part, Fastener f, Bench bench, Unit unit, Now now) {
        Optional<Entry.Screw> said = Screws.said(now, part, f);
        return new FastenerView(
                f.id(),
                f.x(),
                f.y(),
                f.bit(),
                f.lengthTenths() == 0 ? "" : millimetres(f.lengthTenths()),
                f.role(),
                f.hiddenUnder().map(u -> name(bench, u)).orElse(""),
                f.threadLocked(),
                f.magnetNear(),
                unit.deviations().screws().getOrDefault(part.id(), List.of()).contains(f),
                said.or(() -> now.off().contains(part.id()) && f.role().comesOut()
                        ? Optional.of(Entry.Screw.OUT)
                        : Optional.empty()));
    }

    public static String millimetres(int tenths) {
        return String.format(Locale.ROOT, "%.1f mm", tenths / 10.0);
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
                                : millimetres(g.get(0).fastener().lengthTenths()),
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

    private List<CompanionView> companions(Unit unit) {
        List<CompanionView> views = new ArrayList<>();
        for (Extra extra : Extra.values()) {
            Optional<Counter.Offered> offered =
                    Optional.ofNullable(unit.counter().extras().get(extra));
            Optional<String> looked = last(unit, extra, Entry.Phase.LOOKED);
            Optional<String> done = last(unit, extra, Entry.Phase.DONE);
            views.add(new CompanionView(
                    extra,
                    texts.get("extra." + extra),
                    offered.map(Counter.Offered::answer).orElse(Counter.Answer.NOT_ASKED),
                    looked,
                    done,
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
        return unit.log().happened().stream()
                .filter(e -> e instanceof Entry.Companion k && k.extra() == extra && k.phase() == phase)
                .map(e -> ((Entry.Companion) e).note())
                .reduce((x, y) -> y);
    }
}
