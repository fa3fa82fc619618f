package zephyrridge.core.supply;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A pack that was ordered.
 *
 * @param job that it is meant for; empty where no job is known for it any more
 * @param due day on which it is to be here; empty where nobody said
 */
public record Pack(long id, Thing thing, Optional<Long> job, State state, Optional<LocalDate> due) {
    /** What became of it. */
    public enum State {
        ON_THE_WAY,
        HERE,
        /** The order does not count. */
        CANCELLED,
        SENT_BACK,
        /** Sent back, and the money is back too. */
        CREDITED;

        /** Each step and the one by which a wrong press is mended. */
        private static final Map<State, Set<State>> NEXT = Map.of(
                ON_THE_WAY, Set.of(HERE, CANCELLED),
                HERE, Set.of(ON_THE_WAY, SENT_BACK),
                CANCELLED, Set.of(ON_THE_WAY),
                SENT_BACK, Set.of(HERE, CREDITED),
                CREDITED, Set.of(SENT_BACK));

        public boolean mayBecome(State next) {
            return NEXT.get(this).contains(next);
        }

        /** What may follow, in the order of the states. */
        public List<State> next() {
            return NEXT.get(this).stream().sorted().toList();
        }

        /** A job can have it. */
        public boolean counts() {
            return this == ON_THE_WAY || this == HERE;
        }
    }

    boolean isHere() {
        return state == State.HERE;
    }

    Pack of(long next) {
        return new Pack(id, thing, Optional.of(next), state, due);
    }
}
