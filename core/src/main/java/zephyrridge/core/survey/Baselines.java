package zephyrridge.core.survey;

import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.Claim;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.module.ModuleIdentity;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.dialog.DialogReading;
import zephyrridge.core.reading.dialog.Meaning;
import zephyrridge.core.reading.dialog.Printed;
import zephyrridge.core.reading.listing.ListedModule;

/** Totals, rate and counts as they were before anything was changed: the first source that says each of them. */
final class Baselines {
    private Baselines() {}

    static Survey.Baseline of(List<Source> sources, List<Position> positions, Collection<List<Claim>> claims) {
        Optional<ByteSize> total = Optional.empty();
        Optional<ByteSize> systemTotal = Optional.empty();
        Optional<ByteSize> usable = Optional.empty();
        Optional<Integer> filled = Optional.empty();
        Optional<Integer> printedRate = Optional.empty();
        Optional<Integer> wordBits = Optional.empty();
        for (Source source : sources) {
            List<ListedModule> modules = List.of();
            if (source.content() instanceof Recognised.Firmware f
                    && Totals.missing(f.reading()).isEmpty()) {
                total = total.or(() -> Optional.of(f.reading().fitted()));
                filled = filled.or(() -> Optional.of((int) Listed.of(f.reading(), positions).stream()
                        .filter(Listed::filled)
                        .count()));
            } else if (source.content() instanceof Recognised.Listing l) {
                modules = l.reading().modules();
            } else if (source.content() instanceof Recognised.Dialog d) {
                modules = d.reading().modules();
                systemTotal =
                        systemTotal.or(() -> d.reading().size(Meaning.INSTALLED).map(Printed::size));
                usable = usable.or(() -> d.reading().size(Meaning.VISIBLE).map(Printed::size));
                filled = filled.or(() -> d.reading().slots().map(DialogReading.Slots::used));
                printedRate = printedRate.or(() -> d.reading().rate().map(DialogReading.Rate::number));
                wordBits = wordBits.or(d.reading()::wordBits);
            }
            if (!modules.isEmpty() && Totals.isWhole(modules)) {
                List<ListedModule> all = modules;
                total = total.or(() -> Optional.of(
                        all.stream().flatMap(m -> m.size().stream()).reduce(ByteSize.ZERO, ByteSize::plus)));
                filled = filled.or(() -> Optional.of(
                        (int) all.stream().filter(ListedModules::isFilled).count()));
            }
        }
        Optional<DataRate> running = claims.stream()
                .map(ModuleIdentity::of)
                .flatMap(i -> i.field(ModuleField.RUNNING).stream())
                .map(h -> DataRate.parse(h.value()))
                .min(Comparator.naturalOrder());
        Optional<Integer> rate = printedRate;
        return new Survey.Baseline(
                total, systemTotal, usable, running.map(DataRate::name).or(() -> rate), filled, wordBits);
    }
}
