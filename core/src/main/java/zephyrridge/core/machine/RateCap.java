package zephyrridge.core.machine;

import java.util.Optional;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.quantity.DataRate;

/**
 * One row of the record's rate table; empty conditions match anything, and the first matching row counts.
 *
 * @param modules modules in the fullest channel of the clock domain, soldered banks included
 * @param ranks largest package ranks of a module in the domain
 * @param unlikeSizes whether some channel holds modules of different sizes
 * @param allChannelsFilled whether every channel of the domain holds something
 */
public record RateCap(
        Optional<Integer> modules,
        Optional<Integer> ranks,
        Optional<Boolean> unlikeSizes,
        Optional<Buffering> buffering,
        Optional<Boolean> allChannelsFilled,
        DataRate rate,
        String source) {

    public boolean matches(
            int modules, int ranks, boolean unlikeSizes, Buffering buffering, boolean allChannelsFilled) {
        return this.modules.map(m -> m == modules).orElse(true)
                && this.ranks.map(r -> r == ranks).orElse(true)
                && this.unlikeSizes.map(u -> u == unlikeSizes).orElse(true)
                && this.buffering.map(b -> b == buffering).orElse(true)
                && this.allChannelsFilled.map(a -> a == allChannelsFilled).orElse(true);
    }
}
