package zephyrridge.core.machine;

import java.util.List;
import java.util.OptionalInt;

/** The joint posterior over all cases of all groups, with the question each case answers: free sockets per place, soldered size. */
final class SlotJoint {
    /** Cells of question x outcome up to which a look is valued exactly; beyond, the eye is taken as never wrong. */
    private static final int MOST_DEVICES = 16;

    private static final int MOST_CELLS = 200_000;

    private final List<SlotGroup> groups;
    /** Distance between two cases of a group in the numbering of all cases. */
    private final int[] steps;

    private final double[] joint;
    /** Number of the question's answer, by case. */
    private final int[] answer;

    private final int answers;
    private final double entropy;

    SlotJoint(List<SlotGroup> groups, OptionalInt deviceCount, OptionalInt usedCount) {
        this.groups = groups;
        this.steps = new int[groups.size()];
        List<String> places = groups.stream().map(SlotGroup::place).distinct().toList();
        // Built up group by group, so that each case costs one step and not one per group.
        double[] weights = {1};
        int[] devices = {0};
        long[] questions = {0};
        for (int i = 0; i < groups.size(); i++) {
            SlotGroup g = groups.get(i);
            int below = weights.length;
            steps[i] = below;
            double[] nextWeights = new double[below * g.size()];
            int[] nextDevices = new int[nextWeights.length];
            long[] nextQuestions = new long[nextWeights.length];
            // At most eight free sockets at a place are four bits each; the soldered size stands above eight places.
            int shift = 4 * places.indexOf(g.place());
            for (int which = 0; which < g.size(); which++) {
                double weight = g.weight(which);
                int banks = g.count(which, SlotState.SOLDERED);
                int more = g.members().size() - g.count(which, SlotState.ABSENT) << 8
                        | g.count(which, SlotState.FILLED) << 4
                        | banks;
                long question = ((long) g.count(which, SlotState.EMPTY) << shift) + (banks * g.mebibytes() << 32);
                for (int b = 0, c = which * below; b < below; b++, c++) {
                    nextWeights[c] = weights[b] * weight;
                    nextDevices[c] = devices[b] + more;
                    nextQuestions[c] = questions[b] + question;
                }
            }
            weights = nextWeights;
            devices = nextDevices;
            questions = nextQuestions;
        }
        LongNumbers numbers = new LongNumbers();
        answer = new int[weights.length];
        double sum = 0;
        for (int c = 0; c < weights.length; c++) {
            if (deviceCount.isPresent()) {
                weights[c] *= count(deviceCount.getAsInt(), devices[c] >> 8, devices[c] & 15);
            }
            if (usedCount.isPresent()) {
                weights[c] *= used(usedCount.getAsInt(), devices[c] >> 4 & 15, devices[c] & 15);
            }
            sum += weights[c];
            answer[c] = numbers.of(questions[c]);
        }
        for (int c = 0; c < weights.length; c++) {
            weights[c] /= sum;
        }
        joint = weights;
        answers = numbers.size();
        double[] p = new double[answers];
        for (int c = 0; c < joint.length; c++) {
            p[answer[c]] += joint[c];
        }
        entropy = entropy(p);
    }

    double[] marginal(int group) {
        SlotGroup g = groups.get(group);
        double[] cases = new double[g.size()];
        each(group, (which, c) -> cases[which] += joint[c]);
        double[] p = new double[SlotState.values().length];
        for (int which = 0; which < cases.length; which++) {
            for (SlotState s : SlotState.values()) {
                p[s.ordinal()] += cases[which] * g.count(which, s) / g.members().size();
            }
        }
        return p;
    }

    double entropy() {
        return entropy;
    }

    /** Mutual information of the question and what is learned of some groups: H(Q) + H(O) - H(Q, O), in bits. */
    double value(int[] there, SlotGroup.Channel channel) {
        int outcomes = 1;
        for (int g : there) {
            outcomes *= groups.get(g).size();
        }
        if (there.length == 0) {
            return 0;
        }
        if ((long) answers * outcomes <= MOST_CELLS) {
            return exact(there, outcomes, channel);
        }
        // Whoever sees all of it and is never wrong has the answer.
        return there.length == groups.size() ? entropy : neverWrong(there, outcomes);
    }

    private double exact(int[] there, int outcomes, SlotGroup.Channel channel) {
        double[] cells = new double[answers * outcomes];
        if (there.length == 1) {
            double[] alone = cells;
            each(there[0], (which, c) -> alone[answer[c] * outcomes + which] += joint[c]);
        } else {
            for (int c = 0; c < joint.length; c++) {
                cells[answer[c] * outcomes + seen(c, there)] += joint[c];
            }
        }
        int below = 1;
        for (int g : there) {
            cells = through(groups.get(g).through(channel), cells, below);
            below *= groups.get(g).size();
        }
        double[] learned = new double[outcomes];
        for (int i = 0; i < cells.length; i++) {
            learned[i % outcomes] += cells[i];
        }
        return Math.max(0, entropy + entropy(learned) - entropy(cells));
    }

    private double neverWrong(int[] there, int outcomes) {
        double[] learned = new double[outcomes];
        double[] both = new double[joint.length];
        LongNumbers pairs = new LongNumbers();
        for (int c = 0; c < joint.length; c++) {
            int seen = seen(c, there);
            learned[seen] += joint[c];
            both[pairs.of((long) answer[c] << 32 | seen)] += joint[c];
        }
        return Math.max(0, entropy + entropy(learned) - entropy(both));
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

    private interface Visit {
        void at(int which, int c);
    }

    /** Visits all cases with the case of one group in them, without a division for each. */
    private void each(int group, Visit visit) {
        int step = steps[group];
        int size = groups.get(group).size();
        for (int c = 0; c < joint.length; ) {
            for (int which = 0; which < size; which++) {
                for (int end = c + step; c < end; c++) {
                    visit.at(which, c);
                }
            }
        }
    }

    /** The case of these groups alone, as one number. */
    private int seen(int c, int[] there) {
        int number = 0;
        int scale = 1;
        for (int g : there) {
            number += c / steps[g] % groups.get(g).size() * scale;
            scale *= groups.get(g).size();
        }
        return number;
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
        private long[] keys = new long[64];
        private int[] numbers = new int[64];
        private int size;

        int of(long key) {
            int at = at(key);
            if (numbers[at] == 0) {
                if (2 * size >= keys.length) {
                    grow();
                    at = at(key);
                }
                keys[at] = key;
                numbers[at] = ++size;
            }
            return numbers[at] - 1;
        }

        private int at(long key) {
            int at = (int) ((key * 0x9E3779B97F4A7C15L) >>> 40) & keys.length - 1;
            while (numbers[at] != 0 && keys[at] != key) {
                at = at + 1 & keys.length - 1;
            }
            return at;
        }

        private void grow() {
            long[] oldKeys = keys;
            int[] oldNumbers = numbers;
            keys = new long[2 * oldKeys.length];
            numbers = new int[keys.length];
            for (int i = 0; i < oldKeys.length; i++) {
                if (oldNumbers[i] != 0) {
                    int at = at(oldKeys[i]);
                    keys[at] = oldKeys[i];
                    numbers[at] = oldNumbers[i];
                }
            }
        }

        int size() {
            return size;
        }
    }

    /** Right .80, some reference design's number .15, each soldered bank listed twice .05. */
    static double count(int said, int present, int soldered) {
        return (said == present ? 0.80 : 0) + 0.15 / MOST_DEVICES + (said == present + soldered ? 0.05 : 0);
    }

    /** A filled device is seen as one, a soldered bank too; twice where it is listed per channel. */
    static double used(int said, int filled, int soldered) {
        return (said == filled + soldered ? 0.93 : 0)
                + 0.02 / MOST_DEVICES
                + (said == filled + 2 * soldered ? 0.05 : 0);
    }
}
