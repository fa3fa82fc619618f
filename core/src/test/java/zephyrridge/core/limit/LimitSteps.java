package zephyrridge.core.limit;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.LimitClaim.Quantity;
import zephyrridge.core.machine.LimitClaim.Source;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.DieDensity;

/** Machines and trials that tests of limits share. */
final class LimitSteps {
    private LimitSteps() {}

    static final String G8 = "8GB 1Rx8 PC4-2400T-SA1-11";
    static final String G16 = "16GB 2Rx8 PC4-2400T-SE1-11";
    static final String G32 = "32GB 2Rx8 PC4-2400T-SE1-11";
    static final LocalDate DAY = LocalDate.of(2031, 3, 4);

    /** Maker 16, two sockets of which the controller takes 32 each. */
    static Machines machine() {
        return bare().limit(Source.MAKER, Quantity.TOTAL, 16)
                .limit(Source.CONTROLLER, Quantity.PER_SLOT, 32)
                .limit(LimitClaim.of(Source.CONTROLLER, new DieDensity(16 * 1024), "controller's sheet"));
    }

    static Machines bare() {
        return Machines.of(MemoryGeneration.DDR4, 2400, 2133).sockets(2, 1).cap(null, null, null, 2400);
    }

    static SortedMap<String, ModuleSpec> modules(String... at) {
        SortedMap<String, ModuleSpec> m = new TreeMap<>();
        for (String s : at) {
            m.put(s.substring(0, 2), Modules.of(s.substring(3)));
        }
        return m;
    }

    static Trial trial(Trial.Relation relation, String machine, Trial.Cause cause, String... at) {
        return new Trial(
                machine + cause + at.length,
                relation,
                machine,
                modules(at),
                new TreeSet<>(),
                Optional.of("1.20"),
                cause == Trial.Cause.NONE ? Trial.Outcome.PROVEN : Trial.Outcome.FAILED,
                cause,
                "Wren",
                DAY,
                "",
                Optional.empty());
    }

    static Judgement judge(MachineRecord record, List<Trial> trials, String... at) {
        return judge(record, HouseRules.DEFAULT, "1.20", trials, at);
    }

    static Judgement judge(MachineRecord record, HouseRules house, String firmware, List<Trial> trials, String... at) {
        LayoutEvaluator evaluator = new LayoutEvaluator(record, house);
        Layout layout = Layout.of(record, modules(at));
        return new LimitJudge(record, evaluator, house, new LimitKnowledge(List.of(), trials))
                .judge(layout, evaluator.evaluate(layout, layout, Host.UNLIMITED), firmware, "");
    }

    static List<String> codes(Judgement j) {
        return j.findings().stream().map(f -> f.code().name()).toList();
    }

    static Severity severity(Judgement j, LimitFinding code) {
        return j.findings().stream()
                .filter(f -> f.code() == code)
                .findFirst()
                .map(Finding::severity)
                .orElseThrow();
    }
}
