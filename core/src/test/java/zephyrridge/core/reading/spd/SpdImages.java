package zephyrridge.core.reading.spd;

import java.util.Arrays;
import java.util.HexFormat;
import zephyrridge.core.reading.Bytes;

/** Synthetic images typed by hand (layouts, from memory of the standards): offset: bytes; what is not listed is 00. */
final class SpdImages {
    static final String DDR2 =
            """
            0: 80 08 08 0E 0A 61 40 00 05 25 40 00 82 08 00 00 0C 08 38 00 02 00 07 3D 50 50 60 32 1E 32 2D 01 17 25 05 12 3C 1E 1E 00 36 39 7F 80 14 1E
            62: 12 FC""";
    static final String DDR3L =
            """
            0: 92 13 0B 03 04 21 02 09 03 11 01 08 0A 00 FE 00 69 78 69 30 69 11 18 81 20 08 3C 3C 00 F0 83 01
            60: 0F 11 05
            117: 80 01 00 14 23 01 02 03 04 5D 92""";
    static final String DDR4 =
            """
            0: 23 12 0C 02 85 21 00 08 00 60 00 03 09 03
            18: 05 0D F8 FF 02 00 6E 6E 6E 11 00 6E F0 0A 20 08 00 05 00 A8 14 28 28 00 78 00 14 3C
            124: E7 00 77 7B 11 11 01 01
            254: DE 27""";
    static final String DDR5 =
            """
            0: 30 10 12 02 04 00 20 62
            20: 65 01 F2 03 72 AD
            30: 80 3E 80 3E 80 3E 00 7D 80 BB 30 75 27 01 A0 00 82
            192: 10
            230: 11 11 00 81 00 22
            510: B3 15""";

    private SpdImages() {}

    /** 512 MiB of two ranks x8, by the rows of DDR's layout. */
    static byte[] ddr() {
        byte[] image = image(
                """
                0: 80 08 07 0D 0A 02 40 00 00 60 00 00 00 08 00 00 00 04 0C
                23: 75 00 00 00 48 30 48 2A 40""",
                256);
        image[63] = (byte) SpdChecksum.sum(Bytes.copyOf(image), 0, 63);
        return image;
    }

    static byte[] ddr2() {
        return image(DDR2, 256);
    }

    static byte[] ddr3l() {
        return image(DDR3L, 256);
    }

    static byte[] ddr4() {
        return image(DDR4, 512);
    }

    static byte[] ddr5() {
        return image(DDR5, 1024);
    }

    static byte[] image(String listing, int size) {
        byte[] image = new byte[size];
        listing.lines().forEach(line -> {
            String[] parts = line.strip().split(":");
            byte[] bytes = HexFormat.of().parseHex(parts[1].replace(" ", ""));
            System.arraycopy(bytes, 0, image, Integer.parseInt(parts[0]), bytes.length);
        });
        return image;
    }

    static SpdReading decode(byte[] image) {
        return SpdDecoder.decode(Bytes.copyOf(image)).orElseThrow();
    }

    /** A copy with one byte set. */
    static byte[] with(byte[] image, int offset, int value) {
        byte[] copy = Arrays.copyOf(image, image.length);
        copy[offset] = (byte) value;
        return copy;
    }
}
