package zephyrridge.core.job;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.proof.Readout;

/**
 * One upgrade as far as it has come. Immutable; each method that changes something gives the next state.
 *
 * @param absent carriers and processors that this very machine lacks
 * @param modules by key
 * @param asFound module key by position, as the machine came in
 * @param planned what the plan changes: module key by position, "" where the plan empties it; other positions stay as found
 * @param stepsDone ids of opening and closing steps that are ticked off
 * @param fitted positions whose fitting was confirmed
 * @param readings what was read for it, seen and corrected
 * @param photos pictures of the condition; the pictures themselves are kept elsewhere, under their ids
 */
public record JobState(
        Intake intake,
        SortedSet<String> absent,
        SortedMap<String, JobModule> modules,
        SortedMap<String, String> asFound,
        SortedMap<String, String> planned,
        SortedSet<String> stepsDone,
        SortedSet<String> fitted,
        Readout before,
        Readout after,
        List<Photo> photos,
        Readings readings,
        Optional<Closing> closing) {
    /** @param proven whether the proof held when the job was closed; {@code note} what the owner is told */
    public record Closing(boolean proven, String note) {}

    /** @param id of the picture; {@code caption} what it shows, maybe empty */
    public record Photo(String id, String caption) {}

    /** The step by which the firmware's settings are cleared; it is offered when a start fails, and ticked like any other. */
    public static final String CLEAR_SETTINGS = "clear-settings";

    public static final JobState NEW = new JobState(
            Intake.EMPTY,
            new TreeSet<>(),
            new TreeMap<>(),
            new TreeMap<>(),
            new TreeMap<>(),
            new TreeSet<>(),
            new TreeSet<>(),
            Readout.NOTHING,
            Readout.NOTHING,
            List.of(),
            Readings.NONE,
            Optional.empty());

    public JobState {
        absent = Collections.unmodifiableSortedSet(new TreeSet<>(absent));
        modules = Collections.unmodifiableSortedMap(new TreeMap<>(modules));
        asFound = Collections.unmodifiableSortedMap(new TreeMap<>(asFound));
        planned = Collections.unmodifiableSortedMap(new TreeMap<>(planned));
        stepsDone = Collections.unmodifiableSortedSet(new TreeSet<>(stepsDone));
        fitted = Collections.unmodifiableSortedSet(new TreeSet<>(fitted));
        photos = List.copyOf(photos);
    }

    public JobState withIntake(Intake next) {
        return new JobState(
                next, absent, modules, asFound, planned, stepsDone, fitted, before, after, photos, readings, closing);
    }

    public JobState withAbsent(String carrierOrProcessor, boolean missing) {
        return new JobState(
                intake,
                with(absent, carrierOrProcessor, missing),
                modules,
                asFound,
                planned,
                stepsDone,
                fitted,
                before,
                after,
                photos,
                readings,
                closing);
    }

    public JobState withModule(JobModule module) {
        SortedMap<String, JobModule> next = new TreeMap<>(modules);
        next.put(module.key(), module);
        return new JobState(
                intake, absent, next, asFound, planned, stepsDone, fitted, before, after, photos, readings, closing);
    }

    /** A key that no module of this job has: one above the highest. */
    public String freshModuleKey() {
        return "m"
                + (modules.keySet().stream()
                                .mapToInt(k -> Integer.parseInt(k.substring(1)))
                                .max()
                                .orElse(0)
                        + 1);
    }

    /** Takes a module out of the job and out of both layouts. */
    public JobState withoutModule(String key) {
        SortedMap<String, JobModule> next = new TreeMap<>(modules);
        next.remove(key);
        SortedMap<String, String> found = new TreeMap<>(asFound);
        found.values().removeIf(key::equals);
        SortedMap<String, String> plan = new TreeMap<>(planned);
        plan.values().removeIf(key::equals);
        return new JobState(
                intake, absent, next, found, plan, stepsDone, fitted, before, after, photos, readings, closing);
    }

    /** Says what was in a position when the machine came; "" for empty. */
    public JobState withFound(String position, String key) {
        SortedMap<String, String> next = new TreeMap<>(asFound);
        next.values().removeIf(key::equals);
        if (key.isEmpty()) {
            next.remove(position);
        } else {
            next.put(position, key);
        }
        return new JobState(
                        intake, absent, modules, next, planned, stepsDone, fitted, before, after, photos, readings,
                        closing)
                .tidied();
    }

    /** Plans a module into a position, from wherever the plan had it; "" empties the position. */
    public JobState withPlanned(String position, String key) {
        SortedMap<String, String> next = new TreeMap<>(planned);
        if (!key.isEmpty()) {
            for (Map.Entry<String, String> other : plannedModules().entrySet()) {
                if (other.getValue().equals(key)) {
                    next.put(other.getKey(), "");
                }
            }
        }
        next.put(position, key);
        SortedSet<String> stillFitted = new TreeSet<>(fitted);
        stillFitted.removeIf(p -> !next.getOrDefault(p, "").equals(planned.getOrDefault(p, "")));
        return new JobState(
                        intake,
                        absent,
                        modules,
                        asFound,
                        next,
                        stepsDone,
                        stillFitted,
                        before,
                        after,
                        photos,
                        readings,
                        closing)
                .tidied();
    }

    public JobState withPlanReset() {
        return new JobState(
                intake,
                absent,
                modules,
                asFound,
                new TreeMap<>(),
                stepsDone,
                new TreeSet<>(),
                before,
                after,
                photos,
                readings,
                closing);
    }

    public JobState withStep(String step, boolean done) {
        return new JobState(
                intake,
                absent,
                modules,
                asFound,
                planned,
                with(stepsDone, step, done),
                fitted,
                before,
                after,
                photos,
                readings,
                closing);
    }

    public JobState withFitted(String position, boolean done) {
        return new JobState(
                intake,
                absent,
                modules,
                asFound,
                planned,
                stepsDone,
                with(fitted, position, done),
                before,
                after,
                photos,
                readings,
                closing);
    }

    public JobState withBefore(Readout readout) {
        return new JobState(
                intake, absent, modules, asFound, planned, stepsDone, fitted, readout, after, photos, readings,
                closing);
    }

    public JobState withAfter(Readout readout) {
        return new JobState(
                intake, absent, modules, asFound, planned, stepsDone, fitted, before, readout, photos, readings,
                closing);
    }

    public JobState withPhoto(Photo photo) {
        return withPhotos(Stream.concat(photos.stream(), Stream.of(photo)).toList());
    }

    public JobState withoutPhoto(String id) {
        return withPhotos(photos.stream().filter(p -> !p.id().equals(id)).toList());
    }

    private JobState withPhotos(List<Photo> next) {
        return new JobState(
                intake, absent, modules, asFound, planned, stepsDone, fitted, before, after, next, readings, closing);
    }

    public JobState withReadings(Readings next) {
        return new JobState(
                intake, absent, modules, asFound, planned, stepsDone, fitted, before, after, photos, next, closing);
    }

    public JobState withClosing(Optional<Closing> next) {
        return new JobState(
                intake, absent, modules, asFound, planned, stepsDone, fitted, before, after, photos, readings, next);
    }

    /** Module key by position as the plan has it. */
    public SortedMap<String, String> plannedModules() {
        SortedMap<String, String> whole = new TreeMap<>(asFound);
        planned.forEach((position, key) -> {
            if (key.isEmpty()) {
                whole.remove(position);
            } else {
                whole.put(position, key);
            }
        });
        return whole;
    }

    public Layout asFoundLayout(MachineRecord record) {
        return Layout.of(record, specs(asFound), absent);
    }

    public Layout plannedLayout(MachineRecord record) {
        return Layout.of(record, specs(plannedModules()), absent);
    }

    /** Plan entries that say what is so anyway are dropped, so that "changed" stays true. */
    private JobState tidied() {
        SortedMap<String, String> next = new TreeMap<>(planned);
        next.entrySet().removeIf(e -> e.getValue().equals(asFound.getOrDefault(e.getKey(), "")));
        return next.equals(planned)
                ? this
                : new JobState(
                        intake, absent, modules, asFound, next, stepsDone, fitted, before, after, photos, readings,
                        closing);
    }

    private Map<String, ModuleSpec> specs(SortedMap<String, String> keys) {
        Map<String, ModuleSpec> specs = new LinkedHashMap<>();
        keys.forEach((position, key) -> specs.put(position, modules.get(key).spec()));
        return specs;
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
}
