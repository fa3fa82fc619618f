package zephyrridge.server.job;

import java.util.Optional;
import zephyrridge.core.job.JobModule;
import zephyrridge.core.job.JobState;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.proof.Readout;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.survey.Survey;

/** What the job is when a reading is accepted: its modules in their sockets, and readings before the work where none were typed. */
final class ReadingAccepted {
    private ReadingAccepted() {
    }

    static JobState apply(JobState state, Survey survey, MachineRecord record) {
        JobState next = state;
        for (Survey.Row row : survey.rows()) {
            if (row.isModule() && !record.position(row.position()).isSoldered()) {
                next = place(next, row);
            }
        }
        return next.withBefore(before(next.before(), survey.baseline()));
    }

    private static JobState place(JobState state, Survey.Row row) {
        String key = state.asFound().get(row.position());
        if (key != null) {
            JobModule there = state.modules().get(key);
            if (there.spec().equals(row.spec().orElseThrow()) || there.origin() != JobModule.Origin.READ && there.spec().summary().equals(row.spec().get().summary())) {
                return state;
            }
            JobModule better = new JobModule(key, JobModule.Origin.READ, row.line(), there.tag(), row.spec().get());
            return state.withModule(better);
        }
        String fresh = JobChange.nextKey(state);
        return state.withModule(new JobModule(fresh, JobModule.Origin.READ, row.line(), Optional.empty(), row.spec().orElseThrow())).withFound(row.position(), fresh);
    }

    private static Readout before(Readout now, Survey.Baseline read) {
        return new Readout(now.firmwareTotal().or(read::firmwareTotal), now.systemTotal(), now.usable().or(read::usable), now.rate().or(() -> read.running().map(DataRate::name)),
                now.positionsFilled().or(read::filled), now.bandwidth(), now.test(), now.threads(), now.peakInUse(), now.testPasses(), now.testErrors(), now.conditions());
    }
}
