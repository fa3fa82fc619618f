package zephyrridge.core.standing;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.limit.LimitFinding;
import zephyrridge.core.log.Entry;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.proof.Comparison.Field;
import zephyrridge.core.proof.Comparison.Verdict;
import zephyrridge.core.proof.Expectation;
import zephyrridge.core.proof.Readout;
import zephyrridge.core.proof.ReadoutComparison;
import zephyrridge.core.unit.Grade;
import zephyrridge.core.unit.Unit;

/**
 * What is proven, derived from the log and never ticked. It gathers over all starts since the last module moved, and
 * holds only while what they saw is the chosen plan and still in the machine.
 *
 * @param grade what is reached; {@code wanted} what the house asks for in this case
 * @param closed whether all that came off is back on
 * @param tries every start with what it was expected to show and what it did
 * @param missing what keeps the proof from the wanted grade
 * @param cannotRead what this machine cannot show: the grade rests on less for it
 */
public record Proof(
        Grade grade, Grade wanted, boolean closed, List<Try> tries, List<Finding> missing, Set<Field> cannotRead) {
    /** Minutes of a memory test that count as a night (common practice, no source). */
    public static final int NIGHT_MINUTES = 480;

    /**
     * @param nth of the starts of this job, 1 for the first
     * @param counts whether it speaks of what is in the machine now
     * @param accepted fields of it that somebody took upon themselves
     */
    public record Try(int nth, Entry.Started start, Comparison comparison, boolean counts, Set<Field> accepted) {}

    /** The last start of what is in it now; an older one says nothing of it. */
    public Optional<Try> lastCounting() {
        return tries.stream().filter(Try::counts).reduce((first, second) -> second);
    }

    /** What was read of what is in it now: of each reading the latest, over all starts that count. */
    public Readout after() {
        return tries.stream()
                .filter(Try::counts)
                .map(t -> t.start().readout())
                .reduce(Readout.NOTHING, (older, newer) -> newer.over(older));
    }

    /** The last start of what is in it now at which this was read. */
    public Optional<Try> lastWith(Field field) {
        return tries.stream()
                .filter(t -> t.counts() && t.comparison().line(field).verdict() != Verdict.NOT_READ)
                .reduce((first, second) -> second);
    }

    public boolean proven() {
        return closed && grade != Grade.NONE && grade.reaches(wanted);
    }

    /** Seen, where the house asks for more. */
    public boolean partProven() {
        return closed && grade.reaches(Grade.SEEN) && !grade.reaches(wanted);
    }

    /**
     * Whether what is in it was started since the last move, all of it was read and no memory test found errors: then that it runs is
     * no guess any more.
     */
    boolean ranWithAll() {
        boolean errors = tries.stream()
                .filter(Try::counts)
                .anyMatch(t -> t.comparison().line(Field.MEMORY_TEST).verdict() == Verdict.DIFFERENT);
        return !errors
                && tries.stream()
                        .filter(Try::counts)
                        .flatMap(t -> t.comparison().lines().stream())
                        .anyMatch(l -> (l.field() == Field.FIRMWARE_TOTAL || l.field() == Field.SYSTEM_TOTAL)
                                && l.verdict() == Verdict.MATCH);
    }

    static Proof of(Bench bench, Unit unit, Now now, LayoutEvaluation plan) {
        List<Entry> happened = unit.log().happened();
        int lastMove = lastIndex(happened, e -> e instanceof Entry.Moved || e instanceof Entry.Reseated);
        int lastOff = lastIndex(happened, e -> e instanceof Entry.Stepped s && s.did() == Entry.Did.TAKE_OFF);
        List<Try> tries = new ArrayList<>();
        // Most starts find the modules where the one before did, and many show the same: each such pair is judged once.
        Map<Map<String, String>, Expected> expected = new HashMap<>();
        Map<List<Object>, Comparison> compared = new HashMap<>();
        for (int i = 0; i < happened.size(); i++) {
            if (happened.get(i) instanceof Entry.Started s) {
                boolean counts = i > lastMove && s.arrangement().equals(now.inIt());
                Comparison comparison = compared.computeIfAbsent(
                        List.of(s.arrangement(), s.readout()),
                        same -> expected.computeIfAbsent(s.arrangement(), in -> Expected.of(bench, unit, in))
                                .against(bench, s.readout()));
                tries.add(new Try(tries.size() + 1, s, comparison, counts, accepted(unit, s)));
            }
        }
        List<Finding> missing = new ArrayList<>();
        List<Try> counting = tries.stream().filter(Try::counts).toList();
        boolean asPlanned = now.inIt().equals(unit.plannedModules());
        boolean moved = lastMove >= 0;
        if (!moved && plan.changed().isEmpty()) {
            missing.add(say(ProofGap.PROOF_NOTHING_DONE, ""));
        } else if (!unit.isChosen()) {
            missing.add(say(ProofGap.PROOF_NO_PLAN_CHOSEN, ""));
        } else if (!asPlanned) {
            missing.add(say(ProofGap.PROOF_NOT_AS_PLANNED, ""));
        } else if (counting.isEmpty()) {
            missing.add(say(ProofGap.PROOF_NO_START, ""));
        }
        Set<Field> cannot = new TreeSet<>();
        counting.forEach(t -> cannot.addAll(t.start().readout().cannotRead()));
        if (missing.isEmpty()) {
            open(unit, counting, missing);
            read(counting, cannot, missing);
            int lastGood = lastIndex(happened, e -> e instanceof Entry.Started s && !s.failed());
            if (lastGood < 0 && missing.stream().noneMatch(f -> f.code() == ProofGap.PROOF_FAILED_START)) {
                missing.add(say(ProofGap.PROOF_NO_GOOD_START, ""));
            }
        }
        Grade wanted = wanted(bench, plan, tries);
        Grade grade = missing.isEmpty() ? tested(counting) : Grade.NONE;
        if (missing.isEmpty() && !grade.reaches(wanted)) {
            missing.add(say(wanted == Grade.SOAKED ? ProofGap.PROOF_NIGHT_WANTED : ProofGap.PROOF_PASS_WANTED, ""));
        }
        // Other work moves no module: what was seen and tested stays so, and one good start more is asked for.
        if (grade != Grade.NONE && openedSinceGood(happened, lastOff)) {
            missing.add(say(ProofGap.PROOF_START_AFTER_OPENING, ""));
        }
        if (!now.isClosed()) {
            missing.add(say(
                    ProofGap.PROOF_NOT_CLOSED,
                    String.join(", ", now.off().stream().map(bench::partName).toList())));
        }
        cannot.forEach(f -> missing.add(Finding.of(
                ProofGap.PROOF_CANNOT_READ,
                Severity.NOTE,
                new Subject(Subject.Kind.JOB, ""),
                new ProofGap.Of(f.name()),
                new Evidence.Word("cannot be read here", f.name()))));
        return new Proof(grade, wanted, now.isClosed(), tries, missing, cannot);
    }

    /** Something came off, or was worked on in an opening, since it last came up. What is only noted later was done before. */
    private static boolean openedSinceGood(List<Entry> happened, int lastOff) {
        int good = lastIndex(happened, e -> e instanceof Entry.Started s && !s.failed());
        int opened = lastIndex(happened, e -> e instanceof Entry.Opened);
        int other = lastIndex(happened, e -> e instanceof Entry.Companion c && c.phase() == Entry.Phase.DONE);
        return good >= 0 && (lastOff > good || opened > good && other > opened);
    }

    /** What an arrangement is expected to show. */
    private record Expected(Layout layout, Host host, Expectation expectation) {
        static Expected of(Bench bench, Unit unit, Map<String, String> arrangement) {
            Layout layout = unit.layout(bench.record(), arrangement);
            LayoutEvaluation evaluation = bench.evaluator().evaluate(layout, layout, unit.host());
            return new Expected(layout, unit.host(), Expectation.of(bench.record(), layout, evaluation, unit.host()));
        }

        /** What was read at one start against it. */
        Comparison against(Bench bench, Readout readout) {
            return ReadoutComparison.compare(bench.record(), layout, host, expectation, readout);
        }
    }

    private static Set<Field> accepted(Unit unit, Entry.Started s) {
        Set<Field> fields = new TreeSet<>();
        unit.accepted().stream().filter(a -> a.start() == s.no()).forEach(a -> a.field()
                .ifPresent(fields::add));
        return fields;
    }

    /** A failed start, errors, and every difference that nothing explains, at any start that counts. */
    private static void open(Unit unit, List<Try> counting, List<Finding> missing) {
        List<String> failed = new ArrayList<>();
        int found = unit.log().happened().stream()
                .filter(Entry.FaultFound.class::isInstance)
                .mapToInt(Entry::no)
                .max()
                .orElse(0);
        for (Try t : counting) {
            int no = t.start().no();
            boolean explained = unit.accepted().stream()
                            .anyMatch(a -> a.start() == no && a.field().isEmpty())
                    || found > no;
            if (t.start().failed() && !explained) {
                failed.add(String.valueOf(t.nth()));
            }
            for (Comparison.Line l : t.comparison().lines()) {
                if (l.verdict() == Verdict.DIFFERENT && !t.accepted().contains(l.field())) {
                    missing.add(say(ProofGap.PROOF_DIFFERENCE_OPEN, l.field().name()));
                }
            }
        }
        if (!failed.isEmpty()) {
            missing.add(0, say(ProofGap.PROOF_FAILED_START, String.join(", ", failed)));
        }
    }

    /** Total, count and rate: read at some start and settled, or said to be what this machine cannot show. */
    private static void read(List<Try> counting, Set<Field> cannot, List<Finding> missing) {
        boolean total = settled(counting, Field.FIRMWARE_TOTAL)
                || settled(counting, Field.SYSTEM_TOTAL)
                || cannot.contains(Field.FIRMWARE_TOTAL) && cannot.contains(Field.SYSTEM_TOTAL);
        List<Field> notRead = new ArrayList<>();
        List<Field> undecided = new ArrayList<>();
        if (!total) {
            notRead.add(Field.FIRMWARE_TOTAL);
        }
        for (Field f : List.of(Field.RATE, Field.POSITIONS)) {
            if (!settled(counting, f) && !cannot.contains(f)) {
                boolean readAtAll =
                        counting.stream().anyMatch(t -> t.comparison().line(f).verdict() != Verdict.NOT_READ);
                (readAtAll ? undecided : notRead).add(f);
            }
        }
        if (!notRead.isEmpty()) {
            missing.add(say(ProofGap.PROOF_NOT_READ, new ProofGap.Fields(notRead)));
        }
        // What differs is told already.
        undecided.removeIf(f -> missing.stream()
                .anyMatch(m ->
                        m.code() == ProofGap.PROOF_DIFFERENCE_OPEN && m.detail().equals(new ProofGap.Of(f.name()))));
        if (!undecided.isEmpty()) {
            missing.add(say(ProofGap.PROOF_UNDECIDED, new ProofGap.Fields(undecided)));
        }
    }

    private static boolean settled(List<Try> counting, Field f) {
        return counting.stream()
                .anyMatch(t -> t.comparison().line(f).verdict().settled()
                        || t.accepted().contains(f) && t.comparison().line(f).verdict() != Verdict.NOT_READ);
    }

    private static Grade tested(List<Try> counting) {
        int passes = 0;
        int minutes = 0;
        for (Try t : counting) {
            Readout r = t.start().readout();
            if (r.testErrors().isPresent() && !r.hasErrors() && r.testPasses().orElse(0) > 0) {
                passes += r.testPasses().get();
                minutes = Math.max(minutes, r.testMinutes().orElse(0));
            }
        }
        return passes == 0 ? Grade.SEEN : minutes >= NIGHT_MINUTES ? Grade.SOAKED : Grade.TESTED;
    }

    private static Grade wanted(Bench bench, LayoutEvaluation plan, List<Try> tries) {
        if (bench.house().proof() == HouseRules.Proof.OVERNIGHT_SOAK
                || bench.record().kind() == MachineKind.SERVER) {
            return Grade.SOAKED;
        }
        boolean beyond = plan.finding(LimitFinding.LIMIT_BEYOND_OFFICIAL).isPresent()
                || plan.finding(LimitFinding.LIMIT_SHEET_CONTRADICTED).isPresent();
        boolean trouble = tries.stream()
                .anyMatch(t -> t.start().failed() || t.start().readout().hasErrors());
        return beyond || trouble || bench.house().proof() == HouseRules.Proof.ONE_FULL_PASS ? Grade.TESTED : Grade.SEEN;
    }

    private static int lastIndex(List<Entry> entries, java.util.function.Predicate<Entry> which) {
        for (int i = entries.size() - 1; i >= 0; i--) {
            if (which.test(entries.get(i))) {
                return i;
            }
        }
        return -1;
    }

    private static Finding say(ProofGap code, String of) {
        return say(code, new ProofGap.Of(of));
    }

    private static Finding say(ProofGap code, Detail detail) {
        return Finding.of(
                code,
                Severity.NOTE,
                new Subject(Subject.Kind.JOB, ""),
                detail,
                new Evidence.Clause("docs/rules", "R-7.1", false));
    }

    /** The start whose card is on top: the last one that happened. */
    public Optional<Try> last() {
        return tries.isEmpty() ? Optional.empty() : Optional.of(tries.get(tries.size() - 1));
    }
}
