package zephyrridge.server.job;

import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;
import zephyrridge.core.change.Arrival;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.Outcome;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.learned.Learned;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Trail;
import zephyrridge.core.standing.Waits;
import zephyrridge.core.unit.Delivery;
import zephyrridge.core.unit.Order;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;
import zephyrridge.server.document.Differences;
import zephyrridge.server.document.Documents;
import zephyrridge.server.document.Sealed;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.limit.Limits;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.photo.Photos;
import zephyrridge.server.reading.Sources;
import zephyrridge.server.supplier.Suppliers;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.Said;
import zephyrridge.server.web.Problem;

/**
 * Jobs: every change is one transaction that moves the job on from an expected version and appends an event.
 *
 * <p>In one file: all that is done under the lock of a job's row.
 */
@Service
public class Jobs {
    /** A job as it stands, with all that follows from it. */
    public record Current(JobRow row, Work work, Machines.Ready machine, Assessment assessment, JobHistory history) {
        public Unit unit() {
            return work.unit();
        }
    }

    private final JobStore store;
    private final Machines machines;
    private final Drawer drawer;
    private final JsonMapper json;
    private final Sealed sealed;
    private final Documents documents;
    private final Clock clock;
    private final Texts texts;
    private final Photos photos;
    private final Sources sources;
    private final Said said;
    private final Limits limits;
    private final HeldModules held;
    private final Suppliers suppliers;
    private final JobLists lists;
    private final AssessedJobs assessed;

    Jobs(
            JobStore store,
            Machines machines,
            Drawer drawer,
            Photos photos,
            Sources sources,
            JsonMapper json,
            Sealed sealed,
            Documents documents,
            Clock clock,
            Texts texts,
            Said said,
            Limits limits,
            Suppliers suppliers,
            HeldModules held,
            JobLists lists,
            AssessedJobs assessed) {
        this.assessed = assessed;
        this.held = held;
        this.lists = lists;
        this.limits = limits;
        this.suppliers = suppliers;
        this.store = store;
        this.machines = machines;
        this.drawer = drawer;
        this.json = json;
        this.sealed = sealed;
        this.documents = documents;
        this.clock = clock;
        this.texts = texts;
        this.photos = photos;
        this.sources = sources;
        this.said = said;
    }

    /** The last jobs of a model that were handed back. */
    public List<Unit> closedOf(String machineId) {
        return store.closedOf(machineId).stream().map(documents::unit).toList();
    }

    /** Of all machines of the room that this one is in, by job; none where it is in no room. */
    public SortedMap<Long, Unit> roomOf(long id) {
        SortedMap<Long, Unit> room = new TreeMap<>();
        store.statesOfRoom(id).forEach((job, state) -> room.put(job, documents.unit(state)));
        return room;
    }

    /** @param login who looks: undo reaches that person's own last change */
    public Current get(long id, String login) {
        JobRow row = row(id, false);
        onlyLearner(row, login);
        Assessed a = assessed.of(row);
        return new Current(row, a.work(), a.machine(), a.assessment(), history(id, login));
    }

    public long version(long id) {
        return store.version(id).orElseThrow(() -> Problem.notFound("job", id));
    }

    /** What the view of a job depends on: its version, and what the shop knows and has decided by now. */
    public String stamp(long id) {
        return stamp(row(id, false));
    }

    public String stamp(JobRow row) {
        return row.version() + "-" + limits.stamp(row.machineId()) + "-" + machines.latest(row.machineId()) + "-"
                + machines.houseVersion();
    }

    /** @throws Problem when there is no such job, or it is somebody else's practice */
    public void require(long id, String login) {
        if (!store.isThereFor(id, login)) {
            throw Problem.notFound("job", id);
        }
    }

    public List<EventRow> events(long id) {
        return store.events(id, 0);
    }

    /** The last of the events before a version, oldest first. */
    public List<EventRow> eventsBefore(long id, long before, int most) {
        List<EventRow> latestFirst = new ArrayList<>(store.eventsBefore(id, before, most));
        Collections.reverse(latestFirst);
        return latestFirst;
    }

    /** How many events back the values they changed are told. */
    private static final int MOST_TOLD = 300;

    /** Values that each of the last changes had, by version; one from before they were kept ends it. */
    @Transactional(readOnly = true)
    public Map<Long, List<Differences.Field>> told(long id, String login) {
        JobRow row = row(id, false);
        onlyLearner(row, login);
        Map<Long, String> undos = store.undos(id, row.version() - MOST_TOLD);
        List<Long> versions = new ArrayList<>();
        for (long v = row.version(); undos.containsKey(v); v--) {
            versions.add(v);
        }
        List<List<Differences.Field>> told = documents.told(
                assessed.of(row).work(), versions.stream().map(undos::get).toList());
        Map<Long, List<Differences.Field>> by = new HashMap<>();
        for (int i = 0; i < versions.size(); i++) {
            by.put(versions.get(i), told.get(i));
        }
        return by;
    }

    /**
     * The job at each of its versions, by version, as far back as it is kept what took its changes back.
     *
     * @throws Problem when there is no such job, or it is somebody else's practice
     */
    @Transactional(readOnly = true)
    public SortedMap<Long, Work> past(long id, String login) {
        JobRow row = row(id, false);
        onlyLearner(row, login);
        SortedMap<Long, Work> past = new TreeMap<>();
        Map<Long, String> undos = store.undos(id, 0);
        Work work = assessed.of(row).work();
        past.put(row.version(), work);
        for (long v = row.version(); undos.containsKey(v); v--) {
            work = documents.apply(work, undos.get(v));
            past.put(v - 1, work);
        }
        return past;
    }

    /** Values that the change had which undo would take back. */
    public List<Differences.Field> undone(Current c) {
        return c.history()
                .undo()
                .map(step -> documents.told(c.work(), List.of(step)).get(0))
                .orElse(List.of());
    }

    /**
     * Takes a machine in and gives the new job's id.
     *
     * @param takeInId of whoever sends it: a machine that was taken in already under it is not taken in again
     */
    @Transactional
    public long takeIn(String machineId, String owner, String wish, Optional<UUID> takeInId, String by) {
        Optional<Long> already = takeInId.flatMap(t -> store.byTakeIn(t.toString()));
        if (already.isPresent()) {
            return already.get();
        }
        Machines.Ready machine = machines.shops(machineId);
        Work work = Work.takenIn(owner, wish);
        LocalDateTime now = now();
        long id = store.insert(
                work.order(),
                machineId,
                machine.version(),
                shown(
                        work,
                        Assessment.of(machine.bench(), work),
                        Optional.empty(),
                        Optional.empty(),
                        now.toLocalDate()),
                documents.write(work.unit()),
                takeInId.map(UUID::toString),
                now,
                by);
        store.append(
                id,
                1,
                now,
                by,
                "JobTakenIn",
                Optional.empty(),
                json.writeValueAsString(Map.of("machineId", machineId, "owner", owner, "wish", wish)),
                null);
        return id;
    }

    /**
     * A job at a machine of the range, within the caller's transaction: nothing of it counts, and no list has it.
     *
     * @param machineId of a record that is marked as the range's; {@code unit} as it is begun with
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public long practise(String machineId, Order order, Unit unit, String by) {
        Machines.Ready machine = machines.get(machineId);
        Work work = new Work(order, unit);
        LocalDateTime now = now();
        long id = store.insert(
                order,
                machineId,
                machine.version(),
                practised(work, Assessment.of(machine.bench(), work)),
                documents.write(work.unit()),
                Optional.empty(),
                now,
                by);
        store.append(
                id,
                1,
                now,
                by,
                "JobPractised",
                Optional.empty(),
                json.writeValueAsString(Map.of("machineId", machineId)),
                null);
        return id;
    }

    /** What is practised is its learner's own: for everybody else there is no such job. */
    private static void onlyLearner(JobRow row, String login) {
        if (row.range().filter(r -> !r.learner().equals(login)).isPresent()) {
            throw Problem.notFound("job", row.id());
        }
    }

    private static JobStore.Shown practised(Work work, Assessment a) {
        JobStore.Shown shown = shown(work, a, Optional.empty(), Optional.empty(), LocalDate.EPOCH);
        return new JobStore.Shown(
                shown.station(),
                JobStore.PRACTISED,
                Waits.NOTHING,
                shown.blocked(),
                Optional.empty(),
                Optional.empty(),
                "");
    }

    /**
     * A job of another workshop.
     *
     * @param was its number there
     */
    public record Arrived(Order order, Unit unit, String machineId, long was) {}

    /**
     * Takes such a job in; it goes on with the newest record of its model.
     *
     * @throws Problem when its model is not here
     * @throws ChangeRefused when no job that was walked here could be like it
     */
    @Transactional
    public long arrive(Arrived a, String by) {
        machines.shops(a.machineId());
        Machines.Ready machine = machines.get(a.machineId(), machines.latest(a.machineId()), a.unit());
        Arrival.refuses(a.order(), a.unit(), machine.bench()).ifPresent(why -> {
            throw new ChangeRefused(why);
        });
        LocalDateTime now = now();
        Assessment assessment = Assessment.of(machine.bench(), new Work(a.order(), a.unit()));
        long id = store.insert(
                a.order(),
                a.machineId(),
                machine.version(),
                shown(new Work(a.order(), a.unit()), assessment, Optional.empty(), Optional.empty(), now.toLocalDate()),
                documents.write(a.unit()),
                Optional.empty(),
                now,
                by);
        held.hold(id, Unit.NEW, a.unit());
        lists.index(id, a.unit().closing().isPresent());
        store.append(
                id,
                1,
                now,
                by,
                "JobBroughtIn",
                Optional.empty(),
                json.writeValueAsString(Map.of("machineId", a.machineId(), "was", a.was())),
                null);
        return id;
    }

    /**
     * Applies a change on top of {@code expectedVersion}.
     *
     * @param changeId of whoever sends it: a change that has landed already under its id is not made again
     * @return the version that it left, now or when it landed
     * @throws Problem CHANGED_MEANWHILE (409) with what others did since, when the job is at another version
     * @throws ChangeRefused when the core refuses it
     */
    @Transactional
    public long change(long id, long expectedVersion, Change change, Optional<UUID> changeId, String by) {
        JobRow row = row(id, true);
        onlyLearner(row, by);
        Optional<Long> landed = changeId.flatMap(c -> store.landed(id, c.toString()));
        if (landed.isPresent()) {
            return landed.get();
        }
        if (row.version() != expectedVersion) {
            throw changedMeanwhile(row, expectedVersion);
        }
        Assessed before = assessed.of(row);
        Work work = before.work();
        LocalDateTime now = now();
        Outcome outcome = Change.applied(
                change, work, before.machine().bench(), ports(row, work, before.machine(), history(id, by), now, by));
        if (outcome instanceof Outcome.Refused refused) {
            throw new ChangeRefused(refused.why());
        }
        Work next = ((Outcome.Applied) outcome).work();
        boolean practised = row.range().isPresent();
        if (!practised) {
            held.hold(id, work.unit(), next.unit());
        }
        String state = documents.write(next.unit());
        Assessed then = assessed.next(row, next, state);
        String told = next.unit().closing().isEmpty()
                ? null
                : work.unit().closing().isPresent()
                        ? row.said().orElse(null)
                        : sealed.write(Sealed.Kind.WORDS, said.of(next, then.machine(), then.assessment()));
        if (!store.update(
                row,
                expectedVersion,
                next.order(),
                practised
                        ? practised(next, then.assessment())
                        : shown(next, then.assessment(), row.partsOn(), row.returnUntil(), now.toLocalDate()),
                state,
                told,
                now,
                by)) {
            throw changedMeanwhile(row(id, false), expectedVersion);
        }
        if (!practised) {
            learn(row, work.unit(), next, then.machine(), now, by);
        }
        if (!practised
                && (work.unit().closing().isPresent() || next.unit().closing().isPresent())) {
            lists.index(id, next.unit().closing().isPresent());
        }
        // Written as the interface, so that the event carries its type.
        store.append(
                id,
                expectedVersion + 1,
                now,
                by,
                change.getClass().getSimpleName(),
                changeId.map(UUID::toString),
                json.writerFor(Change.class).writeValueAsString(change),
                documents.undo(work, next));
        return expectedVersion + 1;
    }

    /** The job as it would stand on another version of its record. */
    public Current on(Current c, long machineVersion) {
        Machines.Ready machine = machines.get(c.row().machineId(), machineVersion, c.unit())
                .knowing(limits.of(c.row().machineId()));
        return new Current(c.row(), c.work(), machine, Assessment.of(machine.bench(), c.work()), c.history());
    }

    /** Newest version of the record of its model. */
    public long newestRecord(Current c) {
        return machines.latest(c.row().machineId());
    }

    /** Why the job cannot go on with that version; empty where it can. */
    public Optional<Finding> refusesRecord(Current then) {
        return Change.closed(then.work())
                .or(() -> Arrival.misfit(then.unit(), then.machine().bench()));
    }

    /**
     * Goes on with another version of the record.
     *
     * @throws Problem CHANGED_MEANWHILE (409) when the job is at another version; NOT_FOUND when there is no such version
     * @throws ChangeRefused when the job is closed, or names what that version does not have
     */
    @Transactional
    public void takeRecord(long id, long expectedVersion, long machineVersion, String by) {
        JobRow row = row(id, true);
        onlyLearner(row, by);
        if (row.version() != expectedVersion) {
            throw changedMeanwhile(row, expectedVersion);
        }
        Current then = on(get(id, by), machineVersion);
        refusesRecord(then).ifPresent(why -> {
            throw new ChangeRefused(why);
        });
        LocalDateTime now = now();
        store.goOnWith(id, machineVersion);
        store.update(
                row,
                expectedVersion,
                row.order(),
                shown(then.work(), then.assessment(), row.partsOn(), row.returnUntil(), now.toLocalDate()),
                row.state(),
                null,
                now,
                by);
        store.append(
                id,
                expectedVersion + 1,
                now,
                by,
                "RecordTaken",
                Optional.empty(),
                json.writeValueAsString(Map.of("from", row.machineVersion(), "to", machineVersion)),
                null);
    }

    /** What a change looks up, for one that is tried and not kept. */
    public JobPorts ports(Current c, String by) {
        return ports(c.row(), c.work(), c.machine(), c.history(), now(), by);
    }

    private JobPorts ports(
            JobRow row, Work work, Machines.Ready machine, JobHistory history, LocalDateTime now, String by) {
        return new JobPorts(
                row.id(),
                work,
                machine.bench(),
                drawer,
                shelf(row),
                row.range().isPresent(),
                suppliers,
                photos,
                sources,
                history,
                documents,
                now,
                by);
    }

    /** What lies ready for a job. */
    public Shelf shelf(JobRow row) {
        return row.range().map(r -> Shelf.of(r.secret())).orElseGet(() -> Shelf.of(drawer));
    }

    /** What a job teaches of its model counts while the job is closed; opened again, it teaches nothing. */
    private void learn(JobRow row, Unit before, Work next, Machines.Ready machine, LocalDateTime now, String by) {
        if (before.closing().equals(next.unit().closing())) {
            return;
        }
        String job = "job-" + row.id();
        limits.forget(row.machineId(), job + "-");
        Learned.trials(next, machine.bench(), job, job, by, now.toLocalDate())
                .forEach(t -> limits.add(row.machineId(), t, by));
    }

    private Problem changedMeanwhile(JobRow row, long expectedVersion) {
        List<Map<String, Object>> since = store.events(row.id(), expectedVersion).stream()
                .map(e -> Map.<String, Object>of(
                        "version", e.version(), "who", e.who(), "what", texts.get("event." + e.type())))
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
                "CHANGED_MEANWHILE.job",
                Map.of("currentVersion", row.version(), "events", since),
                "what",
                what);
    }

    private JobRow row(long id, boolean forUpdate) {
        return store.find(id, forUpdate).orElseThrow(() -> Problem.notFound("job", id));
    }

    private JobHistory history(long id, String login) {
        return new JobHistory(store.events(id, 0), login, version -> store.undo(id, version));
    }

    /**
     * @param partsOn day noted when the layout was decided on, {@code returnUntil} likewise: they hold while something is ordered
     */
    private static JobStore.Shown shown(
            Work work, Assessment a, Optional<LocalDate> partsOn, Optional<LocalDate> returnUntil, LocalDate today) {
        boolean closed = work.unit().closing().isPresent();
        boolean blocked = !closed && a.trail().statusOf(a.trail().current()) == Trail.Status.BLOCKED;
        Optional<Delivery> ordered = Optional.of(Delivery.of(work.unit(), today))
                .filter(d -> d.buys() && work.unit().isChosen() && !closed);
        boolean fitted = !a.fitLines().isEmpty() && a.fitLines().stream().allMatch(FitLine::done);
        return new JobStore.Shown(
                a.trail().current().name(),
                closed ? "CLOSED" : "OPEN",
                Waits.of(work, a),
                blocked,
                ordered.filter(d -> !fitted).flatMap(d -> partsOn.or(d::here)),
                ordered.flatMap(d -> returnUntil.or(d::firstReturn)),
                work.unit().counter().brought().serial());
    }

    private LocalDateTime now() {
        return LocalDateTime.now(clock);
    }
}
