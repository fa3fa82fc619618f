package zephyrridge.core.standing;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.layout.Effort;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.Rule;
import zephyrridge.core.layout.Verdict;
import zephyrridge.core.log.Entry;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.opening.StepTimes;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.Station;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/**
 * How far a job has come, station by station, derived from its state. Minutes that no record gives are common practice,
 * no source.
 *
 * @param planned whether the plan differs from what was found
 */
public record Trail(List<Leg> legs, boolean planned) {
    public enum Status {
        DONE,
        OPEN,
        BLOCKED
    }

    /**
     * @param minutes to be expected, 0 where nothing is planned; those of Open, Fit and Prove add up to the layout's
     * @param took what it took, once it is done and where that was recorded
     */
    public record Leg(Station station, Status status, int minutes, Optional<Integer> took) {
        private Leg took(Unit unit, boolean done, Predicate<Entry> which) {
            int recorded = done ? StepTimes.minutes(unit.log(), which) : 0;
            return new Leg(station, status, minutes, recorded > 0 ? Optional.of(recorded) : Optional.empty());
        }
    }

    private static final int TAKE_IN_MINUTES = 8;
    private static final int READ_MINUTES = 6;
    private static final int LIMITS_MINUTES = 2;
    private static final int PLAN_MINUTES = 4;
    private static final int HAND_BACK_MINUTES = 5;

    /** @param shut whether a gate keeps the machine from being opened; {@code waysOpen} whether hands may go to all that is left to fit */
    static Trail of(
            Work work,
            Bench bench,
            LayoutEvaluation found,
            LayoutEvaluation plan,
            boolean shut,
            List<WorkStep> closing,
            List<FitLine> lines,
            boolean waysOpen,
            Proof proof) {
        Unit unit = work.unit();
        boolean changed = !plan.changed().isEmpty();
        boolean stops = plan.has(Severity.STOP);
        boolean limitStops = plan.findings().stream().anyMatch(Gates::isLimitStop);
        boolean allFitted = !lines.isEmpty() && lines.stream().allMatch(FitLine::done);
        boolean trouble = proof.missing().stream()
                .anyMatch(f -> f.code() == ProofGap.PROOF_FAILED_START || f.code() == ProofGap.PROOF_DIFFERENCE_OPEN);
        boolean swollen = unit.intake().battery() == Intake.Battery.SWOLLEN;
        List<Leg> legs = new ArrayList<>();
        legs.add(leg(
                Station.TAKE_IN,
                !work.order().wish().isBlank()
                        && !work.order().owner().isBlank()
                        && unit.intake().answersGates(),
                false,
                TAKE_IN_MINUTES));
        legs.add(leg(Station.READ, ReadGaps.of(unit, bench, found).isEmpty(), false, READ_MINUTES));
        legs.add(leg(
                Station.LIMITS,
                changed && plan.verdict(Rule.LIMITS) != Verdict.UNDECIDED && !limitStops,
                limitStops,
                LIMITS_MINUTES));
        legs.add(leg(Station.PLAN, changed && !stops && unit.isChosen(), changed && stops, PLAN_MINUTES));
        boolean open = changed && !shut && (allFitted || waysOpen);
        Effort effort = plan.effort();
        legs.add(leg(Station.OPEN, open, shut, effort.openMinutes()).took(unit, open, Trail::isOpening));
        legs.add(leg(Station.FIT, allFitted, changed && !allFitted && (shut || stops), effort.fitMinutes())
                .took(unit, allFitted && closing.stream().allMatch(WorkStep::done), e -> !isOpening(e)));
        legs.add(leg(Station.PROVE, proof.proven(), trouble, effort.proveMinutes()));
        legs.add(leg(
                Station.HAND_BACK,
                unit.closing().isPresent(),
                swollen && unit.closing().isEmpty(),
                HAND_BACK_MINUTES));
        return new Trail(List.copyOf(legs), changed);
    }

    /** The first station that is not done; HAND_BACK when all are. Limits wait for something that is planned. */
    public Station current() {
        return legs.stream()
                .filter(l -> l.status != Status.DONE && (planned || l.station != Station.LIMITS))
                .map(Leg::station)
                .findFirst()
                .orElse(Station.HAND_BACK);
    }

    public Status statusOf(Station station) {
        return legs.get(station.ordinal()).status;
    }

    private static Leg leg(Station station, boolean done, boolean blocked, int minutes) {
        return new Leg(station, blocked ? Status.BLOCKED : done ? Status.DONE : Status.OPEN, minutes, Optional.empty());
    }

    private static boolean isOpening(Entry e) {
        return e instanceof Entry.Stepped s
                && s.did() != Entry.Did.PUT_BACK
                && s.did() != Entry.Did.COUNTED
                && s.did() != Entry.Did.STRAP_OFF
                && s.did() != Entry.Did.AIR;
    }
}
