package zephyrridge.core.unit;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.quantity.Money;

/**
 * Like modules of a layout that somebody typed, in one line as a shop would order them.
 *
 * @param keys of the modules
 */
public record TypedLine(List<String> keys, JobModule module, Whence whence) {
    public TypedLine {
        keys = List.copyOf(keys);
    }

    /** Of the layout on the table. */
    public static List<TypedLine> of(Unit unit) {
        return of(unit, unit.onTheTable());
    }

    /** Of a layout, what was not in the machine already; in the order of positions. */
    public static List<TypedLine> of(Unit unit, Alternative layout) {
        List<TypedLine> lines = new ArrayList<>();
        for (String key : layout.planned().values()) {
            JobModule m = unit.modules().get(key);
            if (m == null || m.whence().isEmpty() || unit.asFound().containsValue(key)) {
                continue;
            }
            Whence whence = m.whence().get();
            int same = 0;
            while (same < lines.size()
                    && !(lines.get(same).whence.equals(whence)
                            && lines.get(same).module.answersTo(m.labelLine()))) {
                same++;
            }
            if (same == lines.size()) {
                lines.add(new TypedLine(List.of(key), m, whence));
            } else {
                List<String> keys = new ArrayList<>(lines.get(same).keys);
                keys.add(key);
                lines.set(same, new TypedLine(keys, lines.get(same).module, whence));
            }
        }
        return List.copyOf(lines);
    }

    public int pieces() {
        return keys.size();
    }

    /** Empty while its price is open; nothing where nothing is paid. */
    public Optional<Money> whole() {
        return whence.isBought() ? whence.price().map(p -> p.times(pieces())) : Optional.of(Money.ZERO);
    }
}
