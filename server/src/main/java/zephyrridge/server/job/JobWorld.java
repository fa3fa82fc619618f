package zephyrridge.server.job;

import zephyrridge.core.job.JobAssessment;
import zephyrridge.core.job.JobState;
import zephyrridge.core.house.HouseRules;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.machine.Machines;

/** What a change may look at and touch besides the job's own state; lives for one transaction. */
record JobWorld(long jobId, Machines.Ready machine, Drawer drawer) {
    JobAssessment assess(JobState state) {
        return JobAssessment.of(machine.record(), machine.evaluator(), state, HouseRules.DEFAULT);
    }
}
