package zephyrridge.core.reading.smbios;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.quantity.ByteSize;

/**
 * Writes firmware tables (structures 0, 1, 2, 16, 17, 19 and 127) for the demo and the tests. Offsets are written out here, from
 * memory of DSP0134, and shared with nothing of the decoder.
 */
public final class SmbiosEncoder {
    /** How the table is wrapped: bare, behind an {@code _SM3_} entry point at 0x20, or with the Windows call's 8-byte header. */
    public enum Wrapping {
        BARE,
        ENTRY_POINT,
        WINDOWS
    }

    private static final class Structure {
        private final byte[] data;
        private final List<String> strings = new ArrayList<>();

        Structure(int type, int length, int handle) {
            data = new byte[length];
            data[0] = (byte) type;
            data[1] = (byte) length;
            word(2, handle);
        }

        void put(int at, int value) {
            data[at] = (byte) value;
        }

        void word(int at, int value) {
            data[at] = (byte) value;
            data[at + 1] = (byte) (value >> 8);
        }

        void number(int at, int bytes, long value) {
            for (int i = 0; i < bytes; i++) {
                data[at + i] = (byte) (value >> 8 * i);
            }
        }

        void string(int at, String text) {
            if (!text.isEmpty()) {
                strings.add(text);
                data[at] = (byte) strings.size();
            }
        }

        void writeTo(ByteArrayOutputStream out) {
            out.writeBytes(data);
            for (String s : strings) {
                out.writeBytes(s.replace('\0', ' ').getBytes(StandardCharsets.US_ASCII));
                out.write(0);
            }
            out.write(0);
            if (strings.isEmpty()) {
                out.write(0);
            }
        }
    }

    private SmbiosEncoder() {}

    public static byte[] encode(SmbiosContents c, Wrapping wrapping) {
        byte[] table = table(c);
        int major = c.version() / 10;
        int minor = c.version() % 10;
        if (wrapping == Wrapping.BARE) {
            return table;
        }
        if (wrapping == Wrapping.WINDOWS) {
            byte[] out = new byte[8 + table.length];
            out[1] = (byte) major;
            out[2] = (byte) minor;
            for (int i = 0; i < 4; i++) {
                out[4 + i] = (byte) (table.length >> 8 * i);
            }
            System.arraycopy(table, 0, out, 8, table.length);
            return out;
        }
        byte[] out = new byte[0x20 + table.length];
        System.arraycopy("_SM3_".getBytes(StandardCharsets.US_ASCII), 0, out, 0, 5);
        out[6] = 0x18;
        out[7] = (byte) major;
        out[8] = (byte) minor;
        out[10] = 1;
        for (int i = 0; i < 4; i++) {
            out[12 + i] = (byte) (table.length >> 8 * i);
        }
        out[16] = 0x20;
        int sum = 0;
        for (int i = 0; i < 0x18; i++) {
            sum += out[i];
        }
        out[5] = (byte) -sum;
        System.arraycopy(table, 0, out, 0x20, table.length);
        return out;
    }

    private static byte[] table(SmbiosContents c) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Structure bios = new Structure(0, 0x18, 0);
        bios.string(4, c.bios().vendor());
        bios.string(5, c.bios().version());
        bios.word(6, 0xE000);
        bios.string(8, c.bios().date());
        bios.put(9, 0xFF);
        bios.put(0x13, 8);
        Arrays.fill(bios.data, 0x14, 0x18, (byte) 0xFF);
        bios.writeTo(out);
        Structure system = new Structure(1, 0x1B, 1);
        system.string(4, c.system().maker());
        system.string(5, c.system().product());
        system.string(6, c.system().version());
        system.string(7, c.system().serial());
        system.put(0x18, 6);
        system.writeTo(out);
        Structure board = new Structure(2, 0x0F, 2);
        board.string(4, c.board().maker());
        board.string(5, c.board().product());
        board.string(6, c.board().version());
        board.put(9, 9);
        board.word(0x0B, 3);
        board.put(0x0D, 0x0A);
        board.writeTo(out);
        int handle = 0x10;
        long mappedKib = 0;
        for (SmbiosContents.Array array : c.arrays()) {
            int arrayHandle = handle++;
            Structure a = new Structure(16, c.version() >= 27 ? 0x17 : 0x0F, arrayHandle);
            a.put(4, 3);
            a.put(5, 3);
            a.put(6, array.ecc());
            long kib = array.maximum().bytes() >> 10;
            boolean large = kib >= 0x80000000L;
            a.number(7, 4, large ? 0x80000000L : kib);
            a.word(0x0B, 0xFFFE);
            a.word(0x0D, array.statedDevices());
            if (large && c.version() >= 27) {
                a.number(0x0F, 8, array.maximum().bytes());
            }
            a.writeTo(out);
            long fitted = 0;
            for (SmbiosContents.Device device : array.devices()) {
                device(c.version(), device, arrayHandle, handle++).writeTo(out);
                fitted += device.size().map(ByteSize::bytes).orElse(0L) >> 10;
            }
            if (fitted > 0) {
                Structure mapped = new Structure(19, c.version() >= 27 ? 0x1F : 0x0F, handle++);
                if (c.version() >= 27 && mappedKib + fitted > 0xFFFFFFFFL) {
                    mapped.number(4, 4, 0xFFFFFFFFL);
                    mapped.number(8, 4, 0xFFFFFFFFL);
                    mapped.number(0x0F, 8, mappedKib << 10);
                    mapped.number(0x17, 8, (mappedKib + fitted << 10) - 1);
                } else {
                    mapped.number(4, 4, mappedKib);
                    mapped.number(8, 4, mappedKib + fitted - 1);
                }
                mapped.word(0x0C, arrayHandle);
                mapped.put(0x0E, array.devices().size());
                mapped.writeTo(out);
                mappedKib += fitted;
            }
        }
        new Structure(127, 4, handle).writeTo(out);
        return out.toByteArray();
    }

    private static int deviceLength(int version) {
        return version >= 33
                ? 0x5C
                : version >= 32 ? 0x54 : version >= 28 ? 0x28 : version >= 27 ? 0x22 : version >= 26 ? 0x1C : 0x1B;
    }

    private static Structure device(int version, SmbiosContents.Device d, int array, int handle) {
        int length = deviceLength(version);
        Structure s = new Structure(17, length, handle);
        s.word(4, array);
        s.word(6, 0xFFFE);
        s.word(8, d.totalWidth());
        s.word(0x0A, d.dataWidth());
        long mib = d.size().map(ByteSize::mebibytes).orElse(0L);
        boolean large = mib > 0x7FFE;
        s.word(
                0x0C,
                d.size().isEmpty()
                        ? 0xFFFF
                        : large
                                ? 0x7FFF
                                : mib == 0 && !d.size().get().isZero()
                                        ? 0x8000 | (int) (d.size().get().bytes() >> 10)
                                        : (int) mib);
        s.put(0x0E, d.formFactor());
        s.string(0x10, d.locator());
        s.string(0x11, d.bank());
        s.put(0x12, d.memoryType());
        s.word(0x13, d.detail());
        s.word(0x15, Math.min(d.speed(), 0xFFFF));
        s.string(0x17, d.maker());
        s.string(0x18, d.serial());
        s.string(0x19, d.asset());
        s.string(0x1A, d.part());
        if (length > 0x1B) {
            s.put(0x1B, d.rank());
        }
        if (length >= 0x22) {
            s.number(0x1C, 4, large ? mib : 0);
            s.word(0x20, d.configured());
        }
        if (length >= 0x28) {
            s.word(0x22, d.millivolts());
            s.word(0x24, d.millivolts());
            s.word(0x26, d.millivolts());
        }
        if (length >= 0x54) {
            s.put(0x28, 3);
            s.word(0x29, 8);
            s.word(0x2C, d.makerId().map(SmbiosEncoder::word).orElse(0));
            s.number(0x34, 8, 0);
            s.number(0x3C, 8, d.size().map(ByteSize::bytes).orElse(-1L));
        }
        return s;
    }

    /** SPD order: the continuation byte is the low one. */
    private static int word(Jep106 maker) {
        return maker.continuationStored() | maker.code() << 8;
    }
}
