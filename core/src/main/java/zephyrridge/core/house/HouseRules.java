package zephyrridge.core.house;

/**
 * The schools this shop follows, where good technicians disagree. Each enum lists the school's default first. Only the
 * questions that some computation answers today are here.
 */
public record HouseRules(Battery battery, Closing closing, Proof proof) {
    public enum Battery {
        PLUG_OUT_WHERE_REACHABLE,
        TAKE_OUT_WHENEVER_POSSIBLE,
        POWER_DOWN_ONLY
    }

    public enum Closing {
        START_BEFORE_COVER_WHERE_SAFE,
        CLOSE_FIRST
    }

    public enum Proof {
        ONE_FULL_PASS,
        QUICK,
        OVERNIGHT_SOAK
    }

    public static final HouseRules DEFAULT = new HouseRules(
            Battery.PLUG_OUT_WHERE_REACHABLE, Closing.START_BEFORE_COVER_WHERE_SAFE, Proof.ONE_FULL_PASS);
}
