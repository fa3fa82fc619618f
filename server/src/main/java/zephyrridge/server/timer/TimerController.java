package zephyrridge.server.timer;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.server.job.Jobs;

@RestController
class TimerController {
    /** @param seconds at most two days */
    record NewTimer(@NotNull Timers.Kind kind, @Min(5) @Max(172_800) int seconds) {}

    private final Timers timers;
    private final Jobs jobs;

    TimerController(Timers timers, Jobs jobs) {
        this.timers = timers;
        this.jobs = jobs;
    }

    /** All timers that run. */
    @GetMapping("/api/timers")
    List<Timers.Timer> all() {
        return timers.all();
    }

    /** Starts a timer of a job. */
    @PostMapping("/api/jobs/{id}/timers")
    @ResponseStatus(HttpStatus.CREATED)
    List<Timers.Timer> start(@PathVariable long id, @Valid @RequestBody NewTimer body, Principal who) {
        jobs.require(id, who.getName());
        timers.start(id, body.kind(), body.seconds(), who.getName());
        return timers.all();
    }

    /** Puts a timer away. */
    @DeleteMapping("/api/jobs/{id}/timers/{timer}")
    List<Timers.Timer> putAway(@PathVariable long id, @PathVariable String timer, Principal who) {
        jobs.require(id, who.getName());
        timers.putAway(id, timer);
        return timers.all();
    }
}
