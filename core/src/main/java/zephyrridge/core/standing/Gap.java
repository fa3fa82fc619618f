package zephyrridge.core.standing;

/**
 * What a station lacks.
 *
 * @param of how many, or which; "" where the kind says all
 */
public record Gap(Kind kind, String of) {
    public enum Kind {
        OWNER,
        WISH,
        SEAL,
        BATTERY,
        KEY,
        SETTINGS,
        NOTHING_READ,
        /** The machine as it is recorded has no socket: there is nothing to plan, and nothing that has to be read for it. */
        ALL_SOLDERED,
        ONLY_TOTAL,
        TOTAL_DIFFERS,
        TOTAL_POINTS,
        TOTAL_AMONG,
        SOCKETS_NOT_SEEN,
        /** What is in it was taken from a like machine, and no total of its own bears it out. */
        ALIKE_ONLY,
        NOTHING_PLANNED,
        LIMIT_BROKEN,
        LIMITS_NOT_KNOWN,
        CONDITIONS_OPEN,
        PLAN_STOPS,
        NOT_CHOSEN,
        GATE_SHUT,
        STEPS_LEFT,
        WAY_CLOSED,
        LINES_LEFT,
        PARTS_OFF,
        NOT_STARTED,
        NOT_PROVEN,
        DIFFERENCE_OPEN,
        START_FAILED,
        /** Came up, and nobody has read what it shows. */
        NOT_READ,
        /** Something was opened since it last came up: one good start more is asked for. */
        START_AFTER,
        CHECKS_LEFT,
        /** Other work that the owner agreed to, neither done nor found impossible. */
        WORK_LEFT,
        SWOLLEN;

        /** One of the questions without whose answer nothing is opened. */
        public boolean isQuestion() {
            return this == SEAL || this == BATTERY || this == KEY || this == SETTINGS;
        }
    }
}
