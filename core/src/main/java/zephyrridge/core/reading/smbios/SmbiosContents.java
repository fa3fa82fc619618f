package zephyrridge.core.reading.smbios;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.quantity.ByteSize;

/**
 * What a firmware table is written from.
 *
 * @param version 23, 26, 27, 28, 32 or 33 for 2.3 to 3.3: how long the memory devices are
 */
public record SmbiosContents(int version, Bios bios, SystemInfo system, Board board, List<Array> arrays) {
    public record Bios(String vendor, String version, String date) {}

    public record SystemInfo(String maker, String product, String version, String serial) {}

    public record Board(String maker, String product, String version) {}

    /** @param maximum what the firmware claims as its most; {@code devices} as it lists them, empty sockets too */
    public record Array(int ecc, ByteSize maximum, int statedDevices, List<Device> devices) {}

    /**
     * @param size zero for an empty socket, empty for unknown
     * @param detail bits of the type detail
     * @param speed MT/s as the firmware prints it, 0 for none; {@code configured} likewise
     */
    public record Device(
            String locator,
            String bank,
            Optional<ByteSize> size,
            int formFactor,
            int memoryType,
            int detail,
            int totalWidth,
            int dataWidth,
            int rank,
            int speed,
            int configured,
            int millivolts,
            String maker,
            String serial,
            String asset,
            String part,
            Optional<Jep106> makerId) {
        /** An empty socket as most firmware lists it. */
        public static Device empty(String locator, String bank, int formFactor, int memoryType) {
            return new Device(
                    locator,
                    bank,
                    Optional.of(ByteSize.ZERO),
                    formFactor,
                    memoryType,
                    4,
                    0xFFFF,
                    0xFFFF,
                    0,
                    0,
                    0,
                    0,
                    "Not fitted",
                    "",
                    "",
                    "",
                    Optional.empty());
        }
    }
}
