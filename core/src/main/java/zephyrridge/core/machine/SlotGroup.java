package zephyrridge.core.machine;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Positions of which the same is known: only how many of them are in each state matters. */
final class SlotGroup {
    private static final SlotState[] ALL = SlotState.values();
    private static final int STATES = ALL.length;

    /** P(outcome | truth) at one position. */
    interface Channel {
        double of(SlotState outcome, SlotState truth);
    }

    private final List<Integer> members;
    private final String place;
    private final long mebibytes;
    private final int[][] cases;
    private final double[] weights;

    /** @param alone likelihood of each state for one of them */
    SlotGroup(List<Integer> members, String place, double[] alone, long mebibytes) {
        this.members = List.copyOf(members);
        this.place = place;
        this.mebibytes = mebibytes;
        this.cases = cases(members.size());
        this.weights = new double[cases.length];
        for (int c = 0; c < cases.length; c++) {
            weights[c] = ways(cases[c]);
            for (int s = 0; s < STATES; s++) {
                weights[c] *= Math.pow(alone[s], cases[c][s]);
            }
        }
    }

    List<Integer> members() {
        return members;
    }

    String place() {
        return place;
    }

    long mebibytes() {
        return mebibytes;
    }

    int size() {
        return cases.length;
    }

    /** How many of them are in this state in a case. */
    int count(int which, SlotState state) {
        return cases[which][state.ordinal()];
    }

    double weight(int which) {
        return weights[which];
    }

    /** P(case seen | case that is), when each of them is seen by itself through the channel. */
    double[][] through(Channel channel) {
        Map<List<Integer>, Integer> index = new HashMap<>();
        for (int c = 0; c < cases.length; c++) {
            index.put(list(cases[c]), c);
        }
        double[][] matrix = new double[cases.length][];
        for (int truth = 0; truth < cases.length; truth++) {
            Map<List<Integer>, Double> sofar = new HashMap<>(Map.of(list(new int[STATES]), 1.0));
            for (int s = 0; s < STATES; s++) {
                for (int k = 0; k < cases[truth][s]; k++) {
                    Map<List<Integer>, Double> next = new HashMap<>();
                    for (Map.Entry<List<Integer>, Double> e : sofar.entrySet()) {
                        for (SlotState o : ALL) {
                            double p = channel.of(o, ALL[s]);
                            if (p > 0) {
                                List<Integer> more = new ArrayList<>(e.getKey());
                                more.set(o.ordinal(), more.get(o.ordinal()) + 1);
                                next.merge(more, e.getValue() * p, Double::sum);
                            }
                        }
                    }
                    sofar = next;
                }
            }
            matrix[truth] = new double[cases.length];
            for (Map.Entry<List<Integer>, Double> e : sofar.entrySet()) {
                matrix[truth][index.get(e.getKey())] = e.getValue();
            }
        }
        return matrix;
    }

    private static List<Integer> list(int[] counts) {
        return List.of(counts[0], counts[1], counts[2], counts[3]);
    }

    private static int[][] cases(int n) {
        List<int[]> all = new ArrayList<>();
        for (int a = 0; a <= n; a++) {
            for (int e = 0; a + e <= n; e++) {
                for (int f = 0; a + e + f <= n; f++) {
                    all.add(new int[] {a, e, f, n - a - e - f});
                }
            }
        }
        return all.toArray(int[][]::new);
    }

    /** n! / (a! e! f! s!) */
    private static double ways(int[] counts) {
        double ways = 1;
        int n = 0;
        for (int count : counts) {
            for (int k = 1; k <= count; k++) {
                ways = ways * ++n / k;
            }
        }
        return ways;
    }
}
