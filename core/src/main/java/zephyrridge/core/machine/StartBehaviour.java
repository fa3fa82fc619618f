package zephyrridge.core.machine;

import java.util.List;
import java.util.Optional;

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
        firstStartSeconds = firstStartSeconds == null ? Optional.empty() : firstStartSeconds;
    }
}
