package zephyrridge.core.fault;

import java.util.Optional;

/** What a test costs at this very machine as it lies there. */
public interface Effort {
    /** @return whole minutes, at least 1; empty where the test cannot be made: no recovery key, a module that does not go in */
    Optional<Integer> minutes(Arrangement now, Probe probe);
}
