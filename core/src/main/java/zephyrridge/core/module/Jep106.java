package zephyrridge.core.module;

import java.util.Optional;

/**
 * A manufacturer by JEP106: bank (continuation codes + 1, 1 to 128) and the code within it, parity bit included. Names of makers
 * are the shop's own and stand nowhere here.
 */
public record Jep106(int bank, int code) {
    public Jep106 {
        if (bank < 1 || bank > 128 || code < 1 || code > 254) {
            throw new IllegalArgumentException("JEP106 bank 1..128 and code 1..254 expected: " + bank + ", " + code);
        }
    }

    /**
     * From the two bytes that SPD stores since DDR3, the count of continuation codes first; empty when not programmed (00 00 or
     * FF FF) or no code at all.
     */
    public static Optional<Jep106> ofStored(int continuation, int code) {
        return code == 0 || code == 0xFF ? Optional.empty() : Optional.of(new Jep106((continuation & 0x7F) + 1, code));
    }

    /** Whether a byte as stored has an odd number of ones, as JEP106 wants it (bit 7 makes it so). */
    public static boolean hasOddParity(int stored) {
        return Integer.bitCount(stored & 0xFF) % 2 == 1;
    }

    /** The count of continuation codes with its parity bit, as SPD stores it. */
    public int continuationStored() {
        int count = bank - 1;
        return hasOddParity(count) ? count : count | 0x80;
    }

    /** "bank 3, 0x2C" */
    @Override
    public String toString() {
        return "bank " + bank + ", 0x" + "0123456789ABCDEF".charAt(code >> 4) + "0123456789ABCDEF".charAt(code & 15);
    }
}
