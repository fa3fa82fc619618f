package zephyrridge.core.figures;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import zephyrridge.core.fault.Cause;
import zephyrridge.core.unit.Station;

/**
 * What several jobs that were handed back add up to; each figure names the jobs it is made of.
 *
 * @param days in which at least half of them were back with their owners, the fewest such; empty of none
 * @param longest the longest of them took; empty of none
 * @param stations where time was recorded, in the order of the work
 * @param unchanged those that went home with the memory they came with
 * @param faults jobs by what was confirmed to be wrong
 */
public record Figures(
        List<HandedBack> jobs,
        Optional<Long> days,
        Optional<HandedBack> longest,
        SortedMap<Station, Time> stations,
        List<HandedBack> unchanged,
        SortedMap<Cause.Kind, List<Long>> faults) {
    /** @param expected minutes of the very jobs of which it is known what they {@code took} */
    public record Time(int expected, int took, List<Long> jobs) {
        Time and(Time other) {
            List<Long> all = new ArrayList<>(jobs);
            all.addAll(other.jobs);
            return new Time(expected + other.expected, took + other.took, List.copyOf(all));
        }
    }

    public static Figures of(Collection<HandedBack> all) {
        List<HandedBack> jobs = List.copyOf(all);
        List<Long> days = jobs.stream().map(HandedBack::days).sorted().toList();
        SortedMap<Station, Time> stations = new TreeMap<>();
        SortedMap<Cause.Kind, List<Long>> faults = new TreeMap<>();
        for (HandedBack j : jobs) {
            j.spent()
                    .forEach(s ->
                            stations.merge(s.station(), new Time(s.expected(), s.took(), List.of(j.job())), Time::and));
            j.faults().stream().distinct().forEach(f -> faults.computeIfAbsent(f, k -> new ArrayList<>())
                    .add(j.job()));
        }
        return new Figures(
                jobs,
                days.isEmpty() ? Optional.empty() : Optional.of(days.get((days.size() - 1) / 2)),
                jobs.stream().max((a, b) -> Long.compare(a.days(), b.days())),
                Collections.unmodifiableSortedMap(stations),
                jobs.stream().filter(j -> !j.changed()).toList(),
                Collections.unmodifiableSortedMap(faults));
    }
}
