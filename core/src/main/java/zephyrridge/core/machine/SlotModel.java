package zephyrridge.core.machine;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.IntStream;

/**
 * What is really at each candidate position of a machine, by exact posterior over all combinations (at most {@link #MOST} positions
 * at once), and what a look at each place would tell. The likelihoods are common practice, no source (handbook 3.2).
 */
public final class SlotModel {
    public static final int MOST = 8;
    public static final double CONFIRMED = 0.95;
    public static final double CONTRADICTED = 0.05;
    /** A look that tells less than this is not offered. */
    public static final double LEAST_BITS = 0.05;

    private static final State[] STATES = State.values();
    private static final int MOST_DEVICES = 16;
    private static final double EYE = 0.99;
    /** A place of the record is wrong as often as the record's other words. */
    private static final double PLACE_WRONG = 0.05;
    /** How often the manual of this very variant is right about a position. */
    public static final double VARIANT_MANUAL = 0.95;

    private static final double MANUAL_MINUTES = 5;

    public enum State {
        ABSENT,
        EMPTY,
        FILLED,
        SOLDERED
    }

    public enum Form {
        ROW_OF_CHIPS,
        UNKNOWN,
        SOCKETED
    }

    /** How firmware lists a device. */
    public record Entry(Form form, boolean filled, boolean blankPart) {}

    /**
     * A candidate position.
     *
     * @param place what must be off to see it, "" for in view
     * @param recordSays socket (EMPTY or FILLED, either is given) or SOLDERED, as the machine's record has it; ABSENT when the record does not list it
     * @param reliability of the record: a manual of this variant .95, of the series .75
     * @param seen what somebody saw there
     * @param mebibytes size to count when it is soldered
     */
    public record Slot(
            String id,
            String place,
            State recordSays,
            double reliability,
            Optional<Entry> entry,
            Optional<State> seen,
            long mebibytes) {}

    /** @param probabilities by {@link State#ordinal()} */
    public record Verdict(Slot slot, double[] probabilities) {
        public State likeliest() {
            int best = 0;
            for (int i = 1; i < probabilities.length; i++) {
                best = probabilities[i] > probabilities[best] ? i : best;
            }
            return STATES[best];
        }

        public boolean isConfirmed() {
            return probabilities[likeliest().ordinal()] >= CONFIRMED;
        }

        /** Whether what the record says of it is out of the question. */
        public boolean contradictsRecord() {
            return says(probabilities, slot.recordSays) <= CONTRADICTED;
        }

        /** Whether what the firmware's entry says of it is out of the question. */
        public boolean contradictsEntry() {
            if (slot.entry.isEmpty()) {
                return false;
            }
            Entry e = slot.entry.get();
            double p = e.form == Form.ROW_OF_CHIPS
                    ? probabilities[State.SOLDERED.ordinal()]
                    : e.form == Form.SOCKETED
                            ? (e.filled ? probabilities[State.FILLED.ordinal()] : probabilities[State.EMPTY.ordinal()])
                            : 1;
            return p <= CONTRADICTED;
        }

        private static double says(double[] p, State recordSays) {
            return recordSays == State.EMPTY || recordSays == State.FILLED
                    ? p[State.EMPTY.ordinal()] + p[State.FILLED.ordinal()]
                    : p[recordSays.ordinal()];
        }
    }

    /** Opening a place and looking, or looking up the manual of this very variant. */
    public enum LookKind {
        EYE,
        MANUAL
    }

    /**
     * @param place what is opened; "" for the manual
     * @param bits expected drop in entropy of (free sockets per place, soldered size)
     */
    public record Look(LookKind kind, String place, double minutes, double bits) {
        public double bitsPerMinute() {
            return bits / minutes;
        }
    }

    private final List<Slot> slots;
    private final double[] joint;
    /** By combination: free sockets per place and soldered size, as one number. */
    private final long[] questions;

    private SlotModel(List<Slot> slots, double[] joint) {
        this.slots = slots;
        this.joint = joint;
        this.questions = questions(slots, joint.length);
    }

    /**
     * @param deviceCount how many devices the firmware says there are
     * @throws IllegalArgumentException for more than {@link #MOST} slots: servers are asked carrier by carrier
     */
    public static SlotModel of(List<Slot> slots, OptionalInt deviceCount) {
        if (slots.size() > MOST) {
            throw new IllegalArgumentException("at most " + MOST + " positions at once: " + slots.size());
        }
        int combinations = 1 << 2 * slots.size();
        double[][] alone = new double[slots.size()][];
        for (int i = 0; i < slots.size(); i++) {
            alone[i] = likelihoods(slots.get(i));
        }
        double[] joint = new double[combinations];
        double sum = 0;
        for (int c = 0; c < combinations; c++) {
            double p = 1;
            int present = 0;
            int soldered = 0;
            for (int i = 0; i < slots.size(); i++) {
                State s = STATES[c >> 2 * i & 3];
                p *= alone[i][s.ordinal()];
                present += s == State.ABSENT ? 0 : 1;
                soldered += s == State.SOLDERED ? 1 : 0;
            }
            joint[c] = p * (deviceCount.isPresent() ? count(deviceCount.getAsInt(), present, soldered) : 1);
            sum += joint[c];
        }
        for (int c = 0; c < combinations; c++) {
            joint[c] /= sum;
        }
        return new SlotModel(List.copyOf(slots), joint);
    }

    /** Right .80, some reference design's number .15, each soldered bank listed twice .05. */
    private static double count(int said, int present, int soldered) {
        return (said == present ? 0.80 : 0) + 0.15 / MOST_DEVICES + (said == present + soldered ? 0.05 : 0);
    }

    private static double[] likelihoods(Slot slot) {
        double[] p = new double[STATES.length];
        for (State s : STATES) {
            double l = record(slot, s);
            if (slot.entry.isPresent()) {
                l *= entry(slot.entry.get(), s);
            }
            if (slot.seen.isPresent()) {
                l *= seen(slot.seen.get(), s);
            }
            p[s.ordinal()] = l;
        }
        return p;
    }

    /** Socket, soldered and absent share what the record leaves; a socket may be empty or filled. */
    private static double record(Slot slot, State s) {
        boolean socket = s == State.EMPTY || s == State.FILLED;
        boolean saysSocket = slot.recordSays == State.EMPTY || slot.recordSays == State.FILLED;
        boolean agrees = saysSocket ? socket : s == slot.recordSays;
        return (agrees ? slot.reliability : (1 - slot.reliability) / 2) * (socket ? 0.5 : 1);
    }

    private static double entry(Entry e, State s) {
        double form = s == State.SOLDERED
                ? (e.form == Form.ROW_OF_CHIPS ? 0.55 : e.form == Form.UNKNOWN ? 0.15 : 0.30)
                : e.form == Form.SOCKETED ? 0.95 : 0.025;
        boolean full = s == State.FILLED || s == State.SOLDERED;
        double filled = e.filled == full ? 0.98 : 0.02;
        double blank = !e.filled ? 1 : s == State.SOLDERED ? (e.blankPart ? 0.6 : 0.4) : e.blankPart ? 0.03 : 0.97;
        return form * filled * blank;
    }

    private static double seen(State seen, State s) {
        return seen == s ? EYE : (1 - EYE) / (STATES.length - 1);
    }

    public List<Verdict> verdicts() {
        List<Verdict> verdicts = new ArrayList<>();
        for (int i = 0; i < slots.size(); i++) {
            double[] p = new double[STATES.length];
            for (int c = 0; c < joint.length; c++) {
                p[c >> 2 * i & 3] += joint[c];
            }
            verdicts.add(new Verdict(slots.get(i), p));
        }
        return verdicts;
    }

    /** Entropy of (free sockets per place, soldered size), in bits. */
    public double entropy() {
        Map<Long, Double> outcomes = new HashMap<>();
        for (int c = 0; c < joint.length; c++) {
            outcomes.merge(questions[c], joint[c], Double::sum);
        }
        return entropy(outcomes.values());
    }

    /**
     * The looks that tell something, the most bits per minute first; places already in view and not given minutes are not offered,
     * nor is the manual of the variant where the record is as good as that already.
     */
    public List<Look> looks(Map<String, Double> minutesByPlace) {
        List<Look> looks = new ArrayList<>();
        for (String place : slots.stream().map(Slot::place).distinct().toList()) {
            Double minutes = minutesByPlace.get(place);
            if (minutes != null && minutes > 0) {
                int[] there = IntStream.range(0, slots.size())
                        .filter(i -> slots.get(i).place.equals(place)
                                && slots.get(i).seen.isEmpty())
                        .toArray();
                offer(looks, new Look(LookKind.EYE, place, minutes, value(there, SlotModel::toTheEye)));
            }
        }
        int[] unsure = IntStream.range(0, slots.size())
                .filter(i -> slots.get(i).reliability < VARIANT_MANUAL)
                .toArray();
        if (unsure.length > 0) {
            offer(looks, new Look(LookKind.MANUAL, "", MANUAL_MINUTES, value(unsure, SlotModel::inTheManual)));
        }
        looks.sort((a, b) -> Double.compare(b.bitsPerMinute(), a.bitsPerMinute()));
        return looks;
    }

    private static void offer(List<Look> looks, Look look) {
        if (look.bits >= LEAST_BITS) {
            looks.add(look);
        }
    }

    /** P(outcome | truth) at one position. */
    private interface Channel {
        double of(State outcome, State truth);
    }

    /** Mutual information of the question and what is learned of some positions: H(Y) + H(O) - H(Y, O). */
    private double value(int[] there, Channel channel) {
        int outcomes = 1 << 2 * there.length;
        Map<Long, double[]> byQuestion = new HashMap<>();
        for (int c = 0; c < joint.length; c++) {
            if (joint[c] > 1e-12) {
                int at = 0;
                for (int k = 0; k < there.length; k++) {
                    at |= (c >> 2 * there[k] & 3) << 2 * k;
                }
                byQuestion.computeIfAbsent(questions[c], q -> new double[outcomes])[at] += joint[c];
            }
        }
        double[] learned = new double[outcomes];
        double both = 0;
        List<Double> answers = new ArrayList<>();
        for (double[] row : byQuestion.values()) {
            answers.add(Arrays.stream(row).sum());
            double[] looked = row;
            for (int k = 0; k < there.length; k++) {
                looked = through(channel, looked, k);
            }
            for (int o = 0; o < outcomes; o++) {
                learned[o] += looked[o];
                both += term(looked[o]);
            }
        }
        return Math.max(
                0, entropy(answers) + entropy(Arrays.stream(learned).boxed().toList()) - both);
    }

    private static double[] through(Channel channel, double[] states, int slot) {
        double[] looked = new double[states.length];
        int shift = 2 * slot;
        for (int c = 0; c < states.length; c++) {
            if (states[c] == 0) {
                continue;
            }
            State truth = STATES[c >> shift & 3];
            for (State o : STATES) {
                looked[c & ~(3 << shift) | o.ordinal() << shift] += states[c] * channel.of(o, truth);
            }
        }
        return looked;
    }

    /** What is there is seen as it is with .99; where the record's place is wrong nothing is seen there. */
    private static double toTheEye(State outcome, State truth) {
        return truth == State.ABSENT
                ? seen(outcome, truth)
                : (1 - PLACE_WRONG) * seen(outcome, truth) + (outcome == State.ABSENT ? PLACE_WRONG : 0);
    }

    /** A manual says socket (here EMPTY), soldered or absent; whether a socket is filled it cannot know. */
    private static double inTheManual(State outcome, State truth) {
        if (outcome == State.FILLED) {
            return 0;
        }
        State right = truth == State.FILLED ? State.EMPTY : truth;
        return outcome == right ? VARIANT_MANUAL : (1 - VARIANT_MANUAL) / 2;
    }

    /** At most eight free sockets at a place are a digit of base nine each; the soldered size stands above them. */
    private static long[] questions(List<Slot> slots, int combinations) {
        List<String> places = slots.stream().map(Slot::place).distinct().toList();
        long[] digit = new long[slots.size()];
        long above = 1;
        for (String place : places) {
            for (int i = 0; i < digit.length; i++) {
                digit[i] = slots.get(i).place.equals(place) ? above : digit[i];
            }
            above *= MOST + 1;
        }
        long[] questions = new long[combinations];
        for (int c = 0; c < combinations; c++) {
            for (int i = 0; i < digit.length; i++) {
                State s = STATES[c >> 2 * i & 3];
                questions[c] += s == State.EMPTY ? digit[i] : s == State.SOLDERED ? above * slots.get(i).mebibytes : 0;
            }
        }
        return questions;
    }

    private static double entropy(Collection<Double> probabilities) {
        return probabilities.stream().mapToDouble(SlotModel::term).sum();
    }

    private static double term(double p) {
        return p <= 0 ? 0 : -p * Math.log(p) / Math.log(2);
    }
}
