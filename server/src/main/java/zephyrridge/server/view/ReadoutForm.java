package zephyrridge.server.view;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.proof.Measured;
import zephyrridge.core.proof.Readout;
import zephyrridge.server.text.Texts;

/** Readings as pages show and take them: sizes with their unit, the rate as the readout shows it. */
public record ReadoutForm(
        Optional<String> firmwareTotal,
        Optional<String> systemTotal,
        Optional<String> usable,
        Optional<Integer> rate,
        Optional<Readout.RateUnit> rateUnit,
        Optional<Integer> casLatency,
        Optional<Integer> positionsFilled,
        Optional<Integer> ranks,
        Optional<Integer> channels,
        Optional<String> positionsListed,
        Optional<Integer> bandwidthMegabytes,
        Optional<Readout.Test> test,
        Optional<Measured.Threads> threads,
        Optional<String> peakInUse,
        Optional<Integer> testPasses,
        Optional<Integer> testErrors,
        Optional<Integer> testMinutes,
        List<Comparison.Field> cannotRead,
        String conditions) {
    public static ReadoutForm of(Readout r) {
        return new ReadoutForm(
                r.firmwareTotal().map(Texts::size),
                r.systemTotal().map(Texts::size),
                r.usable().map(Texts::size),
                r.rate(),
                r.rateUnit(),
                r.casLatency(),
                r.positionsFilled(),
                r.ranks(),
                r.channels(),
                r.listed().isEmpty() ? Optional.empty() : Optional.of(String.join(", ", r.listed())),
                r.bandwidth().map(b -> (int) b.megabytes()),
                r.test(),
                r.threads(),
                r.peakInUse().map(Texts::size),
                r.testPasses(),
                r.testErrors(),
                r.testMinutes(),
                List.copyOf(r.cannotRead()),
                r.conditions());
    }
}
