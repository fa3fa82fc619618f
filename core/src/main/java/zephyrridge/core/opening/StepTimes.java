package zephyrridge.core.opening;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Predicate;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Log;

/**
 * How long single steps took: from the entry before to the one that says it is done. A gap of more than half an hour was no step
 * but something else (common practice, no source).
 */
public final class StepTimes {
    static final int LONGEST_SECONDS = 1800;

    private StepTimes() {}

    /** Seconds by number of the entry; entries without a time before them have none. */
    public static Map<Integer, Integer> of(Log log) {
        SortedMap<Integer, Integer> seconds = new TreeMap<>();
        LocalDateTime before = null;
        List<Entry> happened = log.happened();
        for (int i = 0; i < happened.size(); i++) {
            Entry e = happened.get(i);
            LocalDateTime at = e.stamp().at().orElse(null);
            if (at != null && before != null && isWork(e) && !isOneOfSeveral(happened, i)) {
                long took = seconds(at) - seconds(before);
                if (took >= 0 && took <= LONGEST_SECONDS) {
                    seconds.put(e.no(), (int) took);
                }
            }
            before = at;
        }
        return seconds;
    }

    private static long seconds(LocalDateTime at) {
        return at.toLocalDate().toEpochDay() * 86_400 + at.getHour() * 3600L + at.getMinute() * 60L + at.getSecond();
    }

    /** Steps that were said at once: how long each of them took nobody knows. */
    private static boolean isOneOfSeveral(List<Entry> happened, int i) {
        return happened.get(i) instanceof Entry.Stepped
                && (isSaidWith(happened, i, i - 1) || isSaidWith(happened, i, i + 1));
    }

    private static boolean isSaidWith(List<Entry> happened, int i, int other) {
        return other >= 0
                && other < happened.size()
                && happened.get(other) instanceof Entry.Stepped s
                && s.stamp().at().isPresent()
                && s.stamp().at().equals(happened.get(i).stamp().at());
    }

    private static boolean isWork(Entry e) {
        return e instanceof Entry.Stepped || e instanceof Entry.Moved || e instanceof Entry.Reseated;
    }

    /** Minutes that entries of some kind took in all, rounded up; 0 where no time is known. */
    public static int minutes(Log log, Predicate<Entry> which) {
        Map<Integer, Integer> all = of(log);
        int seconds = log.happened().stream()
                .filter(which)
                .mapToInt(e -> all.getOrDefault(e.no(), 0))
                .sum();
        return (seconds + 59) / 60;
    }

    /** Median seconds of taking a part off, or of putting it back, over what this log has of it. */
    public static Optional<Integer> ofPart(Log log, String part, Entry.Did did) {
        Map<Integer, Integer> all = of(log);
        List<Integer> sorted = log.happened().stream()
                .filter(e -> e instanceof Entry.Stepped s
                        && s.part().equals(part)
                        && s.did() == did
                        && all.getOrDefault(e.no(), 0) > 0)
                .map(e -> all.get(e.no()))
                .sorted()
                .toList();
        return sorted.isEmpty() ? Optional.empty() : Optional.of(sorted.get(sorted.size() / 2));
    }
}
