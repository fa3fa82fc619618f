package zephyrridge.core.machine;

import java.time.LocalDate;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DieDensity;

/**
 * Someone's word about a ceiling.
 *
 * @param size for totals and slots, {@code density} for dies, {@code number} for ranks per channel and MT/s
 * @param where the paper or place it stands in; {@code who} entered it and {@code when}, where that was noted
 * @param firmware the version from which it holds; {@code buffering} and {@code processor} what it is bound to; empty: to nothing
 */
public record LimitClaim(
        Source source,
        Quantity quantity,
        Optional<ByteSize> size,
        Optional<DieDensity> density,
        Optional<Integer> number,
        String where,
        Optional<String> who,
        Optional<LocalDate> when,
        Optional<String> firmware,
        Optional<Buffering> buffering,
        Optional<String> processor) {
    private static final Pattern YEAR = Pattern.compile("(?<!\\d)(?:19|20)\\d\\d(?!\\d)");

    public enum Source {
        MAKER,
        CONTROLLER,
        FIRMWARE,
        REPORTED,
        SELLER
    }

    public enum Quantity {
        TOTAL,
        PER_SLOT,
        DIE_DENSITY,
        RANKS_PER_CHANNEL,
        DATA_RATE;

        public boolean isSize() {
            return this == TOTAL || this == PER_SLOT;
        }
    }

    /** A claim bound to nothing. */
    public static LimitClaim of(Source source, Quantity quantity, ByteSize size, String where) {
        return unbound(source, quantity, Optional.of(size), Optional.empty(), where);
    }

    public static LimitClaim of(Source source, DieDensity density, String where) {
        return unbound(source, Quantity.DIE_DENSITY, Optional.empty(), Optional.of(density), where);
    }

    private static LimitClaim unbound(
            Source source, Quantity quantity, Optional<ByteSize> size, Optional<DieDensity> density, String where) {
        return new LimitClaim(
                source,
                quantity,
                size,
                density,
                Optional.empty(),
                where,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }

    /**
     * Whether nothing goes beyond it: what the controller says of a slot, of a die and of ranks. Its published total is a validated
     * figure, as a maker's is.
     */
    public boolean isHard() {
        return source == Source.CONTROLLER && quantity != Quantity.TOTAL && quantity != Quantity.DATA_RATE;
    }

    /** The year of the document it stands in, where its place names one ("sheet of 2017"); the day of entry says nothing of it. */
    public OptionalInt documentYear() {
        Matcher year = YEAR.matcher(where);
        return year.find() ? OptionalInt.of(Integer.parseInt(year.group())) : OptionalInt.empty();
    }

    /** Whether the figure that its quantity wants, and no other, is there and above nothing. */
    public boolean isWhole() {
        return size.isPresent() == quantity.isSize()
                && density.isPresent() == (quantity == Quantity.DIE_DENSITY)
                && number.isPresent() == (!quantity.isSize() && quantity != Quantity.DIE_DENSITY)
                && size.map(s -> !s.isZero()).orElse(true)
                && number.map(n -> n > 0 && n <= 100_000).orElse(true);
    }
}
