package zephyrridge.core.change;

import zephyrridge.core.finding.Finding;
import zephyrridge.core.unit.Work;

/** What becomes of a change. */
public sealed interface Outcome {
    /** It is done, and this is how the job is then. */
    record Applied(Work work) implements Outcome {}

    /** It is not done, and this is why. */
    record Refused(Finding why) implements Outcome {}
}
