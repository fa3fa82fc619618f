package zephyrridge.core.reading.spd;

import java.util.Optional;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.module.ModuleSpec;

/**
 * What an SPD image is written from.
 *
 * @param partNumber ASCII; what is longer than the image's field is cut
 * @param serial 4 bytes, the highest first as it is printed
 * @param year 2000 to 2099; 0 with {@code week} 0 for no date
 * @param week 1 to 53
 */
public record SpdContents(
        ModuleSpec spec,
        Optional<Jep106> maker,
        Optional<Jep106> dramMaker,
        String partNumber,
        int serial,
        int year,
        int week) {
    public SpdContents {
        boolean none = year == 0 && week == 0;
        if (!none && (year < 2000 || year > 2099 || week < 1 || week > 53)) {
            throw new IllegalArgumentException("year 2000..2099 and week 1..53 expected: " + year + ", " + week);
        }
    }
}
