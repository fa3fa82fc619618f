package zephyrridge.core.fault;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.function.IntPredicate;

/**
 * The machine and the pieces that lie about it, as far as a fault hunt goes.
 *
 * @param slots sockets and soldered banks
 * @param pieces modules, and banks as pieces that never leave their slot
 * @param kinds of modules, by number: pieces name theirs
 * @param works how many other works were done in the same opening: each is a suspect
 * @param lost whether clock or settings were lost, or a profile was on: then settings are more likely what is wrong
 * @param ran the arrangement as it came in, where it ran; empty where it did not or nobody knows
 * @param codes whether this model has a table of memory codes
 */
public record Setup(
        List<Slot> slots,
        List<Piece> pieces,
        List<KindOf> kinds,
        int works,
        boolean lost,
        Optional<Arrangement> ran,
        boolean codes) {
    /** The most pieces; a large server has 128. */
    public static final int MOST = 256;

    /**
     * @param channel number of its channel, over the whole machine
     * @param carrier number of its carrier, -1 where it has none; {@code processor} of its processor
     */
    public record Slot(String id, int channel, int carrier, int processor, boolean soldered) {}

    public enum Trust {
        NEW,
        /** Ran in this machine before. */
        RAN,
        /** Tested good elsewhere. */
        KNOWN_GOOD
    }

    /**
     * @param kind number of its kind, -1 for a soldered bank; {@code mebibytes} its size
     * @param putIn whether it was put in before the first start of the hunt
     */
    public record Piece(String id, int kind, Trust trust, long mebibytes, boolean putIn) {
        public boolean soldered() {
            return kind < 0;
        }
    }

    /**
     * @param risk 1 - chance that this machine takes the planned layout: 0..1
     * @param ran whether the kind ran in this very machine as it came in: then it counts as tested good
     */
    public record KindOf(double risk, boolean ran) {}

    public Setup {
        slots = List.copyOf(slots);
        pieces = List.copyOf(pieces);
        kinds = List.copyOf(kinds);
        if (pieces.size() > MOST || slots.size() > MOST) {
            throw new IllegalArgumentException("at most " + MOST + " slots and pieces");
        }
    }

    /** A server is looked at by carriers and processors, and only the likelier hypotheses are kept. */
    public boolean large() {
        return slots.size() > 8;
    }

    /** The only place of a channel, -1 where it has several or its place is soldered. */
    int onlySlotOf(int channel) {
        int only = -1;
        for (int s = 0; s < slots.size(); s++) {
            if (slots.get(s).channel() == channel) {
                if (only >= 0 || slots.get(s).soldered()) {
                    return -1;
                }
                only = s;
            }
        }
        return only;
    }

    /** Whether something ran in this place as the machine came in. */
    boolean ranIn(int slot) {
        return ran.filter(r -> r.at(slot) >= 0).isPresent();
    }

    long ranMebibytes() {
        return ran.map(r -> mebibytes(all(r))).orElse(Long.MAX_VALUE);
    }

    /** Of an arrangement, the pieces that were not in the machine as it came in. */
    BitSet added(Arrangement fill) {
        return inSlots(fill, s -> ran.filter(r -> r.has(fill.at(s))).isEmpty());
    }

    int kindOf(int piece) {
        return piece < 0 ? -1 : pieces.get(piece).kind();
    }

    static BitSet only(int piece) {
        BitSet set = new BitSet();
        set.set(piece);
        return set;
    }

    BitSet inSlots(Arrangement fill, IntPredicate which) {
        BitSet set = new BitSet();
        for (int s = 0; s < fill.size(); s++) {
            if (fill.at(s) >= 0 && which.test(s)) {
                set.set(fill.at(s));
            }
        }
        return set;
    }

    BitSet ofKind(Arrangement fill, int kind) {
        return inSlots(fill, s -> kindOf(fill.at(s)) == kind);
    }

    BitSet all(Arrangement fill) {
        return inSlots(fill, s -> true);
    }

    long mebibytes(BitSet set) {
        return set.stream().mapToLong(p -> pieces.get(p).mebibytes()).sum();
    }
}
