package zephyrridge.core.range;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import zephyrridge.core.log.Entry;

/** The simulated bench keeps to its own truth: the same seed the same machine, and nothing to ask of it but a start. */
class SimulatedTest {
    private static final SortedMap<String, String> BOTH = new TreeMap<>(Map.of("A", "m1", "B", "m2"));

    private static Simulated machine(long fewest, boolean doubled, long seed, Hidden... truth) {
        return new Simulated(
                new Simulated.Build(
                        new TreeMap<>(Map.of("A", "0", "B", "1", "bank", "0")),
                        new TreeMap<>(Map.of("bank", 2048L)),
                        new TreeMap<>(Map.of("m1", "k", "m2", "other")),
                        // The bag of m2 says 8 GB; what is in it is 4.
                        new TreeMap<>(Map.of("m1", 8192L, "m2", 4096L)),
                        fewest,
                        doubled,
                        true),
                List.of(truth),
                seed);
    }

    private static Hidden always(Hidden.Kind kind, String subject, String other) {
        return new Hidden(kind, subject, other, 1, 0, 0, 0, false);
    }

    private static Simulated.Sight start(Simulated m, Map<String, String> fill, Entry.Action... actions) {
        return m.start(new TreeMap<>(fill), Set.of(), Set.of(actions), false, 0);
    }

    /** Of many starts, so that the rare leak of a dark one does not matter. */
    private static long dark(long starts, Map<String, String> fill, Hidden... truth) {
        long dark = 0;
        for (long seed = 0; seed < starts; seed++) {
            dark += start(machine(0, false, seed, truth), fill).dark() ? 1 : 0;
        }
        return dark;
    }

    @Test
    void whatIsReallyInItIsCounted() {
        Simulated.Sight s = start(machine(0, false, 3), BOTH);
        assertThat(s.dark()).isFalse();
        assertThat(s.firmwareMebibytes()).contains(2048L + 8192 + 4096);
        assertThat(s.listed()).containsExactlyInAnyOrder("A", "B", "bank");
    }

    @Test
    void aLyingFirmwareAndASmallSystemShowWhatTheyShow() {
        assertThat(start(machine(0, true, 3), BOTH).firmwareMebibytes()).contains(2 * 2048L + 8192 + 4096);
        Simulated.Sight small = start(machine(3328, false, 3), BOTH);
        assertThat(small.systemMebibytes()).contains(3328L);
        assertThat(small.firmwareMebibytes()).contains(2048L + 8192 + 4096);
    }

    @Test
    void theSameSeedIsTheSameMachine() {
        Hidden weak = new Hidden(Hidden.Kind.DEAD_MODULE, "m1", "", .4, .3, .1, .1, false);
        for (long seed = 0; seed < 50; seed++) {
            Simulated a = machine(0, false, seed, weak);
            Simulated b = machine(0, false, seed, weak);
            for (int i = 0; i < 5; i++) {
                assertThat(start(a, BOTH)).isEqualTo(start(b, BOTH));
            }
        }
    }

    @Test
    void aFaultShowsWhereItsPartIsAndNowhereElse() {
        Map<String, String> swapped = Map.of("A", "m2", "B", "m1");
        Map<String, String> alone = Map.of("B", "m2");
        assertThat(dark(200, BOTH, always(Hidden.Kind.ORDER_QUIRK, "k", "A"))).isEqualTo(200);
        assertThat(dark(200, swapped, always(Hidden.Kind.ORDER_QUIRK, "k", "A")))
                .isLessThan(12);
        assertThat(dark(200, alone, always(Hidden.Kind.BAD_SOCKET, "A", ""))).isLessThan(12);
        assertThat(dark(200, alone, always(Hidden.Kind.KIND_TOO_LARGE, "k", "")))
                .isLessThan(12);
        assertThat(dark(200, BOTH, always(Hidden.Kind.KINDS_QUARREL, "k", "other")))
                .isEqualTo(200);
        assertThat(dark(200, alone, always(Hidden.Kind.KINDS_QUARREL, "k", "other")))
                .isLessThan(12);
        assertThat(dark(200, alone, always(Hidden.Kind.BAD_CHANNEL, "0", "")))
                .as("the soldered bank is in it")
                .isEqualTo(200);
    }

    @Test
    void whatIsDoneCuresWhatItCures() {
        int cured = 0;
        for (long seed = 0; seed < 300; seed++) {
            Simulated m = machine(0, false, seed, always(Hidden.Kind.BAD_COMPANION, "", ""));
            assertThat(start(m, BOTH).dark()).isTrue();
            cured += start(m, BOTH, Entry.Action.COMPANION).dark() ? 0 : 1;
        }
        assertThat(cured).isBetween(240, 295);
    }

    @Test
    void aModuleElsewhereShowsOnlyItself() {
        Simulated bad = machine(0, false, 1, always(Hidden.Kind.DEAD_MODULE, "m1", ""));
        assertThat(bad.elsewhere("m1", 1).dark()).isTrue();
        assertThat(bad.elsewhere("m2", 1).dark()).isFalse();
        Simulated socket = machine(0, false, 1, always(Hidden.Kind.BAD_SOCKET, "A", ""));
        assertThat(socket.elsewhere("m1", 1).dark()).isFalse();
    }
}
