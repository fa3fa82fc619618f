package zephyrridge.core.layout;

import java.util.Arrays;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;

/**
 * One module or nothing per position of a record, in the record's order; soldered banks are always there. Carriers and
 * processors that are missing take their positions with them.
 */
public final class Layout {
    private final ModuleSpec[] modules;
    private final Set<String> absent;

    private Layout(ModuleSpec[] modules, Set<String> absent) {
        this.modules = modules;
        this.absent = absent;
    }

    public static Layout of(MachineRecord record, Map<String, ModuleSpec> sockets) {
        return of(record, sockets, Set.of());
    }

    /**
     * @param sockets module by position id; soldered positions are filled from the record and may not be named
     * @param absent ids of carriers and processors that are not there
     * @throws IllegalArgumentException for an unknown or a soldered position
     */
    public static Layout of(MachineRecord record, Map<String, ModuleSpec> sockets, Set<String> absent) {
        ModuleSpec[] modules = new ModuleSpec[record.positions().size()];
        Map<String, ModuleSpec> left = new TreeMap<>(sockets);
        for (int i = 0; i < modules.length; i++) {
            Position position = record.positions().get(i);
            modules[i] = position.soldered().orElseGet(() -> left.remove(position.id()));
        }
        if (!left.isEmpty()) {
            throw new IllegalArgumentException("not sockets of " + record.id() + ": " + left.keySet());
        }
        return new Layout(modules, Set.copyOf(absent));
    }

    public Optional<ModuleSpec> module(int position) {
        return Optional.ofNullable(modules[position]);
    }

    /** The same machine, lacking what it lacks, with these modules in its sockets. */
    public Layout holding(MachineRecord record, Map<String, ModuleSpec> sockets) {
        return of(record, sockets, absent);
    }

    /** The same with another module, or none (null), at a socket. */
    Layout with(int position, ModuleSpec module) {
        ModuleSpec[] next = modules.clone();
        next[position] = module;
        return new Layout(next, absent);
    }

    /** Whether a position of this layout's record is there: its carrier and its processor are. */
    public boolean isThere(MachineRecord record, int position) {
        if (absent.isEmpty()) {
            return true;
        }
        Position p = record.positions().get(position);
        return p.carrier().filter(this::isAbsent).isEmpty()
                && record.channels().stream()
                        .filter(c -> c.id().equals(p.channels().get(0)))
                        .noneMatch(c -> isAbsent(c.processor()));
    }

    /** All that is fitted and soldered. */
    public ByteSize installed(MachineRecord record) {
        long mib = 0;
        for (int p = 0; p < size(); p++) {
            mib += isThere(record, p)
                    ? module(p).map(m -> m.capacity().mebibytes()).orElse(0L)
                    : 0;
        }
        return ByteSize.ofMebibytes(mib);
    }

    public int size() {
        return modules.length;
    }

    boolean isAbsent(String carrierOrProcessor) {
        return !absent.isEmpty() && absent.contains(carrierOrProcessor);
    }

    /** The modules by position, null where nothing is; for the evaluation's inner loops, not to be changed. */
    ModuleSpec[] raw() {
        return modules;
    }

    /** Whether another module (by kind) or nothing is at this position in the other layout. */
    boolean differsAt(int position, Layout other) {
        return !Objects.equals(modules[position], other.modules[position]);
    }

    @Override
    public boolean equals(Object o) {
        return o instanceof Layout other && Arrays.equals(modules, other.modules) && absent.equals(other.absent);
    }

    @Override
    public int hashCode() {
        return 31 * Arrays.hashCode(modules) + absent.hashCode();
    }
}
