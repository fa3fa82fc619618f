package zephyrridge.core.change;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.machine.OperatingSystem;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.Order;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/** What is said of the machine itself at Take in and later: answers, what it lacks, pictures of its condition. */
public sealed interface ConditionChange extends Change {
    int MOST_PHOTOS = 40;

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
            Optional<@Size(max = 64) String> processor,
            Optional<@Size(max = 2000) String> faultsBefore,
            Optional<@Size(max = 2000) String> condition)
            implements ConditionChange {
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
                    processor.orElse(now.processor()),
                    faultsBefore.orElse(now.faultsBefore()),
                    condition.orElse(now.condition()));
            Order order = s.work.order();
            Unit unit = s.unit.withIntake(next);
            return new Work(
                    order.with(owner.orElse(order.owner()), wish.orElse(order.wish())),
                    battery.isPresent() ? s.stillHolds(unit, s.bench) : unit);
        }
    }

    /** Whatever nobody has answered yet is as usual. */
    record AnswerAsUsual() implements ConditionChange {
        @Override
        public Work to(Situation s) {
            Unit next =
                    s.unit.withIntake(s.unit.intake().asUsual(s.bench.record().kind()));
            return s.work.with(s.stillHolds(next, s.bench));
        }
    }

    /**
     * When it is to be ready, and where the machine is meanwhile; what is absent stays, "" takes it away.
     *
     * @param promised a day as in 2031-05-20
     * @param away where it is, while it is not here
     */
    record NoteOrder(Optional<@Size(max = 10) String> promised, Optional<@Size(max = 200) String> away)
            implements ConditionChange {
        @Override
        public Work to(Situation s) {
            Order now = s.work.order();
            return new Work(
                    new Order(
                            now.owner(),
                            now.wish(),
                            promised.isEmpty()
                                    ? now.promised()
                                    : promised.filter(d -> !d.isBlank()).map(d -> day(s, d)),
                            away.isEmpty()
                                    ? now.away()
                                    : away.map(String::strip).filter(a -> !a.isEmpty())),
                    s.unit);
        }

        private static LocalDate day(Situation s, String text) {
            try {
                LocalDate day = LocalDate.parse(text.strip());
                if (day.getYear() < 1990 || day.getYear() > 2999) {
                    throw s.refused(Refusal.VALUE_CANNOT_BE.of("promised", text));
                }
                return day;
            } catch (DateTimeException e) {
                throw s.refused(Refusal.VALUE_CANNOT_BE.of("promised", text));
            }
        }
    }

    /** @param id a carrier or a processor that this very machine has or lacks */
    record SayAbsent(@NotBlank @Size(max = 64) String id, boolean absent) implements ConditionChange {
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
    record SayMissing(@NotBlank @Size(max = 64) String position, boolean missing) implements ConditionChange {
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

    /** @param photo id of a picture that was uploaded for this job */
    record AddPhoto(@NotBlank @Size(max = 36) String photo, @NotNull @Size(max = 200) String caption)
            implements ConditionChange {
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

    record RemovePhoto(@NotBlank @Size(max = 36) String photo) implements ConditionChange {
        @Override
        public Work to(Situation s) {
            if (s.unit.photos().stream().noneMatch(p -> p.id().equals(photo))) {
                throw s.noSuch("photo", photo);
            }
            return s.work.with(s.unit.withPhotos(
                    s.unit.photos().stream().filter(p -> !p.id().equals(photo)).toList()));
        }
    }
}
