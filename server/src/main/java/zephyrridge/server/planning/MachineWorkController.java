package zephyrridge.server.planning;

import java.security.Principal;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.machine.Host;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.dialog.Printout;
import zephyrridge.core.survey.Glancer;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.job.JobPorts;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.reading.GlanceView;
import zephyrridge.server.reading.Sources;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.PictureView;

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

    /** @param fits whether it goes into a socket of this job's machine */
    record StockView(
            String tag, String summary, FormFactor formFactor, String maker, Drawer.Tested tested, boolean fits) {}

    /** What is free in the drawer of the machine's generation, what fits first. */
    @GetMapping("/api/jobs/{id}/stock")
    List<StockView> stock(@PathVariable long id, Principal who) {
        Jobs.Current c = jobs.get(id, who.getName());
        Bench bench = c.machine().bench();
        return jobs.shelf(c.row()).all().stream()
                .filter(m -> m.jobId().isEmpty()
                        && m.tested() != Drawer.Tested.BAD
                        && m.spec().generation() == bench.record().controller().generation())
                .map(m -> new StockView(
                        m.tag(),
                        texts.show(m.spec().summary()),
                        m.spec().formFactor(),
                        m.maker(),
                        m.tested(),
                        bench.takes(m.spec())))
                .sorted(Comparator.comparing((StockView m) -> !m.fits()).thenComparing(StockView::tag))
                .toList();
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
                Printout.NONE,
                Optional.of(c.machine().record().id()),
                texts);
    }

    /** A model as it is drawn, with nothing in it. */
    @GetMapping("/api/machines/{id}/picture")
    PictureView picture(@PathVariable String id) {
        Machines.Ready ready = machines.get(id);
        Layout empty = Layout.of(ready.record(), Map.of());
        LayoutEvaluation judged = ready.evaluator().evaluate(empty, empty, Host.UNLIMITED);
        return PictureView.of(ready, judged, Unit.NEW, Map.of(), false, texts);
    }
}
