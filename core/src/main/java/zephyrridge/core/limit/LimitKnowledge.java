package zephyrridge.core.limit;

import java.util.List;
import zephyrridge.core.machine.LimitClaim;

/**
 * What the shop knows of a model's limits beside its record.
 *
 * @param claims entered after the record was made; {@code trials} on this bench, of its board family, and reported
 */
public record LimitKnowledge(List<LimitClaim> claims, List<Trial> trials) {
    public static final LimitKnowledge NONE = new LimitKnowledge(List.of(), List.of());

    public LimitKnowledge {
        claims = List.copyOf(claims);
        trials = List.copyOf(trials);
    }
}
