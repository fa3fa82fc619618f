package zephyrridge.core.reading.dialog;

import zephyrridge.core.quantity.ByteSize;

/**
 * A size as it was printed: somewhere between {@code least} and {@code most}, both included.
 *
 * @param size what was printed, in binary units whichever way they are written
 */
public record Printed(ByteSize size, ByteSize least, ByteSize most) {
    /** Rounded to the nearest: half a step to either side. */
    static Printed rounded(ByteSize size, long step) {
        return new Printed(
                size, new ByteSize(Math.max(0, size.bytes() - step / 2)), new ByteSize(size.bytes() + step / 2));
    }

    /** Rounded down: up to a step more. */
    static Printed floored(ByteSize size, long step) {
        return new Printed(size, size, new ByteSize(size.bytes() + step));
    }

    Printed plus(Printed other) {
        return new Printed(size.plus(other.size), least.plus(other.least), most.plus(other.most));
    }

    Printed minus(Printed other) {
        return new Printed(
                size.minusFloored(other.size), least.minusFloored(other.most), most.minusFloored(other.least));
    }

    /** Whether both can be the same size. */
    public boolean agrees(Printed other) {
        return least.compareTo(other.most) <= 0 && other.least.compareTo(most) <= 0;
    }

    /** Whether it is more than the other, whatever rounding did. */
    public boolean isAbove(Printed other) {
        return least.compareTo(other.most) > 0;
    }
}
