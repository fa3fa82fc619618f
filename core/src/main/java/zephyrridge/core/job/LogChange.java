package zephyrridge.core.job;

import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;

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
            implements LogChange {
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
            implements LogChange {
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

    record Reseat(@NotBlank @Size(max = 64) String position) implements LogChange {
        @Override
        public Work to(Situation s) {
            String module = Optional.ofNullable(Now.of(s.unit).inIt().get(s.socket(position)))
                    .orElseThrow(() -> s.noSuch("module", position));
            return s.work.with(s.logged(s.unit, new Entry.Reseated(s.stamp(s.unit.log()), module, position)));
        }
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
            return s.work.with(s.retracted(no, ""));
        }
    }

    /** Says that an entry of the log did not happen; what hangs on it goes with it. */
    record Retract(@Min(1) int no, @NotNull @Size(max = 500) String reason) implements LogChange {
        @Override
        public Work to(Situation s) {
            return s.work.with(s.retracted(no, reason.strip()));
        }
    }
}
