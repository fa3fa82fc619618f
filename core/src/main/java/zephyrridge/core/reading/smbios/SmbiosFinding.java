package zephyrridge.core.reading.smbios;

import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.FindingCode;

/** What can be wrong or unsure with a firmware table. */
public enum SmbiosFinding implements FindingCode {
    SMBIOS_ENDS_EARLY(At.class),
    SMBIOS_STRUCTURE_TOO_SHORT(Structure.class),
    SMBIOS_ENTRY_CHECKSUM(At.class),
    SMBIOS_ENTRY_ALONE(At.class),
    SMBIOS_CLOCK_FOR_RATE(Rate.class),
    SMBIOS_LOCATOR_TWICE(Locator.class),
    SMBIOS_DEVICE_COUNT(Count.class),
    SMBIOS_MAXIMUM_BELOW_FITTED(Sizes.class),
    SMBIOS_MAPPED_DIFFERS(Sizes.class),
    SMBIOS_STRING_MISSING(Structure.class);

    private final Class<? extends Detail> detailType;

    SmbiosFinding(Class<? extends Detail> detailType) {
        this.detailType = detailType;
    }

    @Override
    public Class<? extends Detail> detailType() {
        return detailType;
    }

    public record At(int offset) implements Detail {}

    public record Structure(int type, int length, int offset) implements Detail {}

    /** Both in MT/s as printed. */
    public record Rate(String locator, int configured, int speed) implements Detail {}

    public record Locator(String locator, int times) implements Detail {}

    public record Count(int stated, int listed) implements Detail {}

    public record Sizes(String stated, String fitted) implements Detail {}
}
