package zephyrridge.core.fault;

import java.util.List;

/**
 * What a test may show, and what leads then.
 *
 * @param what GOOD, ERRORS, or SILENT for all that fails otherwise; {@code probability} of it
 * @param leads what would be the likeliest to do, {@code share} its chance then
 */
public record Foretold(Seen.What what, double probability, List<Remedy> leads, double share) {}
