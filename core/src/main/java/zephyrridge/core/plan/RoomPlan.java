package zephyrridge.core.plan;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Money;

/**
 * How a whole room is brought to what is wanted.
 *
 * @param units every machine, in the order of the task
 * @param bought packs, each once for the room
 * @param drawn tags of the drawer
 * @param left modules that come out and go into none of them, by machine and position
 * @param purchases price of the packs; {@code drawer} book value of drawer pieces
 * @param quote what the owner pays for all of them, tax included
 */
public record RoomPlan(
        List<UnitPlan> units,
        List<PlanOption.Purchase> bought,
        List<String> drawn,
        List<Left> left,
        Money purchases,
        Money drawer,
        Money quote) {
    public enum From {
        /** In this machine already, stays or moves within it. */
        OWN,
        /** Comes out of another machine of the room. */
        ROOM,
        DRAWER,
        /** Out of a pack that is ordered for this machine. */
        OFFER,
        /** Out of a pack that is ordered for another machine of the room. */
        PACK
    }

    /**
     * @param unit the other machine, where it comes from there
     * @param id the position it was in, the tag, or the offer's id
     */
    public record Piece(From from, Optional<String> unit, String id, ModuleSpec spec) {}

    /**
     * @param pieces what is in each filled socket afterwards; empty where nothing is done to it
     * @param pattern the layout as the planner found it; empty where the machine has what is wanted
     * @param packs ordered for this machine
     */
    public record UnitPlan(
            String unit,
            Optional<PlanOption> pattern,
            SortedMap<String, Piece> pieces,
            List<PlanOption.Purchase> packs) {
        public UnitPlan {
            pieces = Collections.unmodifiableSortedMap(new TreeMap<>(pieces));
            packs = List.copyOf(packs);
        }

        public boolean isTouched() {
            return pattern.isPresent();
        }
    }

    public record Left(String unit, String position, ModuleSpec spec) {}

    public RoomPlan {
        units = List.copyOf(units);
        bought = List.copyOf(bought);
        drawn = List.copyOf(drawn);
        left = List.copyOf(left);
    }
}
