package zephyrridge.core.limit;

import java.time.LocalDate;
import java.util.Collections;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import zephyrridge.core.module.ModuleSpec;

/**
 * A layout that was tried in a machine, and how it went.
 *
 * @param relation of the machine it was tried in to the one that is asked about
 * @param machine the one physical machine (serial, job), which counts once per layout
 * @param sockets module by position id; soldered banks are the record's
 * @param absent carriers and processors that were not there
 * @param firmware version it ran with, empty where nobody noted it
 * @param processor that was fitted, empty where nobody noted it: asked where the model comes with several controllers
 * @param cause of a failure, as it was confirmed; {@link Cause#NONE} for successes
 */
public record Trial(
        String id,
        Relation relation,
        String machine,
        SortedMap<String, ModuleSpec> sockets,
        SortedSet<String> absent,
        Optional<String> firmware,
        Outcome outcome,
        Cause cause,
        String who,
        LocalDate when,
        String note,
        Optional<String> processor) {
    /** A success of this model, in the quarters that trials are weighed in. */
    static final int PROVEN_QUARTERS = 4;

    /** Id of the arrangement that a machine came with, where it counts as a success of its own. */
    static final String AS_IT_CAME = "as it came";

    public enum Relation {
        /** This model, on this bench. */
        THIS_MODEL,
        /** Another model on the same board, on this bench. */
        BOARD_FAMILY,
        /** Elsewhere, with its full configuration. */
        REPORTED
    }

    public enum Outcome {
        /** The proof reached the grade that the house asks for. */
        PROVEN,
        /** Seen, where the house asks for more. */
        PART_PROVEN,
        FAILED
    }

    /** What a failure was, where that was confirmed. Only the first three say anything about limits. */
    public enum Cause {
        KIND_ABOVE_LIMIT,
        KINDS_TOGETHER,
        ORDER,
        BAD_MODULE,
        SOCKET,
        SEATING,
        POWER,
        SETTINGS,
        NOT_CONFIRMED,
        NONE;

        boolean speaksOfLimits() {
            return this == KIND_ABOVE_LIMIT || this == KINDS_TOGETHER || this == ORDER;
        }
    }

    public Trial {
        sockets = Collections.unmodifiableSortedMap(new TreeMap<>(sockets));
        absent = Collections.unmodifiableSortedSet(new TreeSet<>(absent));
        if ((outcome == Outcome.FAILED) == (cause == Cause.NONE)) {
            throw new IllegalArgumentException("a failure has a cause, maybe not confirmed, and nothing else has");
        }
    }

    boolean isAsItCame() {
        return id.equals(AS_IT_CAME);
    }

    public boolean succeeded() {
        return outcome != Outcome.FAILED;
    }

    /** Whether this failure may speak of what a layout needs, and not of a part that was bad. */
    public boolean failedByLimit() {
        return outcome == Outcome.FAILED && cause.speaksOfLimits();
    }

    /** In quarters of a proven trial of this model (R-4.8; common practice, no source). */
    int quarters() {
        int full =
                switch (relation) {
                    case THIS_MODEL -> 4;
                    case BOARD_FAMILY -> 2;
                    case REPORTED -> 1;
                };
        return outcome == Outcome.PART_PROVEN ? full / 2 : full;
    }
}
