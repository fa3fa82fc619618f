package zephyrridge.core.limit;

import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DieDensity;

/**
 * What is usual for a generation where nobody states more: common practice, no source. Low-power generations go with the
 * plain ones of their years.
 */
final class ItsYears {
    private ItsYears() {}

    /** What nearly all its controllers address at a socket. */
    static ByteSize atASocket(MemoryGeneration g) {
        return ByteSize.ofMebibytes(
                switch (g) {
                    case DDR -> 512;
                    case DDR2 -> 2 << 10;
                    case DDR3 -> 4 << 10;
                    case DDR4, LPDDR4 -> 16 << 10;
                    case DDR5, LPDDR5 -> 32 << 10;
                });
    }

    /** What is worth a try at a socket. */
    static ByteSize worthATry(MemoryGeneration g) {
        return ByteSize.ofMebibytes(
                switch (g) {
                    case DDR -> 1 << 10;
                    case DDR2 -> 4 << 10;
                    case DDR3 -> 8 << 10;
                    case DDR4, LPDDR4 -> 32 << 10;
                    case DDR5, LPDDR5 -> 48 << 10;
                });
    }

    /** The generation's usual largest die. @param late whether the machine is of the later years of DDR4 */
    static DieDensity topDie(MemoryGeneration g, boolean late) {
        return new DieDensity(
                switch (g) {
                    case DDR -> 512;
                    case DDR2 -> 1 << 10;
                    case DDR3 -> 4 << 10;
                    case DDR4, LPDDR4 -> late ? 16 << 10 : 8 << 10;
                    case DDR5, LPDDR5 -> 16 << 10;
                });
    }
}
