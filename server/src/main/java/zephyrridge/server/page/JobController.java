package zephyrridge.server.page;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.ClosingChange;
import zephyrridge.core.change.ConditionChange;
import zephyrridge.core.change.CounterChange;
import zephyrridge.core.change.StartChange;
import zephyrridge.core.standing.Waits;
import zephyrridge.core.unit.Station;
import zephyrridge.server.account.Role;
import zephyrridge.server.document.Differences;
import zephyrridge.server.job.FieldChanges;
import zephyrridge.server.job.JobListRow;
import zephyrridge.server.job.JobLists;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.purchase.PartsOf;
import zephyrridge.server.purchase.Purchases;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.FieldChange;
import zephyrridge.server.view.JobView;
import zephyrridge.server.web.Problem;
import zephyrridge.server.web.Times;

@RestController
class JobController {
    record TakeIn(
            @NotBlank @Size(max = 64) String machineId,
            @NotBlank @Size(max = 200) String owner,
            @NotNull @Size(max = 2000) String wish,
            Optional<UUID> takeInId) {}

    /**
     * @param expectedVersion the version the change was made on
     * @param changeId the sender's own id for this change, so that it can be sent again when the answer was lost
     * @param by login of who made it: a change that waited in a browser is not sent in another person's name
     */
    record ChangeRequest(
            @Min(1) long expectedVersion,
            Optional<UUID> changeId,
            Optional<@Size(max = 64) String> by,
            @NotNull @Valid Change change) {}

    /** @param landed the version that this very change left; others may have come after it */
    record ChangeAnswer(long landed, JobView job) {}

    /** @param daysLeft until the promised day, by the shop's clock; negative where it is past */
    record JobListEntry(
            long id,
            String machineId,
            String machine,
            String owner,
            String wish,
            Station station,
            boolean closed,
            boolean blocked,
            Waits waits,
            Instant updatedAt,
            String updatedBy,
            Optional<LocalDate> partsOn,
            Optional<LocalDate> returnUntil,
            Optional<LocalDate> promised,
            Optional<Long> daysLeft,
            Optional<String> away) {}

    /** @param fields which values it changed, as far as they have a name */
    record EventView(long version, Instant at, String who, String type, String what, List<FieldChange> fields) {}

    private final Jobs jobs;
    private final JobViews views;
    private final Texts texts;
    private final Clock clock;

    private final FieldChanges fields;
    private final JobLists lists;
    private final Purchases purchases;

    JobController(
            Jobs jobs,
            JobLists lists,
            JobViews views,
            Texts texts,
            Clock clock,
            FieldChanges fields,
            Purchases purchases) {
        this.purchases = purchases;
        this.lists = lists;
        this.fields = fields;
        this.jobs = jobs;
        this.views = views;
        this.texts = texts;
        this.clock = clock;
    }

    /**
     * @param jobs all that are on the bench, and those that were handed back last
     * @param more whether there are more on the bench than are listed
     * @param earlier whether more were handed back than are listed
     */
    record BoardView(List<JobListEntry> jobs, boolean more, boolean earlier) {}

    /** @param next where the next page begins; empty where there is none */
    record JobPageView(List<JobListEntry> jobs, Optional<Long> next) {}

    private static final int LAST_CLOSED = 50;
    private static final int PAGE = 50;

    /** What is on the bench, and what was handed back last. */
    @GetMapping("/api/jobs")
    BoardView board() {
        List<JobListRow> open = lists.open();
        List<JobListRow> closed = lists.closed(LAST_CLOSED + 1);
        return new BoardView(
                entries(Stream.concat(open.stream(), closed.stream().limit(LAST_CLOSED))),
                open.size() == JobLists.MOST_OPEN,
                closed.size() > LAST_CLOSED);
    }

    /**
     * Jobs that were handed back, the highest number first.
     *
     * @param text words of theirs, each by how it begins: number with its sign, machine, owner, wish, person, day
     * @param before numbers below this one
     */
    @GetMapping("/api/jobs/closed")
    JobPageView closed(
            @RequestParam(defaultValue = "") @Size(max = 100) String text,
            @RequestParam(defaultValue = "9223372036854775807") @Min(1) long before) {
        return page(lists.closed(text, before, PAGE + 1));
    }

    /** Jobs with a model, those on the bench first; 50 at most. */
    @GetMapping("/api/machines/{id}/jobs")
    JobPageView ofMachine(@PathVariable String id) {
        return page(lists.ofMachine(id, PAGE + 1));
    }

    private JobPageView page(List<JobListRow> rows) {
        return new JobPageView(
                entries(rows.stream().limit(PAGE)),
                rows.size() > PAGE ? Optional.of(rows.get(PAGE - 1).id()) : Optional.empty());
    }

    private List<JobListEntry> entries(Stream<JobListRow> rows) {
        LocalDate today = LocalDate.now(clock);
        Function<JobListRow, PartsOf> parts = purchases.parts();
        return rows.map(r -> entry(r, parts.apply(r), today)).toList();
    }

    private static JobListEntry entry(JobListRow r, PartsOf parts, LocalDate today) {
        return new JobListEntry(
                r.id(),
                r.machineId(),
                r.machine(),
                r.order().owner(),
                r.order().wish(),
                Station.valueOf(r.station()),
                r.status().equals("CLOSED"),
                r.blocked(),
                parts.waits(),
                Times.utc(r.updatedAt()),
                r.updatedBy(),
                parts.on(),
                parts.returnUntil(),
                r.order().promised(),
                r.order().promised().map(d -> ChronoUnit.DAYS.between(today, d)),
                r.order().away());
    }

    /** @param last when the job about it was changed last */
    record OwnerView(String owner, String machineId, String machine, Instant last) {}

    /** Owners by any part of their name, each with a machine they brought, the latest first. */
    @GetMapping("/api/owners")
    List<OwnerView> owners(@RequestParam(defaultValue = "") @Size(max = 200) String text) {
        return lists.brought(text.strip()).stream()
                .map(b -> new OwnerView(b.owner(), b.machineId(), b.machine(), Times.utc(b.last())))
                .toList();
    }

    /** Takes a machine in. */
    @PostMapping("/api/jobs")
    @ResponseStatus(HttpStatus.CREATED)
    JobView takeIn(@Valid @RequestBody TakeIn body, Principal who) {
        long id = jobs.takeIn(body.machineId(), body.owner(), body.wish(), body.takeInId(), who.getName());
        return views.of(jobs.get(id, who.getName()));
    }

    /** Its version is its tag: whoever has it already is told so in a line. */
    @GetMapping("/api/jobs/{id}")
    ResponseEntity<JobView> job(
            @PathVariable long id,
            @RequestHeader(name = HttpHeaders.IF_NONE_MATCH, required = false) String known,
            Principal who) {
        String tag = "\"" + jobs.stamp(id) + "\"";
        if (tag.equals(known)) {
            return ResponseEntity.status(HttpStatus.NOT_MODIFIED).eTag(tag).build();
        }
        JobView view = views.of(jobs.get(id, who.getName()));
        return ResponseEntity.ok()
                .eTag(tag)
                .cacheControl(CacheControl.noCache().cachePrivate())
                .body(view);
    }

    /** Applies one change and gives the job as it then is. */
    @PostMapping("/api/jobs/{id}/changes")
    ChangeAnswer change(@PathVariable long id, @Valid @RequestBody ChangeRequest body, Principal who) {
        body.by().filter(by -> !by.equals(who.getName())).ifPresent(by -> {
            throw Problem.of(HttpStatus.FORBIDDEN, "OTHER_PERSON", Map.of("by", by), "by", by);
        });
        if (Role.DESK.is(who) && !ofTakingIn(body.change())) {
            throw Problem.of(HttpStatus.FORBIDDEN, "DESK_TAKES_IN", Map.of());
        }
        long landed = jobs.change(id, body.expectedVersion(), body.change(), body.changeId(), who.getName());
        return new ChangeAnswer(landed, views.of(jobs.get(id, who.getName())));
    }

    /** What is asked, noted and photographed when a machine comes over the counter, and one's own undo of it. */
    private static boolean ofTakingIn(Change change) {
        return change instanceof ConditionChange
                || change instanceof CounterChange.CounterSays
                || change instanceof CounterChange.NoteSerial
                || change instanceof CounterChange.NoteThing
                || change instanceof CounterChange.GiveBack
                || change instanceof StartChange.EnterReadout r && r.phase() == StartChange.Phase.BEFORE
                || change instanceof StartChange.NoteRuns n && n.phase() == StartChange.Phase.BEFORE
                || change instanceof ClosingChange.Undo
                || change instanceof ClosingChange.Redo;
    }

    private static final int EVENTS = 300;

    /**
     * What was done, oldest first, three hundred at most.
     *
     * @param before those before this version; the last ones where it is not given
     */
    @GetMapping("/api/jobs/{id}/events")
    List<EventView> events(
            @PathVariable long id,
            @RequestParam(defaultValue = "9223372036854775807") @Min(1) long before,
            Principal who) {
        Map<Long, List<Differences.Field>> told = jobs.told(id, who.getName());
        return jobs.eventsBefore(id, before, EVENTS).stream()
                .map(e -> new EventView(
                        e.version(),
                        Times.utc(e.at()),
                        e.who(),
                        e.type(),
                        texts.get("event." + e.type()),
                        fields.of(told.getOrDefault(e.version(), List.of()))))
                .toList();
    }
}
