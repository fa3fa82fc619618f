package zephyrridge.core.job;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.OperatingSystem;
import zephyrridge.core.machine.SlotModel;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.survey.Seen;

/**
 * One thing a person does to a job. The same records are the request, the stored event and the history. What each does to a job,
 * and what it is refused for, stands here and nowhere else.
 */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "type")
@JsonSubTypes({
    @JsonSubTypes.Type(value = Change.AnswerIntake.class, name = "AnswerIntake"),
    @JsonSubTypes.Type(value = Change.SayAbsent.class, name = "SayAbsent"),
    @JsonSubTypes.Type(value = Change.SayMissing.class, name = "SayMissing"),
    @JsonSubTypes.Type(value = Change.AddModule.class, name = "AddModule"),
    @JsonSubTypes.Type(value = Change.TakeFromDrawer.class, name = "TakeFromDrawer"),
    @JsonSubTypes.Type(value = Change.RemoveModule.class, name = "RemoveModule"),
    @JsonSubTypes.Type(value = Change.PlaceFound.class, name = "PlaceFound"),
    @JsonSubTypes.Type(value = Change.PlanModule.class, name = "PlanModule"),
    @JsonSubTypes.Type(value = Change.ResetPlan.class, name = "ResetPlan"),
    @JsonSubTypes.Type(value = Change.ChoosePlan.class, name = "ChoosePlan"),
    @JsonSubTypes.Type(value = Change.TickStep.class, name = "TickStep"),
    @JsonSubTypes.Type(value = Change.ConfirmFit.class, name = "ConfirmFit"),
    @JsonSubTypes.Type(value = Change.MoveModule.class, name = "MoveModule"),
    @JsonSubTypes.Type(value = Change.Reseat.class, name = "Reseat"),
    @JsonSubTypes.Type(value = Change.LogStart.class, name = "LogStart"),
    @JsonSubTypes.Type(value = Change.LogAction.class, name = "LogAction"),
    @JsonSubTypes.Type(value = Change.Retract.class, name = "Retract"),
    @JsonSubTypes.Type(value = Change.EnterReadout.class, name = "EnterReadout"),
    @JsonSubTypes.Type(value = Change.AcceptDifference.class, name = "AcceptDifference"),
    @JsonSubTypes.Type(value = Change.ClearSettings.class, name = "ClearSettings"),
    @JsonSubTypes.Type(value = Change.AddPhoto.class, name = "AddPhoto"),
    @JsonSubTypes.Type(value = Change.RemovePhoto.class, name = "RemovePhoto"),
    @JsonSubTypes.Type(value = Change.AddSource.class, name = "AddSource"),
    @JsonSubTypes.Type(value = Change.RemoveSource.class, name = "RemoveSource"),
    @JsonSubTypes.Type(value = Change.PlaceSource.class, name = "PlaceSource"),
    @JsonSubTypes.Type(value = Change.SayWhatIsSeen.class, name = "SayWhatIsSeen"),
    @JsonSubTypes.Type(value = Change.CorrectField.class, name = "CorrectField"),
    @JsonSubTypes.Type(value = Change.AcceptReading.class, name = "AcceptReading"),
    @JsonSubTypes.Type(value = Change.CloseJob.class, name = "CloseJob"),
    @JsonSubTypes.Type(value = Change.ReopenJob.class, name = "ReopenJob"),
    @JsonSubTypes.Type(value = Change.Undo.class, name = "Undo"),
    @JsonSubTypes.Type(value = Change.Redo.class, name = "Redo")
})
public sealed interface Change {
    int MOST_PHOTOS = 40;

    /** Names of the changes that undo does not take back: they are undo and redo themselves. */
    Set<String> OF_HISTORY = Set.of("Undo", "Redo");

    /** What becomes of a job when this is done to it. */
    static Outcome applied(Change change, Work work, Bench bench, Ports ports) {
        if (work.unit().closing().isPresent() && !change.opensAgain()) {
            return new Outcome.Refused(Refusal.NOT_CLOSED_JOB.of("change", ""));
        }
        try {
            return new Outcome.Applied(change.to(new Situation(work, bench, ports)));
        } catch (Refusal.Thrown refused) {
            return new Outcome.Refused(refused.why());
        }
    }

    /** The job as it is then; ends with the situation's refusal where it cannot be. */
    Work to(Situation s);

    /** Whether it may be made while the job is handed back. */
    default boolean opensAgain() {
        return false;
    }

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
            implements Change {
        @Override
        public Work to(Situation s) {
            operatingSystem
                    .filter(id -> !id.isEmpty() && OperatingSystem.find(id).isEmpty())
                    .ifPresent(id -> {
                        throw s.refused(Refusal.OS_UNKNOWN.of("operatingSystem", id));
                    });
            wordBits.filter(bits -> bits != 0 && bits != 32 && bits != 64).ifPresent(bits -> {
                throw s.refused(Refusal.WORD_SIZE.of("wordBits", String.valueOf(bits)));
            });
            Intake now = s.unit.intake();
            Intake next = new Intake(
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
                    condition.orElse(now.condition()));
            Order order = s.work.order();
            Unit unit = s.unit.withIntake(next);
            return new Work(
                    new Order(owner.orElse(order.owner()), wish.orElse(order.wish())),
                    battery.isPresent() ? s.stillHolds(unit, s.bench) : unit);
        }
    }

    /** @param id a carrier or a processor that this very machine has or lacks */
    record SayAbsent(@NotBlank @Size(max = 64) String id, boolean absent) implements Change {
        @Override
        public Work to(Situation s) {
            var record = s.bench.record();
            if (!record.carriers().contains(id)
                    && !(record.processors().size() > 1 && record.processors().contains(id))) {
                throw s.noSuch("carrier or processor", id);
            }
            return s.work.with(s.unit.withDeviations(s.unit.deviations().withAbsent(id, absent)));
        }
    }

    /** @param position one of the record that this very machine does not have, or has after all */
    record SayMissing(@NotBlank @Size(max = 64) String position, boolean missing) implements Change {
        @Override
        public Work to(Situation s) {
            if (!missing) {
                if (!s.unit.deviations().missing().contains(position)) {
                    throw s.noSuch("position", position);
                }
                return s.work.with(s.unit.withDeviations(s.unit.deviations().withMissing(position, false)));
            }
            return s.work.with(without(s, position, s.unit));
        }

        /** Without a position: its plan goes too; what was found in it contradicts that it is not there. */
        static Unit without(Situation s, String position, Unit unit) {
            s.position(position);
            if (unit.asFound().containsKey(position)
                    || s.bench.record().positions().size() == 1) {
                throw s.refused(Refusal.POSITION_NEEDED.of(
                        "position", s.bench.record().position(position).label()));
            }
            if (s.unit.log().speaksOf(position)) {
                throw s.refused(Refusal.POSITION_NEEDED.of(
                        "position", s.bench.record().position(position).label()));
            }
            return unit.withoutPosition(position);
        }
    }

    /** @param position where it was found, for a module that is in the machine */
    record AddModule(
            @NotNull JobModule.Origin origin,
            @NotBlank @Size(max = 200) String label,
            Optional<@Size(max = 64) String> position)
            implements Change {
        @Override
        public Work to(Situation s) {
            if (origin == JobModule.Origin.DRAWER) {
                throw s.refused(Refusal.FROM_DRAWER_BY_TAG.of("origin", origin.name()));
            }
            ModuleSpec spec = LabelParser.parse(label)
                    .spec()
                    .orElseThrow(() -> s.refused(Refusal.LABEL_NOT_WHOLE.of("label", label)));
            String key = s.freshKey();
            Unit next = s.unit.withModule(new JobModule(key, origin, label.strip(), Optional.empty(), spec));
            return s.work.with(position.map(p -> s.stillHolds(next.withFound(s.socket(p), key), s.bench))
                    .orElse(next));
        }
    }

    /** Puts a module of the drawer beside the plan, to be tried; it stays free for others until the plan is chosen. */
    record TakeFromDrawer(@NotBlank @Size(max = 32) String tag) implements Change {
        @Override
        public Work to(Situation s) {
            return s.work.with(s.unit.withModule(fromDrawer(s, tag)));
        }

        static JobModule fromDrawer(Situation s, String tag) {
            if (withTag(s.unit, tag).isPresent()) {
                throw s.refused(Refusal.TAG_HERE_ALREADY.of("tag", tag));
            }
            Ports.Stock stock = s.stock(tag);
            return new JobModule(
                    s.freshKey(), JobModule.Origin.DRAWER, stock.labelLine(), Optional.of(tag), stock.spec());
        }

        static Optional<JobModule> withTag(Unit unit, String tag) {
            return unit.modules().values().stream()
                    .filter(m -> m.tag().map(tag::equals).orElse(false))
                    .findFirst();
        }
    }

    record RemoveModule(@NotBlank @Size(max = 16) String key) implements Change {
        @Override
        public Work to(Situation s) {
            JobModule module = s.module(key);
            boolean inLog = s.unit.log().entries().stream()
                    .anyMatch(e -> e instanceof Entry.Moved m && m.module().equals(key)
                            || e instanceof Entry.Started t && t.arrangement().containsValue(key)
                            || e instanceof Entry.Reseated r && r.module().equals(key));
            if (inLog) {
                throw s.refused(Refusal.MODULE_IN_LOG.of("key", module.labelLine()));
            }
            return s.work.with(s.unit.withoutModule(key));
        }
    }

    /** @param key the module that was there, empty for an empty socket */
    record PlaceFound(@NotBlank @Size(max = 64) String position, Optional<@Size(max = 16) String> key)
            implements Change {
        @Override
        public Work to(Situation s) {
            Unit next = s.unit.withFound(
                    s.socket(position), key.map(k -> s.module(k).key()).orElse(""));
            return s.work.with(s.stillHolds(next, s.bench));
        }
    }

    /**
     * @param key the module that is to go there; {@code tag} one of the drawer instead; with neither the position is left empty
     */
    record PlanModule(
            @NotBlank @Size(max = 64) String position,
            Optional<@Size(max = 16) String> key,
            Optional<@Size(max = 32) String> tag)
            implements Change {
        @Override
        public Work to(Situation s) {
            String socket = s.socket(position);
            if (tag.isEmpty()) {
                return s.work.with(s.unit.withPlanned(
                        socket, key.map(k -> s.module(k).key()).orElse("")));
            }
            Optional<JobModule> here = TakeFromDrawer.withTag(s.unit, tag.get());
            JobModule module = here.orElseGet(() -> TakeFromDrawer.fromDrawer(s, tag.get()));
            return s.work.with(s.unit.withModule(module).withPlanned(socket, module.key()));
        }
    }

    record ResetPlan() implements Change {
        @Override
        public Work to(Situation s) {
            return s.work.with(s.unit.withPlanReset());
        }
    }

    /** Decides on the plan on the table: from now on its modules of the drawer are this job's. */
    record ChoosePlan(boolean chosen) implements Change {
        @Override
        public Work to(Situation s) {
            if (chosen) {
                Assessment a = s.assess();
                if (a.plan().changed().isEmpty()) {
                    throw s.refused(Refusal.NOTHING_PLANNED.of("plan", ""));
                }
                s.refuseIfShut(a.plan().findings());
                Set<String> held = s.unit.heldTags();
                for (String key : s.unit.plannedModules().values()) {
                    s.unit.modules()
                            .get(key)
                            .tag()
                            .filter(t -> !held.contains(t))
                            .ifPresent(s::stock);
                }
            }
            return s.work.with(s.unit.withChosen(chosen));
        }
    }

    /** Says that a step of opening or closing is done, or was not. */
    record TickStep(@NotBlank @Size(max = 128) String step, boolean done) implements Change {
        @Override
        public Work to(Situation s) {
            Entry.Did did = WorkStep.did(step).orElseThrow(() -> s.noSuch("step", step));
            String part = WorkStep.part(step);
            if (!part.isEmpty() && s.bench.record().access().part(part).isEmpty()) {
                throw s.noSuch("step", step);
            }
            if (!done) {
                return s.work.with(s.retracted(lastOf(s, did, part), ""));
            }
            Assessment a = s.assess();
            gates(s, a, did);
            Unit unit = s.unit;
            if (did == Entry.Did.TAKE_OFF && a.now().opening().isEmpty()) {
                SortedSet<String> about = new TreeSet<>();
                a.fitLines().stream()
                        .filter(l -> !l.done())
                        .forEach(l -> about.add(l.position().id()));
                Entry.Purpose purpose = about.isEmpty() ? Entry.Purpose.LOOK : Entry.Purpose.FIT;
                unit = s.logged(unit, new Entry.Opened(s.stamp(unit.log()), purpose, about));
            }
            return s.work.with(s.logged(unit, new Entry.Stepped(s.stamp(unit.log()), did, part)));
        }

        /** Making it dead is always right; a swollen pack is not closed in; all else waits for the gates of any opening. */
        private static void gates(Situation s, Assessment a, Entry.Did did) {
            switch (did) {
                case POWER_DOWN, UNPLUG, GROUND -> {}
                case PUT_BACK -> s.refuseIfShut(a.openingGates().stream()
                        .filter(f -> f.code() == GateFinding.GATE_BATTERY_SWOLLEN)
                        .toList());
                case DRAIN, TAKE_OFF -> s.refuseIfShut(a.openingGates());
            }
        }

        private static int lastOf(Situation s, Entry.Did did, String part) {
            List<Entry> happened = s.unit.log().happened();
            for (int i = happened.size() - 1; i >= 0; i--) {
                if (happened.get(i) instanceof Entry.Stepped e
                        && e.did() == did
                        && e.part().equals(part)) {
                    return e.no();
                }
            }
            throw s.noSuch("step", did.name());
        }
    }

    /**
     * Does a line of Fit: what is in the position comes out onto the tray, what the plan has goes in. Undone, both moves are
     * retracted with what hangs on them.
     *
     * @param seen tag or label line that was scanned or typed at the socket
     */
    record ConfirmFit(@NotBlank @Size(max = 64) String position, boolean done, Optional<@Size(max = 200) String> seen)
            implements Change {
        @Override
        public Work to(Situation s) {
            Assessment a = s.assess();
            FitLine line = a.fitLines().stream()
                    .filter(l -> l.position().id().equals(position))
                    .findFirst()
                    .orElseThrow(() -> s.noSuch("fit line", position));
            if (line.done() == done) {
                throw s.refused(
                        Refusal.HERE_ALREADY.of("position", line.position().label()));
            }
            if (!done) {
                return s.work.with(takenBack(s));
            }
            s.refuseIfShut(a.fittingGates());
            s.refuseIfShut(line.mistakes(a.inIt(), s.unit.plannedModules(), seen));
            Unit next = s.unit;
            String there = a.inIt().get(position);
            if (there != null) {
                next = moved(s, next, there, Place.TRAY, "");
            }
            String in = s.unit.plannedModules().get(position);
            if (in != null) {
                next = moved(s, next, in, Place.position(position), seen.orElse(""));
            }
            return s.work.with(next);
        }

        private Unit takenBack(Situation s) {
            List<Entry> happened = s.unit.log().happened();
            Unit next = s.unit;
            SortedSet<Integer> gone = new TreeSet<>();
            for (int i = happened.size() - 1; i >= 0; i--) {
                if (happened.get(i) instanceof Entry.Moved m
                        && (m.to().equals(Place.position(position)) || m.from().equals(Place.position(position)))) {
                    gone.addAll(Now.hangingOn(m.no(), s.unit, s.bench));
                    boolean first = m.from().equals(Place.position(position));
                    boolean pair = i > 0
                            && happened.get(i - 1) instanceof Entry.Moved before
                            && before.from().equals(Place.position(position))
                            && before.no() == m.no() - 1;
                    if (!first && pair) {
                        gone.addAll(Now.hangingOn(happened.get(i - 1).no(), s.unit, s.bench));
                    }
                    break;
                }
            }
            if (gone.isEmpty()) {
                throw s.noSuch("fit line", position);
            }
            return s.retracted(next, gone, "");
        }
    }

    private static Unit moved(Situation s, Unit unit, String key, Place to, String seen) {
        Place from = Optional.ofNullable(Now.of(unit).places().get(key)).orElse(Place.TRAY);
        return s.logged(unit, new Entry.Moved(s.stamp(unit.log()), key, from, to, seen.strip()));
    }

    /** A module goes to a place, whatever the plan says: fault tests may put any module anywhere that takes it. */
    record MoveModule(@NotBlank @Size(max = 16) String key, @NotNull Place.Kind to, @NotNull @Size(max = 64) String id)
            implements Change {
        @Override
        public Work to(Situation s) {
            s.module(key);
            if (to == Place.Kind.POSITION) {
                s.socket(id);
            }
            s.refuseIfShut(s.assess().openingGates());
            return s.work.with(moved(s, s.unit, key, new Place(to, to == Place.Kind.TRAY ? "" : id), ""));
        }
    }

    record Reseat(@NotBlank @Size(max = 64) String position) implements Change {
        @Override
        public Work to(Situation s) {
            String module = Optional.ofNullable(Now.of(s.unit).inIt().get(s.socket(position)))
                    .orElseThrow(() -> s.noSuch("module", position));
            return s.work.with(s.logged(s.unit, new Entry.Reseated(s.stamp(s.unit.log()), module, position)));
        }
    }

    /** @param minutes how long it took, where somebody looked */
    record LogStart(
            @NotNull Entry.Outcome outcome,
            @NotNull @Size(max = 500) String note,
            Optional<@Min(0) @Max(10_000) Integer> minutes)
            implements Change {
        @Override
        public Work to(Situation s) {
            s.refuseIfShut(s.assess().openingGates().stream()
                    .filter(f -> f.code() == GateFinding.GATE_BATTERY_SWOLLEN)
                    .toList());
            Entry.Started start = new Entry.Started(
                    s.stamp(s.unit.log()),
                    Now.of(s.unit).inIt(),
                    outcome,
                    note.strip(),
                    zephyrridge.core.proof.Readout.NOTHING,
                    minutes);
            return s.work.with(s.logged(s.unit, start));
        }
    }

    record LogAction(@NotNull Entry.Action action, @NotNull @Size(max = 500) String note) implements Change {
        @Override
        public Work to(Situation s) {
            if (action == Entry.Action.SETTINGS_CLEARED) {
                s.refuseIfShut(s.assess().clearingGates());
            }
            return s.work.with(s.logged(s.unit, new Entry.Acted(s.stamp(s.unit.log()), action, note.strip())));
        }
    }

    /** Says that an entry of the log did not happen; what hangs on it goes with it. */
    record Retract(@Min(1) int no, @NotNull @Size(max = 500) String reason) implements Change {
        @Override
        public Work to(Situation s) {
            return s.work.with(s.retracted(no, reason.strip()));
        }
    }

    enum Phase {
        BEFORE,
        AFTER
    }

    /**
     * @param start the start these were read at, for readings after the work; the last one where it is not said
     * @param readings by name of the reading; what is absent stays, an empty text takes a reading back
     */
    record EnterReadout(
            @NotNull Phase phase,
            Optional<@Min(1) Integer> start,
            @NotEmpty @Size(max = 15) Map<@Size(max = 32) String, @NotNull @Size(max = 500) String> readings)
            implements Change {
        @Override
        public Work to(Situation s) {
            if (phase == Phase.BEFORE) {
                return s.work.with(s.unit.withBefore(ReadoutTyped.enter(s.unit.before(), readings)));
            }
            List<Entry.Started> starts = s.unit.log().starts();
            if (starts.isEmpty()) {
                throw s.refused(Refusal.NO_START_YET.of("start", ""));
            }
            Entry.Started at = starts.stream()
                    .filter(e -> start.map(no -> no == e.no()).orElse(e == starts.get(starts.size() - 1)))
                    .findFirst()
                    .orElseThrow(
                            () -> s.noSuch("start", start.map(String::valueOf).orElse("")));
            return s.work.with(s.unit.withLog(
                    s.unit.log().withChanged(at.withReadout(ReadoutTyped.enter(at.readout(), readings)))));
        }
    }

    /** @param field the reading that differs; absent for a start that failed */
    record AcceptDifference(
            @Min(1) int start, Optional<Comparison.Field> field, @NotNull @Size(max = 500) String reason)
            implements Change {
        @Override
        public Work to(Situation s) {
            if (s.unit.log().starts().stream().noneMatch(e -> e.no() == start)) {
                throw s.noSuch("start", String.valueOf(start));
            }
            if (reason.isBlank()) {
                throw s.refused(Refusal.REASON_NEEDED.of("reason", ""));
            }
            return s.work.with(s.unit.withAccepted(new Unit.Acceptance(start, field, reason.strip(), s.ports.by())));
        }
    }

    /** Says that the firmware's settings are cleared, under a gate of its own, or that they were not. */
    record ClearSettings(boolean done) implements Change {
        @Override
        public Work to(Situation s) {
            if (done) {
                return new LogAction(Entry.Action.SETTINGS_CLEARED, "").to(s);
            }
            int no = s.unit.log().happened().stream()
                    .filter(e -> e instanceof Entry.Acted a && a.action() == Entry.Action.SETTINGS_CLEARED)
                    .mapToInt(Entry::no)
                    .max()
                    .orElseThrow(() -> s.noSuch("entry", "SETTINGS_CLEARED"));
            return s.work.with(s.retracted(no, ""));
        }
    }

    /** @param photo id of a picture that was uploaded for this job */
    record AddPhoto(@NotBlank @Size(max = 36) String photo, @NotNull @Size(max = 200) String caption)
            implements Change {
        @Override
        public Work to(Situation s) {
            if (s.unit.photos().size() >= MOST_PHOTOS) {
                throw s.refused(Refusal.TOO_MANY.of("photo", "photos", String.valueOf(MOST_PHOTOS)));
            }
            if (s.unit.photos().stream().anyMatch(p -> p.id().equals(photo))) {
                throw s.refused(Refusal.HERE_ALREADY.of("photo", photo));
            }
            if (!s.ports.hasPhoto(photo)) {
                throw s.noSuch("photo", photo);
            }
            List<Unit.Photo> next = new ArrayList<>(s.unit.photos());
            next.add(new Unit.Photo(photo, caption));
            return s.work.with(s.unit.withPhotos(next));
        }
    }

    record RemovePhoto(@NotBlank @Size(max = 36) String photo) implements Change {
        @Override
        public Work to(Situation s) {
            if (s.unit.photos().stream().noneMatch(p -> p.id().equals(photo))) {
                throw s.noSuch("photo", photo);
            }
            return s.work.with(s.unit.withPhotos(
                    s.unit.photos().stream().filter(p -> !p.id().equals(photo)).toList()));
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
            implements Change {
        @Override
        public Work to(Situation s) {
            if (s.unit.readings().sources().stream().anyMatch(r -> r.id().equals(source))) {
                throw s.refused(Refusal.HERE_ALREADY.of("source", name));
            }
            if (!s.ports.hasSource(source)) {
                throw s.noSuch("source", source);
            }
            position.ifPresent(s::position);
            return s.work.with(s.unit.withReadings(s.unit.readings()
                    .with(new Readings.SourceRef(
                            source, name.strip(), position, s.unit.log().last()))));
        }
    }

    record RemoveSource(@NotBlank @Size(max = 36) String source) implements Change {
        @Override
        public Work to(Situation s) {
            s.source(source);
            return s.work.with(s.unit.withReadings(s.unit.readings().without(source)));
        }
    }

    /** @param position where the module is; absent for not known */
    record PlaceSource(@NotBlank @Size(max = 36) String source, Optional<@Size(max = 64) String> position)
            implements Change {
        @Override
        public Work to(Situation s) {
            s.source(source);
            position.ifPresent(s::position);
            return s.work.with(s.unit.withReadings(s.unit.readings().withPlace(source, position)));
        }
    }

    /**
     * What an eye saw. Nothing where the record has a position is a fact about this very machine: it goes without that position.
     *
     * @param state absent to take it back; {@code chips} data chips counted on both sides; {@code over} what lies over it
     */
    record SayWhatIsSeen(
            @NotBlank @Size(max = 64) String position,
            Optional<SlotModel.State> state,
            Optional<@Min(1) @Max(80) Integer> chips,
            Optional<Seen.Over> over)
            implements Change {
        @Override
        public Work to(Situation s) {
            int taken = s.unit.log().last();
            if (s.unit.deviations().missing().contains(position)
                    && state.filter(SlotModel.State.ABSENT::equals).isEmpty()) {
                Unit back = s.unit.withDeviations(s.unit.deviations().withMissing(position, false));
                return s.work.with(back.withReadings(back.readings()
                        .withSeen(
                                position, state.map(now -> new Readings.SeenThen(new Seen(now, chips, over), taken)))));
            }
            s.position(position);
            Unit next = s.unit.withReadings(s.unit.readings()
                    .withSeen(position, state.map(now -> new Readings.SeenThen(new Seen(now, chips, over), taken))));
            return s.work.with(
                    state.filter(SlotModel.State.ABSENT::equals).isPresent()
                            ? SayMissing.without(s, position, next)
                            : next);
        }
    }

    /** @param value in any spelling; "" takes the correction back */
    record CorrectField(
            @NotBlank @Size(max = 64) String position,
            @NotNull ModuleField field,
            @NotNull @Size(max = ModuleField.LONGEST) String value)
            implements Change {
        @Override
        public Work to(Situation s) {
            s.position(position);
            Optional<Readings.HandWord> word;
            try {
                word = value.isBlank()
                        ? Optional.empty()
                        : Optional.of(new Readings.HandWord(
                                field.canonical(value), s.unit.log().last()));
            } catch (IllegalArgumentException e) {
                throw s.refused(Refusal.VALUE_CANNOT_BE.of("value", value, e.getMessage()));
            }
            return s.work.with(s.unit.withReadings(s.unit.readings().withByHand(position, field, word)));
        }
    }

    /** Takes over what the sources say together: modules into their sockets, and readings that are still missing. */
    record AcceptReading() implements Change {
        @Override
        public Work to(Situation s) {
            Unit next = ReadingAccepted.apply(s.unit, s.ports.survey(s.unit), s.bench.record());
            if (next.equals(s.unit)) {
                throw s.refused(Refusal.NOTHING_TO_ACCEPT.of("reading", ""));
            }
            if (next.modules().size() > Situation.MOST_MODULES) {
                throw s.refused(Refusal.TOO_MANY.of("reading", "modules", String.valueOf(Situation.MOST_MODULES)));
            }
            return s.work.with(s.stillHolds(next, s.bench));
        }
    }

    /** @param inParts who decided that it goes back with something off, when that is so */
    record CloseJob(@NotNull @Size(max = 2000) String note, Optional<@Size(max = 200) String> inParts)
            implements Change {
        @Override
        public Work to(Situation s) {
            String by = inParts.map(String::strip).orElse("");
            Assessment a = s.assess();
            s.refuseIfShut(Gates.handingBack(
                    s.unit.intake(),
                    a.now().off().stream().map(s.bench::partName).toList(),
                    !by.isEmpty()));
            Proof proof = a.proof();
            Grade grade = proof.closed() ? proof.grade() : Grade.NONE;
            return s.work.with(s.unit.withClosing(
                    Optional.of(new Unit.Closing(grade, proof.wanted(), note, by, HouseRules.VERSION, Rules.VERSION))));
        }
    }

    record ReopenJob() implements Change {
        @Override
        public Work to(Situation s) {
            return s.work.with(s.unit.withClosing(Optional.empty()));
        }

        @Override
        public boolean opensAgain() {
            return true;
        }
    }

    /** Takes one's own last change back. What job that is only the history knows. */
    record Undo() implements Change {
        @Override
        public Work to(Situation s) {
            return s.ports.beforeOwnLast().orElseThrow(() -> s.refused(Refusal.NOTHING_TO_UNDO.of("change", "")));
        }

        @Override
        public boolean opensAgain() {
            return true;
        }
    }

    /** Brings again what was undone last. */
    record Redo() implements Change {
        @Override
        public Work to(Situation s) {
            return s.ports.afterOwnUndone().orElseThrow(() -> s.refused(Refusal.NOTHING_TO_REDO.of("change", "")));
        }

        @Override
        public boolean opensAgain() {
            return true;
        }
    }
}
