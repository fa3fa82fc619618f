package zephyrridge.core.change;

import java.time.LocalDateTime;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.plan.Offer;
import zephyrridge.core.survey.Survey;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/** What a change needs from outside the job: looked up, never changed, by it. */
public interface Ports {
    /** A module of the drawer. */
    Optional<Stock> stock(String tag);

    /** A tag that no module of the drawer has, nor one of these. */
    String freshTag(Set<String> taken);

    /** A line of a supplier's sheet. */
    Optional<Offer> offer(String id);

    boolean hasPhoto(String id);

    boolean hasSource(String id);

    /** What the job's sources say of the machine as found. */
    Survey survey(Unit unit);

    /** How the job was before the caller's own last change, when that change is the last that holds. */
    Optional<Work> beforeOwnLast();

    /** How the job was after the change that the caller undid last. */
    Optional<Work> afterOwnUndone();

    LocalDateTime now();

    /** Name of whoever makes the change. */
    String by();

    /**
     * @param bad marked so in the drawer; {@code good} tested good there; {@code gone} taken out for good; {@code heldBy} the job whose chosen plan or machine has it
     */
    record Stock(
            String tag,
            String labelLine,
            ModuleSpec spec,
            boolean bad,
            boolean good,
            boolean gone,
            Optional<Long> heldBy) {}
}
