package zephyrridge.core.standing;

import java.util.List;
import zephyrridge.core.log.Entry;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.unit.Grade;
import zephyrridge.core.unit.Unit;

/** Whether a machine does not start as it should, and nobody knows yet why. */
final class Failing {
    private static final List<String> LACKS = List.of(
            Comparison.Field.FIRMWARE_TOTAL.name(),
            Comparison.Field.SYSTEM_TOTAL.name(),
            Comparison.Field.MEMORY_TEST.name());

    private Failing() {}

    static boolean is(Unit unit, Assessment a) {
        return a.proof().missing().stream().anyMatch(f -> f.code() == ProofGap.PROOF_FAILED_START)
                || lacks(a)
                || hunts(unit, a);
    }

    /** Whether a start that failed is not explained yet, whatever is in the machine by now: a hunt goes on through its tests. */
    private static boolean hunts(Unit unit, Assessment a) {
        boolean hunts = false;
        for (Entry e : unit.log().happened()) {
            if (e instanceof Entry.FaultFound) {
                hunts = false;
            } else if (e instanceof Entry.Started s
                    && (s.failed() || s.readout().hasErrors())) {
                hunts |= unit.accepted().stream()
                        .noneMatch(x -> x.start() == s.no() && x.field().isEmpty());
            }
        }
        return hunts && a.proof().grade() == Grade.NONE;
    }

    /** Whether it came up with less than it should have, or with errors, and nothing explains it. */
    private static boolean lacks(Assessment a) {
        return a.proof().missing().stream()
                .anyMatch(f -> f.code() == ProofGap.PROOF_DIFFERENCE_OPEN
                        && f.detail() instanceof ProofGap.Of of
                        && LACKS.contains(of.of()));
    }
}
