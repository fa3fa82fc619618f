package zephyrridge.core.reading.spd;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.core.reading.spd.SpdImages.decode;
import static zephyrridge.core.reading.spd.SpdImages.with;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.Stacking;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.reading.Bytes;

/** Against the synthetic images of SpdImages (computed from memory of the standards' layouts, not real dumps). */
class SpdDecoderTest {
    private static List<String> codes(SpdReading reading) {
        return reading.findings().stream().map(f -> f.code().name()).toList();
    }

    private static ModuleSpec spec(byte[] image) {
        return decode(image)
                .spec()
                .orElseThrow(() -> new AssertionError(decode(image).findings().toString()));
    }

    @Test
    void ddr2Image() {
        SpdReading reading = decode(SpdImages.ddr2());
        ModuleSpec spec = spec(SpdImages.ddr2());
        assertThat(spec.summary()).isEqualTo("2 GiB 2Rx8 DDR2-800");
        assertThat(spec.formFactor()).isEqualTo(FormFactor.DIMM);
        assertThat(spec.organisation().density().toString()).isEqualTo("1 Gbit");
        assertThat(reading.checksumsHold()).isTrue();
        assertThat(reading.text(SpdKey.CL_MAP)).isEqualTo("3 4 5");
        // CL 3, 4, 5 at 5.0, 3.75, 2.5 ns; tRC 57.5, tRFC 127.5.
        assertThat(SpdRates.of(reading))
                .extracting(l -> l.rate().name() + " CL" + l.cl())
                .containsExactly("800 CL5", "533 CL4", "400 CL3");
        assertThat(reading.text(SpdKey.TRC)).isEqualTo("57.5 ns");
        assertThat(reading.text(SpdKey.TRFC)).isEqualTo("127.5 ns");
        assertThat(reading.text(SpdKey.TRP)).isEqualTo("12.5 ns");
        assertThat(reading.text(SpdKey.SPD_REVISION)).isEqualTo("1.2");
        assertThat(codes(reading)).containsExactly("SPD_CHECKSUM_HOLDS");
    }

    @Test
    void ddr3Image() {
        SpdReading reading = decode(SpdImages.ddr3l());
        ModuleSpec spec = spec(SpdImages.ddr3l());
        assertThat(spec.summary()).isEqualTo("8 GiB 2Rx8 DDR3-1600");
        assertThat(spec.formFactor()).isEqualTo(FormFactor.SO_DIMM);
        assertThat(spec.millivolts()).containsExactly(1350, 1500);
        assertThat(reading.text(SpdKey.VOLTAGES)).isEqualTo("1.35 V + 1.5 V");
        assertThat(reading.text(SpdKey.CL_MAP)).isEqualTo("5 6 7 8 9 10 11");
        // 13.125 ns is CL 11, 9, 7 and 6.
        assertThat(SpdRates.of(reading))
                .extracting(l -> l.rate().name() + " CL" + l.cl())
                .containsExactly("1600 CL11", "1333 CL9", "1066 CL7", "800 CL6");
        assertThat(reading.text(SpdKey.DATE)).isEqualTo("2014-W23");
        assertThat(reading.text(SpdKey.SERIAL)).isEqualTo("01020304");
        assertThat(reading.text(SpdKey.MODULE_MAKER)).isEqualTo("bank 1, 0x01");
        assertThat(codes(reading)).containsExactly("SPD_CHECKSUM_HOLDS");
        // Byte 0 bit 7 moved: the CRC over 0..125 is another, so the same bytes no longer hold.
        assertThat(decode(with(SpdImages.ddr3l(), 0, 0x12)).checksumsHold()).isFalse();
    }

    @Test
    void ddr4Image() {
        SpdReading reading = decode(SpdImages.ddr4());
        ModuleSpec spec = spec(SpdImages.ddr4());
        assertThat(spec.summary()).isEqualTo("16 GiB 2Rx8 DDR4-3200");
        assertThat(spec.buffering()).isEqualTo(Buffering.UNBUFFERED);
        assertThat(spec.heightMillimetres()).contains(32);
        assertThat(reading.text(SpdKey.CL_MAP)).isEqualTo("10 11 12 13 14 15 16 17 18 19 20 21 22 24");
        assertThat(SpdRates.of(reading))
                .extracting(l -> l.rate().name() + " CL" + l.cl())
                .containsExactly(
                        "3200 CL22", "2933 CL21", "2666 CL19", "2400 CL17", "2133 CL15", "1866 CL13", "1600 CL11");
        assertThat(reading.text(SpdKey.TCK_MAX)).isEqualTo("1.6 ns");
        assertThat(codes(reading)).containsExactly("SPD_CHECKSUM_HOLDS", "SPD_CHECKSUM_HOLDS");
    }

    @Test
    void ddr5Image() {
        SpdReading reading = decode(SpdImages.ddr5());
        ModuleSpec spec = spec(SpdImages.ddr5());
        assertThat(spec.summary()).isEqualTo("16 GiB 1Rx8 DDR5-5600");
        assertThat(spec.ecc()).isFalse();
        assertThat(reading.text(SpdKey.CL_MAP)).isEqualTo("22 28 30 32 36 40 42 46 50");
        // CL 40, 42, 46.
        assertThat(SpdRates.of(reading))
                .extracting(l -> l.rate().name() + " CL" + l.cl())
                .containsExactly("5600 CL46", "5200 CL42", "4800 CL40");
        assertThat(SpdRates.of(reading).get(0).clocks()).isEqualTo("46-45-45-90");
        assertThat(reading.text(SpdKey.TRFC1)).isEqualTo("295 ns");
        assertThat(reading.text(SpdKey.TEMPERATURE_GRADE)).isEqualTo("XT");
        assertThat(codes(reading)).containsExactly("SPD_CHECKSUM_HOLDS");
    }

    /** Evidence shows the bytes a field is made of: scattered ones with the fine part last, of long ranges the beginning. */
    @Test
    void evidenceShowsTheBytes() {
        SpdReading reading = decode(SpdImages.ddr4());
        assertThat(reading.hex(reading.field(SpdKey.TRC).orElseThrow())).isEqualTo("11 6E 00");
        assertThat(reading.hex(reading.field(SpdKey.TCK_MIN).orElseThrow())).isEqualTo("05 00");
        assertThat(reading.hex(reading.field(SpdKey.PART_NUMBER).orElseThrow()))
                .isEqualTo("00 ".repeat(20).strip());
        assertThat(reading.hex(reading.field(SpdKey.USER_AREA).orElseThrow())).isEqualTo("00 ".repeat(32) + "…");
    }

    /** DDR, from the rows of its layout: enough to tell the module, no module type as such. */
    @Test
    void ddrIsTold() {
        SpdReading reading = decode(SpdImages.ddr());
        assertThat(reading.generation()).isEqualTo(MemoryGeneration.DDR);
        assertThat(reading.checksumsHold()).isTrue();
        assertThat(reading.text(SpdKey.CL_MAP)).isEqualTo("2 2.5");
        assertThat(reading.text(SpdKey.RANK_SIZE)).isEqualTo("256 MiB");
        assertThat(reading.text(SpdKey.TRP)).isEqualTo("18 ns");
        assertThat(reading.findings())
                .filteredOn(f -> f.code() == SpdFinding.SPD_MODULE_UNDECIDED)
                .first()
                .extracting(Finding::detail)
                .isEqualTo(new SpdFinding.Missing(List.of("module type")));
        assertThat(codes(reading)).doesNotContain("SPD_DENSITY_AGAINST_ADDRESS");
    }

    /** CRC: catalogue value of CRC-16/XMODEM, and values computed by hand. */
    @Test
    void checksums() {
        assertThat(SpdChecksum.crc16(Bytes.copyOf("123456789".getBytes(StandardCharsets.US_ASCII)), 0, 9))
                .isEqualTo(0x31C3);
        assertThat(SpdChecksum.crc16(Bytes.copyOf(new byte[126]), 0, 126)).isZero();
        assertThat(SpdChecksum.crc16(Bytes.copyOf(with(new byte[126], 125, 1)), 0, 126))
                .isEqualTo(0x1021);
        byte[] counting = new byte[512];
        for (int i = 0; i < counting.length; i++) {
            counting[i] = (byte) i;
        }
        assertThat(SpdChecksum.crc16(Bytes.copyOf(counting), 0, 126)).isEqualTo(0x192D);
        assertThat(SpdChecksum.crc16(Bytes.copyOf(counting), 0, 117)).isEqualTo(0x634D);
        assertThat(SpdChecksum.crc16(Bytes.copyOf(counting), 0, 510)).isEqualTo(0x644E);
        byte[] ones = new byte[126];
        Arrays.fill(ones, (byte) 0xFF);
        assertThat(SpdChecksum.crc16(Bytes.copyOf(ones), 0, 126)).isEqualTo(0x1DA3);
        assertThat(SpdChecksum.sum(Bytes.copyOf(SpdImages.ddr2()), 0, 63)).isEqualTo(252);
        assertThat(SpdChecksum.crc16(Bytes.copyOf(SpdImages.ddr3l()), 0, 117)).isEqualTo(0x925D);
        assertThat(SpdChecksum.crc16(Bytes.copyOf(SpdImages.ddr3l()), 0, 126)).isEqualTo(0xB80A);
        assertThat(SpdChecksum.crc16(Bytes.copyOf(SpdImages.ddr4()), 0, 126)).isEqualTo(0x7B77);
        assertThat(SpdChecksum.crc16(Bytes.copyOf(SpdImages.ddr4()), 128, 254)).isEqualTo(0x27DE);
        assertThat(SpdChecksum.crc16(Bytes.copyOf(SpdImages.ddr5()), 0, 510)).isEqualTo(0x15B3);
    }

    /** A blank image passes every CRC; it is no module all the same. */
    @Test
    void blankImagesAreNoModules() {
        assertThat(SpdDecoder.decode(Bytes.copyOf(new byte[512]))).isEmpty();
        assertThat(SpdDecoder.decode(Bytes.copyOf(with(new byte[512], 2, 0x0C)))
                        .orElseThrow()
                        .spec())
                .isEmpty();
    }

    /** Which bytes give which size. */
    @ParameterizedTest
    @CsvSource({
        "DDR3 2Gb 1Rx16, 1 GiB, ddr3, 4=3 7=2 8=3",
        "DDR4 16Gb 1Rx16, 8 GiB, ddr4, 4=70 5=41 12=2 13=3",
        "DDR4 2S4Rx4 8Gb, 128 GiB, ddr4, 3=1 4=133 5=41 6=178 12=8 13=11",
        "DDR4 DDP 2Rx4 16Gb is not doubled, 64 GiB, ddr4, 3=1 4=134 5=49 6=145 12=8 13=3",
        "DDR5 24Gb 2Rx8, 48 GiB, ddr5, 4=5 5=1 234=8",
        "DDR5 RDIMM 32Gb 2Rx4 EC8, 128 GiB, ddr5, 3=1 4=6 5=1 6=0 234=8 235=50",
        "DDR5 dual-die code counts as its ranks, 16 GiB, ddr5, 4=36"
    })
    void capacities(String what, String size, String base, String bytes) {
        byte[] image =
                base.equals("ddr3") ? SpdImages.ddr3l() : base.equals("ddr4") ? SpdImages.ddr4() : SpdImages.ddr5();
        for (String set : bytes.split(" ")) {
            image[Integer.parseInt(set.split("=")[0])] = (byte) Integer.parseInt(set.split("=")[1]);
        }
        assertThat(spec(image).capacity()).as(what).isEqualTo(ByteSize.parse(size));
    }

    @Test
    void stacksKeepTheirDoubt() {
        SpdReading ddp = decode(with(SpdImages.ddr5(), 4, 0x24));
        Finding unsure = ddp.findings().stream()
                .filter(f -> f.code() == SpdFinding.SPD_STACK_UNSURE)
                .findFirst()
                .orElseThrow();
        assertThat(unsure.detail()).isEqualTo(new SpdFinding.Stack("16 GiB", "32 GiB"));
        assertThat(ddp.spec().orElseThrow().organisation().stacking()).isEqualTo(Stacking.MULTI_LOAD);
        byte[] threeDs = with(SpdImages.ddr5(), 4, 0x44);
        assertThat(spec(threeDs).capacity()).isEqualTo(ByteSize.ofGibibytes(32));
        assertThat(codes(decode(threeDs))).doesNotContain("SPD_STACK_UNSURE");
    }

    @Test
    void ranksThatDifferAreNamedWithTheSumAndGiveNoLayoutModule() {
        byte[] image = with(with(SpdImages.ddr4(), 12, 0x49), 10, 0x04);
        SpdReading reading = decode(image);
        assertThat(reading.spec()).isEmpty();
        assertThat(reading.findings())
                .filteredOn(f -> f.code() == SpdFinding.SPD_RANKS_UNLIKE)
                .first()
                .extracting(Finding::detail)
                .isEqualTo(new SpdFinding.Stack("16 GiB", "12 GiB"));
    }

    @Test
    void unknownCodesStayRaw() {
        SpdReading reading = decode(with(SpdImages.ddr4(), 3, 0x0F));
        assertThat(reading.field(SpdKey.MODULE_TYPE).orElseThrow().known()).isFalse();
        assertThat(reading.text(SpdKey.MODULE_TYPE)).isEqualTo("0xF");
        assertThat(reading.spec()).isEmpty();
        assertThat(codes(reading)).contains("SPD_CODE_UNKNOWN", "SPD_MODULE_UNDECIDED", "SPD_CHECKSUM_WRONG");
        assertThat(codes(decode(with(with(SpdImages.ddr3l(), 120, 0x1A), 121, 0x60))))
                .contains("SPD_DATE_IMPOSSIBLE");
        assertThat(codes(decode(with(SpdImages.ddr3l(), 117, 0x00)))).contains("SPD_MAKER_PARITY");
    }

    @Test
    void anOverclockProfileIsSeen() {
        assertThat(codes(decode(with(with(SpdImages.ddr4(), 384, 0x0C), 385, 0x4A))))
                .contains("SPD_PROFILE_PRESENT");
        assertThat(codes(decode(SpdImages.ddr4()))).doesNotContain("SPD_PROFILE_PRESENT");
    }

    /** JEP106: the parity sequence of 0 to 11 continuation codes, computed. */
    @Test
    void continuationCodesCarryOddParity() {
        int[] stored = {0x80, 0x01, 0x02, 0x83, 0x04, 0x85, 0x86, 0x07, 0x08, 0x89, 0x8A, 0x0B};
        for (int count = 0; count < stored.length; count++) {
            var maker = Jep106.ofStored(stored[count], 0x2C).orElseThrow();
            assertThat(maker.bank()).isEqualTo(count + 1);
            assertThat(maker.continuationStored()).isEqualTo(stored[count]);
        }
    }

    @Test
    void ratesAreSnappedFromTheTruncatedClock() {
        // 2.A.5: 4800 416, 5200 384, 6000 333, 6400 312, 6800 294, 7200 277, 8000 250.
        int[][] pairs = {{4800, 416}, {5200, 384}, {6000, 333}, {6400, 312}, {6800, 294}, {7200, 277}, {8000, 250}};
        for (int[] pair : pairs) {
            byte[] image = with(with(SpdImages.ddr5(), 20, pair[1] & 0xFF), 21, pair[1] >> 8);
            assertThat(spec(image).rate()).isEqualTo(DataRate.ofName(pair[0]));
        }
        assertThat(codes(decode(with(SpdImages.ddr5(), 21, 2)))).contains("SPD_RATE_UNUSUAL");
    }

    /** Cut at every length: what is there is decoded, nothing throws. */
    @Test
    void everyLengthIsSurvived() {
        for (byte[] image : List.of(SpdImages.ddr2(), SpdImages.ddr3l(), SpdImages.ddr4(), SpdImages.ddr5())) {
            for (int length = 0; length <= image.length; length++) {
                var reading = SpdDecoder.decode(Bytes.copyOf(Arrays.copyOf(image, length)));
                assertThat(reading.isPresent()).isEqualTo(length >= SpdDecoder.SHORTEST);
                int size = length;
                reading.filter(r -> size < image.length)
                        .ifPresent(r -> assertThat(codes(r)).contains("SPD_TRUNCATED"));
            }
        }
    }

    @Test
    void randomBytesAreSurvived() {
        Random random = new Random(7);
        int[] types = {7, 8, 11, 12, 18};
        for (int i = 0; i < 60_000; i++) {
            byte[] image = new byte[64 + random.nextInt(1000)];
            random.nextBytes(image);
            image[2] = (byte) types[i % types.length];
            SpdReading reading = decode(image);
            SpdRates.of(reading);
            reading.fields().values().forEach(reading::hex);
        }
    }
}
