package zephyrridge.core.reading.smbios;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.Bytes;

/**
 * Against a reader that is none of ours: Debian's udev reads the tables we write (dmi_memory_id, of the package udev), and says of
 * every field what our decoder says. Skipped where the helper is not installed; ./zephyr test installs it where it can.
 */
class UdevAgreesTest {
    private static final Path HELPER = Path.of("/usr/lib/udev/dmi_memory_id");

    private static final Map<SmbiosKey, String> NAMES = Map.ofEntries(
            Map.entry(SmbiosKey.DEVICE_LOCATOR, "LOCATOR"),
            Map.entry(SmbiosKey.DEVICE_BANK, "BANK_LOCATOR"),
            Map.entry(SmbiosKey.DEVICE_MAKER, "MANUFACTURER"),
            Map.entry(SmbiosKey.DEVICE_SERIAL, "SERIAL_NUMBER"),
            Map.entry(SmbiosKey.DEVICE_ASSET, "ASSET_TAG"),
            Map.entry(SmbiosKey.DEVICE_PART, "PART_NUMBER"));

    private static SmbiosContents.Device random(Random random, int i) {
        long mib = random.nextInt(5) == 0 ? 131_072L << random.nextInt(3) : 512L << random.nextInt(9);
        int[] types = {0x12, 0x13, 0x18, 0x1A, 0x22, 0x23, 0x1E};
        int[] forms = {0x09, 0x0D, 0x0B, 0x02};
        int speed = 800 + 400 * random.nextInt(20);
        boolean ecc = random.nextBoolean();
        return new SmbiosContents.Device(
                "DIMM_" + i,
                "BANK " + random.nextInt(4),
                Optional.of(ByteSize.ofMebibytes(mib)),
                forms[random.nextInt(4)],
                types[random.nextInt(7)],
                0x4080,
                ecc ? 72 : 64,
                64,
                1 + random.nextInt(4),
                speed,
                speed - 133 * random.nextInt(2),
                1200,
                "Maker" + random.nextInt(5),
                String.format("%08X", random.nextInt()),
                "tag" + i,
                "PN-" + random.nextInt(100_000),
                Optional.of(new Jep106(1 + random.nextInt(12), 1 + random.nextInt(120))));
    }

    private static Map<String, String> udev(Path file) throws Exception {
        Process p = new ProcessBuilder(HELPER.toString(), "-F", file.toString())
                .redirectErrorStream(true)
                .start();
        String out = new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(p.waitFor()).as(out).isZero();
        Map<String, String> properties = new TreeMap<>();
        out.lines()
                .filter(l -> l.contains("="))
                .forEach(l -> properties.put(l.substring(0, l.indexOf('=')), l.substring(l.indexOf('=') + 1)));
        return properties;
    }

    @Test
    void everyFieldOfEveryDevice(@TempDir Path folder) throws Exception {
        assumeTrue(
                Files.isExecutable(HELPER),
                "udev's dmi_memory_id is not installed (apt-get install udev): this outside check is left out");
        Random random = new Random(29);
        int compared = 0;
        for (int table = 0; table < 25; table++) {
            List<SmbiosContents.Device> devices = new ArrayList<>();
            int count = 1 + random.nextInt(100);
            for (int i = 0; i < count; i++) {
                devices.add(
                        random.nextInt(4) == 0
                                ? SmbiosContents.Device.empty("DIMM_" + i, "BANK 0", 0x09, 0x1A)
                                : random(random, i));
            }
            byte[] dump = SmbiosEncoder.encode(
                    new SmbiosContents(
                            33,
                            new SmbiosContents.Bios("v", "1", "d"),
                            new SmbiosContents.SystemInfo("m", "p", "", ""),
                            new SmbiosContents.Board("m", "b", ""),
                            List.of(new SmbiosContents.Array(
                                    6, ByteSize.ofGibibytes(1L << random.nextInt(14)), devices.size(), devices))),
                    SmbiosEncoder.Wrapping.ENTRY_POINT);
            Path file = Files.write(folder.resolve("table.bin"), dump);
            Map<String, String> theirs = udev(file);
            SmbiosReading ours = SmbiosDecoder.decode(Bytes.copyOf(dump)).orElseThrow();
            assertThat(theirs.get("MEMORY_ARRAY_NUM_DEVICES"))
                    .isEqualTo(String.valueOf(ours.devices().size()));
            assertThat(theirs.get("MEMORY_ARRAY_MAX_CAPACITY"))
                    .isEqualTo(
                            String.valueOf(SmbiosDecoder.maximum(ours.first(16).orElseThrow())
                                    .orElseThrow()
                                    .bytes()));
            for (int i = 0; i < ours.devices().size(); i++) {
                MemoryDevice d = ours.devices().get(i);
                String at = "MEMORY_DEVICE_" + i + "_";
                NAMES.forEach((key, name) -> assertThat(
                                d.structure().text(key).isEmpty()
                                        ? "Not Specified"
                                        : d.structure().text(key))
                        .as(at + name)
                        .isEqualTo(theirs.get(at + name)));
                assertThat(d.structure().text(SmbiosKey.DEVICE_FORM_FACTOR).toUpperCase())
                        .as(at)
                        .isEqualTo(theirs.get(at + "FORM_FACTOR").toUpperCase());
                assertThat(d.structure().text(SmbiosKey.DEVICE_TYPE)).as(at).isEqualTo(theirs.get(at + "TYPE"));
                if (d.isFilled()) {
                    assertThat(String.valueOf(d.size().orElseThrow().bytes()))
                            .as(at)
                            .isEqualTo(theirs.get(at + "SIZE"));
                    assertThat(List.of(
                                    String.valueOf(d.totalWidth()),
                                    String.valueOf(d.dataWidth()),
                                    String.valueOf(d.rank()),
                                    String.valueOf(d.speed()),
                                    String.valueOf(d.configuredSpeed())))
                            .as(at)
                            .containsExactly(
                                    theirs.get(at + "TOTAL_WIDTH"),
                                    theirs.get(at + "DATA_WIDTH"),
                                    theirs.get(at + "RANK"),
                                    theirs.get(at + "SPEED_MTS"),
                                    theirs.get(at + "CONFIGURED_SPEED_MTS"));
                    String maker = theirs.get(at + "MODULE_MANUFACTURER_ID")
                            .replaceAll("Bank (\\d+), Hex 0x(..)", "bank $1, 0x$2");
                    int bits = Integer.parseInt(maker.substring(maker.length() - 2), 16);
                    String own = d.structure().text(SmbiosKey.DEVICE_MAKER_ID);
                    // The helper shows the code with its parity bit, as we do.
                    assertThat(own)
                            .as(at)
                            .isEqualTo(maker.substring(0, maker.length() - 2) + String.format("%02X", bits));
                } else {
                    assertThat(theirs.get(at + "PRESENT")).as(at).isEqualTo("0");
                }
                compared++;
            }
        }
        assertThat(compared).isGreaterThan(500);
    }
}
