package zephyrridge.core.fault;

import java.util.BitSet;
import java.util.Optional;

/**
 * What a start showed.
 *
 * @param mebibytes what of the memory was missing, for {@link What#MISSING}
 * @param pieces which, where the machine names them
 */
public record Seen(What what, long mebibytes, Optional<BitSet> pieces) {
    public enum What {
        /** Dark, and no code of this model's table. */
        SILENT,
        /** A code that means memory. */
        CODE,
        MISSING,
        ERRORS,
        /** All of the memory, and what tests ran found nothing. */
        GOOD,
        /** It came up; nobody read how much it has. */
        CAME_UP
    }

    public static final Seen SILENT = new Seen(What.SILENT, 0, Optional.empty());
    public static final Seen CODE = new Seen(What.CODE, 0, Optional.empty());
    public static final Seen ERRORS = new Seen(What.ERRORS, 0, Optional.empty());
    public static final Seen GOOD = new Seen(What.GOOD, 0, Optional.empty());
    public static final Seen CAME_UP = new Seen(What.CAME_UP, 0, Optional.empty());

    public static Seen missing(long mebibytes) {
        return new Seen(What.MISSING, mebibytes, Optional.empty());
    }

    public static Seen missing(long mebibytes, BitSet pieces) {
        return new Seen(What.MISSING, mebibytes, Optional.of(pieces));
    }

    public boolean failed() {
        return what != What.GOOD && what != What.CAME_UP;
    }

    public boolean cameUp() {
        return what != What.SILENT && what != What.CODE;
    }
}
