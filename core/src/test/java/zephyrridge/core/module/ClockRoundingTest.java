package zephyrridge.core.module;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import zephyrridge.core.quantity.DataRate;

/** Against the known clocks of standard rates (R-1.8; from memory of JESD21-C and JESD400-5). */
class ClockRoundingTest {
    @ParameterizedTest
    @CsvSource({
        "DDR4,1250,12500,10",
        "DDR4,1250,13320,11",
        "DDR4,1250,13750,11",
        "DDR4,1250,14250,12",
        "DDR4,1250,15000,12",
        "DDR4,1250,32000,26",
        "DDR4,1071,12500,12",
        "DDR4,1071,13320,13",
        "DDR4,1071,13750,13",
        "DDR4,1071,14250,14",
        "DDR4,1071,15000,14",
        "DDR4,1071,32000,30",
        "DDR4,937,12500,14",
        "DDR4,937,13320,15",
        "DDR4,937,13750,15",
        "DDR4,937,14250,16",
        "DDR4,937,15000,16",
        "DDR4,937,32000,35",
        "DDR4,833,12500,15",
        "DDR4,833,13320,16",
        "DDR4,833,13750,17",
        "DDR4,833,14250,18",
        "DDR4,833,15000,18",
        "DDR4,833,32000,39",
        "DDR4,750,12500,17",
        "DDR4,750,13320,18",
        "DDR4,750,13750,19",
        "DDR4,750,14250,19",
        "DDR4,750,15000,20",
        "DDR4,750,32000,43",
        "DDR4,682,12500,19",
        "DDR4,682,13320,20",
        "DDR4,682,13750,21",
        "DDR4,682,14250,21",
        "DDR4,682,15000,22",
        "DDR4,682,32000,47",
        "DDR4,625,12500,20",
        "DDR4,625,13320,22",
        "DDR4,625,13750,22",
        "DDR4,625,14250,23",
        "DDR4,625,15000,24",
        "DDR4,625,32000,52",
        "DDR4,833,13333,16",
        "DDR5,416,16000,39",
        "DDR5,384,16000,42",
        "DDR5,357,16000,45",
        "DDR5,333,16000,48",
        "DDR5,312,16000,52",
        "DDR5,416,16666,40",
        "DDR5,416,14000,34",
        "DDR5,416,17500,42",
        "DDR3,1875,13125,7",
        "DDR3,1500,13125,9",
        "DDR3,1250,13125,11",
        "DDR3,2500,13125,6",
        "DDR3,1500,13750,10",
        "DDR2,3000,15000,5"
    })
    void roundsAsTheStandardDoes(MemoryGeneration generation, int tck, int time, int cycles) {
        assertThat(ClockRounding.cyclesRoundedUp(generation, time, tck)).isEqualTo(cycles);
    }

    /** The rounding from exact fractions, against the integer form, on seeded random times. */
    @Test
    void integerFormAgreesWithExactFractions() {
        Random random = new Random(20);
        for (int i = 0; i < 20_000; i++) {
            int t = 1 + random.nextInt(60_000);
            int tck = 200 + random.nextInt(4800);
            BigDecimal x = new BigDecimal(t).divide(new BigDecimal(tck), 40, RoundingMode.DOWN);
            int ddr4 = x.add(new BigDecimal("0.974"))
                    .setScale(3, RoundingMode.DOWN)
                    .intValue();
            assertThat(ClockRounding.cyclesRoundedUp(MemoryGeneration.DDR4, t, tck))
                    .as("%d/%d", t, tck)
                    .isEqualTo(ddr4);
            int ddr5 = new BigDecimal(t)
                    .multiply(new BigDecimal("0.997"))
                    .divide(new BigDecimal(tck), 40, RoundingMode.DOWN)
                    .add(BigDecimal.ONE)
                    .setScale(3, RoundingMode.DOWN)
                    .intValue();
            assertThat(ClockRounding.cyclesRoundedUp(MemoryGeneration.DDR5, t, tck))
                    .as("%d/%d", t, tck)
                    .isEqualTo(ddr5);
            int ddr3 = x.subtract(new BigDecimal("0.01"))
                    .setScale(0, RoundingMode.CEILING)
                    .intValue();
            assertThat(ClockRounding.cyclesRoundedUp(MemoryGeneration.DDR3, t, tck))
                    .as("%d/%d", t, tck)
                    .isEqualTo(Math.max(0, ddr3));
        }
    }

    static java.util.List<SpeedBin> bins() {
        return SpeedBin.all();
    }

    /** Every bin's own time rounds to the bin's own clocks at the bin's own rate. */
    @ParameterizedTest
    @MethodSource("bins")
    void binsAgreeWithTheirOwnRate(SpeedBin bin) {
        int tck = Rates.clockPeriodPs(bin.generation(), bin.rate()).orElseThrow();
        int clocks = ClockRounding.cyclesRoundedUp(bin.generation(), bin.tAA().value(), tck);
        if (bin.generation() == MemoryGeneration.DDR5) {
            assertThat(clocks).isEqualTo(bin.tRCD());
            assertThat(clocks % 2 == 0 ? clocks : clocks + 1).isEqualTo(bin.cl());
        } else {
            assertThat(clocks).isEqualTo(bin.cl());
            assertThat(bin.tRCD()).isEqualTo(bin.cl());
        }
        bin.generation().tAAmaxPs().ifPresent(most -> assertThat(bin.cl() * tck).isLessThanOrEqualTo(most));
    }

    @ParameterizedTest
    @CsvSource({
        "DDR3,10600,1333",
        "DDR2,4200,533",
        "DDR,2100,266",
        "DDR3,14900,1866",
        "DDR4,21300,2666",
        "DDR4,23400,2933",
        "DDR4,21333,2666",
        "DDR3,10666,1333",
        "DDR3,10660,1333",
        "DDR5,38400,4800",
        "DDR2,3200,400",
        "DDR,3200,400",
        "DDR2,5300,667",
        "DDR2,8500,1066"
    })
    void printedMegabytesMeanARate(MemoryGeneration generation, int printed, int name) {
        assertThat(Rates.byMegabytesPerSecond(generation, printed).orElseThrow().rate())
                .isEqualTo(DataRate.ofName(name));
    }

    @Test
    void everyPcNumberOfTheTableFindsItsOwnRow() {
        for (Rates.Row row : Rates.all()) {
            for (int printed : row.pcNumbers()) {
                if (row.sold()) {
                    assertThat(Rates.byMegabytesPerSecond(row.generation(), printed))
                            .as("%s %d", row.generation(), printed)
                            .contains(row);
                }
            }
            // The clock period is the exact one, truncated or rounded to the next picosecond; DDR2-667 is stored as 3.0
            // ns,
            // DDR-333 likewise as 6.0, and DDR3 uses nominal values.
            assertThat(Math.abs(row.tckPs() - 6_000_000.0 / row.rate().thirds()))
                    .as(row.toString())
                    .isLessThanOrEqualTo(1.0);
        }
        assertThat(Rates.byMegabytesPerSecond(MemoryGeneration.DDR4, 9999)).isEmpty();
    }

    @Test
    void casLatencySetsFindTheNextSupportedOne() {
        CasLatencies set = CasLatencies.NONE.with(9).with(11).with(63).with(64).with(90);
        assertThat(set.toList()).containsExactly(9, 11, 63, 64, 90);
        assertThat(set.smallestFrom(1)).isEqualTo(9);
        assertThat(set.smallestFrom(10)).isEqualTo(11);
        assertThat(set.smallestFrom(64)).isEqualTo(64);
        assertThat(set.smallestFrom(65)).isEqualTo(90);
        assertThat(set.smallestFrom(91)).isEqualTo(-1);
        assertThat(set.and(CasLatencies.range(10, 64, 2)).toList()).containsExactly(64);
        assertThat(set.contains(64)).isTrue();
        assertThat(set.contains(65)).isFalse();
    }
}
