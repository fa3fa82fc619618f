package zephyrridge.core.module;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.quantity.Picoseconds;
import zephyrridge.core.table.CsvTable;

/** A standard speed bin: the letters behind the rate on a label (speed-bins.csv; its header names the sources). */
public record SpeedBin(
        MemoryGeneration generation,
        DataRate rate,
        String letters,
        int cl,
        int tRCD,
        int tRP,
        Picoseconds tAA,
        char confidence) {
    private static final List<SpeedBin> BINS = CsvTable.read(SpeedBin.class, "speed-bins.csv", 8).stream()
            .map(c -> new SpeedBin(
                    MemoryGeneration.valueOf(c[0]),
                    DataRate.ofName(Integer.parseInt(c[1])),
                    c[2],
                    Integer.parseInt(c[3]),
                    Integer.parseInt(c[4]),
                    Integer.parseInt(c[5]),
                    Picoseconds.of(Integer.parseInt(c[6])),
                    c[7].charAt(0)))
            .toList();

    public static List<SpeedBin> all() {
        return BINS;
    }

    public static List<SpeedBin> of(MemoryGeneration generation, DataRate rate) {
        return BINS.stream()
                .filter(b -> b.generation == generation && b.rate.equals(rate))
                .toList();
    }

    public static Optional<SpeedBin> find(MemoryGeneration generation, DataRate rate, String letters) {
        return of(generation, rate).stream()
                .filter(b -> b.letters.equals(letters))
                .findFirst();
    }

    public static Optional<SpeedBin> byCl(MemoryGeneration generation, DataRate rate, int cl) {
        return of(generation, rate).stream().filter(b -> b.cl == cl).findFirst();
    }

    /** "46-45-45" */
    public String clocks() {
        return cl + "-" + tRCD + "-" + tRP;
    }

    /**
     * The timings a module of this bin is taken to have when its SPD was not read. The CL set is then the generation's whole
     * range; the bin's times bound it from below. tRAS: common practice, no source.
     */
    public Timings timings() {
        CasLatencies all =
                switch (generation) {
                    case DDR, DDR2 -> CasLatencies.range(2, 7, 1);
                    case DDR3 -> CasLatencies.range(5, 16, 1);
                    case DDR4 -> CasLatencies.range(9, 32, 1);
                    case DDR5 -> CasLatencies.range(20, 98, 2);
                    case LPDDR4, LPDDR5 -> CasLatencies.NONE;
                };
        Picoseconds tRAS = Picoseconds.of(
                switch (generation) {
                    case DDR, DDR2 -> 45_000;
                    case DDR3 -> 35_000;
                    default -> 32_000;
                });
        return new Timings(tAA, tAA, tAA, tRAS, all);
    }
}
