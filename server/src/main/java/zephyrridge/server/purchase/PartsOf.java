package zephyrridge.server.purchase;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.standing.Waits;
import zephyrridge.core.supply.Supplies;
import zephyrridge.server.job.JobListRow;

/**
 * What a job on a list waits for, with what was ordered for it looked at.
 *
 * @param on day on which the last of what is on the way is to be here; empty where nothing is, or nobody said
 * @param returnUntil first of the last days, from today on, on which something can go back
 */
public record PartsOf(Waits waits, Optional<LocalDate> on, Optional<LocalDate> returnUntil) {
    private static final Set<Waits> NOT_FITTED = Set.of(Waits.PARTS, Waits.OWNER, Waits.OUTSIDE);

    static PartsOf of(JobListRow row, Purchases.Now now, LocalDate today) {
        if (row.waits() == Waits.NOTHING) {
            return new PartsOf(row.waits(), Optional.empty(), row.returnUntil());
        }
        Optional<Supplies.Parts> parts = now.supplies().of(row.id());
        Optional<LocalDate> ofPacks = now.packs().stream()
                .filter(p -> p.state().counts()
                        && now.job(p.id()).filter(j -> j == row.id()).isPresent())
                .flatMap(p -> p.returnUntil().stream())
                .filter(d -> !d.isBefore(today))
                .min(Comparator.naturalOrder());
        return new PartsOf(
                row.waits().on(today, parts),
                parts.flatMap(Supplies.Parts::by),
                // Of what was fitted before orders were noted the day was counted from the one of the decision; what
                // nobody ordered has none.
                ofPacks.or(() -> NOT_FITTED.contains(row.waits()) ? Optional.empty() : row.returnUntil())
                        .filter(d -> !d.isBefore(today)));
    }
}
