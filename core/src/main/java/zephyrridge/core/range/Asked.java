package zephyrridge.core.range;

import java.util.Optional;

/**
 * Something that was asked of a machine of the range.
 *
 * @param of position, part or module key it is about, "" for the whole machine; {@code piece} the module that this is
 * @param told what it answered, in words; {@code minutes} it cost
 * @param tried how it was switched on; empty for all but starts
 * @param entry number of the last entry of the job's log then
 * @param from version of the job then, {@code to} after all that came of it
 */
public record Asked(
        What what,
        String of,
        String piece,
        String told,
        int minutes,
        int passes,
        Optional<Simulated.Tried> tried,
        int entry,
        long from,
        long to) {
    /** The same of a job that begins after it: what came of it is in that job's first version. */
    public Asked before() {
        return new Asked(what, of, piece, told, minutes, passes, tried, entry, 1, 1);
    }

    public enum What {
        /** Its pack and its seals, from outside, and what its owner says to them. */
        OUTSIDE(2),
        /** The window of memory of its operating system. */
        WINDOW(2),
        /** Its firmware's table. */
        TABLE(3),
        /** What is stored in a module that it lists, or that can be reached. */
        CHIP(2),
        /** Whether anything is in a position. */
        LOOK(1),
        /** What is to be read on a module. */
        LABEL(1),
        /** Whether it is dead: its lamps, its fan. */
        LAMP(1),
        /** What is in the hand, and what lies bare where a part is that comes off. */
        HAND(1),
        /** How a module lies over the key of a socket. */
        NOTCH(1),
        /** The screws of a part, beside their holes. */
        SCREWS(2),
        /** It is switched on. */
        START(2),
        /** A module alone in a machine that is known to run. */
        ELSEWHERE(12);

        private static final int PASS_MINUTES = 15;
        private final int minutes;

        What(int minutes) {
            this.minutes = minutes;
        }

        /** Of the bench's time. */
        public int minutes(int waited, int passes) {
            return Math.max(minutes, waited) + PASS_MINUTES * passes;
        }
    }
}
