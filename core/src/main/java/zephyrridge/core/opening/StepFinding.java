package zephyrridge.core.opening;

import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.FindingCode;

/** Why something cannot be done as things stand. */
public enum StepFinding implements FindingCode {
    STEP_BATTERY_OFF_FIRST,
    STEP_POWER_DOWN_FIRST,
    STEP_UNPLUG_FIRST,
    STEP_PLUG_FIRST,
    STEP_DRAIN_FIRST,
    STEP_LIES_BELOW,
    STEP_COVERS,
    STEP_BACK_FIRST,
    STEP_NOTHING_OPEN,
    STEP_RAISE_FIRST,
    STEP_STRAP_OFF_FIRST,
    STEP_AIR_FIRST,
    SCREW_HOLDS,
    SCREW_LEAVE_ALONE,
    NO_SUCH_SCREW,
    STEP_NOT_ON,
    STEP_NOT_OFF,
    WAY_CLOSED,
    SOCKET_TAKEN,
    MODULE_LIES_OVER,
    NO_SUCH_SOCKET,
    MODULE_NOT_THERE,
    START_WITH_OFF;

    @Override
    public Class<? extends Detail> detailType() {
        return Need.class;
    }

    /** @param what is to be done; {@code first} what it waits for */
    public record Need(String what, String first) implements Detail {}
}
