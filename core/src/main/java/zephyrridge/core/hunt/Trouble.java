package zephyrridge.core.hunt;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import zephyrridge.core.fault.Arrangement;
import zephyrridge.core.fault.Belief;
import zephyrridge.core.fault.Cause;
import zephyrridge.core.fault.Diagnosis;
import zephyrridge.core.fault.Probe;
import zephyrridge.core.fault.Remedy;
import zephyrridge.core.fault.Seen;
import zephyrridge.core.log.Entry;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Testing;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/**
 * A fault hunt, read out of the log: every start and every module tried elsewhere with what led up to it, put before the causes that
 * there may be. A pure function of the job; nothing of it is stored.
 *
 * @param pending a start as it stands, where something was done that no start has tried yet
 * @param chosen the test that was decided on and is not done yet
 * @param goal the arrangement that is meant to work: the plan, or where that was never started what failed first
 */
public record Trouble(
        HuntNames names,
        Arrangement now,
        Arrangement goal,
        Belief belief,
        Optional<Probe> pending,
        Optional<Probe> chosen,
        Diagnosis diagnosis) {

    /** @param good tags of drawer modules that were tested good */
    public static Trouble of(Bench bench, Work work, Assessment a, Set<String> good) {
        LogReading read = new LogReading(bench, work.unit(), a, good);
        TestEffort effort = new TestEffort(bench, work.unit(), a, read.names());
        return new Trouble(
                read.names(),
                read.now(),
                read.goal(),
                read.belief(),
                read.pending(),
                Testing.of(work.unit()).map(t -> read.probe(t.test())),
                Diagnosis.of(read.belief(), read.now(), read.goal(), effort));
    }

    /** What the starts so far leave possible, without weighing what to try next. */
    public static Belief belief(Bench bench, Work work, Assessment a, Set<String> good) {
        return new LogReading(bench, work.unit(), a, good).belief();
    }

    /** What is noted before the start of a test, in the order in which it is done. */
    public static List<Entry.Action> actions(Probe probe) {
        List<Entry.Action> actions = new ArrayList<>();
        if (probe.shape() == Probe.Shape.CONDITIONS) {
            actions.add(Entry.Action.MAINS);
            actions.add(Entry.Action.WAITED);
        }
        probe.acts().stream()
                .sorted()
                .map(act -> switch (act) {
                    case CLEAR -> Entry.Action.SETTINGS_CLEARED;
                    case FIRMWARE -> Entry.Action.FIRMWARE_UPDATED;
                    case COMPANION -> Entry.Action.COMPANION;
                })
                .forEach(actions::add);
        return actions;
    }

    /** Whether anything went wrong at all. */
    public boolean any() {
        return belief.attempts().stream().anyMatch(t -> t.seen().failed());
    }

    /** Whether the last start came up and nobody has read how much of its memory it has: reading costs less than any test. */
    public boolean readsFirst(Unit unit) {
        List<Entry.Started> starts = unit.log().starts();
        return any()
                && pending.isEmpty()
                && !starts.isEmpty()
                && starts.get(starts.size() - 1).outcome() == Entry.Outcome.STARTED
                && starts.get(starts.size() - 1).readout().total().isEmpty();
    }

    /** Of the arrangements that came up with all they have the last time, where none of what was found acts, the largest, then the last one. */
    public Optional<SortedMap<String, String>> works() {
        List<Remedy> found = diagnosis.leading().isEmpty()
                ? List.of()
                : diagnosis.leading().get(0).of();
        Map<Arrangement, Seen.What> last = new LinkedHashMap<>();
        belief.attempts().stream().filter(t -> t.elsewhere().isEmpty()).forEach(t -> {
            last.remove(t.fill());
            last.put(t.fill(), t.seen().what());
        });
        return last.entrySet().stream()
                .filter(e -> e.getValue() == Seen.What.GOOD
                        && found.stream().noneMatch(r -> Diagnosis.acts(belief, r, e.getKey())))
                .map(e -> names.modules(e.getKey()))
                .reduce((a, b) -> mebibytes(b) >= mebibytes(a) ? b : a);
    }

    private long mebibytes(SortedMap<String, String> fill) {
        return fill.values().stream()
                .mapToLong(k ->
                        names.setup().pieces().get(names.pieces().indexOf(k)).mebibytes())
                .sum();
    }

    /** The likeliest causes as they would be written down: those of a tenth and more, in permille. */
    public SortedMap<Cause.Kind, Integer> because() {
        SortedMap<Cause.Kind, Integer> because = new TreeMap<>();
        belief.causes().stream()
                .filter(c -> c.probability() >= .1)
                .forEach(c -> because.merge(c.of().kind(), (int) Math.round(1000 * c.probability()), Integer::sum));
        return because;
    }
}
