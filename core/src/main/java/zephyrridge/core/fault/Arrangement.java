package zephyrridge.core.fault;

import java.util.Arrays;

/** Which piece is in which slot: the piece's number by slot, -1 for an empty one. */
public final class Arrangement {
    private final int[] pieces;

    private Arrangement(int[] pieces) {
        this.pieces = pieces;
    }

    /** @throws IllegalArgumentException when a piece stands in two slots */
    public static Arrangement of(int... pieces) {
        int[] sorted = Arrays.stream(pieces).filter(p -> p >= 0).sorted().toArray();
        for (int i = 1; i < sorted.length; i++) {
            if (sorted[i] == sorted[i - 1]) {
                throw new IllegalArgumentException("piece " + sorted[i] + " is in one place at a time");
            }
        }
        return new Arrangement(pieces.clone());
    }

    public int size() {
        return pieces.length;
    }

    public int at(int slot) {
        return pieces[slot];
    }

    public boolean has(int piece) {
        return slotOf(piece) >= 0;
    }

    /** The slot a piece is in, -1 where it is in none. */
    public int slotOf(int piece) {
        for (int s = 0; s < pieces.length; s++) {
            if (pieces[s] == piece) {
                return s;
            }
        }
        return -1;
    }

    public Arrangement with(int slot, int piece) {
        int[] next = pieces.clone();
        next[slot] = piece;
        return of(next);
    }

    public Arrangement swapped(int a, int b) {
        int[] next = pieces.clone();
        next[a] = pieces[b];
        next[b] = pieces[a];
        return new Arrangement(next);
    }

    @Override
    public boolean equals(Object o) {
        return o instanceof Arrangement a && Arrays.equals(pieces, a.pieces);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(pieces);
    }

    @Override
    public String toString() {
        return Arrays.toString(pieces);
    }
}
