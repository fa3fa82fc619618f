package zephyrridge.core;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.smbios.SmbiosContents;
import zephyrridge.core.reading.smbios.SmbiosEncoder;

/** Firmware tables of a made-up machine. */
public final class Firmware {
    private Firmware() {}

    /** A DDR4 device of 64 bits, sold as 3200 and run at 2667. */
    public static SmbiosContents.Device device(
            String locator, long gib, int form, int ranks, String part, String serial) {
        return device(locator, Optional.of(ByteSize.ofGibibytes(gib)), 0x1A, form, 64, ranks, part, serial);
    }

    /** @param size empty where the table does not say */
    public static SmbiosContents.Device device(
            String locator,
            Optional<ByteSize> size,
            int type,
            int form,
            int bits,
            int ranks,
            String part,
            String serial) {
        return new SmbiosContents.Device(
                locator,
                "BANK 0",
                size,
                form,
                type,
                0x4080,
                bits,
                bits,
                ranks,
                3200,
                2667,
                1200,
                "Tindle",
                serial,
                "",
                part,
                Optional.empty());
    }

    public static byte[] table(
            String maker, String model, SmbiosEncoder.Wrapping wrapping, SmbiosContents.Device... devices) {
        return SmbiosEncoder.encode(
                new SmbiosContents(
                        33,
                        new SmbiosContents.Bios("Gorse", "1.0", "01/01/2030"),
                        new SmbiosContents.SystemInfo(maker, model, "", ""),
                        new SmbiosContents.Board(maker, "Board", ""),
                        List.of(new SmbiosContents.Array(
                                3, ByteSize.ofGibibytes(64), devices.length, List.of(devices)))),
                wrapping);
    }
}
