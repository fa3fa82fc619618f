package zephyrridge.core.unit;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * When what the layout on the table wants to have bought is here, and until when it can go back; off the sheets counted from a day,
 * typed as somebody said.
 *
 * @param buys whether anything is sent for it: bought, or in a pack that another machine of the room opens
 * @param here day on which all of it is; empty where nobody said of a part of it
 * @param returnUntil last day on which all of it can go back; empty where a part of it cannot, or nobody said, or nothing is bought
 * @param firstReturn first of the days on which a part of it can no more go back
 */
public record Delivery(
        boolean buys, Optional<LocalDate> here, Optional<LocalDate> returnUntil, Optional<LocalDate> firstReturn) {

    /** @param today on which it is ordered */
    public static Delivery of(Unit unit, LocalDate today) {
        List<Optional<LocalDate>> here = new ArrayList<>();
        List<Optional<LocalDate>> back = new ArrayList<>();
        for (Alternative.Buy b : unit.onTheTable().buys()) {
            here.add(Optional.of(today.plusDays(b.leadDays())));
            back.add(b.returnDays().map(today::plusDays));
        }
        for (TypedLine line : TypedLine.of(unit)) {
            if (line.whence().isSent()) {
                here.add(line.whence().day());
            }
            if (line.whence().isBought()) {
                back.add(line.whence().returnUntil());
            }
        }
        Optional<LocalDate> first = back.stream().flatMap(Optional::stream).min(Comparator.naturalOrder());
        return new Delivery(
                !here.isEmpty(),
                here.stream().allMatch(Optional::isPresent)
                        ? Optional.of(here.stream()
                                .flatMap(Optional::stream)
                                .max(Comparator.naturalOrder())
                                .orElse(today))
                        : Optional.empty(),
                back.stream().allMatch(Optional::isPresent) ? first : Optional.empty(),
                first);
    }
}
