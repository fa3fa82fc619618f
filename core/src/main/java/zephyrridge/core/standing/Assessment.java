package zephyrridge.core.standing;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.FindingCode;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.LayoutFinding;
import zephyrridge.core.layout.Rule;
import zephyrridge.core.layout.Verdict;
import zephyrridge.core.limit.Judgement;
import zephyrridge.core.limit.LimitFinding;
import zephyrridge.core.log.Entry;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.AfterCheck;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.opening.OtherWork;
import zephyrridge.core.opening.Round;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.opening.WorkSteps;
import zephyrridge.core.proof.Expectation;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/**
 * All that follows from a job and its machine's record: a pure function, recomputed after every change.
 *
 * @param now how things stand
 * @param found the layout as the machine came, judged by the same rules
 * @param plan the layout on the table
 * @param limits how far the plan goes; empty while nothing is planned
 * @param rounds of opening and closing; {@code opening} and {@code closing} are the steps of the current one
 * @param checks what is tried after closing
 * @param readingFindings where sources do not agree
 * @param openingGates what keeps the machine shut; {@code fittingGates} what keeps modules out; {@code clearingGates} what keeps
 *     the firmware's settings from being cleared; {@code handBackGates} what keeps the machine here
 */
public record Assessment(
        Now now,
        LayoutEvaluation found,
        LayoutEvaluation plan,
        Optional<Judgement> limits,
        List<Finding> readingFindings,
        List<Finding> openingGates,
        List<Finding> fittingGates,
        List<Finding> clearingGates,
        List<Finding> handBackGates,
        List<Round> rounds,
        List<WorkStep> opening,
        List<FitLine> fitLines,
        List<WorkStep> closing,
        List<AfterCheck> checks,
        Expectation expected,
        Proof proof,
        Trail trail) {

    public static Assessment of(Bench bench, Work work) {
        Unit unit = work.unit();
        MachineRecord record = bench.record();
        Host host = unit.host();
        Now now = Now.of(unit);
        Layout asFound = unit.layout(record, unit.asFound());
        Layout planned = unit.layout(record, unit.plannedModules());
        boolean unread = !AsFound.isRead(bench, unit);
        Set<String> unknown = AsFound.unknown(bench, unit);
        LayoutEvaluation asItStands = asFarAsKnown(
                unreadIsNotEmpty(bench.evaluator().evaluate(asFound, asFound, host), unit, unread),
                unknown,
                unit.asFound());
        LayoutEvaluation found = asItStands.withFindings(Stream.concat(
                        bench.limits(unit).whichController(unit.intake().processor()).stream(),
                        asItStands.findings().stream())
                .toList());
        LayoutEvaluation judged = asFarAsKnown(
                unreadIsNotEmpty(bench.evaluator().evaluate(planned, asFound, host, unit.exchanged()), unit, unread),
                unknown,
                unit.plannedModules());
        // What came with the machine is not beyond anything: it ran.
        Optional<Judgement> limits = judged.changed().isEmpty()
                ? Optional.empty()
                : Optional.of(bench.limits(unit)
                        .judge(
                                planned,
                                judged,
                                unit.intake().firmwareVersion(),
                                unit.intake().processor()));
        LayoutEvaluation within = judged.with(
                Rule.LIMITS,
                limits.map(Judgement::verdict).orElse(Verdict.NOT_APPLICABLE),
                limits.map(Judgement::findings).orElse(List.of()));
        LayoutEvaluation plan = within.withFindings(Stream.concat(
                        within.findings().stream(), bench.evaluator().advice(planned, asFound, host, judged).stream())
                .toList());
        List<FitLine> lines = FitLine.of(record, unit, now);
        List<Round> rounds = Round.of(bench, unit, now, lines);
        Optional<Round> round = rounds.stream().filter(Round::current).findFirst();
        List<String> pending = lines.stream()
                .filter(l -> !l.done())
                .map(l -> l.position().id())
                .toList();
        List<String> wanted =
                round.map(r -> r.wanted(lines, OtherWork.bays(record, unit))).orElse(List.of());
        List<WorkStep> opening = WorkSteps.opening(bench, unit, now, wanted);
        // All is fitted and closed: the way in is shown once more, for whoever has to look again.
        List<WorkStep> again = pending.isEmpty() && wanted.isEmpty() && now.isClosed()
                ? WorkSteps.opening(
                        bench,
                        unit,
                        now,
                        lines.stream().map(l -> l.position().id()).toList())
                : opening;
        boolean started = isStartedSinceMove(unit);
        // A fault test is started as it stands: what the plan still wants keeps nothing open meanwhile.
        boolean testing = round.filter(r -> r.purpose() == Entry.Purpose.FAULT).isPresent();
        List<WorkStep> closing = WorkSteps.closing(bench, unit, now, testing ? List.of() : pending, started);
        boolean waysOpen = !wanted.isEmpty()
                && wanted.stream().allMatch(p -> bench.evaluator().isOpen(p, now.offSet()))
                && opening.stream().allMatch(WorkStep::done);
        List<Finding> openingGates = Gates.opening(unit, record.start().losesClock());
        List<AfterCheck> checks = AfterCheck.of(bench, unit);
        Expectation expected = Expectation.of(record, planned, plan, host);
        Proof proof = Proof.of(bench, unit, now, plan);
        LayoutEvaluation told =
                now.inIt().equals(unit.plannedModules()) && proof.ranWithAll() ? withoutGuess(plan) : plan;
        return new Assessment(
                now,
                found,
                told,
                limits,
                Gates.reading(unit, bench, found),
                openingGates,
                Gates.fitting(openingGates, plan, unit.isChosen()),
                Gates.clearing(unit),
                Gates.handingBack(bench, unit, now, checks, false),
                rounds,
                again,
                lines,
                closing,
                checks,
                expected,
                proof,
                Trail.of(work, bench, found, plan, Gates.isShut(openingGates), closing, lines, waysOpen, proof));
    }

    /** Said until it ran. */
    private static final Set<FindingCode> GUESSES = Set.of(
            LimitFinding.LIMIT_CONTROLLER_UNKNOWN,
            LimitFinding.LIMIT_FURTHER_THAN_ITS_YEARS,
            LimitFinding.LIMIT_FAR_FROM_ITS_YEARS,
            LimitFinding.LIMIT_DENSITY_UNSPOKEN);

    /** What ran is not wondered about. */
    private static LayoutEvaluation withoutGuess(LayoutEvaluation plan) {
        return plan.withFindings(plan.findings().stream()
                .filter(f -> !GUESSES.contains(f.code()))
                .toList());
    }

    private static boolean isStartedSinceMove(Unit unit) {
        boolean started = false;
        for (Entry e : unit.log().happened()) {
            started = e instanceof Entry.Started || started && !(e instanceof Entry.Moved);
        }
        return started;
    }

    /** How channels share the memory nobody can say while a socket may hold some of it. */
    private static final Set<FindingCode> OF_ALL_SOCKETS =
            Set.of(LayoutFinding.WIDTH_SINGLE, LayoutFinding.WIDTH_UNEVEN);

    private static LayoutEvaluation asFarAsKnown(LayoutEvaluation e, Set<String> unknown, Map<String, String> filled) {
        return filled.keySet().containsAll(unknown)
                ? e
                : e.withFindings(e.findings().stream()
                        .filter(f -> !OF_ALL_SOCKETS.contains(f.code()))
                        .toList());
    }

    /** A machine that nobody has looked into is not one without memory: of what may be in its sockets nothing is said. */
    private static LayoutEvaluation unreadIsNotEmpty(LayoutEvaluation e, Unit unit, boolean unread) {
        if (!unread || !e.changed().isEmpty()) {
            return e;
        }
        return e.withFindings(Stream.concat(
                        e.findings().stream().filter(f -> f.code() == LayoutFinding.NO_SOCKETS),
                        Stream.of(Gates.notRead(unit)))
                .toList());
    }

    /** Module by position as things stand. */
    public Map<String, String> inIt() {
        return now.inIt();
    }
}
