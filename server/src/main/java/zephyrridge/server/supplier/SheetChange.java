package zephyrridge.server.supplier;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What another sheet would change, line by line of like wording and pack.
 *
 * @param kept at the same price; {@code gone} of the sheet that counts
 */
public record SheetChange(int fresh, int kept, int dearer, int cheaper, int gone) {
    static SheetChange of(List<SupplierStore.Line> before, List<SupplierStore.Line> after) {
        Map<List<Object>, List<Long>> was = prices(before);
        int fresh = 0;
        int kept = 0;
        int dearer = 0;
        int cheaper = 0;
        for (Map.Entry<List<Object>, List<Long>> e : prices(after).entrySet()) {
            // The cheapest of a wording against the cheapest, and so on; what is over on either side is new, or gone.
            List<Long> is = e.getValue();
            List<Long> old = was.getOrDefault(e.getKey(), List.of());
            for (int i = 0; i < is.size(); i++) {
                int by = i < old.size() ? Long.compare(is.get(i), old.get(i)) : 0;
                fresh += i < old.size() ? 0 : 1;
                kept += i < old.size() && by == 0 ? 1 : 0;
                dearer += by > 0 ? 1 : 0;
                cheaper += by < 0 ? 1 : 0;
            }
        }
        return new SheetChange(fresh, kept, dearer, cheaper, before.size() - kept - dearer - cheaper);
    }

    /** The prices of each wording and pack, the least first. */
    private static Map<List<Object>, List<Long>> prices(List<SupplierStore.Line> lines) {
        Map<List<Object>, List<Long>> by = new HashMap<>();
        lines.stream()
                .sorted(Comparator.comparingLong(SupplierStore.Line::priceMinor))
                .forEach(l -> by.computeIfAbsent(List.of(l.wording(), l.pieces()), k -> new ArrayList<>())
                        .add(l.priceMinor()));
        return by;
    }
}
