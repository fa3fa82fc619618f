package zephyrridge.core.plan;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.DataRate;

/** Modules merged into kinds as this machine sees them: the same but for a rate beyond its fastest step, and a height where none is asked. */
final class Kinds {
    private final DataRate top;
    private final boolean heightsCount;
    private final Map<ModuleSpec, Integer> numbers = new HashMap<>();
    private final List<ModuleSpec> specs = new ArrayList<>();
    final List<List<DrawerPiece>> drawer = new ArrayList<>();
    final List<List<Offer>> offers = new ArrayList<>();
    /** Positions whose module is of the kind. */
    final List<List<String>> own = new ArrayList<>();

    Kinds(PlanTask task) {
        MachineRecord record = task.record();
        top = record.controller().steps().get(0);
        heightsCount = record.positions().stream()
                .anyMatch(p -> p.socket().flatMap(s -> s.clearanceMillimetres()).isPresent());
        task.own().forEach((position, spec) -> own.get(number(spec)).add(position));
        task.drawer().stream()
                .sorted(Comparator.comparing(DrawerPiece::tag))
                .filter(p -> goesSomewhere(record, task, p.spec()))
                .forEach(p -> drawer.get(number(p.spec())).add(p));
        task.offers().stream()
                .sorted(Comparator.comparing(Offer::id))
                .filter(o -> o.stock() > 0 && goesSomewhere(record, task, o.spec()))
                .forEach(o -> offers.get(number(o.spec())).add(o));
    }

    private static boolean goesSomewhere(MachineRecord record, PlanTask task, ModuleSpec spec) {
        return spec.generation() == record.controller().generation()
                && record.positions().stream()
                        .filter(p -> !p.isSoldered())
                        .map(Position::formFactor)
                        .anyMatch(f -> f == spec.formFactor());
    }

    int size() {
        return specs.size();
    }

    ModuleSpec spec(int kind) {
        return specs.get(kind);
    }

    /** As the machine sees it. */
    ModuleSpec seen(ModuleSpec m) {
        return new ModuleSpec(
                m.generation(),
                m.formFactor(),
                m.buffering(),
                m.ecc(),
                m.checkBits(),
                m.organisation(),
                m.rate().min(top),
                m.timings(),
                m.millivolts(),
                heightsCount ? m.heightMillimetres() : Optional.empty(),
                m.profileCl());
    }

    int number(ModuleSpec m) {
        ModuleSpec seen = seen(m);
        Integer known = numbers.get(seen);
        if (known != null) {
            return known;
        }
        numbers.put(seen, specs.size());
        specs.add(seen);
        drawer.add(new ArrayList<>());
        offers.add(new ArrayList<>());
        own.add(new ArrayList<>());
        return specs.size() - 1;
    }

    /** Pieces of a kind that there are at all. */
    int available(int kind) {
        long pieces = own.get(kind).size() + drawer.get(kind).size();
        for (Offer o : offers.get(kind)) {
            pieces += (long) o.pieces() * o.stock();
        }
        return (int) Math.min(pieces, 10_000);
    }
}
