package zephyrridge.core.quantity;

/**
 * A drive's size as it is printed: decimal units, where memory and most systems count in binary ones. What seems to be missing is
 * the unit (arithmetic: 10^9 against 2^30 bytes, 10^12 against 2^40).
 *
 * @param printed 1 to 100,000
 */
public record DriveSize(int printed, Unit unit) {
    public enum Unit {
        GB(1_000_000_000L, 1L << 30),
        TB(1_000_000_000_000L, 1L << 40);

        private final long decimal;
        private final long binary;

        Unit(long decimal, long binary) {
            this.decimal = decimal;
            this.binary = binary;
        }
    }

    public DriveSize {
        if (printed < 1 || printed > 100_000) {
            throw new IllegalArgumentException("a drive's size is 1 to 100,000: " + printed);
        }
    }

    public ByteSize size() {
        return new ByteSize(printed * unit.decimal);
    }

    /** The figure that a system shows for it under the same letters, to two decimals, rounded down. */
    public double shown() {
        return Math.floor(100.0 * size().bytes() / unit.binary) / 100;
    }

    /** By how much the shown figure is smaller, in tenths of a percent, rounded to nearest: the same for every size of a unit. */
    public int seemsMissingPermille() {
        return (int) Math.round(1000.0 * (unit.binary - unit.decimal) / unit.binary);
    }
}
