package zephyrridge.server.job;

import java.time.LocalDateTime;

/** @param login of who did it; {@code who} their name */
public record EventRow(long version, LocalDateTime at, String login, String who, String type) {}
