package zephyrridge.core.change;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import zephyrridge.core.machine.Channel;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.SlotState;
import zephyrridge.core.unit.Unit;

/** Positions that are the same socket of another channel: a server is the same module many times over. */
public final class Likes {
    private Likes() {}

    /**
     * Like positions that are there and do not hold the same yet, in the record's order.
     *
     * @param keys modules by position
     * @param replacing also where another kind of module is, or where somebody saw an empty socket
     */
    public static List<String> of(
            MachineRecord record, Unit unit, Map<String, String> keys, String position, boolean replacing) {
        String key = keys.get(position);
        if (key == null) {
            return List.of();
        }
        Position model = record.position(position);
        return record.positions().stream()
                .filter(p -> !p.id().equals(position) && isLike(record, p, model) && isThere(record, unit, p))
                .filter(p -> {
                    String there = keys.get(p.id());
                    return there == null && (replacing || !isSeenEmpty(unit, p.id()))
                            || there != null
                                    && replacing
                                    && !unit.modules()
                                            .get(there)
                                            .spec()
                                            .equals(unit.modules().get(key).spec());
                })
                .map(Position::id)
                .toList();
    }

    private static boolean isSeenEmpty(Unit unit, String position) {
        return Optional.ofNullable(unit.readings().seen().get(position))
                .map(seen -> seen.what().state())
                .filter(s -> s == SlotState.EMPTY || s == SlotState.ABSENT)
                .isPresent();
    }

    private static boolean isLike(MachineRecord record, Position p, Position model) {
        return !p.isSoldered()
                && !model.isSoldered()
                && p.formFactor() == model.formFactor()
                && p.fillOrder() == model.fillOrder()
                && p.channels().size() == model.channels().size()
                && positionsIn(record, p) == positionsIn(record, model);
    }

    private static long positionsIn(MachineRecord record, Position p) {
        return record.positions().stream()
                .filter(o -> o.channels().equals(p.channels()))
                .count();
    }

    private static boolean isThere(MachineRecord record, Unit unit, Position p) {
        return p.carrier().filter(unit.deviations().absent()::contains).isEmpty()
                && record.channels().stream()
                        .filter(c -> p.channels().contains(c.id()))
                        .map(Channel::processor)
                        .noneMatch(unit.deviations().absent()::contains);
    }
}
