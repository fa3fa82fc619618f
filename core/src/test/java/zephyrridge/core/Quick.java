package zephyrridge.core;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.QuickRecord;
import zephyrridge.core.machine.Shape;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.Rates;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/** Quick records for tests: like channels behind a hatch, at the generation's highest rate. */
public final class Quick {
    private Quick() {}

    public static QuickRecord alike(MemoryGeneration generation, int channels, int sockets, Optional<ByteSize> bank) {
        List<QuickRecord.Spot> channel = new ArrayList<>();
        bank.ifPresent(b -> channel.add(QuickRecord.Spot.bank(b)));
        channel.addAll(Collections.nCopies(sockets, QuickRecord.Spot.socket()));
        return record(
                generation, FormFactor.SO_DIMM, Collections.nCopies(channels, channel), QuickRecord.Plug.UNDER_MAIN);
    }

    public static QuickRecord of(
            Shape shape, MemoryGeneration generation, Optional<ByteSize> bank, QuickRecord.Plug plug) {
        return record(generation, shape.form(), QuickRecord.channels(shape, bank), plug);
    }

    private static QuickRecord record(
            MemoryGeneration generation,
            FormFactor form,
            List<List<QuickRecord.Spot>> channels,
            QuickRecord.Plug plug) {
        boolean second = channels.stream().flatMap(List::stream).anyMatch(QuickRecord.Spot::second);
        return new QuickRecord(
                "x",
                "Quarrow",
                "Tor",
                "",
                MachineKind.LAPTOP,
                generation,
                form,
                channels,
                1,
                top(generation),
                new QuickRecord.Way(QuickRecord.WayIn.HATCH, 4),
                second ? Optional.of(new QuickRecord.Way(QuickRecord.WayIn.KEYBOARD, 18)) : Optional.empty(),
                plug,
                Optional.empty(),
                Optional.empty());
    }

    private static DataRate top(MemoryGeneration generation) {
        return Rates.all().stream()
                .filter(r -> r.generation() == generation && (r.sold() || generation.isLowPower()))
                .map(Rates.Row::rate)
                .max(java.util.Comparator.naturalOrder())
                .orElseThrow();
    }
}
