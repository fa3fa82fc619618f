package zephyrridge.core.plan;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.limit.Condition;
import zephyrridge.core.limit.Judgement;
import zephyrridge.core.limit.LimitClass;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.ModuleSpec;

/** Whether the shop's rules let a layout be recommended. What they forbid can still be looked at and chosen, with its reason. */
public final class HouseFilter {
    public enum Reason {
        NONE,
        BEYOND,
        NOT_RETURNABLE,
        NOT_IDENTICAL,
        NOT_LIKE_KINDS,
        MIXED_SIZES,
        KEEPS_OLD,
        LEAVES_WORKING,
        FASTER_THAN_WAS,
        GIVES_UP_RATE
    }

    private HouseFilter() {}

    /**
     * @param layout whose missing carriers and processors take positions away; {@code at} modules in sockets by position; {@code was} before
     * @param returnable whether all that is bought can go back on the day of the proof
     * @param rate {@code rateWas} slowest clock domain, thirds of MT/s, 0 for not known
     */
    static Reason against(
            MachineRecord record,
            Layout layout,
            HouseRules house,
            Map<String, ModuleSpec> at,
            Map<String, ModuleSpec> was,
            Judgement limits,
            boolean returnable,
            int rate,
            int rateWas) {
        if (!limits.allowedByHouse()) {
            return Reason.BEYOND;
        }
        boolean wantsReturn = limits.conditions().stream().anyMatch(c -> c.kind() == Condition.Kind.RIGHT_OF_RETURN);
        if (house.beyond() == HouseRules.Beyond.PROVEN_OR_RETURNABLE
                && limits.limitClass() != LimitClass.PROVEN_HERE
                && wantsReturn
                && !returnable) {
            return Reason.NOT_RETURNABLE;
        }
        if (house.matching() == HouseRules.Matching.IDENTICAL_ONLY
                && at.values().stream().distinct().count() > 1) {
            return Reason.NOT_IDENTICAL;
        }
        if (house.matching() == HouseRules.Matching.LIKE_KINDS && !likeAcross(record, layout, at)) {
            return Reason.NOT_LIKE_KINDS;
        }
        if (house.mixed() == HouseRules.Mixed.NEVER && mixedWithin(record, at)) {
            return Reason.MIXED_SIZES;
        }
        boolean keeps = at.values().stream().anyMatch(was::containsValue);
        if (house.factory() == HouseRules.Factory.REPLACE_ALL && keeps) {
            return Reason.KEEPS_OLD;
        }
        if (house.factory() == HouseRules.Factory.KEEP_WHAT_WORKS
                && was.values().stream().anyMatch(m -> count(at, m) < count(was, m))) {
            return Reason.LEAVES_WORKING;
        }
        if (house.speed() == HouseRules.Speed.NEVER_FASTER_THAN_WAS
                && at.values().stream()
                        .anyMatch(m -> !was.isEmpty()
                                && was.values().stream().allMatch(w -> w.rate().compareTo(m.rate()) < 0))) {
            return Reason.FASTER_THAN_WAS;
        }
        return house.trade() == HouseRules.Trade.NEVER_GIVE_UP_RATE && rateWas > 0 && rate < rateWas
                ? Reason.GIVES_UP_RATE
                : Reason.NONE;
    }

    private static long count(Map<String, ModuleSpec> at, ModuleSpec m) {
        return at.values().stream().filter(m::equals).count();
    }

    /**
     * Sockets that come first, second ... in their channels of one processor hold the same size, ranks and width, or nothing, all of
     * them; a channel that has no such socket is not asked.
     */
    private static boolean likeAcross(MachineRecord record, Layout layout, Map<String, ModuleSpec> at) {
        Map<String, Optional<ModuleSpec>> first = new TreeMap<>();
        for (int i = 0; i < record.positions().size(); i++) {
            Position p = record.positions().get(i);
            if (p.isSoldered() || !layout.isThere(record, i)) {
                continue;
            }
            String processor = record.channels().stream()
                    .filter(c -> c.id().equals(p.channels().get(0)))
                    .findFirst()
                    .orElseThrow()
                    .processor();
            Optional<ModuleSpec> m = Optional.ofNullable(at.get(p.id()));
            Optional<ModuleSpec> other = first.putIfAbsent(processor + " " + p.fillOrder(), m);
            if (other != null
                    && (other.isPresent() != m.isPresent()
                            || m.isPresent()
                                    && (!other.get().capacity().equals(m.get().capacity())
                                            || !other.get()
                                                    .organisation()
                                                    .equals(m.get().organisation())))) {
                return false;
            }
        }
        return true;
    }

    private static boolean mixedWithin(MachineRecord record, Map<String, ModuleSpec> at) {
        return record.channels().stream().anyMatch(c -> {
            List<Long> sizes = record.positions().stream()
                    .filter(p -> p.channels().contains(c.id()) && at.containsKey(p.id()))
                    .map(p -> at.get(p.id()).capacity().mebibytes())
                    .distinct()
                    .toList();
            return sizes.size() > 1;
        });
    }
}
