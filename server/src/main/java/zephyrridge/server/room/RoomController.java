package zephyrridge.server.room;

import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.server.csv.Cells;
import zephyrridge.server.csv.CsvAnswer;
import zephyrridge.server.room.RoomViews.RoomLineView;
import zephyrridge.server.room.RoomViews.RoomPlanView;
import zephyrridge.server.room.RoomViews.RoomUnitView;
import zephyrridge.server.room.RoomViews.RoomView;
import zephyrridge.server.web.Costly;

/** Rooms of machines that came together. */
@RestController
class RoomController {
    /** @param serials one for each machine, as it was scanned; "" where it has none that can be read */
    record LikeMachines(
            @NotBlank @Size(max = 64) String machineId,
            @NotNull @Size(min = 1, max = 40) List<@NotNull @Size(max = 60) String> serials) {}

    /**
     * @param name what the room is called
     * @param takeInId the sender's own id, so that it can be sent again when the answer was lost
     */
    record RoomTakeIn(
            @NotBlank @Size(max = 100) String name,
            @NotBlank @Size(max = 200) String owner,
            @NotNull @Size(max = 2000) String wish,
            @NotNull @Size(min = 1, max = 10) List<@Valid LikeMachines> kinds,
            Optional<UUID> takeInId) {}

    /** @param expectedVersion the version that somebody looked at */
    record RoomJob(@Min(1) long job, @Min(1) long expectedVersion) {}

    /** @param units machines that nobody has read */
    record StandsFor(
            @NotBlank @Size(max = 64) String machineId, @NotNull @Size(min = 1, max = 40) List<@Valid RoomJob> units) {}

    /** @param units machines of which something is still to be asked */
    record AsUsual(@NotNull @Size(min = 1, max = 40) List<@Valid RoomJob> units) {}

    /**
     * @param atLeastGib memory that each machine is to have
     * @param alike whether machines that are alike get the same modules
     * @param stamp of the plan that somebody looked at
     */
    record AdoptRoomPlan(
            @Min(1) @Max(4096) int atLeastGib,
            boolean alike,
            @NotBlank @Size(max = 64) String stamp,
            @NotNull @Size(min = 1, max = 40) List<@Valid RoomJob> units) {}

    private final Rooms rooms;
    private final RoomPlans plans;
    private final RoomViews views;

    RoomController(Rooms rooms, RoomPlans plans, RoomViews views) {
        this.rooms = rooms;
        this.plans = plans;
        this.views = views;
    }

    /** Rooms of which a machine is still here, the newest first. */
    @GetMapping("/api/rooms")
    List<RoomLineView> open() {
        List<RoomStore.Row> open = rooms.open();
        Map<Long, List<RoomStore.InRoom>> in =
                rooms.in(open.stream().map(RoomStore.Row::id).toList());
        return open.stream()
                .map(r -> views.line(r, in.getOrDefault(r.id(), List.of())))
                .toList();
    }

    /** Takes several machines of one owner in at once. */
    @PostMapping("/api/rooms")
    @ResponseStatus(HttpStatus.CREATED)
    RoomView takeIn(@Valid @RequestBody RoomTakeIn body, Principal who) {
        long id = rooms.takeIn(
                body.name(),
                body.owner().strip(),
                body.wish().strip(),
                body.kinds().stream()
                        .map(k -> new Rooms.Kind(k.machineId(), k.serials()))
                        .toList(),
                body.takeInId(),
                who.getName());
        return room(id, who);
    }

    /** A room: its machines by station, and what their readings stand for. */
    @GetMapping("/api/rooms/{id}")
    RoomView room(@PathVariable long id, Principal who) {
        return views.of(rooms.row(id), rooms.jobs(id, who.getName()));
    }

    /** What the sampled machines of a kind hold is taken to be in others of it. */
    @PostMapping("/api/rooms/{id}/readings")
    RoomView standsFor(@PathVariable long id, @Valid @RequestBody StandsFor body, Principal who) {
        rooms.standsFor(id, body.machineId(), seen(body.units()), who.getName());
        return room(id, who);
    }

    /** What is asked of every machine is answered as it nearly always is, where nobody has answered yet. */
    @PostMapping("/api/rooms/{id}/usual")
    RoomView asUsual(@PathVariable long id, @Valid @RequestBody AsUsual body, Principal who) {
        rooms.asUsual(id, seen(body.units()), who.getName());
        return room(id, who);
    }

    /**
     * One plan for all its machines that are known well enough and not decided on: packs bought once, modules that come out of one go into another.
     *
     * @param atLeastGib memory that each machine is to have
     * @param alike whether machines that are alike get the same modules
     */
    @Costly
    @GetMapping("/api/rooms/{id}/plan")
    RoomPlanView plan(
            @PathVariable long id,
            @RequestParam @Min(1) @Max(4096) int atLeastGib,
            @RequestParam(defaultValue = "true") boolean alike,
            Principal who) {
        return views.plan(plans.plan(id, ByteSize.ofGibibytes(atLeastGib), alike, who.getName()), alike);
    }

    /** Decides on that plan for all of them, or for none. */
    @Costly
    @PostMapping("/api/rooms/{id}/plan")
    RoomView adopt(@PathVariable long id, @Valid @RequestBody AdoptRoomPlan body, Principal who) {
        plans.adopt(
                id,
                ByteSize.ofGibibytes(body.atLeastGib()),
                body.alike(),
                body.stamp(),
                seen(body.units()),
                who.getName());
        return room(id, who);
    }

    private static List<Rooms.Seen> seen(List<RoomJob> units) {
        return units.stream()
                .map(u -> new Rooms.Seen(u.job(), u.expectedVersion()))
                .toList();
    }

    /** The room as a list, a line for each machine (RFC 4180). */
    @Costly
    @GetMapping("/api/rooms/{id}/report.csv")
    void report(@PathVariable long id, Principal who, HttpServletResponse answer) throws IOException {
        RoomView room = room(id, who);
        try (CSVPrinter csv = CsvAnswer.begin(
                answer,
                "room-" + id + ".csv",
                "place",
                "job",
                "serial",
                "machine",
                "before",
                "planned",
                "station",
                "waits for",
                "proven",
                "handed back")) {
            for (RoomUnitView u : room.units()) {
                csv.printRecord(
                        u.place(),
                        u.job(),
                        Cells.plain(u.serial()),
                        Cells.plain(u.machine()),
                        u.found(),
                        u.planned(),
                        u.station(),
                        u.waitsFor(),
                        u.proven(),
                        u.closed());
            }
        }
    }
}
