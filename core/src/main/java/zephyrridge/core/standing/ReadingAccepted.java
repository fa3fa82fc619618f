package zephyrridge.core.standing;

import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.proof.Readout;
import zephyrridge.core.survey.Survey;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;

/** What a job is when a reading is accepted: its modules in their sockets, and readings before the work where none were typed. */
public final class ReadingAccepted {
    private ReadingAccepted() {}

    /** @return the unit itself where the job says all of it already */
    public static Unit apply(Unit unit, Survey survey, MachineRecord record) {
        Unit next = unit;
        for (Survey.Row row : survey.rows()) {
            if (row.isModule() && !record.position(row.position()).isSoldered()) {
                next = place(next, row);
            }
        }
        // Once something was moved or started, what the sources add up to is no longer a reading from before.
        if (!unit.log().happened().isEmpty()) {
            return next;
        }
        Intake intake = next.intake();
        Survey.Baseline read = survey.baseline();
        return next.withBefore(before(next.before(), read))
                .withIntake(intake.wordBits().isPresent() ? intake : intake.withWordBits(read.wordBits()));
    }

    /** A module whose label somebody read keeps that label, also where it says otherwise: it stays a source, and is what is printed on it. */
    private static Unit place(Unit unit, Survey.Row row) {
        String key = unit.asFound().get(row.position());
        if (key == null) {
            String fresh = unit.freshModuleKey();
            return unit.withModule(JobModule.named(
                            fresh, JobModule.Origin.READ, row.line(), row.spec().orElseThrow()))
                    .withFound(row.position(), fresh);
        }
        JobModule there = unit.modules().get(key);
        boolean read = there.origin() == JobModule.Origin.READ;
        boolean same = read
                ? there.spec().equals(row.spec().orElseThrow())
                : there.spec().summary().equals(row.spec().orElseThrow().summary());
        return same
                ? unit
                : unit.withModule(there.with(
                        read ? row.line() : there.labelLine(), row.spec().get()));
    }

    private static Readout before(Readout now, Survey.Baseline read) {
        return now.with()
                .firmwareTotal(now.firmwareTotal().or(read::firmwareTotal))
                .systemTotal(now.systemTotal().or(read::systemTotal))
                .usable(now.usable().or(read::usable))
                .rate(now.rate().or(read::rate))
                .positionsFilled(now.positionsFilled().or(read::filled))
                .build();
    }
}
