package zephyrridge.core.plan;

import java.util.List;

/**
 * What is looked for in a room: several machines that are brought to what is wanted together, out of one drawer, one set of sheets and
 * each other's modules.
 *
 * @param likes machines that are alike, each kind once
 * @param drawer {@code offers} what there is for all of them
 * @param alike whether machines that are alike stay so: the same modules in each, as a room is looked after for years
 */
public record RoomTask(List<Like> likes, List<DrawerPiece> drawer, List<Offer> offers, Terms terms, boolean alike) {
    /**
     * Machines of one model with the same modules at the same positions.
     *
     * @param task of one of them; its own drawer and offers do not count
     * @param units names of the machines, unique in the room
     */
    public record Like(PlanTask task, List<String> units) {
        public Like {
            units = List.copyOf(units);
        }
    }

    public RoomTask {
        likes = List.copyOf(likes);
        drawer = List.copyOf(drawer);
        offers = List.copyOf(offers);
    }
}
