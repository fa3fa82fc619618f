package zephyrridge.core.proof;

import java.util.List;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.FindingCode;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.quantity.Picoseconds;

/** Why a reading differs from what was expected, or why it says nothing. */
public enum ProofFinding implements FindingCode {
    PROOF_EXACTLY_MISSING(Missing.class),
    PROOF_COULD_BE_MISSING(Missing.class),
    /** As many are listed as are fitted: a label says more than its module holds, or one that is listed is not used. */
    PROOF_LISTED_YET_MISSING(Missing.class),
    /** The same where nothing that is fitted adds up to what is missing: a label says more than its module holds, or it was misread. */
    PROOF_LABELS_SAY_MORE(Amounts.class),
    PROOF_LISTED_TWICE(Amounts.class),
    PROOF_DECIMAL_UNIT(Amounts.class),
    PROOF_TOTAL_UNEXPLAINED(Amounts.class),
    PROOF_TOTAL_ABOVE(Amounts.class),
    /** Above by what is soldered, and the system counts what is fitted: a bank is counted twice. */
    PROOF_BANK_COUNTED_TWICE(Amounts.class),
    /** Above by what is soldered, and nobody read what the system counts. */
    PROOF_BANK_PERHAPS_TWICE(Amounts.class),
    PROOF_WORD_SIZE(Amounts.class),
    PROOF_CEILING(Amounts.class),
    PROOF_BOOT_CAP(Amounts.class),
    PROOF_SHARE_OR_CAP(Amounts.class),
    PROOF_GRAPHICS_SHARE(Amounts.class),
    PROOF_NORMAL_RESERVE(Amounts.class),
    PROOF_MIRRORED(Amounts.class),
    PROOF_USABLE_UNEXPLAINED(Amounts.class),
    PROOF_USABLE_ABOVE(Amounts.class),
    PROOF_HALF_CLOCK(Rates.class),
    PROOF_UNIT_OF_RATE(Rates.class),
    PROOF_ROUNDED_NAME(Rates.class),
    PROOF_RATE_ROW(RateRow.class),
    PROOF_RATE_BELOW(Rates.class),
    /** No row of the record names the rate of this filling: what was read is what it runs at. */
    PROOF_RATE_FIRST_READ(Rates.class),
    PROOF_RATE_ABOVE(Rates.class),
    PROOF_ONE_OF_DOMAINS(Domains.class),
    PROOF_LATENCY(Latency.class),
    PROOF_LATENCY_EQUAL(Latency.class),
    PROOF_POSITIONS(Positions.class),
    /** Twice as many as are fitted, with the right total: halves of modules are listed. */
    PROOF_HALVES_LISTED(Positions.class),
    /** Twice as many as are fitted, with twice the total. */
    PROOF_POSITIONS_TWICE(Positions.class),
    /** More than can be: a reading error. */
    PROOF_POSITIONS_ABOVE(Positions.class),
    /** Another number of ranks than the modules have: another module than its label says, or a misread line. */
    PROOF_RANKS(Counts.class),
    /** The ranks of all modules together. */
    PROOF_RANKS_TOGETHER(Counts.class),
    /** Modules of several numbers of ranks are fitted: the figure is one of them. */
    PROOF_RANKS_OF_SOME(Counts.class),
    /** Halves of channels counted, or channels of other widths than 64 bits. */
    PROOF_CHANNELS_COUNTED_OTHERWISE(Counts.class),
    /** Only a part of the memory runs so wide. */
    PROOF_CHANNELS_OF_A_PART(Counts.class),
    PROOF_CHANNELS_FEWER(Counts.class),
    PROOF_CHANNELS_ABOVE(Counts.class),
    PROOF_WIDTH_SUSPICIOUS(Width.class),
    PROOF_WIDTH_FINE(Width.class),
    PROOF_WIDTH_ONE_THREAD(Width.class),
    PROOF_THREADS_NOT_SAID(Width.class),
    PROOF_TEST_KIND_NOT_SAID(Width.class),
    PROOF_WIDTH_REGION_UNKNOWN(Width.class),
    PROOF_WIDTH_ABOVE(Width.class),
    PROOF_TEST_ERRORS(Passes.class),
    PROOF_TEST_ERRORS_ALONE(Alone.class),
    PROOF_TEST_ERRORS_BANK(Alone.class),
    PROOF_ERRORS_NOT_SAID(Passes.class);

    private final Class<? extends Detail> detailType;

    ProofFinding(Class<? extends Detail> detailType) {
        this.detailType = detailType;
    }

    @Override
    public Class<? extends Detail> detailType() {
        return detailType;
    }

    /** @param sets what could be missing, the likeliest first; one alone where nothing else adds up to the gap */
    public record Missing(ByteSize gap, List<MissingSet> sets) implements Detail {}

    public record Amounts(ByteSize expected, ByteSize found, ByteSize difference) implements Detail {}

    public record Rates(int shown, DataRate expected) implements Detail {}

    public record Domains(int shown, List<DataRate> expected) implements Detail {}

    public record RateRow(int shown, DataRate expected, String row) implements Detail {}

    /** @param expected first word as expected, {@code found} as read: CL x 2000 / rate */
    public record Latency(
            int expectedCl, DataRate expectedRate, int cl, DataRate rate, Picoseconds expected, Picoseconds found)
            implements Detail {}

    public record Counts(int expected, int found) implements Detail {}

    public record Positions(int expected, int found) implements Detail {}

    /** @param percent of the narrowest region's peak */
    public record Width(Bandwidth measured, Bandwidth narrowest, Bandwidth widest, int percent, int threshold)
            implements Detail {}

    public record Passes(int passes, int errors) implements Detail {}

    /** @param position of the only module or bank that was in it */
    public record Alone(int passes, int errors, String position) implements Detail {}
}
