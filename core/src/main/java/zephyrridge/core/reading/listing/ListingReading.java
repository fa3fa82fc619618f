package zephyrridge.core.reading.listing;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.quantity.ByteSize;

/**
 * An operating system's listing.
 *
 * @param total all memory as the listing states it, where it does
 * @param skipped parts that were no memory device, or not readable as one, by their path
 */
public record ListingReading(Kind kind, List<ListedModule> modules, Optional<ByteSize> total, List<String> skipped) {
    public enum Kind {
        CIM,
        HARDWARE_LISTER,
        SYSTEM_REPORT
    }

    public ListingReading {
        modules = List.copyOf(modules);
        skipped = List.copyOf(skipped);
    }
}
