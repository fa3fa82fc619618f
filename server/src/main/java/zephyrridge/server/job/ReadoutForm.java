package zephyrridge.server.job;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Optional;
import zephyrridge.core.proof.Readout;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;

/** Readings as they are typed: sizes with their unit ("16 GB", "7,7 GB", "15872 MB"), the rate as the readout shows it. */
record ReadoutForm(Optional<@Size(max = 40) String> firmwareTotal, Optional<@Size(max = 40) String> systemTotal, Optional<@Size(max = 40) String> usable,
        Optional<@Min(1) @Max(20_000) Integer> rate, Optional<@Min(0) @Max(512) Integer> positionsFilled,
        Optional<@Min(1) @Max(10_000_000) Integer> bandwidthMegabytes, @NotNull Readout.Test test, @NotNull Readout.Threads threads,
        Optional<@Size(max = 40) String> peakInUse, Optional<@Min(0) @Max(10_000) Integer> testPasses, Optional<@Min(0) @Max(1_000_000_000) Integer> testErrors,
        @NotNull @Size(max = 500) String conditions) {

    static ReadoutForm of(Readout r) {
        return new ReadoutForm(r.firmwareTotal().map(Texts::size), r.systemTotal().map(Texts::size), r.usable().map(Texts::size), r.rate(), r.positionsFilled(),
                r.bandwidth().map(b -> (int) b.megabytes()), r.test(), r.threads(), r.peakInUse().map(Texts::size), r.testPasses(), r.testErrors(), r.conditions());
    }

    Readout toReadout() {
        return new Readout(size("firmwareTotal", firmwareTotal), size("systemTotal", systemTotal), size("usable", usable), rate, positionsFilled,
                bandwidthMegabytes.map(Bandwidth::ofMegabytes), test, threads, size("peakInUse", peakInUse), testPasses, testErrors, conditions);
    }

    private static Optional<ByteSize> size(String field, Optional<String> text) {
        if (text.isEmpty() || text.get().isBlank()) {
            return Optional.empty();
        }
        try {
            return Optional.of(ByteSize.parse(text.get().replace(',', '.')));
        } catch (IllegalArgumentException | ArithmeticException e) {
            throw Problem.invalid(field, "\"" + text.get() + "\" is no memory size. Write it with its unit, like 16 GB or 15872 MB.");
        }
    }
}
