package zephyrridge.core.machine;

/** A memory channel and the processor it belongs to. */
public record Channel(String id, String processor) {}
