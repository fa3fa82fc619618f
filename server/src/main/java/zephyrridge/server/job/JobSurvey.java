package zephyrridge.server.job;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zephyrridge.core.job.JobModule;
import zephyrridge.core.job.JobState;
import zephyrridge.core.job.Readings;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.survey.Source;
import zephyrridge.core.survey.Survey;
import zephyrridge.core.survey.Surveyor;
import zephyrridge.server.reading.Sources;

/** Gathers a job's sources for the core's survey: what was handed in, and the labels read off the modules found. */
final class JobSurvey {
    private JobSurvey() {}

    static Survey of(MachineRecord record, JobState state, List<Source> sources) {
        return Surveyor.survey(
                record,
                sources,
                state.readings().seen(),
                Map.copyOf(state.readings().byHand()),
                state.absent());
    }

    static List<Source> sources(long jobId, MachineRecord record, JobState state, Sources sources) {
        Map<String, Recognised> recognised = sources.recognised(
                jobId,
                state.readings().sources().stream().map(Readings.SourceRef::id).toList());
        List<Source> all = new ArrayList<>();
        for (Readings.SourceRef ref : state.readings().sources()) {
            Optional.ofNullable(recognised.get(ref.id()))
                    .ifPresent(content -> all.add(new Source(ref.id(), ref.name(), ref.position(), content)));
        }
        // Modules accepted from the reading are its echo and say nothing new; a label that somebody read does.
        state.asFound().forEach((position, key) -> {
            JobModule module = state.modules().get(key);
            if (module.origin() == JobModule.Origin.FOUND) {
                all.add(new Source(
                        "label-" + key,
                        "label in " + record.position(position).label(),
                        Optional.of(position),
                        new Recognised.Label(LabelParser.parse(module.labelLine()))));
            }
        });
        return all;
    }
}
