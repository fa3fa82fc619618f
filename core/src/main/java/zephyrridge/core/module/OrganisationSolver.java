package zephyrridge.core.module;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DieDensity;
import zephyrridge.core.table.Spelling;

/**
 * From any part of {capacity, ranks, width, density, chip count} to every organisation that fits, the common first; and
 * where none fits, to the misreadings that would explain it (R-1.4: arithmetic; the weights are common practice).
 */
public final class OrganisationSolver {
    /** What is known; single-die packages are assumed, which is what client modules have. */
    public record Known(
            MemoryGeneration generation,
            Optional<ByteSize> capacity,
            OptionalInt ranks,
            OptionalInt width,
            Optional<DieDensity> density,
            OptionalInt chips,
            boolean ecc) {
        public static Known of(MemoryGeneration generation, ByteSize capacity, int ranks, int width) {
            return new Known(
                    generation,
                    Optional.of(capacity),
                    OptionalInt.of(ranks),
                    OptionalInt.of(width),
                    Optional.empty(),
                    OptionalInt.empty(),
                    false);
        }
    }

    /**
     * A reading that would hold together, and how likely it is what the label really says.
     *
     * @param charactersChanged how many characters of capacity, ranks and width differ from what was read
     * @param weight likelihood before scaling, between 0 and 1
     */
    public record Misreading(ByteSize capacity, Organisation organisation, int charactersChanged, double weight) {}

    private static final int[] RANKS = {1, 2, 4};
    private static final int[] WIDTHS = {4, 8, 16};
    private static final int[] GIBIBYTES = {1, 2, 4, 8, 12, 16, 24, 32, 48, 64, 96, 128};
    private static final double PER_FIELD = 0.1;
    private static final double PER_CAPACITY = 0.01;

    private OrganisationSolver() {}

    /** Every organisation whose dies are made and that agrees with all that is known; the common first. */
    public static List<Organisation> solve(Known known) {
        List<Organisation> found = new ArrayList<>();
        for (int ranks : RANKS) {
            for (int width : WIDTHS) {
                if (!agrees(known.ranks, ranks) || !agrees(known.width, width)) {
                    continue;
                }
                for (DieDensity density : densities(known, ranks, width)) {
                    Organisation o = Organisation.of(ranks, width, density);
                    if (known.generation.isMade(density)
                            && known.density.map(density::equals).orElse(true)
                            && known.capacity.map(o.capacity()::equals).orElse(true)
                            && (agrees(known.chips, o.packages(known.generation, known.ecc, Optional.empty()))
                                    || known.ecc
                                            && agrees(
                                                    known.chips, o.packages(known.generation, true, Optional.of(4))))) {
                        found.add(o);
                    }
                }
            }
        }
        found.sort(
                Comparator.comparingDouble((Organisation o) -> -commonness(o)).thenComparing(Organisation::capacity));
        return found;
    }

    private static List<DieDensity> densities(Known known, int ranks, int width) {
        if (known.capacity.isPresent()) {
            int only = Organisation.densityMebibitsFor(known.capacity.get(), ranks, width);
            return only == 0 ? List.of() : List.of(new DieDensity(only));
        }
        return known.generation.made();
    }

    /**
     * Readings of capacity, ranks and width that hold together, the likeliest first: commonness of the organisation x a
     * tenth per field that must differ (a hundredth at most for the capacity, which is printed large, less the further it is
     * off). At most eight.
     */
    public static List<Misreading> misreadings(MemoryGeneration generation, ByteSize capacity, int ranks, int width) {
        List<Misreading> found = new ArrayList<>();
        for (int gib : GIBIBYTES) {
            ByteSize c = ByteSize.ofGibibytes(gib);
            for (Organisation o : solve(new Known(
                    generation,
                    Optional.of(c),
                    OptionalInt.empty(),
                    OptionalInt.empty(),
                    Optional.empty(),
                    OptionalInt.empty(),
                    false))) {
                double weight = commonness(o)
                        * (c.equals(capacity)
                                ? 1
                                : PER_CAPACITY / (1 + Math.abs(Math.log((double) c.bytes() / capacity.bytes()))))
                        * (o.packageRanks() == ranks ? 1 : PER_FIELD)
                        * (o.deviceWidth() == width ? 1 : PER_FIELD);
                int changed = Spelling.distance(String.valueOf(gib), String.valueOf(capacity.mebibytes() / 1024))
                        + Spelling.distance(String.valueOf(o.packageRanks()), String.valueOf(ranks))
                        + Spelling.distance(String.valueOf(o.deviceWidth()), String.valueOf(width));
                found.add(new Misreading(c, o, changed, weight));
            }
        }
        found.sort(Comparator.comparingDouble((Misreading m) -> -m.weight)
                .thenComparingInt(Misreading::charactersChanged));
        return List.copyOf(found.subList(0, Math.min(8, found.size())));
    }

    private static boolean agrees(OptionalInt known, int value) {
        return known.isEmpty() || known.getAsInt() == value;
    }

    /** How often client modules are built so (common practice, no source). */
    private static double commonness(Organisation o) {
        return switch (o.packageRanks() * 100 + o.deviceWidth()) {
            case 108, 208 -> 1.0;
            case 116 -> 0.6;
            case 216 -> 0.3;
            case 204 -> 0.2;
            case 104 -> 0.05;
            default -> 0.02;
        };
    }
}
