package zephyrridge.core.job;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.access.Caution;
import zephyrridge.core.access.OpeningPlan;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.job.WorkStep.Kind;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;

/** The steps to open a machine for a plan and to close it again (handbook 2.H and 3.6; common practice, no source). */
public final class WorkSteps {
    private WorkSteps() {}

    public static List<WorkStep> opening(MachineRecord record, OpeningPlan plan) {
        List<WorkStep> steps = new ArrayList<>();
        boolean battery = plan.parts().stream().anyMatch(Part::isBattery);
        steps.add(step("power-down", Kind.POWER_DOWN, List.of(Caution.DATA), 60));
        List<Caution> mains = new ArrayList<>(List.of(Caution.MAINS));
        if (record.kind() == MachineKind.SERVER) {
            mains.add(Caution.WEIGHT);
        }
        if (record.kind() == MachineKind.ALL_IN_ONE) {
            mains.add(Caution.GLASS);
        }
        steps.add(step("unplug", Kind.UNPLUG, mains, 30));
        if (!battery) {
            steps.add(step("drain", Kind.DRAIN, List.of(Caution.HEAT), 30));
        }
        steps.add(step("ground", Kind.GROUND, List.of(Caution.ESD), 20));
        Side up = record.access().restsOn();
        boolean drained = !battery;
        for (Part part : plan.parts()) {
            if (part.side() != up) {
                up = part.side();
                steps.add(new WorkStep(
                        "turn:" + up + ":" + part.id(), Kind.TURN, Optional.empty(), Optional.of(up), List.of(), 10));
            }
            steps.add(new WorkStep(
                    "off:" + part.id(),
                    Kind.TAKE_OFF,
                    Optional.of(part),
                    Optional.of(up),
                    part.cautions(),
                    part.secondsOff()));
            if (part.isBattery() && !drained) {
                drained = true;
                steps.add(step("drain", Kind.DRAIN, List.of(Caution.HEAT), 30));
            }
        }
        return List.copyOf(steps);
    }

    /** Back on in the reverse order; the test start where the record says it is safe and the house wants it, else last. */
    public static List<WorkStep> closing(MachineRecord record, OpeningPlan plan, HouseRules house) {
        List<WorkStep> steps = new ArrayList<>();
        boolean early = house.closing() == HouseRules.Closing.START_BEFORE_COVER_WHERE_SAFE
                && record.start().coverOffSafe()
                && record.kind() != MachineKind.SERVER;
        List<Part> parts = plan.parts();
        boolean started = false;
        for (int i = parts.size() - 1; i >= 0; i--) {
            Part part = parts.get(i);
            // A start with the cover off waits until everything but the outer cover or hatch is back.
            if (early
                    && !started
                    && (part.kind() == Part.Kind.COVER || part.kind() == Part.Kind.HATCH)
                    && part.needsOff().isEmpty()) {
                steps.add(step("test-start", Kind.TEST_START, List.of(Caution.COVER_OFF_START, Caution.MAGNETS), 120));
                started = true;
            }
            steps.add(new WorkStep(
                    "on:" + part.id(),
                    Kind.PUT_BACK,
                    Optional.of(part),
                    Optional.of(part.side()),
                    part.cautions(),
                    part.secondsOn()));
        }
        if (!started) {
            steps.add(step("test-start", Kind.TEST_START, List.of(), 120));
        }
        return List.copyOf(steps);
    }

    private static WorkStep step(String id, Kind kind, List<Caution> cautions, int seconds) {
        return new WorkStep(id, kind, Optional.empty(), Optional.empty(), cautions, seconds);
    }
}
