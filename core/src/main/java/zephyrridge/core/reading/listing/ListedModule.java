package zephyrridge.core.reading.listing;

import java.util.Optional;
import zephyrridge.core.quantity.ByteSize;

/**
 * One memory device as a listing prints it. All of it is an echo of the firmware's table.
 *
 * @param locator as printed; "" when not said
 * @param size zero for an empty socket, empty when not said
 * @param memoryType the firmware's code (26 for DDR4), 0 when not said
 * @param formFactor the firmware's code (13 for SO-DIMM), 0 when not said
 * @param speed MT/s as printed, 0 when not said; {@code configured} likewise
 * @param ranks package ranks, 0 when not said
 * @param hasPartField whether the listing prints a part number here, maybe an empty one
 * @param path where in the listing it stands: "[1]" or "children[0].children[2]"
 */
public record ListedModule(
        String path,
        String locator,
        String bank,
        Optional<ByteSize> size,
        int memoryType,
        int formFactor,
        int speed,
        int configured,
        int totalWidth,
        int dataWidth,
        int ranks,
        String maker,
        String part,
        String serial,
        boolean hasPartField) {}
