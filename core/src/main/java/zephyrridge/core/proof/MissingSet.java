package zephyrridge.core.proof;

import java.util.List;
import zephyrridge.core.quantity.ByteSize;

/**
 * Parts that together make up a gap, by kind and number.
 *
 * @param parts kinds with how many of them
 */
public record MissingSet(List<Some> parts) {
    public enum Kind {
        MODULE,
        BANK,
        RANK
    }

    /**
     * So many out of several alike.
     *
     * @param size of one; for a rank, of that rank
     * @param count how many are missing, of {@code of}
     * @param where labels of the positions it could be, a dozen at most
     * @param channels that lose all they hold when all of {@code where} are meant; empty where that is not so
     */
    public record Some(Kind kind, ByteSize size, int count, int of, List<String> where, List<String> channels) {}

    public MissingSet {
        parts = List.copyOf(parts);
    }

    /** Whether it names one part, and no choice is left. */
    public boolean isCertain() {
        return parts.size() == 1 && parts.get(0).count() == parts.get(0).of();
    }

    int size() {
        return parts.stream().mapToInt(Some::count).sum();
    }
}
