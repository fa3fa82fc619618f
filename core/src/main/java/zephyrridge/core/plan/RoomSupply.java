package zephyrridge.core.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Money;

/** What so many pieces of each article cost a room; what is in its machines already costs nothing. */
final class RoomSupply {
    private static final String OF_THE_ROOM = "room ";

    private final List<Sourcing> sourcing = new ArrayList<>();
    /** By article and number of pieces: one more than it is, 0 where it was not asked for yet. */
    private final long[][] least;

    RoomSupply(RoomTask task, List<ModuleSpec> articles) {
        int most = most(task);
        for (ModuleSpec article : articles) {
            List<DrawerPiece> pieces = new ArrayList<>();
            pool(task).stream().filter(p -> p.spec().equals(article)).forEach(pieces::add);
            task.drawer().stream().filter(p -> p.spec().equals(article)).forEach(pieces::add);
            sourcing.add(of(task, article, pieces, most));
        }
        least = new long[articles.size()][most + 1];
    }

    /** Ways to have pieces of an article. */
    static Sourcing of(RoomTask task, ModuleSpec article, List<DrawerPiece> pieces, int most) {
        int day = task.likes().stream()
                .flatMap(l -> l.task().target().withinDays().stream())
                .min(Integer::compare)
                .orElse(Integer.MAX_VALUE);
        List<Offer> lines =
                task.offers().stream().filter(o -> o.spec().equals(article)).toList();
        return Sourcing.of(pieces, lines, most, day, 0, task.terms());
    }

    /** Pieces that could be asked for at most. */
    static int most(RoomTask task) {
        return task.likes().stream()
                .mapToInt(l -> l.units().size() * l.task().record().positions().size())
                .sum();
    }

    /** All modules that are in the room's machines and can come out. */
    static List<DrawerPiece> pool(RoomTask task) {
        List<DrawerPiece> pool = new ArrayList<>();
        for (RoomTask.Like like : task.likes()) {
            for (String unit : like.units()) {
                for (Map.Entry<String, ModuleSpec> own : like.task().own().entrySet()) {
                    pool.add(new DrawerPiece(OF_THE_ROOM + unit + " " + own.getKey(), own.getValue(), Money.ZERO));
                }
            }
        }
        return pool;
    }

    /** Minor units, {@link Market#CANNOT} where there are not so many. */
    long least(int[] needs) {
        long sum = 0;
        for (int k = 0; k < needs.length; k++) {
            long one = least(k, needs[k]);
            if (one >= Market.CANNOT) {
                return Market.CANNOT;
            }
            sum += one;
        }
        return sum;
    }

    private long least(int article, int pieces) {
        if (pieces == 0) {
            return 0;
        }
        if (pieces >= least[article].length) {
            return Market.CANNOT;
        }
        if (least[article][pieces] == 0) {
            List<Sourcing.Supply> ways = sourcing.get(article).of(pieces);
            least[article][pieces] =
                    ways.isEmpty() ? Market.CANNOT : 1 + ways.get(0).money();
        }
        return least[article][pieces] == Market.CANNOT ? Market.CANNOT : least[article][pieces] - 1;
    }
}
