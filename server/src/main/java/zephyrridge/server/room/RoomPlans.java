package zephyrridge.server.room;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.BooleanSupplier;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import zephyrridge.core.change.PlanChange;
import zephyrridge.core.plan.PlanOption;
import zephyrridge.core.plan.PlanTask;
import zephyrridge.core.plan.RoomPlan;
import zephyrridge.core.plan.RoomPlanner;
import zephyrridge.core.plan.RoomTask;
import zephyrridge.core.plan.Target;
import zephyrridge.core.plan.Terms;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.room.RoomReading;
import zephyrridge.core.unit.JobModule;
import zephyrridge.server.house.House;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.planning.PlanTasks;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;

/** One plan for all machines of a room that are known well enough and not decided on yet. */
@Service
class RoomPlans {
    private static final long WITHIN_NANOS = 20_000_000_000L;

    /**
     * @param planned jobs it is for; {@code leftOut} others, each with why
     * @param stamp of what was found: the same for as long as it is the same
     */
    record Found(List<Jobs.Current> planned, Map<Long, String> leftOut, RoomPlanner.Answer answer, String stamp) {}

    private final Rooms rooms;
    private final PlanTasks tasks;
    private final House house;
    private final Texts texts;
    private final Clock clock;

    RoomPlans(Rooms rooms, PlanTasks tasks, House house, Texts texts, Clock clock) {
        this.rooms = rooms;
        this.tasks = tasks;
        this.house = house;
        this.texts = texts;
        this.clock = clock;
    }

    Terms terms() {
        return house.terms().value();
    }

    Found plan(long room, ByteSize atLeast, boolean alike, String login) {
        List<Jobs.Current> planned = new ArrayList<>();
        Map<Long, String> leftOut = new LinkedHashMap<>();
        for (Jobs.Current c : rooms.jobs(room, login)) {
            Optional<String> why = leftOut(c);
            why.ifPresentOrElse(w -> leftOut.put(c.row().id(), texts.get("room.out." + w)), () -> planned.add(c));
        }
        Map<Object, List<Jobs.Current>> like = new LinkedHashMap<>();
        Map<Object, PlanTask> taskOf = new HashMap<>();
        for (Jobs.Current c : planned) {
            PlanTask task =
                    tasks.of(c).withTarget(new Target(atLeast, Optional.empty(), Optional.empty(), Optional.empty()));
            Object basis = task.basis();
            like.computeIfAbsent(basis, b -> new ArrayList<>()).add(c);
            taskOf.putIfAbsent(basis, task);
        }
        List<RoomTask.Like> likes = new ArrayList<>();
        like.forEach((basis, jobs) -> likes.add(new RoomTask.Like(
                taskOf.get(basis), jobs.stream().map(RoomPlans::name).toList())));
        RoomPlanner.Answer answer = planned.isEmpty()
                ? new RoomPlanner.Answer(zephyrridge.core.quantity.Bounded.exactly(Optional.empty()), 0, List.of())
                : RoomPlanner.plan(task(likes, alike), until());
        return new Found(planned, leftOut, answer, stamp(answer));
    }

    /** Of what goes where, and nothing that another application would say otherwise. */
    private static String stamp(RoomPlanner.Answer answer) {
        String said = answer.plan()
                .found()
                .map(plan -> plan.units().stream()
                        .map(u -> u.unit()
                                + u.isTouched()
                                + u.pieces().entrySet().stream()
                                        .map(e -> e.getKey()
                                                + e.getValue().from().name()
                                                + e.getValue().unit().orElse("")
                                                + e.getValue().id())
                                        .toList())
                        .toList()
                        .toString())
                .orElse("");
        return UUID.nameUUIDFromBytes(said.getBytes(StandardCharsets.UTF_8)).toString();
    }

    /** Drawer and sheets of each generation once: no module of one goes into a machine of another. */
    private RoomTask task(List<RoomTask.Like> likes, boolean alike) {
        var drawer = likes.stream()
                .flatMap(l -> l.task().drawer().stream())
                .distinct()
                .toList();
        var offers = likes.stream()
                .flatMap(l -> l.task().offers().stream())
                .distinct()
                .toList();
        return new RoomTask(likes, drawer, offers, terms(), alike);
    }

    private static BooleanSupplier until() {
        long end = System.nanoTime() + WITHIN_NANOS;
        return () -> System.nanoTime() > end;
    }

    static String name(Jobs.Current c) {
        return "#" + c.row().id();
    }

    /** Last word of the sentence's key. */
    private static Optional<String> leftOut(Jobs.Current c) {
        if (c.unit().closing().isPresent()) {
            return Optional.of("CLOSED");
        }
        if (c.unit().isChosen()) {
            return Optional.of("CHOSEN");
        }
        if (!c.unit().log().entries().isEmpty()) {
            return Optional.of("BEGUN");
        }
        RoomReading.Line line = Rooms.line(c);
        RoomReading.Standing s = line.standing();
        if (s == RoomReading.Standing.READ && line.totalDiffers()) {
            return Optional.of("CONTRADICTS");
        }
        return s == RoomReading.Standing.READ || s == RoomReading.Standing.BORNE_OUT
                ? Optional.empty()
                : Optional.of(s.name());
    }

    /**
     * Decides on the plan for all machines it touches, or for none.
     *
     * @param stamp of the plan that somebody looked at
     * @throws Problem PLAN_CHANGED when it comes to another one by now
     */
    @Transactional
    public void adopt(long room, ByteSize atLeast, boolean alike, String stamp, List<Rooms.Seen> seen, String by) {
        Found found = plan(room, atLeast, alike, by);
        RoomPlan plan = found.answer()
                .plan()
                .found()
                .filter(p -> found.stamp().equals(stamp))
                .orElseThrow(() -> Problem.of(HttpStatus.CONFLICT, "PLAN_CHANGED", Map.of()));
        Map<String, RoomPlan.UnitPlan> byName = new HashMap<>();
        plan.units().stream().filter(RoomPlan.UnitPlan::isTouched).forEach(u -> byName.put(u.unit(), u));
        Map<String, Jobs.Current> jobOf = new HashMap<>();
        found.planned().forEach(c -> jobOf.put(name(c), c));
        List<Rooms.Seen> touched =
                seen.stream().filter(s -> byName.containsKey("#" + s.job())).toList();
        if (touched.size() != byName.size()) {
            throw Problem.of(HttpStatus.CONFLICT, "PLAN_CHANGED", Map.of());
        }
        String name = rooms.row(room).name();
        String layout = name.length() > 60 ? name.substring(0, 60) : name;
        rooms.all(touched, found.planned(), c -> adopt(c, byName.get(name(c)), layout, jobOf, plan.bought()), by);
    }

    private PlanChange.AdoptLayout adopt(
            Jobs.Current c,
            RoomPlan.UnitPlan u,
            String layout,
            Map<String, Jobs.Current> jobOf,
            List<PlanOption.Purchase> bought) {
        Map<String, String> keyOfTag = new HashMap<>();
        c.unit().modules().values().forEach(m -> m.tag().ifPresent(t -> keyOfTag.put(t, m.key())));
        List<PlanChange.AdoptLayout.Piece> pieces = new ArrayList<>();
        u.pieces().forEach((position, p) -> {
            Optional<String> key = Optional.empty();
            Optional<String> tag = Optional.empty();
            Optional<String> offer = Optional.empty();
            Optional<PlanChange.AdoptLayout.FromRoom> from = Optional.empty();
            switch (p.from()) {
                case OWN -> key = Optional.of(c.unit().asFound().get(p.id()));
                case DRAWER -> {
                    key = Optional.ofNullable(keyOfTag.get(p.id()));
                    tag = key.isPresent() ? Optional.empty() : Optional.of(p.id());
                }
                case OFFER -> offer = Optional.of(p.id());
                case ROOM -> {
                    Jobs.Current other = jobOf.get(p.unit().orElseThrow());
                    JobModule m =
                            other.unit().modules().get(other.unit().asFound().get(p.id()));
                    String socket = other.machine().record().position(p.id()).label();
                    from = Optional.of(new PlanChange.AdoptLayout.FromRoom(
                            other.row().id(),
                            name(other) + ", " + socket,
                            RoomReading.label(m)
                                    .orElseThrow(() -> Problem.invalid("units", "NO_LABEL", "module", m.labelLine())),
                            Optional.of(p.id()),
                            Optional.empty(),
                            Optional.empty()));
                }
                case PACK -> from = Optional.of(new PlanChange.AdoptLayout.FromRoom(
                        jobOf.get(p.unit().orElseThrow()).row().id(),
                        texts.say("room.pack", "unit", p.unit().orElseThrow()),
                        p.spec().summary(),
                        Optional.empty(),
                        Optional.of(p.id()),
                        here(bought, p.id())));
            }
            pieces.add(new PlanChange.AdoptLayout.Piece(position, key, tag, offer, from));
        });
        return new PlanChange.AdoptLayout(
                layout,
                pieces,
                u.packs().stream()
                        .map(b -> new PlanChange.AdoptLayout.Pack(b.offer().id(), b.packs()))
                        .toList(),
                true);
    }

    /** When a pack is here that is ordered today. */
    private Optional<LocalDate> here(List<PlanOption.Purchase> bought, String offer) {
        return bought.stream()
                .filter(b -> b.offer().id().equals(offer))
                .map(b -> LocalDate.now(clock).plusDays(b.offer().leadDays()))
                .findFirst();
    }
}
