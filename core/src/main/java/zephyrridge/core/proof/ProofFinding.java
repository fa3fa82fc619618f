package zephyrridge.core.proof;

import java.util.List;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.FindingCode;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/** Why a reading differs from what was expected, or why it says nothing. */
public enum ProofFinding implements FindingCode {
    PROOF_SOLDERED_MISSING(Missing.class),
    PROOF_MODULE_MISSING(Missing.class),
    PROOF_CHANNEL_MISSING(Missing.class),
    PROOF_RANK_MISSING(Missing.class),
    PROOF_LISTED_TWICE(Amounts.class),
    PROOF_DECIMAL_UNIT(Amounts.class),
    PROOF_TOTAL_UNEXPLAINED(Amounts.class),
    PROOF_WORD_SIZE(Amounts.class),
    PROOF_CEILING(Amounts.class),
    PROOF_BOOT_CAP(Amounts.class),
    PROOF_GRAPHICS_SHARE(Amounts.class),
    PROOF_NORMAL_RESERVE(Amounts.class),
    PROOF_MIRRORED(Amounts.class),
    PROOF_USABLE_UNEXPLAINED(Amounts.class),
    PROOF_HALF_CLOCK(Rates.class),
    PROOF_ROUNDED_NAME(Rates.class),
    PROOF_RATE_ROW(RateRow.class),
    PROOF_RATE_BELOW(Rates.class),
    PROOF_RATE_ABOVE(Rates.class),
    PROOF_POSITIONS(Positions.class),
    PROOF_WIDTH_SUSPICIOUS(Width.class),
    PROOF_WIDTH_FINE(Width.class),
    PROOF_WIDTH_ONE_THREAD(Width.class),
    PROOF_TEST_ERRORS(Passes.class),
    PROOF_TEST_SHORT(Passes.class);

    private final Class<? extends Detail> detailType;

    ProofFinding(Class<? extends Detail> detailType) {
        this.detailType = detailType;
    }

    @Override
    public Class<? extends Detail> detailType() {
        return detailType;
    }

    /** @param where positions or channels it could be, the first look first */
    public record Missing(ByteSize gap, List<String> where) implements Detail {}

    public record Amounts(ByteSize expected, ByteSize found, ByteSize difference) implements Detail {}

    public record Rates(int shown, DataRate expected) implements Detail {}

    public record RateRow(int shown, DataRate expected, String row) implements Detail {}

    public record Positions(int expected, int found) implements Detail {}

    /** @param percent of the narrowest region's peak */
    public record Width(Bandwidth measured, Bandwidth narrowest, int percent, int threshold) implements Detail {}

    public record Passes(int passes, int wanted, int errors) implements Detail {}
}
