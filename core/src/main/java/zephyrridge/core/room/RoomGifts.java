package zephyrridge.core.room;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import zephyrridge.core.now.Now;
import zephyrridge.core.unit.Alternative;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Whence;

/**
 * What machines of a room give each other. Each layout is decided on, and taken back, in a job of its own: whether what one is to
 * get is still given is looked at afresh, in all of them.
 */
public final class RoomGifts {
    public enum Standing {
        /** The other machine has it in it: that one is opened first. */
        STILL_IN_IT,
        /** It came out of the other machine, or its pack is ordered there. */
        GIVEN,
        /** The other machine keeps it, or orders no such piece any more, or is not of this room: nobody gives it. */
        NOT_GIVEN
    }

    /**
     * A module that a machine gets.
     *
     * @param to job of the machine that gets it, into {@code position}
     * @param fitted whether it is in it already
     */
    public record Gift(
            long to, String position, JobModule module, Whence.Giver giver, Standing standing, boolean fitted) {
        /** Whether the other machine has to be opened before it can be fitted. */
        public boolean waitsForOther() {
            return !fitted && standing == Standing.STILL_IN_IT;
        }

        public boolean isMissing() {
            return !fitted && standing == Standing.NOT_GIVEN;
        }
    }

    private RoomGifts() {}

    /**
     * @param room units by job, all of one room
     * @return what is fitted, then what is to come, each by job and position; of machines that are decided on, and of one that was
     *     handed back only what it got
     */
    public static List<Gift> of(SortedMap<Long, Unit> room) {
        List<Gift> gifts = new ArrayList<>();
        Set<String> taken = new HashSet<>();
        Map<String, Long> pieces = new HashMap<>();
        // What is in one machine already is not there for another that names it too.
        for (boolean fitted : List.of(true, false)) {
            room.forEach((job, unit) -> {
                if (!unit.isChosen() || !fitted && unit.closing().isPresent()) {
                    return;
                }
                Set<String> inIt = Set.copyOf(Now.of(unit).inIt().values());
                unit.onTheTable().planned().forEach((position, key) -> Optional.ofNullable(
                                unit.modules().get(key))
                        .filter(m -> inIt.contains(key) == fitted)
                        .ifPresent(m -> m.whence()
                                .flatMap(Whence::giver)
                                .ifPresent(g -> gifts.add(
                                        new Gift(job, position, m, g, standing(g, m, room, taken, pieces), fitted)))));
            });
        }
        return List.copyOf(gifts);
    }

    /** @param taken modules that others got before, {@code pieces} of packs likewise, less one for each */
    private static Standing standing(
            Whence.Giver giver,
            JobModule module,
            SortedMap<Long, Unit> room,
            Set<String> taken,
            Map<String, Long> pieces) {
        Unit unit = room.get(giver.job());
        if (unit == null || !unit.isChosen()) {
            return Standing.NOT_GIVEN;
        }
        if (giver.offer().isPresent()) {
            String offer = giver.offer().get();
            long left = pieces.merge(giver.job() + " " + offer, -1L, (l, one) -> l + one);
            return left + over(unit, offer) >= 0 ? Standing.GIVEN : Standing.NOT_GIVEN;
        }
        String key = giver.position().map(unit.asFound()::get).orElse("");
        JobModule given = unit.modules().get(key);
        if (given == null
                || !given.spec().equals(module.spec())
                || unit.plannedModules().containsValue(key)
                || !taken.add(giver.job() + " " + key)) {
            return Standing.NOT_GIVEN;
        }
        return Now.of(unit).inIt().containsValue(key) ? Standing.STILL_IN_IT : Standing.GIVEN;
    }

    /** Pieces that a job orders and does not want itself. */
    private static long over(Unit unit, String offer) {
        Alternative layout = unit.onTheTable();
        long ordered = layout.buys().stream()
                .filter(b -> b.offer().equals(offer))
                .mapToLong(b -> (long) b.packs() * b.pieces())
                .sum();
        return ordered
                - layout.planned().values().stream()
                        .map(unit.modules()::get)
                        .filter(m ->
                                m != null && m.offer().filter(offer::equals).isPresent())
                        .count();
    }

    /** Which other machine gets what came in this one, by the key that it has here. */
    public static Map<String, Long> taken(long job, SortedMap<Long, Unit> room) {
        Map<String, Long> by = new HashMap<>();
        Unit unit = room.get(job);
        for (Gift g : of(room)) {
            if (g.giver().job() == job && !g.isMissing()) {
                g.giver().position().map(unit.asFound()::get).ifPresent(key -> by.put(key, g.to()));
            }
        }
        return by;
    }
}
