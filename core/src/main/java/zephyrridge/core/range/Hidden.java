package zephyrridge.core.range;

/**
 * Something that is wrong with a simulated machine, and how it shows.
 *
 * @param subject module, position, channel or kind it is about; "" for none
 * @param other the second kind, or the position that a kind must not be in; "" for none
 * @param dark {@code hides} and {@code errs}: how often a start at which it acts is dark, lacks its part, or has errors; 0..1 together
 * @param rests how often it does not act at all at a start
 * @param stays whether it shows at every start what it showed first; else each start is drawn anew
 */
public record Hidden(
        Kind kind, String subject, String other, double dark, double hides, double errs, double rests, boolean stays) {
    public enum Kind {
        DEAD_MODULE,
        WEAK_MODULE,
        BAD_SOCKET,
        POOR_SEATING,
        KIND_TOO_LARGE,
        KINDS_QUARREL,
        ORDER_QUIRK,
        BAD_CHANNEL,
        OLD_FIRMWARE,
        WRONG_SETTINGS,
        NEEDS_MAINS,
        LONG_TRAINING,
        BAD_COMPANION
    }

    public Hidden {
        if (dark < 0 || hides < 0 || errs < 0 || dark + hides + errs > 1 + 1e-9 || rests < 0 || rests > 1) {
            throw new IllegalArgumentException("rates lie in 0..1");
        }
    }
}
