package zephyrridge.core.job;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zephyrridge.core.proof.Comparison;

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
                    s.stamp(s.unit.log()),
                    Now.of(s.unit).inIt(),
                    outcome,
                    note.strip(),
                    zephyrridge.core.proof.Readout.NOTHING,
                    minutes);
            Unit next = s.logged(s.unit, start);
            Now.of(s.unit).strapped().ifPresent(why -> {
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
            @NotEmpty @Size(max = 15) Map<@Size(max = 32) String, @NotNull @Size(max = 500) String> readings)
            implements StartChange {
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
