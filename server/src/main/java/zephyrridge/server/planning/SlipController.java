package zephyrridge.server.planning;

import java.security.Principal;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.report.Paper;
import zephyrridge.server.web.Costly;

/** The slip for the counter, as figures for the page and on paper. */
@RestController
class SlipController {
    private final Jobs jobs;
    private final Slip slip;
    private final SlipPaper onPaper;
    private final Paper paper;

    SlipController(Jobs jobs, Slip slip, SlipPaper onPaper, Paper paper) {
        this.jobs = jobs;
        this.slip = slip;
        this.onPaper = onPaper;
        this.paper = paper;
    }

    /** What is picked, bought and paid for the chosen layout. */
    @GetMapping("/api/jobs/{id}/slip")
    Slip.SlipView slip(@PathVariable long id, Principal who) {
        return slip.of(jobs.get(id, who.getName()));
    }

    /** The same as a paper. */
    @Costly
    @GetMapping(path = "/api/jobs/{id}/slip.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> pdf(@PathVariable long id, Principal who) {
        Slip.SlipView s = slip.of(jobs.get(id, who.getName()));
        return Paper.answer("slip-" + id, paper.pdf(onPaper.title(s), onPaper.body(s)));
    }
}
