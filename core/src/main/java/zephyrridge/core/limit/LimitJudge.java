package zephyrridge.core.limit;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
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
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DieDensity;

/**
 * Judges how far a layout goes: class by what is claimed and what was tried, chance, conditions. Built once per record and
 * knowledge; a pure function of its input, safe under concurrent use.
 */
public final class LimitJudge {
    private record Tried(Trial trial, Coverage.Tried layout) {}

    private final MachineRecord record;
    private final LayoutEvaluator evaluator;
    private final HouseRules house;
    private final LimitKnowledge known;
    private final Ceilings ceilings;
    private final Coverage coverage;
    private final boolean orderQuirk;
    private final List<Tried> tried;
    /** What is in the machine as it came, where somebody knows: its dies run in it. */
    private final Optional<Layout> ran;

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
        tried = new ArrayList<>();
        for (Trial t : known.trials()) {
            Coverage.layout(record, t).ifPresent(l -> tried.add(new Tried(t, tried(l))));
        }
        ran = Optional.empty();
    }

    private LimitJudge(LimitJudge base, Layout asFound, Optional<Tried> success) {
        record = base.record;
        evaluator = base.evaluator;
        house = base.house;
        known = base.known;
        ceilings = base.ceilings;
        coverage = base.coverage;
        orderQuirk = base.orderQuirk;
        tried = new ArrayList<>(base.tried);
        success.ifPresent(tried::add);
        ran = Optional.of(asFound);
    }

    /** What it judges by beside record and house: two whose basis is equal judge alike. */
    public Object basis() {
        return List.of(known, ran, tried.size());
    }

    /**
     * The same for a machine of which it is known what was in it when it came: its dies are spoken of, and where its total was read it
     * is a success of this model. That success is counted where it changes anything, that is where what came is itself
     * beyond what is said.
     *
     * @param totalRead whether a total read before anything was changed agrees with these modules
     */
    public LimitJudge having(Layout asFound, boolean totalRead) {
        LimitJudge withDies = new LimitJudge(this, asFound, Optional.empty());
        if (!totalRead) {
            return withDies;
        }
        LimitClass c = withDies.judge(asFound, evaluator.evaluate(asFound, asFound, Host.UNLIMITED), "", "")
                .limitClass();
        if (c == LimitClass.WITHIN_OFFICIAL || c == LimitClass.AS_ITS_YEARS) {
            return withDies;
        }
        SortedMap<String, ModuleSpec> sockets = new TreeMap<>();
        for (int p = 0; p < asFound.size(); p++) {
            Position at = record.positions().get(p);
            if (!at.isSoldered() && asFound.isThere(record, p)) {
                asFound.module(p).ifPresent(m -> sockets.put(at.id(), m));
            }
        }
        Trial came = new Trial(
                Trial.AS_IT_CAME,
                Trial.Relation.THIS_MODEL,
                Trial.AS_IT_CAME,
                sockets,
                new TreeSet<>(),
                Optional.empty(),
                Trial.Outcome.PROVEN,
                Trial.Cause.NONE,
                "",
                LocalDate.EPOCH,
                "",
                Optional.empty());
        return new LimitJudge(this, asFound, Optional.of(new Tried(came, tried(asFound))));
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
        Optional<DieDensity> dies = ran.flatMap(this::largestDie);
        for (Tried t : tried) {
            if (!t.trial.isAsItCame() && !sameController(t.trial, processor)) {
                continue;
            }
            // Where the search is cut the safe side differs: a success is not shown, a failure counts.
            if (t.trial.succeeded()) {
                if (coverage.covers(t.layout, asked).orIfCut(false)) {
                    covering.add(t.trial);
                } else if (coverage.coversButForDies(t.layout, asked).orIfCut(false)) {
                    dies = larger(dies, largestDie(t.layout.layout()));
                }
            } else if (t.trial.failedByLimit()
                    && coverage.covers(asked, t.layout).orIfCut(true)) {
                against.add(t.trial);
            }
        }
        int here = quarters(covering, Trial.Relation.THIS_MODEL);
        int reported = Math.min(Trial.PROVEN_QUARTERS, quarters(covering, Trial.Relation.REPORTED));
        int successes = here + quarters(covering, Trial.Relation.BOARD_FAMILY) + reported;
        int failures = 0;
        for (Trial.Relation r : Trial.Relation.values()) {
            int q = quarters(against, r);
            failures += r == Trial.Relation.REPORTED ? Math.min(Trial.PROVEN_QUARTERS, q) : q;
        }
        Ceilings.Broken broken = ceilings.brokenBy(asked.layout(), processor, dies);
        boolean outweighed = quarters(against, Trial.Relation.THIS_MODEL) > 0 && successes <= failures;
        LimitClass c = classOf(broken, here, outweighed, !against.isEmpty());
        List<Finding> findings = new ArrayList<>();
        whichController(processor).ifPresent(findings::add);
        LimitTold told = new LimitTold(record, c, broken, planned, covering, against);
        findings.addAll(told.findings(here, successes));
        List<Condition> conditions = told.conditions(firmware, findings);
        // The school on going beyond speaks of what passes an official figure, and of nothing else.
        boolean beyond = broken.official().isPresent();
        boolean allowed = c != LimitClass.BEYOND_CONTROLLER
                && (!beyond
                        || switch (house.beyond()) {
                            case NEVER -> false;
                            case PROVEN_OR_RETURNABLE -> c == LimitClass.PROVEN_HERE
                                    || c == LimitClass.ALLOWED_UNPROVEN;
                            case WHENEVER_CONTROLLER_ALLOWS -> true;
                        });
        if (!allowed && beyond && house.beyond() == HouseRules.Beyond.NEVER) {
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
                    case WITHIN_OFFICIAL, AS_ITS_YEARS, PROVEN_HERE -> Verdict.SATISFIED;
                    case BEYOND_CONTROLLER, ALLOWED_UNPROVEN -> Verdict.VIOLATED;
                    case FURTHER_THAN_ITS_YEARS, DOUBTFUL -> Verdict.UNDECIDED;
                };
        // A success takes nothing away: proven starts where the layout would stand without it, if that is higher.
        LimitClass prior =
                c == LimitClass.PROVEN_HERE ? c.orLikelier(classOf(broken, 0, outweighed, !against.isEmpty())) : c;
        return new Judgement(
                c,
                prior.chance(successes, failures),
                covering.stream().filter(t -> !t.isAsItCame()).toList(),
                against,
                beyond,
                allowed,
                conditions,
                findings,
                verdict);
    }

    private Optional<DieDensity> largestDie(Layout layout) {
        Optional<DieDensity> largest = Optional.empty();
        for (int p = 0; p < layout.size(); p++) {
            if (layout.isThere(record, p) && !record.positions().get(p).isSoldered()) {
                largest = larger(
                        largest, layout.module(p).map(m -> m.organisation().density()));
            }
        }
        return largest;
    }

    private static Optional<DieDensity> larger(Optional<DieDensity> one, Optional<DieDensity> other) {
        return one.filter(d -> other.isEmpty() || d.compareTo(other.get()) >= 0).or(() -> other);
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

    /**
     * First match of.
     *
     * @param here weight of covering successes of this model, in quarters; {@code failed} whether any failure counts, {@code outweighed}
     *     whether one of this model does and the successes do not outweigh it
     */
    private LimitClass classOf(Ceilings.Broken broken, int here, boolean outweighed, boolean failed) {
        boolean proven = here >= Trial.PROVEN_QUARTERS;
        if (!broken.hard().isEmpty() && !proven) {
            return LimitClass.BEYOND_CONTROLLER;
        }
        if (outweighed) {
            return LimitClass.DOUBTFUL;
        }
        boolean above = broken.official().isPresent();
        if (broken.officialKnown()
                && !above
                && broken.hard().isEmpty()
                && broken.unspoken().isEmpty()) {
            return LimitClass.WITHIN_OFFICIAL;
        }
        if (proven) {
            return LimitClass.PROVEN_HERE;
        }
        if (failed
                || broken.unspoken().isPresent()
                || broken.published().isPresent()
                || above && !broken.controllerSpeaks()) {
            return LimitClass.DOUBTFUL;
        }
        if (!broken.officialKnown() && !above) {
            MemoryGeneration g = record.controller().generation();
            return broken.largest().compareTo(ItsYears.atASocket(g)) <= 0
                    ? LimitClass.AS_ITS_YEARS
                    : broken.largest().compareTo(ItsYears.worthATry(g)) <= 0
                            ? LimitClass.FURTHER_THAN_ITS_YEARS
                            : LimitClass.DOUBTFUL;
        }
        return LimitClass.ALLOWED_UNPROVEN;
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
}
