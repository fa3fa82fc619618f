package zephyrridge.core.reading.smbios;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.Bytes;

/** Against bytes typed by hand from the layouts of DSP0134 (from memory), and against our own encoder. */
class SmbiosDecoderTest {
    /** A memory device of the length of version 3.3, typed by hand. */
    static final byte[] DEVICE = HexFormat.of()
            .parseHex(
                    """
            115C00110010FEFF40004000FF7F09000102228040E015030405060200800000
            30114C044C044C04030800008001000000000000000000000000000000000000
            0800000000000000000000000000000000000000000000000000000044494D4D
            5F41320042414E4B20310041434D450030313032303330340054414700504E2D
            4558414D504C452020200000"""
                            .replace("\n", ""));

    private static final byte[] END = {127, 4, 0, 1, 0, 0};

    static byte[] join(byte[]... parts) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (byte[] part : parts) {
            out.writeBytes(part);
        }
        return out.toByteArray();
    }

    static SmbiosReading decode(byte[] table) {
        return SmbiosDecoder.decode(Bytes.copyOf(table)).orElseThrow();
    }

    private static List<String> codes(SmbiosReading reading) {
        return reading.findings().stream().map(f -> f.code().name()).toList();
    }

    static SmbiosContents.Device module(String locator, long gib) {
        return new SmbiosContents.Device(
                locator,
                "BANK 0",
                Optional.of(ByteSize.ofGibibytes(gib)),
                0x0D,
                0x1A,
                0x4080,
                64,
                64,
                2,
                3200,
                2667,
                1200,
                "Tindle",
                "0A0B0C0D",
                "none",
                "TN-2R8-32",
                Optional.of(new Jep106(3, 0x15)));
    }

    static SmbiosContents contents(int version, List<SmbiosContents.Device> devices) {
        return new SmbiosContents(
                version,
                new SmbiosContents.Bios("Gorse Firmware", "1.07", "03/14/2029"),
                new SmbiosContents.SystemInfo("Skerrow", "Tern 16", "A", "SN-1"),
                new SmbiosContents.Board("Skerrow", "Tern board", "2"),
                List.of(new SmbiosContents.Array(3, ByteSize.ofGibibytes(64), devices.size(), devices)));
    }

    @Test
    void aDeviceTypedByHand() {
        MemoryDevice d = decode(join(DEVICE, END)).devices().get(0);
        assertThat(d.size()).contains(ByteSize.ofGibibytes(32));
        assertThat(List.of(d.speed(), d.configuredSpeed(), d.rank(), d.memoryType()))
                .containsExactly(5600, 4400, 2, 34);
        assertThat(d.structure().raw(SmbiosKey.DEVICE_VOLTAGE)).isEqualTo(1100);
        assertThat(d.structure().raw(SmbiosKey.DEVICE_DETAIL)).isEqualTo(16512);
        assertThat(d.structure().text(SmbiosKey.DEVICE_DETAIL)).isEqualTo("synchronous; unbuffered");
        assertThat(d.structure().text(SmbiosKey.DEVICE_TYPE)).isEqualTo("DDR5");
        assertThat(d.structure().text(SmbiosKey.DEVICE_FORM_FACTOR)).isEqualTo("DIMM");
        assertThat(d.locator()).isEqualTo("DIMM_A2");
        assertThat(d.partNumber()).isEqualTo("PN-EXAMPLE");
        assertThat(d.structure().text(SmbiosKey.DEVICE_MAKER_ID)).isEqualTo("bank 1, 0x01");
        assertThat(d.structure().hex(SmbiosKey.DEVICE_SPEED)).isEqualTo("E0 15");
        assertThat(d.structure().offsetOf(SmbiosKey.DEVICE_SPEED)).isEqualTo(0x15);
    }

    /** The size field's three ways of counting. */
    @ParameterizedTest
    @CsvSource({
        "0x4000, 0, 16 GiB",
        "0x7FFF, 0x8000, 32 GiB",
        "0x8200, 0, 512 KiB",
        "0x7FFE, 0, 32766 MiB",
        "0, 0, 0 MiB"
    })
    void sizes(String inline, String extended, String expected) {
        byte[] table = join(DEVICE, END);
        int size = Integer.decode(inline);
        table[0x0C] = (byte) size;
        table[0x0D] = (byte) (size >> 8);
        long more = Long.decode(extended);
        for (int i = 0; i < 4; i++) {
            table[0x1C + i] = (byte) (more >> 8 * i);
        }
        assertThat(decode(table).devices().get(0).size().orElseThrow().toString())
                .isEqualTo(expected);
    }

    @Test
    void unknownAndExtendedFields() {
        byte[] table = join(DEVICE, END);
        table[0x0C] = table[0x0D] = (byte) 0xFF;
        table[0x15] = table[0x16] = (byte) 0xFF;
        table[0x54] = 0x40;
        table[0x55] = (byte) 0x9C;
        MemoryDevice d = decode(table).devices().get(0);
        assertThat(d.size()).isEmpty();
        assertThat(d.isFilled()).isTrue();
        assertThat(d.speed()).isEqualTo(40_000);
    }

    /** Codes and their meanings, typed by hand. */
    @Test
    void arraysAndMappings() {
        byte[] array = HexFormat.of().parseHex("100F1000030303000000020000" + "0400" + "0000");
        byte[] mapped = HexFormat.of().parseHex("130F110000000000FFFFFF00100001" + "0000");
        SmbiosReading reading = decode(join(array, mapped, END));
        assertThat(SmbiosDecoder.maximum(reading.first(16).orElseThrow())).contains(ByteSize.ofGibibytes(32));
        assertThat(SmbiosDecoder.mappedBytes(reading.first(19).orElseThrow())).isEqualTo(16L << 30);
        assertThat(codes(reading)).contains("SMBIOS_DEVICE_COUNT", "SMBIOS_MAPPED_DIFFERS");
    }

    /** Entry points typed by hand hold; without a table behind them that is said. */
    @Test
    void entryPoints() {
        byte[] three = HexFormat.of().parseHex("5F534D335FC6180303000100001000000000007A00000000");
        byte[] two = HexFormat.of().parseHex("5F534D5FC41F0208B5000000000000005F444D495FEC000A00000E003C0028");
        assertThat(codes(decode(three))).containsExactly("SMBIOS_ENTRY_ALONE");
        assertThat(decode(three).version()).isEqualTo("3.3");
        assertThat(codes(decode(two))).containsExactly("SMBIOS_ENTRY_ALONE");
        assertThat(decode(two).version()).isEqualTo("2.8");
        three[6]++;
        assertThat(codes(decode(three))).contains("SMBIOS_ENTRY_CHECKSUM");
        // A dump that keeps the table 16-aligned behind the 31 bytes of the old entry point.
        assertThat(decode(join(two, new byte[1], DEVICE, END)).devices()).hasSize(1);
    }

    @ParameterizedTest
    @EnumSource(SmbiosEncoder.Wrapping.class)
    void comesBackAsItWentIn(SmbiosEncoder.Wrapping wrapping) {
        for (int version : new int[] {23, 26, 27, 28, 32, 33}) {
            SmbiosContents.Device empty = SmbiosContents.Device.empty("Socket B", "BANK 2", 0x0D, 0x1A);
            SmbiosReading reading =
                    decode(SmbiosEncoder.encode(contents(version, List.of(module("Socket A", 16), empty)), wrapping));
            assertThat(reading.findings()).isEmpty();
            assertThat(reading.version())
                    .isEqualTo(wrapping == SmbiosEncoder.Wrapping.BARE ? "" : version / 10 + "." + version % 10);
            assertThat(reading.text(SmbiosKey.SYSTEM_PRODUCT)).isEqualTo("Tern 16");
            assertThat(reading.text(SmbiosKey.BIOS_VERSION)).isEqualTo("1.07");
            assertThat(reading.text(SmbiosKey.BOARD_TYPE)).isEqualTo("motherboard");
            MemoryDevice d = reading.devices().get(0);
            assertThat(d.size()).contains(ByteSize.ofGibibytes(16));
            assertThat(d.locator()).isEqualTo("Socket A");
            assertThat(d.partNumber()).isEqualTo("TN-2R8-32");
            assertThat(d.rank()).isEqualTo(version >= 26 ? 2 : 0);
            assertThat(d.configuredSpeed()).isEqualTo(version >= 27 ? 2667 : 0);
            assertThat(d.structure().text(SmbiosKey.DEVICE_MAKER_ID)).isEqualTo(version >= 32 ? "bank 3, 0x15" : "");
            assertThat(reading.devices().get(1).isFilled()).isFalse();
        }
    }

    @Test
    void manyDevicesAndManyArrays() {
        List<SmbiosContents.Device> devices = new ArrayList<>();
        for (int i = 0; i < 150; i++) {
            devices.add(module("DIMM " + i, 64));
        }
        SmbiosReading reading = decode(SmbiosEncoder.encode(contents(33, devices), SmbiosEncoder.Wrapping.ENTRY_POINT));
        assertThat(reading.devices()).hasSize(150);
        assertThat(reading.fitted()).isEqualTo(ByteSize.ofGibibytes(9600));
        assertThat(codes(reading)).containsExactly("SMBIOS_MAXIMUM_BELOW_FITTED");
    }

    @Test
    void knownFirmwareFaultsAreNamed() {
        SmbiosContents.Device half = new SmbiosContents.Device(
                "DIMM",
                "",
                Optional.of(ByteSize.ofGibibytes(8)),
                9,
                0x18,
                0x80,
                64,
                64,
                1,
                1600,
                800,
                0,
                "",
                "",
                "",
                "",
                Optional.empty());
        SmbiosReading reading =
                decode(SmbiosEncoder.encode(contents(28, List.of(half, half)), SmbiosEncoder.Wrapping.BARE));
        assertThat(codes(reading))
                .containsExactlyInAnyOrder("SMBIOS_CLOCK_FOR_RATE", "SMBIOS_CLOCK_FOR_RATE", "SMBIOS_LOCATOR_TWICE");
    }

    @Test
    void everyLengthIsSurvived() {
        for (SmbiosEncoder.Wrapping wrapping : SmbiosEncoder.Wrapping.values()) {
            byte[] whole = SmbiosEncoder.encode(contents(33, List.of(module("A", 16), module("B", 64))), wrapping);
            for (int length = 0; length < whole.length; length++) {
                byte[] cut = Arrays.copyOf(whole, length);
                Optional<SmbiosReading> reading = SmbiosDecoder.decode(Bytes.copyOf(cut));
                reading.ifPresent(r -> {
                    r.structures().forEach(s -> s.keys().forEach(s::text));
                    assertThat(codes(r))
                            .containsAnyOf("SMBIOS_ENDS_EARLY", "SMBIOS_ENTRY_ALONE", "SMBIOS_STRUCTURE_TOO_SHORT");
                });
            }
        }
    }

    @Test
    void mutatedTablesAreSurvived() {
        Random random = new Random(5);
        byte[] whole = SmbiosEncoder.encode(
                contents(33, List.of(module("A", 16), module("B", 64))), SmbiosEncoder.Wrapping.ENTRY_POINT);
        for (int i = 0; i < 40_000; i++) {
            byte[] broken = whole.clone();
            for (int n = random.nextInt(12); n >= 0; n--) {
                broken[random.nextInt(broken.length)] = (byte) random.nextInt(256);
            }
            SmbiosDecoder.decode(Bytes.copyOf(broken))
                    .ifPresent(r -> r.structures().forEach(s -> s.keys().forEach(s::text)));
        }
    }

    /** A structure that says length 0 would be read for ever; it ends the walk and is named. */
    @Test
    void aStructureWithoutLengthEndsTheWalk() {
        byte[] table = join(DEVICE, new byte[] {17, 0, 0, 0, 0, 0}, DEVICE, END);
        SmbiosReading reading = decode(table);
        assertThat(reading.devices()).hasSize(1);
        assertThat(codes(reading)).contains("SMBIOS_STRUCTURE_TOO_SHORT");
    }

    /** A field beyond the structure's own length is not there, whatever the version says. */
    @Test
    void lengthRules() {
        byte[] shorter = join(Arrays.copyOf(DEVICE, 0x1B), Arrays.copyOfRange(DEVICE, 0x5C, DEVICE.length), END);
        shorter[1] = 0x1B;
        MemoryDevice d = decode(shorter).devices().get(0);
        assertThat(d.structure().has(SmbiosKey.DEVICE_RANK)).isFalse();
        assertThat(d.configuredSpeed()).isZero();
        assertThat(d.size()).isEmpty();
        assertThat(d.partNumber()).isEqualTo("PN-EXAMPLE");
    }

    /** A megabyte of nothing but short, faulty devices: bounded findings, bounded structures, and it is said that the table goes on. */
    @Test
    void aTableFullOfFaultsIsBounded() {
        byte[] short17 = new byte[0x1B];
        short17[0] = 17;
        short17[1] = 0x1B;
        short17[0x0D] = 4;
        // A string that the set of one does not have.
        short17[0x10] = 9;
        byte[] unit = join(short17, new byte[] {'A', 0, 0});
        ByteArrayOutputStream big = new ByteArrayOutputStream();
        for (int i = 0; i < 1_000_000 / unit.length; i++) {
            big.writeBytes(unit);
        }
        SmbiosReading reading = decode(big.toByteArray());
        assertThat(reading.structures()).hasSize(SmbiosDecoder.MOST_STRUCTURES);
        assertThat(reading.findings().size()).isBetween(3, 40);
        assertThat(codes(reading)).contains("SMBIOS_ENDS_EARLY", "SMBIOS_LOCATOR_TWICE", "SMBIOS_STRING_MISSING");
    }
}
