package zephyrridge.core.module;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.quantity.DieDensity;

/**
 * A generation of memory with the dies that are made for it and its longest allowed CAS time. Die sets
 * (common practice); tAAmax: from memory of JESD79-3/-4/-5, medium confidence.
 */
public enum MemoryGeneration {
    DDR(List.of(128, 256, 512, 1024), List.of(), 0, 2500),
    DDR2(List.of(256, 512, 1024, 2048), List.of(), 0, 1800),
    DDR3(List.of(512, 1024, 2048, 4096, 8192), List.of(), 20_000, 1500),
    DDR4(List.of(2048, 4096, 8192, 16384), List.of(12288, 24576), 18_000, 1200),
    DDR5(List.of(8192, 16384, 24576, 32768), List.of(49152, 65536), 22_200, 1100),
    LPDDR4(List.of(4096, 6144, 8192, 12288, 16384), List.of(), 0, 1100),
    LPDDR5(List.of(8192, 12288, 16384, 24576, 32768), List.of(), 0, 1050);

    private final List<DieDensity> made;
    private final List<DieDensity> codedOnly;
    private final int tAAmaxPs;
    private final int nominalMillivolts;

    MemoryGeneration(List<Integer> made, List<Integer> codedOnly, int tAAmaxPs, int nominalMillivolts) {
        this.made = made.stream().map(DieDensity::new).toList();
        this.codedOnly = codedOnly.stream().map(DieDensity::new).toList();
        this.tAAmaxPs = tAAmaxPs;
        this.nominalMillivolts = nominalMillivolts;
    }

    /** The dies modules of this generation are made with, the smallest first. */
    public List<DieDensity> made() {
        return made;
    }

    public boolean isMade(DieDensity density) {
        return made.contains(density);
    }

    /** The standard has a code for such a die, but modules with it are not, or not yet, common. */
    public boolean isCodedOnly(DieDensity density) {
        return codedOnly.contains(density);
    }

    /** Longest CL x tCK in ps; empty where the generation sets none that we know. */
    public Optional<Integer> tAAmaxPs() {
        return tAAmaxPs == 0 ? Optional.empty() : Optional.of(tAAmaxPs);
    }

    /** VDD of a plain module in mV. */
    public int nominalMillivolts() {
        return nominalMillivolts;
    }

    /** Generations that only come soldered (or on CAMM2) and have no label line of their own. */
    public boolean isLowPower() {
        return this == LPDDR4 || this == LPDDR5;
    }
}
