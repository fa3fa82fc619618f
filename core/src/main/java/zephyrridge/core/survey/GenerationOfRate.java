package zephyrridge.core.survey;

import java.util.Optional;
import zephyrridge.core.module.MemoryGeneration;

/**
 * The generation that a rate is usually sold in (R-2.6; common practice, no source). Empty where two are as usual: 800 and 1066 were DDR2
 * and DDR3, 6400 is DDR5 and LPDDR5.
 */
final class GenerationOfRate {
    private GenerationOfRate() {}

    /** @param rate in MT/s, by its name or the one it is rounded to */
    static Optional<MemoryGeneration> of(int rate) {
        return Optional.ofNullable(
                switch (rate) {
                    case 533, 667 -> MemoryGeneration.DDR2;
                    case 1333, 1600, 1866, 1867 -> MemoryGeneration.DDR3;
                    case 2133, 2400, 2666, 2667, 2933, 2934, 3200 -> MemoryGeneration.DDR4;
                    case 3733, 4266, 4267 -> MemoryGeneration.LPDDR4;
                    case 4800, 5200, 5600, 6000 -> MemoryGeneration.DDR5;
                    case 5500, 7500, 8533, 9600 -> MemoryGeneration.LPDDR5;
                    default -> null;
                });
    }
}
