package zephyrridge.core.standing;

import java.time.LocalDate;
import java.util.Optional;
import zephyrridge.core.limit.Condition;
import zephyrridge.core.supply.Supplies;
import zephyrridge.core.unit.TypedLine;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/** What a job waits for, as far as the job itself says. */
public enum Waits {
    /** Somebody of the shop can go on. */
    US,
    /** A start failed, and the next test is still to be decided on. */
    CAUSE,
    /** A start failed, and the test that was decided on is still to be made. */
    TEST,
    /** The layout that is to be fitted needs the owner's yes, and none is noted for it. */
    OWNER,
    /** What was decided on is still to be ordered. */
    ORDER,
    /** What was decided on is sent for, and not all of it is fitted. */
    PARTS,
    /** The machine is not here. */
    OUTSIDE,
    /** Handed back. */
    NOTHING;

    /**
     * On that day, as its parts stand: what is here, or was to arrive until then, is for the shop to look after.
     *
     * @param parts empty where nobody orders anything for it
     */
    public Waits on(LocalDate today, Optional<Supplies.Parts> parts) {
        if (this != PARTS) {
            return this;
        }
        // Nobody sends it any more: the other machine's layout was taken back.
        if (parts.isEmpty()) {
            return US;
        }
        return switch (parts.get().standing()) {
            case TO_ORDER -> ORDER;
            case HERE -> US;
            case ON_THE_WAY -> parts.get().by().filter(d -> !today.isBefore(d)).isPresent() ? US : PARTS;
        };
    }

    public static Waits of(Work work, Assessment a) {
        Unit unit = work.unit();
        if (unit.closing().isPresent()) {
            return NOTHING;
        }
        if (work.order().away().isPresent()) {
            return OUTSIDE;
        }
        if (Failing.is(unit, a)) {
            return Testing.of(unit).isPresent() ? TEST : CAUSE;
        }
        boolean toFit = a.fitLines().stream().anyMatch(l -> !l.done());
        if (!toFit) {
            return US;
        }
        boolean yesMissing = PlanConditions.of(unit, a.limits()).stream()
                .anyMatch(c -> c.condition().kind() == Condition.Kind.CONSENT && !c.met());
        if (yesMissing) {
            return OWNER;
        }
        boolean buys = !unit.onTheTable().buys().isEmpty()
                || TypedLine.of(unit).stream().anyMatch(l -> l.whence().isSent());
        return unit.isChosen() && buys ? PARTS : US;
    }
}
