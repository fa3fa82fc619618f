package zephyrridge.core.reading.spd;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.Organisation;
import zephyrridge.core.module.Rates;
import zephyrridge.core.module.SpeedBin;
import zephyrridge.core.module.Stacking;
import zephyrridge.core.module.Timings;
import zephyrridge.core.quantity.Picoseconds;
import zephyrridge.core.reading.Bytes;

/**
 * Writes SPD images of DDR2 to DDR5 for the demo and the tests. The offsets are written out here, from memory of JESD21-C annexes
 * J, K, L and JESD400-5, and shared with nothing of the decoder, so that each checks the other.
 *
 * <p>In one file: four images by their offsets; a common part would share what has to stay apart.
 */
public final class SpdEncoder {
    private SpdEncoder() {}

    /** @throws IllegalArgumentException for a generation or a shape that has no image here (DDR, LPDDR, DDR4 CAMM2 and the like) */
    public static byte[] encode(SpdContents c) {
        return switch (c.spec().generation()) {
            case DDR2 -> ddr2(c);
            case DDR3 -> ddr3(c);
            case DDR4 -> ddr4(c);
            case DDR5 -> ddr5(c);
            default -> throw new IllegalArgumentException(
                    "no SPD image is written for " + c.spec().generation());
        };
    }

    private static byte[] ddr2(SpdContents c) {
        ModuleSpec m = c.spec();
        byte[] b = new byte[256];
        Organisation o = m.organisation();
        Timings t = timings(m);
        b[0] = (byte) 128;
        b[1] = 8;
        b[2] = 8;
        int bankBits = o.density().mebibits() >= 1024 ? 3 : 2;
        int columns = o.deviceWidth() == 4 ? 11 : 10;
        b[3] = (byte) (addressBits(o) - columns - bankBits);
        b[4] = (byte) columns;
        b[5] = (byte) (o.packageRanks() - 1
                | (o.diesPerPackage() > 1 ? 0x10 : 0)
                | (m.heightMillimetres().isEmpty() ? 0 : m.heightMillimetres().get() > 30 ? 0x80 : 0x60));
        b[6] = (byte) (m.ecc() ? 72 : 64);
        b[8] = 5;
        List<Integer> cls = t.casLatencies().toList();
        int from = Math.max(0, cls.size() - 3);
        int previous = 0;
        for (int i = cls.size() - 1, at = 9; i >= from; i--, at = at == 9 ? 23 : 25) {
            int cl = cls.get(i);
            int tck = i == cls.size() - 1 ? tck(m) : slowerClock(t.tAA().value(), cl, previous);
            previous = tck;
            b[at] = (byte) nibbles(tck);
            b[18] |= (byte) (1 << cl);
        }
        b[11] = (byte) (m.ecc() ? 2 : 0);
        b[12] = (byte) 0x82;
        b[13] = (byte) o.deviceWidth();
        b[14] = (byte) (m.ecc() ? 8 : 0);
        b[16] = 0x0C;
        b[17] = (byte) (1 << bankBits);
        b[20] = (byte)
                (m.formFactor() == FormFactor.SO_DIMM
                        ? m.buffering() == Buffering.REGISTERED ? 0x07 : 0x04
                        : m.buffering() == Buffering.REGISTERED ? 0x01 : 0x02);
        b[27] = (byte) quarters(t.tRP());
        b[28] = 30;
        b[29] = (byte) quarters(t.tRCD());
        b[30] = (byte) ((t.tRAS().value() + 999) / 1000);
        long rank = m.capacity().mebibytes() / o.packageRanks();
        b[31] = (byte) (rank >= 1024 ? rank / 1024 : rank / 128 << 5);
        b[36] = 60;
        b[37] = 30;
        b[38] = 30;
        int trc = t.tRAS().value() + t.tRP().value();
        b[41] = (byte) (trc / 1000);
        b[40] = (byte) (trc % 1000 >= 750 ? 0x50 : trc % 1000 >= 500 ? 0x30 : trc % 1000 >= 250 ? 0x10 : 0);
        // tRFC: 195, 127.5 or 105 ns by density.
        b[42] = (byte) (o.density().mebibits() >= 2048 ? 195 : o.density().mebibits() >= 1024 ? 127 : 105);
        b[40] |= (byte) (o.density().mebibits() == 1024 ? 0x06 : 0);
        b[43] = (byte) 0x80;
        b[62] = 0x12;
        b[63] = (byte) SpdChecksum.sum(Bytes.copyOf(b), 0, 63);
        int run = c.maker().map(j -> j.bank() - 1).orElse(0);
        if (run > 7) {
            throw new IllegalArgumentException("DDR2 has room for bank 8 at most: bank " + (run + 1));
        }
        Arrays.fill(b, 64, 64 + run, (byte) 0x7F);
        b[64 + run] = (byte) (int) c.maker().map(Jep106::code).orElse(0);
        text(b, 73, 18, c.partNumber());
        date(b, 93, c);
        serial(b, 95, c.serial());
        return b;
    }

    private static byte[] ddr3(SpdContents c) {
        ModuleSpec m = c.spec();
        byte[] b = new byte[256];
        Organisation o = m.organisation();
        Timings t = timings(m);
        b[0] = (byte) 0x92;
        b[1] = 0x13;
        b[2] = 0x0B;
        b[3] = (byte)
                switch (m.buffering()) {
                    case REGISTERED -> m.formFactor() == FormFactor.SO_DIMM ? 9 : 1;
                    case LOAD_REDUCED -> 11;
                    default -> m.formFactor() == FormFactor.SO_DIMM ? m.ecc() ? 8 : 3 : 2;
                };
        b[4] = (byte) log2(o.density().mebibits() / 256);
        int columns = o.deviceWidth() == 4 ? 11 : 10;
        b[5] = (byte) (addressBits(o) - columns - 3 - 12 << 3 | columns - 9);
        b[6] = (byte) ((m.millivolts().contains(1500) ? 0 : 1)
                | (m.millivolts().contains(1350) ? 2 : 0)
                | (m.millivolts().contains(1250) ? 4 : 0));
        int rankCode = o.packageRanks() == 8 ? 4 : o.packageRanks() - 1;
        b[7] = (byte) (rankCode << 3 | widthCode(o));
        b[8] = (byte) (m.ecc() ? 0x0B : 0x03);
        b[9] = 0x11;
        b[10] = 1;
        b[11] = 8;
        medium(b, 12, 34, tck(m));
        long map = t.casLatencies().low() >> 4 & 0x7FFF;
        b[14] = (byte) map;
        b[15] = (byte) (map >> 8);
        medium(b, 16, 35, t.tAA().value());
        b[17] = 0x78;
        medium(b, 18, 36, t.tRCD().value());
        b[19] = 0x30;
        medium(b, 20, 37, t.tRP().value());
        rasAndRc(b, 21, 38, t);
        int density = o.density().mebibits();
        little(b, 24, (density <= 1024 ? 110 : density <= 2048 ? 160 : density <= 4096 ? 260 : 350) * 8);
        b[26] = 0x3C;
        b[27] = 0x3C;
        b[29] = (byte) 0xF0;
        b[30] = (byte) 0x83;
        b[31] = 1;
        if (o.diesPerPackage() > 1) {
            b[33] = (byte) (0x80 | log2(o.diesPerPackage()) + 1 << 4 | (o.stacking() == Stacking.SINGLE_LOAD ? 2 : 1));
        }
        b[60] = (byte) height(m);
        b[61] = 0x11;
        b[62] = 0x1F;
        maker(b, 117, c.maker());
        date(b, 120, c);
        serial(b, 122, c.serial());
        little(b, 126, SpdChecksum.crc16(Bytes.copyOf(b), 0, 117));
        text(b, 128, 18, c.partNumber());
        maker(b, 148, c.dramMaker());
        return b;
    }

    private static byte[] ddr4(SpdContents c) {
        ModuleSpec m = c.spec();
        byte[] b = new byte[512];
        Organisation o = m.organisation();
        Timings t = timings(m);
        b[0] = 0x23;
        b[1] = 0x12;
        b[2] = 0x0C;
        b[3] = (byte)
                switch (m.buffering()) {
                    case REGISTERED -> m.formFactor() == FormFactor.SO_DIMM ? 8 : 1;
                    case LOAD_REDUCED -> 4;
                    default -> m.formFactor() == FormFactor.SO_DIMM ? m.ecc() ? 9 : 3 : 2;
                };
        if (m.formFactor() == FormFactor.CAMM2) {
            throw new IllegalArgumentException("CAMM2 is DDR5's");
        }
        int gigabits = o.density().mebibits() / 1024;
        int densityCode =
                gigabits == 12 ? 8 : gigabits == 24 ? 9 : log2(o.density().mebibits() / 256);
        int groups = o.deviceWidth() == 16 ? 1 : 2;
        b[4] = (byte) (groups << 6 | densityCode);
        b[5] = (byte) (addressBits(o) - 10 - 2 - groups - 12 << 3 | 1);
        if (o.diesPerPackage() > 1) {
            b[6] = (byte) (0x80 | o.diesPerPackage() - 1 << 4 | (o.stacking() == Stacking.SINGLE_LOAD ? 2 : 1));
        }
        b[7] = 8;
        b[9] = 0x60;
        b[11] = 3;
        b[12] = (byte) (o.packageRanks() - 1 << 3 | widthCode(o));
        b[13] = (byte) (m.ecc() ? 0x0B : 0x03);
        medium(b, 18, 125, tck(m));
        medium(b, 19, 124, 1600);
        long all = t.casLatencies().low();
        boolean high = all >> 37 != 0;
        long map = all >> (high ? 23 : 7) & 0x3FFFFFFF;
        for (int i = 0; i < 4; i++) {
            b[20 + i] = (byte) (map >> 8 * i);
        }
        b[23] |= (byte) (high ? 0x80 : 0);
        medium(b, 24, 123, t.tAA().value());
        medium(b, 25, 122, t.tRCD().value());
        medium(b, 26, 121, t.tRP().value());
        rasAndRc(b, 27, 120, t);
        int[] rfc = gigabits <= 2
                ? new int[] {160, 110, 90}
                : gigabits <= 4
                        ? new int[] {260, 160, 110}
                        : gigabits <= 8 ? new int[] {350, 260, 160} : new int[] {550, 350, 260};
        for (int i = 0; i < 3; i++) {
            little(b, 30 + 2 * i, rfc[i] * 8);
        }
        b[37] = (byte) 168;
        medium(b, 38, 119, 2500);
        medium(b, 39, 118, 4900);
        medium(b, 40, 117, 5000);
        b[42] = 0x78;
        b[44] = 0x14;
        b[45] = 0x3C;
        little(b, 126, SpdChecksum.crc16(Bytes.copyOf(b), 0, 126));
        b[128] = (byte) height(m);
        b[129] = 0x11;
        b[130] = 0x1F;
        little(b, 254, SpdChecksum.crc16(Bytes.copyOf(b), 128, 254));
        maker(b, 320, c.maker());
        date(b, 323, c);
        serial(b, 325, c.serial());
        text(b, 329, 20, c.partNumber());
        maker(b, 350, c.dramMaker());
        b[352] = (byte) 0xFF;
        return b;
    }

    private static byte[] ddr5(SpdContents c) {
        ModuleSpec m = c.spec();
        byte[] b = new byte[1024];
        Organisation o = m.organisation();
        Timings t = timings(m);
        b[0] = 0x30;
        b[1] = 0x10;
        b[2] = 0x12;
        b[3] = (byte)
                (m.formFactor() == FormFactor.CAMM2
                        ? 8
                        : m.formFactor() == FormFactor.SOLDERED
                                ? 0x0B
                                : switch (m.buffering()) {
                                    case REGISTERED -> 1;
                                    case LOAD_REDUCED -> 4;
                                    case CLOCKED -> m.formFactor() == FormFactor.SO_DIMM ? 6 : 5;
                                    case UNBUFFERED -> m.formFactor() == FormFactor.SO_DIMM ? 3 : 2;
                                });
        int gigabits = o.density().mebibits() / 1024;
        int densityCode =
                switch (gigabits) {
                    case 4 -> 1;
                    case 8 -> 2;
                    case 12 -> 3;
                    case 16 -> 4;
                    case 24 -> 5;
                    case 32 -> 6;
                    case 48 -> 7;
                    case 64 -> 8;
                    default -> throw new IllegalArgumentException("DDR5 has no code for a die of " + o.density());
                };
        int stackCode = o.stacking() == Stacking.SINGLE_DIE
                ? 0
                : o.stacking() == Stacking.MULTI_LOAD ? 1 : log2(o.diesPerPackage()) + 1;
        b[4] = (byte) (stackCode << 5 | densityCode);
        int columns = o.deviceWidth() == 4 ? 11 : 10;
        int groups = o.deviceWidth() == 16 ? 2 : 3;
        int banks = gigabits < 16 ? 1 : 2;
        b[5] = (byte) (columns - 10 << 5 | addressBits(o) - columns - groups - banks - 16);
        b[6] = (byte) (widthCode(o) << 5);
        b[7] = (byte) (groups << 5 | banks);
        little(b, 20, tck(m));
        little(b, 22, 1010);
        for (int cl : t.casLatencies().toList()) {
            if (cl >= 20 && cl <= 98 && cl % 2 == 0) {
                b[24 + (cl - 20) / 16] |= (byte) (1 << (cl - 20) / 2 % 8);
            }
        }
        little(b, 30, t.tAA().value());
        little(b, 32, t.tRCD().value());
        little(b, 34, t.tRP().value());
        little(b, 36, t.tRAS().value());
        little(b, 38, t.tRAS().value() + t.tRP().value());
        little(b, 40, 30_000);
        int[] rfc = gigabits <= 8
                ? new int[] {195, 130, 115}
                : gigabits <= 16 ? new int[] {295, 160, 130} : new int[] {410, 220, 190};
        for (int i = 0; i < 3; i++) {
            little(b, 42 + 2 * i, rfc[i]);
        }
        b[192] = 0x10;
        b[230] = (byte) height(m);
        b[231] = 0x11;
        b[232] = 0x1F;
        b[233] = (byte) 0x81;
        b[234] = (byte) (o.packageRanks() - 1 << 3);
        b[235] = (byte) (0x22 | (m.ecc() ? (m.checkBits().orElse(8) == 4 ? 0x08 : 0x10) : 0));
        little(b, 510, SpdChecksum.crc16(Bytes.copyOf(b), 0, 510));
        maker(b, 512, c.maker());
        date(b, 515, c);
        serial(b, 517, c.serial());
        text(b, 521, 30, c.partNumber());
        maker(b, 552, c.dramMaker());
        b[554] = (byte) 0xFF;
        return b;
    }

    /** Row, column and bank bits of one die; dies of 3 x 2^n bits are addressed like the next power of two. */
    private static int addressBits(Organisation o) {
        long places = ((long) o.density().mebibits() << 20) / o.deviceWidth();
        return 64 - Long.numberOfLeadingZeros(places - 1);
    }

    private static int widthCode(Organisation o) {
        return log2(o.deviceWidth() / 4);
    }

    private static int log2(int powerOfTwo) {
        return 31 - Integer.numberOfLeadingZeros(powerOfTwo);
    }

    private static int tck(ModuleSpec m) {
        return Rates.row(m.generation(), m.rate())
                .map(Rates.Row::tckPs)
                .orElseThrow(() -> new IllegalArgumentException(m.generation() + " has no rate " + m.rate()));
    }

    /** Without known timings: the times of the generation's usual bin (common practice, no source). */
    private static Timings timings(ModuleSpec m) {
        return m.timings().orElseGet(() -> SpeedBin.of(m.generation(), m.rate()).stream()
                .reduce((a, later) -> later)
                .orElseThrow(() -> new IllegalArgumentException("no timings are known for " + m.summary()))
                .timings());
    }

    /** The fastest DDR2 clock, slower than the one before, at which so many cycles still cover tAA. */
    private static int slowerClock(int tAA, int cl, int previous) {
        return Rates.all().stream()
                .filter(r -> r.generation() == MemoryGeneration.DDR2 && r.tckPs() > previous && r.tckPs() * cl >= tAA)
                .mapToInt(Rates.Row::tckPs)
                .min()
                .orElse(8000);
    }

    private static int nibbles(int ps) {
        int part = ps % 1000;
        int code = part % 100 == 0
                ? part / 100
                : part == 250 ? 10 : part == 333 ? 11 : part == 667 ? 12 : part == 750 ? 13 : 14;
        return ps / 1000 << 4 | code;
    }

    private static int quarters(Picoseconds time) {
        return (time.value() + 249) / 250;
    }

    private static int eighths(int ps) {
        return (ps + 124) / 125;
    }

    /** Rounded up to eighths of a nanosecond, with the signed picoseconds that are too many. */
    private static void medium(byte[] b, int at, int fineAt, int ps) {
        int units = eighths(ps);
        b[at] = (byte) units;
        b[fineAt] = (byte) (ps - units * 125);
    }

    /** tRAS and tRC: their high nibbles in one byte, then the low bytes; tRC has a fine part. */
    private static void rasAndRc(byte[] b, int at, int fineAt, Timings t) {
        int tras = eighths(t.tRAS().value());
        int ps = t.tRAS().value() + t.tRP().value();
        int trc = eighths(ps);
        b[at] = (byte) (trc >> 8 << 4 | tras >> 8);
        b[at + 1] = (byte) tras;
        b[at + 2] = (byte) trc;
        b[fineAt] = (byte) (ps - trc * 125);
    }

    private static int height(ModuleSpec m) {
        return Math.max(0, Math.min(31, m.heightMillimetres().orElse(15) - 15));
    }

    private static void little(byte[] b, int at, int value) {
        b[at] = (byte) value;
        b[at + 1] = (byte) (value >> 8);
    }

    private static void maker(byte[] b, int at, Optional<Jep106> maker) {
        b[at] = (byte) (int) maker.map(Jep106::continuationStored).orElse(0);
        b[at + 1] = (byte) (int) maker.map(Jep106::code).orElse(0);
    }

    private static void date(byte[] b, int at, SpdContents c) {
        b[at] = (byte) bcd(c.year() % 100);
        b[at + 1] = (byte) bcd(c.week());
    }

    private static int bcd(int number) {
        return number / 10 << 4 | number % 10;
    }

    private static void serial(byte[] b, int at, int serial) {
        for (int i = 0; i < 4; i++) {
            b[at + i] = (byte) (serial >> 24 - 8 * i);
        }
    }

    private static void text(byte[] b, int at, int length, String text) {
        Arrays.fill(b, at, at + length, (byte) 0x20);
        byte[] ascii = text.getBytes(StandardCharsets.US_ASCII);
        System.arraycopy(ascii, 0, b, at, Math.min(length, ascii.length));
    }
}
