package zephyrridge.core.limit;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Figures;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.layout.Verdict;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;

/**
 * Judges how far a layout goes: class by what is claimed and what was tried, chance, conditions. Built once per record and
 * knowledge; a pure function of its input, safe under concurrent use.
 */
public final class LimitJudge {
    private static final int PROVEN_QUARTERS = 4;

    private record Tried(Trial trial, Coverage.Tried layout) {}

    private final MachineRecord record;
    private final LayoutEvaluator evaluator;
    private final HouseRules house;
    private final LimitKnowledge known;
    private final Ceilings ceilings;
    private final Coverage coverage;
    private final boolean orderQuirk;
    private final List<Tried> tried = new ArrayList<>();

    public LimitJudge(MachineRecord record, LayoutEvaluator evaluator, HouseRules house, LimitKnowledge known) {
        this.record = record;
        this.evaluator = evaluator;
        this.house = house;
        this.known = known;
        List<LimitClaim> claims = new ArrayList<>(record.limits());
        claims.addAll(known.claims());
        ceilings = new Ceilings(record, claims);
        Set<ModuleSpec> fixed = new HashSet<>();
        for (Trial t : known.trials()) {
            if (t.failedByLimit() && t.cause() == Trial.Cause.ORDER && t.relation() == Trial.Relation.THIS_MODEL) {
                fixed.addAll(t.sockets().values());
            }
        }
        orderQuirk = !fixed.isEmpty();
        coverage = new Coverage(record, fixed);
        for (Trial t : known.trials()) {
            Coverage.layout(record, t).ifPresent(l -> tried.add(new Tried(t, tried(l))));
        }
    }

    public LimitKnowledge known() {
        return known;
    }

    /** The record's claims with those that were added since. */
    public List<LimitClaim> claims() {
        return ceilings.claims();
    }

    private Coverage.Tried tried(Layout layout) {
        return Coverage.Tried.of(layout, evaluator.evaluate(layout, layout, Host.UNLIMITED));
    }

    /**
     * @param firmware version noted at this very machine, "" where none was
     * @param processor the one that is fitted, "" where nobody looked
     */
    public Judgement judge(Layout layout, LayoutEvaluation evaluation, String firmware, String processor) {
        return judge(Coverage.Tried.of(layout, evaluation), evaluation.installed(), firmware, processor);
    }

    /** The same of a layout that is known in figures. */
    public Judgement judge(Layout layout, Figures figures, String firmware, String processor) {
        return judge(
                Coverage.Tried.of(layout, figures), ByteSize.ofMebibytes(figures.installedMib()), firmware, processor);
    }

    /**
     * Whether class and chance follow from the total, the largest module and the largest die alone: nothing was tried, and no claim is
     * about ranks or bound to a kind of module.
     */
    public boolean isPlain() {
        return tried.isEmpty()
                && claims().stream()
                        .noneMatch(c -> c.quantity() == LimitClaim.Quantity.RANKS_PER_CHANNEL
                                || c.buffering().isPresent());
    }

    /** Whether some kind was found to run in its own positions only, which ends the likeness of channels. */
    public boolean hasOrderQuirk() {
        return orderQuirk;
    }

    private Judgement judge(Coverage.Tried asked, ByteSize planned, String firmware, String processor) {
        List<Trial> covering = new ArrayList<>();
        List<Trial> against = new ArrayList<>();
        for (Tried t : tried) {
            if (!sameController(t.trial, processor)) {
                continue;
            }
            if (t.trial.succeeded()) {
                if (coverage.covers(t.layout, asked)) {
                    covering.add(t.trial);
                }
            } else if (t.trial.failedByLimit() && coverage.covers(asked, t.layout)) {
                against.add(t.trial);
            }
        }
        int here = quarters(covering, Trial.Relation.THIS_MODEL);
        int reported = Math.min(PROVEN_QUARTERS, quarters(covering, Trial.Relation.REPORTED));
        int successes = here + quarters(covering, Trial.Relation.BOARD_FAMILY) + reported;
        int failures = 0;
        for (Trial.Relation r : Trial.Relation.values()) {
            int q = quarters(against, r);
            failures += r == Trial.Relation.REPORTED ? Math.min(PROVEN_QUARTERS, q) : q;
        }
        Ceilings.Broken broken = ceilings.brokenBy(asked.layout(), processor);
        LimitClass c = classOf(broken, here, against);
        List<Finding> findings = new ArrayList<>();
        whichController(processor).ifPresent(findings::add);
        say(c, broken, planned, here, covering, against, successes, findings);
        List<Condition> conditions = conditions(c, broken, covering, against, firmware, planned, findings);
        boolean allowed = c == LimitClass.WITHIN_OFFICIAL
                || switch (house.beyond()) {
                    case NEVER -> false;
                    case PROVEN_OR_RETURNABLE -> c == LimitClass.PROVEN_BEYOND || c == LimitClass.ALLOWED_UNPROVEN;
                    case WHENEVER_CONTROLLER_ALLOWS -> c != LimitClass.BEYOND_CONTROLLER;
                };
        if (!allowed && broken.official().isPresent() && house.beyond() == HouseRules.Beyond.NEVER) {
            findings.add(Finding.of(
                    LimitFinding.LIMIT_FORBIDDEN_HERE,
                    Severity.STOP,
                    Subject.machine(),
                    new LimitFinding.Size(planned),
                    new Evidence.Word(
                            "house rule on going beyond", house.beyond().name())));
        }
        Verdict verdict =
                switch (c) {
                    case WITHIN_OFFICIAL, PROVEN_BEYOND -> Verdict.SATISFIED;
                    case BEYOND_CONTROLLER -> Verdict.VIOLATED;
                    case ALLOWED_UNPROVEN -> broken.official().isPresent() ? Verdict.VIOLATED : Verdict.SATISFIED;
                    case DOUBTFUL -> Verdict.UNDECIDED;
                };
        return new Judgement(
                c,
                c.chance(successes, failures),
                covering,
                against,
                broken.official().isPresent(),
                allowed,
                conditions,
                findings,
                verdict);
    }

    /** That the model comes with several controllers, and nobody has said with which of them this machine does. */
    public Optional<Finding> whichController(String processor) {
        return record.controllerOf(processor).isPresent()
                ? Optional.empty()
                : Optional.of(Finding.of(
                        LimitFinding.LIMIT_PROCESSOR_OPEN,
                        Severity.RISK,
                        Subject.machine(),
                        new LimitFinding.Processors(record.controller().name(), record.controllerNames()),
                        new Evidence.RecordEntry(
                                "otherControllers",
                                String.valueOf(record.otherControllers().size()),
                                record.name())));
    }

    /** Where a model comes with several controllers, a trial speaks of the one it ran with; one that does not say speaks of none. */
    private boolean sameController(Trial trial, String processor) {
        if (record.otherControllers().isEmpty()) {
            return true;
        }
        String judged =
                record.controllerOf(processor).orElse(record.controller().name());
        return trial.processor()
                .flatMap(record::controllerOf)
                .filter(judged::equals)
                .isPresent();
    }

    /** First match of. */
    private static LimitClass classOf(Ceilings.Broken broken, int here, List<Trial> against) {
        boolean proven = here >= PROVEN_QUARTERS;
        if (!broken.hard().isEmpty() && !proven) {
            return LimitClass.BEYOND_CONTROLLER;
        }
        if (broken.makerSpeaks()
                && broken.official().isEmpty()
                && broken.hard().isEmpty()
                && broken.unspoken().isEmpty()) {
            return LimitClass.WITHIN_OFFICIAL;
        }
        if (proven) {
            return LimitClass.PROVEN_BEYOND;
        }
        boolean doubtful = !against.isEmpty()
                || broken.unspoken().isPresent()
                || !broken.controllerSpeaks()
                || broken.published().isPresent();
        return doubtful ? LimitClass.DOUBTFUL : LimitClass.ALLOWED_UNPROVEN;
    }

    private void say(
            LimitClass c,
            Ceilings.Broken broken,
            ByteSize planned,
            int here,
            List<Trial> covering,
            List<Trial> against,
            int successes,
            List<Finding> out) {
        boolean reportedOnly = here < PROVEN_QUARTERS && successes > 0;
        long elsewhere = covering.stream()
                .filter(t -> t.relation() != Trial.Relation.THIS_MODEL)
                .count();
        for (Finding hard : broken.hard()) {
            out.add(
                    c == LimitClass.BEYOND_CONTROLLER
                            ? reportedOnly ? withSeverity(hard, Severity.RISK) : hard
                            : contradicted(hard, planned));
        }
        Optional<Finding> official = broken.official().or(broken::published);
        official.ifPresent(f -> out.add(c == LimitClass.PROVEN_BEYOND ? contradicted(f, planned) : f));
        if (broken.official().isPresent() && c != LimitClass.PROVEN_BEYOND) {
            broken.published().ifPresent(out::add);
        }
        if (c == LimitClass.PROVEN_BEYOND) {
            out.add(Finding.of(
                    LimitFinding.LIMIT_PROVEN,
                    Severity.PROVEN,
                    Subject.machine(),
                    new LimitFinding.Counts(
                            (int) covering.stream()
                                    .filter(t -> t.relation() == Trial.Relation.THIS_MODEL)
                                    .map(Trial::machine)
                                    .distinct()
                                    .count(),
                            planned),
                    evidence(covering)));
        } else if (elsewhere > 0 && c != LimitClass.WITHIN_OFFICIAL) {
            out.add(Finding.of(
                    LimitFinding.LIMIT_REPORTED,
                    Severity.NOTE,
                    Subject.machine(),
                    new LimitFinding.Counts((int) elsewhere, planned),
                    evidence(covering)));
        }
        for (Trial t : against) {
            out.add(Finding.of(
                    LimitFinding.LIMIT_FAILURE_COUNTS,
                    Severity.RISK,
                    Subject.machine(),
                    new LimitFinding.Failure(t.who(), t.when().toString(), t.cause()),
                    evidence(List.of(t))));
        }
        if (!broken.controllerSpeaks() && c == LimitClass.DOUBTFUL) {
            out.add(Finding.of(
                    LimitFinding.LIMIT_CONTROLLER_UNKNOWN,
                    Severity.RISK,
                    Subject.machine(),
                    new LimitFinding.Size(planned),
                    new Evidence.RecordEntry("limits.CONTROLLER", "none", record.name())));
        }
        // What ran speaks of its dies.
        broken.unspoken().filter(f -> c != LimitClass.PROVEN_BEYOND).ifPresent(out::add);
        out.addAll(broken.hints());
    }

    private static Finding withSeverity(Finding f, Severity severity) {
        return new Finding(f.code(), severity, f.subject(), f.detail(), f.evidence());
    }

    /** What a sheet says and this bench has seen otherwise. */
    private static Finding contradicted(Finding f, ByteSize planned) {
        return f.detail() instanceof LimitFinding.Limit l
                ? new Finding(
                        LimitFinding.LIMIT_SHEET_CONTRADICTED,
                        Severity.NOTE,
                        f.subject(),
                        new LimitFinding.Limit(planned, l.limit(), l.where()),
                        f.evidence())
                : withSeverity(f, Severity.NOTE);
    }

    private List<Condition> conditions(
            LimitClass c,
            Ceilings.Broken broken,
            List<Trial> covering,
            List<Trial> against,
            String firmware,
            ByteSize planned,
            List<Finding> out) {
        List<Condition> conditions = new ArrayList<>();
        boolean uncertain =
                c == LimitClass.ALLOWED_UNPROVEN && broken.official().isPresent()
                        || c == LimitClass.DOUBTFUL
                        || c == LimitClass.BEYOND_CONTROLLER
                        || !against.isEmpty();
        if (uncertain) {
            conditions.add(Condition.of(Condition.Kind.CONSENT));
            conditions.add(Condition.of(Condition.Kind.RIGHT_OF_RETURN));
            conditions.add(Condition.of(Condition.Kind.FALLBACK));
        }
        Optional<String> least = broken.firmware();
        if (c == LimitClass.PROVEN_BEYOND) {
            // It ran with the oldest of these; nobody has seen it with an older one.
            least = covering.stream()
                    .filter(t -> t.relation() == Trial.Relation.THIS_MODEL)
                    .map(t -> t.firmware().orElse(""))
                    .min(FirmwareVersion.ORDER)
                    .filter(v -> !v.isEmpty())
                    .or(broken::firmware);
        }
        least.ifPresent(v -> {
            conditions.add(new Condition(Condition.Kind.FIRMWARE_AT_LEAST, v));
            if (!reaches(firmware, v)) {
                out.add(Finding.of(
                        LimitFinding.LIMIT_FIRMWARE,
                        Severity.RISK,
                        Subject.machine(),
                        new LimitFinding.Firmware(planned, v, firmware),
                        new Evidence.Word("firmware version", firmware.isEmpty() ? "not noted" : firmware)));
            }
        });
        return conditions;
    }

    /** Whether a noted version is at least another; one that was not noted is not. */
    public static boolean reaches(String noted, String wanted) {
        return !noted.isBlank() && FirmwareVersion.ORDER.compare(noted, wanted) >= 0;
    }

    /** One physical machine counts once; its best trial counts. */
    private static int quarters(List<Trial> trials, Trial.Relation relation) {
        Map<String, Integer> byMachine = new HashMap<>();
        for (Trial t : trials) {
            if (t.relation() == relation) {
                byMachine.merge(t.machine(), t.quarters(), Math::max);
            }
        }
        return byMachine.values().stream().mapToInt(Integer::intValue).sum();
    }

    private static Evidence[] evidence(List<Trial> trials) {
        return trials.stream()
                .sorted(Comparator.comparing(Trial::when).thenComparing(Trial::id))
                .limit(6)
                .map(t -> new Evidence.Word(
                        "trial of " + t.when() + " by " + t.who(),
                        t.outcome().name().toLowerCase(java.util.Locale.ROOT).replace('_', ' ')
                                + (t.note().isEmpty() ? "" : ": " + t.note())))
                .toArray(Evidence[]::new);
    }
}
