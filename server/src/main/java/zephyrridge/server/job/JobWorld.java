package zephyrridge.server.job;

import java.util.Set;
import java.util.stream.Collectors;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.job.JobAssessment;
import zephyrridge.core.job.JobState;
import zephyrridge.core.survey.Survey;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.photo.Photos;
import zephyrridge.server.reading.Sources;

/** What a change may look at and touch besides the job's own state; lives for one transaction. */
record JobWorld(long jobId, Machines.Ready machine, Drawer drawer, Photos photos, Sources sources, JobHistory history) {
    JobAssessment assess(JobState state) {
        return JobAssessment.of(machine.record(), machine.evaluator(), state, HouseRules.DEFAULT);
    }

    Survey survey(JobState state) {
        return JobSurvey.of(machine.record(), state, JobSurvey.sources(jobId, machine.record(), state, sources));
    }

    /** Moves to another state of the job; modules of the drawer come and go with it, and one that is gone meanwhile refuses it. */
    JobState moveTo(JobState from, JobState to) {
        Set<String> before = tags(from);
        Set<String> after = tags(to);
        before.stream().filter(tag -> !after.contains(tag)).forEach(drawer::giveBack);
        after.stream().filter(tag -> !before.contains(tag)).forEach(tag -> drawer.take(tag, jobId));
        return to;
    }

    private static Set<String> tags(JobState state) {
        return state.modules().values().stream().flatMap(m -> m.tag().stream()).collect(Collectors.toSet());
    }
}
