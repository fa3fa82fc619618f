package zephyrridge.core.job;

import java.util.ArrayList;
import java.util.List;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.layout.LayoutEvaluation;

/** What must be so before the first screw, and before a module is pushed in. A finding of severity STOP keeps the gate shut. */
public final class Gates {
    private static final Subject JOB = new Subject(Subject.Kind.JOB, "");

    private Gates() {
    }

    /** The gates of any opening: a battery that is not swollen (or was made safe), and a seal that is answered. */
    public static List<Finding> opening(Intake intake) {
        List<Finding> found = new ArrayList<>();
        switch (intake.battery()) {
            case SWOLLEN -> found.add(answer(GateFinding.GATE_BATTERY_SWOLLEN, Severity.STOP, "battery", intake.battery().name()));
            case NOT_LOOKED -> found.add(answer(GateFinding.GATE_BATTERY_NOT_LOOKED, Severity.RISK, "battery", intake.battery().name()));
            default -> { }
        }
        switch (intake.seal()) {
            case NOT_LOOKED -> found.add(answer(GateFinding.GATE_SEAL_NOT_LOOKED, Severity.STOP, "seal", intake.seal().name()));
            case PRESENT_NOT_ASKED -> found.add(answer(GateFinding.GATE_SEAL_NOT_ASKED, Severity.STOP, "seal", intake.seal().name()));
            case OWNER_REFUSES -> found.add(answer(GateFinding.GATE_SEAL_REFUSED, Severity.STOP, "seal", intake.seal().name()));
            default -> { }
        }
        return found;
    }

    /** Fitting: the opening's gates, and a plan that fits and starts. */
    public static List<Finding> fitting(Intake intake, LayoutEvaluation plan) {
        List<Finding> found = new ArrayList<>(opening(intake));
        int stops = (int) plan.findings().stream().filter(f -> f.severity() == Severity.STOP).count();
        if (stops > 0) {
            found.add(Finding.of(GateFinding.GATE_PLAN_STOPS, Severity.STOP, JOB, new GateFinding.Count(stops), new Evidence.Word("plan", stops + " stops")));
        } else if (plan.changed().isEmpty()) {
            found.add(Finding.of(GateFinding.GATE_NOTHING_PLANNED, Severity.NOTE, JOB, new GateFinding.Count(0), new Evidence.Word("plan", "as found")));
        }
        return found;
    }

    /** Reading: the firmware's total before the work, against what was read off the modules. */
    public static List<Finding> reading(JobState job, LayoutEvaluation found) {
        return job.before().firmwareTotal().filter(total -> !total.equals(found.installed()))
                .map(total -> List.of(Finding.of(GateFinding.READ_TOTAL_DIFFERS, Severity.RISK, JOB, new GateFinding.Totals(total, found.installed()),
                        new Evidence.Word("total in the firmware", total.toString()))))
                .orElse(List.of());
    }

    public static boolean isShut(List<Finding> findings) {
        return findings.stream().anyMatch(f -> f.severity() == Severity.STOP);
    }

    private static Finding answer(GateFinding code, Severity severity, String question, String answer) {
        return Finding.of(code, severity, JOB, new GateFinding.Answer(answer), new Evidence.Word(question, answer));
    }
}
