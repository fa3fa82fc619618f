package zephyrridge.core.reading.spd;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.module.CasLatencies;
import zephyrridge.core.module.ClockRounding;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.Rates;
import zephyrridge.core.module.Timings;
import zephyrridge.core.quantity.DataRate;

/** What clocks a module needs at every standard rate it supports: the rate table of an SPD reading. */
public final class SpdRates {
    /** @param tRC -1 where the image has none */
    public record Line(DataRate rate, int tckPs, int cl, int tRCD, int tRP, int tRAS, int tRC) {
        public String clocks() {
            return cl + "-" + tRCD + "-" + tRP + "-" + tRAS;
        }
    }

    private SpdRates() {}

    /**
     * The fastest first; empty for an image without a whole module. A rate counts when a supported CL covers tAA within tAAmax
     * (rounding and procedure: JESD21-C annexes K and L, JESD400-5, from memory). DDR2 stores its (tCK, CL) pairs.
     */
    public static List<Line> of(SpdReading reading) {
        Optional<Timings> timings = reading.spec().flatMap(s -> s.timings());
        if (timings.isEmpty()) {
            return List.of();
        }
        List<Line> lines = new ArrayList<>();
        if (reading.generation() == MemoryGeneration.DDR2) {
            List<Integer> cls = timings.get().casLatencies().toList();
            SpdKey[] clocks = {SpdKey.TCK_AT_CL_X, SpdKey.TCK_AT_CL_X_1, SpdKey.TCK_AT_CL_X_2};
            for (int i = 0; i < Math.min(3, cls.size()); i++) {
                int tck = reading.field(clocks[i]).map(SpdField::amount).orElse(-1);
                int cl = cls.get(cls.size() - 1 - i);
                Optional<Rates.Row> row = Rates.all().stream()
                        .filter(r -> r.generation() == MemoryGeneration.DDR2
                                && Math.abs(r.tckPs() - tck) * 200L <= r.tckPs())
                        .findFirst();
                row.ifPresent(r -> lines.add(line(reading, timings.get(), r.rate(), tck, cl)));
            }
            return lines;
        }
        int fastest = reading.field(SpdKey.TCK_MIN).orElseThrow().amount();
        for (Rates.Row row : Rates.all()) {
            if (row.generation() == reading.generation() && row.sold() && row.tckPs() >= fastest - 1) {
                int cl = lowestCl(reading.generation(), timings.get(), row.tckPs());
                if (cl > 0) {
                    lines.add(0, line(reading, timings.get(), row.rate(), row.tckPs(), cl));
                }
            }
        }
        return lines;
    }

    private static int lowestCl(MemoryGeneration generation, Timings t, int tck) {
        CasLatencies cls = t.casLatencies();
        int cl = cls.smallestFrom(
                ClockRounding.cyclesRoundedUp(generation, t.tAA().value(), tck));
        int longest = generation.tAAmaxPs().orElse(Integer.MAX_VALUE);
        return cl > 0 && (long) cl * tck <= longest ? cl : -1;
    }

    private static Line line(SpdReading reading, Timings t, DataRate rate, int tck, int cl) {
        MemoryGeneration g = reading.generation();
        int tRC = reading.field(SpdKey.TRC).map(SpdField::amount).orElse(-1);
        return new Line(
                rate,
                tck,
                cl,
                ClockRounding.cyclesRoundedUp(g, t.tRCD().value(), tck),
                ClockRounding.cyclesRoundedUp(g, t.tRP().value(), tck),
                ClockRounding.cyclesRoundedUp(g, t.tRAS().value(), tck),
                tRC <= 0 ? -1 : ClockRounding.cyclesRoundedUp(g, tRC, tck));
    }
}
