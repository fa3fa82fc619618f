package zephyrridge.core.standing;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.Rule;
import zephyrridge.core.layout.Verdict;
import zephyrridge.core.log.Entry;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.FitLine;
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
        FIT,
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
        leads.add(takeIn(work));
        leads.add(read(work.unit(), bench, a.found()));
        leads.add(limits(work.unit(), a));
        leads.add(plan(work.unit(), a.plan()));
        leads.add(open(a));
        leads.add(fit(a));
        leads.add(prove(work.unit(), a));
        leads.add(handBack(work.unit(), a));
        return List.copyOf(leads);
    }

    private static Lead takeIn(Work work) {
        Intake intake = work.unit().intake();
        List<Gap> gaps = new ArrayList<>();
        gap(gaps, Gap.Kind.OWNER, "", work.order().owner().isBlank());
        gap(gaps, Gap.Kind.WISH, "", work.order().wish().isBlank());
        int words = gaps.size();
        gap(gaps, Gap.Kind.SEAL, "", intake.seal() == Intake.Seal.NOT_LOOKED);
        gap(gaps, Gap.Kind.BATTERY, "", intake.battery() == Intake.Battery.NOT_LOOKED);
        gap(gaps, Gap.Kind.KEY, "", intake.encryption() == Intake.Encryption.NOT_ASKED);
        gap(gaps, Gap.Kind.SETTINGS, "", intake.firmwareSettings() == Intake.FirmwareSettings.NOT_ASKED);
        return new Lead(
                Station.TAKE_IN,
                gaps,
                gaps.size() > words
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

    private static Lead open(Assessment a) {
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
        boolean fitted = !isTest(a)
                && a.fitLines().stream().allMatch(FitLine::done)
                && !a.fitLines().isEmpty();
        List<WorkStep> left =
                fitted ? List.of() : a.opening().stream().filter(s -> !s.done()).toList();
        Optional<WorkStep> back = backFirst(a);
        gap(gaps, Gap.Kind.STEPS_LEFT, String.valueOf(left.size()), !left.isEmpty());
        return new Lead(
                Station.OPEN,
                gaps,
                shut
                        ? Next.NONE
                        : left.isEmpty()
                                ? Next.to(Station.FIT)
                                : new Next(Do.TICK, back.orElse(left.get(0)).id()));
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

    private static Lead fit(Assessment a) {
        List<Gap> gaps = new ArrayList<>();
        List<FitLine> left = a.fitLines().stream().filter(l -> !l.done()).toList();
        if (a.fitLines().isEmpty()) {
            gaps.add(new Gap(Gap.Kind.NOTHING_PLANNED, ""));
            return new Lead(Station.FIT, gaps, Next.to(Station.PLAN));
        }
        boolean stepsLeft = a.opening().stream().anyMatch(s -> !s.done());
        gap(gaps, Gap.Kind.GATE_SHUT, "", !left.isEmpty() && Gates.isShut(a.fittingGates()));
        gap(gaps, Gap.Kind.WAY_CLOSED, "", !left.isEmpty() && stepsLeft && gaps.isEmpty());
        boolean barred = !gaps.isEmpty();
        gap(gaps, Gap.Kind.LINES_LEFT, String.valueOf(left.size()), !left.isEmpty());
        return new Lead(
                Station.FIT,
                gaps,
                left.isEmpty()
                        ? closeUp(a)
                                .map(s -> new Next(Do.TICK, dead(a.now()).orElse(s.id())))
                                .orElse(Next.to(Station.PROVE))
                        : barred
                                ? Next.to(Station.OPEN)
                                : new Next(Do.FIT, left.get(0).position().id()));
    }

    /** Whether it is open, or to be opened, for a test of a fault hunt. */
    private static boolean isTest(Assessment a) {
        return a.rounds().stream().anyMatch(r -> r.current() && r.purpose() == Entry.Purpose.FAULT);
    }

    /** Whether anything was moved or reseated since it was opened for what it is open for now. */
    private static boolean wasTouched(Unit unit, Assessment a) {
        int opened = a.now().opening().map(Entry::no).orElse(0);
        return unit.log().happened().stream()
                .anyMatch(e -> e.no() > opened && (e instanceof Entry.Moved || e instanceof Entry.Reseated));
    }

    private static Lead prove(Unit unit, Assessment a) {
        List<Gap> gaps = new ArrayList<>();
        List<WorkStep> opening = isTest(a) && !wasTouched(unit, a)
                ? a.opening().stream().filter(s -> !s.done()).toList()
                : List.of();
        List<WorkStep> closing = a.closing().stream().filter(s -> !s.done()).toList();
        if (!a.proof().proven()) {
            long differences = count(a, ProofGap.PROOF_DIFFERENCE_OPEN);
            gap(gaps, Gap.Kind.START_FAILED, "", count(a, ProofGap.PROOF_FAILED_START) > 0);
            gap(gaps, Gap.Kind.STEPS_LEFT, String.valueOf(opening.size()), !opening.isEmpty());
            gap(gaps, Gap.Kind.DIFFERENCE_OPEN, String.valueOf(differences), differences > 0);
            gap(
                    gaps,
                    Gap.Kind.PARTS_OFF,
                    String.valueOf(a.now().off().size()),
                    !a.now().isClosed());
            gap(gaps, Gap.Kind.NOT_STARTED, "", a.proof().tries().stream().noneMatch(Proof.Try::counts));
            gap(gaps, Gap.Kind.NOT_PROVEN, "", gaps.isEmpty());
        }
        // A start is logged with what it showed; everything before it is a step of closing.
        Optional<WorkStep> step = closing.stream().findFirst().filter(s -> s.kind() != WorkStep.Kind.TEST_START);
        boolean fitted = a.fitLines().stream().allMatch(FitLine::done);
        // In a test the modules go where it wants them first: which test it is, hands say.
        boolean hands = isTest(a) && !wasTouched(unit, a);
        // While it is sought what is wrong the next test leads, which may want it as it stands.
        boolean sought = count(a, ProofGap.PROOF_FAILED_START) > 0 && !isTest(a);
        return new Lead(
                Station.PROVE,
                gaps,
                a.proof().proven()
                        ? Next.to(Station.HAND_BACK)
                        : hands
                                ? opening.isEmpty() || Gates.isShut(a.openingGates())
                                        ? Next.NONE
                                        : new Next(Do.TICK, opening.get(0).id())
                                : fitted && step.isPresent() && !sought
                                        ? new Next(
                                                Do.TICK,
                                                dead(a.now()).orElse(step.get().id()))
                                        : Next.NONE);
    }

    /** Hands go in again only after a start has been made undone: down, and every cord out. */
    private static Optional<String> dead(Now now) {
        return now.down()
                ? now.power().unplugged() ? Optional.empty() : Optional.of("unplug")
                : Optional.of("power-down");
    }

    private static long count(Assessment a, ProofGap gap) {
        return a.proof().missing().stream().filter(f -> f.code() == gap).count();
    }

    private static Lead handBack(Unit unit, Assessment a) {
        List<Gap> gaps = new ArrayList<>();
        if (unit.closing().isEmpty()) {
            gap(gaps, Gap.Kind.SWOLLEN, "", unit.intake().battery() == Intake.Battery.SWOLLEN);
            gap(
                    gaps,
                    Gap.Kind.PARTS_OFF,
                    String.valueOf(a.now().off().size()),
                    !a.now().isClosed());
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
