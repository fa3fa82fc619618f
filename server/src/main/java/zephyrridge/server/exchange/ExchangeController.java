package zephyrridge.server.exchange;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.security.Principal;
import java.util.List;
import org.springframework.core.io.InputStreamResource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.server.view.JobView;
import zephyrridge.server.web.Costly;

/** A job for other programs and workshops. */
@RestController
class ExchangeController {
    private final JobImport imports;
    private final JobArchive archive;

    ExchangeController(JobImport imports, JobArchive archive) {
        this.imports = imports;
        this.archive = archive;
    }

    /** A job that another workshop wrote out, in either form. */
    @PostMapping(path = "/api/jobs/import", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    JobView bringIn(@RequestBody InputStreamResource content, Principal who) throws IOException {
        return imports.bringIn(content.getInputStream(), who.getName());
    }

    /** The whole job for other programs, its files in it; docs/formats/job.schema.json describes the document. */
    @Costly
    @GetMapping("/api/jobs/{id}/export")
    ResponseEntity<Object> export(@PathVariable long id, Principal who) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"job-" + id + ".json\"")
                .body(archive.inOne(id, who.getName()));
    }

    /**
     * The same document as job.json in an archive, files and pictures beside it.
     *
     * @param contact how the owner is reached goes along
     */
    @Costly
    @GetMapping("/api/jobs/{id}/archive.zip")
    void archive(
            @PathVariable long id,
            @RequestParam(defaultValue = "false") boolean contact,
            Principal who,
            HttpServletResponse answer)
            throws IOException {
        answer.setContentType("application/zip");
        answer.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"job-" + id + ".zip\"");
        archive.write(List.of(id), who.getName(), contact, answer.getOutputStream());
    }
}
