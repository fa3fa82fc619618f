package zephyrridge.core.machine;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.module.MemoryGeneration;

/**
 * What this model does at the first start after memory was changed.
 *
 * @param needsMains starts only on mains after its battery was unplugged
 * @param asksForKey stops with a message that wants a key
 * @param losesClock loses clock and settings while unplugged
 * @param coverOffSafe the record says that a test start with the cover off is safe
 * @param signals light or sound codes of its own that mean memory
 * @param firstStartSeconds that training takes in this model, as it was measured; empty where nobody did: then it follows from
 *     generation and size
 */
public record StartBehaviour(
        boolean needsMains,
        boolean asksForKey,
        boolean losesClock,
        boolean coverOffSafe,
        List<String> signals,
        Optional<Integer> firstStartSeconds) {
    public StartBehaviour {
        signals = List.copyOf(signals);
    }

    /** @param from seconds that a first start with training may take; {@code to} the most that is still usual */
    public record FirstStart(int from, int to) {}

    /** How long a first start may take with so many modules in it, common practice, no source. */
    public FirstStart firstStart(MachineKind kind, MemoryGeneration generation, int modules) {
        if (firstStartSeconds.isPresent()) {
            return new FirstStart(firstStartSeconds.get(), 2 * firstStartSeconds.get());
        }
        if (kind == MachineKind.SERVER) {
            return new FirstStart(60, 300);
        }
        return switch (generation) {
            case DDR, DDR2, DDR3 -> new FirstStart(1, 5);
            case DDR4, LPDDR4 -> new FirstStart(5, 40);
            case DDR5, LPDDR5 -> new FirstStart(30, modules >= 4 ? 900 : 300);
        };
    }
}
