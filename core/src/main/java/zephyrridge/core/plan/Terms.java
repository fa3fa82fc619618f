package zephyrridge.core.plan;

import zephyrridge.core.quantity.Money;

/**
 * What work and risk cost this shop.
 *
 * @param labourPerHour {@code labourStepMinutes} the owner is asked for whole steps of it
 * @param handling of one pack that goes back
 * @param takesPulled whether the shop takes over what comes out, at the book value of a like piece of its own
 * @param resalePermille what is left of the price of something that cannot go back
 * @param taxPermille on the owner's quote
 * @param currency as it is written before amounts
 */
public record Terms(
        Money labourPerHour,
        int labourStepMinutes,
        Money handling,
        boolean takesPulled,
        int resalePermille,
        int taxPermille,
        String currency) {
    /** Common practice, no source; each shop has its own. */
    public static final Terms USUAL = new Terms(Money.ofMinor(4_800), 15, Money.ofMinor(400), false, 500, 200, "EUR");

    public Terms {
        if (labourPerHour.minor() < 0
                || labourStepMinutes < 1
                || labourStepMinutes > 240
                || handling.minor() < 0
                || resalePermille < 0
                || resalePermille > 1000
                || taxPermille < 0
                || taxPermille > 1000
                || currency.isBlank()
                || currency.length() > 8) {
            throw new IllegalArgumentException("terms out of range");
        }
    }

    /** Labour of so many minutes, rounded half up to the minor unit. */
    public Money labour(int minutes) {
        return labourPerHour.share(minutes, 60);
    }

    /** What the owner is asked for so many minutes: whole steps. */
    public Money labourQuoted(int minutes) {
        int steps = (minutes + labourStepMinutes - 1) / labourStepMinutes;
        return labour(steps * labourStepMinutes);
    }
}
