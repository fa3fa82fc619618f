package zephyrridge.server.planning;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import zephyrridge.core.limit.Condition;
import zephyrridge.core.limit.Judgement;
import zephyrridge.core.limit.Trial;
import zephyrridge.core.machine.CommonReach;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.PlanConditions;
import zephyrridge.core.unit.TypedLine;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.limit.Limits;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.JobView.ConditionView;
import zephyrridge.server.view.JobView.JudgedView;
import zephyrridge.server.view.JobView.LimitView;
import zephyrridge.server.view.JobView.LimitsView;
import zephyrridge.server.view.JobView.TrialView;

/** How far a machine goes, in words: what is claimed, what was tried, and what both say of the plan. */
@Component
public class LimitViews {
    private final Texts texts;
    private final Limits limits;
    private final Machines machines;

    LimitViews(Texts texts, Limits limits, Machines machines) {
        this.machines = machines;
        this.texts = texts;
        this.limits = limits;
    }

    public LimitsView of(Jobs.Current c) {
        Assessment a = c.assessment();
        MachineRecord record = c.machine().record();
        List<LimitView> marks = new ArrayList<>();
        record.limits().forEach(l -> marks.add(view(Optional.empty(), l)));
        limits.claims(c.row().machineId()).stream()
                .filter(k -> !k.retracted())
                .forEach(k -> marks.add(view(Optional.of(k.id()), k.claim())));
        boolean total = marks.stream()
                .anyMatch(m -> m.quantity() == LimitClaim.Quantity.TOTAL
                        && (m.source() == LimitClaim.Source.MAKER || m.source() == LimitClaim.Source.CONTROLLER));
        return new LimitsView(
                marks,
                a.found().installed().mebibytes(),
                a.plan().installed().mebibytes(),
                total ? Optional.empty() : generation(record),
                total ? List.of() : like(record),
                a.limits().map(j -> judged(c, j)),
                limits.trials(c.row().machineId()).stream()
                        .map(t -> trial(record, t, a.limits()))
                        .toList());
    }

    /** What controllers of its years address at each of its sockets, with what is soldered. */
    private Optional<LimitView> generation(MachineRecord record) {
        long sockets = record.positions().stream().filter(p -> !p.isSoldered()).count();
        long soldered = soldered(record);
        return sockets == 0
                ? Optional.empty()
                : CommonReach.of(record.controller().generation()).map(r -> {
                    ByteSize all =
                            ByteSize.ofMebibytes(soldered + sockets * r.usual().mebibytes());
                    return new LimitView(
                            Optional.empty(),
                            LimitClaim.Source.REPORTED,
                            LimitClaim.Quantity.TOTAL,
                            texts.show(all),
                            Optional.of(all.mebibytes()),
                            false,
                            texts.get("limit.generation"),
                            "");
                });
    }

    /** What other models of the generation with as many sockets and as many banks ran on this bench. */
    private List<LimitView> like(MachineRecord record) {
        List<MachineRecord> alike = machines.all().stream()
                .filter(m -> !m.id().equals(record.id()) && isLike(m, record))
                .toList();
        if (alike.isEmpty()) {
            return List.of();
        }
        Map<String, List<Trial>> ran =
                limits.ranHere(alike.stream().map(MachineRecord::id).toList());
        List<LimitView> like = new ArrayList<>();
        for (MachineRecord m : alike) {
            ran.getOrDefault(m.id(), List.of()).stream()
                    .map(t -> ByteSize.ofMebibytes(soldered(m)
                            + t.sockets().values().stream()
                                    .mapToLong(x -> x.capacity().mebibytes())
                                    .sum()))
                    .max(ByteSize::compareTo)
                    .ifPresent(most -> like.add(new LimitView(
                            Optional.empty(),
                            LimitClaim.Source.REPORTED,
                            LimitClaim.Quantity.TOTAL,
                            texts.show(most),
                            Optional.of(most.mebibytes()),
                            false,
                            texts.say("limit.like", "model", m.name()),
                            "")));
        }
        return like;
    }

    private static boolean isLike(MachineRecord one, MachineRecord other) {
        return one.controller().generation() == other.controller().generation()
                && one.positions().size() == other.positions().size()
                && one.positions().stream().filter(Position::isSoldered).count()
                        == other.positions().stream()
                                .filter(Position::isSoldered)
                                .count();
    }

    private static long soldered(MachineRecord record) {
        return record.positions().stream()
                .flatMap(p -> p.soldered().stream())
                .mapToLong(m -> m.capacity().mebibytes())
                .sum();
    }

    private LimitView view(Optional<Long> id, LimitClaim l) {
        List<String> bound = new ArrayList<>();
        l.firmware().ifPresent(f -> bound.add(texts.say("limit.fromFirmware", "version", f)));
        l.buffering().ifPresent(b -> bound.add(texts.say("limit.forBuffering", "kind", b)));
        l.processor().ifPresent(p -> bound.add(texts.say("limit.forProcessor", "processor", p)));
        l.who().ifPresent(w -> bound.add(w + l.when().map(d -> ", " + d).orElse("")));
        return new LimitView(
                id,
                l.source(),
                l.quantity(),
                texts.figure(l),
                l.size().map(s -> s.mebibytes()),
                l.isHard(),
                l.where(),
                String.join("; ", bound));
    }

    private JudgedView judged(Jobs.Current c, Judgement j) {
        return new JudgedView(
                j.limitClass(),
                texts.get("limitClass." + j.limitClass()),
                texts.say(
                        "limit.runs",
                        "run",
                        j.chance().odds().run(),
                        "of",
                        j.chance().odds().of()),
                j.chance().percent(),
                Math.round(j.chance().lowPermille() / 10f),
                Math.round(j.chance().highPermille() / 10f),
                texts.say(
                        "limit.basis",
                        "ran",
                        j.covering().size(),
                        "failed",
                        j.against().size(),
                        "a",
                        j.chance().priorA(),
                        "b",
                        j.chance().priorB()),
                j.allowedByHouse(),
                PlanConditions.of(c.unit(), Optional.of(j)).stream()
                        .map(s -> new ConditionView(
                                s.condition().kind(),
                                texts.say(
                                        "condition." + s.condition().kind() + suffix(c.unit(), s),
                                        "figure",
                                        s.figure()),
                                s.met()))
                        .toList());
    }

    private TrialView trial(MachineRecord record, Limits.KeptTrial kept, Optional<Judgement> judged) {
        Trial t = kept.trial();
        String what = t.sockets().entrySet().stream()
                .map(e -> (record.hasPosition(e.getKey())
                                ? record.position(e.getKey()).label()
                                : e.getKey()) + " " + texts.show(e.getValue().summary()))
                .collect(Collectors.joining(", "));
        return new TrialView(
                kept.id(),
                t.relation(),
                t.machine(),
                t.outcome(),
                texts.say(
                        "trial." + t.outcome(),
                        "what",
                        what.isEmpty() ? texts.get("say.empty") : what,
                        "who",
                        t.who(),
                        "when",
                        t.when(),
                        "cause",
                        t.cause(),
                        "firmware",
                        t.firmware().orElse(texts.get("say.notNoted"))),
                judged.filter(j -> j.covering().contains(t)).isPresent(),
                judged.filter(j -> j.covering().contains(t) || j.against().contains(t))
                        .isPresent(),
                kept.retracted());
    }

    /** Where nothing is bought nothing has to go back. */
    private static String suffix(Unit unit, PlanConditions.State s) {
        boolean nothingBought = s.condition().kind() == Condition.Kind.RIGHT_OF_RETURN
                && unit.onTheTable().buys().isEmpty()
                && TypedLine.of(unit).stream().noneMatch(l -> l.whence().isBought());
        return !s.met() ? "" : nothingBought ? ".none" : ".met";
    }
}
