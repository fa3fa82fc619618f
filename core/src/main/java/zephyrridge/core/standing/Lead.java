package zephyrridge.core.standing;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.Rule;
import zephyrridge.core.layout.Verdict;
import zephyrridge.core.log.Entry;
import zephyrridge.core.machine.Position;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.opening.OtherWork;
import zephyrridge.core.opening.Round;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.Station;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/**
 * What a station still lacks, and the one thing that comes next there.
 *
 * @param missing the weightiest first; empty where nothing is
 */
public record Lead(Station station, List<Gap> missing, Next next) {
    public enum Do {
        /** To the station named by {@code id}. */
        GO,
        ANSWER_AS_USUAL,
        CHOOSE_PLAN,
        TICK,
        /** Steps that were all done in this job before, in their order; {@code id} names them with commas. */
        TICK_ALL,
        FIT,
        /** What is most worth trying next, as the hunt has it: to be decided on. */
        CHOOSE_TEST,
        /** Other work whose place lies open is done: {@code id} says which. */
        WORK,
        /** The modules are where the chosen test wants them. */
        ARRANGE,
        /** Something is done before a start of the chosen test: {@code id} says what. */
        ACT,
        /** Nothing that one key could do: hands, eyes or words are wanted. */
        NONE
    }

    /** @param id of the step, the position or the station it is about */
    public record Next(Do what, String id) {
        static final Next NONE = new Next(Do.NONE, "");

        static Next to(Station station) {
            return new Next(Do.GO, station.name());
        }
    }

    public Lead {
        missing = List.copyOf(missing);
    }

    /** Leads of all stations, in their order. */
    public static List<Lead> of(Work work, Bench bench, Assessment a) {
        List<Lead> leads = new ArrayList<>();
        leads.add(takeIn(work, bench));
        leads.add(read(work.unit(), bench, a.found()));
        leads.add(limits(work.unit(), a));
        leads.add(plan(work.unit(), a.plan()));
        leads.add(open(work.unit(), bench, a));
        leads.add(fit(work.unit(), bench, a));
        leads.add(prove(work.unit(), a));
        leads.add(handBack(work.unit(), a));
        List<Position> positions = bench.record().positions();
        return !positions.isEmpty() && positions.stream().allMatch(Position::isSoldered)
                ? leads.stream().map(Lead::ofSoldered).toList()
                : List.copyOf(leads);
    }

    private static final Set<Gap.Kind> WANTS_A_PLAN =
            Set.of(Gap.Kind.NOTHING_READ, Gap.Kind.ONLY_TOTAL, Gap.Kind.NOTHING_PLANNED);

    /** Where nothing can be fitted no station waits for a module or a plan: it goes home, unless there is other work in it. */
    private Lead ofSoldered() {
        boolean over = station == Station.READ && missing.isEmpty();
        boolean leads = next.what() == Do.NONE || next.what() == Do.GO;
        return over
                        || leads
                                && !missing.isEmpty()
                                && WANTS_A_PLAN.contains(missing.get(0).kind())
                ? new Lead(station, List.of(new Gap(Gap.Kind.ALL_SOLDERED, "")), Next.to(Station.HAND_BACK))
                : this;
    }

    private static Lead takeIn(Work work, Bench bench) {
        Intake intake = work.unit().intake();
        List<Gap> gaps = new ArrayList<>();
        gap(gaps, Gap.Kind.OWNER, "", work.order().owner().isBlank());
        gap(gaps, Gap.Kind.WISH, "", work.order().wish().isBlank());
        int words = gaps.size();
        gap(gaps, Gap.Kind.SEAL, "", intake.seal() == Intake.Seal.NOT_LOOKED);
        gap(gaps, Gap.Kind.BATTERY, "", intake.battery() == Intake.Battery.NOT_LOOKED);
        gap(gaps, Gap.Kind.KEY, "", !intake.encryption().isAnswered());
        gap(gaps, Gap.Kind.SETTINGS, "", intake.firmwareSettings() == Intake.FirmwareSettings.NOT_ASKED);
        // What the machine itself denies is not usual any more, and only the owner can say it.
        boolean usual = !intake.asUsual(bench.record().kind()).equals(intake);
        return new Lead(
                Station.TAKE_IN,
                gaps,
                gaps.size() > words && usual
                        ? new Next(Do.ANSWER_AS_USUAL, "")
                        : gaps.isEmpty() ? Next.to(Station.READ) : Next.NONE);
    }

    private static Lead read(Unit unit, Bench bench, LayoutEvaluation found) {
        List<Gap> gaps = ReadGaps.of(unit, bench, found);
        return new Lead(Station.READ, gaps, gaps.isEmpty() ? Next.to(Station.PLAN) : Next.NONE);
    }

    private static Lead limits(Unit unit, Assessment a) {
        LayoutEvaluation plan = a.plan();
        List<Gap> gaps = new ArrayList<>();
        boolean planned = !plan.changed().isEmpty();
        gap(gaps, Gap.Kind.NOTHING_PLANNED, "", !planned);
        gap(gaps, Gap.Kind.LIMIT_BROKEN, "", planned && plan.findings().stream().anyMatch(Gates::isLimitStop));
        gap(gaps, Gap.Kind.LIMITS_NOT_KNOWN, "", planned && plan.verdict(Rule.LIMITS) == Verdict.UNDECIDED);
        long open = PlanConditions.of(unit, a.limits()).stream()
                .filter(s -> !s.met())
                .count();
        gap(gaps, Gap.Kind.CONDITIONS_OPEN, String.valueOf(open), open > 0);
        return new Lead(Station.LIMITS, gaps, Next.to(Station.PLAN));
    }

    private static Lead plan(Unit unit, LayoutEvaluation plan) {
        List<Gap> gaps = new ArrayList<>();
        boolean planned = !plan.changed().isEmpty();
        long stops = plan.findings().stream()
                .filter(f -> f.severity() == Severity.STOP)
                .count();
        gap(gaps, Gap.Kind.NOTHING_PLANNED, "", !planned);
        gap(gaps, Gap.Kind.PLAN_STOPS, String.valueOf(stops), planned && stops > 0);
        gap(gaps, Gap.Kind.NOT_CHOSEN, "", planned && stops == 0 && !unit.isChosen());
        return new Lead(
                Station.PLAN,
                gaps,
                gaps.isEmpty()
                        ? Next.to(Station.OPEN)
                        : gaps.get(0).kind() == Gap.Kind.NOT_CHOSEN ? new Next(Do.CHOOSE_PLAN, "") : Next.NONE);
    }

    private static Lead open(Unit unit, Bench bench, Assessment a) {
        List<Gap> gaps = new ArrayList<>();
        if (a.opening().isEmpty()) {
            gap(gaps, Gap.Kind.NOTHING_PLANNED, "", a.plan().changed().isEmpty());
            return new Lead(Station.OPEN, gaps, gaps.isEmpty() ? Next.to(Station.FIT) : Next.to(Station.PLAN));
        }
        boolean shut = Gates.isShut(a.openingGates());
        long stops = a.openingGates().stream()
                .filter(f -> f.severity() == Severity.STOP)
                .count();
        gap(gaps, Gap.Kind.GATE_SHUT, String.valueOf(stops), shut);
        // A round for something else has its own way in, whatever of the plan is fitted.
        Optional<Entry.Purpose> other = a.rounds().stream()
                .filter(r -> r.current() && r.opened() && r.purpose() != Entry.Purpose.FIT)
                .findFirst()
                .map(Round::purpose);
        boolean fitted = other.isEmpty()
                && a.fitLines().stream().allMatch(FitLine::done)
                && !a.fitLines().isEmpty();
        boolean over = other.isPresent() && isOver(unit, a, other.get());
        List<WorkStep> left = fitted || over
                ? List.of()
                : a.opening().stream().filter(s -> !s.done()).toList();
        Optional<WorkStep> back = over ? closeUp(a) : backFirst(a);
        gap(gaps, Gap.Kind.STEPS_LEFT, String.valueOf(left.size()), !left.isEmpty());
        work(gaps, unit, !shut && left.isEmpty() && other.isPresent());
        return new Lead(
                Station.OPEN,
                gaps,
                shut
                        ? Next.NONE
                        : !left.isEmpty()
                                ? back.map(s -> new Next(Do.TICK, s.id()))
                                        .orElseGet(() -> ticks(unit, left, a.now(), false))
                                : over && back.isPresent()
                                        ? handsIn(a.now(), back.get())
                                        : other.map(p -> after(p, unit, bench)).orElse(Next.to(Station.FIT)));
    }

    /** Where one goes on once the way is open for something else than fitting. */
    private static Next after(Entry.Purpose purpose, Unit unit, Bench bench) {
        return switch (purpose) {
            case FIT -> Next.to(Station.FIT);
            case FAULT -> Next.to(Station.PROVE);
            case LOOK -> Next.to(Station.READ);
            case COMPANION -> workOpen(unit, bench).orElse(Next.NONE);
        };
    }

    /** Whether a round has had what it was opened for: something moved in a test, other work noted, a start made. */
    private static boolean isOver(Unit unit, Assessment a, Entry.Purpose purpose) {
        int opened = a.now().opening().map(Entry::no).orElse(0);
        return unit.log().happened().stream()
                .filter(e -> e.no() > opened)
                .anyMatch(e -> e instanceof Entry.Started
                        || purpose == Entry.Purpose.FAULT && (e instanceof Entry.Moved || e instanceof Entry.Reseated)
                        || purpose == Entry.Purpose.COMPANION
                                && e instanceof Entry.Companion c
                                && c.phase() != Entry.Phase.LOOKED);
    }

    /** The first of the other works that is left and lies open. */
    private static Optional<Next> workOpen(Unit unit, Bench bench) {
        return OtherWork.left(unit).stream()
                .filter(x -> OtherWork.isOpen(bench, unit, x))
                .findFirst()
                .map(x -> new Next(Do.WORK, x.name()));
    }

    /** Other work that is agreed on and open: by name, since each is done or not on its own. */
    private static void work(List<Gap> gaps, Unit unit, boolean there) {
        List<String> left = OtherWork.left(unit).stream().map(Enum::name).toList();
        gap(gaps, Gap.Kind.WORK_LEFT, String.join(",", left), there && !left.isEmpty());
    }

    /** What goes back on before the next round: a carrier, or a side that no later round needs open. */
    private static Optional<WorkStep> backFirst(Assessment a) {
        boolean roundOpen = a.opening().stream().allMatch(WorkStep::done);
        boolean pending = a.fitLines().stream().anyMatch(l -> !l.done());
        return roundOpen || !pending
                ? Optional.empty()
                : a.closing().stream()
                        .filter(s -> s.kind() == WorkStep.Kind.PUT_BACK && !s.done())
                        .findFirst();
    }

    /** Closing up to the first start stands where the modules went in. */
    private static Optional<WorkStep> closeUp(Assessment a) {
        return a.closing().stream()
                .filter(s -> !s.done())
                .findFirst()
                .filter(s -> s.kind() != WorkStep.Kind.TEST_START && !a.now().isClosed());
    }

    private static Lead fit(Unit unit, Bench bench, Assessment a) {
        List<Gap> gaps = new ArrayList<>();
        List<FitLine> left = a.fitLines().stream().filter(l -> !l.done()).toList();
        if (a.fitLines().isEmpty()) {
            gaps.add(new Gap(Gap.Kind.NOTHING_PLANNED, ""));
            Optional<Next> work = workOpen(unit, bench);
            if (work.isPresent()) {
                return new Lead(Station.FIT, gaps, work.get());
            }
            return new Lead(Station.FIT, gaps, Next.to(Station.PLAN));
        }
        boolean stepsLeft = a.opening().stream().anyMatch(s -> !s.done());
        gap(gaps, Gap.Kind.GATE_SHUT, "", !left.isEmpty() && Gates.isShut(a.fittingGates()));
        gap(gaps, Gap.Kind.WAY_CLOSED, "", !left.isEmpty() && stepsLeft && gaps.isEmpty());
        boolean barred = !gaps.isEmpty();
        gap(gaps, Gap.Kind.LINES_LEFT, String.valueOf(left.size()), !left.isEmpty());
        work(gaps, unit, workOpen(unit, bench).isPresent());
        return new Lead(
                Station.FIT,
                gaps,
                left.isEmpty()
                        ? workOpen(unit, bench)
                                .or(() -> closeUp(a).map(s -> handsIn(a.now(), s)))
                                .orElse(Next.to(Station.PROVE))
                        : barred
                                // Only where Open has something to do: else what bars is answered here.
                                ? stepsLeft || Gates.isShut(a.openingGates()) ? Next.to(Station.OPEN) : Next.NONE
                                : new Next(Do.FIT, nearest(left, a).position().id()));
    }

    /** Of the lines that are left the first one of the way that is open now: another side comes in its own round. */
    private static FitLine nearest(List<FitLine> left, Assessment a) {
        List<String> open = a.rounds().stream()
                .filter(Round::current)
                .flatMap(r -> r.positions().stream())
                .toList();
        return left.stream()
                .filter(l -> open.contains(l.position().id()))
                .findFirst()
                .orElse(left.get(0));
    }

    /** Whether it is open, or to be opened, for a test of a fault hunt. */
    private static boolean isTest(Assessment a) {
        return a.rounds().stream().anyMatch(r -> r.current() && r.purpose() == Entry.Purpose.FAULT);
    }

    private static Lead prove(Unit unit, Assessment a) {
        Optional<Testing> testing = Testing.of(unit);
        List<Gap> gaps = new ArrayList<>();
        List<WorkStep> opening = testing.filter(t -> !t.isArranged()).isPresent()
                ? a.opening().stream().filter(s -> !s.done()).toList()
                : List.of();
        boolean failed = Failing.is(unit, a);
        Optional<Proof.Try> last = a.proof().lastCounting();
        boolean up =
                last.filter(t -> t.start().outcome() == Entry.Outcome.STARTED).isPresent();
        if (!a.proof().proven()) {
            long differences = count(a, ProofGap.PROOF_DIFFERENCE_OPEN);
            gap(gaps, Gap.Kind.START_FAILED, "", failed);
            gap(gaps, Gap.Kind.STEPS_LEFT, String.valueOf(opening.size()), !opening.isEmpty());
            gap(gaps, Gap.Kind.DIFFERENCE_OPEN, String.valueOf(differences), differences > 0);
            gap(gaps, Gap.Kind.NOT_STARTED, "", a.proof().tries().stream().noneMatch(Proof.Try::counts));
            gap(
                    gaps,
                    Gap.Kind.NOT_READ,
                    "",
                    up
                            && last.filter(t -> t.start().readout().total().isPresent())
                                    .isEmpty());
        }
        leftOver(gaps, unit, a);
        gap(gaps, Gap.Kind.NOT_PROVEN, "", gaps.isEmpty() && !a.proof().proven());
        return new Lead(
                Station.PROVE, gaps, proving(unit, a, testing, opening, failed && !missing(gaps, Gap.Kind.NOT_READ)));
    }

    /** What keeps a machine here besides its proof. */
    private static void leftOver(List<Gap> gaps, Unit unit, Assessment a) {
        gap(
                gaps,
                Gap.Kind.PARTS_OFF,
                String.valueOf(a.now().off().size()),
                !a.now().isClosed());
        gap(gaps, Gap.Kind.START_AFTER, "", count(a, ProofGap.PROOF_START_AFTER_OPENING) > 0);
        long checks = a.now().isClosed()
                ? a.checks().stream().filter(c -> c.answer().isEmpty()).count()
                : 0;
        gap(gaps, Gap.Kind.CHECKS_LEFT, String.valueOf(checks), checks > 0);
        long open = PlanConditions.of(unit, a.limits()).stream()
                .filter(s -> !s.met())
                .count();
        gap(gaps, Gap.Kind.CONDITIONS_OPEN, String.valueOf(open), open > 0);
        work(gaps, unit, true);
    }

    private static Next proving(
            Unit unit, Assessment a, Optional<Testing> testing, List<WorkStep> opening, boolean failed) {
        Optional<WorkStep> step = closing(a);
        if (testing.isPresent()) {
            Testing t = testing.get();
            if (!t.isArranged()) {
                return Gates.isShut(a.openingGates())
                        ? Next.NONE
                        : opening.isEmpty() ? new Next(Do.ARRANGE, "") : ticks(unit, opening, a.now(), false);
            }
            // Where the module is tried elsewhere nothing of this machine has to be on.
            return t.test().elsewhere().isPresent() || t.goesOn()
                    ? Next.NONE
                    : step.isPresent()
                            ? ticks(unit, toStart(a), a.now(), true)
                            : t.actions().isEmpty()
                                    ? Next.NONE
                                    : new Next(Do.ACT, t.actions().get(0).name());
        }
        boolean fitted = a.fitLines().stream().allMatch(FitLine::done);
        boolean moved = a.proof().tries().stream().noneMatch(Proof.Try::counts);
        return a.proof().proven()
                ? a.now().isClosed() && count(a, ProofGap.PROOF_START_AFTER_OPENING) > 0
                        ? Next.NONE
                        : step.map(s -> handsIn(a.now(), s)).orElse(Next.to(Station.HAND_BACK))
                // While it is sought what is wrong the next test leads, which may want it as it stands.
                : failed && !moved
                        ? new Next(Do.CHOOSE_TEST, "")
                        : (fitted || isTest(a)) && step.isPresent()
                                ? ticks(unit, toStart(a), a.now(), true)
                                : Next.NONE;
    }

    /** What is left to do before it is switched on. */
    private static List<WorkStep> toStart(Assessment a) {
        List<WorkStep> left = new ArrayList<>();
        for (WorkStep s : a.closing()) {
            if (s.kind() == WorkStep.Kind.TEST_START && !s.done()) {
                break;
            }
            if (!s.done()) {
                left.add(s);
            }
        }
        return left;
    }

    /**
     * The first of these steps; or all of them at once, where each part of them came off, or went back, in this job before: whoever opens a machine for the third
     * time says so once.
     *
     * @param dead whether it has to be dead before the first of them
     */
    private static Next ticks(Unit unit, List<WorkStep> left, Now now, boolean dead) {
        List<String> ids = new ArrayList<>();
        if (dead) {
            ids.addAll(dead(now));
        }
        left.forEach(s -> ids.add(s.id()));
        List<Entry.Stepped> before = unit.log().happened().stream()
                .filter(Entry.Stepped.class::isInstance)
                .map(Entry.Stepped.class::cast)
                .toList();
        // What is no part is the same at every opening.
        boolean known = ids.stream().anyMatch(id -> !WorkStep.part(id).isEmpty())
                && ids.stream()
                        .allMatch(id -> WorkStep.part(id).isEmpty()
                                || before.stream()
                                        .anyMatch(s -> s.part().equals(WorkStep.part(id))
                                                && WorkStep.did(id)
                                                        .filter(s.did()::equals)
                                                        .isPresent()));
        return known ? said(ids) : new Next(Do.TICK, ids.get(0));
    }

    private static Next handsIn(Now now, WorkStep step) {
        return dead(now).isEmpty() ? new Next(Do.TICK, step.id()) : said(dead(now));
    }

    private static Next said(List<String> ids) {
        return ids.size() > 1 ? new Next(Do.TICK_ALL, String.join(",", ids)) : new Next(Do.TICK, ids.get(0));
    }

    /** A start is logged with what it showed; everything before it is a step of closing. */
    private static Optional<WorkStep> closing(Assessment a) {
        return a.closing().stream()
                .filter(s -> !s.done())
                .findFirst()
                .filter(s -> s.kind() != WorkStep.Kind.TEST_START);
    }

    private static boolean missing(List<Gap> gaps, Gap.Kind kind) {
        return gaps.stream().anyMatch(g -> g.kind() == kind);
    }

    /** Hands go in again only after a start has been made undone: down, and every cord out. Both were done before it was opened. */
    private static List<String> dead(Now now) {
        return now.down() ? now.power().unplugged() ? List.of() : List.of("unplug") : List.of("power-down", "unplug");
    }

    private static long count(Assessment a, ProofGap gap) {
        return a.proof().missing().stream().filter(f -> f.code() == gap).count();
    }

    private static Lead handBack(Unit unit, Assessment a) {
        List<Gap> gaps = new ArrayList<>();
        if (unit.closing().isEmpty()) {
            gap(gaps, Gap.Kind.SWOLLEN, "", unit.intake().battery() == Intake.Battery.SWOLLEN);
            leftOver(gaps, unit, a);
            gap(gaps, Gap.Kind.NOT_PROVEN, "", !a.proof().proven());
        }
        return new Lead(Station.HAND_BACK, gaps, Next.NONE);
    }

    private static void gap(List<Gap> gaps, Gap.Kind kind, String of, boolean there) {
        if (there) {
            gaps.add(new Gap(kind, of));
        }
    }
}
