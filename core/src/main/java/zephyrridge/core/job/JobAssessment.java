package zephyrridge.core.job;

import java.util.List;
import zephyrridge.core.access.OpeningPlan;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.proof.Expectation;
import zephyrridge.core.proof.ReadoutComparison;

/**
 * All that follows from a job's state and its machine's record: a pure function, recomputed after every change.
 *
 * @param found the layout as the machine came, judged by the same rules
 * @param plan the planned layout
 * @param readingFindings where sources do not agree
 * @param openingGates what keeps the machine shut; {@code fittingGates} what keeps modules out; {@code clearingGates} what keeps
 *     the firmware's settings from being cleared
 */
public record JobAssessment(
        LayoutEvaluation found,
        LayoutEvaluation plan,
        List<Finding> readingFindings,
        List<Finding> openingGates,
        List<Finding> fittingGates,
        List<Finding> clearingGates,
        List<WorkStep> opening,
        List<FitLine> fitLines,
        List<WorkStep> closing,
        Expectation expected,
        Comparison comparison,
        Trail trail) {

    public static JobAssessment of(MachineRecord record, LayoutEvaluator evaluator, JobState job, HouseRules house) {
        Host host = job.intake().host();
        Layout asFound = job.asFoundLayout(record);
        Layout planned = job.plannedLayout(record);
        LayoutEvaluation found = evaluator.evaluate(asFound, asFound, host);
        LayoutEvaluation plan = evaluator.evaluate(planned, asFound, host);
        OpeningPlan way = evaluator.opening(plan.changed());
        List<WorkStep> opening = plan.changed().isEmpty() ? List.of() : WorkSteps.opening(record, way);
        List<WorkStep> closing = plan.changed().isEmpty() ? List.of() : WorkSteps.closing(record, way, house);
        List<Finding> openingGates = Gates.opening(job.intake(), record.start().losesClock());
        List<FitLine> lines = FitLine.of(record, job);
        Expectation expected = Expectation.of(record, planned, plan, host);
        Comparison comparison = ReadoutComparison.compare(record, planned, host, expected, job.after(), house);
        return new JobAssessment(
                found,
                plan,
                Gates.reading(job, found),
                openingGates,
                Gates.fitting(openingGates, plan),
                Gates.clearing(job.intake()),
                opening,
                lines,
                closing,
                expected,
                comparison,
                Trail.of(job, found, plan, Gates.isShut(openingGates), opening, closing, lines, expected, comparison));
    }
}
