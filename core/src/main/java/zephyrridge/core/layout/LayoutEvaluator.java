package zephyrridge.core.layout;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import zephyrridge.core.access.OpeningPlan;
import zephyrridge.core.access.OpeningPlanner;
import zephyrridge.core.access.Side;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/**
 * Judges layouts of one machine by. A pure function of its input: the
 * record, the layout, the layout as found and the host. Built once per record; safe under concurrent use.
 */
public final class LayoutEvaluator {
    private static final List<LayoutRule> RULES =
            List.of(new FitRule(), new MixingRule(), new RankRule(), new FillingOrderRule());
    private static final int LONG_MINUTES = 10;

    private final CompiledMachine machine;

    /** @param record one that {@link zephyrridge.core.machine.RecordCheck} finds no fault with */
    public LayoutEvaluator(MachineRecord record, HouseRules house) {
        machine = new CompiledMachine(record, house.battery());
    }

    /**
     * @param layout what is judged
     * @param asFound what the machine holds now; what differs costs effort
     */
    public LayoutEvaluation evaluate(Layout layout, Layout asFound, Host host) {
        return evaluate(layout, asFound, host, Set.of());
    }

    /** @param exchanged positions whose module is another one, of whatever kind: one that is replaced by its like is work, too */
    public LayoutEvaluation evaluate(Layout layout, Layout asFound, Host host, Set<String> exchanged) {
        Facts f = new Facts(machine, layout, asFound, host);
        List<Finding> findings = new ArrayList<>();
        List<LayoutEvaluation.RuleVerdict> verdicts = new ArrayList<>(Rule.values().length);
        for (LayoutRule rule : RULES) {
            verdicts.add(new LayoutEvaluation.RuleVerdict(rule.rule(), rule.check(f, findings)));
        }
        if (f.installedMib == 0) {
            findings.add(Finding.of(
                    LayoutFinding.NO_MEMORY,
                    Severity.STOP,
                    Subject.machine(),
                    LayoutFinding.Nothing.INSTANCE,
                    Evidence.COMMON_PRACTICE));
        }
        RateResult[] rates = new RateResult[machine.domains.length];
        Verdict rateVerdict = Verdict.NOT_APPLICABLE;
        boolean clocksKnown = true;
        for (int d = 0; d < rates.length; d++) {
            rateVerdict = graver(rateVerdict, RateRule.solve(f, d, rates, findings));
            clocksKnown &= rates[d].clocks().isPresent() || rates[d].rate().isEmpty();
        }
        verdicts.add(new LayoutEvaluation.RuleVerdict(Rule.RATE, rateVerdict));
        verdicts.add(new LayoutEvaluation.RuleVerdict(
                Rule.LATENCY,
                rateVerdict == Verdict.NOT_APPLICABLE
                        ? rateVerdict
                        : clocksKnown ? Verdict.SATISFIED : Verdict.UNDECIDED));
        WidthMap[] widths = new WidthMap[machine.channelsOfProcessor.length];
        Verdict widthVerdict = Verdict.NOT_APPLICABLE;
        boolean peakKnown = true;
        for (int p = 0; p < widths.length; p++) {
            widths[p] = width(f, p, rates);
            widthVerdict = graver(widthVerdict, WidthRule.check(f, p, widths[p], findings));
            peakKnown &= widths[p].regions().isEmpty() || widths[p].mean().isPresent();
        }
        WidthRule.singleRankWide(f, findings);
        verdicts.add(new LayoutEvaluation.RuleVerdict(Rule.WIDTH, widthVerdict));
        verdicts.add(new LayoutEvaluation.RuleVerdict(
                Rule.BANDWIDTH,
                widthVerdict == Verdict.NOT_APPLICABLE
                        ? widthVerdict
                        : peakKnown ? Verdict.SATISFIED : Verdict.UNDECIDED));
        int beforeUsable = findings.size();
        ByteSize usable = UsableMemory.of(f, findings);
        verdicts.add(new LayoutEvaluation.RuleVerdict(
                Rule.USABLE, costs(findings, beforeUsable) ? Verdict.VIOLATED : Verdict.SATISFIED));
        List<String> changed = new ArrayList<>();
        Effort effort = effort(f, exchanged, changed, findings);
        verdicts.add(new LayoutEvaluation.RuleVerdict(
                Rule.EFFORT, changed.isEmpty() ? Verdict.NOT_APPLICABLE : Verdict.SATISFIED));
        verdicts.sort((a, b) -> a.rule().compareTo(b.rule()));
        findings.sort(Finding.GRAVEST_FIRST);
        return new LayoutEvaluation(
                ByteSize.ofMebibytes(f.installedMib),
                usable,
                totals(f),
                Arrays.asList(rates),
                Arrays.asList(widths),
                changed,
                effort,
                verdicts,
                findings);
    }

    /** Figures of many layouts of this machine, against what it holds now. */
    public LayoutFigures figures(Layout asFound, Host host) {
        return new LayoutFigures(machine, asFound, host);
    }

    /** What would be better, each asked of this evaluator. */
    public List<Finding> advice(Layout layout, Layout asFound, Host host, LayoutEvaluation evaluation) {
        return new LayoutAdvice(other -> evaluate(other, asFound, host), machine, layout, evaluation).all();
    }

    /** The opening plan for some positions of this machine, closed and with its battery. */
    public OpeningPlan opening(List<String> positions) {
        return opening(positions, Set.of(), true, machine.record.access().restsOn());
    }

    /**
     * The opening plan for some positions or bays as the machine stands.
     *
     * @param off parts that are off already; {@code battery} whether this very machine has one fitted; {@code up} the side that lies
     *     up
     */
    public OpeningPlan opening(Collection<String> positions, Set<String> off, boolean battery, Side up) {
        int[] numbers = IntStream.range(0, machine.placeIds.length)
                .filter(p -> positions.contains(machine.placeIds[p]))
                .toArray();
        return access(battery).plan(numbers, off, up);
    }

    /** How this machine comes apart. @param battery whether this very machine has one fitted */
    public OpeningPlanner access(boolean battery) {
        return battery ? machine.opening : machine.withoutBattery;
    }

    /** Whether a part is another one, or must be off before it. */
    public boolean liesOver(String part, String below) {
        return machine.opening.liesOver(part, below);
    }

    /** Whether the way to a position is open when these parts are off. */
    public boolean isOpen(String position, Set<String> off) {
        return IntStream.range(0, machine.placeIds.length)
                .filter(p -> machine.placeIds[p].equals(position))
                .allMatch(p -> machine.opening.isOpen(p, off));
    }

    private WidthMap width(Facts f, int processor, RateResult[] rates) {
        int[] channels = machine.channelsOfProcessor[processor];
        long[] totals = new long[channels.length];
        for (int i = 0; i < channels.length; i++) {
            totals[i] = f.totalMib[channels[i]];
        }
        Optional<DataRate> rate = channels.length == 0 ? Optional.empty() : rates[machine.domainOf[channels[0]]].rate();
        return WidthMap.of(
                machine.record.processors().get(processor),
                totals,
                machine.largestWay,
                f.controller().flex(),
                f.controller().channelBytes(),
                rate);
    }

    private Effort effort(Facts f, Set<String> exchanged, List<String> changed, List<Finding> findings) {
        int[] numbers = new int[f.modules.length];
        for (int p = 0; p < f.modules.length; p++) {
            if (f.layout.differsAt(p, f.asFound) || exchanged.contains(machine.positions[p].id())) {
                numbers[changed.size()] = p;
                changed.add(machine.positions[p].id());
            }
        }
        if (changed.isEmpty()) {
            return Effort.NONE;
        }
        long classes = machine.opening.classesOf(numbers, changed.size());
        int seconds = machine.opening.secondsFor(classes);
        if (seconds > LONG_MINUTES * 60) {
            findings.add(Finding.of(
                    LayoutFinding.EFFORT_HIDDEN,
                    Severity.NOTE,
                    Subject.machine(),
                    new LayoutFinding.Effort(labels(numbers, changed.size()), (seconds + 59) / 60),
                    new Evidence.RecordEntry("access", "seconds off and on", machine.record.name())));
        }
        int handled = 0;
        for (int i = 0; i < changed.size(); i++) {
            handled += (f.modules[numbers[i]] == null ? 0 : 1) + (f.asFound.raw()[numbers[i]] == null ? 0 : 1);
        }
        int filled =
                (int) IntStream.range(0, f.modules.length).filter(f::counts).count();
        return machine.effort(classes, handled, filled);
    }

    private List<String> labels(int[] positions, int count) {
        return Arrays.stream(positions, 0, count)
                .mapToObj(p -> machine.positions[p].label())
                .toList();
    }

    private List<LayoutEvaluation.ChannelTotal> totals(Facts f) {
        LayoutEvaluation.ChannelTotal[] totals = new LayoutEvaluation.ChannelTotal[f.totalMib.length];
        for (int c = 0; c < totals.length; c++) {
            totals[c] = new LayoutEvaluation.ChannelTotal(
                    machine.channelIds[c], ByteSize.ofMebibytes(f.totalMib[c]), f.count[c]);
        }
        return Arrays.asList(totals);
    }

    private static boolean costs(List<Finding> findings, int from) {
        for (int i = from; i < findings.size(); i++) {
            if (findings.get(i).severity() != Severity.NOTE) {
                return true;
            }
        }
        return false;
    }

    /** NOT_APPLICABLE < SATISFIED < UNDECIDED < VIOLATED. */
    private static Verdict graver(Verdict a, Verdict b) {
        return weight(a) >= weight(b) ? a : b;
    }

    private static int weight(Verdict v) {
        return switch (v) {
            case NOT_APPLICABLE -> 0;
            case SATISFIED -> 1;
            case UNDECIDED -> 2;
            case VIOLATED -> 3;
        };
    }
}
