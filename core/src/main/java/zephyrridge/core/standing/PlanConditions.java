package zephyrridge.core.standing;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.limit.Condition;
import zephyrridge.core.limit.FirmwareVersion;
import zephyrridge.core.limit.Judgement;
import zephyrridge.core.unit.Alternative;
import zephyrridge.core.unit.TypedLine;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Whence;

/** What has to be so before a layout is bought or fitted, and whether it is. */
public final class PlanConditions {
    /** @param met as far as the job says; {@code figure} what it is measured by, "" where nothing is */
    public record State(Condition condition, boolean met, String figure) {}

    private PlanConditions() {}

    public static List<State> of(Unit unit, Optional<Judgement> limits) {
        return limits.map(j -> j.conditions().stream().map(c -> state(unit, c)).toList())
                .orElse(List.of());
    }

    private static State state(Unit unit, Condition c) {
        Alternative now = unit.onTheTable();
        return switch (c.kind()) {
            case CONSENT -> {
                Optional<Unit.Consent> yes =
                        unit.consent().filter(x -> x.alternative().equals(now.id()));
                yield new State(c, yes.isPresent(), yes.map(Unit.Consent::who).orElse(""));
            }
            case RIGHT_OF_RETURN -> {
                int ready = now.buys().stream()
                        .mapToInt(Alternative.Buy::leadDays)
                        .max()
                        .orElse(0);
                boolean all = now.buys().stream()
                        .allMatch(b -> b.returnDays().filter(d -> d >= ready).isPresent());
                String days = now.buys().stream()
                        .flatMap(b -> b.returnDays().stream())
                        .min(Integer::compare)
                        .map(String::valueOf)
                        .orElse("");
                boolean typed = TypedLine.of(unit).stream()
                        .map(TypedLine::whence)
                        .filter(Whence::isBought)
                        .allMatch(w -> w.returnUntil().isPresent());
                yield new State(c, all && typed, days);
            }
            case FALLBACK -> {
                Optional<Alternative> other = unit.alternatives().stream()
                        .filter(a -> !a.id().equals(now.id()) && !a.planned().isEmpty())
                        .findFirst();
                yield new State(
                        c, other.isPresent(), other.map(Alternative::name).orElse(""));
            }
            case FIRMWARE_AT_LEAST -> new State(
                    c, FirmwareVersion.reaches(unit.intake().firmwareVersion(), c.figure()), c.figure());
        };
    }
}
