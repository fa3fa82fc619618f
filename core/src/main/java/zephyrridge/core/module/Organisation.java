package zephyrridge.core.module;

import java.util.Optional;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DieDensity;

/**
 * How a module's 64 data bits are made up. DDR5's two 32-bit halves have the same totals.
 *
 * @param packageRanks 1, 2, 3, 4 or 8
 * @param deviceWidth data bits of one device: 4, 8, 16 or 32
 * @param diesPerPackage 1, 2, 4, 8 or 16
 */
public record Organisation(
        int packageRanks, int deviceWidth, DieDensity density, int diesPerPackage, Stacking stacking) {
    public static final int DATA_BITS = 64;

    public Organisation {
        if (packageRanks < 1 || packageRanks > 8) {
            throw new IllegalArgumentException("package ranks out of range 1..8: " + packageRanks);
        }
        if (deviceWidth != 4 && deviceWidth != 8 && deviceWidth != 16 && deviceWidth != 32) {
            throw new IllegalArgumentException("device width is 4, 8, 16 or 32: " + deviceWidth);
        }
        if (diesPerPackage < 1 || diesPerPackage > 16 || Integer.bitCount(diesPerPackage) != 1) {
            throw new IllegalArgumentException("dies per package is 1, 2, 4, 8 or 16: " + diesPerPackage);
        }
        if ((stacking == Stacking.SINGLE_DIE) != (diesPerPackage == 1)) {
            throw new IllegalArgumentException("single-die packages have one die, others more");
        }
    }

    /** Single-die packages. */
    public static Organisation of(int ranks, int width, DieDensity density) {
        return new Organisation(ranks, width, density, 1, Stacking.SINGLE_DIE);
    }

    /** Package ranks x stack height for single-load 3DS, else package ranks (JESD21-C Annex L, from memory). */
    public int logicalRanks() {
        return stacking == Stacking.SINGLE_LOAD ? packageRanks * diesPerPackage : packageRanks;
    }

    /** Logical ranks x (64 / width) x die density / 8 (arithmetic). */
    public ByteSize capacity() {
        return ByteSize.ofMebibytes((long) logicalRanks() * DATA_BITS * density.mebibits() / deviceWidth / 8);
    }

    /** Packages that carry data: logical ranks x (64 / width) / dies per package. */
    public int dataPackages() {
        return Math.max(1, logicalRanks() * (DATA_BITS / deviceWidth) / diesPerPackage);
    }

    /**
     * Packages with those that carry check bits: logical ranks x sub-channels x ceil(check bits of one sub-channel / width) / dies
     * per package, one at least (R-1.2; arithmetic). One channel with 8 check bits up to DDR4, two halves with 4 or 8 on DDR5.
     *
     * @param checkBits of each half of a DDR5 module, 4 or 8; 8 where nobody said
     */
    public int packages(MemoryGeneration generation, boolean ecc, Optional<Integer> checkBits) {
        if (!ecc) {
            return dataPackages();
        }
        int halves = generation == MemoryGeneration.DDR5 ? 2 : 1;
        int bits = generation == MemoryGeneration.DDR5 ? checkBits.orElse(8) : 8;
        int perRank = halves * ((bits + deviceWidth - 1) / deviceWidth);
        return dataPackages() + Math.max(1, logicalRanks() * perRank / diesPerPackage);
    }

    /** The density that a capacity needs in this arrangement, in Mbit; may be one that nobody makes, or no whole number (0). */
    public static int densityMebibitsFor(ByteSize capacity, int logicalRanks, int width) {
        long bits = capacity.mebibytes() * 8 * width;
        long perDie = (long) logicalRanks * DATA_BITS;
        return bits % perDie == 0 && bits / perDie <= 1 << 20 ? (int) (bits / perDie) : 0;
    }

    /** As printed on a label: "2Rx8", "4DRx4", "2S4Rx4". */
    public String label() {
        String stack =
                switch (stacking) {
                    case SINGLE_DIE -> "";
                    case MULTI_LOAD -> diesPerPackage == 4 ? "Q" : "D";
                    case SINGLE_LOAD -> "S" + diesPerPackage;
                };
        return packageRanks + stack + "Rx" + deviceWidth;
    }
}
