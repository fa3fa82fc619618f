package zephyrridge.server.handback;

import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.unit.JobModule;
import zephyrridge.server.csv.Cells;
import zephyrridge.server.csv.CsvAnswer;
import zephyrridge.server.job.JobListRow;
import zephyrridge.server.job.JobLists;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.purchase.PartsOf;
import zephyrridge.server.purchase.Purchases;
import zephyrridge.server.report.Paper;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Costly;
import zephyrridge.server.web.Problem;
import zephyrridge.server.web.Times;

/** What leaves the shop on paper or as a list. */
@RestController
class ReportController {
    private final Jobs jobs;
    private final Report report;
    private final ReturnSlip returnSlip;
    private final Paper paper;
    private final Texts texts;
    private final Clock clock;
    private final JobLists lists;
    private final Purchases purchases;

    ReportController(
            Jobs jobs,
            JobLists lists,
            Report report,
            ReturnSlip returnSlip,
            Paper paper,
            Texts texts,
            Clock clock,
            Purchases purchases) {
        this.purchases = purchases;
        this.jobs = jobs;
        this.lists = lists;
        this.report = report;
        this.returnSlip = returnSlip;
        this.paper = paper;
        this.texts = texts;
        this.clock = clock;
    }

    /** The report, as a paper. */
    @Costly
    @GetMapping(path = "/api/jobs/{id}/report.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> pdf(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        return Paper.answer("report-" + id, paper.pdf("Report, job " + id, report.body(c, LocalDate.now(clock))));
    }

    /** The same as a page that any browser prints. */
    @Costly
    @GetMapping("/api/jobs/{id}/report.html")
    ResponseEntity<String> page(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        return ResponseEntity.ok()
                .header("Content-Security-Policy", Paper.POLICY)
                .contentType(new MediaType(MediaType.TEXT_HTML, StandardCharsets.UTF_8))
                .body(paper.page("Report, job " + id, report.body(c, LocalDate.now(clock))));
    }

    /**
     * What goes along with a module that goes back, as a paper.
     *
     * @param module that goes back to whom it was bought from
     */
    @Costly
    @GetMapping(path = "/api/jobs/{id}/return-slip.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> returned(@PathVariable long id, @RequestParam @Size(max = 16) String module, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        JobModule m = Optional.ofNullable(c.unit().modules().get(module))
                .orElseThrow(() -> Problem.notFound("module", module));
        return Paper.answer(
                "return-" + id, paper.pdf("Return, job " + id, returnSlip.body(c, m, LocalDate.now(clock))));
    }

    private static final int AT_ONCE = 500;

    /** All jobs, a line each (RFC 4180), written as they are read. A cell that a spreadsheet would take for a formula is marked as text. */
    @Costly
    @GetMapping("/api/jobs.csv")
    void csv(HttpServletResponse answer) throws IOException {
        try (CSVPrinter csv = CsvAnswer.begin(
                answer,
                "jobs.csv",
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
                "waits for")) {
            Function<JobListRow, PartsOf> parts = purchases.parts();
            List<JobListRow> rows = lists.before(Long.MAX_VALUE, AT_ONCE);
            while (!rows.isEmpty()) {
                for (JobListRow r : rows) {
                    line(csv, r, parts.apply(r));
                }
                rows = lists.before(rows.get(rows.size() - 1).id(), AT_ONCE);
            }
        }
    }

    private void line(CSVPrinter csv, JobListRow r, PartsOf parts) throws IOException {
        csv.printRecord(
                r.id(),
                Cells.plain(r.machine()),
                Cells.plain(r.order().owner()),
                Cells.plain(r.order().wish()),
                r.station(),
                r.status().equals("CLOSED") ? "handed back" : r.blocked() ? "blocked" : "open",
                Times.utc(r.updatedAt()),
                Cells.plain(r.updatedBy()),
                parts.on().map(LocalDate::toString).orElse(""),
                parts.returnUntil().map(LocalDate::toString).orElse(""),
                r.order().promised().map(LocalDate::toString).orElse(""),
                texts.get("waits." + parts.waits()));
    }
}
