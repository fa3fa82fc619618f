package zephyrridge.core.range;

import java.util.Optional;
import java.util.SortedMap;
import zephyrridge.core.now.Now;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.unit.Unit;

/** What lies where in truth, by what was done; a job may call it otherwise, or know nothing of it. */
interface Reality {
    /** Pieces by position. */
    SortedMap<String, String> arrangement(Unit unit);

    /** The piece that a job calls by this key; the key itself where there is none. */
    String piece(Unit unit, String key);

    /** What it shows of the rate it runs at; empty where nothing is known of its modules. */
    Optional<DataRate> rate(Unit unit);

    /** A job that is right about all that lies in its machine. */
    Reality AS_LOGGED = new Reality() {
        @Override
        public SortedMap<String, String> arrangement(Unit unit) {
            return Now.of(unit).inIt();
        }

        @Override
        public String piece(Unit unit, String key) {
            return key;
        }

        @Override
        public Optional<DataRate> rate(Unit unit) {
            return Optional.empty();
        }
    };

    static Reality of(Secret secret) {
        return new Reality() {
            @Override
            public SortedMap<String, String> arrangement(Unit unit) {
                return secret.arrangement(unit);
            }

            @Override
            public String piece(Unit unit, String key) {
                return secret.named(unit, key).map(Piece::id).orElse(key);
            }

            @Override
            public Optional<DataRate> rate(Unit unit) {
                return Optional.of(secret.rate(unit));
            }
        };
    }
}
