package zephyrridge.core.survey;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.IntPredicate;
import zephyrridge.core.machine.Position;

/** Which position of the record each device of a firmware table or listing means. */
final class DevicePlacing {
    /** @param soldered whether the source calls it chips on the board */
    record Device(String locator, boolean soldered, boolean filled) {}

    private DevicePlacing() {}

    /**
     * Locators that spell a position's id or label go there; then what is called soldered to soldered positions; the rest in order,
     * sockets before banks for what is called a module. Locator texts rarely match the silk screen (common practice), so order decides most.
     *
     * @return index of the device by position id, in the record's order; devices beyond the positions are not in it
     */
    static Map<String, Integer> place(List<Device> devices, List<Position> positions) {
        Map<String, Integer> placed = new LinkedHashMap<>();
        Set<Integer> open = new LinkedHashSet<>();
        for (int i = 0; i < devices.size(); i++) {
            open.add(i);
        }
        for (Position p : positions) {
            take(p, open, placed, i -> spells(devices.get(i).locator(), p));
        }
        for (Position p : positions) {
            if (p.isSoldered()) {
                take(p, open, placed, i -> devices.get(i).soldered());
            }
        }
        // One device for each position: in order. Fewer devices than positions leave out the banks last, since a
        // listing may skip them.
        boolean all = open.size() >= positions.size() - placed.size();
        List<Position> order = new ArrayList<>(positions);
        if (!all) {
            order.sort((a, b) -> Boolean.compare(a.isSoldered(), b.isSoldered()));
        }
        for (Position p : order) {
            take(p, open, placed, i -> !devices.get(i).soldered() || p.isSoldered());
        }
        return placed;
    }

    private static void take(Position p, Set<Integer> open, Map<String, Integer> placed, IntPredicate fits) {
        if (placed.containsKey(p.id())) {
            return;
        }
        for (int i : open) {
            if (fits.test(i)) {
                placed.put(p.id(), i);
                open.remove(i);
                return;
            }
        }
    }

    private static boolean spells(String locator, Position p) {
        String plain = plain(locator);
        return !plain.isEmpty() && (plain.equals(plain(p.id())) || plain.equals(plain(p.label())));
    }

    private static String plain(String text) {
        return text.toUpperCase(Locale.ROOT).replaceAll("[^A-Z0-9]", "");
    }
}
