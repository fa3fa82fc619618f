package zephyrridge.core.opening;

import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.access.OpeningPlanner;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.layout.Rule;
import zephyrridge.core.layout.Verdict;
import zephyrridge.core.limit.LimitJudge;
import zephyrridge.core.limit.LimitKnowledge;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.unit.Unit;

/**
 * What a machine's work is judged by.
 *
 * @param record as it is true of this very machine: the pinned version with its deviations
 * @param evaluator of that record; {@code limits} what is known of how far it goes
 */
public record Bench(MachineRecord record, LayoutEvaluator evaluator, HouseRules house, LimitJudge limits) {
    /** A bench that knows no more of the model's limits than its record does. */
    public static Bench of(MachineRecord record, HouseRules house) {
        LayoutEvaluator evaluator = new LayoutEvaluator(record, house);
        return new Bench(record, evaluator, house, new LimitJudge(record, evaluator, house, LimitKnowledge.NONE));
    }

    /** The same with what the shop knows by now. */
    public Bench knowing(LimitKnowledge known) {
        return known.equals(limits.known())
                ? this
                : new Bench(record, evaluator, house, new LimitJudge(record, evaluator, house, known));
    }

    /**
     * The one judge of a job's limits: what came in the machine ran in it, so its dies are spoken of, and where a total from before
     * agrees with its modules it is a success. Modules that were only taken to be in it speak of nothing.
     */
    public LimitJudge limits(Unit unit) {
        if (unit.asFound().isEmpty()) {
            return limits;
        }
        Layout found = unit.layout(record, unit.asFound());
        Optional<ByteSize> total = unit.before().total();
        boolean agrees = total.map(t -> t.mebibytes() == found.installed(record).mebibytes())
                .orElse(false);
        return agrees || total.isEmpty() && !unit.isTakenAlike() ? limits.having(found, agrees) : limits;
    }

    /** How this machine comes apart and goes together, with the battery that was found in it. */
    public OpeningPlanner access(Unit unit) {
        return evaluator.access(unit.intake().hasBattery());
    }

    /** Whether it may be started with its covers off: the record says so, and it is no server. */
    public boolean startsOpen() {
        return record.start().coverOffSafe() && record.kind() != MachineKind.SERVER;
    }

    /** Whether what stays empty in it wants blanks, and its ducts a look, before the covers go on: the fans of a server count on both. */
    public boolean guidesAir() {
        return record.kind() == MachineKind.SERVER;
    }

    /** Whether a laptop's battery can only be switched off in its firmware: the record knows neither pack nor plug. */
    public boolean needsBatteryOff(Unit unit) {
        return record.kind() == MachineKind.LAPTOP
                && unit.intake().hasBattery()
                && house.battery() != HouseRules.Battery.POWER_DOWN_ONLY
                && powerParts(unit).isEmpty();
    }

    /** Batteries and plugs that must be out before anything else inside is touched. */
    public Set<String> powerParts(Unit unit) {
        return access(unit).powerParts();
    }

    /** Whether a module goes into some socket of this machine: by its kind, key, form, buffering and voltage; how it mixes is another question. */
    public boolean takes(ModuleSpec module) {
        return record.positions().stream().anyMatch(p -> !p.isSoldered() && takes(p.id(), module));
    }

    /** Whether a module goes into this very socket. */
    public boolean takes(String position, ModuleSpec module) {
        Layout alone = Layout.of(record, Map.of(position, module));
        return evaluator.evaluate(alone, alone, Host.UNLIMITED).verdict(Rule.FIT) != Verdict.VIOLATED;
    }

    /** Whether a part lies over a battery or its plug, or is one: the way to it needs no drain. */
    public boolean leadsToPower(String part, Unit unit) {
        return powerParts(unit).stream().anyMatch(p -> evaluator.liesOver(part, p));
    }

    public String partName(String id) {
        return record.access().part(id).map(p -> p.name()).orElse(id);
    }
}
