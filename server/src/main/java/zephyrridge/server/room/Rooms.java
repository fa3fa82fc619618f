package zephyrridge.server.room;

import java.time.Clock;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.ConditionChange;
import zephyrridge.core.change.CounterChange;
import zephyrridge.core.change.EvidenceChange;
import zephyrridge.core.plan.RoomPlanner;
import zephyrridge.core.room.RoomReading;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.web.Problem;

/** Rooms: taken in at once, then each machine is a job like any other; what is done to several at once is done to all of them or to none. */
@Service
public class Rooms {
    static final int MOST_OPEN = 200;

    /** @param serials of its machines, in the order in which they were scanned; "" for one without */
    public record Kind(String machineId, List<String> serials) {}

    /** @param version of the job that whoever asks has seen */
    public record Seen(long job, long version) {}

    private final RoomStore store;
    private final Jobs jobs;
    private final Clock clock;

    Rooms(RoomStore store, Jobs jobs, Clock clock) {
        this.store = store;
        this.jobs = jobs;
        this.clock = clock;
    }

    /**
     * Takes a room in, a job for each machine.
     *
     * @param takeInId of whoever sends it: a room that was taken in already under it is not taken in again
     * @throws Problem when it has no machine, too many, or one serial number twice
     */
    @Transactional
    public long takeIn(String name, String owner, String wish, List<Kind> kinds, Optional<UUID> takeInId, String by) {
        Optional<Long> already = takeInId.flatMap(t -> store.byTakeIn(t.toString()));
        if (already.isPresent()) {
            return already.get();
        }
        int machines = kinds.stream().mapToInt(k -> k.serials().size()).sum();
        if (machines < 2 || machines > RoomPlanner.MOST_UNITS) {
            throw Problem.invalid("kinds", "ROOM_SIZE", "n", machines, "most", RoomPlanner.MOST_UNITS);
        }
        List<String> serials = kinds.stream()
                .flatMap(k -> k.serials().stream())
                .map(String::strip)
                .filter(s -> !s.isEmpty())
                .toList();
        serials.stream()
                .filter(s -> serials.indexOf(s) != serials.lastIndexOf(s))
                .findFirst()
                .ifPresent(twice -> {
                    throw Problem.invalid("kinds", "SERIAL_TWICE", "serial", twice);
                });
        long room = store.insert(name.strip(), takeInId.map(UUID::toString), LocalDateTime.now(clock), by);
        int place = 0;
        for (Kind k : kinds) {
            for (String serial : k.serials()) {
                long job = jobs.takeIn(k.machineId(), owner, wish, Optional.empty(), by);
                store.put(room, ++place, job);
                if (!serial.isBlank()) {
                    jobs.change(job, 1, new CounterChange.NoteSerial(serial), Optional.empty(), by);
                }
            }
        }
        return room;
    }

    RoomStore.Row row(long room) {
        return store.find(room).orElseThrow(() -> Problem.notFound("room", room));
    }

    /** Its jobs as they stand, in the order in which they were taken in. */
    @Transactional(readOnly = true)
    public List<Jobs.Current> jobs(long room, String login) {
        row(room);
        return store.jobs(room).stream().map(id -> jobs.get(id, login)).toList();
    }

    /** Machines of one record, as they stand. */
    static Map<String, List<Jobs.Current>> kinds(List<Jobs.Current> all) {
        return all.stream()
                .collect(Collectors.groupingBy(c -> c.row().machineId(), LinkedHashMap::new, Collectors.toList()));
    }

    static RoomReading.Sample sample(List<Jobs.Current> kind) {
        return RoomReading.sample(
                kind.get(0).machine().bench(),
                kind.stream().map(Jobs.Current::unit).toList());
    }

    static RoomReading.Line line(Jobs.Current c) {
        return RoomReading.of(c.machine().bench(), c.unit());
    }

    /**
     * What the sampled machines of a kind hold is taken to be in others of it.
     *
     * @param units those that nobody has read
     * @throws Problem when too few were read, they do not agree, or one is of another kind or another room
     */
    @Transactional
    public void standsFor(long room, String machineId, List<Seen> units, String by) {
        List<Jobs.Current> kind = kinds(jobs(room, by)).getOrDefault(machineId, List.of());
        if (kind.isEmpty()) {
            throw Problem.notFound("machine", machineId);
        }
        RoomReading.Sample sample = sample(kind);
        if (sample.read() > 1 && !sample.agree()) {
            throw Problem.of(
                    HttpStatus.CONFLICT, "SAMPLES_DIFFER", Map.of("field", "machineId"), "read", sample.read());
        }
        if (!sample.standsForOthers()) {
            throw Problem.of(
                    HttpStatus.CONFLICT,
                    "SAMPLES_FEW",
                    Map.of("field", "machineId"),
                    "read",
                    sample.read(),
                    "needed",
                    sample.needed());
        }
        Jobs.Current model =
                kind.stream().filter(c -> line(c).isSample()).findFirst().orElseThrow();
        Change found = new EvidenceChange.FoundAsIn("#" + model.row().id(), found(model.unit()));
        all(units, kind, c -> found, by);
    }

    private static List<EvidenceChange.FoundAsIn.Alike> found(Unit unit) {
        List<EvidenceChange.FoundAsIn.Alike> found = new ArrayList<>();
        unit.asFound().forEach((position, key) -> {
            JobModule m = unit.modules().get(key);
            found.add(new EvidenceChange.FoundAsIn.Alike(
                    position,
                    RoomReading.label(m)
                            .orElseThrow(() -> Problem.invalid("machineId", "NO_LABEL", "module", m.labelLine()))));
        });
        return found;
    }

    /** What is asked of every machine and nobody has answered yet is answered as it nearly always is, in several of them or in none. */
    @Transactional
    public void asUsual(long room, List<Seen> units, String by) {
        all(units, jobs(room, by), c -> new ConditionChange.AnswerAsUsual(), by);
    }

    /** Changes several jobs, or none of them. */
    void all(List<Seen> units, List<Jobs.Current> among, Function<Jobs.Current, Change> change, String by) {
        Map<Long, Jobs.Current> byId =
                among.stream().collect(Collectors.toMap(c -> c.row().id(), c -> c));
        Set<Long> done = new HashSet<>();
        // One order for everybody: two who change the same jobs wait for each other and not across.
        units.stream().sorted(Comparator.comparingLong(Seen::job)).forEach(u -> {
            Jobs.Current c = Optional.ofNullable(byId.get(u.job())).orElseThrow(() -> Problem.notFound("job", u.job()));
            if (done.add(u.job())) {
                jobs.change(u.job(), u.version(), change.apply(c), Optional.empty(), by);
            }
        });
    }

    List<RoomStore.Row> open() {
        return store.open(MOST_OPEN);
    }

    Map<Long, List<RoomStore.InRoom>> in(List<Long> rooms) {
        return store.in(rooms);
    }
}
