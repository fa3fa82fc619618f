package zephyrridge.core.proof;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.core.proof.Comparisons.D16;
import static zephyrridge.core.proof.Comparisons.D8;
import static zephyrridge.core.proof.Comparisons.E16;
import static zephyrridge.core.proof.Comparisons.HOME;
import static zephyrridge.core.proof.Comparisons.PAIR;
import static zephyrridge.core.proof.Comparisons.RECORD;
import static zephyrridge.core.proof.Comparisons.compare;
import static zephyrridge.core.proof.Comparisons.outcome;
import static zephyrridge.core.proof.Comparisons.read;
import static zephyrridge.core.proof.Comparisons.sets;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.proof.Comparison.Field;
import zephyrridge.core.quantity.ByteSize;

/** Totals, usable memory and positions: every difference has its explanation (R-7.2, R-7.3; from memory of the usual causes, in their order; common practice, no source). */
class ReadoutComparisonTest {
    @ParameterizedTest
    @CsvSource({
        "24 GB,MATCH",
        "24576 MB,MATCH",
        "16 GB,DIFFERENT PROOF_COULD_BE_MISSING",
        "8 GB,DIFFERENT PROOF_COULD_BE_MISSING",
        "48 GB,EXPLAINED PROOF_LISTED_TWICE",
        "25.8 GB,EXPLAINED PROOF_DECIMAL_UNIT",
        "40 GB,DIFFERENT PROOF_TOTAL_ABOVE",
        "20 GB,DIFFERENT PROOF_TOTAL_UNEXPLAINED"
    })
    void totals(String shown, String outcome) {
        assertThat(outcome(compare(HOME, read(shown, null, 2666), "B1=" + D16), Field.FIRMWARE_TOTAL))
                .isEqualTo(outcome);
    }

    /** A pair of 16 GiB two-rank modules with one rank lost shows 24 of 32. */
    @Test
    void theLikeliestMissingPartsFirstAndAllOfThem() {
        // 8 of 40 missing: the bank, or one rank of either module.
        List<MissingSet> eight = sets(compare(HOME, read("32 GB", null, 2133), "B1=" + D16, "B2=" + D16));
        assertThat(eight)
                .extracting(s -> s.parts().get(0).kind())
                .containsExactly(MissingSet.Kind.BANK, MissingSet.Kind.RANK);
        assertThat(eight.get(1).parts().get(0).where()).containsExactly("B1", "B2");
        assertThat(eight.get(1).isCertain()).isFalse();
    }

    /** Two of four modules missing is no proof of a channel: any two of them make the gap. */
    @Test
    void anyTwoOfFourIsSaidAsSuch() {
        MachineRecord four = Machines.of(MemoryGeneration.DDR4, 2666)
                .channel("A")
                .socket("A1", "A", 1, List.of())
                .socket("A2", "A", 2, List.of())
                .channel("B")
                .socket("B1", "B", 1, List.of())
                .socket("B2", "B", 2, List.of())
                .cap(null, null, null, 2666)
                .build();
        Comparison c = compare(four, HOME, read("16 GB", null, 2666), "A1=" + D8, "A2=" + D8, "B1=" + D8, "B2=" + D8);
        assertThat(outcome(c, Field.FIRMWARE_TOTAL)).isEqualTo("DIFFERENT PROOF_COULD_BE_MISSING");
        MissingSet only = sets(c).get(0);
        assertThat(only.parts().get(0).count()).isEqualTo(2);
        assertThat(only.parts().get(0).of()).isEqualTo(4);
        assertThat(only.parts().get(0).channels()).containsExactly("A", "B");
    }

    @Test
    void exactlyOneOnlyWhereNothingElseAddsUp() {
        Comparison c = compare(HOME, read("8 GB", null, 2666), "B1=" + D16);
        assertThat(sets(c)).anyMatch(s -> s.parts().get(0).kind() == MissingSet.Kind.MODULE);
        MachineRecord odd = Machines.of(MemoryGeneration.DDR4, 2666)
                .channel("A")
                .socket("A1", "A", 1, List.of())
                .socket("A2", "A", 2, List.of())
                .cap(null, null, null, 2666)
                .build();
        Comparison one = compare(odd, HOME, read("8 GB", null, 2666), "A1=" + D8, "A2=4GB 1Rx8 PC4-2666V-SA1-11");
        assertThat(outcome(one, Field.FIRMWARE_TOTAL)).isEqualTo("DIFFERENT PROOF_EXACTLY_MISSING");
        assertThat(sets(one).get(0).parts().get(0).where()).containsExactly("A2");
    }

    /** HOME has 8 GiB soldered: as much above what is fitted is that bank counted twice, where the system says what is there. */
    @Test
    void aBankThatIsCountedTwiceIsNamed() {
        assertThat(outcome(compare(HOME, read("32 GB", null, 2666), "B1=" + D16), Field.FIRMWARE_TOTAL))
                .isEqualTo("DIFFERENT PROOF_BANK_PERHAPS_TWICE");
        Readout both = read("32 GB", null, 2666)
                .with()
                .systemTotal(java.util.Optional.of(ByteSize.ofGibibytes(24)))
                .build();
        assertThat(outcome(compare(HOME, both, "B1=" + D16), Field.FIRMWARE_TOTAL))
                .isEqualTo("EXPLAINED PROOF_BANK_COUNTED_TWICE");
        assertThat(outcome(compare(HOME, read("30 GB", null, 2666), "B1=" + D16), Field.FIRMWARE_TOTAL))
                .isEqualTo("DIFFERENT PROOF_TOTAL_ABOVE");
    }

    /** All are listed, and it is less: nobody says that one of them is missing. Where a bank could be listed twice that is not known. */
    @Test
    void whatIsListedIsNotSaidToBeMissing() {
        MachineRecord odd = Machines.of(MemoryGeneration.DDR4, 2666)
                .channel("A")
                .socket("A1", "A", 1, List.of())
                .socket("A2", "A", 2, List.of())
                .cap(null, null, null, 2666)
                .build();
        String[] fitted = {"A1=" + D8, "A2=4GB 1Rx8 PC4-2666V-SA1-11"};
        assertThat(outcome(compare(odd, HOME, listed("8 GB", 2), fitted), Field.FIRMWARE_TOTAL))
                .isEqualTo("DIFFERENT PROOF_LISTED_YET_MISSING");
        assertThat(outcome(compare(odd, HOME, listed("6 GB", 2), fitted), Field.FIRMWARE_TOTAL))
                .isEqualTo("DIFFERENT PROOF_LABELS_SAY_MORE");
        assertThat(outcome(compare(odd, HOME, listed("8 GB", 1), fitted), Field.FIRMWARE_TOTAL))
                .isEqualTo("DIFFERENT PROOF_EXACTLY_MISSING");
        assertThat(outcome(compare(HOME, listed("8 GB", 2), "B1=" + D16), Field.FIRMWARE_TOTAL))
                .as("its bank may be listed twice")
                .isEqualTo("DIFFERENT PROOF_COULD_BE_MISSING");
    }

    private static Readout listed(String total, int positions) {
        return read(total, null, 2666)
                .with()
                .positionsFilled(java.util.Optional.of(positions))
                .build();
    }

    @ParameterizedTest
    @CsvSource({
        "23.5 GB,64,MATCH",
        "24 GB,64,MATCH",
        "2.5 GB,32,MATCH",
        "2.9 GB,32,MATCH",
        "3.4 GB,32,EXPLAINED PROOF_WORD_SIZE",
        "3.2 GB,64,DIFFERENT PROOF_WORD_SIZE",
        "16 GB,64,DIFFERENT PROOF_BOOT_CAP",
        "22.3 GB,64,EXPLAINED PROOF_GRAPHICS_SHARE",
        "18.3 GB,64,DIFFERENT PROOF_USABLE_UNEXPLAINED",
        "25 GB,64,UNDECIDED PROOF_USABLE_ABOVE"
    })
    void usable(String shown, int bits, String outcome) {
        Host host = new Host(bits, Optional.empty(), Host.MemoryMode.INDEPENDENT);
        assertThat(outcome(compare(host, read("24 GB", shown, 2666), "B1=" + D16), Field.USABLE))
                .isEqualTo(outcome);
    }

    /** Where the record knows no graphics share, 15 of 16 may be a share or a cap at start-up: both are said, neither is claimed. */
    @Test
    void fifteenOfSixteenIsUndecidedWithoutAKnownShare() {
        MachineRecord unknown = Machines.of(MemoryGeneration.DDR4, 2666)
                .channel("A")
                .socket("A1", "A", 1, List.of())
                .cap(null, null, null, 2666)
                .build();
        assertThat(outcome(compare(unknown, HOME, read("16 GB", "15 GB", 2666), "A1=" + D16), Field.USABLE))
                .isEqualTo("UNDECIDED PROOF_SHARE_OR_CAP");
        assertThat(outcome(compare(unknown, HOME, read("16 GB", "14.9 GB", 2666), "A1=" + D16), Field.USABLE))
                .isEqualTo("EXPLAINED PROOF_GRAPHICS_SHARE");
    }

    /** 4 GiB exactly: a 32-bit system does not reach all of it either. */
    @Test
    void fourGibibytesExactlyOnThirtyTwoBits() {
        MachineRecord small = Machines.of(MemoryGeneration.DDR4, 2666)
                .memory(512, 0, 0)
                .channel("A")
                .socket("A1", "A", 1, List.of())
                .cap(null, null, null, 2666)
                .build();
        Host bits32 = new Host(32, Optional.empty(), Host.MemoryMode.INDEPENDENT);
        String four = "A1=4GB 1Rx8 PC4-2666V-SA1-11";
        assertThat(outcome(compare(small, bits32, read("4 GB", "2.8 GB", 2666), four), Field.USABLE))
                .isEqualTo("EXPLAINED PROOF_WORD_SIZE");
        // On 64 bits the same figure has two readings, and both are named.
        assertThat(outcome(compare(small, HOME, read("4 GB", "2.8 GB", 2666), four), Field.USABLE))
                .isEqualTo("UNDECIDED PROOF_WORD_SIZE PROOF_GRAPHICS_SHARE");
    }

    @Test
    void anEditionsCeilingAndMirroring() {
        Host basic = new Host(64, Optional.of(ByteSize.ofGibibytes(16)), Host.MemoryMode.INDEPENDENT);
        assertThat(outcome(compare(basic, read("24 GB", "16 GB", 2666), "B1=" + D16), Field.USABLE))
                .startsWith("MATCH");
        Host mirrored = new Host(64, Optional.empty(), Host.MemoryMode.MIRRORED);
        assertThat(outcome(compare(mirrored, read("24 GB", "12 GB", 2666), "B1=" + D16), Field.USABLE))
                .isEqualTo("MATCH");
        // Half of it, on a machine that is not known to mirror: a boot-time cap, since only servers mirror.
        assertThat(outcome(compare(HOME, read("24 GB", "12 GB", 2666), "B1=" + D16), Field.USABLE))
                .isEqualTo("DIFFERENT PROOF_BOOT_CAP");
    }

    @Test
    void writesDownBeforehandWhatToExpect() {
        Layout planned = Layout.of(RECORD, Map.of("B1", Modules.of(D16)));
        var evaluation =
                new LayoutEvaluator(RECORD, HouseRules.DEFAULT).evaluate(planned, Layout.of(RECORD, Map.of()), HOME);
        Expectation e = Expectation.of(RECORD, planned, evaluation, HOME);
        assertThat(e.firmwareTotal().mebibytes()).isEqualTo(24_576);
        assertThat(e.rateForms()).containsExactly(1333, 2666, 2667);
        assertThat(e.positionsFilled()).isEqualTo(2);
        assertThat(e.narrowest().orElseThrow()).hasToString("21.3 GB/s");
        assertThat(e.widest().orElseThrow()).hasToString("42.7 GB/s");
        assertThat(e.firstStartTo()).isEqualTo(40);
    }

    /** A module is listed once; twice all of them are halves or a double listing, by the total; else somebody misread. */
    @ParameterizedTest
    @CsvSource({
        "2,32 GB,MATCH",
        "3,32 GB,UNDECIDED PROOF_POSITIONS_ABOVE",
        "3,,UNDECIDED PROOF_POSITIONS_ABOVE",
        "4,32 GB,EXPLAINED PROOF_HALVES_LISTED",
        "4,64 GB,EXPLAINED PROOF_POSITIONS_TWICE",
        "4,,UNDECIDED PROOF_POSITIONS_ABOVE",
        "1,32 GB,DIFFERENT PROOF_POSITIONS"
    })
    void moreThanAreFitted(int listed, String total, String outcome) {
        Readout found = read(total, null, null)
                .with()
                .positionsFilled(Optional.of(listed))
                .build();
        assertThat(outcome(compare(PAIR, HOME, found, "A1=" + E16, "B1=" + E16), Field.POSITIONS))
                .isEqualTo(outcome);
    }

    /** Half a gigabyte less, and no share in the record: a share or a cap, nobody can tell. A little less is as usual. */
    @ParameterizedTest
    @CsvSource({
        "7.5 GB,UNDECIDED PROOF_SHARE_OR_CAP",
        "7.0 GB,UNDECIDED PROOF_SHARE_OR_CAP",
        "7800 MB,EXPLAINED PROOF_NORMAL_RESERVE"
    })
    void aShareOrACap(String usable, String outcome) {
        MachineRecord one = Machines.of(MemoryGeneration.DDR4, 2666)
                .sockets(1, 1)
                .cap(null, null, null, 2666)
                .build();
        assertThat(outcome(compare(one, HOME, read("8 GB", usable, null), "A1=" + D8), Field.USABLE))
                .isEqualTo(outcome);
    }
}
