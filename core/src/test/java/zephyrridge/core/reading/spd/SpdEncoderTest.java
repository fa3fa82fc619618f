package zephyrridge.core.reading.spd;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.CasLatencies;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.Organisation;
import zephyrridge.core.module.Rates;
import zephyrridge.core.module.SpeedBin;
import zephyrridge.core.module.Stacking;
import zephyrridge.core.module.Timings;
import zephyrridge.core.quantity.DieDensity;
import zephyrridge.core.quantity.Picoseconds;
import zephyrridge.core.reading.Bytes;

class SpdEncoderTest {
    /** Byte by byte against the images of SpdImages, wherever those fix a byte: the encoder cannot agree with a wrong offset there. */
    @ParameterizedTest
    @CsvSource({
        "ddr2, 2-6 8-9 11-14 16-18 20 23 25 27-31 36-38 40-43 62",
        "ddr3, 0-12 14-20 21-23 34-38 60-61",
        "ddr4, 2-6 11-13 18 20-29 36-37 42 121-125 128-129",
        "ddr5, 0-7 20-21 30-41 42-47 192 230-231 233-235"
    })
    void writesWhatTheTypedImagesHold(String name, String ranges) {
        byte[] image =
                switch (name) {
                    case "ddr2" -> SpdImages.ddr2();
                    case "ddr3" -> SpdImages.ddr3l();
                    case "ddr4" -> SpdImages.ddr4();
                    default -> SpdImages.ddr5();
                };
        byte[] written = SpdEncoder.encode(new SpdContents(
                SpdImages.decode(image).spec().orElseThrow(), Optional.empty(), Optional.empty(), "", 0, 0, 0));
        List<String> unlike = new ArrayList<>();
        for (String range : ranges.split(" ")) {
            String[] ends = range.split("-");
            for (int i = Integer.parseInt(ends[0]); i <= Integer.parseInt(ends[ends.length - 1]); i++) {
                if (image[i] != written[i]) {
                    unlike.add(i + ": " + (image[i] & 0xFF) + " against " + (written[i] & 0xFF));
                }
            }
        }
        assertThat(unlike).isEmpty();
    }

    /** decode(encode(m)) = m over random modules; offsets are proven by the test above and by SpdFlipTest. */
    @Test
    void comesBackAsItWentIn() {
        Random random = new Random(11);
        for (int i = 0; i < 4000; i++) {
            ModuleSpec spec = random(random);
            Optional<Jep106> maker = Optional.of(new Jep106(
                    1 + random.nextInt(spec.generation() == MemoryGeneration.DDR2 ? 8 : 12), 1 + random.nextInt(126)));
            int serial = random.nextInt(1, Integer.MAX_VALUE);
            byte[] image = SpdEncoder.encode(new SpdContents(
                    spec, maker, maker, "PN-" + i, serial, 2000 + random.nextInt(100), 1 + random.nextInt(53)));
            SpdReading reading = SpdDecoder.decode(Bytes.copyOf(image)).orElseThrow();
            assertThat(reading.checksumsHold()).isTrue();
            assertThat(reading.spec()).as("%s: %s", spec, reading.findings()).contains(spec);
            assertThat(reading.text(SpdKey.MODULE_MAKER))
                    .isEqualTo(maker.orElseThrow().toString());
            assertThat(reading.text(SpdKey.PART_NUMBER)).isEqualTo("PN-" + i);
            assertThat(reading.text(SpdKey.SERIAL)).isEqualTo(String.format("%08X", serial));
            // A stack keeps its doubt and a maker drawn at random may break the parity; nothing else is odd about what
            // we write.
            assertThat(reading.findings())
                    .filteredOn(f -> f.severity() != Severity.PROVEN)
                    .extracting(f -> f.code().name())
                    .isSubsetOf("SPD_STACK_UNSURE", "SPD_MAKER_PARITY");
        }
    }

    private static ModuleSpec random(Random random) {
        MemoryGeneration g = List.of(
                        MemoryGeneration.DDR2, MemoryGeneration.DDR3, MemoryGeneration.DDR4, MemoryGeneration.DDR5)
                .get(random.nextInt(4));
        List<Rates.Row> rates = Rates.all().stream()
                .filter(r -> r.generation() == g
                        && r.sold()
                        && !SpeedBin.of(g, r.rate()).isEmpty())
                .toList();
        Rates.Row rate = rates.get(random.nextInt(rates.size()));
        List<SpeedBin> bins = SpeedBin.of(g, rate.rate());
        Timings timings = bins.get(random.nextInt(bins.size())).timings();
        if (g == MemoryGeneration.DDR2) {
            // Three latencies at most, and tAA as DDR2 has it: the highest one at its own clock.
            int cl = timings.tAA().value() / rate.tckPs();
            var quarters = Picoseconds.of((timings.tRCD().value() + 249) / 250 * 250);
            timings = new Timings(
                    Picoseconds.of(cl * rate.tckPs()),
                    quarters,
                    quarters,
                    timings.tRAS(),
                    CasLatencies.range(Math.max(2, cl - 2), cl, 1));
        }
        boolean registered = random.nextInt(3) == 0;
        FormFactor form = registered || random.nextBoolean() ? FormFactor.DIMM : FormFactor.SO_DIMM;
        boolean ecc = registered || g == MemoryGeneration.DDR2 && form == FormFactor.DIMM && random.nextInt(4) == 0;
        int width = List.of(4, 8, 16).get(random.nextInt(3));
        List<DieDensity> dies = g.made().stream()
                .filter(d -> g != MemoryGeneration.DDR2 || d.mebibits() >= 512)
                .toList();
        DieDensity density = dies.get(random.nextInt(dies.size()));
        boolean stacked = registered && g == MemoryGeneration.DDR4 && random.nextInt(3) == 0;
        Organisation o = stacked
                ? new Organisation(1 + random.nextInt(2), width, density, 4, Stacking.SINGLE_LOAD)
                : g == MemoryGeneration.DDR5 && random.nextInt(8) == 0
                        ? new Organisation(2, width, density, 2, Stacking.MULTI_LOAD)
                        : Organisation.of(1 + random.nextInt(2), width, density);
        List<Integer> volts = g == MemoryGeneration.DDR3
                ? (random.nextBoolean() ? List.of(1350, 1500) : List.of(1500))
                : List.of(g.nominalMillivolts());
        return new ModuleSpec(
                g,
                form,
                registered ? Buffering.REGISTERED : Buffering.UNBUFFERED,
                ecc,
                ecc && g == MemoryGeneration.DDR5 ? Optional.of(random.nextBoolean() ? 4 : 8) : Optional.empty(),
                o,
                rate.rate(),
                Optional.of(timings),
                volts,
                Optional.of(g == MemoryGeneration.DDR2 ? 30 : 31));
    }

    @Test
    void whatHasNoImageIsRefused() {
        ModuleSpec ddr5 = SpdImages.decode(SpdImages.ddr5()).spec().orElseThrow();
        ModuleSpec lp = new ModuleSpec(
                MemoryGeneration.LPDDR5,
                FormFactor.SOLDERED,
                Buffering.UNBUFFERED,
                false,
                Optional.empty(),
                ddr5.organisation(),
                ddr5.rate(),
                Optional.empty(),
                List.of(1050),
                Optional.empty());
        assertThatThrownBy(
                        () -> SpdEncoder.encode(new SpdContents(lp, Optional.empty(), Optional.empty(), "", 0, 0, 0)))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("LPDDR5");
        assertThatThrownBy(() -> new SpdContents(ddr5, Optional.empty(), Optional.empty(), "", 0, 2020, 54))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
