package zephyrridge.core.change;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.machine.SlotState;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.standing.ReadingAccepted;
import zephyrridge.core.survey.Seen;
import zephyrridge.core.survey.Source;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Readings;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/** What is in it, by label, source, eye and hand. */
public sealed interface EvidenceChange extends Change {
    /** @param position where it was found, for a module that is in the machine */
    record AddModule(
            @NotNull JobModule.Origin origin,
            @NotBlank @Size(max = 200) String label,
            Optional<@Size(max = 64) String> position)
            implements EvidenceChange {
        @Override
        public Work to(Situation s) {
            if (origin == JobModule.Origin.DRAWER) {
                throw s.refused(Refusal.FROM_DRAWER_BY_TAG.of("origin", origin.name()));
            }
            ModuleSpec spec = LabelParser.parse(label)
                    .spec()
                    .orElseThrow(() -> s.refused(Refusal.LABEL_NOT_WHOLE.of("label", label)));
            String key = s.freshKey();
            Unit next = s.unit.withModule(JobModule.named(key, origin, label.strip(), spec));
            return s.work.with(position.map(p -> s.stillHolds(next.withFound(s.socket(p), key), s.bench))
                    .orElse(next));
        }
    }

    /** What was found at one position was found in every like one of which nothing is known yet. */
    record FoundInLike(@NotBlank @Size(max = 64) String position) implements EvidenceChange {
        @Override
        public Work to(Situation s) {
            List<String> like = Likes.of(s.bench.record(), s.unit, s.unit.asFound(), s.socket(position), false);
            if (like.isEmpty()) {
                throw s.refused(Refusal.NOTHING_LIKE_IT.of(
                        "position", s.position(position).label()));
            }
            JobModule model = s.module(s.unit.asFound().get(position));
            Unit next = s.unit;
            for (String p : like) {
                String key = s.freshKey(next);
                next = next.withModule(JobModule.named(key, JobModule.Origin.FOUND, model.labelLine(), model.spec()))
                        .withFound(p, key);
            }
            return s.work.with(s.stillHolds(next, s.bench));
        }
    }

    /**
     * The machine is taken to hold what a like one of its room holds, until a line of its own bears that out or says otherwise.
     *
     * @param unit the machine whose reading stands for it, as people call it
     */
    record FoundAsIn(@NotBlank @Size(max = 40) String unit, @NotEmpty @Size(max = 256) List<@Valid Alike> found)
            implements EvidenceChange {
        /** @param label as it was read there */
        public record Alike(@NotBlank @Size(max = 64) String position, @NotBlank @Size(max = 200) String label) {}

        @Override
        public Work to(Situation s) {
            if (!s.unit.asFound().isEmpty() || !s.unit.log().entries().isEmpty()) {
                throw s.refused(Refusal.READ_ALREADY.of("unit", unit));
            }
            Unit next = s.unit;
            for (Alike a : found) {
                ModuleSpec spec = LabelParser.parse(a.label())
                        .spec()
                        .orElseThrow(() -> s.refused(Refusal.LABEL_NOT_WHOLE.of("found", a.label())));
                String key = s.freshKey(next);
                next = next.withModule(JobModule.named(
                                key, JobModule.Origin.ALIKE, a.label().strip(), spec))
                        .withFound(s.socket(a.position()), key);
            }
            return s.work.with(s.stillHolds(next, s.bench));
        }
    }

    /** @param key the module that was there, empty for an empty socket */
    record PlaceFound(@NotBlank @Size(max = 64) String position, Optional<@Size(max = 16) String> key)
            implements EvidenceChange {
        @Override
        public Work to(Situation s) {
            Unit next = s.unit.withFound(
                    s.socket(position), key.map(k -> s.module(k).key()).orElse(""));
            return s.work.with(s.stillHolds(next, s.bench));
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
            implements EvidenceChange {
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

    record RemoveSource(@NotBlank @Size(max = 36) String source) implements EvidenceChange {
        @Override
        public Work to(Situation s) {
            s.source(source);
            return s.work.with(s.unit.withReadings(s.unit.readings().without(source)));
        }
    }

    /** @param position where the module is; absent for not known */
    record PlaceSource(@NotBlank @Size(max = 36) String source, Optional<@Size(max = 64) String> position)
            implements EvidenceChange {
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
            Optional<SlotState> state,
            Optional<@Min(1) @Max(80) Integer> chips,
            Optional<Seen.Over> over)
            implements EvidenceChange {
        @Override
        public Work to(Situation s) {
            int taken = s.unit.log().last();
            if (s.unit.deviations().missing().contains(position)
                    && state.filter(SlotState.ABSENT::equals).isEmpty()) {
                Unit back = s.unit.withDeviations(s.unit.deviations().withMissing(position, false));
                return s.work.with(back.withReadings(back.readings()
                        .withSeen(
                                position, state.map(now -> new Readings.SeenThen(new Seen(now, chips, over), taken)))));
            }
            s.position(position);
            Unit next = s.unit.withReadings(s.unit.readings()
                    .withSeen(position, state.map(now -> new Readings.SeenThen(new Seen(now, chips, over), taken))));
            return s.work.with(
                    state.filter(SlotState.ABSENT::equals).isPresent()
                            ? ConditionChange.SayMissing.without(s, position, next)
                            : next);
        }
    }

    /** @param value in any spelling; "" takes the correction back */
    record CorrectField(
            @NotBlank @Size(max = 64) String position,
            @NotNull ModuleField field,
            @NotNull @Size(max = ModuleField.LONGEST) String value)
            implements EvidenceChange {
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

    /**
     * Says why what some sources say of a position does not count: the module was exchanged since, they speak of another module, or
     * they are wrong.
     *
     * @param why absent to hear them again
     */
    record SetAside(
            @NotBlank @Size(max = 64) String position,
            @NotEmpty @Size(max = 50) List<@NotBlank @Size(max = 64) String> sources,
            Optional<Source.SetAside> why)
            implements EvidenceChange {
        @Override
        public Work to(Situation s) {
            s.position(position);
            Readings next = s.unit.readings();
            for (String source : sources) {
                if (source.startsWith("label-")) {
                    s.module(source.substring("label-".length()));
                } else {
                    s.source(source);
                }
                next = next.withSetAside(position, source, why);
            }
            return s.work.with(s.unit.withReadings(next));
        }
    }

    /** Takes over what the sources say together: modules into their sockets, and readings that are still missing. */
    record AcceptReading() implements EvidenceChange {
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
}
