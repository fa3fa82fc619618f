package zephyrridge.core.fault;

/**
 * What to do about a cause: what a technician wants to know, and what tests are to tell apart.
 *
 * @param subject {@code other} numbers as in {@link Cause}; -1 where there is none
 */
public record Remedy(Kind kind, int subject, int other) {
    public static final Remedy NONE = new Remedy(Kind.NOTHING, -1, -1);

    public enum Kind {
        REPLACE,
        AVOID_SLOT,
        AVOID_CHANNEL,
        AVOID_CARRIER,
        AVOID_PROCESSOR,
        SMALLER_KIT,
        KEEP_APART,
        OTHER_ORDER,
        FIRMWARE,
        SETTINGS,
        POWER,
        WAIT,
        RESEAT,
        COMPANION,
        NOTHING;

        /** Whether it can be undone to see the fault again: a cleared setting or a training that is over cannot. */
        public boolean canBeUndone() {
            return switch (this) {
                case REPLACE,
                        AVOID_SLOT,
                        AVOID_CHANNEL,
                        AVOID_CARRIER,
                        AVOID_PROCESSOR,
                        SMALLER_KIT,
                        KEEP_APART,
                        OTHER_ORDER -> true;
                default -> false;
            };
        }
    }
}
