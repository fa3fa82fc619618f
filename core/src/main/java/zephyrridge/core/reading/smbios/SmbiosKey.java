package zephyrridge.core.reading.smbios;

import zephyrridge.core.table.CodeTables;

/** A field of an SMBIOS structure: structure type, offset and size in bytes, and how it is read. From memory of DSP0134. */
public enum SmbiosKey {
    BIOS_VENDOR(0, 0x04, 1, "vendor", Form.STRING),
    BIOS_VERSION(0, 0x05, 1, "firmware version", Form.STRING),
    BIOS_DATE(0, 0x08, 1, "release date", Form.STRING),
    BIOS_ROM_SIZE(0, 0x09, 1, "ROM size code", Form.NUMBER),
    BIOS_CHARACTERISTICS(0, 0x0A, 8, "characteristics", Form.HEX),
    BIOS_EXTENSION_1(0, 0x12, 1, "extension byte 1", Form.HEX),
    BIOS_EXTENSION_2(0, 0x13, 1, "extension byte 2", Form.HEX),
    BIOS_MAJOR(0, 0x14, 1, "firmware major release", Form.NUMBER),
    BIOS_MINOR(0, 0x15, 1, "firmware minor release", Form.NUMBER),
    EC_MAJOR(0, 0x16, 1, "embedded controller major release", Form.NUMBER),
    EC_MINOR(0, 0x17, 1, "embedded controller minor release", Form.NUMBER),
    BIOS_EXTENDED_ROM(0, 0x18, 2, "extended ROM size", Form.HEX),

    SYSTEM_MAKER(1, 0x04, 1, "manufacturer", Form.STRING),
    SYSTEM_PRODUCT(1, 0x05, 1, "product name", Form.STRING),
    SYSTEM_VERSION(1, 0x06, 1, "version", Form.STRING),
    SYSTEM_SERIAL(1, 0x07, 1, "serial number", Form.STRING),
    SYSTEM_UUID(1, 0x08, 16, "UUID", Form.UUID),
    SYSTEM_WAKE_UP(1, 0x18, 1, "wake-up type", Form.CODE, "wake-up"),
    SYSTEM_SKU(1, 0x19, 1, "SKU number", Form.STRING),
    SYSTEM_FAMILY(1, 0x1A, 1, "family", Form.STRING),

    BOARD_MAKER(2, 0x04, 1, "manufacturer", Form.STRING),
    BOARD_PRODUCT(2, 0x05, 1, "product", Form.STRING),
    BOARD_VERSION(2, 0x06, 1, "version", Form.STRING),
    BOARD_SERIAL(2, 0x07, 1, "serial number", Form.STRING),
    BOARD_ASSET(2, 0x08, 1, "asset tag", Form.STRING),
    BOARD_FEATURES(2, 0x09, 1, "feature flags", Form.HEX),
    BOARD_LOCATION(2, 0x0A, 1, "location in chassis", Form.STRING),
    BOARD_CHASSIS(2, 0x0B, 2, "chassis handle", Form.HEX),
    BOARD_TYPE(2, 0x0D, 1, "board type", Form.CODE, "board-type"),

    ARRAY_LOCATION(16, 0x04, 1, "location", Form.CODE, "array-location"),
    ARRAY_USE(16, 0x05, 1, "use", Form.CODE, "array-use"),
    ARRAY_ECC(16, 0x06, 1, "error correction", Form.CODE, "ecc"),
    ARRAY_MAX(16, 0x07, 4, "maximum capacity", Form.ARRAY_MAX),
    ARRAY_ERROR(16, 0x0B, 2, "error information handle", Form.HEX),
    ARRAY_DEVICES(16, 0x0D, 2, "number of devices", Form.NUMBER),
    ARRAY_EXTENDED_MAX(16, 0x0F, 8, "extended maximum capacity", Form.BYTES),

    DEVICE_ARRAY(17, 0x04, 2, "array handle", Form.HEX),
    DEVICE_ERROR(17, 0x06, 2, "error information handle", Form.HEX),
    DEVICE_TOTAL_WIDTH(17, 0x08, 2, "total width", Form.WIDTH),
    DEVICE_DATA_WIDTH(17, 0x0A, 2, "data width", Form.WIDTH),
    DEVICE_SIZE(17, 0x0C, 2, "size", Form.SIZE),
    DEVICE_FORM_FACTOR(17, 0x0E, 1, "form factor", Form.CODE, "form-factor"),
    DEVICE_SET(17, 0x0F, 1, "device set", Form.NUMBER),
    DEVICE_LOCATOR(17, 0x10, 1, "device locator", Form.STRING),
    DEVICE_BANK(17, 0x11, 1, "bank locator", Form.STRING),
    DEVICE_TYPE(17, 0x12, 1, "memory type", Form.CODE, "memory-type"),
    DEVICE_DETAIL(17, 0x13, 2, "type detail", Form.FLAGS, "type-detail"),
    DEVICE_SPEED(17, 0x15, 2, "speed", Form.RATE),
    DEVICE_MAKER(17, 0x17, 1, "manufacturer", Form.STRING),
    DEVICE_SERIAL(17, 0x18, 1, "serial number", Form.STRING),
    DEVICE_ASSET(17, 0x19, 1, "asset tag", Form.STRING),
    DEVICE_PART(17, 0x1A, 1, "part number", Form.STRING),
    DEVICE_RANK(17, 0x1B, 1, "rank", Form.RANK, "rank"),
    DEVICE_EXTENDED_SIZE(17, 0x1C, 4, "extended size", Form.MEBIBYTES),
    DEVICE_CONFIGURED_SPEED(17, 0x20, 2, "configured memory speed", Form.RATE),
    DEVICE_MIN_VOLTAGE(17, 0x22, 2, "minimum voltage", Form.MILLIVOLTS),
    DEVICE_MAX_VOLTAGE(17, 0x24, 2, "maximum voltage", Form.MILLIVOLTS),
    DEVICE_VOLTAGE(17, 0x26, 2, "configured voltage", Form.MILLIVOLTS),
    DEVICE_TECHNOLOGY(17, 0x28, 1, "memory technology", Form.CODE, "technology"),
    DEVICE_MODES(17, 0x29, 2, "operating modes", Form.HEX),
    DEVICE_FIRMWARE(17, 0x2B, 1, "firmware version", Form.STRING),
    DEVICE_MAKER_ID(17, 0x2C, 2, "module manufacturer, JEP106", Form.JEP106),
    DEVICE_PRODUCT_ID(17, 0x2E, 2, "module product id", Form.HEX),
    DEVICE_CONTROLLER_MAKER_ID(17, 0x30, 2, "controller manufacturer, JEP106", Form.JEP106),
    DEVICE_CONTROLLER_PRODUCT_ID(17, 0x32, 2, "controller product id", Form.HEX),
    DEVICE_NON_VOLATILE(17, 0x34, 8, "non-volatile size", Form.BYTES),
    DEVICE_VOLATILE(17, 0x3C, 8, "volatile size", Form.BYTES),
    DEVICE_CACHE(17, 0x44, 8, "cache size", Form.BYTES),
    DEVICE_LOGICAL(17, 0x4C, 8, "logical size", Form.BYTES),
    DEVICE_EXTENDED_SPEED(17, 0x54, 4, "extended speed", Form.RATE),
    DEVICE_EXTENDED_CONFIGURED_SPEED(17, 0x58, 4, "extended configured speed", Form.RATE),
    DEVICE_PMIC_MAKER(17, 0x5C, 2, "PMIC manufacturer, JEP106", Form.JEP106),
    DEVICE_PMIC_REVISION(17, 0x5E, 2, "PMIC revision", Form.HEX),
    DEVICE_RCD_MAKER(17, 0x60, 2, "RCD manufacturer, JEP106", Form.JEP106),
    DEVICE_RCD_REVISION(17, 0x62, 2, "RCD revision", Form.HEX),

    MAPPED_START(19, 0x04, 4, "start", Form.HEX),
    MAPPED_END(19, 0x08, 4, "end", Form.HEX),
    MAPPED_ARRAY(19, 0x0C, 2, "array handle", Form.HEX),
    MAPPED_PARTITIONS(19, 0x0E, 1, "partition width", Form.NUMBER),
    MAPPED_EXTENDED_START(19, 0x0F, 8, "extended start", Form.HEX),
    MAPPED_EXTENDED_END(19, 0x17, 8, "extended end", Form.HEX),

    DEVICE_MAPPED_START(20, 0x04, 4, "start", Form.HEX),
    DEVICE_MAPPED_END(20, 0x08, 4, "end", Form.HEX),
    DEVICE_MAPPED_DEVICE(20, 0x0C, 2, "device handle", Form.HEX),
    DEVICE_MAPPED_ARRAY(20, 0x0E, 2, "array mapped address handle", Form.HEX),
    DEVICE_MAPPED_ROW(20, 0x10, 1, "partition row position", Form.NUMBER),
    DEVICE_MAPPED_INTERLEAVE(20, 0x11, 1, "interleave position", Form.NUMBER),
    DEVICE_MAPPED_DEPTH(20, 0x12, 1, "interleaved data depth", Form.NUMBER),
    DEVICE_MAPPED_EXTENDED_START(20, 0x13, 8, "extended start", Form.HEX),
    DEVICE_MAPPED_EXTENDED_END(20, 0x1B, 8, "extended end", Form.HEX);

    enum Form {
        NUMBER,
        STRING,
        CODE,
        FLAGS,
        HEX,
        UUID,
        WIDTH,
        SIZE,
        RATE,
        RANK,
        MEBIBYTES,
        MILLIVOLTS,
        JEP106,
        BYTES,
        ARRAY_MAX
    }

    private static final class Codes {
        private static final CodeTables TABLES = new CodeTables(SmbiosKey.class, "codes.csv");
    }

    private final int type;
    private final int offset;
    private final int size;
    private final String term;
    private final Form form;
    private final String[] table;

    SmbiosKey(int type, int offset, int size, String term, Form form) {
        this(type, offset, size, term, form, null);
    }

    SmbiosKey(int type, int offset, int size, String term, Form form, String table) {
        this.type = type;
        this.offset = offset;
        this.size = size;
        this.term = term;
        this.form = form;
        this.table = table == null ? null : Codes.TABLES.table(table);
    }

    public int type() {
        return type;
    }

    /** Within its structure. */
    public int offset() {
        return offset;
    }

    public int size() {
        return size;
    }

    /** The specification's own name. */
    public String term() {
        return term;
    }

    Form form() {
        return form;
    }

    String[] table() {
        return table;
    }
}
