package zephyrridge.core.house;

/**
 * The schools this shop follows, where good technicians disagree. Each enum lists the school's default first. Only the
 * questions that some computation answers today are here.
 */
public record HouseRules(Battery battery, Closing closing, Proof proof) {
    /** Counts up whenever a rule or a default changes, so that a closed job can name what it was judged by. */
    public static final int VERSION = 2;

    public enum Battery {
        PLUG_OUT_WHERE_REACHABLE,
        TAKE_OUT_WHENEVER_POSSIBLE,
        POWER_DOWN_ONLY
    }

    public enum Closing {
        START_BEFORE_COVER_WHERE_SAFE,
        CLOSE_FIRST
    }

    /**
     * What a job must have to be proven. SEEN: totals, count and rate, with a full pass of a memory test where the plan goes
     * beyond official figures, a start failed or errors were seen, and a night of it for servers.
     */
    public enum Proof {
        SEEN,
        ONE_FULL_PASS,
        OVERNIGHT_SOAK
    }

    public static final HouseRules DEFAULT =
            new HouseRules(Battery.PLUG_OUT_WHERE_REACHABLE, Closing.START_BEFORE_COVER_WHERE_SAFE, Proof.SEEN);
}
