package zephyrridge.server.job;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.job.Station;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.RateResult;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;

@RestController
class JobController {
    record TakeIn(
            @NotBlank @Size(max = 64) String machineId,
            @NotBlank @Size(max = 200) String owner,
            @NotNull @Size(max = 2000) String wish) {}

    /**
     * @param expectedVersion the version the change was made on
     * @param changeId the sender's own id for this change, so that it can be sent again when the answer was lost
     */
    record ChangeRequest(@Min(1) long expectedVersion, Optional<UUID> changeId, @NotNull @Valid JobChange change) {}

    record JobListEntry(
            long id,
            String machineId,
            String machine,
            String owner,
            String wish,
            Station station,
            boolean closed,
            boolean blocked,
            LocalDateTime updatedAt,
            String updatedBy) {}

    record EventView(long version, LocalDateTime at, String who, String type, String what) {}

    private final Jobs jobs;
    private final JobViews views;
    private final Texts texts;
    private final Clock clock;

    JobController(Jobs jobs, JobViews views, Texts texts, Clock clock) {
        this.jobs = jobs;
        this.views = views;
        this.texts = texts;
        this.clock = clock;
    }

    @GetMapping("/api/jobs")
    List<JobListEntry> list() {
        return jobs.list().stream()
                .map(r -> new JobListEntry(
                        r.id(),
                        r.machineId(),
                        r.machine(),
                        r.owner(),
                        r.wish(),
                        Station.valueOf(r.station()),
                        r.status().equals("CLOSED"),
                        r.blocked(),
                        r.updatedAt(),
                        r.updatedBy()))
                .toList();
    }

    @PostMapping("/api/jobs")
    @ResponseStatus(HttpStatus.CREATED)
    JobView takeIn(@Valid @RequestBody TakeIn body, Principal who) {
        return views.of(jobs.get(jobs.takeIn(body.machineId(), body.owner(), body.wish(), who.getName())));
    }

    @GetMapping("/api/jobs/{id}")
    JobView job(@PathVariable long id) {
        return views.of(jobs.get(id));
    }

    /** Applies one change and gives the job as it then is. */
    @PostMapping("/api/jobs/{id}/changes")
    JobView change(@PathVariable long id, @Valid @RequestBody ChangeRequest body, Principal who) {
        jobs.change(id, body.expectedVersion(), body.change(), body.changeId(), who.getName());
        return views.of(jobs.get(id));
    }

    @GetMapping("/api/jobs/{id}/events")
    List<EventView> events(@PathVariable long id) {
        return jobs.events(id).stream()
                .map(e -> new EventView(e.version(), e.at(), e.account(), e.type(), texts.get("event." + e.type())))
                .toList();
    }

    /** The whole job for other programs; docs/formats/job.schema.json describes the document. */
    @GetMapping("/api/jobs/{id}/export")
    ResponseEntity<Object> export(@PathVariable long id) {
        Jobs.Current c = jobs.get(id);
        JobExport export = new JobExport(
                JobExport.FORMAT,
                JobExport.SCHEMA_VERSION,
                LocalDateTime.now(clock),
                id,
                c.row().version(),
                c.machine().record(),
                c.state(),
                summary(c.assessment().found()),
                summary(c.assessment().plan()),
                c.assessment().comparison().proven(),
                jobs.events(id).stream()
                        .map(e -> new JobExport.Event(e.version(), e.at(), e.account(), texts.get("event." + e.type())))
                        .toList());
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"job-" + id + ".json\"")
                .body(export);
    }

    private JobExport.Summary summary(LayoutEvaluation e) {
        return new JobExport.Summary(
                e.installed(),
                e.usable(),
                e.rate().rate().map(texts::show).orElse("not known"),
                e.rate().clocks().map(RateResult.Clocks::toString).orElse("not known"),
                e.findings().stream()
                        .map(f -> f.severity() + ": " + texts.of(f))
                        .toList());
    }

    @ExceptionHandler(GateShut.class)
    ResponseEntity<ProblemDetail> gateShut(GateShut e) {
        FindingView f = FindingView.of(e.finding(), texts);
        Problem problem = Problem.of(
                HttpStatus.UNPROCESSABLE_CONTENT, "GATE_SHUT", f.text() + " " + f.advice(), Map.of("finding", f));
        return ResponseEntity.status(problem.getStatusCode()).body(problem.getBody());
    }
}
