package zephyrridge.server.job;

import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.job.Intake;
import zephyrridge.core.job.JobAssessment;
import zephyrridge.core.job.JobState;
import zephyrridge.core.job.Trail;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.photo.Photos;
import zephyrridge.server.reading.Sources;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;

/** Jobs: every change is one transaction that moves the state on from an expected version and appends an event. */
@Service
public class Jobs {
    /** A job as it stands, with all that follows from it. */
    record Current(
            JobStore.Row row, JobState state, Machines.Ready machine, JobAssessment assessment, JobHistory history) {}

    private final JobStore store;
    private final Machines machines;
    private final Drawer drawer;
    private final JsonMapper json;
    private final Clock clock;
    private final Texts texts;
    private final Photos photos;
    private final Sources sources;

    Jobs(
            JobStore store,
            Machines machines,
            Drawer drawer,
            Photos photos,
            Sources sources,
            JsonMapper json,
            Clock clock,
            Texts texts) {
        this.store = store;
        this.machines = machines;
        this.drawer = drawer;
        this.json = json;
        this.clock = clock;
        this.texts = texts;
        this.photos = photos;
        this.sources = sources;
    }

    /** What other features may know of a job. */
    public record Listed(long id, String machine, String owner, String wish) {}

    public List<Listed> listed() {
        return store.list().stream()
                .map(r -> new Listed(r.id(), r.machine(), r.owner(), r.wish()))
                .toList();
    }

    List<JobStore.ListRow> list() {
        return store.list();
    }

    Current get(long id) {
        return current(row(id, false));
    }

    /** @throws Problem when there is no such job */
    public void require(long id) {
        row(id, false);
    }

    List<JobStore.EventRow> events(long id) {
        require(id);
        return store.events(id, 0);
    }

    /** Takes a machine in and gives the new job's id. */
    @Transactional
    public long takeIn(String machineId, String owner, String wish, String by) {
        Machines.Ready machine = machines.get(machineId);
        JobState state = JobState.NEW.withIntake(Intake.EMPTY.with(owner, wish));
        LocalDateTime now = now();
        long id =
                store.insert(machineId, shown(state, assess(machine, state)), json.writeValueAsString(state), now, by);
        store.append(
                id,
                new JobStore.EventRow(1, now, by, "JobTakenIn"),
                Optional.empty(),
                json.writeValueAsString(Map.of("machineId", machineId, "owner", owner, "wish", wish)),
                json.writeValueAsString(state));
        return id;
    }

    /**
     * Applies a change on top of {@code expectedVersion}.
     *
     * @param changeId of whoever sends it: a change that has landed already under its id is not made again
     * @throws Problem CHANGED_MEANWHILE (409) with what others did since, when the job is at another version
     */
    @Transactional
    public void change(long id, long expectedVersion, JobChange change, Optional<UUID> changeId, String by) {
        JobStore.Row row = row(id, true);
        if (changeId.isPresent() && store.hasChange(id, changeId.get().toString())) {
            return;
        }
        if (row.version() != expectedVersion) {
            throw changedMeanwhile(row, expectedVersion);
        }
        JobState state = json.readValue(row.state(), JobState.class);
        boolean opensAgain = change instanceof JobChange.ReopenJob || change instanceof JobChange.Undo;
        if (state.closing().isPresent() && !opensAgain) {
            throw Problem.of(
                    HttpStatus.UNPROCESSABLE_CONTENT,
                    "JOB_CLOSED",
                    "This job is handed back. Open it again to change it.",
                    Map.of());
        }
        JobWorld world = new JobWorld(id, machines.get(row.machineId()), drawer, photos, sources, history(id));
        JobState next = change.apply(state, world);
        LocalDateTime now = now();
        String written = json.writeValueAsString(next);
        if (!store.update(id, expectedVersion, shown(next, world.assess(next)), written, now, by)) {
            throw changedMeanwhile(row(id, false), expectedVersion);
        }
        // Written as the interface, so that the event carries its type.
        store.append(
                id,
                new JobStore.EventRow(
                        expectedVersion + 1, now, by, change.getClass().getSimpleName()),
                changeId.map(UUID::toString),
                json.writerFor(JobChange.class).writeValueAsString(change),
                written);
    }

    private Problem changedMeanwhile(JobStore.Row row, long expectedVersion) {
        List<Map<String, Object>> since = store.events(row.id(), expectedVersion).stream()
                .map(e -> Map.<String, Object>of(
                        "version", e.version(), "who", e.account(), "what", texts.get("event." + e.type())))
                .toList();
        String what = since.isEmpty()
                ? ""
                : " Since then: "
                        + String.join(
                                "; ",
                                since.stream()
                                        .map(e -> e.get("who") + " " + e.get("what"))
                                        .distinct()
                                        .limit(4)
                                        .toList())
                        + ".";
        return Problem.of(
                HttpStatus.CONFLICT,
                "CHANGED_MEANWHILE",
                "This job was changed while you worked on it." + what
                        + " Your input is kept: look at the job as it is now and send again.",
                Map.of("currentVersion", row.version(), "events", since));
    }

    private JobStore.Row row(long id, boolean forUpdate) {
        return store.find(id, forUpdate).orElseThrow(() -> Problem.notFound("job", id));
    }

    private Current current(JobStore.Row row) {
        JobState state = json.readValue(row.state(), JobState.class);
        Machines.Ready machine = machines.get(row.machineId());
        return new Current(row, state, machine, assess(machine, state), history(row.id()));
    }

    private JobHistory history(long id) {
        return new JobHistory(
                store.events(id, 0), version -> store.stateAt(id, version).map(s -> json.readValue(s, JobState.class)));
    }

    private static JobAssessment assess(Machines.Ready machine, JobState state) {
        return JobAssessment.of(machine.record(), machine.evaluator(), state, HouseRules.DEFAULT);
    }

    private static JobStore.Shown shown(JobState state, JobAssessment a) {
        boolean blocked =
                state.closing().isEmpty() && a.trail().statusOf(a.trail().current()) == Trail.Status.BLOCKED;
        return new JobStore.Shown(
                state.intake().owner(),
                state.intake().wish(),
                a.trail().current().name(),
                state.closing().isPresent() ? "CLOSED" : "OPEN",
                blocked);
    }

    private LocalDateTime now() {
        return LocalDateTime.now(clock);
    }
}
