package zephyrridge.core.range;

import java.util.EnumMap;
import java.util.Map;

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

    /** Dark, lacking, errors: the table of the trade (docs/rules, R-10.1), written down a second time, away from what finds faults. */
    private static final Map<Kind, double[]> USUAL = new EnumMap<>(Map.ofEntries(
            Map.entry(Kind.DEAD_MODULE, new double[] {.62, .33, .03}),
            Map.entry(Kind.WEAK_MODULE, new double[] {.05, .02, .75}),
            Map.entry(Kind.BAD_SOCKET, new double[] {.45, .42, .08}),
            Map.entry(Kind.POOR_SEATING, new double[] {.55, .38, .04}),
            Map.entry(Kind.KIND_TOO_LARGE, new double[] {.72, .20, .04}),
            Map.entry(Kind.KINDS_QUARREL, new double[] {.50, .05, .35}),
            Map.entry(Kind.ORDER_QUIRK, new double[] {.85, .08, .03}),
            Map.entry(Kind.BAD_CHANNEL, new double[] {.45, .50, .03}),
            Map.entry(Kind.OLD_FIRMWARE, new double[] {.85, .08, .03}),
            Map.entry(Kind.WRONG_SETTINGS, new double[] {.83, 0, .12}),
            Map.entry(Kind.NEEDS_MAINS, new double[] {.98, 0, 0}),
            Map.entry(Kind.LONG_TRAINING, new double[] {.97, 0, 0}),
            Map.entry(Kind.BAD_COMPANION, new double[] {.60, 0, .05})));

    /** How often a thing of this kind shows which way: {@code dark}, {@code hides}, {@code errs}. */
    public static double[] usualRates(Kind kind) {
        return USUAL.get(kind).clone();
    }

    /** One that shows as things of its kind usually do. */
    public static Hidden usual(Kind kind, String subject, String other, boolean stays) {
        double[] rates = USUAL.get(kind);
        return new Hidden(kind, subject, other, rates[0], rates[1], rates[2], 0, stays);
    }

    public Hidden {
        if (dark < 0 || hides < 0 || errs < 0 || dark + hides + errs > 1 + 1e-9 || rests < 0 || rests > 1) {
            throw new IllegalArgumentException("rates lie in 0..1");
        }
    }
}
