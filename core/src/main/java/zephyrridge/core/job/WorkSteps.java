package zephyrridge.core.job;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import zephyrridge.core.access.Caution;
import zephyrridge.core.access.OpeningPlan;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.job.WorkStep.Kind;
import zephyrridge.core.machine.MachineKind;

/** The steps to open a machine and to close it again, from how it stands now (R-6.3; common practice, no source). */
public final class WorkSteps {
    private WorkSteps() {}

    /**
     * @param wanted positions that the work is about; with none, and nothing off, there is nothing to open
     */
    public static List<WorkStep> opening(Bench bench, Unit unit, Now now, Collection<String> wanted) {
        if (wanted.isEmpty() && now.isClosed()) {
            return List.of();
        }
        OpeningPlan way =
                bench.evaluator().opening(wanted, now.offSet(), unit.intake().hasBattery());
        MachineKind kind = bench.record().kind();
        List<WorkStep> steps = new ArrayList<>();
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
                now.unplugged()));
        steps.add(step("ground", Kind.GROUND, List.of(Caution.ESD), 20, now.grounded()));
        WorkStep drain = step("drain", Kind.DRAIN, List.of(Caution.HEAT), 30, now.isDrained(unit, bench));
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
            Part part = parts.get(i);
            Optional<Side> turn = part.side() == up ? Optional.empty() : Optional.of(part.side());
            up = part.side();
            steps.add(new WorkStep(
                    "off:" + part.id(),
                    Kind.TAKE_OFF,
                    Optional.of(part),
                    turn,
                    part.cautions(),
                    part.secondsOff() + (turn.isPresent() ? 10 : 0),
                    i < now.off().size()));
            if (i == last) {
                steps.add(drain);
            }
        }
        return List.copyOf(steps);
    }

    /**
     * Back on in the reverse order of coming off; the test start where the record says it is safe and the house wants it, else
     * last.
     *
     * @param started whether it was started since the last module moved
     */
    public static List<WorkStep> closing(Bench bench, Now now, boolean started) {
        if (now.isClosed() && now.putBack().isEmpty()) {
            return List.of();
        }
        boolean early = bench.house().closing() == HouseRules.Closing.START_BEFORE_COVER_WHERE_SAFE
                && bench.record().start().coverOffSafe()
                && bench.record().kind() != MachineKind.SERVER;
        List<WorkStep> steps = new ArrayList<>();
        for (String id : now.putBack()) {
            bench.record().access().part(id).ifPresent(p -> steps.add(on(p, true)));
        }
        boolean placed = false;
        for (int i = now.off().size() - 1; i >= 0; i--) {
            Optional<Part> part = bench.record().access().part(now.off().get(i));
            boolean onlyShellLeft = now.off().subList(0, i + 1).stream().allMatch(id -> bench.record()
                    .access()
                    .part(id)
                    .filter(Part::isShell)
                    .isPresent());
            if (early && !placed && onlyShellLeft) {
                placed = true;
                steps.add(step(
                        "test-start",
                        Kind.TEST_START,
                        List.of(Caution.COVER_OFF_START, Caution.MAGNETS),
                        120,
                        started));
            }
            part.ifPresent(p -> steps.add(on(p, false)));
        }
        if (!placed) {
            steps.add(step("test-start", Kind.TEST_START, List.of(), 120, started));
        }
        return List.copyOf(steps);
    }

    private static WorkStep on(Part part, boolean done) {
        return new WorkStep(
                "on:" + part.id(),
                Kind.PUT_BACK,
                Optional.of(part),
                Optional.empty(),
                part.cautions(),
                part.secondsOn(),
                done);
    }

    private static WorkStep step(String id, Kind kind, List<Caution> cautions, int seconds, boolean done) {
        return new WorkStep(id, kind, Optional.empty(), Optional.empty(), cautions, seconds, done);
    }
}
