package zephyrridge.server.room;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import zephyrridge.core.plan.PlanOption;
import zephyrridge.core.plan.RoomPlan;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.room.RoomGifts;
import zephyrridge.core.room.RoomReading;
import zephyrridge.core.standing.Waits;
import zephyrridge.core.supply.Supplies;
import zephyrridge.core.unit.Station;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.purchase.Purchases;
import zephyrridge.server.text.Texts;

/** Rooms as pages see them. */
@Component
class RoomViews {
    /**
     * @param jobs numbers of its machines' jobs, in the order in which they were taken in
     * @param handedBack how many of them are
     */
    record RoomLineView(long id, String name, List<Long> jobs, int handedBack) {}

    /**
     * @param place number in the room, from 1
     * @param version of the job
     * @param unasked whether a question of Take in waits for its answer
     * @param found memory that came in it, "" where nobody knows; {@code planned} that the layout which was decided on has, likewise
     * @param says how well it is known what is in it, in words
     * @param waitsFor what it waits for, in words; "" where somebody of the shop can go on, or it was handed back
     * @param missing modules that it was to get from another machine, and that nobody gives any more; a sentence for each
     */
    record RoomUnitView(
            int place,
            long job,
            long version,
            String serial,
            String machineId,
            String machine,
            Station station,
            boolean unasked,
            boolean blocked,
            boolean closed,
            boolean proven,
            RoomReading.Standing reading,
            String says,
            String found,
            String planned,
            String waitsFor,
            List<String> missing) {}

    /**
     * Machines of one record.
     *
     * @param machines how many; {@code read} of them by themselves, {@code needed} before their reading stands for others
     * @param stands whether it does; {@code says} so, or what is missing
     * @param holds what the sampled ones hold, a line for each module
     * @param unread machines that it can stand for
     */
    record RoomKindView(
            String machineId,
            String machine,
            int machines,
            int read,
            int needed,
            boolean stands,
            String says,
            List<String> holds,
            List<Long> unread) {}

    /** @param next job that somebody of the shop can go on with, the first of them */
    record RoomView(
            long id,
            String name,
            String owner,
            String wish,
            List<RoomUnitView> units,
            List<RoomKindView> kinds,
            int handedBack,
            Optional<Long> next) {}

    /** @param pieces what goes where and where it comes from, a line for each; empty where nothing is done to it */
    record RoomPlanUnitView(long job, String after, List<String> pieces, int minutes) {}

    /** @param why it is not in this plan */
    record RoomLeftOutView(long job, String why) {}

    /**
     * @param found whether there is a plan; {@code says} how good it is, or why there is none
     * @param buy packs, a line for each; {@code drawn} out of the drawer; {@code left} what comes out and goes nowhere
     * @param purchases price of the packs; {@code drawer} book value; {@code quote} what the owner pays for all, tax included
     * @param stamp by which it is decided on
     */
    record RoomPlanView(
            boolean found,
            String says,
            List<RoomPlanUnitView> units,
            List<RoomLeftOutView> leftOut,
            List<String> buy,
            List<String> drawn,
            List<String> left,
            int exchanged,
            String purchases,
            String drawer,
            String quote,
            String stamp) {}

    private final Texts texts;
    private final RoomPlans plans;
    private final Purchases purchases;
    private final Clock clock;

    RoomViews(Texts texts, RoomPlans plans, Purchases purchases, Clock clock) {
        this.purchases = purchases;
        this.clock = clock;
        this.texts = texts;
        this.plans = plans;
    }

    RoomLineView line(RoomStore.Row row, List<RoomStore.InRoom> in) {
        return new RoomLineView(
                row.id(), row.name(), in.stream().map(RoomStore.InRoom::job).toList(), (int)
                        in.stream().filter(RoomStore.InRoom::handedBack).count());
    }

    RoomView of(RoomStore.Row row, List<Jobs.Current> jobs) {
        SortedMap<Long, Unit> all = new TreeMap<>();
        jobs.forEach(c -> all.put(c.row().id(), c.unit()));
        Map<Long, List<RoomGifts.Gift>> gifts =
                RoomGifts.of(all).stream().collect(Collectors.groupingBy(RoomGifts.Gift::to));
        Supplies supplies = purchases.supplies();
        LocalDate today = LocalDate.now(clock);
        Map<Long, Waits> waits = new HashMap<>();
        for (Jobs.Current c : jobs) {
            long id = c.row().id();
            waits.put(id, Waits.of(c.work(), c.assessment()).on(today, supplies.of(id)));
        }
        List<RoomUnitView> units = new ArrayList<>();
        for (Jobs.Current c : jobs) {
            units.add(unit(
                    units.size() + 1,
                    c,
                    waits.get(c.row().id()),
                    gifts.getOrDefault(c.row().id(), List.of())));
        }
        List<RoomKindView> kinds = new ArrayList<>();
        Rooms.kinds(jobs).forEach((id, of) -> kinds.add(kind(id, of)));
        return new RoomView(
                row.id(),
                row.name(),
                jobs.isEmpty() ? "" : jobs.get(0).work().order().owner(),
                jobs.isEmpty() ? "" : jobs.get(0).work().order().wish(),
                units,
                kinds,
                (int) units.stream().filter(RoomUnitView::closed).count(),
                jobs.stream()
                        .filter(c -> waits.get(c.row().id()) == Waits.US
                                && c.unit().closing().isEmpty())
                        .map(c -> c.row().id())
                        // One that others are to get a module from comes before those.
                        .min(Comparator.comparing(id ->
                                gifts.getOrDefault(id, List.of()).stream().anyMatch(RoomGifts.Gift::waitsForOther))));
    }

    private RoomUnitView unit(int place, Jobs.Current c, Waits waits, List<RoomGifts.Gift> gifts) {
        var a = c.assessment();
        RoomReading.Line line = Rooms.line(c);
        Station at = a.trail().current();
        boolean closed = c.unit().closing().isPresent();
        // What was only taken to be in it, or is said otherwise by it, is not what it came with.
        boolean known =
                line.standing() == RoomReading.Standing.READ || line.standing() == RoomReading.Standing.BORNE_OUT;
        return new RoomUnitView(
                place,
                c.row().id(),
                c.row().version(),
                c.unit().counter().brought().serial(),
                c.row().machineId(),
                c.machine().record().name(),
                at,
                !closed && !c.unit().intake().answersGates(),
                !closed && a.trail().statusOf(at) == zephyrridge.core.standing.Trail.Status.BLOCKED,
                closed,
                a.proof().proven(),
                line.standing(),
                says(line),
                known ? texts.show(line.expected()) : "",
                c.unit().isChosen() ? texts.show(a.plan().installed()) : "",
                waitsFor(waits, gifts),
                gifts.stream()
                        .filter(RoomGifts.Gift::isMissing)
                        .map(g -> texts.say(
                                g.giver().offer().isPresent() ? "room.missing.pack" : "room.missing.module",
                                "module",
                                g.module().spec().summary(),
                                "position",
                                c.machine().record().position(g.position()).label(),
                                "job",
                                g.giver().job()))
                        .toList());
    }

    private String waitsFor(Waits waits, List<RoomGifts.Gift> gifts) {
        if (waits == Waits.PARTS && gifts.stream().anyMatch(RoomGifts.Gift::isMissing)) {
            // Nobody sends what nobody ordered: somebody has to plan it anew.
            return "";
        }
        return switch (waits) {
            case NOTHING -> "";
            case US -> gifts.stream()
                    .filter(RoomGifts.Gift::waitsForOther)
                    .findFirst()
                    .map(g -> texts.say("room.waitsFor", "job", g.giver().job()))
                    .orElse("");
            default -> texts.get("waits." + waits);
        };
    }

    private String says(RoomReading.Line l) {
        String key = "room.reading." + l.standing()
                + (l.standing() != RoomReading.Standing.DIFFERS ? "" : l.totalDiffers() ? ".total" : ".slots");
        return texts.say(
                key,
                "total",
                l.total().orElse(ByteSize.ZERO),
                "expected",
                l.expected(),
                "slots",
                l.slots().orElse(0),
                "expectedSlots",
                l.expectedSlots());
    }

    private RoomKindView kind(String id, List<Jobs.Current> of) {
        RoomReading.Sample s = Rooms.sample(of);
        var record = of.get(0).machine().record();
        String key = s.standsForOthers() ? "stands" : s.read() > 1 && !s.agree() ? "differ" : "few";
        return new RoomKindView(
                id,
                record.name(),
                of.size(),
                s.read(),
                s.needed(),
                s.standsForOthers(),
                texts.say("room.sample." + key, "read", s.read(), "needed", s.needed(), "n", of.size()),
                s.content().entrySet().stream()
                        .map(e -> texts.say(
                                "room.holds",
                                "position",
                                record.position(e.getKey()).label(),
                                "module",
                                e.getValue().summary()))
                        .toList(),
                of.stream()
                        .filter(c -> Rooms.line(c).standing() == RoomReading.Standing.NOT_READ)
                        .filter(c -> c.unit().log().entries().isEmpty()
                                && c.unit().closing().isEmpty())
                        .map(c -> c.row().id())
                        .toList());
    }

    RoomPlanView plan(RoomPlans.Found f, boolean alike) {
        Optional<RoomPlan> plan = f.answer().plan().found();
        List<RoomLeftOutView> out = f.leftOut().entrySet().stream()
                .map(e -> new RoomLeftOutView(e.getKey(), e.getValue()))
                .toList();
        if (plan.isEmpty()) {
            String key = f.planned().isEmpty()
                    ? "NOBODY"
                    : !f.answer().cannot().isEmpty() ? "CANNOT" : alike ? "SHORT_ALIKE" : "SHORT";
            return new RoomPlanView(
                    false,
                    texts.say(
                            "room.noplan." + key,
                            "units",
                            String.join(", ", f.answer().cannot())),
                    List.of(),
                    out,
                    List.of(),
                    List.of(),
                    List.of(),
                    0,
                    "",
                    "",
                    "",
                    f.stamp());
        }
        RoomPlan p = plan.get();
        Map<String, Jobs.Current> by = new java.util.HashMap<>();
        f.planned().forEach(c -> by.put(RoomPlans.name(c), c));
        int exchanged = (int) p.units().stream()
                .flatMap(u -> u.pieces().values().stream())
                .filter(x -> x.from() == RoomPlan.From.ROOM)
                .count();
        return new RoomPlanView(
                true,
                texts.say(
                        (alike ? "room.alike." : "room.plan.")
                                + (f.answer().plan().exact() ? "best" : "cut"),
                        "layouts",
                        f.answer().layouts(),
                        "n",
                        p.units().size()),
                p.units().stream().map(u -> unit(u, by)).toList(),
                out,
                p.bought().stream().map(b -> buy(b)).toList(),
                p.drawn(),
                left(p),
                exchanged,
                money(p.purchases()),
                money(p.drawer()),
                money(p.quote()),
                f.stamp());
    }

    /** Like modules in one line. */
    private List<String> left(RoomPlan p) {
        Map<String, List<String>> by = new LinkedHashMap<>();
        p.left().forEach(l -> by.computeIfAbsent(l.spec().summary(), k -> new ArrayList<>())
                .add(l.unit()));
        return by.entrySet().stream()
                .map(e -> texts.say(
                        "room.left",
                        "n",
                        e.getValue().size(),
                        "module",
                        e.getKey(),
                        "units",
                        String.join(", ", e.getValue())))
                .toList();
    }

    private String money(Money m) {
        return plans.terms().currency() + " " + m;
    }

    private String buy(PlanOption.Purchase b) {
        return texts.say(
                "room.buy",
                "n",
                b.packs(),
                "what",
                b.offer().wording(),
                "supplier",
                b.offer().supplier(),
                "price",
                money(b.price()));
    }

    private RoomPlanUnitView unit(RoomPlan.UnitPlan u, Map<String, Jobs.Current> by) {
        Jobs.Current c = by.get(u.unit());
        List<String> pieces = u.pieces().entrySet().stream()
                .map(e -> texts.say(
                        "room.piece." + e.getValue().from(),
                        "position",
                        c.machine().record().position(e.getKey()).label(),
                        "module",
                        e.getValue().spec().summary(),
                        "unit",
                        e.getValue().unit().orElse(""),
                        "id",
                        e.getValue().from() == RoomPlan.From.ROOM
                                ? by.get(e.getValue().unit().orElseThrow())
                                        .machine()
                                        .record()
                                        .position(e.getValue().id())
                                        .label()
                                : e.getValue().id()))
                .toList();
        ByteSize after = u.pattern()
                .map(o -> o.layout().installed(c.machine().record()))
                .orElseGet(() -> c.assessment().found().installed());
        return new RoomPlanUnitView(
                c.row().id(),
                texts.show(after),
                pieces,
                u.pattern().map(o -> o.criteria().minutes()).orElse(0));
    }
}
