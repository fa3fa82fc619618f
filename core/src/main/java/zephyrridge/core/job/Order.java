package zephyrridge.core.job;

/**
 * What was agreed with the owner; one or several like machines belong to it.
 *
 * @param owner whose it is; {@code wish} what they want, in their words
 */
public record Order(String owner, String wish) {}
