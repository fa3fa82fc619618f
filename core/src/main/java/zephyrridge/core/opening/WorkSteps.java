package zephyrridge.core.opening;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import zephyrridge.core.access.Caution;
import zephyrridge.core.access.ClosingPlan;
import zephyrridge.core.access.OpeningPlan;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Precedence;
import zephyrridge.core.access.Side;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.WorkStep.Kind;
import zephyrridge.core.unit.Unit;

/** The steps to open a machine and to close it again, from how it stands now (R-6.3, R-6.8; common practice, no source). */
public final class WorkSteps {
    private static final int TURN_SECONDS = 10;
    private static final int START_SECONDS = 120;

    private WorkSteps() {}

    /**
     * @param wanted positions that the work is about; with none, and nothing off, there is nothing to open
     */
    public static List<WorkStep> opening(Bench bench, Unit unit, Now now, Collection<String> wanted) {
        if (wanted.isEmpty() && now.isClosed()) {
            return List.of();
        }
        OpeningPlan way =
                bench.evaluator().opening(wanted, now.offSet(), unit.intake().hasBattery(), now.up(bench.record()));
        MachineKind kind = bench.record().kind();
        List<WorkStep> steps = new ArrayList<>();
        if (bench.needsBatteryOff(unit)) {
            steps.add(step(
                    "battery-off",
                    Kind.BATTERY_OFF,
                    List.of(Caution.BATTERY_HEALTHY),
                    60,
                    now.power().batteryOff()));
        }
        steps.add(step("power-down", Kind.POWER_DOWN, List.of(Caution.DATA), 60, now.down()));
        steps.add(step(
                "unplug",
                Kind.UNPLUG,
                kind == MachineKind.SERVER
                        ? List.of(Caution.MAINS, Caution.WEIGHT)
                        : kind == MachineKind.ALL_IN_ONE
                                ? List.of(Caution.MAINS, Caution.GLASS)
                                : List.of(Caution.MAINS),
                30,
                now.power().unplugged()));
        steps.add(step(
                "ground", Kind.GROUND, List.of(Caution.ESD), 20, now.power().grounded()));
        WorkStep drain =
                step("drain", Kind.DRAIN, List.of(Caution.HEAT), 30, new EntryCheck(now, unit, bench).isDrained());
        List<Part> parts = Stream.concat(
                        now.off().stream().flatMap(id -> bench.record().access().part(id).stream()),
                        way.parts().stream())
                .toList();
        Set<String> power = bench.powerParts(unit);
        int last = -1;
        for (int i = 0; i < parts.size(); i++) {
            last = power.contains(parts.get(i).id()) ? i : last;
        }
        if (last < 0) {
            steps.add(drain);
        }
        Side up = bench.record().access().restsOn();
        for (int i = 0; i < parts.size(); i++) {
            boolean done = i < now.off().size();
            Part part = parts.get(i);
            // How it was turned for what is off already is no news.
            up = i == now.off().size() ? now.up(bench.record()) : up;
            steps.add(off(part, turn(part, up), done));
            up = part.side();
            if (i == last) {
                steps.add(drain);
            }
        }
        return List.copyOf(steps);
    }

    /**
     * The way back. What later rounds need off stays off. The first start stands where it is safe and the house wants it, else
     * last; before a start with something off the screws are counted and the strap comes off.
     *
     * @param later positions that still wait in other rounds
     * @param started whether it was started since the last module moved
     */
    public static List<WorkStep> closing(Bench bench, Unit unit, Now now, Collection<String> later, boolean started) {
        if (now.isClosed() && now.putBack().isEmpty()) {
            return List.of();
        }
        boolean early = bench.house().closing() == HouseRules.Closing.START_BEFORE_COVER_WHERE_SAFE
                && bench.startsOpen()
                && later.isEmpty();
        List<WorkStep> steps = new ArrayList<>();
        for (String id : now.putBack()) {
            bench.record().access().part(id).ifPresent(p -> steps.add(on(p, Optional.empty(), true)));
        }
        Side up = now.up(bench.record());
        Set<String> off = now.offSet();
        Set<String> back = back(bench, unit, now, later);
        Set<String> raised = bench.access(unit).raisedFor(off, back);
        off.addAll(raised);
        back.addAll(raised);
        Set<String> down = new HashSet<>(raised);
        ClosingPlan way = bench.access(unit).closing(off, back, up, early);
        for (int i = 0; i < way.order().size(); i++) {
            String id = way.order().get(i);
            if (!id.equals(Precedence.TEST_START)) {
                Part part = bench.record().access().part(id).orElseThrow();
                if (bench.guidesAir() && part.isShell() && steps.stream().noneMatch(s -> s.kind() == Kind.AIR)) {
                    steps.add(step("air", Kind.AIR, List.of(), 30, now.power().airSeen()));
                }
                for (String raise : part.raises()) {
                    if (down.remove(raise)) {
                        Part pack = bench.record().access().part(raise).orElseThrow();
                        steps.add(off(pack, turn(pack, up), false));
                        up = pack.side();
                    }
                }
                steps.add(on(part, turn(part, up), false));
                up = part.side();
            } else if (later.isEmpty()) {
                start(steps, now, i < way.order().size() - 1, started);
            }
        }
        return List.copyOf(steps);
    }

    /** Nothing is left lying in it before it is live, and nobody is bonded to it while it is. */
    private static void start(List<WorkStep> steps, Now now, boolean open, boolean started) {
        steps.add(step(
                "count", Kind.COUNT, List.of(Caution.MAGNETS), 20, now.power().counted() || started));
        if (open) {
            steps.add(step(
                    "strap-off",
                    Kind.STRAP_OFF,
                    List.of(),
                    5,
                    started || now.power().strapOff() || !now.power().grounded()));
        }
        steps.add(step(
                "test-start",
                Kind.TEST_START,
                open ? List.of(Caution.COVER_OFF_START) : List.of(),
                START_SECONDS,
                started));
    }

    /** What goes back on now: all but what a later round has to have off. */
    private static Set<String> back(Bench bench, Unit unit, Now now, Collection<String> later) {
        Set<String> back = now.offSet();
        if (!later.isEmpty()) {
            Set<String> needed = new HashSet<>();
            OpeningPlan rest = bench.evaluator()
                    .opening(
                            later,
                            Set.of(),
                            unit.intake().hasBattery(),
                            bench.record().access().restsOn());
            rest.parts().forEach(p -> needed.add(p.id()));
            back.removeAll(needed);
        }
        return back;
    }

    private static Optional<Side> turn(Part part, Side up) {
        return part.side() == up ? Optional.empty() : Optional.of(part.side());
    }

    private static WorkStep off(Part part, Optional<Side> turn, boolean done) {
        return new WorkStep(
                "off:" + part.id(),
                Kind.TAKE_OFF,
                Optional.of(part),
                turn,
                part.cautions(),
                part.secondsOff() + (turn.isPresent() ? TURN_SECONDS : 0),
                done);
    }

    private static WorkStep on(Part part, Optional<Side> turn, boolean done) {
        return new WorkStep(
                "on:" + part.id(), Kind.PUT_BACK, Optional.of(part), turn, part.cautions(), part.secondsOn(), done);
    }

    private static WorkStep step(String id, Kind kind, List<Caution> cautions, int seconds, boolean done) {
        return new WorkStep(id, kind, Optional.empty(), Optional.empty(), cautions, seconds, done);
    }
}
