package zephyrridge.core.quantity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class QuantityTest {
    /** Arithmetic. */
    @Test
    void sizesAndPeaks() {
        assertThat(ByteSize.ofGibibytes(16).bytes()).isEqualTo(17_179_869_184L);
        assertThat(ByteSize.ofGibibytes(64).decimalGigabytes())
                .isCloseTo(68.7, org.assertj.core.data.Offset.offset(0.05));
        assertThat(Bandwidth.peak(1, 8, DataRate.ofName(2666)).thirdsOfMegabytes())
                .isEqualTo(64_000);
        assertThat(Bandwidth.peak(2, 8, DataRate.ofName(5600))).hasToString("89.6 GB/s");
        assertThat(Bandwidth.peak(8, 8, DataRate.ofName(4800))).hasToString("307.2 GB/s");
        assertThat(Bandwidth.peak(6, 8, DataRate.ofName(2933))).hasToString("140.8 GB/s");
        assertThat(Bandwidth.peak(8, 2, DataRate.ofName(8533)).gigabytes())
                .isCloseTo(136.533, org.assertj.core.data.Offset.offset(0.001));
    }

    @ParameterizedTest
    @CsvSource({
        "2666,8000",
        "2667,8000",
        "1333,4000",
        "1066,3200",
        "1067,3200",
        "667,2000",
        "333,1000",
        "533,1600",
        "1866,5600",
        "2133,6400",
        "2933,8800",
        "2934,8800",
        "3733,11200",
        "4266,12800",
        "8533,25600",
        "3200,9600",
        "5600,16800",
        "7500,22500"
    })
    void tradeNamesStandForExactRates(int name, int thirds) {
        assertThat(DataRate.ofName(name).thirds()).isEqualTo(thirds);
    }

    @ParameterizedTest
    @CsvSource({
        "8000,2666,2667,1333",
        "4000,1333,1333,666",
        "16800,5600,5600,2800",
        "2000,667,667,333",
        "8800,2933,2933,1466"
    })
    void formsOfARate(int thirds, int name, int rounded, int clock) {
        DataRate rate = DataRate.ofThirds(thirds);
        assertThat(rate.name()).isEqualTo(name);
        assertThat(rate.nameRounded()).isEqualTo(rounded);
        assertThat(rate.clockMegahertz()).isEqualTo(clock);
    }

    @ParameterizedTest
    @CsvSource({"8 GiB,8192", "8GB,8192", "7.5 GB,7680", "512MB,512", "1536 MiB,1536", "2 TB,2097152"})
    void readsSizes(String text, long mebibytes) {
        assertThat(ByteSize.parse(text).mebibytes()).isEqualTo(mebibytes);
        assertThat(ByteSize.parse(ByteSize.parse(text).toString())).isEqualTo(ByteSize.parse(text));
    }

    @Test
    void refusesWhatIsNoQuantity() {
        assertThatThrownBy(() -> ByteSize.parse("eight"))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("eight");
        assertThatThrownBy(() -> DataRate.parse("fast"))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("fast");
        assertThatThrownBy(() -> DieDensity.parse("16 GB")).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new ByteSize(-1)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new DataRate(0)).isInstanceOf(IllegalArgumentException.class);
        assertThat(ByteSize.ofMebibytes(10).minusFloored(ByteSize.ofMebibytes(11)))
                .isEqualTo(ByteSize.ZERO);
    }

    @Test
    void densitiesReadBack() {
        for (String text : new String[] {"16 Gbit", "512 Mbit"}) {
            assertThat(DieDensity.parse(text)).hasToString(text);
        }
    }

    @Test
    void roundedSizesAreForReading() {
        assertThat(ByteSize.parse("31.3 GB").rounded()).isEqualTo("31.3 GiB");
        assertThat(ByteSize.parse("2.9 GB").rounded()).isEqualTo("2970 MiB");
        assertThat(ByteSize.ofMebibytes(15872).rounded()).isEqualTo("15872 MiB");
    }

    /** What is printed is read back, to the byte and the cent; what cannot be counted says so and never wraps. */
    @Test
    void whatIsPrintedIsReadBack() {
        java.util.Random r = new java.util.Random(77);
        for (int i = 0; i < 20_000; i++) {
            ByteSize size = new ByteSize(r.nextLong() >>> 2 + r.nextInt(60));
            assertThat(ByteSize.parse(size.toString())).isEqualTo(size);
            Money money = Money.ofMinor(r.nextLong() >>> 8 + r.nextInt(50));
            assertThat(Money.parse(money.toString())).isEqualTo(money);
            DieDensity density = new DieDensity(1 + r.nextInt(1 << 20));
            assertThat(DieDensity.parse(density.toString())).isEqualTo(density);
        }
        assertThatThrownBy(() -> DieDensity.ofGigabits(4_194_305)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> DieDensity.parse("4194305 Gbit")).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Money.ofMinor(Long.MAX_VALUE / 3).share(2, 3)).isInstanceOf(ArithmeticException.class);
        assertThat(Money.ofMinor(1001).share(1, 2)).isEqualTo(Money.ofMinor(501));
        assertThatThrownBy(() -> ByteSize.parse("16 B")).isInstanceOf(IllegalArgumentException.class);
    }
}
