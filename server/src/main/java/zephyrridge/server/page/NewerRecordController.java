package zephyrridge.server.page;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Min;
import java.security.Principal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.limit.Judgement;
import zephyrridge.core.machine.RecordDifference;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.standing.Assessment;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.JobView;

/** A running job keeps the version of its record that it began with; here it is told what a newer one changes, and takes it. */
@RestController
class NewerRecordController {
    /**
     * @param changes what the newer version says otherwise; {@code follows} what of this job becomes another by it
     * @param stops that were not there before; {@code refused} why the job cannot go on with it
     */
    record NewerRecordView(
            long version,
            long newest,
            List<String> changes,
            List<String> follows,
            List<FindingView> stops,
            Optional<FindingView> refused) {}

    /** @param version of the record to go on with */
    record TakeRecord(@Min(1) long expectedVersion, @Min(1) long version) {}

    private final Jobs jobs;
    private final JobViews views;
    private final Texts texts;

    NewerRecordController(Jobs jobs, JobViews views, Texts texts) {
        this.jobs = jobs;
        this.views = views;
        this.texts = texts;
    }

    /** What going on with the newest version of the record would change. */
    @GetMapping("/api/jobs/{id}/record")
    NewerRecordView newer(@PathVariable long id, Principal who) {
        Jobs.Current now = jobs.get(id, who.getName());
        long newest = jobs.newestRecord(now);
        Jobs.Current then = jobs.on(now, newest);
        List<Finding> before = now.assessment().plan().findings();
        return new NewerRecordView(
                now.machine().version(),
                newest,
                RecordDifference.between(
                                now.machine().published(), then.machine().published())
                        .stream()
                        .map(d -> texts.say(
                                "record.changed." + d.topic() + (d.names().isEmpty() ? "" : ".names"),
                                "names",
                                String.join(", ", d.names())))
                        .toList(),
                follows(now.assessment(), then.assessment()),
                then.assessment().plan().findings().stream()
                        .filter(f -> f.severity() == Severity.STOP && !before.contains(f))
                        .map(f -> FindingView.of(f, texts))
                        .toList(),
                jobs.refusesRecord(then).map(f -> FindingView.of(f, texts)));
    }

    /** Goes on with another version of the record. */
    @PostMapping("/api/jobs/{id}/record")
    JobView take(@PathVariable long id, @Valid @RequestBody TakeRecord body, Principal who) {
        jobs.takeRecord(id, body.expectedVersion(), body.version(), who.getName());
        return views.of(jobs.get(id, who.getName()));
    }

    private List<String> follows(Assessment now, Assessment then) {
        List<String> lines = new ArrayList<>();
        line(lines, "record.follows.rate", rates(now), rates(then));
        line(lines, "record.follows.limit", judged(now), judged(then));
        line(
                lines,
                "record.follows.minutes",
                String.valueOf(now.plan().effort().minutes()),
                String.valueOf(then.plan().effort().minutes()));
        line(
                lines,
                "record.follows.usable",
                texts.show(now.plan().usable()),
                texts.show(then.plan().usable()));
        line(
                lines,
                "record.follows.grade",
                texts.get("grade." + now.proof().grade()),
                texts.get("grade." + then.proof().grade()));
        return lines;
    }

    private void line(List<String> lines, String key, String now, String then) {
        if (!now.equals(then)) {
            lines.add(texts.say(key, "now", now, "then", then));
        }
    }

    private String rates(Assessment a) {
        List<DataRate> rates = a.expected().rates();
        return rates.isEmpty()
                ? texts.get("say.notKnown")
                : String.join(", ", rates.stream().map(texts::show).toList());
    }

    private String judged(Assessment a) {
        return a.limits()
                .map((Judgement j) -> texts.get("limitClass." + j.limitClass()) + ", "
                        + j.chance().percent() + "\u00a0%")
                .orElseGet(() -> texts.get("say.notKnown"));
    }
}
