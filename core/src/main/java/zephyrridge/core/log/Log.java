package zephyrridge.core.log;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * What was done to one machine, in the order of recording; {@link #happened()} gives the order of happening.
 *
 * <p>Of equal entries equal. No record, since it remembers what follows from them: everything that is asked of a job asks for it.
 */
public final class Log {
    public static final Log EMPTY = new Log(List.of());
    /** More than the longest fault hunt on a large server; keeps a job's document bounded. */
    public static final int MOST = 5_000;

    private final List<Entry> entries;
    private final List<Entry> happened;
    private final List<Entry.Started> starts;

    @JsonCreator
    public Log(@JsonProperty("entries") List<Entry> entries) {
        this.entries = List.copyOf(entries);
        happened = happened(this.entries);
        starts = happened.stream()
                .filter(Entry.Started.class::isInstance)
                .map(Entry.Started.class::cast)
                .toList();
    }

    /** As they were recorded. */
    @JsonProperty
    public List<Entry> entries() {
        return entries;
    }

    public Log with(Entry entry) {
        return new Log(Stream.concat(entries.stream(), Stream.of(entry)).toList());
    }

    /** Puts an entry's newer form into its place: readings of a start come in one by one. */
    public Log withChanged(Entry.Started start) {
        return new Log(
                entries.stream().map(e -> e.no() == start.no() ? start : e).toList());
    }

    public int last() {
        return entries.isEmpty() ? 0 : entries.get(entries.size() - 1).no();
    }

    public Optional<Entry> entry(int no) {
        return happened().stream().filter(e -> e.no() == no).findFirst();
    }

    /** What holds: without retractions and what they take away, in the order of happening. */
    public List<Entry> happened() {
        return happened;
    }

    private static List<Entry> happened(List<Entry> entries) {
        Set<Integer> gone = new HashSet<>();
        for (Entry e : entries) {
            if (e instanceof Entry.Retracted r) {
                gone.addAll(r.entries());
            }
        }
        return entries.stream()
                .filter(e -> !(e instanceof Entry.Retracted) && !gone.contains(e.no()))
                .sorted(Comparator.comparingInt((Entry e) -> e.stamp().after()).thenComparingInt(Entry::no))
                .toList();
    }

    /** @param starts made until then; {@code moved} whether a module had been moved */
    public record Then(int starts, boolean moved) {}

    /** How far the work was when something was taken that bears this number of the last entry. */
    public Then then(int taken) {
        List<Entry> until = happened().stream().filter(e -> e.no() <= taken).toList();
        return new Then(
                (int) until.stream().filter(Entry.Started.class::isInstance).count(),
                until.stream().anyMatch(Entry.Moved.class::isInstance));
    }

    public List<Entry.Started> starts() {
        return starts;
    }

    /** Whether anything that happened was done at a position. */
    public boolean speaksOf(String position) {
        Place place = Place.position(position);
        return happened().stream()
                .anyMatch(e -> e instanceof Entry.Moved m && (m.from().equals(place) || m.to().equals(place))
                        || e instanceof Entry.Reseated r && r.position().equals(position)
                        || e instanceof Entry.Started s && s.arrangement().containsKey(position));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Log log && entries.equals(log.entries);
    }

    @Override
    public int hashCode() {
        return entries.hashCode();
    }

    @Override
    public String toString() {
        return "Log" + entries;
    }
}
