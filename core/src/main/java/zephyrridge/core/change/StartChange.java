package zephyrridge.core.change;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import zephyrridge.core.log.Entry;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.EntryCheck;
import zephyrridge.core.opening.GateFinding;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.proof.Measured;
import zephyrridge.core.proof.Readout;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/** What a start showed. */
public sealed interface StartChange extends Change {
    /** @param minutes how long it took, where somebody looked */
    record LogStart(
            @NotNull Entry.Outcome outcome,
            @NotNull @Size(max = 500) String note,
            Optional<@Min(0) @Max(10_000) Integer> minutes)
            implements StartChange {
        @Override
        public Work to(Situation s) {
            s.refuseIfShut(s.assess().openingGates().stream()
                    .filter(f -> f.code() == GateFinding.GATE_BATTERY_SWOLLEN)
                    .toList());
            Entry.Started start = new Entry.Started(
                    s.stamp(s.unit.log()), Now.of(s.unit).inIt(), outcome, note.strip(), Readout.NOTHING, minutes);
            Unit next = s.logged(s.unit, start);
            EntryCheck.of(s.unit, s.bench).strapped().ifPresent(why -> {
                throw s.refused(why);
            });
            return s.work.with(next);
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
            @NotEmpty @Size(max = 20) Map<@Size(max = 32) String, @NotNull @Size(max = 4000) String> readings)
            implements StartChange {
        @Override
        public Work to(Situation s) {
            Map<String, String> others = new TreeMap<>(readings);
            Optional<String> listed = Optional.ofNullable(others.remove(LISTED))
                    .or(() -> PositionsTyped.names(s.bench.record(), others.getOrDefault(NAMES, "")));
            others.remove(NAMES);
            if (others.isEmpty() && listed.isEmpty()) {
                throw new Refusal.Thrown(Refusal.NO_SUCH.of("readings", NAMES));
            }
            if (phase == Phase.BEFORE) {
                return s.work.with(s.unit.withBefore(listed(
                        s,
                        ReadoutTyped.enter(s.unit.before(), others),
                        listed,
                        s.unit.asFound().keySet())));
            }
            Entry.Started at = at(s, start);
            Readout read = listed(
                    s,
                    ReadoutTyped.enter(at.readout(), others),
                    listed,
                    at.arrangement().keySet());
            return s.work.with(s.unit.withLog(s.unit.log().withChanged(at.withReadout(read))));
        }

        private static final String LISTED = "positionsListed";
        /** Names out of a table or list, a line each: taken for positions only where every one of them is one of this machine. */
        private static final String NAMES = "positionsNamed";

        /** What the firmware's list names; how many it names is the count, where nobody typed another one. */
        private static Readout listed(Situation s, Readout read, Optional<String> typed, Set<String> filled) {
            if (typed.isEmpty()) {
                return read;
            }
            SortedSet<String> listed = PositionsTyped.of(s.bench.record(), filled, typed.get());
            Readout.Builder next = read.with().listed(listed);
            return (listed.isEmpty() ? next : next.positionsFilled(Optional.of(listed.size()))).build();
        }
    }

    /**
     * What was measured, run after run; no runs takes it away.
     *
     * @param start as for readings
     * @param runs one figure a run, spaces or semicolons between: GB/s or MB/s, nanoseconds, seconds
     */
    record NoteRuns(
            @NotNull Phase phase,
            Optional<@Min(1) Integer> start,
            @NotNull Measured.What what,
            @NotNull @Size(max = 60) String name,
            Optional<Measured.Threads> threads,
            @NotNull @Size(max = 200) String runs,
            @NotNull @Size(max = 3) Set<Measured.Condition> conditions)
            implements StartChange {
        @Override
        public Work to(Situation s) {
            boolean keep = !runs.isBlank();
            Measured measured = new Measured(
                    what,
                    name.strip(),
                    threads,
                    keep ? RunsTyped.of(what, runs) : List.of(1),
                    new TreeSet<>(conditions));
            if (phase == Phase.BEFORE) {
                return s.work.with(s.unit.withBefore(s.unit.before().withMeasured(measured, keep)));
            }
            Entry.Started at = at(s, start);
            return s.work.with(s.unit.withLog(
                    s.unit.log().withChanged(at.withReadout(at.readout().withMeasured(measured, keep)))));
        }
    }

    /** The start that readings belong to: the one that is named, else the last. */
    private static Entry.Started at(Situation s, Optional<Integer> start) {
        List<Entry.Started> starts = s.unit.log().starts();
        if (starts.isEmpty()) {
            throw s.refused(Refusal.NO_START_YET.of("start", ""));
        }
        return starts.stream()
                .filter(e -> start.map(no -> no == e.no()).orElse(e == starts.get(starts.size() - 1)))
                .findFirst()
                .orElseThrow(() -> s.noSuch("start", start.map(String::valueOf).orElse("")));
    }

    /** @param field the reading that differs; absent for a start that failed */
    record AcceptDifference(
            @Min(1) int start, Optional<Comparison.Field> field, @NotNull @Size(max = 500) String reason)
            implements StartChange {
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
}
