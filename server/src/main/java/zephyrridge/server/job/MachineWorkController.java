package zephyrridge.server.job;

import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.job.Unit;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.machine.Host;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.survey.Glancer;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.reading.GlanceView;
import zephyrridge.server.reading.Sources;
import zephyrridge.server.text.Texts;

/** A machine at a glance: its record as memory, and what half a minute tells of one on the bench. */
@RestController
class MachineWorkController {
    private final Machines machines;
    private final Texts texts;

    private final Jobs jobs;
    private final Sources sources;

    MachineWorkController(Machines machines, Texts texts, Jobs jobs, Sources sources) {
        this.jobs = jobs;
        this.sources = sources;
        this.machines = machines;
        this.texts = texts;
    }

    /** The half-minute look at what was read for a job, against its machine's record. */
    @GetMapping("/api/jobs/{id}/glance")
    GlanceView glance(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        List<Recognised> read =
                List.copyOf(JobPorts.content(id, c.unit(), sources).values());
        Optional<Double> minutes = c.machine().reach().values().stream()
                .map(r -> (double) r.minutes())
                .max(Double::compare)
                .filter(m -> m > 0);
        return GlanceView.of(
                Glancer.look(read, Optional.of(c.machine().record()), minutes),
                read,
                Optional.of(c.machine().record().id()),
                texts);
    }

    @GetMapping("/api/machines/{id}/picture")
    PictureView picture(@PathVariable String id) {
        Machines.Ready ready = machines.get(id);
        Layout empty = Layout.of(ready.record(), Map.of());
        LayoutEvaluation judged = ready.evaluator().evaluate(empty, empty, Host.UNLIMITED);
        return PictureView.of(ready, judged, Unit.NEW, Map.of(), texts);
    }
}
