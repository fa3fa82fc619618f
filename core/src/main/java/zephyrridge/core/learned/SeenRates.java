package zephyrridge.core.learned;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.RateCap;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.Rates;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.proof.ProofFinding;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Proof;
import zephyrridge.core.unit.Order;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/**
 * Rows for the record's rate table out of what was read in closed jobs: a rate below the expected one that somebody accepted, or one
 * read where no row names any, is how this model runs such a filling (R-10.7; common practice, no source).
 */
public final class SeenRates {
    private SeenRates() {}

    /** One row each, as the record would have it; none that the record says already. */
    public static List<RateCap> of(Bench bench, List<Unit> closed, String source) {
        List<RateCap> rows = new ArrayList<>();
        for (Unit u : closed) {
            row(bench, u, source)
                    .filter(r -> !bench.record().controller().caps().contains(r) && !rows.contains(r))
                    .ifPresent(rows::add);
        }
        return List.copyOf(rows);
    }

    private static Optional<RateCap> row(Bench bench, Unit u, String source) {
        MachineRecord record = bench.record();
        Proof proof = Assessment.of(bench, new Work(new Order("", ""), u)).proof();
        Optional<Proof.Try> last = proof.lastCounting().filter(SeenRates::isNews);
        return last.flatMap(t -> t.start()
                        .readout()
                        .megatransfers()
                        .flatMap(shown -> named(record, shown))
                        .filter(r -> record.controller().steps().stream().anyMatch(top -> top.compareTo(r) >= 0)))
                .flatMap(rate ->
                        filling(record, u.layout(record, last.get().start().arrangement()), rate, source));
    }

    /** A rate below the expected one that somebody accepted, or the first that was read of a filling that no row names. */
    private static boolean isNews(Proof.Try t) {
        Comparison.Line rate = t.comparison().line(Comparison.Field.RATE);
        return t.accepted().contains(Comparison.Field.RATE) && rate.verdict() == Comparison.Verdict.DIFFERENT
                || rate.findings().stream().anyMatch(f -> f.code() == ProofFinding.PROOF_RATE_FIRST_READ);
    }

    /** The generation's rate of such a name, one off for a clock that was doubled. */
    private static Optional<DataRate> named(MachineRecord record, int shown) {
        return Rates.all().stream()
                .filter(r -> r.generation() == record.controller().generation())
                .map(Rates.Row::rate)
                .filter(r -> Math.abs(r.name() - shown) <= 1)
                .findFirst();
    }

    private static Optional<RateCap> filling(MachineRecord record, Layout layout, DataRate rate, String source) {
        Map<String, List<ModuleSpec>> byChannel = new HashMap<>();
        int ranks = 0;
        for (int p = 0; p < layout.size(); p++) {
            Optional<ModuleSpec> m = layout.isThere(record, p) ? layout.module(p) : Optional.empty();
            if (m.isPresent()) {
                ranks = Math.max(ranks, m.get().organisation().packageRanks());
                record.positions().get(p).channels().forEach(c -> byChannel
                        .computeIfAbsent(c, k -> new ArrayList<>())
                        .add(m.get()));
            }
        }
        if (byChannel.isEmpty()) {
            return Optional.empty();
        }
        int modules = byChannel.values().stream().mapToInt(List::size).max().orElse(0);
        boolean unlike = byChannel.values().stream().anyMatch(SeenRates::areUnlike);
        return Optional.of(new RateCap(
                Optional.of(modules),
                Optional.of(ranks),
                unlike ? Optional.of(true) : Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                rate,
                source));
    }

    private static boolean areUnlike(List<ModuleSpec> in) {
        Set<Object> sizes = new HashSet<>();
        in.forEach(m -> sizes.add(m.capacity()));
        return sizes.size() > 1;
    }
}
