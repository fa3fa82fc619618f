package zephyrridge.core.reading.spd;

import java.util.List;
import java.util.Map;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.reading.Bytes;
import zephyrridge.core.table.CsvTable;

/** The published layout of each generation's image, from the tables beside this class. */
record SpdLayout(MemoryGeneration generation, int deviceType, int imageSize, List<SpdRow> rows) {
    private static final Map<Integer, SpdLayout> BY_TYPE = Map.of(
            0x07,
            read(MemoryGeneration.DDR, 0x07, 256, "ddr.csv"),
            0x08,
            read(MemoryGeneration.DDR2, 0x08, 256, "ddr2.csv"),
            0x0B,
            read(MemoryGeneration.DDR3, 0x0B, 256, "ddr3.csv"),
            0x0C,
            read(MemoryGeneration.DDR4, 0x0C, 512, "ddr4.csv"),
            0x12,
            read(MemoryGeneration.DDR5, 0x12, 1024, "ddr5.csv"));

    private static SpdLayout read(MemoryGeneration generation, int type, int size, String table) {
        return new SpdLayout(
                generation,
                type,
                size,
                CsvTable.read(SpdLayout.class, table, 6).stream()
                        .map(SpdRow::parse)
                        .toList());
    }

    /** The layout for byte 2 of an image, or null for a type that is not decoded. */
    static SpdLayout ofDeviceType(int type) {
        return BY_TYPE.get(type);
    }

    SpdTimebase timebase(Bytes image) {
        return switch (generation) {
            case DDR3 -> SpdTimebase.ofDdr3(image);
            case DDR4 -> SpdTimebase.DDR4;
            default -> SpdTimebase.NONE;
        };
    }
}
