package zephyrridge.core.supply;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import zephyrridge.core.unit.TypedLine;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Whence;

/**
 * A job with what its decided layout needs to have sent.
 *
 * @param promised day on which its owner gets it back
 * @param givers other machines of its room that order a pack of which it gets a piece
 * @param waits whether it still waits for what is sent: one that was fitted, or is still without its owner's yes, keeps what it has and is
 *     ordered nothing
 */
public record Ask(long job, Optional<LocalDate> promised, boolean waits, List<Need> needs, Set<Long> givers) {
    public Ask {
        needs = List.copyOf(needs);
        givers = Set.copyOf(givers);
    }

    /** As a machine has it by now. */
    public static Ask of(long job, Optional<LocalDate> promised, boolean waits, Unit unit) {
        return new Ask(
                job,
                promised,
                waits,
                Need.of(unit),
                TypedLine.of(unit).stream()
                        .flatMap(l -> l.whence().giver().stream())
                        .filter(g -> g.offer().isPresent())
                        .map(Whence.Giver::job)
                        .collect(Collectors.toSet()));
    }

    int packs(Thing thing) {
        return needs.stream()
                .filter(n -> n.thing().equals(thing))
                .mapToInt(Need::packs)
                .sum();
    }
}
