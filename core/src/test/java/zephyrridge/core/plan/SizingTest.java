package zephyrridge.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.Money;

/** How much is needed, and whether more helps. */
class SizingTest {
    @Test
    void moreWillNotHelpIsSaidOnlyWhereItWasMeasured() {
        ByteSize sixteen = ByteSize.ofGibibytes(16);
        var m = new Sizing.Measured(
                Optional.of(ByteSize.ofGibibytes(6)),
                Optional.of(8),
                Optional.of(false),
                Sizing.Drive.SPINNING,
                Map.of());
        Sizing.Answer a = Sizing.of(m, WorkProfile.shipped(), sixteen);
        assertThat(a.verdict()).isEqualTo(Sizing.Verdict.MORE_WILL_NOT_HELP);
        assertThat(a.driveIsSlow()).isTrue();
        // 6 + 2 GiB of headroom; a quarter of 12 is more than that.
        assertThat(a.need()).contains(ByteSize.ofGibibytes(8));
        for (var less : List.of(
                new Sizing.Measured(m.peak(), Optional.of(1), m.paging(), m.drive(), Map.of()),
                new Sizing.Measured(m.peak(), m.hours(), Optional.empty(), m.drive(), Map.of()),
                new Sizing.Measured(m.peak(), m.hours(), Optional.of(true), m.drive(), Map.of()))) {
            assertThat(Sizing.of(less, WorkProfile.shipped(), sixteen).verdict())
                    .isEqualTo(Sizing.Verdict.ENOUGH_BY_WHAT_IS_KNOWN);
        }
        var tight = new Sizing.Measured(
                Optional.of(ByteSize.ofGibibytes(12)), Optional.of(8), Optional.of(false), m.drive(), Map.of());
        assertThat(Sizing.of(tight, WorkProfile.shipped(), sixteen.minusFloored(ByteSize.ofGibibytes(2))))
                .isEqualTo(new Sizing.Answer(Sizing.Verdict.SHORT, Optional.of(ByteSize.ofGibibytes(15)), true, false));
        assertThat(Sizing.of(Sizing.Measured.NOTHING, WorkProfile.shipped(), sixteen)
                        .verdict())
                .isEqualTo(Sizing.Verdict.NOT_ASKED);
    }

    @Test
    void workIsAddedUpFromItsProfiles() {
        List<WorkProfile> all = WorkProfile.shipped();
        var work = Map.of("photos", WorkProfile.Level.HIGH, "office", WorkProfile.Level.USUAL);
        Sizing.Answer a = Sizing.of(
                new Sizing.Measured(Optional.empty(), Optional.empty(), Optional.empty(), Sizing.Drive.SOLID, work),
                all,
                ByteSize.ofGibibytes(8));
        assertThat(a.need()).contains(ByteSize.ofGibibytes(16));
        assertThat(a.verdict()).isEqualTo(Sizing.Verdict.SHORT);
        assertThat(a.byProfiles()).isTrue();
        List<String> ids = List.of("photos", "office");
        assertThat(Sizing.carries(ByteSize.ofGibibytes(18), ids, all)).contains(WorkProfile.Level.HIGH);
        assertThat(Sizing.carries(ByteSize.ofGibibytes(8), ids, all)).contains(WorkProfile.Level.USUAL);
        assertThat(Sizing.carries(ByteSize.ofGibibytes(4), ids, all)).isEmpty();
        assertThat(Sizing.nextReachable(
                        ByteSize.ofGibibytes(9), List.of(ByteSize.ofGibibytes(8), ByteSize.ofGibibytes(16))))
                .contains(ByteSize.ofGibibytes(16));
    }

    @Test
    void moneyIsExact() {
        assertThat(Money.parse("12,5")).isEqualTo(Money.ofMinor(1250));
        assertThat(Money.parse("7").toString()).isEqualTo("7.00");
        assertThat(Money.ofMinor(-5).toString()).isEqualTo("-0.05");
        assertThat(Money.ofMinor(333).share(200, 1000)).isEqualTo(Money.ofMinor(67));
        assertThat(Money.ofMinor(-333).share(1, 2)).isEqualTo(Money.ofMinor(-166));
        assertThat(new Terms(Money.ofMinor(4_700), 15, Money.ZERO, false, 500, 190, "EUR").labourQuoted(16))
                .isEqualTo(Money.ofMinor(2_350));
    }

    /** Beside a small peak no more than as much again; what ran in other years kept less busy (R-8.7; common practice, no source). */
    @Test
    void aNeedFitsTheAgeOfTheMachine() {
        assertThat(need(470)).isEqualTo(ByteSize.ofMebibytes(940));
        assertThat(need(1_500)).isEqualTo(ByteSize.ofMebibytes(3_000));
        assertThat(need(6_144)).isEqualTo(ByteSize.ofMebibytes(8_192));
        assertThat(need(12_288)).isEqualTo(ByteSize.ofMebibytes(15_360));
        List<WorkProfile> today = WorkProfile.shipped();
        assertThat(WorkProfile.ofYears(today, MemoryGeneration.DDR5)).isEqualTo(today);
        assertThat(WorkProfile.ofYears(today, MemoryGeneration.DDR3)).isEqualTo(today);
        for (int p = 0; p < today.size(); p++) {
            assertThat(WorkProfile.ofYears(today, MemoryGeneration.DDR2).get(p).usual())
                    .isEqualTo(new ByteSize(today.get(p).usual().bytes() / 2));
            assertThat(WorkProfile.ofYears(today, MemoryGeneration.DDR).get(p).usual())
                    .isEqualTo(new ByteSize(today.get(p).usual().bytes() / 4));
        }
    }

    private static ByteSize need(int peakMib) {
        Sizing.Measured m = new Sizing.Measured(
                Optional.of(ByteSize.ofMebibytes(peakMib)),
                Optional.empty(),
                Optional.empty(),
                Sizing.Drive.NOT_KNOWN,
                Map.of());
        return Sizing.of(m, WorkProfile.shipped(), ByteSize.ofGibibytes(8))
                .need()
                .orElseThrow();
    }
}
