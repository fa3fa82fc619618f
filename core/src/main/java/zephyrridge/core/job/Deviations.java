package zephyrridge.core.job;

import java.util.Collections;
import java.util.List;
import java.util.SortedSet;
import java.util.TreeSet;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;

/**
 * What is so in this very machine and otherwise in its record.
 *
 * @param absent carriers and processors it lacks; their positions stay in the record and cannot be filled
 * @param missing positions of the record that are not there at all
 */
public record Deviations(SortedSet<String> absent, SortedSet<String> missing) {
    public static final Deviations NONE = new Deviations(new TreeSet<>(), new TreeSet<>());

    public Deviations {
        absent = Collections.unmodifiableSortedSet(new TreeSet<>(absent));
        missing = Collections.unmodifiableSortedSet(new TreeSet<>(missing));
    }

    public Deviations withAbsent(String carrierOrProcessor, boolean isAbsent) {
        return new Deviations(with(absent, carrierOrProcessor, isAbsent), missing);
    }

    public Deviations withMissing(String position, boolean isMissing) {
        return new Deviations(absent, with(missing, position, isMissing));
    }

    private static SortedSet<String> with(SortedSet<String> set, String id, boolean in) {
        SortedSet<String> next = new TreeSet<>(set);
        if (in) {
            next.add(id);
        } else {
            next.remove(id);
        }
        return next;
    }

    /** The record as it is true of this machine. Positions keep their ids. */
    public MachineRecord effective(MachineRecord record) {
        if (missing.isEmpty()) {
            return record;
        }
        List<Position> there = record.positions().stream()
                .filter(p -> !missing.contains(p.id()))
                .toList();
        return record.withPositions(there);
    }
}
