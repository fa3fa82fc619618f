package zephyrridge.core.reading.label;

import java.util.HashMap;
import java.util.Map;
import zephyrridge.core.table.CsvTable;

/**
 * What becomes of a printed character on its way into a text: exchanged for one like it, lost, doubled, or with something beside it that
 * is none. Costs in tenths of a nat (confusions.csv; common practice, no source).
 */
final class LabelChannel {
    /** A character for one that is not like it. */
    static final int OTHER = 42;

    /** Where a label ends and other text begins: a space, or with doubt nothing. */
    static final char GAP = '\u0001';

    private static final int LOST_GAP = 25;
    private static final int CASE = 2;
    private static final int LOST = 22;
    /** The end of a line is seen, or it is none. */
    private static final int NEVER = 1000;

    private static final int LOST_DASH = 12;
    private static final int LOST_SPACE = 3;
    private static final int ADDED = 30;
    private static final int ADDED_POINT = 12;
    private static final int ADDED_SPACE = 4;
    /** A label that is broken into two lines, at a space or behind a dash. */
    private static final int BROKEN = 2;

    private static final int DOUBLED = 15;
    private static final int ASCII = 128;

    private static final Map<Long, Integer> ALIKE = new HashMap<>();
    /** The same for what most lines are of. */
    private static final byte[] TABLE = new byte[ASCII * ASCII];

    static {
        for (String[] row : CsvTable.read(LabelChannel.class, "confusions.csv", 3)) {
            char one = row[0].charAt(0);
            char other = row[1].charAt(0);
            int cost = Integer.parseInt(row[2]);
            ALIKE.merge(key(one, other), cost, Math::min);
            ALIKE.merge(key(other, one), cost, Math::min);
        }
        for (char printed = 0; printed < ASCII; printed++) {
            for (char read = 0; read < ASCII; read++) {
                TABLE[printed * ASCII + read] = (byte) look(printed, read);
            }
        }
    }

    private LabelChannel() {}

    private static long key(char printed, char read) {
        return (long) printed << 16 | read;
    }

    private static int look(char printed, char read) {
        if (printed == read) {
            return 0;
        }
        if (read == '\n') {
            return printed == GAP ? 0 : printed == ' ' ? BROKEN : OTHER;
        }
        if (printed == GAP) {
            return read == ' ' ? 0 : OTHER;
        }
        if (Character.toUpperCase(printed) == Character.toUpperCase(read)) {
            return Math.min(CASE, ALIKE.getOrDefault(key(printed, read), CASE));
        }
        return Math.min(OTHER, ALIKE.getOrDefault(key(printed, read), OTHER));
    }

    static int exchanged(char printed, char read) {
        return printed < ASCII && read < ASCII ? TABLE[printed * ASCII + read] : look(printed, read);
    }

    static int lost(char printed) {
        return printed == '\n'
                ? NEVER
                : printed == ' ' ? LOST_SPACE : printed == '-' ? LOST_DASH : printed == GAP ? LOST_GAP : LOST;
    }

    /** @param before the character read before it, 0 for none */
    static int added(char read, char before) {
        return read == '\n'
                ? BROKEN
                : read == ' '
                        ? ADDED_SPACE
                        : read == before ? DOUBLED : ".,'`:;".indexOf(read) >= 0 ? ADDED_POINT : ADDED;
    }
}
