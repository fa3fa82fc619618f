package zephyrridge.core.house;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * The schools this shop follows, where good technicians disagree. Each enum lists the school's default first.
 */
public record HouseRules(
        Matching matching,
        Beyond beyond,
        HowMuch howMuch,
        Factory factory,
        Ranks ranks,
        Speed speed,
        Mixed mixed,
        Trade trade,
        Battery battery,
        Closing closing,
        Proof proof,
        Driver driver) {
    /** Counts up whenever a rule or a default changes, so that a closed job can name what it was judged by. */
    public static final int VERSION = 4;

    /** Which modules may stand beside each other. */
    public enum Matching {
        LIKE_KINDS,
        IDENTICAL_ONLY,
        ANYTHING_THAT_FITS
    }

    /** How far beyond the official maximum. */
    public enum Beyond {
        PROVEN_OR_RETURNABLE,
        NEVER,
        WHENEVER_CONTROLLER_ALLOWS
    }

    public enum HowMuch {
        MEASURED_NEED,
        FILL_TO_THE_LIMIT
    }

    /** What becomes of the modules that came with the machine. */
    public enum Factory {
        KEEP_WHERE_EVEN,
        REPLACE_ALL,
        KEEP_WHAT_WORKS
    }

    public enum Ranks {
        PREFER_DUAL,
        DO_NOT_LOOK
    }

    public enum Speed {
        WHAT_THE_CONTROLLER_RUNS,
        ALWAYS_FASTEST,
        NEVER_FASTER_THAN_WAS
    }

    /** Unlike sizes within one channel. */
    public enum Mixed {
        LARGER_FIRST,
        NEVER
    }

    /** Capacity against rate. */
    public enum Trade {
        CAPACITY_FIRST,
        NEVER_GIVE_UP_RATE
    }

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

    public enum Driver {
        BY_HAND,
        POWERED
    }

    public static final HouseRules DEFAULT = new HouseRules(
            Matching.LIKE_KINDS,
            Beyond.PROVEN_OR_RETURNABLE,
            HowMuch.MEASURED_NEED,
            Factory.KEEP_WHERE_EVEN,
            Ranks.PREFER_DUAL,
            Speed.WHAT_THE_CONTROLLER_RUNS,
            Mixed.LARGER_FIRST,
            Trade.CAPACITY_FIRST,
            Battery.PLUG_OUT_WHERE_REACHABLE,
            Closing.START_BEFORE_COVER_WHERE_SAFE,
            Proof.SEEN,
            Driver.BY_HAND);

    /** The same with another school in one question. */
    public HouseRules with(Enum<?> school) {
        return new HouseRules(
                pick(matching, school),
                pick(beyond, school),
                pick(howMuch, school),
                pick(factory, school),
                pick(ranks, school),
                pick(speed, school),
                pick(mixed, school),
                pick(trade, school),
                pick(battery, school),
                pick(closing, school),
                pick(proof, school),
                pick(driver, school));
    }

    /** What is followed, question by question. */
    public List<Enum<?>> schools() {
        return List.of(matching, beyond, howMuch, factory, ranks, speed, mixed, trade, battery, closing, proof, driver);
    }

    /** A school's name with its question's: "BEYOND.NEVER". */
    public static String id(Enum<?> school) {
        String question = school.getDeclaringClass()
                .getSimpleName()
                .replaceAll("(?<=[a-z])(?=[A-Z])", "_")
                .toUpperCase(Locale.ROOT);
        return question + "." + school.name();
    }

    /** The same with the school of this name; empty where there is none. */
    public Optional<HouseRules> with(String id) {
        return schools().stream()
                .flatMap(s -> Arrays.stream(s.getDeclaringClass().getEnumConstants()))
                .filter(s -> id(s).equals(id))
                .findFirst()
                .map(this::with);
    }

    private static <E extends Enum<E>> E pick(E now, Enum<?> school) {
        return school.getDeclaringClass() == now.getDeclaringClass()
                ? now.getDeclaringClass().cast(school)
                : now;
    }
}
