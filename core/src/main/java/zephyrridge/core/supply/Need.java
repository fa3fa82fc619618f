package zephyrridge.core.supply;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.unit.Alternative;
import zephyrridge.core.unit.TypedLine;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Whence;

/**
 * What the layout that was decided on needs to have sent.
 *
 * @param packs how many, 1 or more
 * @param price of one pack; empty where nobody said, or not the same for all of them
 * @param leadDays days from the order until it is here, of what stands on a sheet
 * @param day on which it is here, as somebody said, of what was typed
 * @param returnDays days from the order within which it can go back; {@code returnUntil} the last day, of what was typed; both empty: it
 *     cannot, or nobody said
 */
public record Need(
        Thing thing,
        int packs,
        Optional<Money> price,
        Optional<Integer> leadDays,
        Optional<LocalDate> day,
        Optional<Integer> returnDays,
        Optional<LocalDate> returnUntil) {

    /** Of a job's machine, by thing; nothing until its layout is decided on. */
    public static List<Need> of(Unit unit) {
        if (!unit.isChosen()) {
            return List.of();
        }
        Map<Thing, Need> needs = new TreeMap<>();
        for (Alternative.Buy b : unit.onTheTable().buys()) {
            add(
                    needs,
                    new Need(
                            new Thing(b.supplier(), b.wording(), b.pieces()),
                            b.packs(),
                            Optional.of(b.price()),
                            Optional.of(b.leadDays()),
                            Optional.empty(),
                            b.returnDays(),
                            Optional.empty()));
        }
        for (TypedLine line : TypedLine.of(unit)) {
            Whence whence = line.whence();
            // Of a module of which nobody said anything it is not known that it has to be sent at all.
            if (whence.isBought() && !whence.equals(Whence.NOT_SAID)) {
                add(
                        needs,
                        new Need(
                                new Thing(whence.supplier(), line.module().labelLine(), 1),
                                line.pieces(),
                                whence.price(),
                                Optional.empty(),
                                whence.day(),
                                Optional.empty(),
                                whence.returnUntil()));
            }
        }
        return new ArrayList<>(needs.values());
    }

    private static void add(Map<Thing, Need> needs, Need next) {
        needs.merge(next.thing, next, Need::and);
    }

    /** Two lines of the same thing: what they do not agree on, nobody said. */
    private Need and(Need other) {
        return new Need(
                thing,
                packs + other.packs,
                price.filter(p -> other.price.filter(p::equals).isPresent()),
                leadDays.filter(d -> other.leadDays.filter(d::equals).isPresent()),
                day.filter(d -> other.day.filter(d::equals).isPresent()),
                returnDays.filter(d -> other.returnDays.filter(d::equals).isPresent()),
                returnUntil.filter(d -> other.returnUntil.filter(d::equals).isPresent()));
    }

    Need only(int some) {
        return new Need(thing, some, price, leadDays, day, returnDays, returnUntil);
    }

    /** Day on which it is here where it is ordered on that one; empty where nobody said, or what was said is over by then. */
    public Optional<LocalDate> due(LocalDate ordered) {
        return leadDays.map(ordered::plusDays).map(Optional::of).orElse(day.filter(d -> !d.isBefore(ordered)));
    }

    /** Last day on which it can go back where it is ordered on that one; empty likewise. */
    public Optional<LocalDate> returnUntil(LocalDate ordered) {
        return returnDays
                .map(ordered::plusDays)
                .map(Optional::of)
                .orElse(returnUntil.filter(d -> !d.isBefore(ordered)));
    }

    /** Of all its packs; empty where the price is open. */
    public Optional<Money> whole() {
        return price.map(p -> p.times(packs));
    }
}
