package zephyrridge.core.machine;

import java.util.List;
import java.util.OptionalInt;
import zephyrridge.core.machine.SlotModel.State;

/** The joint posterior over all cases of all groups, with the question each case answers: free sockets per place, soldered size. */
final class SlotJoint {
    /** Cells of question x outcome up to which a look is valued exactly; beyond, the eye is taken as never wrong. */
    private static final int MOST_CELLS = 200_000;

    /** P(outcome | truth) at one position. */
    interface Channel {
        double of(State outcome, State truth);
    }

    private final List<SlotGroup> groups;
    private final double[] joint;
    /** Number of the question's answer, by case. */
    private final int[] answer;

    private int answers;

    SlotJoint(List<SlotGroup> groups, OptionalInt deviceCount) {
        this.groups = groups;
        int all = 1;
        for (SlotGroup g : groups) {
            all *= g.size();
        }
        joint = new double[all];
        answer = new int[all];
        LongNumbers numbers = new LongNumbers(all);
        List<String> places = groups.stream().map(SlotGroup::place).distinct().toList();
        double sum = 0;
        for (int c = 0; c < all; c++) {
            double p = 1;
            int present = 0;
            int soldered = 0;
            long question = 0;
            int rest = c;
            for (SlotGroup g : groups) {
                int which = rest % g.size();
                rest /= g.size();
                p *= g.weight(which);
                int banks = g.count(which, State.SOLDERED);
                soldered += banks;
                present += g.members().size() - g.count(which, State.ABSENT);
                // At most eight free sockets at a place are four bits each; the soldered size stands above eight
                // places.
                question += (long) g.count(which, State.EMPTY) << 4 * places.indexOf(g.place());
                question += banks * g.mebibytes() << 32;
            }
            joint[c] = p * (deviceCount.isPresent() ? SlotModel.count(deviceCount.getAsInt(), present, soldered) : 1);
            sum += joint[c];
            answer[c] = numbers.of(question);
        }
        answers = numbers.size();
        for (int c = 0; c < all; c++) {
            joint[c] /= sum;
        }
    }

    double[] marginal(int group) {
        double[] p = new double[State.values().length];
        int step = step(group);
        SlotGroup g = groups.get(group);
        for (int c = 0; c < joint.length; c++) {
            int which = c / step % g.size();
            for (State s : State.values()) {
                p[s.ordinal()] += joint[c] * g.count(which, s) / g.members().size();
            }
        }
        return p;
    }

    double entropy() {
        double[] p = new double[answers];
        for (int c = 0; c < joint.length; c++) {
            p[answer[c]] += joint[c];
        }
        return entropy(p);
    }

    /** Mutual information of the question and what is learned of some groups: H(Q) + H(O) - H(Q, O), in bits. */
    double value(int[] there, Channel channel) {
        int outcomes = 1;
        for (int g : there) {
            outcomes *= groups.get(g).size();
        }
        if (there.length == 0) {
            return 0;
        }
        boolean exact = (long) answers * outcomes <= MOST_CELLS;
        return exact ? exact(there, outcomes, channel) : neverWrong(there, outcomes);
    }

    private double exact(int[] there, int outcomes, Channel channel) {
        double[] cells = new double[answers * outcomes];
        for (int c = 0; c < joint.length; c++) {
            cells[answer[c] * outcomes + seen(c, there)] += joint[c];
        }
        double answersOnly = entropy();
        int below = 1;
        for (int g : there) {
            cells = through(groups.get(g).through(channel), cells, below);
            below *= groups.get(g).size();
        }
        double[] learned = new double[outcomes];
        for (int i = 0; i < cells.length; i++) {
            learned[i % outcomes] += cells[i];
        }
        return Math.max(0, answersOnly + entropy(learned) - entropy(cells));
    }

    private double neverWrong(int[] there, int outcomes) {
        double[] learned = new double[outcomes];
        double[] both = new double[joint.length];
        LongNumbers pairs = new LongNumbers(joint.length);
        for (int c = 0; c < joint.length; c++) {
            int seen = seen(c, there);
            learned[seen] += joint[c];
            both[pairs.of((long) answer[c] << 32 | seen)] += joint[c];
        }
        return Math.max(0, entropy() + entropy(learned) - entropy(both));
    }

    private static double[] through(double[][] matrix, double[] cells, int below) {
        double[] looked = new double[cells.length];
        int size = matrix.length;
        for (int i = 0; i < cells.length; i++) {
            if (cells[i] > 0) {
                int truth = i / below % size;
                int base = i - truth * below;
                double[] row = matrix[truth];
                for (int o = 0; o < size; o++) {
                    looked[base + o * below] += cells[i] * row[o];
                }
            }
        }
        return looked;
    }

    /** The case of these groups alone, as one number. */
    private int seen(int c, int[] there) {
        int number = 0;
        int scale = 1;
        for (int g : there) {
            number += c / step(g) % groups.get(g).size() * scale;
            scale *= groups.get(g).size();
        }
        return number;
    }

    private int step(int group) {
        int step = 1;
        for (int g = 0; g < group; g++) {
            step *= groups.get(g).size();
        }
        return step;
    }

    private static double entropy(double[] p) {
        double h = 0;
        for (double x : p) {
            h += x <= 0 ? 0 : -x * Math.log(x);
        }
        return h / Math.log(2);
    }

    /** Numbers 0, 1, 2 ... for long keys in the order they first come; open addressing, no boxing. */
    private static final class LongNumbers {
        private final long[] keys;
        private final int[] numbers;
        private int size;

        LongNumbers(int most) {
            int capacity = Integer.highestOneBit(Math.max(8, most)) * 4;
            keys = new long[capacity];
            numbers = new int[capacity];
        }

        int of(long key) {
            int at = (int) ((key * 0x9E3779B97F4A7C15L) >>> 40) & keys.length - 1;
            while (numbers[at] != 0 && keys[at] != key) {
                at = at + 1 & keys.length - 1;
            }
            if (numbers[at] == 0) {
                keys[at] = key;
                numbers[at] = ++size;
            }
            return numbers[at] - 1;
        }

        int size() {
            return size;
        }
    }
}
