package zephyrridge.server.job;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.job.FitLine;
import zephyrridge.core.job.Intake;
import zephyrridge.core.job.JobAssessment;
import zephyrridge.core.job.JobModule;
import zephyrridge.core.job.JobState;
import zephyrridge.core.job.ReadingAccepted;
import zephyrridge.core.job.Readings;
import zephyrridge.core.machine.OperatingSystem;
import zephyrridge.core.machine.SlotModel;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.survey.Seen;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.web.Problem;

/**
 * One thing a person does to a job. The same records are the request, the stored event and the history; what they do to the
 * state is the core's.
 */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "type")
@JsonSubTypes({
    @JsonSubTypes.Type(value = JobChange.AnswerIntake.class, name = "AnswerIntake"),
    @JsonSubTypes.Type(value = JobChange.SayAbsent.class, name = "SayAbsent"),
    @JsonSubTypes.Type(value = JobChange.AddModule.class, name = "AddModule"),
    @JsonSubTypes.Type(value = JobChange.TakeFromDrawer.class, name = "TakeFromDrawer"),
    @JsonSubTypes.Type(value = JobChange.RemoveModule.class, name = "RemoveModule"),
    @JsonSubTypes.Type(value = JobChange.PlaceFound.class, name = "PlaceFound"),
    @JsonSubTypes.Type(value = JobChange.PlanModule.class, name = "PlanModule"),
    @JsonSubTypes.Type(value = JobChange.ResetPlan.class, name = "ResetPlan"),
    @JsonSubTypes.Type(value = JobChange.TickStep.class, name = "TickStep"),
    @JsonSubTypes.Type(value = JobChange.ConfirmFit.class, name = "ConfirmFit"),
    @JsonSubTypes.Type(value = JobChange.EnterReadout.class, name = "EnterReadout"),
    @JsonSubTypes.Type(value = JobChange.ClearSettings.class, name = "ClearSettings"),
    @JsonSubTypes.Type(value = JobChange.AddPhoto.class, name = "AddPhoto"),
    @JsonSubTypes.Type(value = JobChange.RemovePhoto.class, name = "RemovePhoto"),
    @JsonSubTypes.Type(value = JobChange.AddSource.class, name = "AddSource"),
    @JsonSubTypes.Type(value = JobChange.RemoveSource.class, name = "RemoveSource"),
    @JsonSubTypes.Type(value = JobChange.PlaceSource.class, name = "PlaceSource"),
    @JsonSubTypes.Type(value = JobChange.SayWhatIsSeen.class, name = "SayWhatIsSeen"),
    @JsonSubTypes.Type(value = JobChange.CorrectField.class, name = "CorrectField"),
    @JsonSubTypes.Type(value = JobChange.AcceptReading.class, name = "AcceptReading"),
    @JsonSubTypes.Type(value = JobChange.CloseJob.class, name = "CloseJob"),
    @JsonSubTypes.Type(value = JobChange.ReopenJob.class, name = "ReopenJob"),
    @JsonSubTypes.Type(value = JobChange.Undo.class, name = "Undo"),
    @JsonSubTypes.Type(value = JobChange.Redo.class, name = "Redo")
})
public sealed interface JobChange {
    int MOST_MODULES = 600;
    int MOST_PHOTOS = 40;

    /** The next state, or a {@link Problem} that says why not. */
    JobState apply(JobState state, JobWorld world);

    /**
     * Answers of Take in; what is absent stays as it is, so that two people answering different questions do not undo each other.
     *
     * @param operatingSystem empty text for not known; {@code wordBits} 0 for not known
     */
    record AnswerIntake(
            Optional<@Pattern(regexp = "(?s).*\\S.*", message = "must not be blank") @Size(max = 200) String> owner,
            Optional<@Size(max = 2000) String> wish,
            Optional<@Size(max = 64) String> operatingSystem,
            Optional<@Min(0) @Max(64) Integer> wordBits,
            Optional<Intake.Seal> seal,
            Optional<Intake.Battery> battery,
            Optional<Intake.Encryption> encryption,
            Optional<Intake.FirmwareSettings> firmwareSettings,
            Optional<Intake.WayIn> wayIn,
            Optional<@Size(max = 100) String> firmwareVersion,
            Optional<@Size(max = 2000) String> faultsBefore,
            Optional<@Size(max = 2000) String> condition)
            implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            operatingSystem
                    .filter(id -> !id.isEmpty() && OperatingSystem.find(id).isEmpty())
                    .ifPresent(id -> {
                        throw Problem.invalid(
                                "operatingSystem",
                                "There is no operating system " + id
                                        + " in the list. Choose one of it, or leave it open.");
                    });
            wordBits.filter(bits -> bits != 0 && bits != 32 && bits != 64).ifPresent(bits -> {
                throw Problem.invalid("wordBits", "The word size is 32 or 64, or left open.");
            });
            Intake now = state.intake();
            return state.withIntake(new Intake(
                    owner.orElse(now.owner()),
                    wish.orElse(now.wish()),
                    operatingSystem
                            .map(id -> Optional.of(id).filter(x -> !x.isEmpty()))
                            .orElse(now.operatingSystem()),
                    wordBits.map(bits -> Optional.of(bits).filter(x -> x != 0)).orElse(now.wordBits()),
                    seal.orElse(now.seal()),
                    battery.orElse(now.battery()),
                    encryption.orElse(now.encryption()),
                    firmwareSettings.orElse(now.firmwareSettings()),
                    wayIn.orElse(now.wayIn()),
                    firmwareVersion.orElse(now.firmwareVersion()),
                    faultsBefore.orElse(now.faultsBefore()),
                    condition.orElse(now.condition())));
        }
    }

    /** @param id a carrier or a processor that this very machine has or lacks */
    record SayAbsent(@NotBlank @Size(max = 64) String id, boolean absent) implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            var record = world.machine().record();
            if (!record.carriers().contains(id)
                    && !(record.processors().size() > 1 && record.processors().contains(id))) {
                throw Problem.notFound("carrier or processor", id);
            }
            return state.withAbsent(id, absent);
        }
    }

    /** @param position where it was found, for a module that is in the machine */
    record AddModule(
            @NotNull JobModule.Origin origin,
            @NotBlank @Size(max = 200) String label,
            Optional<@Size(max = 64) String> position)
            implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            if (origin == JobModule.Origin.DRAWER) {
                throw Problem.invalid("origin", "Modules from the drawer are taken by their tag.");
            }
            ModuleSpec spec = LabelParser.parse(label)
                    .spec()
                    .orElseThrow(() -> Problem.invalid(
                            "label", "This line is no whole module yet. Decode it and add what is missing."));
            String key = nextKey(state);
            JobState next = state.withModule(new JobModule(key, origin, label.strip(), Optional.empty(), spec));
            return position.map(p -> next.withFound(socket(p, world), key)).orElse(next);
        }
    }

    record TakeFromDrawer(@NotBlank @Size(max = 32) String tag) implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            if (state.modules().values().stream()
                    .anyMatch(m -> m.tag().map(tag::equals).orElse(false))) {
                throw Problem.invalid("tag", "Module " + tag + " is with this job already.");
            }
            Drawer.StockModule module = world.drawer().take(tag, world.jobId());
            return state.withModule(new JobModule(
                    nextKey(state), JobModule.Origin.DRAWER, module.labelLine(), Optional.of(tag), module.spec()));
        }
    }

    record RemoveModule(@NotBlank @Size(max = 16) String key) implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            module(key, state).tag().ifPresent(world.drawer()::giveBack);
            return state.withoutModule(key);
        }
    }

    /** @param key the module that was there, empty for an empty socket */
    record PlaceFound(@NotBlank @Size(max = 64) String position, Optional<@Size(max = 16) String> key)
            implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            return state.withFound(
                    socket(position, world),
                    key.map(k -> module(k, state).key()).orElse(""));
        }
    }

    /** @param key the module that is to go there, empty to leave it empty */
    record PlanModule(@NotBlank @Size(max = 64) String position, Optional<@Size(max = 16) String> key)
            implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            return state.withPlanned(
                    socket(position, world),
                    key.map(k -> module(k, state).key()).orElse(""));
        }
    }

    record ResetPlan() implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            return state.withPlanReset();
        }
    }

    record TickStep(@NotBlank @Size(max = 128) String step, boolean done) implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            JobAssessment a = world.assess(state);
            if (a.opening().stream().noneMatch(s -> s.id().equals(step))
                    && a.closing().stream().noneMatch(s -> s.id().equals(step))) {
                throw Problem.notFound("step", step);
            }
            if (done) {
                refuseIfShut(a.openingGates());
            }
            return state.withStep(step, done);
        }
    }

    /** @param seen tag or label line that was scanned or typed at the socket */
    record ConfirmFit(@NotBlank @Size(max = 64) String position, boolean done, Optional<@Size(max = 200) String> seen)
            implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            JobAssessment a = world.assess(state);
            FitLine line = a.fitLines().stream()
                    .filter(l -> l.position().id().equals(position))
                    .findFirst()
                    .orElseThrow(() -> Problem.notFound("fit line", position));
            if (done) {
                refuseIfShut(a.fittingGates());
                refuseIfShut(line.mistakes(state.fitted(), seen));
            }
            return state.withFitted(position, done);
        }
    }

    enum Phase {
        BEFORE,
        AFTER
    }

    /** @param readings by name of the reading; what is absent stays, an empty text takes a reading back */
    record EnterReadout(
            @NotNull Phase phase,
            @NotEmpty @Size(max = 12) Map<@Size(max = 32) String, @NotNull @Size(max = 500) String> readings)
            implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            return phase == Phase.BEFORE
                    ? state.withBefore(ReadoutForm.enter(state.before(), readings))
                    : state.withAfter(ReadoutForm.enter(state.after(), readings));
        }
    }

    /** Ticks that the firmware's settings are cleared, under a gate of its own. */
    record ClearSettings(boolean done) implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            if (done) {
                refuseIfShut(world.assess(state).clearingGates());
            }
            return state.withStep(JobState.CLEAR_SETTINGS, done);
        }
    }

    /** @param photo id of a picture that was uploaded for this job */
    record AddPhoto(@NotBlank @Size(max = 36) String photo, @NotNull @Size(max = 200) String caption)
            implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            if (state.photos().size() >= MOST_PHOTOS) {
                throw Problem.invalid("photo", "This job has " + MOST_PHOTOS + " photos already; take some out first.");
            }
            if (state.photos().stream().anyMatch(p -> p.id().equals(photo))) {
                throw Problem.invalid("photo", "This photo is with the job already.");
            }
            if (!world.photos().contains(world.jobId(), photo)) {
                throw Problem.notFound("photo", photo);
            }
            return state.withPhoto(new JobState.Photo(photo, caption));
        }
    }

    record RemovePhoto(@NotBlank @Size(max = 36) String photo) implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            if (state.photos().stream().noneMatch(p -> p.id().equals(photo))) {
                throw Problem.notFound("photo", photo);
            }
            return state.withoutPhoto(photo);
        }
    }

    /**
     * @param source id of something that was read for this job
     * @param position where the module is that it was read from, when that is known
     */
    record AddSource(
            @NotBlank @Size(max = 36) String source,
            @NotBlank @Size(max = 200) String name,
            Optional<@Size(max = 64) String> position)
            implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            if (state.readings().sources().stream().anyMatch(s -> s.id().equals(source))) {
                throw Problem.invalid("source", "This file is with the job already.");
            }
            if (!world.sources().contains(world.jobId(), source)) {
                throw Problem.notFound("source", source);
            }
            position.ifPresent(p -> known(p, world));
            return state.withReadings(state.readings().with(new Readings.SourceRef(source, name.strip(), position)));
        }
    }

    record RemoveSource(@NotBlank @Size(max = 36) String source) implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            requireSource(source, state);
            return state.withReadings(state.readings().without(source));
        }
    }

    /** @param position where the module is; absent for not known */
    record PlaceSource(@NotBlank @Size(max = 36) String source, Optional<@Size(max = 64) String> position)
            implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            requireSource(source, state);
            position.ifPresent(p -> known(p, world));
            return state.withReadings(state.readings().withPlace(source, position));
        }
    }

    /** @param state absent to take it back; {@code chips} data chips counted on both sides; {@code over} what lies over it */
    record SayWhatIsSeen(
            @NotBlank @Size(max = 64) String position,
            Optional<SlotModel.State> state,
            Optional<@Min(1) @Max(80) Integer> chips,
            Optional<Seen.Over> over)
            implements JobChange {
        @Override
        public JobState apply(JobState now, JobWorld world) {
            known(position, world);
            return now.withReadings(now.readings().withSeen(position, state.map(s -> new Seen(s, chips, over))));
        }
    }

    /** @param value in any spelling; "" takes the correction back */
    record CorrectField(
            @NotBlank @Size(max = 64) String position,
            @NotNull ModuleField field,
            @NotNull @Size(max = ModuleField.LONGEST) String value)
            implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            known(position, world);
            try {
                return state.withReadings(
                        state.readings().withByHand(position, field, value.isBlank() ? "" : field.canonical(value)));
            } catch (IllegalArgumentException e) {
                throw Problem.invalid("value", "\"" + value + "\" cannot stand there: " + e.getMessage() + ".");
            }
        }
    }

    /** Takes over what the sources say together: modules into their sockets, and readings that are still missing. */
    record AcceptReading() implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            JobState next = ReadingAccepted.apply(
                    state, world.survey(state), world.machine().record());
            if (next.equals(state)) {
                throw Problem.invalid(
                        "reading",
                        "There is nothing to take over: the job says all of it already, or no source makes a whole module yet.");
            }
            if (next.modules().size() > MOST_MODULES) {
                throw Problem.invalid(
                        "reading", "This job would have more than " + MOST_MODULES + " modules; remove some first.");
            }
            return next;
        }
    }

    record CloseJob(@NotNull @Size(max = 2000) String note) implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            return state.withClosing(Optional.of(
                    new JobState.Closing(world.assess(state).comparison().proven(), note)));
        }
    }

    record ReopenJob() implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            return state.withClosing(Optional.empty());
        }
    }

    /** Takes the last change back. What state that is only the history knows. */
    record Undo() implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            return world.moveTo(
                    state,
                    world.history()
                            .beforeLast()
                            .orElseThrow(() -> Problem.invalid("change", "There is nothing to undo in this job.")));
        }
    }

    /** Brings again what was undone last. */
    record Redo() implements JobChange {
        @Override
        public JobState apply(JobState state, JobWorld world) {
            return world.moveTo(
                    state,
                    world.history()
                            .nextUndone()
                            .orElseThrow(() -> Problem.invalid("change", "There is nothing to redo in this job.")));
        }
    }

    private static void requireSource(String id, JobState state) {
        if (state.readings().sources().stream().noneMatch(s -> s.id().equals(id))) {
            throw Problem.notFound("source", id);
        }
    }

    private static void known(String position, JobWorld world) {
        if (!world.machine().record().hasPosition(position)) {
            throw Problem.notFound("position", position);
        }
    }

    private static String nextKey(JobState state) {
        if (state.modules().size() >= MOST_MODULES) {
            throw Problem.invalid("label", "This job has " + MOST_MODULES + " modules already; remove some first.");
        }
        return state.freshModuleKey();
    }

    private static JobModule module(String key, JobState state) {
        JobModule module = state.modules().get(key);
        if (module == null) {
            throw Problem.notFound("module", key);
        }
        return module;
    }

    private static String socket(String position, JobWorld world) {
        var record = world.machine().record();
        if (!record.hasPosition(position)) {
            throw Problem.notFound("position", position);
        }
        if (record.position(position).isSoldered()) {
            throw Problem.invalid(
                    "position",
                    record.position(position).label() + " is soldered: nothing can be taken out or put in there.");
        }
        return position;
    }

    private static void refuseIfShut(List<Finding> gates) {
        gates.stream().filter(f -> f.severity() == Severity.STOP).findFirst().ifPresent(f -> {
            throw new GateShut(f);
        });
    }
}
