package zephyrridge.server.web;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;

/** Times as answers tell them. */
public final class Times {
    private Times() {}

    /** The database keeps UTC without saying so; whoever reads an answer is told. */
    public static Instant utc(LocalDateTime at) {
        return at.toInstant(ZoneOffset.UTC);
    }
}
