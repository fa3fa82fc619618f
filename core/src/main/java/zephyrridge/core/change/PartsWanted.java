package zephyrridge.core.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.unit.Unit;

/** Parts that a layout may want beside its modules, as far as the record knows of them; whether they lie about, a person knows. */
public record PartsWanted(Kind kind, String name, int pieces) {
    public enum Kind {
        /** One that this very machine lacks: its sockets can be filled with it. */
        CARRIER,
        /** Empty slots of a server guide no air without them. */
        BLANKS
    }

    /** @param planned modules by position */
    public static List<PartsWanted> of(MachineRecord record, Unit unit) {
        List<PartsWanted> wanted = new ArrayList<>();
        List<String> absent = record.carriers().stream()
                .filter(unit.deviations().absent()::contains)
                .toList();
        for (String carrier : absent) {
            wanted.add(new PartsWanted(
                    Kind.CARRIER,
                    record.access().part(carrier).map(p -> p.name()).orElse(carrier),
                    1));
        }
        int empty = emptySlots(record, unit, unit.plannedModules().keySet());
        if (record.kind() == MachineKind.SERVER
                && empty > 0
                && !unit.plannedModules().isEmpty()) {
            wanted.add(new PartsWanted(Kind.BLANKS, "", empty));
        }
        return wanted;
    }

    /** Sockets without a module, apart from those of carriers that are not there. */
    public static int emptySlots(MachineRecord record, Unit unit, Set<String> filled) {
        return (int) record.positions().stream()
                .filter(p -> !p.isSoldered()
                        && !filled.contains(p.id())
                        && p.carrier()
                                .filter(unit.deviations().absent()::contains)
                                .isEmpty())
                .count();
    }
}
