package zephyrridge.server.machine;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.access.OpeningPlan;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.machine.Lesson;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.core.machine.RecordEdit;
import zephyrridge.core.survey.QuickDraft;
import zephyrridge.server.document.Sealed;
import zephyrridge.server.machine.MachineController.MachineSummary;
import zephyrridge.server.reading.Recognition;
import zephyrridge.server.web.Problem;

/** Records made, changed, copied and retired. Each change is a new version; what jobs hold stays. */
@RestController
class RecordController {
    /** @param quick the facts; {@code version} the record's, which a change of them expects */
    record QuickView(QuickMachine quick, long version) {}

    record QuickChange(@NotNull @Valid QuickMachine quick, @Min(1) long expectedVersion) {}

    record RecordChange(@NotNull MachineRecord record, @Min(1) long expectedVersion) {}

    /** The name of a sister model. */
    record Sister(
            @NotBlank @Size(max = 60) String maker,
            @NotBlank @Size(max = 60) String model,
            @NotNull @Size(max = 60) String variant) {}

    record Retired(boolean retired) {}

    /** @param off seconds to take a part off, {@code on} to put it back, as they were measured */
    record NewLesson(
            @NotNull Lesson.Topic topic,
            @NotNull @Size(max = 64) String about,
            @NotNull @Size(max = 300) String text,
            Optional<@Min(1) @Max(36_000) Integer> off,
            Optional<@Min(1) @Max(36_000) Integer> on) {}

    /** @param off names of the parts in order; {@code back} the way back, with the first start in it */
    record WayView(String position, String label, int minutes, int turns, List<String> off, List<String> back) {}

    record RecordLook(List<RecordCheck.Fault> faults, List<WayView> ways) {}

    private static final String FIRST_START = "first start";

    private final Machines machines;
    private final MachineController views;
    private final Sealed sealed;
    private final Recognition recognition;

    RecordController(Machines machines, MachineController views, Sealed sealed, Recognition recognition) {
        this.recognition = recognition;
        this.machines = machines;
        this.views = views;
        this.sealed = sealed;
    }

    /** Takes a whole record in; one that does not hold together is refused with all its faults at once. */
    @PostMapping("/api/machines")
    @ResponseStatus(HttpStatus.CREATED)
    MachineSummary add(@RequestBody MachineRecord record, Principal who) {
        machines.add(record, Optional.empty(), who.getName());
        return views.summary(record.id());
    }

    /** What a record on its way would yield: all its faults, or for each position how it is reached and closed again. Nothing is kept. */
    @PostMapping("/api/machines/check")
    RecordLook check(@RequestBody MachineRecord record) {
        List<RecordCheck.Fault> faults = RecordCheck.faults(record);
        if (!faults.isEmpty()) {
            return new RecordLook(faults, List.of());
        }
        LayoutEvaluator evaluator = new LayoutEvaluator(record, machines.rules());
        return new RecordLook(
                faults,
                record.positions().stream()
                        .filter(p -> !p.isSoldered())
                        .map(p -> way(record, evaluator, p))
                        .toList());
    }

    private static WayView way(MachineRecord record, LayoutEvaluator evaluator, Position p) {
        OpeningPlan plan = evaluator.opening(List.of(p.id()));
        Set<String> off = new TreeSet<>();
        plan.parts().forEach(x -> off.add(x.id()));
        Side up = plan.parts().isEmpty()
                ? record.access().restsOn()
                : plan.parts().get(plan.parts().size() - 1).side();
        List<String> back = evaluator
                .access(true)
                .closing(off, off, up, record.start().coverOffSafe() && record.kind() != MachineKind.SERVER)
                .order();
        return new WayView(
                p.id(),
                p.label(),
                (plan.seconds() + 59) / 60,
                plan.turns(),
                plan.parts().stream().map(Part::name).toList(),
                back.stream()
                        .map(id -> record.access().part(id).map(Part::name).orElse(FIRST_START))
                        .toList());
    }

    /** Adds what was learned with hands in one of them, as the next version; jobs go on with the version they hold. */
    @PostMapping("/api/machines/{id}/lessons")
    MachineSummary learn(@PathVariable String id, @Valid @RequestBody NewLesson body, Principal who) {
        MachineRecord record = machines.get(id).record();
        MachineRecord next;
        try {
            next = RecordEdit.learned(
                    record, new Lesson(body.topic(), body.about(), body.text().strip(), body.off(), body.on()));
        } catch (NoSuchElementException e) {
            throw Problem.notFound("part or position", body.about());
        }
        if (body.text().isBlank() && body.topic() != Lesson.Topic.MINUTES) {
            throw Problem.invalid("text", "NOTHING_LEARNED");
        }
        if (!next.equals(record)) {
            machines.change(next, machines.latest(id), Optional.empty(), who.getName());
        }
        return views.summary(id);
    }

    /** Makes a first record out of a few facts. */
    @PostMapping("/api/machines/quick")
    @ResponseStatus(HttpStatus.CREATED)
    MachineSummary quick(@Valid @RequestBody QuickMachine body, Principal who) {
        MachineRecord record = body.toCore(QuickMachine.idOf(body.maker(), body.model(), body.variant()))
                .toRecord();
        machines.add(record, Optional.of(sealed.write(Sealed.Kind.QUICK, body)), who.getName());
        return views.summary(record.id());
    }

    /** Facts of a quick record out of a firmware table or a listing of it; nothing is kept. */
    @PostMapping(path = "/api/machines/draft", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    QuickMachine draft(@RequestBody byte[] content) {
        return recognition.all(content).stream()
                .flatMap(r -> QuickDraft.of(r).stream())
                .findFirst()
                .map(QuickMachine::of)
                .orElseThrow(() -> Problem.invalid("content", "NO_DEVICES"));
    }

    /** The answers that a quick record was made of. */
    @GetMapping("/api/machines/{id}/quick")
    QuickView quickOf(@PathVariable String id) {
        return machines.quick(id)
                .map(q -> new QuickView(sealed.read(Sealed.Kind.QUICK, q, QuickMachine.class), machines.latest(id)))
                .orElseThrow(() -> Problem.of(HttpStatus.NOT_FOUND, "NOT_QUICK", java.util.Map.of("field", "id")));
    }

    /** Makes a quick record anew of other answers. */
    @PutMapping("/api/machines/{id}/quick")
    MachineSummary changeQuick(@PathVariable String id, @Valid @RequestBody QuickChange body, Principal who) {
        MachineRecord record = body.quick().toCore(id).toRecord();
        machines.change(
                record,
                body.expectedVersion(),
                Optional.of(sealed.write(Sealed.Kind.QUICK, body.quick())),
                who.getName());
        return views.summary(id);
    }

    /** A new version of a whole record. */
    @PutMapping("/api/machines/{id}/record")
    MachineSummary change(@PathVariable String id, @Valid @RequestBody RecordChange body, Principal who) {
        if (!body.record().id().equals(id)) {
            throw Problem.invalid(
                    "record", "OTHER_RECORD", "other", body.record().id(), "id", id);
        }
        machines.change(body.record(), body.expectedVersion(), Optional.empty(), who.getName());
        return views.summary(id);
    }

    /** The same record under the name of a sister model. */
    @PostMapping("/api/machines/{id}/copy")
    @ResponseStatus(HttpStatus.CREATED)
    MachineSummary copy(@PathVariable String id, @Valid @RequestBody Sister body, Principal who) {
        String sister = QuickMachine.idOf(body.maker(), body.model(), body.variant());
        MachineRecord record = RecordEdit.renamed(
                machines.get(id).record(),
                sister,
                body.maker().strip(),
                body.model().strip(),
                body.variant().strip());
        Optional<String> quick = machines.quick(id)
                .map(q -> sealed.read(Sealed.Kind.QUICK, q, QuickMachine.class))
                .map(q -> new QuickMachine(
                        body.maker(),
                        body.model(),
                        body.variant(),
                        q.kind(),
                        q.generation(),
                        q.formFactor(),
                        q.channels(),
                        q.processors(),
                        q.topRate(),
                        q.main(),
                        q.second(),
                        q.plug(),
                        q.makersMaximum(),
                        q.controllersMaximum()))
                .map(q -> sealed.write(Sealed.Kind.QUICK, q));
        machines.add(record, quick, who.getName());
        return views.summary(sister);
    }

    /** A retired record is not offered any more; its jobs and versions stay. */
    @PutMapping("/api/machines/{id}/retired")
    MachineSummary retire(@PathVariable String id, @Valid @RequestBody Retired body) {
        machines.retire(id, body.retired());
        return views.summary(id);
    }

    /** What a job found is not there is taken out of the record, for the jobs to come. */
    @DeleteMapping("/api/machines/{id}/positions/{position}")
    MachineSummary without(
            @PathVariable String id,
            @PathVariable String position,
            @RequestParam @Min(1) long expectedVersion,
            Principal who) {
        MachineRecord record = machines.get(id).record();
        if (!record.hasPosition(position)) {
            throw Problem.notFound("position", position);
        }
        machines.change(RecordEdit.without(record, position), expectedVersion, Optional.empty(), who.getName());
        return views.summary(id);
    }

    /** The versions of a record, the newest first. */
    @GetMapping("/api/machines/{id}/versions")
    List<MachineStore.Version> versions(@PathVariable String id) {
        machines.latest(id);
        return machines.versions(id);
    }
}
