package zephyrridge.core.unit;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.core.machine.RecordEdit;

/**
 * What is so in this very machine and otherwise in its record.
 *
 * @param absent carriers and processors it lacks; their positions stay in the record and cannot be filled
 * @param missing positions of the record that are not there at all
 * @param screws by part, those that hold it and that the record does not have
 */
public record Deviations(
        SortedSet<String> absent, SortedSet<String> missing, SortedMap<String, List<Fastener>> screws) {
    public static final Deviations NONE = new Deviations(new TreeSet<>(), new TreeSet<>(), new TreeMap<>());

    public Deviations {
        absent = Collections.unmodifiableSortedSet(new TreeSet<>(absent));
        missing = Collections.unmodifiableSortedSet(new TreeSet<>(missing));
        SortedMap<String, List<Fastener>> drawn = new TreeMap<>();
        screws.forEach((part, all) -> {
            if (all.size() > RecordCheck.MOST_FASTENERS) {
                throw new IllegalArgumentException("more than " + RecordCheck.MOST_FASTENERS + " screws of " + part);
            }
            if (!all.isEmpty()) {
                drawn.put(part, List.copyOf(all));
            }
        });
        screws = Collections.unmodifiableSortedMap(drawn);
    }

    public Deviations withAbsent(String carrierOrProcessor, boolean isAbsent) {
        return new Deviations(with(absent, carrierOrProcessor, isAbsent), missing, screws);
    }

    public Deviations withMissing(String position, boolean isMissing) {
        return new Deviations(absent, with(missing, position, isMissing), screws);
    }

    public Deviations withScrew(String part, Fastener screw) {
        List<Fastener> all = new ArrayList<>(screws.getOrDefault(part, List.of()));
        all.add(screw);
        return withScrews(part, all);
    }

    public Deviations withoutScrew(String part, String fastener) {
        return withScrews(
                part,
                screws.getOrDefault(part, List.of()).stream()
                        .filter(f -> !f.id().equals(fastener))
                        .toList());
    }

    private Deviations withScrews(String part, List<Fastener> all) {
        SortedMap<String, List<Fastener>> next = new TreeMap<>(screws);
        next.put(part, all);
        return new Deviations(absent, missing, next);
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
        MachineRecord drawn = RecordEdit.withScrews(record, screws);
        if (missing.isEmpty()) {
            return drawn;
        }
        List<Position> there = record.positions().stream()
                .filter(p -> !missing.contains(p.id()))
                .toList();
        return drawn.withPositions(there);
    }
}
