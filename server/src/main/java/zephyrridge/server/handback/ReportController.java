package zephyrridge.server.handback;

import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.unit.JobModule;
import zephyrridge.server.job.JobListRow;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.report.Paper;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;
import zephyrridge.server.web.Times;

/** What leaves the shop on paper or as a list. */
@RestController
class ReportController {
    private static final MediaType CSV = MediaType.parseMediaType("text/csv;charset=UTF-8");

    private final Jobs jobs;
    private final Report report;
    private final ReturnSlip returnSlip;
    private final Paper paper;
    private final Texts texts;
    private final Clock clock;

    ReportController(Jobs jobs, Report report, ReturnSlip returnSlip, Paper paper, Texts texts, Clock clock) {
        this.jobs = jobs;
        this.report = report;
        this.returnSlip = returnSlip;
        this.paper = paper;
        this.texts = texts;
        this.clock = clock;
    }

    @GetMapping(path = "/api/jobs/{id}/report.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> pdf(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        return Paper.answer("report-" + id, paper.pdf("Report, job " + id, report.body(c, LocalDate.now(clock))));
    }

    /** The same as a page that any browser prints. */
    @GetMapping("/api/jobs/{id}/report.html")
    ResponseEntity<String> page(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        return ResponseEntity.ok()
                .header("Content-Security-Policy", Paper.POLICY)
                .contentType(new MediaType(MediaType.TEXT_HTML, StandardCharsets.UTF_8))
                .body(paper.page("Report, job " + id, report.body(c, LocalDate.now(clock))));
    }

    /** @param module that goes back to whom it was bought from */
    @GetMapping(path = "/api/jobs/{id}/return-slip.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> returned(@PathVariable long id, @RequestParam @Size(max = 16) String module, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        JobModule m = Optional.ofNullable(c.unit().modules().get(module))
                .orElseThrow(() -> Problem.notFound("module", module));
        return Paper.answer(
                "return-" + id, paper.pdf("Return, job " + id, returnSlip.body(c, m, LocalDate.now(clock))));
    }

    /** All jobs, a line each (RFC 4180). A cell that a spreadsheet would take for a formula is marked as text. */
    @GetMapping("/api/jobs.csv")
    ResponseEntity<byte[]> csv() {
        StringWriter out = new StringWriter();
        try (CSVPrinter csv = new CSVPrinter(out, CSVFormat.RFC4180)) {
            csv.printRecord(
                    "job",
                    "machine",
                    "owner",
                    "wish",
                    "station",
                    "state",
                    "updated",
                    "by",
                    "parts on",
                    "return until",
                    "promised",
                    "waits for");
            for (JobListRow r : jobs.list()) {
                csv.printRecord(
                        r.id(),
                        plain(r.machine()),
                        plain(r.order().owner()),
                        plain(r.order().wish()),
                        r.station(),
                        r.status().equals("CLOSED") ? "handed back" : r.blocked() ? "blocked" : "open",
                        Times.utc(r.updatedAt()),
                        plain(r.updatedBy()),
                        r.partsOn().map(LocalDate::toString).orElse(""),
                        r.returnUntil().map(LocalDate::toString).orElse(""),
                        r.order().promised().map(LocalDate::toString).orElse(""),
                        texts.get("waits." + r.waits().on(LocalDate.now(clock), r.partsOn())));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"jobs.csv\"")
                .contentType(CSV)
                .body(out.toString().getBytes(StandardCharsets.UTF_8));
    }

    private static String plain(String cell) {
        return cell.matches("(?s)[=+\\-@\\t].*") ? "'" + cell : cell;
    }
}
