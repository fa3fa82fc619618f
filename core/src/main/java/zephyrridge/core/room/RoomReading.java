package zephyrridge.core.room;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.label.LabelLine;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;

/**
 * How well it is known what is in a machine of a room. Some of each kind are read by themselves; where those agree their reading
 * stands for the rest, each of which is borne out by one line of its own or falls out.
 */
public final class RoomReading {
    /** Machines of a kind that are read by themselves before their reading stands for others; common practice, no source. */
    public static final int SAMPLES = 3;

    public enum Standing {
        /** Nobody knows yet what is in it. */
        NOT_READ,
        /** Read by itself. */
        READ,
        /** Taken to be as another, and nothing read in it bears that out yet. */
        ALIKE,
        /** Taken to be as another, and its own line agrees. */
        BORNE_OUT,
        /** Its own line says something else: it falls out, and is read by itself. */
        DIFFERS
    }

    /**
     * @param total that was read in it; {@code expected} of what is taken to be in it
     * @param slots modules listed that were read, {@code expectedSlots} likewise
     * @param totalDiffers the firmware's by anything, the system's by more than half a GB
     */
    public record Line(
            Standing standing,
            Optional<ByteSize> total,
            ByteSize expected,
            Optional<Integer> slots,
            int expectedSlots,
            boolean totalDiffers) {
        /** Read by itself, and its own total does not speak against that. */
        public boolean isSample() {
            return standing == Standing.READ && !totalDiffers;
        }

        public boolean slotsDiffer() {
            return slots.filter(n -> n != expectedSlots).isPresent();
        }
    }

    /**
     * What the samples of one kind of machine say.
     *
     * @param read machines that were read by themselves; {@code needed} before their reading stands for others
     * @param agree whether all that were read hold the same
     * @param content module by position in all of them; empty where they do not agree or none was read
     */
    public record Sample(int read, int needed, boolean agree, SortedMap<String, ModuleSpec> content) {
        public boolean standsForOthers() {
            return agree && read >= needed;
        }
    }

    private RoomReading() {}

    public static Line of(Bench bench, Unit unit) {
        ByteSize expected = AsFound.installed(bench, unit);
        int slots = (int) bench.record().positions().stream()
                .filter(p -> p.isSoldered() || unit.asFound().containsKey(p.id()))
                .count();
        Optional<ByteSize> total = unit.before().total();
        Optional<Integer> listed = unit.before().positionsFilled();
        boolean totalDiffers = total.isPresent() && !unit.before().agreesWith(expected);
        boolean differs = totalDiffers || listed.filter(n -> n != slots).isPresent();
        Standing standing;
        if (unit.isTakenAlike()) {
            standing = differs ? Standing.DIFFERS : total.isPresent() ? Standing.BORNE_OUT : Standing.ALIKE;
        } else {
            standing = AsFound.isRead(bench, unit) && !unit.asFound().isEmpty() ? Standing.READ : Standing.NOT_READ;
        }
        return new Line(standing, total, expected, listed, slots, totalDiffers);
    }

    /** A module's label as it can be read again; empty where no label says all of it. */
    public static Optional<String> label(JobModule m) {
        return LabelParser.parse(m.labelLine()).spec().isPresent()
                ? Optional.of(m.labelLine())
                : LabelLine.of(m.spec());
    }

    /** Of machines of one record. */
    public static Sample sample(Bench bench, List<Unit> units) {
        List<SortedMap<String, ModuleSpec>> read = new ArrayList<>();
        for (Unit u : units) {
            if (of(bench, u).isSample()) {
                SortedMap<String, ModuleSpec> in = new TreeMap<>();
                u.asFound().forEach((p, key) -> in.put(p, u.modules().get(key).spec()));
                read.add(in);
            }
        }
        boolean agree = read.stream().distinct().count() == 1;
        return new Sample(read.size(), Math.min(SAMPLES, units.size()), agree, agree ? read.get(0) : new TreeMap<>());
    }
}
