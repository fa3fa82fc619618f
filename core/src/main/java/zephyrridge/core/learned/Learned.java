package zephyrridge.core.learned;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.fault.Cause;
import zephyrridge.core.fault.Remedy;
import zephyrridge.core.limit.Trial;
import zephyrridge.core.log.Entry;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.StepTimes;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Proof;
import zephyrridge.core.unit.Grade;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/**
 * What a job that is handed back teaches the shop: what ran, what failed and why, how long hands took. A pure function of the
 * job, so that what is learned of a start that was retracted goes with it.
 */
public final class Learned {
    private Learned() {}

    /**
     * Trials of this model. A success is what was proven, or part proven, where something was changed; a job that proved nothing
     * adds none. A failure is an arrangement that did not come up well, with the cause that was confirmed later; without one it is
     * kept as not confirmed and counts for nothing.
     *
     * @param job name of the job; each trial's id begins with it
     * @param machine the physical machine; {@code who} closed it
     */
    public static List<Trial> trials(Work work, Bench bench, String job, String machine, String who, LocalDate when) {
        Unit unit = work.unit();
        if (unit.closing().isEmpty()) {
            return List.of();
        }
        Unit.Closing closing = unit.closing().get();
        Assessment a = Assessment.of(bench, work);
        boolean seen = closing.grade() != Grade.OLD_RULE && closing.grade().reaches(Grade.SEEN);
        boolean changed = !a.inIt().equals(unit.asFound());
        List<Trial> trials = new ArrayList<>();
        if (seen && changed) {
            trials.add(trial(
                    unit,
                    bench,
                    job + "-0",
                    machine,
                    a.now().inIt(),
                    closing.proven() ? Trial.Outcome.PROVEN : Trial.Outcome.PART_PROVEN,
                    Trial.Cause.NONE,
                    who,
                    when));
        }
        List<Entry.FaultFound> found = unit.log().happened().stream()
                .filter(Entry.FaultFound.class::isInstance)
                .map(Entry.FaultFound.class::cast)
                .toList();
        if (seen || !found.isEmpty()) {
            ranOnTheWay(unit, a)
                    .forEach(fill -> trials.add(trial(
                            unit,
                            bench,
                            job + "-" + (trials.size() + 1),
                            machine,
                            fill,
                            Trial.Outcome.PART_PROVEN,
                            Trial.Cause.NONE,
                            who,
                            when)));
        }
        // What nobody confirmed is worth keeping only beside a proof: what is unproven teaches nothing.
        if (seen || !found.isEmpty()) {
            failures(a, found, seen)
                    .forEach((fill, cause) -> trials.add(trial(
                            unit,
                            bench,
                            job + "-" + (trials.size() + 1),
                            machine,
                            fill,
                            Trial.Outcome.FAILED,
                            cause,
                            who,
                            when)));
        }
        return List.copyOf(trials);
    }

    /**
     * Kits that were tried, seen to run and taken out again: of each its last start came up with all it should, and nothing of it is
     * unexplained. What was in it as it came teaches nothing new.
     */
    private static Set<SortedMap<String, String>> ranOnTheWay(Unit unit, Assessment a) {
        Map<SortedMap<String, String>, Boolean> ran = new LinkedHashMap<>();
        for (Proof.Try t : a.proof().tries()) {
            ran.put(t.start().arrangement(), ranWell(t));
        }
        ran.keySet()
                .removeIf(fill ->
                        fill.equals(a.inIt()) || unit.asFound().entrySet().containsAll(fill.entrySet()));
        ran.values().removeIf(well -> !well);
        return ran.keySet();
    }

    private static boolean ranWell(Proof.Try t) {
        Comparison c = t.comparison();
        boolean total = c.line(Comparison.Field.FIRMWARE_TOTAL).verdict().settled()
                || c.line(Comparison.Field.SYSTEM_TOTAL).verdict().settled();
        return !t.start().failed()
                && total
                && c.lines().stream()
                        .noneMatch(l -> l.verdict() == Comparison.Verdict.DIFFERENT
                                && !t.accepted().contains(l.field()));
    }

    private static Map<SortedMap<String, String>, Trial.Cause> failures(
            Assessment a, List<Entry.FaultFound> found, boolean seen) {
        Map<SortedMap<String, String>, Trial.Cause> failures = new LinkedHashMap<>();
        for (Proof.Try t : a.proof().tries()) {
            boolean failed = t.start().failed() || t.start().readout().hasErrors();
            if (failed && !t.start().arrangement().equals(a.inIt())) {
                Trial.Cause cause = found.stream()
                        .filter(f -> f.no() > t.start().no())
                        .flatMap(f -> cause(f, t.start().arrangement()).stream())
                        .findFirst()
                        .orElse(Trial.Cause.NOT_CONFIRMED);
                if (seen || cause != Trial.Cause.NOT_CONFIRMED) {
                    failures.merge(t.start().arrangement(), cause, (x, y) -> x == Trial.Cause.NOT_CONFIRMED ? y : x);
                }
            }
        }
        return failures;
    }

    /** Why an arrangement failed, where what was found is about it. */
    private static Optional<Trial.Cause> cause(Entry.FaultFound f, SortedMap<String, String> fill) {
        for (Entry.FaultFound.Found what : f.found()) {
            boolean about = what.modules().isEmpty() || fill.values().stream().anyMatch(what.modules()::contains);
            boolean there = what.place().isEmpty() || fill.containsKey(what.place());
            if (!about || !there) {
                continue;
            }
            switch (what.remedy()) {
                case SMALLER_KIT -> {
                    return Optional.of(Trial.Cause.KIND_ABOVE_LIMIT);
                }
                case KEEP_APART -> {
                    if (fill.values().containsAll(what.modules())) {
                        return Optional.of(Trial.Cause.KINDS_TOGETHER);
                    }
                }
                case OTHER_ORDER -> {
                    if (what.modules().contains(fill.get(what.place()))) {
                        return Optional.of(Trial.Cause.ORDER);
                    }
                }
                case REPLACE -> {
                    return Optional.of(Trial.Cause.BAD_MODULE);
                }
                case AVOID_SLOT, AVOID_CHANNEL, AVOID_CARRIER, AVOID_PROCESSOR -> {
                    return Optional.of(Trial.Cause.SOCKET);
                }
                default -> {
                    return Optional.of(mended(f, what.remedy()));
                }
            }
        }
        return Optional.empty();
    }

    /** What was mended on the way: named where one cause leads clearly. */
    private static Trial.Cause mended(Entry.FaultFound f, Remedy.Kind remedy) {
        Optional<Cause.Kind> because = f.because().entrySet().stream()
                .filter(e -> e.getValue() >= 500)
                .map(Map.Entry::getKey)
                .findFirst();
        if (remedy == Remedy.Kind.RESEAT
                || because.filter(c -> c == Cause.Kind.SEATING).isPresent()) {
            return Trial.Cause.SEATING;
        }
        if (remedy == Remedy.Kind.SETTINGS
                || because.filter(c -> c == Cause.Kind.SETTINGS).isPresent()) {
            return Trial.Cause.SETTINGS;
        }
        boolean power = because.filter(c -> c == Cause.Kind.POWER || c == Cause.Kind.TRAINING)
                .isPresent();
        return power || remedy == Remedy.Kind.POWER ? Trial.Cause.POWER : Trial.Cause.NOT_CONFIRMED;
    }

    private static Trial trial(
            Unit unit,
            Bench bench,
            String id,
            String machine,
            SortedMap<String, String> fill,
            Trial.Outcome outcome,
            Trial.Cause cause,
            String who,
            LocalDate when) {
        SortedMap<String, ModuleSpec> sockets = new TreeMap<>();
        fill.forEach((position, key) -> {
            if (bench.record().hasPosition(position) && unit.modules().containsKey(key)) {
                sockets.put(position, unit.modules().get(key).spec());
            }
        });
        String firmware = unit.intake().firmwareVersion();
        return new Trial(
                id,
                Trial.Relation.THIS_MODEL,
                machine,
                sockets,
                new TreeSet<>(unit.deviations().absent()),
                firmware.isBlank() ? Optional.empty() : Optional.of(firmware),
                outcome,
                cause,
                who,
                when,
                "",
                Optional.of(unit.intake().processor()).filter(p -> !p.isBlank()));
    }

    /**
     * What the hands of several jobs of one model took.
     *
     * @param seconds by part; {@code firstStarts} seconds of good starts whose minutes were noted, one figure a job, {@code signals} codes that were seen
     * @param faults what was found wrong, with how often
     * @param screws by part, as they were drawn in the job that drew most of them
     * @param hard screws that would not come, or were spoilt
     */
    public record Practice(
            SortedMap<String, Times> seconds,
            Optional<Median> opening,
            Optional<Median> firstStarts,
            List<String> signals,
            SortedMap<Remedy.Kind, Integer> faults,
            SortedMap<String, List<Fastener>> screws,
            List<Hard> hard) {}

    /** @param state TIGHT or STRIPPED, the worse that was said of it; {@code jobs} in which it was */
    public record Hard(String part, String fastener, Entry.Screw state, int jobs) {}

    /** @param n over how many jobs; {@code value} the middle one, which one slow job does not move */
    public record Median(int n, int value) {
        static Optional<Median> of(List<Integer> values) {
            List<Integer> sorted = values.stream().sorted().toList();
            return sorted.isEmpty()
                    ? Optional.empty()
                    : Optional.of(new Median(sorted.size(), sorted.get(sorted.size() / 2)));
        }
    }

    public record Times(Optional<Median> off, Optional<Median> on) {}

    /** @param parts ids of the record's parts; {@code jobs} that were handed back */
    public static Practice practice(Set<String> parts, List<Unit> jobs) {
        SortedMap<String, Times> seconds = new TreeMap<>();
        for (String part : parts) {
            Optional<Median> off = Median.of(jobs.stream()
                    .flatMap(u -> StepTimes.ofPart(u.log(), part, Entry.Did.TAKE_OFF).stream())
                    .toList());
            Optional<Median> on = Median.of(jobs.stream()
                    .flatMap(u -> StepTimes.ofPart(u.log(), part, Entry.Did.PUT_BACK).stream())
                    .toList());
            if (off.isPresent() || on.isPresent()) {
                seconds.put(part, new Times(off, on));
            }
        }
        SortedMap<Remedy.Kind, Integer> faults = new TreeMap<>();
        Set<String> signals = new TreeSet<>();
        List<Integer> starts = new ArrayList<>();
        for (Unit u : jobs) {
            List<Integer> ofJob = new ArrayList<>();
            for (Entry e : u.log().happened()) {
                if (e instanceof Entry.FaultFound f) {
                    f.found().forEach(x -> faults.merge(x.remedy(), 1, Integer::sum));
                } else if (e instanceof Entry.Started s) {
                    if (s.outcome() == Entry.Outcome.SIGNAL && !s.note().isBlank()) {
                        signals.add(s.note());
                    }
                    s.minutes().filter(m -> m > 0 && !s.failed()).ifPresent(m -> ofJob.add(m * 60));
                }
            }
            Median.of(ofJob).ifPresent(m -> starts.add(m.value()));
        }
        return new Practice(
                seconds,
                Median.of(jobs.stream()
                        .map(u -> StepTimes.minutes(u.log(), e -> e instanceof Entry.Stepped))
                        .filter(m -> m > 0)
                        .toList()),
                Median.of(starts),
                List.copyOf(signals),
                faults,
                drawn(jobs),
                hard(jobs));
    }

    private static SortedMap<String, List<Fastener>> drawn(List<Unit> jobs) {
        SortedMap<String, List<Fastener>> drawn = new TreeMap<>();
        for (Unit u : jobs) {
            u.deviations()
                    .screws()
                    .forEach((part, screws) -> drawn.merge(part, screws, (a, b) -> b.size() > a.size() ? b : a));
        }
        return drawn;
    }

    private static List<Hard> hard(List<Unit> jobs) {
        SortedMap<String, Hard> hard = new TreeMap<>();
        for (Unit u : jobs) {
            SortedMap<String, Hard> ofJob = new TreeMap<>();
            for (Entry e : u.log().happened()) {
                if (e instanceof Entry.Fastened f
                        && (f.state() == Entry.Screw.TIGHT || f.state() == Entry.Screw.STRIPPED)) {
                    ofJob.merge(f.key(), new Hard(f.part(), f.fastener(), f.state(), 1), (a, b) -> worse(a, b, 1));
                }
            }
            ofJob.forEach((key, h) -> hard.merge(key, h, (a, b) -> worse(a, b, a.jobs() + 1)));
        }
        return List.copyOf(hard.values());
    }

    private static Hard worse(Hard a, Hard b, int jobs) {
        return new Hard(a.part(), a.fastener(), a.state() == Entry.Screw.STRIPPED ? a.state() : b.state(), jobs);
    }
}
