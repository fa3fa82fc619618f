package zephyrridge.core.plan;

import java.util.List;
import zephyrridge.core.quantity.Money;

/** What layouts cost: expected, asked of the owner, and within the budget. */
final class Paying {
    private static final int TEST_MINUTES = 12;
    private static final int UNTESTED_PERCENT = 5;
    /** To open and start again, however near the socket lies. */
    private static final int LEAST_AGAIN_MINUTES = 5;

    private final PlanTask task;

    Paying(PlanTask task) {
        this.task = task;
    }

    /** What an untested piece adds: the cheaper of its test and of the risk to open twice for it (R-8.2; common practice, no source). */
    long doubt(long labour) {
        long again = Math.max(labour, task.terms().labour(LEAST_AGAIN_MINUTES).minor());
        return Math.min(task.terms().labour(TEST_MINUTES).minor(), again * UNTESTED_PERCENT / 100);
    }

    /** Purchases, labour, and with the chance of a refusal what is lost and a second opening; less what comes out; rounded half up. */
    static long expectedCost(long money, long loss, long labour, long pulled, int permille) {
        return money + labour + Math.floorDiv((1000 - permille) * (loss + labour) + 500, 1000) - pulled;
    }

    boolean withinBudget(Sourcing.Supply[] supplies, int minutes) {
        if (task.target().budget().isEmpty()) {
            return true;
        }
        long money = 0;
        for (Sourcing.Supply s : supplies) {
            money += s.money();
        }
        return quote(money, minutes).compareTo(task.target().budget().get()) <= 0;
    }

    Money quote(long money, int minutes) {
        Money net = Money.ofMinor(money)
                .plus(minutes == 0 ? Money.ZERO : task.terms().labourQuoted(minutes));
        return net.plus(net.share(task.terms().taxPermille(), 1000));
    }

    /** Where the cheapest in the long run is too dear today: the cheapest of all ways that are not. */
    boolean cheaper(List<List<Sourcing.Supply>> ways, int q, int minutes, Sourcing.Supply[] best) {
        Sourcing.Supply[] now = new Sourcing.Supply[best.length];
        long[] least = {Long.MAX_VALUE};
        walk(ways, 0, now, q, minutes, best, least);
        return least[0] < Long.MAX_VALUE;
    }

    private void walk(
            List<List<Sourcing.Supply>> ways,
            int i,
            Sourcing.Supply[] now,
            int q,
            int minutes,
            Sourcing.Supply[] best,
            long[] least) {
        if (i == now.length) {
            long worth = 0;
            for (Sourcing.Supply s : now) {
                worth += 1000 * s.money() + q * s.loss();
            }
            if (worth < least[0] && withinBudget(now, minutes)) {
                least[0] = worth;
                System.arraycopy(now, 0, best, 0, now.length);
            }
            return;
        }
        for (Sourcing.Supply s : ways.get(i)) {
            now[i] = s;
            walk(ways, i + 1, now, q, minutes, best, least);
        }
    }
}
