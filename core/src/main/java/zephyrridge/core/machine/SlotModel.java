package zephyrridge.core.machine;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;
import java.util.stream.IntStream;

/**
 * What is really at each candidate position of a machine, by exact posterior over all combinations (at most {@link #MOST}
 * positions at once), and what a look at each place would tell. Positions of which the same is known are counted together, so
 * eight like sockets are 165 cases and not 65,536. The likelihoods are: common practice, no source.
 */
public final class SlotModel {
    public static final int MOST = 8;
    public static final double CONFIRMED = 0.95;
    public static final double CONTRADICTED = 0.05;
    /** A look whose whole drop of entropy is less than this is not offered. */
    public static final double LEAST_BITS = 0.05;
    /** How often the manual of this very variant is right about a position. */
    public static final double VARIANT_MANUAL = 0.95;

    static final SlotState[] STATES = SlotState.values();
    private static final double EYE = 0.99;
    /** A place of the record is wrong as often as the record's other words. */
    private static final double PLACE_WRONG = 0.05;

    private static final double MANUAL_MINUTES = 5;
    private static final double LEAST_MINUTES = 1;

    public enum Form {
        ROW_OF_CHIPS,
        UNKNOWN,
        SOCKETED,
        /** No field of it: nothing is said. */
        NOT_SAID
    }

    /** What was read from a position by itself: a label needs a module in a socket, a chip image something that answers. */
    public enum Read {
        LABEL,
        CHIP
    }

    /** What a list says of a device's part number: a list that has no such field says nothing. */
    public enum Part {
        PRINTED,
        BLANK,
        NO_FIELD
    }

    /** What a position is called by: "slot", "DIMM A" a socket; "on board", "soldered" a bank; anything else neither. */
    public enum Named {
        SOCKET,
        BOARD,
        NEITHER
    }

    /** How firmware, or somebody who types what it says, lists a device. */
    public record Entry(Form form, boolean filled, Part part, Named named) {
        public Entry(Form form, boolean filled, boolean blankPart) {
            this(form, filled, blankPart ? Part.BLANK : Part.PRINTED, Named.NEITHER);
        }

        public boolean blankPart() {
            return part == Part.BLANK;
        }

        /** P(so listed | soldered, or in a socket), as far as it does not speak of filled or empty (R-2.1; common practice, no source). */
        public double likelihood(boolean soldered) {
            double asForm =
                    switch (form) {
                        case NOT_SAID -> 1;
                        case ROW_OF_CHIPS -> soldered ? 0.55 : 0.025;
                        case UNKNOWN -> soldered ? 0.15 : 0.025;
                        case SOCKETED -> soldered ? 0.30 : 0.95;
                    };
            double asPart = !filled || part == Part.NO_FIELD
                    ? 1
                    : soldered ? (blankPart() ? 0.6 : 0.4) : blankPart() ? 0.03 : 0.97;
            double asNamed =
                    switch (named) {
                        case NEITHER -> 1;
                        case SOCKET -> soldered ? 0.15 : 0.85;
                        case BOARD -> soldered ? 0.97 : 0.03;
                    };
            return asForm * asPart * asNamed;
        }
    }

    /**
     * A candidate position.
     *
     * @param place what must be off to see it, "" for in view
     * @param recordSays socket (EMPTY or FILLED, either is given) or SOLDERED, as the machine's record has it; ABSENT when the record does not list it
     * @param reliability of the record: a manual of this variant .95, of the series .75
     * @param seen what somebody saw there
     * @param read what was read from this very position
     * @param mebibytes size to count when it is soldered
     */
    public record Slot(
            String id,
            String place,
            SlotState recordSays,
            double reliability,
            Optional<Entry> entry,
            Optional<SlotState> seen,
            Optional<Read> read,
            long mebibytes) {}

    /** @param probabilities by {@link SlotState#ordinal()} */
    public record Verdict(Slot slot, double[] probabilities) {
        public SlotState likeliest() {
            int best = 0;
            for (int i = 1; i < probabilities.length; i++) {
                best = probabilities[i] > probabilities[best] ? i : best;
            }
            return STATES[best];
        }

        /** How sure the likeliest state is, 0 to 1. */
        public double sureness() {
            return probabilities[likeliest().ordinal()];
        }

        public boolean isConfirmed() {
            return sureness() >= CONFIRMED;
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
                    ? probabilities[SlotState.SOLDERED.ordinal()]
                    : e.form == Form.SOCKETED
                            ? (e.filled
                                    ? probabilities[SlotState.FILLED.ordinal()]
                                    : probabilities[SlotState.EMPTY.ordinal()])
                            : 1;
            return p <= CONTRADICTED;
        }

        private static double says(double[] p, SlotState recordSays) {
            return recordSays == SlotState.EMPTY || recordSays == SlotState.FILLED
                    ? p[SlotState.EMPTY.ordinal()] + p[SlotState.FILLED.ordinal()]
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
     * @param minutes at least 1
     * @param bits expected drop in entropy of (free sockets per place, soldered size)
     */
    public record Look(LookKind kind, String place, double minutes, double bits) {
        public double bitsPerMinute() {
            return bits / minutes;
        }
    }

    private final List<Slot> slots;
    private final List<SlotGroup> groups;
    private final SlotJoint joint;

    private SlotModel(List<Slot> slots, List<SlotGroup> groups, OptionalInt deviceCount, OptionalInt usedCount) {
        this.slots = slots;
        this.groups = groups;
        this.joint = new SlotJoint(groups, deviceCount, usedCount);
    }

    /**
     * @param deviceCount how many devices the firmware says there are; {@code usedCount} in how many of them it sees memory
     * @throws IllegalArgumentException for more than {@link #MOST} slots: servers are asked carrier by carrier
     */
    public static SlotModel of(List<Slot> slots, OptionalInt deviceCount, OptionalInt usedCount) {
        if (slots.size() > MOST) {
            throw new IllegalArgumentException("at most " + MOST + " positions at once: " + slots.size());
        }
        Map<List<Object>, List<Integer>> like = new LinkedHashMap<>();
        List<double[]> alone = slots.stream().map(SlotModel::likelihoods).toList();
        for (int i = 0; i < slots.size(); i++) {
            Slot s = slots.get(i);
            List<Object> key = List.of(
                    s.place,
                    s.mebibytes,
                    s.reliability,
                    s.seen.isPresent(),
                    Arrays.stream(alone.get(i)).boxed().toList());
            like.computeIfAbsent(key, k -> new ArrayList<>()).add(i);
        }
        List<SlotGroup> groups = like.values().stream()
                .map(members -> new SlotGroup(
                        members,
                        slots.get(members.get(0)).place,
                        alone.get(members.get(0)),
                        slots.get(members.get(0)).mebibytes))
                .toList();
        return new SlotModel(List.copyOf(slots), groups, deviceCount, usedCount);
    }

    private static double[] likelihoods(Slot slot) {
        double[] p = new double[STATES.length];
        for (SlotState s : STATES) {
            double l = record(slot, s);
            if (slot.entry.isPresent()) {
                l *= entry(slot.entry.get(), s);
            }
            if (slot.seen.isPresent()) {
                l *= seen(slot.seen.get(), s);
            }
            if (slot.read.isPresent()) {
                l *= read(slot.read.get(), s);
            }
            p[s.ordinal()] = l;
        }
        return p;
    }

    /** Socket, soldered and absent share what the record leaves; a socket may be empty or filled. */
    private static double record(Slot slot, SlotState s) {
        boolean socket = s == SlotState.EMPTY || s == SlotState.FILLED;
        boolean saysSocket = slot.recordSays == SlotState.EMPTY || slot.recordSays == SlotState.FILLED;
        boolean agrees = saysSocket ? socket : s == slot.recordSays;
        return (agrees ? slot.reliability : (1 - slot.reliability) / 2) * (socket ? 0.5 : 1);
    }

    private static double entry(Entry e, SlotState s) {
        boolean full = s == SlotState.FILLED || s == SlotState.SOLDERED;
        return e.likelihood(s == SlotState.SOLDERED) * (e.filled == full ? 0.98 : 0.02);
    }

    private static double seen(SlotState seen, SlotState s) {
        return seen == s ? EYE : (1 - EYE) / (STATES.length - 1);
    }

    /** Whoever read it there had it in the hand: a label is on a module in a socket, a chip answers from a module or a bank. */
    private static double read(Read read, SlotState s) {
        boolean can = s == SlotState.FILLED || read == Read.CHIP && s == SlotState.SOLDERED;
        return can ? EYE : 1 - EYE;
    }

    public List<Verdict> verdicts() {
        Verdict[] verdicts = new Verdict[slots.size()];
        for (int g = 0; g < groups.size(); g++) {
            double[] p = joint.marginal(g);
            for (int member : groups.get(g).members()) {
                verdicts[member] = new Verdict(slots.get(member), p);
            }
        }
        return List.of(verdicts);
    }

    /** Entropy of (free sockets per place, soldered size), in bits. */
    public double entropy() {
        return joint.entropy();
    }

    /**
     * The looks that tell something, the most bits per minute first; places already in view and not given minutes are not offered,
     * nor is the manual of the variant where the record is as good as that already.
     */
    public List<Look> looks(Map<String, Double> minutesByPlace) {
        List<Look> looks = new ArrayList<>();
        for (Map.Entry<String, Double> place : new TreeMap<>(minutesByPlace).entrySet()) {
            if (place.getValue() > 0) {
                int[] there = groups(s -> s.place.equals(place.getKey()) && s.seen.isEmpty());
                offer(
                        looks,
                        new Look(
                                LookKind.EYE,
                                place.getKey(),
                                Math.max(LEAST_MINUTES, place.getValue()),
                                joint.value(there, SlotModel::toTheEye)));
            }
        }
        int[] unsure = groups(s -> s.reliability < VARIANT_MANUAL);
        if (unsure.length > 0) {
            offer(looks, new Look(LookKind.MANUAL, "", MANUAL_MINUTES, joint.value(unsure, SlotModel::inTheManual)));
        }
        looks.sort((a, b) -> Double.compare(b.bitsPerMinute(), a.bitsPerMinute()));
        return looks;
    }

    private int[] groups(java.util.function.Predicate<Slot> which) {
        return IntStream.range(0, groups.size())
                .filter(g -> which.test(slots.get(groups.get(g).members().get(0))))
                .toArray();
    }

    private static void offer(List<Look> looks, Look look) {
        if (look.bits >= LEAST_BITS) {
            looks.add(look);
        }
    }

    /** What is there is seen as it is with .99; where the record's place is wrong nothing is seen there. */
    private static double toTheEye(SlotState outcome, SlotState truth) {
        return truth == SlotState.ABSENT
                ? seen(outcome, truth)
                : (1 - PLACE_WRONG) * seen(outcome, truth) + (outcome == SlotState.ABSENT ? PLACE_WRONG : 0);
    }

    /** A manual says socket (here EMPTY), soldered or absent; whether a socket is filled it cannot know. */
    private static double inTheManual(SlotState outcome, SlotState truth) {
        if (outcome == SlotState.FILLED) {
            return 0;
        }
        SlotState right = truth == SlotState.FILLED ? SlotState.EMPTY : truth;
        return outcome == right ? VARIANT_MANUAL : (1 - VARIANT_MANUAL) / 2;
    }
}
