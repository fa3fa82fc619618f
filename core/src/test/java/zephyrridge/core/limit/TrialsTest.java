package zephyrridge.core.limit;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.core.limit.LimitSteps.DAY;
import static zephyrridge.core.limit.LimitSteps.G16;
import static zephyrridge.core.limit.LimitSteps.G32;
import static zephyrridge.core.limit.LimitSteps.G8;
import static zephyrridge.core.limit.LimitSteps.bare;
import static zephyrridge.core.limit.LimitSteps.codes;
import static zephyrridge.core.limit.LimitSteps.judge;
import static zephyrridge.core.limit.LimitSteps.machine;
import static zephyrridge.core.limit.LimitSteps.modules;
import static zephyrridge.core.limit.LimitSteps.severity;
import static zephyrridge.core.limit.LimitSteps.trial;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import zephyrridge.core.RandomMachines;
import zephyrridge.core.Rounds;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.LimitClaim.Quantity;
import zephyrridge.core.machine.LimitClaim.Source;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.ModuleSpec;

/** What was tried decides, as far as it covers. */
class TrialsTest {
    /** A model with two controllers: a trial with one says nothing of the other, and who does not know is told so. */
    @Test
    void aTrialSpeaksOfTheControllerItRanWith() {
        MachineRecord model = machine().otherController("small one", 2133, 512).build();
        String[] big = {"A1=" + G16, "B1=" + G16};
        for (String ran : List.of("test controller", "small one", "")) {
            Trial t = trial(Trial.Relation.THIS_MODEL, "m1", Trial.Cause.NONE, big);
            Trial with = new Trial(
                    t.id(),
                    t.relation(),
                    t.machine(),
                    t.sockets(),
                    t.absent(),
                    t.firmware(),
                    t.outcome(),
                    t.cause(),
                    t.who(),
                    t.when(),
                    t.note(),
                    Optional.of(ran));
            for (String fitted : List.of("Test Controller", "SMALL ONE ", "", "something else")) {
                MachineRecord record = model.fitted(fitted);
                LayoutEvaluator evaluator = new LayoutEvaluator(record, HouseRules.DEFAULT);
                Layout layout = Layout.of(record, modules(big));
                Judgement j = new LimitJudge(
                                record, evaluator, HouseRules.DEFAULT, new LimitKnowledge(List.of(), List.of(with)))
                        .judge(layout, evaluator.evaluate(layout, layout, Host.UNLIMITED), "1.20", fitted);
                boolean known = record.controllerOf(fitted).isPresent();
                assertThat(codes(j).contains("LIMIT_PROCESSOR_OPEN")).isEqualTo(!known);
                assertThat(j.limitClass() == LimitClass.PROVEN_HERE)
                        .as("ran with %s, fitted %s", ran, fitted)
                        .isEqualTo(ran.equals(record.controller().name()));
            }
        }
    }

    @Test
    void whatRanHereOverrulesAnySheet() {
        List<Trial> ran = List.of(trial(Trial.Relation.THIS_MODEL, "one", Trial.Cause.NONE, "A1=" + G16, "B1=" + G16));
        Judgement j = judge(machine().build(), ran, "A1=" + G16, "B1=" + G16);
        assertThat(j.limitClass()).isEqualTo(LimitClass.PROVEN_HERE);
        assertThat(j.chance().permille()).isEqualTo(800);
        assertThat(j.beyondOfficial()).isTrue();
        assertThat(codes(j)).contains("LIMIT_PROVEN", "LIMIT_SHEET_CONTRADICTED");
        assertThat(severity(j, LimitFinding.LIMIT_PROVEN)).isEqualTo(Severity.PROVEN);
        assertThat(j.conditions())
                .containsExactly(
                        Condition.of(Condition.Kind.CONSENT), new Condition(Condition.Kind.FIRMWARE_AT_LEAST, "1.20"));
        // Also what the controller is said not to take.
        MachineRecord small = bare().limit(Source.MAKER, Quantity.TOTAL, 8)
                .limit(Source.CONTROLLER, Quantity.PER_SLOT, 8)
                .build();
        Judgement beyond = judge(small, ran, "A1=" + G16);
        assertThat(beyond.limitClass()).isEqualTo(LimitClass.PROVEN_HERE);
        assertThat(beyond.findings()).noneMatch(f -> f.severity() == Severity.STOP);
        // One machine counts once, however often it was tried; another counts again.
        List<Trial> twice = List.of(
                ran.get(0),
                ran.get(0),
                trial(Trial.Relation.THIS_MODEL, "two", Trial.Cause.NONE, "A1=" + G16, "B1=" + G16));
        assertThat(judge(machine().build(), twice, "A1=" + G16, "B1=" + G16).chance())
                .isEqualTo(new Chance(3, 1, 8, 0));
        // With an older firmware nobody has seen it.
        Judgement old = judge(machine().build(), HouseRules.DEFAULT, "1.3", ran, "A1=" + G16, "B1=" + G16);
        assertThat(severity(old, LimitFinding.LIMIT_FIRMWARE)).isEqualTo(Severity.RISK);
    }

    @Test
    void reportsCountAQuarterEachAndNeverProve() {
        List<Trial> reports = new ArrayList<>();
        for (int i = 0; i < 9; i++) {
            reports.add(trial(Trial.Relation.REPORTED, "r" + i, Trial.Cause.NONE, "A1=" + G16, "B1=" + G16));
        }
        Judgement j = judge(machine().build(), reports, "A1=" + G16, "B1=" + G16);
        assertThat(j.limitClass()).isEqualTo(LimitClass.ALLOWED_UNPROVEN);
        assertThat(j.chance()).isEqualTo(new Chance(3, 1, 4, 0));
        assertThat(codes(j)).contains("LIMIT_REPORTED");
        // A report makes a stop a risk, with its words.
        MachineRecord small =
                bare().limit(Source.CONTROLLER, Quantity.PER_SLOT, 8).build();
        Judgement beyond = judge(small, reports.subList(0, 1), "A1=" + G16);
        assertThat(beyond.limitClass()).isEqualTo(LimitClass.BEYOND_CONTROLLER);
        assertThat(severity(beyond, LimitFinding.LIMIT_BEYOND_CONTROLLER)).isEqualTo(Severity.RISK);
        List<Trial> family =
                List.of(trial(Trial.Relation.BOARD_FAMILY, "f", Trial.Cause.NONE, "A1=" + G16, "B1=" + G16));
        assertThat(judge(machine().build(), family, "A1=" + G16).chance()).isEqualTo(new Chance(19, 1, 2, 0));
    }

    @Test
    void onlyAFailureOfTheKindCounts() {
        MachineRecord record = machine().build();
        Trial kind = trial(Trial.Relation.THIS_MODEL, "x", Trial.Cause.KIND_ABOVE_LIMIT, "A1=" + G16, "B1=" + G16);
        Judgement j = judge(record, List.of(kind), "A1=" + G16, "B1=" + G16);
        assertThat(j.limitClass()).isEqualTo(LimitClass.DOUBTFUL);
        assertThat(j.chance()).isEqualTo(new Chance(1, 1, 0, 4));
        assertThat(codes(j)).contains("LIMIT_FAILURE_COUNTS");
        // More than what failed is refused too; less is another thing.
        assertThat(judge(record, List.of(kind), "A1=" + G32, "B1=" + G32).against())
                .hasSize(1);
        assertThat(judge(record, List.of(kind), "A1=" + G8, "B1=" + G8).against())
                .isEmpty();
        for (Trial.Cause c : List.of(
                Trial.Cause.BAD_MODULE,
                Trial.Cause.SOCKET,
                Trial.Cause.SEATING,
                Trial.Cause.POWER,
                Trial.Cause.SETTINGS,
                Trial.Cause.NOT_CONFIRMED)) {
            Trial other = trial(Trial.Relation.THIS_MODEL, "x", c, "A1=" + G16, "B1=" + G16);
            assertThat(judge(record, List.of(other), "A1=" + G16, "B1=" + G16).limitClass())
                    .as("%s", c)
                    .isEqualTo(LimitClass.ALLOWED_UNPROVEN);
        }
    }

    /** A confirmed order quirk: the swap that ran does not cover the order that failed. */
    @Test
    void anOrderQuirkEndsTheEquivalence() {
        MachineRecord record = machine().build();
        Trial ran = trial(Trial.Relation.THIS_MODEL, "x", Trial.Cause.NONE, "A1=" + G16, "B1=" + G8);
        assertThat(judge(record, List.of(ran), "A1=" + G8, "B1=" + G16).covering())
                .hasSize(1);
        Trial order = trial(Trial.Relation.THIS_MODEL, "x", Trial.Cause.ORDER, "A1=" + G8, "B1=" + G16);
        Judgement failed = judge(record, List.of(ran, order), "A1=" + G8, "B1=" + G16);
        assertThat(failed.covering()).isEmpty();
        assertThat(failed.against()).hasSize(1);
        assertThat(judge(record, List.of(ran, order), "A1=" + G16, "B1=" + G8).covering())
                .hasSize(1);
    }

    @Test
    void coverageIsReflexiveAndTransitiveAndChanceNeverFalls() {
        Random random = new Random(77);
        int pairs = 0;
        int chains = 0;
        for (int i = 0; i < Rounds.of(120); i++) {
            RandomMachines machines = new RandomMachines(4000 + i);
            RandomMachines.Case c = machines.next();
            MachineRecord record = c.record();
            LayoutEvaluator evaluator = new LayoutEvaluator(record, HouseRules.DEFAULT);
            Coverage coverage = new Coverage(record, java.util.Set.of());
            List<Map<String, ModuleSpec>> layouts = new ArrayList<>();
            layouts.add(c.sockets());
            while (layouts.size() < 8) {
                layouts.add(less(layouts.get(random.nextInt(layouts.size())), record, random));
            }
            List<Coverage.Tried> tried = layouts.stream()
                    .map(l -> Layout.of(record, l))
                    .map(l -> Coverage.Tried.of(l, evaluator.evaluate(l, l, Host.UNLIMITED)))
                    .toList();
            List<Trial> trials = new ArrayList<>();
            for (int t = 0; t < 3; t++) {
                trials.add(new Trial(
                        "t" + t,
                        Trial.Relation.values()[random.nextInt(3)],
                        "m" + t,
                        new TreeMap<>(layouts.get(random.nextInt(8))),
                        new TreeSet<>(),
                        Optional.empty(),
                        t == 0 ? Trial.Outcome.FAILED : Trial.Outcome.PROVEN,
                        t == 0 ? Trial.Cause.KIND_ABOVE_LIMIT : Trial.Cause.NONE,
                        "Bram",
                        DAY,
                        "",
                        Optional.empty()));
            }
            LimitJudge judge =
                    new LimitJudge(record, evaluator, HouseRules.DEFAULT, new LimitKnowledge(List.of(), trials));
            List<Integer> chances = layouts.stream()
                    .map(l -> Layout.of(record, l))
                    .map(l -> judge.judge(l, evaluator.evaluate(l, l, Host.UNLIMITED), "", "")
                            .chance()
                            .permille())
                    .toList();
            for (int a = 0; a < 8; a++) {
                assertThat(coverage.covers(tried.get(a), tried.get(a)).orIfCut(false))
                        .isTrue();
                for (int b = 0; b < 8; b++) {
                    if (a == b || !coverage.covers(tried.get(a), tried.get(b)).orIfCut(false)) {
                        continue;
                    }
                    pairs++;
                    assertThat(chances.get(b))
                            .as("machine %d: what covers is no likelier than what it covers", i)
                            .isGreaterThanOrEqualTo(chances.get(a));
                    for (int d = 0; d < 8; d++) {
                        if (coverage.covers(tried.get(b), tried.get(d)).orIfCut(false)) {
                            chains++;
                            assertThat(coverage.covers(tried.get(a), tried.get(d))
                                            .orIfCut(false))
                                    .isTrue();
                        }
                    }
                }
            }
        }
        assertThat(pairs).isGreaterThan(500);
        assertThat(chains).isGreaterThan(1000);
    }

    /** The same with modules taken out, exchanged, or moved about. */
    private static Map<String, ModuleSpec> less(Map<String, ModuleSpec> of, MachineRecord record, Random random) {
        Map<String, ModuleSpec> next = new HashMap<>(of);
        List<String> sockets = record.positions().stream()
                .filter(p -> !p.isSoldered())
                .map(Position::id)
                .toList();
        for (int i = 0; i < 1 + random.nextInt(2) && !sockets.isEmpty(); i++) {
            String a = sockets.get(random.nextInt(sockets.size()));
            String b = sockets.get(random.nextInt(sockets.size()));
            ModuleSpec atA = next.remove(a);
            if (random.nextInt(3) > 0) {
                ModuleSpec atB = next.remove(b);
                if (atA != null) {
                    next.put(b, atA);
                }
                if (atB != null && !a.equals(b)) {
                    next.put(a, atB);
                }
            }
        }
        return next;
    }
}
