package zephyrridge.core.layout;

import java.util.Optional;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.quantity.Picoseconds;

/**
 * What one clock domain runs at.
 *
 * @param domain the processor, or "" for the whole machine
 * @param rate empty where no common rate exists or the domain is empty
 * @param clocks CL-tRCD-tRP-tRAS; empty where a module's timings are unknown
 */
public record RateResult(String domain, Optional<DataRate> rate, Optional<Clocks> clocks) {
    /** @param firstWord first-word latency, CL x 2000 / rate ns, rounded to nearest ps */
    public record Clocks(int cl, int tRCD, int tRP, int tRAS, Picoseconds firstWord) {
        @Override
        public String toString() {
            return cl + "-" + tRCD + "-" + tRP + "-" + tRAS;
        }
    }
}
