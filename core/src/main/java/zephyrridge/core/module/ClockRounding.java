package zephyrridge.core.module;

/**
 * From a time to whole clocks, the way each generation's standard rounds (R-1.8; from memory of JESD21-C annexes
 * K and L and JESD400-5). Plain rounding up gives wrong answers: 13 333 ps at 833 ps is 16 clocks, not 17.
 */
public final class ClockRounding {
    private ClockRounding() {}

    /**
     * @param timePs the time to cover, in ps
     * @param tckPs the clock period as SPD stores it, in ps, above 0
     * @return whole clocks
     */
    public static int cyclesRoundedUp(MemoryGeneration generation, int timePs, int tckPs) {
        long t = timePs;
        return (int)
                switch (generation) {
                        // A fraction below 26 thousandths of a clock is dropped.
                    case DDR4 -> (t * 1000 / tckPs + 974) / 1000;
                        // The time is taken 0.30 % shorter, then rounded up to the next whole clock.
                    case DDR5 -> (t * 997 / tckPs + 1000) / 1000;
                        // Rounded up, with a guard band of 0.01 clock; DDR and DDR2 store quarter nanoseconds, which
                        // the band absorbs.
                    default -> Math.max(0, -Math.floorDiv(tckPs - 100 * t, 100L * tckPs));
                };
    }
}
