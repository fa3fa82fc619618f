package zephyrridge.core.figures;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zephyrridge.core.fault.Cause;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Log;
import zephyrridge.core.standing.Trail;
import zephyrridge.core.unit.Station;
import zephyrridge.core.unit.Unit;

/**
 * What a job that was handed back counts as.
 *
 * @param days from the day it was taken in to the day it was handed back, 0 or more
 * @param changed whether it went home with another layout than it came with; {@code proven} whether that reached what the house asks for
 * @param note what the owner was told
 * @param spent stations whose time was recorded; others are left out, so that both sums are of the same work
 * @param faults what was confirmed to be wrong, the likeliest of each finding
 */
public record HandedBack(
        long job,
        String machine,
        long days,
        boolean changed,
        boolean proven,
        String note,
        List<Spent> spent,
        List<Cause.Kind> faults) {
    /** @param expected minutes, as the record and common practice give them; {@code took} as the log has it */
    public record Spent(Station station, int expected, int took) {}

    public HandedBack {
        spent = List.copyOf(spent);
        faults = List.copyOf(faults);
    }

    /** Empty where it was not handed back. */
    public static Optional<HandedBack> of(long job, String machine, long days, Unit unit, Trail trail) {
        return unit.closing()
                .map(closing -> new HandedBack(
                        job,
                        machine,
                        days,
                        trail.planned() && unit.isChosen(),
                        closing.proven(),
                        closing.note(),
                        spent(trail),
                        faults(unit.log())));
    }

    private static List<Spent> spent(Trail trail) {
        List<Spent> spent = new ArrayList<>();
        for (Trail.Leg leg : trail.legs()) {
            leg.took().ifPresent(took -> spent.add(new Spent(leg.station(), leg.minutes(), took)));
        }
        return spent;
    }

    private static List<Cause.Kind> faults(Log log) {
        List<Cause.Kind> faults = new ArrayList<>();
        for (Entry e : log.happened()) {
            if (e instanceof Entry.FaultFound f) {
                f.because().entrySet().stream()
                        .max(Comparator.comparing((Map.Entry<Cause.Kind, Integer> c) -> c.getValue())
                                .thenComparing(Map.Entry::getKey, Comparator.reverseOrder()))
                        .ifPresent(c -> faults.add(c.getKey()));
            }
        }
        return faults;
    }
}
