package zephyrridge.core.proof;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.core.proof.Comparisons.D16;
import static zephyrridge.core.proof.Comparisons.D8;
import static zephyrridge.core.proof.Comparisons.E16;
import static zephyrridge.core.proof.Comparisons.HOME;
import static zephyrridge.core.proof.Comparisons.PAIR;
import static zephyrridge.core.proof.Comparisons.compare;
import static zephyrridge.core.proof.Comparisons.outcome;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.proof.Comparison.Field;
import zephyrridge.core.quantity.Bandwidth;

/** Ranks and channels as programs print them (R-7.10; common practice, no source). */
class ShapeReadingTest {
    private static Readout ranks(int n) {
        return Readout.NOTHING.with().ranks(Optional.of(n)).build();
    }

    private static Readout channels(int n) {
        return Readout.NOTHING.with().channels(Optional.of(n)).build();
    }

    @ParameterizedTest
    @CsvSource({"2,MATCH", "1,DIFFERENT PROOF_RANKS", "4,EXPLAINED PROOF_RANKS_TOGETHER", "3,DIFFERENT PROOF_RANKS"})
    void ranksOfLikeModules(int shown, String outcome) {
        assertThat(outcome(compare(HOME, ranks(shown), "B1=" + D16, "B2=" + D16), Field.RANKS))
                .isEqualTo(outcome);
    }

    @ParameterizedTest
    @CsvSource({
        "1,UNDECIDED PROOF_RANKS_OF_SOME",
        "2,UNDECIDED PROOF_RANKS_OF_SOME",
        "3,EXPLAINED PROOF_RANKS_TOGETHER",
        "4,DIFFERENT PROOF_RANKS"
    })
    void ranksOfUnlikeModules(int shown, String outcome) {
        assertThat(outcome(compare(HOME, ranks(shown), "B1=" + D16, "B2=" + D8), Field.RANKS))
                .isEqualTo(outcome);
    }

    /** The bank alone: no module in a socket has ranks to show. */
    @Test
    void ofABankNothingIsExpected() {
        assertThat(outcome(compare(HOME, ranks(1)), Field.RANKS)).isEqualTo("UNDECIDED");
        assertThat(outcome(compare(HOME, Readout.NOTHING), Field.RANKS)).isEqualTo("NOT_READ");
    }

    /** Two channels of a DDR5 pair: "dual", and "quad" where each half is counted (JESD79-5: two sub-channels of 32 bits). */
    @ParameterizedTest
    @CsvSource({
        "2,MATCH",
        "4,EXPLAINED PROOF_CHANNELS_COUNTED_OTHERWISE",
        "1,DIFFERENT PROOF_CHANNELS_FEWER",
        "3,UNDECIDED PROOF_CHANNELS_ABOVE",
        "8,UNDECIDED PROOF_CHANNELS_ABOVE"
    })
    void channelsOfAPair(int shown, String outcome) {
        assertThat(outcome(compare(PAIR, HOME, channels(shown), "A1=" + E16, "B1=" + E16), Field.CHANNELS))
                .isEqualTo(outcome);
    }

    /** 8 GB beside 16 GB: the first 16 GB two channels wide, the rest one; either may be printed. */
    @ParameterizedTest
    @CsvSource({
        "2,EXPLAINED PROOF_CHANNELS_OF_A_PART",
        "1,UNDECIDED PROOF_CHANNELS_OF_A_PART",
        "4,UNDECIDED PROOF_CHANNELS_ABOVE"
    })
    void channelsOfUnequalSides(int shown, String outcome) {
        assertThat(outcome(compare(HOME, channels(shown), "B1=" + D16), Field.CHANNELS))
                .isEqualTo(outcome);
    }

    /** Writing has the limit of copying: 50 % of the peak of one channel at 2666 MT/s, 21.3 GB/s. */
    @ParameterizedTest
    @CsvSource({"WRITE,12000,MATCH", "READ,12000,DIFFERENT", "COPY,12000,MATCH", "WRITE,9000,DIFFERENT"})
    void writingIsJudgedLikeCopying(Readout.Test test, long megabytes, String verdict) {
        Readout r = Readout.NOTHING
                .with()
                .bandwidth(
                        Optional.of(Bandwidth.ofMegabytes(megabytes)),
                        Optional.of(test),
                        Optional.of(Measured.Threads.ALL))
                .build();
        assertThat(compare(HOME, r).line(Field.BANDWIDTH).verdict()).hasToString(verdict);
    }
}
