package zephyrridge.core.log;

import java.time.LocalDateTime;
import java.util.Optional;

/**
 * Who put an entry into the log, and when.
 *
 * @param no number in the order of recording, 1 first
 * @param after number of the entry it happened right after; its own number less one unless it was recorded late
 * @param at when it was recorded; nobody knows any more of entries from before the log
 * @param beforeLog lifted out of a job from before the log was kept: taken as it was, checked against nothing
 */
public record Stamp(int no, int after, Optional<LocalDateTime> at, String by, boolean beforeLog) {
    /** Of steps that are thought through and not done. */
    public static final Stamp NOBODY = new Stamp(0, 0, Optional.empty(), "", false);
}
