package zephyrridge.core.reading.spd;

import zephyrridge.core.reading.Bytes;

/**
 * What one unit of a stored time is worth, in femtoseconds so that 1/15 ns and 2.5 ps stay whole (JESD21-C annexes K and L, from
 * memory). A time is medium x value + fine x signed fine part.
 */
record SpdTimebase(long mediumFs, long fineFs) {
    static final SpdTimebase NONE = new SpdTimebase(0, 0);
    /** DDR4: 125 ps and 1 ps, the only ones coded. */
    static final SpdTimebase DDR4 = new SpdTimebase(125_000, 1_000);

    /** DDR3: byte 9 dividend/divisor in ps, bytes 10 and 11 in ns; a zero divisor leaves nothing to count with. */
    static SpdTimebase ofDdr3(Bytes image) {
        if (!image.has(9, 3)) {
            return NONE;
        }
        int fineDivisor = image.u8(9) & 15;
        int mediumDivisor = image.u8(11);
        return new SpdTimebase(
                mediumDivisor == 0 ? 0 : image.u8(10) * 1_000_000L / mediumDivisor,
                fineDivisor == 0 ? 0 : (image.u8(9) >> 4) * 1000L / fineDivisor);
    }

    /** Rounded to the nearest picosecond, or -1 when the sum is negative or past a millisecond. */
    int picoseconds(long medium, int fine) {
        long fs = medium * mediumFs + fine * fineFs;
        return fs < 0 || fs > 1_000_000_000_000L ? -1 : (int) ((fs + 500) / 1000);
    }
}
