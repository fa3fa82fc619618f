package zephyrridge.core.reading.spd;

import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.reading.Bytes;

/** The checksums of SPD images. */
public final class SpdChecksum {
    private static final int[] CRC = new int[256];

    static {
        for (int b = 0; b < 256; b++) {
            int crc = b << 8;
            for (int bit = 0; bit < 8; bit++) {
                crc = (crc & 0x8000) != 0 ? crc << 1 ^ 0x1021 : crc << 1;
            }
            CRC[b] = crc & 0xFFFF;
        }
    }

    private SpdChecksum() {}

    /**
     * CRC-16 with polynomial 0x1021, start 0, nothing reflected, no final XOR (JESD21-C annexes K and L, JESD400-5, from memory);
     * "123456789" gives 0x31C3.
     */
    public static int crc16(Bytes image, int from, int to) {
        int crc = 0;
        for (int i = from; i < to; i++) {
            crc = (crc << 8 ^ CRC[crc >> 8 & 0xFF ^ image.u8(i)]) & 0xFFFF;
        }
        return crc;
    }

    /** Sum modulo 256, as DDR and DDR2 use it. */
    public static int sum(Bytes image, int from, int to) {
        int sum = 0;
        for (int i = from; i < to; i++) {
            sum += image.u8(i);
        }
        return sum & 0xFF;
    }

    /** Last byte under the checksums of a generation. */
    static int lastCovered(MemoryGeneration generation, Bytes image) {
        return switch (generation) {
            case DDR3 -> (image.u8(0) & 0x80) != 0 ? 116 : 125;
            case DDR4 -> 253;
            case DDR5 -> 509;
            default -> 62;
        };
    }
}
