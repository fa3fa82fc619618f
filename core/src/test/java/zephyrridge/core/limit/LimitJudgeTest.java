package zephyrridge.core.limit;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.RandomMachines;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.layout.Verdict;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.LimitClaim.Quantity;
import zephyrridge.core.machine.LimitClaim.Source;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DieDensity;

/** Classes, chance and conditions by R-4. All figures invented. */
class LimitJudgeTest {
    private static final String G8 = "8GB 1Rx8 PC4-2400T-SA1-11";
    private static final String G16 = "16GB 2Rx8 PC4-2400T-SE1-11";
    private static final String G32 = "32GB 2Rx8 PC4-2400T-SE1-11";
    private static final LocalDate DAY = LocalDate.of(2031, 3, 4);

    /** Maker 16, two sockets of which the controller takes 32 each. */
    private static Machines machine() {
        return bare().limit(Source.MAKER, Quantity.TOTAL, 16)
                .limit(Source.CONTROLLER, Quantity.PER_SLOT, 32)
                .limit(LimitClaim.of(Source.CONTROLLER, new DieDensity(16 * 1024), "controller's sheet"));
    }

    private static Machines bare() {
        return Machines.of(MemoryGeneration.DDR4, 2400, 2133).sockets(2, 1).cap(null, null, null, 2400);
    }

    private static SortedMap<String, ModuleSpec> modules(String... at) {
        SortedMap<String, ModuleSpec> m = new TreeMap<>();
        for (String s : at) {
            m.put(s.substring(0, 2), Modules.of(s.substring(3)));
        }
        return m;
    }

    private static Trial trial(Trial.Relation relation, String machine, Trial.Cause cause, String... at) {
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

    private static Judgement judge(MachineRecord record, List<Trial> trials, String... at) {
        return judge(record, HouseRules.DEFAULT, "1.20", trials, at);
    }

    private static Judgement judge(
            MachineRecord record, HouseRules house, String firmware, List<Trial> trials, String... at) {
        LayoutEvaluator evaluator = new LayoutEvaluator(record, house);
        Layout layout = Layout.of(record, modules(at));
        return new LimitJudge(record, evaluator, house, new LimitKnowledge(List.of(), trials))
                .judge(layout, evaluator.evaluate(layout, layout, Host.UNLIMITED), firmware, "");
    }

    private static List<String> codes(Judgement j) {
        return j.findings().stream().map(f -> f.code().name()).toList();
    }

    private static Severity severity(Judgement j, LimitFinding code) {
        return j.findings().stream()
                .filter(f -> f.code() == code)
                .findFirst()
                .map(Finding::severity)
                .orElseThrow();
    }

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

    /** With its processor named a machine is judged by that one's rates and share; the names stay the same from wherever one looks. */
    @Test
    void theFittedProcessorBringsItsController() {
        MachineRecord model = machine().otherController("small one", 2133, 512).build();
        assertThat(model.fitted("")).isSameAs(model);
        assertThat(model.fitted("unheard of")).isSameAs(model);
        assertThat(model.fitted("test controller")).isSameAs(model);
        MachineRecord small = model.fitted(" Small One");
        assertThat(small.controller().name()).isEqualTo("small one");
        assertThat(small.controller().steps()).containsExactly(zephyrridge.core.quantity.DataRate.ofName(2133));
        assertThat(small.controllerNames()).containsExactlyInAnyOrderElementsOf(model.controllerNames());
        assertThat(small.fitted("test controller")).isEqualTo(model);
        assertThat(zephyrridge.core.machine.RecordCheck.faults(small)).isEmpty();
        MachineRecord twice =
                machine().otherController("TEST controller", 2133, 512).build();
        assertThat(zephyrridge.core.machine.RecordCheck.faults(twice))
                .anyMatch(f -> f.path().equals("otherControllers[0].name"));
    }

    @Test
    void withinWhatTheMakerSays() {
        Judgement j = judge(machine().build(), List.of(), "A1=" + G8, "B1=" + G8);
        assertThat(j.limitClass()).isEqualTo(LimitClass.WITHIN_OFFICIAL);
        assertThat(j.conditions()).isEmpty();
        assertThat(j.findings()).isEmpty();
        assertThat(j.verdict()).isEqualTo(Verdict.SATISFIED);
        assertThat(j.allowedByHouse()).isTrue();
    }

    @Test
    void allowedByTheControllerAndNotTried() {
        Judgement j = judge(machine().build(), List.of(), "A1=" + G16, "B1=" + G16);
        assertThat(j.limitClass()).isEqualTo(LimitClass.ALLOWED_UNPROVEN);
        assertThat(j.chance().permille()).isEqualTo(750);
        assertThat(codes(j)).containsExactly("LIMIT_BEYOND_OFFICIAL");
        assertThat(j.conditions())
                .extracting(Condition::kind)
                .containsExactly(Condition.Kind.CONSENT, Condition.Kind.RIGHT_OF_RETURN, Condition.Kind.FALLBACK);
        assertThat(j.verdict()).isEqualTo(Verdict.VIOLATED);
        Judgement never = judge(
                machine().build(),
                HouseRules.DEFAULT.with(HouseRules.Beyond.NEVER),
                "",
                List.of(),
                "A1=" + G16,
                "B1=" + G16);
        assertThat(never.allowedByHouse()).isFalse();
        assertThat(severity(never, LimitFinding.LIMIT_FORBIDDEN_HERE)).isEqualTo(Severity.STOP);
    }

    /** A controller's figure of a slot is a bound; its published total is not. */
    @Test
    void aSlotIsHardAndAPublishedTotalIsNot() {
        MachineRecord small = bare().limit(Source.MAKER, Quantity.TOTAL, 16)
                .limit(Source.CONTROLLER, Quantity.PER_SLOT, 16)
                .build();
        Judgement stopped = judge(small, List.of(), "A1=" + G32);
        assertThat(stopped.limitClass()).isEqualTo(LimitClass.BEYOND_CONTROLLER);
        assertThat(severity(stopped, LimitFinding.LIMIT_BEYOND_CONTROLLER)).isEqualTo(Severity.STOP);
        MachineRecord published = bare().limit(Source.MAKER, Quantity.TOTAL, 16)
                .limit(Source.CONTROLLER, Quantity.TOTAL, 32)
                .limit(Source.CONTROLLER, Quantity.PER_SLOT, 32)
                .limit(LimitClaim.of(Source.MAKER, new DieDensity(16 * 1024), "list"))
                .build();
        Judgement above = judge(published, List.of(), "A1=" + G32, "B1=" + G32);
        assertThat(above.limitClass()).isEqualTo(LimitClass.DOUBTFUL);
        assertThat(codes(above)).contains("LIMIT_ABOVE_PUBLISHED", "LIMIT_BEYOND_OFFICIAL");
        assertThat(above.findings()).noneMatch(f -> f.severity() == Severity.STOP);
    }

    @Test
    void whatNobodySpeaksOfIsSaid() {
        // An older machine: 8 GB a socket speak of 4 Gbit, its generation's usual top in those years is 8; a 32 GB 2Rx8
        // has 16.
        MachineRecord record = bare().limit(Source.MAKER, Quantity.TOTAL, 16)
                .limit(Source.CONTROLLER, Quantity.TOTAL, 32)
                .build();
        Judgement j = judge(record, List.of(), "A1=" + G32);
        assertThat(j.limitClass()).isEqualTo(LimitClass.DOUBTFUL);
        assertThat(severity(j, LimitFinding.LIMIT_DENSITY_UNSPOKEN)).isEqualTo(Severity.RISK);
        assertThat(judge(record, List.of(), "A1=" + G16).limitClass()).isEqualTo(LimitClass.WITHIN_OFFICIAL);
        // Without any figure it is judged by its years, and nothing of it is beyond official.
        Judgement unknown = judge(bare().build(), List.of(), "A1=" + G8);
        assertThat(unknown.limitClass()).isEqualTo(LimitClass.AS_ITS_YEARS);
        assertThat(unknown.verdict()).isEqualTo(Verdict.SATISFIED);
        assertThat(codes(unknown)).isEmpty();
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

    /** A claim may hold from a firmware on, and for a kind of module only. */
    @Test
    void claimsAreBound() {
        MachineRecord record = bare().limit(Source.MAKER, Quantity.TOTAL, 16)
                .limit(new LimitClaim(
                        Source.MAKER,
                        Quantity.TOTAL,
                        Optional.of(ByteSize.ofGibibytes(48)),
                        null,
                        null,
                        "release notes",
                        Optional.of("Ilka"),
                        Optional.of(DAY),
                        Optional.of("1.12"),
                        null,
                        null))
                .limit(Source.CONTROLLER, Quantity.PER_SLOT, 32)
                .limit(LimitClaim.of(Source.MAKER, new DieDensity(16 * 1024), "list"))
                .build();
        Judgement j = judge(record, HouseRules.DEFAULT, "1.08", List.of(), "A1=" + G16, "B1=" + G16);
        assertThat(j.limitClass()).isEqualTo(LimitClass.WITHIN_OFFICIAL);
        assertThat(j.conditions()).containsExactly(new Condition(Condition.Kind.FIRMWARE_AT_LEAST, "1.12"));
        assertThat(codes(j)).containsExactly("LIMIT_FIRMWARE");
        assertThat(judge(record, HouseRules.DEFAULT, "1.12", List.of(), "A1=" + G16, "B1=" + G16)
                        .findings())
                .isEmpty();
        assertThat(judge(record, HouseRules.DEFAULT, "1.08", List.of(), "A1=" + G8, "B1=" + G8)
                        .conditions())
                .isEmpty();
        assertThat(judge(record, HouseRules.DEFAULT, "1.12", List.of(), "A1=" + G32, "B1=" + G32)
                        .beyondOfficial())
                .isTrue();
        MachineRecord registered = bare().limit(Source.MAKER, Quantity.TOTAL, 64)
                .limit(new LimitClaim(
                        Source.MAKER,
                        Quantity.PER_SLOT,
                        Optional.of(ByteSize.ofGibibytes(8)),
                        null,
                        null,
                        "sheet",
                        null,
                        null,
                        null,
                        Optional.of(Buffering.REGISTERED),
                        null))
                .build();
        assertThat(judge(registered, List.of(), "A1=" + G16).beyondOfficial()).isFalse();
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
        for (int i = 0; i < 250; i++) {
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
