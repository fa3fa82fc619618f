package zephyrridge.server.proof;

import java.security.Principal;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.view.JobView;

/** Starts of a job set beside each other, and what hangs on an entry of its log. */
@RestController
class StartsController {
    private final Jobs jobs;
    private final ProofViews proofs;
    private final LogViews logs;

    StartsController(Jobs jobs, ProofViews proofs, LogViews logs) {
        this.logs = logs;
        this.jobs = jobs;
        this.proofs = proofs;
    }

    /** What was measured at one start ("before" here) and at another ("after"); a number that is no start has nothing. */
    @GetMapping("/api/jobs/{id}/starts/{one}/beside/{other}")
    List<JobView.ComparedView> beside(
            @PathVariable long id, @PathVariable int one, @PathVariable int other, Principal who) {
        return proofs.beside(jobs.get(id, who.getName()), one, other);
    }

    /** What rests on an entry: it would go with it. */
    @GetMapping("/api/jobs/{id}/log/{no}/along")
    List<LogViews.AlongView> along(@PathVariable long id, @PathVariable int no, Principal who) {
        return logs.along(jobs.get(id, who.getName()), no);
    }
}
