package zephyrridge.core.module;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.table.CsvTable;

/** The table of data rates, clock periods and PC numbers (R-1.7; rates.csv, whose header names the sources). */
public final class Rates {
    /** @param pcNumbers MB/s numbers printed for the rate, the usual first */
    public record Row(MemoryGeneration generation, DataRate rate, int tckPs, List<Integer> pcNumbers, boolean sold) {}

    private static final List<Row> ROWS = CsvTable.read(Rates.class, "rates.csv", 7).stream()
            .map(c -> new Row(
                    MemoryGeneration.valueOf(c[0]),
                    DataRate.ofThirds(Integer.parseInt(c[2])),
                    Integer.parseInt(c[3]),
                    Stream.concat(Stream.of(c[4]), Arrays.stream(c[5].split(" ")))
                            .filter(s -> !s.isBlank())
                            .map(Integer::valueOf)
                            .toList(),
                    c[6].equals("yes")))
            .toList();
    /** Row by generation and thirds / 100: every listed rate is a multiple of 100 thirds. */
    private static final Row[][] BY_HUNDREDS = new Row[MemoryGeneration.values().length][300];

    static {
        for (Row row : ROWS) {
            BY_HUNDREDS[row.generation.ordinal()][row.rate.thirds() / 100] = row;
        }
    }

    private Rates() {}

    public static List<Row> all() {
        return ROWS;
    }

    public static Optional<Row> row(MemoryGeneration generation, DataRate rate) {
        int slot = rate.thirds() / 100;
        Row row = slot < 300 ? BY_HUNDREDS[generation.ordinal()][slot] : null;
        return row != null && row.rate.equals(rate) ? Optional.of(row) : Optional.empty();
    }

    /** tCK in ps as SPD stores it for this rate; empty for a rate that the generation does not have. */
    public static Optional<Integer> clockPeriodPs(MemoryGeneration generation, DataRate rate) {
        return row(generation, rate).map(Row::tckPs);
    }

    /**
     * The rate that a printed MB/s number means: the rate of the generation with the smallest |8 x rate - number|, within
     * 2 % (10600 is 1333, 4200 is 533). Arithmetic; printed numbers were rounded inconsistently.
     */
    public static Optional<Row> byMegabytesPerSecond(MemoryGeneration generation, int number) {
        return ROWS.stream()
                .filter(r -> r.generation == generation && r.sold)
                .min(Comparator.comparingDouble(r -> distance(r, number)))
                .filter(r -> distance(r, number) <= 0.02 * number);
    }

    /** The rate with this trade name (2666 or 2667). */
    public static Optional<Row> byName(MemoryGeneration generation, int name) {
        return ROWS.stream()
                .filter(r -> r.generation == generation && (r.rate.name() == name || r.rate.nameRounded() == name))
                .findFirst();
    }

    private static double distance(Row row, int number) {
        return Math.abs(8 * row.rate.megatransfers() - number);
    }
}
