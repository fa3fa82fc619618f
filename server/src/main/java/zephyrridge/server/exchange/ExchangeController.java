package zephyrridge.server.exchange;

import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.RateResult;
import zephyrridge.core.standing.Proof;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.JobView;
import zephyrridge.server.web.Costly;
import zephyrridge.server.web.Times;

/** A job for other programs and workshops. */
@RestController
class ExchangeController {
    private final Jobs jobs;
    private final JobImport imports;
    private final JobFiles files;
    private final Texts texts;
    private final Clock clock;

    ExchangeController(Jobs jobs, JobImport imports, JobFiles files, Texts texts, Clock clock) {
        this.jobs = jobs;
        this.imports = imports;
        this.files = files;
        this.texts = texts;
        this.clock = clock;
    }

    /** A job that another workshop wrote out. */
    @Costly
    @PostMapping(path = "/api/jobs/import", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    JobView bringIn(@RequestBody byte[] content, Principal who) {
        return imports.bringIn(new String(content, StandardCharsets.UTF_8), who.getName());
    }

    /** The whole job for other programs; docs/formats/job.schema.json describes the document. */
    @Costly
    @GetMapping("/api/jobs/{id}/export")
    ResponseEntity<Object> export(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        Proof proof = c.assessment().proof();
        JobExport export = new JobExport(
                JobExport.FORMAT,
                JobExport.SCHEMA_VERSION,
                Instant.now(clock),
                id,
                c.row().version(),
                c.machine().published(),
                c.machine().version(),
                c.work().order(),
                c.unit(),
                summary(c.assessment().found()),
                summary(c.assessment().plan()),
                new JobExport.Proven(
                        c.unit().closing().map(Unit.Closing::grade).orElse(proof.grade()),
                        c.unit().closing().map(Unit.Closing::wanted).orElse(proof.wanted()),
                        c.unit().closing().map(Unit.Closing::proven).orElse(proof.proven()),
                        proof.missing().stream().map(texts::of).toList()),
                jobs.events(id).stream()
                        .map(e -> new JobExport.Event(
                                e.version(), Times.utc(e.at()), e.who(), texts.get("event." + e.type())))
                        .toList(),
                files.of(id, c.unit()));
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"job-" + id + ".json\"")
                .body(export);
    }

    private JobExport.Summary summary(LayoutEvaluation e) {
        return new JobExport.Summary(
                e.installed(),
                e.usable(),
                e.rate().rate().map(texts::show).orElse(texts.get("say.notKnown")),
                e.rate().clocks().map(RateResult.Clocks::toString).orElse(texts.get("say.notKnown")),
                e.findings().stream()
                        .map(f -> f.severity() + ": " + texts.of(f))
                        .toList());
    }
}
