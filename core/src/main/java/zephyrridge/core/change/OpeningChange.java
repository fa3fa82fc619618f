package zephyrridge.core.change;

import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;
import zephyrridge.core.access.Check;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.Part;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Extra;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.core.opening.Round;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Gates;
import zephyrridge.core.unit.Seal;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/** What is done and found while a machine is open, beside the steps and the modules themselves. */
public sealed interface OpeningChange extends Change {
    int MOST_SEALS = 50;

    /** A round begins: what for, and which positions it is about. */
    record OpenFor(
            @NotNull Entry.Purpose purpose, @NotNull @Size(max = 256) SortedSet<@Size(max = 64) String> positions)
            implements OpeningChange {
        @Override
        public Work to(Situation s) {
            positions.stream().filter(p -> s.bench.record().bay(p).isEmpty()).forEach(s::position);
            return s.work.with(s.logged(s.unit, new Entry.Opened(s.stamp(s.unit.log()), purpose, positions)));
        }
    }

    /** The last round once more, whatever it was for. */
    record Reopen() implements OpeningChange {
        @Override
        public Work to(Situation s) {
            List<Entry> happened = s.unit.log().happened();
            for (int i = happened.size() - 1; i >= 0; i--) {
                if (happened.get(i) instanceof Entry.Opened o) {
                    return new OpenFor(o.purpose(), o.positions()).to(s);
                }
            }
            throw s.noSuch("opening", "");
        }
    }

    /** What became of one screw. One that stays out needs a word why. */
    record TurnScrew(
            @NotBlank @Size(max = 64) String part,
            @NotBlank @Size(max = 64) String fastener,
            @NotNull Entry.Screw state)
            implements OpeningChange {
        @Override
        public Work to(Situation s) {
            Assessment a = s.assess();
            if (state == Entry.Screw.OUT) {
                s.refuseIfShut(a.openingGates());
                s.refuseIfShut(Gates.sealed(s.unit, part));
            }
            Unit begun = state == Entry.Screw.OUT ? begun(s, a) : s.unit;
            return s.work.with(s.logged(begun, new Entry.Fastened(s.stamp(begun.log()), part, fastener, state)));
        }
    }

    /**
     * Draws a screw where it is seen, that the record does not have; it is this machine's until it is kept in the record.
     *
     * @param x 0 to 1 of the side's width, {@code y} of its depth, as in {@link Fastener}
     * @param lengthTenths of a millimetre; 0 not measured
     */
    record DrawScrew(
            @NotBlank @Size(max = 64) String part,
            @DecimalMin("0") @DecimalMax("1") double x,
            @DecimalMin("0") @DecimalMax("1") double y,
            @NotNull @Size(max = 20) String bit,
            @Min(0) @Max(1000) int lengthTenths,
            @NotNull Fastener.Role role)
            implements OpeningChange {
        @Override
        public Work to(Situation s) {
            Part at = s.bench.record().access().part(part).orElseThrow(() -> s.noSuch("part", part));
            Fastener screw = Fastener.drawn(x, y, bit, lengthTenths, role);
            at.fasteners().stream().filter(screw::isAt).findFirst().ifPresent(there -> {
                throw s.refused(Refusal.SCREW_DRAWN_THERE.of("x", there.id()));
            });
            if (at.fasteners().size() >= RecordCheck.MOST_FASTENERS) {
                throw s.refused(Refusal.TOO_MANY.of("part", "screws", String.valueOf(RecordCheck.MOST_FASTENERS)));
            }
            return s.work.with(s.unit.withDeviations(s.unit.deviations().withScrew(part, screw)));
        }
    }

    /** Takes a screw out again that was drawn in this job, as long as nothing was said of it. */
    record RubOutScrew(@NotBlank @Size(max = 64) String part, @NotBlank @Size(max = 64) String fastener)
            implements OpeningChange {
        @Override
        public Work to(Situation s) {
            if (s.unit.deviations().screws().getOrDefault(part, List.of()).stream()
                    .noneMatch(f -> f.id().equals(fastener))) {
                throw s.noSuch("screw", fastener);
            }
            s.unit.log().happened().stream()
                    .filter(e -> e instanceof Entry.Fastened f && f.key().equals(Entry.Fastened.key(part, fastener)))
                    .findFirst()
                    .ifPresent(e -> {
                        throw s.refused(Refusal.LOG_SAYS_OTHERWISE.of("fastener", String.valueOf(e.no())));
                    });
            return s.work.with(s.unit.withDeviations(s.unit.deviations().withoutScrew(part, fastener)));
        }
    }

    /** The round that comes next, begun where none is. */
    static Unit begun(Situation s, Assessment a) {
        if (a.now().opening().isPresent()) {
            return s.unit;
        }
        SortedSet<String> about = a.rounds().stream()
                .filter(Round::current)
                .findFirst()
                .map(Round::positions)
                .orElseGet(TreeSet::new);
        boolean fits = a.fitLines().stream()
                .anyMatch(l -> !l.done() && about.contains(l.position().id()));
        boolean works = a.rounds().stream().anyMatch(r -> r.current() && r.purpose() == Entry.Purpose.COMPANION);
        Entry.Purpose purpose = fits ? Entry.Purpose.FIT : works ? Entry.Purpose.COMPANION : Entry.Purpose.LOOK;
        return s.logged(s.unit, new Entry.Opened(s.stamp(s.unit.log()), purpose, about));
    }

    /** A seal was found, outside or on the way; until the owner has answered, everything waits. */
    record FindSeal(
            @NotBlank @Size(max = 200) String where,
            @NotNull @Size(max = 64) String part,
            Optional<@Size(max = 64) String> photo)
            implements OpeningChange {
        @Override
        public Work to(Situation s) {
            if (!part.isEmpty() && s.bench.record().access().part(part).isEmpty()) {
                throw s.noSuch("part", part);
            }
            if (photo.isPresent() && !s.ports.hasPhoto(photo.get())) {
                throw s.noSuch("photo", photo.get());
            }
            if (s.unit.seals().size() >= MOST_SEALS) {
                throw s.refused(Refusal.TOO_MANY.of("seal", "seals", String.valueOf(MOST_SEALS)));
            }
            List<Seal> seals = new ArrayList<>(s.unit.seals());
            seals.add(new Seal(
                    "s" + (seals.size() + 1), where.strip(), part, Seal.Answer.NOT_ASKED, s.ports.by(), photo));
            return s.work.with(s.unit.withSeals(seals));
        }
    }

    record AnswerSeal(@NotBlank @Size(max = 16) String seal, @NotNull Seal.Answer answer) implements OpeningChange {
        @Override
        public Work to(Situation s) {
            if (s.unit.seals().stream().noneMatch(x -> x.id().equals(seal))) {
                throw s.noSuch("seal", seal);
            }
            return s.work.with(s.unit.withSeals(s.unit.seals().stream()
                    .map(x -> x.id().equals(seal)
                            ? new Seal(x.id(), x.where(), x.part(), answer, s.ports.by(), x.photo())
                            : x)
                    .toList()));
        }
    }

    /** What was tried after closing. What went wrong needs words. */
    record SayCheck(@NotNull Check check, @NotNull Entry.Result result, @NotNull @Size(max = 500) String note)
            implements OpeningChange {
        @Override
        public Work to(Situation s) {
            if (s.assess().checks().stream().noneMatch(c -> c.check() == check)) {
                throw s.noSuch("check", check.name());
            }
            if (result == Entry.Result.BAD && note.isBlank()) {
                throw s.refused(Refusal.REASON_NEEDED.of("note", ""));
            }
            return s.work.with(s.logged(s.unit, new Entry.Checked(s.stamp(s.unit.log()), check, result, note.strip())));
        }
    }

    /** Other work in the same machine: looked at before it is promised, done with the owner's yes; that it cannot be done wants a reason. */
    record CompanionWork(@NotNull Extra extra, @NotNull Entry.Phase phase, @NotNull @Size(max = 500) String note)
            implements OpeningChange {
        @Override
        public Work to(Situation s) {
            if (phase == Entry.Phase.DONE) {
                s.refuseIfShut(Gates.companion(s.unit, extra));
            } else if (note.isBlank()) {
                throw s.refused(Refusal.REASON_NEEDED.of("note", ""));
            }
            return s.work.with(
                    s.logged(s.unit, new Entry.Companion(s.stamp(s.unit.log()), extra, phase, note.strip())));
        }
    }
}
