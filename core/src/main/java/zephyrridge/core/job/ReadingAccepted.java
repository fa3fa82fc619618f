package zephyrridge.core.job;

import java.util.Optional;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.proof.Readout;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.survey.Survey;

/** What a job is when a reading is accepted: its modules in their sockets, and readings before the work where none were typed. */
public final class ReadingAccepted {
    private ReadingAccepted() {}

    /** @return the state itself where the job says all of it already */
    public static JobState apply(JobState state, Survey survey, MachineRecord record) {
        JobState next = state;
        for (Survey.Row row : survey.rows()) {
            if (row.isModule() && !record.position(row.position()).isSoldered()) {
                next = place(next, row);
            }
        }
        return next.withBefore(before(next.before(), survey.baseline()));
    }

    /** A module whose label somebody read keeps that label, also where it says otherwise: it stays a source, and is what is printed on it. */
    private static JobState place(JobState state, Survey.Row row) {
        String key = state.asFound().get(row.position());
        if (key == null) {
            String fresh = state.freshModuleKey();
            return state.withModule(new JobModule(
                            fresh,
                            JobModule.Origin.READ,
                            row.line(),
                            Optional.empty(),
                            row.spec().orElseThrow()))
                    .withFound(row.position(), fresh);
        }
        JobModule there = state.modules().get(key);
        boolean read = there.origin() == JobModule.Origin.READ;
        boolean same = read
                ? there.spec().equals(row.spec().orElseThrow())
                : there.spec().summary().equals(row.spec().orElseThrow().summary());
        return same
                ? state
                : state.withModule(new JobModule(
                        key,
                        there.origin(),
                        read ? row.line() : there.labelLine(),
                        there.tag(),
                        row.spec().get()));
    }

    private static Readout before(Readout now, Survey.Baseline read) {
        return new Readout(
                now.firmwareTotal().or(read::firmwareTotal),
                now.systemTotal(),
                now.usable().or(read::usable),
                now.rate().or(() -> read.running().map(DataRate::name)),
                now.positionsFilled().or(read::filled),
                now.bandwidth(),
                now.test(),
                now.threads(),
                now.peakInUse(),
                now.testPasses(),
                now.testErrors(),
                now.conditions());
    }
}
