package zephyrridge.core.machine;

import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.ModuleSpec;

/**
 * A place where memory is or can be: a socket, or a soldered bank.
 *
 * @param label what the board or the manual calls it
 * @param channels the channels it feeds: one, or several for a CAMM2 socket
 * @param soldered the bank, when this is no socket
 * @param socket how a module goes in, when this is a socket
 * @param fillOrder the order in which its channel wants to be filled, 1 first
 * @param carrier the carrier it sits on, when it has one
 * @param provenance where this entry comes from
 * @param access alternative sets of parts that must be off to reach it; empty: open to the hand
 */
public record Position(
        String id,
        String label,
        List<String> channels,
        FormFactor formFactor,
        Optional<ModuleSpec> soldered,
        Optional<Socket> socket,
        int fillOrder,
        Optional<String> carrier,
        List<Set<String>> access,
        Provenance provenance) {
    public Position {
        channels = List.copyOf(channels);
        access = access.stream()
                .map(parts -> Collections.unmodifiableSet(new LinkedHashSet<>(parts)))
                .toList();
    }

    public boolean isSoldered() {
        return soldered.isPresent();
    }
}
