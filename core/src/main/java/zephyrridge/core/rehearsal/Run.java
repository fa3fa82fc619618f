package zephyrridge.core.rehearsal;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import zephyrridge.core.range.Secret;
import zephyrridge.core.reading.Recogniser;

/**
 * Many machines of the range one after the other.
 *
 * @param machines tried; {@code ends} how many came to which end
 * @param medianMinutes at the bench of those that were opened
 * @param hunts that were made; {@code found} of them with a cause that was confirmed, {@code right} of these with the one that was hidden
 * @param lies each with the machine it was said of
 * @param stuck each with the machine and why
 */
public record Run(
        int machines,
        Map<Rehearsal.End, Integer> ends,
        int medianMinutes,
        int hunts,
        int found,
        int right,
        Promised promised,
        List<String> lies,
        List<String> stuck) {
    /**
     * What was said of the layouts that were started, and what came of them.
     *
     * @param layouts started; {@code foretold} how many of them were to run by the chances that were said, {@code ran} how many did
     * @param minutes of all together as they were said; {@code took} as the tool then led through them
     */
    public record Promised(int layouts, double foretold, int ran, int minutes, int took) {
        static Promised of(List<Rehearsal.Promise> all) {
            return new Promised(
                    all.size(),
                    all.stream().mapToInt(Rehearsal.Promise::chancePermille).sum() / 1000.0,
                    (int) all.stream().filter(Rehearsal.Promise::ran).count(),
                    all.stream().mapToInt(Rehearsal.Promise::minutes).sum(),
                    all.stream().mapToInt(Rehearsal.Promise::took).sum());
        }
    }

    private static int median(List<Integer> of) {
        List<Integer> sorted = of.stream().sorted().toList();
        return sorted.isEmpty() ? 0 : sorted.get(sorted.size() / 2);
    }

    public Run {
        ends = new EnumMap<>(ends);
        lies = List.copyOf(lies);
        stuck = List.copyOf(stuck);
    }

    /** @param machines each once, in their order */
    public static Run of(Iterable<Secret> machines, Recogniser.Trees trees) {
        Map<Rehearsal.End, Integer> ends = new EnumMap<>(Rehearsal.End.class);
        List<Integer> minutes = new ArrayList<>();
        List<Rehearsal.Promise> promises = new ArrayList<>();
        List<String> lies = new ArrayList<>();
        List<String> stuck = new ArrayList<>();
        int hunts = 0;
        int found = 0;
        int right = 0;
        int all = 0;
        for (Secret secret : machines) {
            Rehearsal.Result r = Rehearsal.of(secret, trees);
            all++;
            ends.merge(r.end(), 1, Integer::sum);
            if (r.starts() > 0) {
                minutes.add(r.minutes());
            }
            hunts += r.hunted() ? 1 : 0;
            found += r.found() ? 1 : 0;
            right += r.found() && r.right() ? 1 : 0;
            r.promise().ifPresent(promises::add);
            r.lies().forEach(l -> lies.add(secret.order().owner() + ": " + l));
            if (r.end() == Rehearsal.End.STUCK) {
                stuck.add(secret.order().owner() + ": " + r.why());
            }
        }
        return new Run(all, ends, median(minutes), hunts, found, right, Promised.of(promises), lies, stuck);
    }

    /** Whether nothing false was said, and nothing asked for that could not be done. */
    public boolean isTrue() {
        return lies.isEmpty() && stuck.isEmpty();
    }
}
