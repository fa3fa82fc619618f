package zephyrridge.core.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zephyrridge.core.Modules;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.dialog.Meaning;
import zephyrridge.core.reading.listing.ListingDecoder;
import zephyrridge.core.reading.listing.ListingReading;
import zephyrridge.core.reading.smbios.SmbiosContents;
import zephyrridge.core.reading.smbios.SmbiosEncoder;
import zephyrridge.core.reading.spd.SpdContents;
import zephyrridge.core.reading.spd.SpdEncoder;
import zephyrridge.core.reading.spd.SpdFinding;
import zephyrridge.core.reading.spd.SpdKey;

class RecogniserTest {
    /** Trees that a test hands in; what text they come from is the edge's affair, and tested there. */
    private static Recogniser.Trees trees(Object json, List<Map<String, String>> csv) {
        return new Recogniser.Trees() {
            @Override
            public Object json(String text) {
                return json;
            }

            @Override
            public List<Map<String, String>> csv(String text) {
                return csv;
            }
        };
    }

    private static final Recogniser.Trees NONE = trees(Map.of(), List.of());

    private static Recognised recognise(byte[] content) {
        return Recogniser.recognise(content, NONE);
    }

    private static Recognised recognise(String text) {
        return recognise(text.getBytes(StandardCharsets.UTF_8));
    }

    private static byte[] image(String label) {
        return SpdEncoder.encode(
                new SpdContents(Modules.of(label), Optional.empty(), Optional.empty(), "PN", 5, 2030, 4));
    }

    private static byte[] table(SmbiosEncoder.Wrapping wrapping) {
        SmbiosContents.Device d = SmbiosContents.Device.empty("A", "", 9, 0x1A);
        return SmbiosEncoder.encode(
                new SmbiosContents(
                        33,
                        new SmbiosContents.Bios("v", "1", "d"),
                        new SmbiosContents.SystemInfo("m", "p", "", ""),
                        new SmbiosContents.Board("m", "b", ""),
                        List.of(new SmbiosContents.Array(3, ByteSize.ofGibibytes(64), 1, List.of(d)))),
                wrapping);
    }

    /** FB-DIMM, its probe and DDR4E have no layout here: said so, and never taken for a firmware table. */
    @ParameterizedTest
    @ValueSource(ints = {0x09, 0x0A, 0x0E})
    void undecodedMemoryIsNoFirmwareTable(int type) {
        byte[] image = new byte[type == 0x0E ? 512 : 256];
        image[0] = (byte) (type == 0x0E ? 0x23 : 0x92);
        image[1] = 0x11;
        image[2] = (byte) type;
        assertThat(recognise(image)).isEqualTo(new Recognised.Unknown(Recognised.Why.SPD_TYPE_NOT_DECODED));
    }

    private static Recognised.Chip chip(byte[] image) {
        return (Recognised.Chip) recognise(image);
    }

    @Test
    void zerosAreNotPraisedForTheirChecksum() {
        byte[] image = image("16GB 2Rx8 PC4-3200AA-SE1-11");
        java.util.Arrays.fill(image, 128, 256, (byte) 0);
        assertThat(chip(image).reading().checksumsHold()).isFalse();
        assertThat(chip(image).reading().findings())
                .anyMatch(f -> f.code() == SpdFinding.SPD_BLOCK_BLANK)
                .filteredOn(f -> f.code() == SpdFinding.SPD_CHECKSUM_HOLDS)
                .hasSize(1);
    }

    @Test
    void aPageReadTwiceSaysNothingOfTheSecond() {
        byte[] image = image("16GB 2Rx8 PC4-3200AA-SE1-11");
        System.arraycopy(image, 0, image, 256, 256);
        var reading = chip(image).reading();
        assertThat(reading.findings()).anyMatch(f -> f.code() == SpdFinding.SPD_PAGE_REPEATED);
        assertThat(reading.fields()).doesNotContainKey(SpdKey.PART_NUMBER);
        assertThat(reading.spec()).isPresent();
    }

    @Test
    void aHybridIsNoPlainModule() {
        byte[] image = image("32GB 2Rx4 PC4-2400T-RA1-11");
        image[3] |= (byte) 0x90;
        var reading = chip(image).reading();
        assertThat(reading.spec()).isEmpty();
        assertThat(reading.findings()).anyMatch(f -> f.code() == SpdFinding.SPD_HYBRID);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "2GB 2Rx8 PC2-6400S-666-12-E0",
                "8GB 2Rx8 PC3L-12800S-11-13-F3",
                "16GB 2Rx8 PC4-3200AA-SE1-11",
                "16GB 1Rx8 PC5-5600B-SA0-1010-XT"
            })
    void imagesOfEveryGenerationAlsoAsHex(String label) {
        byte[] image = image(label);
        assertThat(recognise(image)).isInstanceOf(Recognised.Chip.class);
        StringBuilder dump = new StringBuilder();
        StringBuilder plain = new StringBuilder();
        for (int i = 0; i < image.length; i++) {
            dump.append(i % 16 == 0 ? String.format("%s%04x: ", i == 0 ? "" : "\n", i) : " ")
                    .append(String.format("%02x", image[i]));
            plain.append(String.format("0x%02X, ", image[i]));
        }
        assertThat(recognise(dump.toString())).isInstanceOf(Recognised.Chip.class);
        assertThat(recognise(plain.toString())).isInstanceOf(Recognised.Chip.class);
    }

    @Test
    void firmwareTablesInEveryWrapping() {
        for (SmbiosEncoder.Wrapping wrapping : SmbiosEncoder.Wrapping.values()) {
            assertThat(recognise(table(wrapping))).as(wrapping.name()).isInstanceOf(Recognised.Firmware.class);
        }
    }

    @Test
    void labelsAndMeminfo() {
        assertThat(recognise("16GB 2Rx8 PC4-2666V-SE1-11")).isInstanceOf(Recognised.Label.class);
        Recognised.Dialog m =
                (Recognised.Dialog) recognise("MemTotal:       16115292 kB\nMemFree:         812345 kB\n");
        assertThat(m.reading().size(Meaning.VISIBLE).orElseThrow().size().bytes())
                .isEqualTo(16115292L << 10);
    }

    @Test
    void cimObjects() {
        Map<String, Object> row = new LinkedHashMap<>(Map.of(
                "Capacity",
                8589934592L,
                "DeviceLocator",
                "ChannelA-DIMM0",
                "FormFactor",
                12,
                "SMBIOSMemoryType",
                26,
                "Speed",
                2667,
                "ConfiguredClockSpeed",
                2400,
                "PartNumber",
                "TN8-26   ",
                "Manufacturer",
                "Tindle"));
        var reading = ((Recognised.Listing)
                        Recogniser.recognise("[ ]".getBytes(), trees(List.of(row, "odd"), List.of())))
                .reading();
        assertThat(reading.kind()).isEqualTo(ListingReading.Kind.CIM);
        var m = reading.modules().get(0);
        assertThat(m.size()).contains(ByteSize.ofGibibytes(8));
        assertThat(List.of(m.formFactor(), m.memoryType(), m.speed(), m.configured()))
                .containsExactly(0x0D, 26, 2667, 2400);
        assertThat(m.part()).isEqualTo("TN8-26");
        assertThat(reading.skipped()).containsExactly("[1]");
        // The same as CSV: every value a text, UTF-16 with a mark as the shell writes it.
        Map<String, String> texts =
                Map.of("Capacity", "8589934592", "DeviceLocator", "ChannelA-DIMM0", "FormFactor", "12");
        byte[] utf16 = "\uFEFFCapacity,DeviceLocator\nx,y".getBytes(StandardCharsets.UTF_16LE);
        var csv = ((Recognised.Listing) Recogniser.recognise(utf16, trees(Map.of(), List.of(texts)))).reading();
        assertThat(csv.modules().get(0).size()).contains(ByteSize.ofGibibytes(8));
    }

    @Test
    void hardwareListersTree() {
        Map<String, Object> tree = Map.of(
                "class",
                "system",
                "children",
                List.of(Map.of(
                        "id",
                        "memory",
                        "class",
                        "memory",
                        "size",
                        17179869184L,
                        "children",
                        List.of(
                                Map.of(
                                        "id",
                                        "bank:0",
                                        "class",
                                        "memory",
                                        "description",
                                        "SODIMM DDR4 Synchronous Unbuffered (Unregistered) 2667 MHz (0.4 ns)",
                                        "slot",
                                        "DIMM A",
                                        "size",
                                        17179869184L,
                                        "width",
                                        64,
                                        "vendor",
                                        "Tindle",
                                        "product",
                                        "TN16",
                                        "serial",
                                        "0A0B"),
                                Map.of(
                                        "id",
                                        "bank:1",
                                        "class",
                                        "memory",
                                        "description",
                                        "[empty]",
                                        "slot",
                                        "DIMM B")))));
        ListingReading reading = ListingDecoder.tree(tree).orElseThrow();
        assertThat(reading.kind()).isEqualTo(ListingReading.Kind.HARDWARE_LISTER);
        assertThat(reading.total()).contains(ByteSize.ofGibibytes(16));
        assertThat(reading.modules())
                .extracting(m -> m.locator() + " " + m.size().orElseThrow() + " " + m.memoryType() + " "
                        + m.formFactor() + " " + m.speed())
                .containsExactly("DIMM A 16 GiB 26 13 2667", "DIMM B 0 MiB 0 0 0");
    }

    @Test
    void whatIsNothingSaysWhy() {
        assertThat(recognise(new byte[0])).isEqualTo(new Recognised.Unknown(Recognised.Why.EMPTY));
        assertThat(recognise("   \n ")).isEqualTo(new Recognised.Unknown(Recognised.Why.EMPTY));
        assertThat(recognise(new byte[256])).isEqualTo(new Recognised.Unknown(Recognised.Why.BLANK_IMAGE));
        assertThat(recognise("{\"a\":1}")).isEqualTo(new Recognised.Unknown(Recognised.Why.JSON_OF_SOMETHING_ELSE));
        assertThat(recognise("Dear owner,\nthe machine is ready."))
                .isEqualTo(new Recognised.Unknown(Recognised.Why.TEXT));
        byte[] lp = new byte[512];
        lp[2] = 0x10;
        lp[5] = 9;
        assertThat(recognise(lp)).isEqualTo(new Recognised.Unknown(Recognised.Why.SPD_TYPE_NOT_DECODED));
    }

    @Test
    void anythingIsSurvived() {
        Random random = new Random(23);
        byte[][] good = {
            image("16GB 2Rx8 PC4-3200AA-SE1-11"),
            table(SmbiosEncoder.Wrapping.WINDOWS),
            "16GB 2Rx8 PC4-2666V-SE1-11".getBytes(),
            "MemTotal: 1 kB".getBytes()
        };
        for (int i = 0; i < 30_000; i++) {
            byte[] base = i % 5 == 4 ? new byte[random.nextInt(700)] : good[i % 5].clone();
            for (int n = random.nextInt(8); n >= 0 && base.length > 0; n--) {
                base[random.nextInt(base.length)] = (byte) random.nextInt(256);
            }
            recognise(base);
        }
    }
}
