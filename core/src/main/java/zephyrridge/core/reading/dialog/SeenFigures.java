package zephyrridge.core.reading.dialog;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import zephyrridge.core.module.Rates;

/** What figures of memory can be, and how recognisers spell their units. */
final class SeenFigures {
    static final Pattern NUMBER = Pattern.compile("\\d{3,5}");
    static final int GIB = 30;

    /** In GiB: what one device holds. */
    static final List<Integer> SIZES = List.of(1, 2, 3, 4, 6, 8, 12, 16, 24, 32, 48, 64, 96, 128, 256);
    /** In GiB: what is fitted in all: two devices, or up to {@value #MOST_ALIKE} alike. */
    private static final Set<Long> TOTALS = totals();

    private static final int MOST_ALIKE = 32;
    private static final int LEAST_ALIKE = 4;

    private static final Pattern UNIT = Pattern.compile("(\\d) ?(?:[G6C¢][B8]|G[Oo0a]|GE)(?![\\p{L}\\p{N}])");
    private static final Pattern MEGA = Pattern.compile("(\\d) ?[Mm](?:[B8]|[o0])(?![\\p{L}\\p{N}/])");

    private SeenFigures() {}

    static String units(String text) {
        return MEGA.matcher(UNIT.matcher(text).replaceAll("$1 GB")).replaceAll("$1 MB");
    }

    private static Set<Long> totals() {
        Set<Long> all = new HashSet<>();
        for (int one : SIZES) {
            SIZES.forEach(other -> all.add((long) one + other));
            // More than two small ones are nowhere.
            for (long n = 1; one >= LEAST_ALIKE && n <= MOST_ALIKE; n++) {
                all.add(n * one);
            }
        }
        return all;
    }

    /** Whether some modules have this size together, as windows print it; less than one is not judged. */
    static boolean fitted(Printed size) {
        double gib = (double) size.size().bytes() / (1L << GIB);
        return gib < 1 || Math.abs(gib - Math.rint(gib)) < 0.01 && TOTALS.contains(Math.round(gib));
    }

    /** As systems print them: the names, and the exact figures rounded. */
    static Set<Integer> rates() {
        Set<Integer> all = new TreeSet<>();
        Rates.all().forEach(r -> {
            all.add(r.rate().name());
            all.add((int) Math.round(r.rate().thirds() / 3.0));
        });
        return all;
    }
}
