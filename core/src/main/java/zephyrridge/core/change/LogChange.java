package zephyrridge.core.change;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Log;
import zephyrridge.core.log.Place;
import zephyrridge.core.now.DrawerUse;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.EntryCheck;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.opening.GateFinding;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Gates;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/** What hands did: steps, moves, reseats, actions, and what of it did not happen after all. */
public sealed interface LogChange extends Change {
    /** Says that a step of opening or closing is done, or was not. */
    record TickStep(@NotBlank @Size(max = 128) String step, boolean done) implements LogChange {
        @Override
        public Work to(Situation s) {
            Entry.Did did = WorkStep.did(step).orElseThrow(() -> s.noSuch("step", step));
            String part = WorkStep.part(step);
            if (!part.isEmpty() && s.bench.record().access().part(part).isEmpty()) {
                throw s.noSuch("step", step);
            }
            if (!done) {
                return s.work.with(s.retracted(lastOf(s, did, part), Set.of(), ""));
            }
            Assessment a = s.assess();
            gates(s, a, did, part);
            Unit unit = s.unit;
            if (did == Entry.Did.TAKE_OFF) {
                s.refuseIfShut(Gates.sealed(s.unit, part));
                unit = OpeningChange.begun(s, a);
            }
            return s.work.with(s.logged(unit, new Entry.Stepped(s.stamp(unit.log()), did, part)));
        }

        /** Making it dead is always right; a swollen pack is not closed in; all else waits for the gates of any opening. */
        private static void gates(Situation s, Assessment a, Entry.Did did, String part) {
            switch (did) {
                case BATTERY_OFF, POWER_DOWN, UNPLUG, GROUND, STRAP_OFF, COUNTED, AIR -> {}
                case PUT_BACK -> {
                    s.refuseIfShut(a.openingGates().stream()
                            .filter(f -> f.code() == GateFinding.GATE_BATTERY_SWOLLEN)
                            .toList());
                    new EntryCheck(a.now(), s.unit, s.bench).airSeen(part).ifPresent(why -> {
                        throw s.refused(why);
                    });
                }
                case DRAIN, TAKE_OFF -> {
                    s.refuseIfShut(a.openingGates());
                    new EntryCheck(a.now(), s.unit, s.bench).batteryOff().ifPresent(why -> {
                        throw s.refused(why);
                    });
                }
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

    /** Says that several steps are done, in this order: none where one of them cannot be. */
    record TickSteps(@NotNull @Size(min = 1, max = 64) List<@NotBlank @Size(max = 128) String> steps)
            implements LogChange {
        @Override
        public Work to(Situation s) {
            Situation now = s;
            for (String step : steps) {
                now = new Situation(new TickStep(step, true).to(now), s.bench, s.ports);
            }
            return now.work;
        }
    }

    /**
     * Does a line of Fit: what is in the position comes out, what the plan has goes in. Taken back, what went in comes out again,
     * or what came out goes back in where nothing did: a move like any other, which takes nothing out of the log.
     *
     * @param seen tag or label line that was scanned or typed at the socket
     * @param notch how it lies, where somebody looked
     * @param out where to what came out goes: tray, drawer or owner; the tray where it is not said
     * @param screws of a compression module that are tight, in their order
     */
    record ConfirmFit(
            @NotBlank @Size(max = 64) String position,
            boolean done,
            Optional<@Size(max = 200) String> seen,
            Optional<FitLine.Notch> notch,
            Optional<Place.Kind> out,
            Optional<@Min(0) @Max(12) Integer> screws)
            implements LogChange {
        /** Of a module that no screws hold. */
        public ConfirmFit(
                String position,
                boolean done,
                Optional<String> seen,
                Optional<FitLine.Notch> notch,
                Optional<Place.Kind> out) {
            this(position, done, seen, notch, out, Optional.empty());
        }

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
                s.refuseIfShut(a.openingGates());
                return s.work.with(takenBack(s, line));
            }
            s.refuseIfShut(a.fittingGates());
            s.refuseIfShut(line.mistakes(a.fitLines(), a.inIt(), s.unit.plannedModules(), seen));
            s.refuseIfShut(line.turned(notch));
            s.refuseIfShut(line.loose(screws.orElse(0)));
            return s.work.with(fitted(s, s.unit, position, seen.orElse(""), out));
        }

        private Unit takenBack(Situation s, FitLine line) {
            Place here = Place.position(position);
            Optional<Entry.Moved> last = s.unit.log().happened().stream()
                    .filter(Entry.Moved.class::isInstance)
                    .map(Entry.Moved.class::cast)
                    .filter(m -> m.to().equals(here) || m.from().equals(here))
                    .reduce((first, second) -> second);
            Entry.Moved m = last.orElseThrow(() -> s.noSuch("fit line", position));
            Unit next = lifted(s, s.unit, position);
            return line.in().isPresent()
                    ? moved(s, next, m.module(), m.from().isPosition() ? Place.TRAY : m.from(), "")
                    : moved(s, next, m.module(), here, "");
        }
    }

    /** Out comes what is there, in goes what the plan has. */
    private static Unit fitted(Situation s, Unit unit, String position, String seen, Optional<Place.Kind> out) {
        Unit next = lifted(s, unit, position);
        String there = Now.of(next).inIt().get(position);
        if (there != null) {
            next = moved(s, next, there, aside(s, next, there, out), "");
        }
        String in = unit.plannedModules().get(position);
        return in == null ? next : moved(s, next, in, Place.position(position), seen);
    }

    /** What lies in the socket above comes out first, to the tray; it sits anew once it is back. */
    static Unit lifted(Situation s, Unit unit, String position) {
        Optional<String> over =
                s.bench.record().over(position).map(u -> Now.of(unit).inIt().get(u.id()));
        return over.map(key -> moved(s, unit, key, Place.TRAY, "")).orElse(unit);
    }

    /** Where what came out goes: with its own tag, or the next free one, into the drawer; or to the owner. */
    private static Place aside(Situation s, Unit unit, String key, Optional<Place.Kind> out) {
        return switch (out.orElse(Place.Kind.TRAY)) {
            case BIN -> new Place(
                    Place.Kind.BIN,
                    unit.modules().get(key).tag().orElseGet(() -> s.ports.freshTag(DrawerUse.named(unit))));
            case OWNER -> new Place(Place.Kind.OWNER, s.work.order().owner());
            case TRAY -> Place.TRAY;
            default -> throw s.noSuch("place", out.orElseThrow().name());
        };
    }

    /**
     * Does all lines of one carrier at once, where the same module goes into each: one confirmation with the count.
     *
     * @param count of modules that went in, as somebody counted them
     * @param seen tag or label line of one of them
     */
    record ConfirmCarrier(
            @NotBlank @Size(max = 64) String carrier,
            @Min(1) int count,
            Optional<@Size(max = 200) String> seen,
            Optional<Place.Kind> out)
            implements LogChange {
        @Override
        public Work to(Situation s) {
            Assessment a = s.assess();
            List<FitLine> lines = a.fitLines().stream()
                    .filter(l -> !l.done()
                            && l.position().carrier().filter(carrier::equals).isPresent())
                    .toList();
            if (lines.isEmpty()) {
                throw s.noSuch("carrier", carrier);
            }
            s.refuseIfShut(a.fittingGates());
            int wanted = (int) lines.stream().filter(l -> l.in().isPresent()).count();
            if (count != wanted) {
                throw s.refused(FitLine.counted(carrier, count, wanted));
            }
            s.refuseIfShut(FitLine.alike(carrier, lines, seen));
            Unit next = s.unit;
            for (FitLine l : lines) {
                next = fitted(s, next, l.position().id(), seen.orElse(""), out);
            }
            return s.work.with(next);
        }
    }

    private static Unit moved(Situation s, Unit unit, String key, Place to, String seen) {
        Place from = Optional.ofNullable(Now.of(unit).places().get(key)).orElse(Place.TRAY);
        return s.logged(unit, new Entry.Moved(s.stamp(unit.log()), key, from, to, seen.strip()));
    }

    /**
     * A module goes to a place, whatever the plan says: fault tests may put any module anywhere that takes it. What lies beside the
     * machine is moved without opening anything.
     *
     * @param id of the place; "" for the drawer or the owner: its own tag or the next free one, whoever owns the machine
     */
    record MoveModule(@NotBlank @Size(max = 16) String key, @NotNull Place.Kind to, @NotNull @Size(max = 64) String id)
            implements LogChange {
        @Override
        public Work to(Situation s) {
            JobModule module = s.module(key);
            if (to == Place.Kind.POSITION && !s.bench.takes(s.socket(id), module.spec())) {
                throw s.refused(FitLine.cannotGoIn(s.position(id), module));
            }
            if (to == Place.Kind.OTHER_SHOP) {
                throw s.noSuch("place", to.name());
            }
            boolean isIn = Now.of(s.unit).inIt().containsValue(key);
            if (isIn || to == Place.Kind.POSITION) {
                s.refuseIfShut(s.assess().openingGates());
            }
            boolean there = to == Place.Kind.TRAY || id.isBlank() && (to == Place.Kind.BIN || to == Place.Kind.OWNER);
            Place place = there ? aside(s, s.unit, key, Optional.of(to)) : new Place(to, id);
            return s.work.with(moved(s, s.unit, key, place, ""));
        }
    }

    record Reseat(@NotBlank @Size(max = 64) String position) implements LogChange {
        @Override
        public Work to(Situation s) {
            String module = Optional.ofNullable(Now.of(s.unit).inIt().get(s.socket(position)))
                    .orElseThrow(() -> s.noSuch("module", position));
            return s.work.with(reseated(s, s.unit, module, position));
        }
    }

    /** Out and in again, with what lies over it out before and back after. */
    static Unit reseated(Situation s, Unit unit, String module, String position) {
        Optional<String> upper = s.bench.record().over(position).map(u -> u.id());
        Optional<String> over = upper.map(u -> Now.of(unit).inIt().get(u));
        Unit next = lifted(s, unit, position);
        next = s.logged(next, new Entry.Reseated(s.stamp(next.log()), module, position));
        return over.isEmpty() ? next : moved(s, next, over.get(), Place.position(upper.orElseThrow()), "");
    }

    record LogAction(@NotNull Entry.Action action, @NotNull @Size(max = 500) String note) implements LogChange {
        @Override
        public Work to(Situation s) {
            if (action == Entry.Action.SETTINGS_CLEARED) {
                s.refuseIfShut(s.assess().clearingGates());
            }
            return s.work.with(s.logged(s.unit, new Entry.Acted(s.stamp(s.unit.log()), action, note.strip())));
        }
    }

    /** Says that the firmware's settings are cleared, under a gate of its own, or that they were not. */
    record ClearSettings(boolean done) implements LogChange {
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
            return s.work.with(s.retracted(no, Set.of(), ""));
        }
    }

    /**
     * Says that an entry of the log did not happen; what hangs on it goes with it.
     *
     * @param along numbers of all that hangs on it, as they were shown
     */
    record Retract(
            @Min(1) int no,
            @NotNull @Size(max = 500) String reason,
            @JsonSetter(nulls = Nulls.AS_EMPTY) @Size(max = Log.MOST) Set<@NotNull Integer> along)
            implements LogChange {

        @Override
        public Work to(Situation s) {
            if (s.unit.log().entry(no).isPresent() && reason.isBlank()) {
                throw s.refused(Refusal.REASON_NEEDED.of("reason", ""));
            }
            return s.work.with(s.retracted(no, along, reason.strip()));
        }
    }
}
