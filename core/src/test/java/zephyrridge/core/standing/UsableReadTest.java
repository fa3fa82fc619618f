package zephyrridge.core.standing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.change.StartChange;
import zephyrridge.core.change.Walk;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.Host;
import zephyrridge.core.quantity.ByteSize;

/** What is usable follows what was read in this very machine (R-3.9; arithmetic). */
class UsableReadTest {
    private static StartChange.EnterReadout before(String total, String usable) {
        return new StartChange.EnterReadout(
                StartChange.Phase.BEFORE, Optional.empty(), java.util.Map.of("firmwareTotal", total, "usable", usable));
    }

    /** The record says 384 MiB, the machine keeps 512: so it will with more in it. */
    @Test
    void whatItKeepsWasRead() {
        Walk w = new Walk(Walk.LAPTOP, HouseRules.DEFAULT).planned();
        assertThat(w.assess().plan().usable()).isEqualTo(ByteSize.ofMebibytes(12 * 1024 - 384));
        w.does(before("4 GB", "3.5 GB"));
        assertThat(w.assess().found().usable()).isEqualTo(ByteSize.ofMebibytes(3584));
        assertThat(w.assess().plan().usable()).isEqualTo(ByteSize.ofMebibytes(12 * 1024 - 512));
    }

    @ParameterizedTest
    @CsvSource({
        // installed, usable, bits, ceiling in GiB: what it keeps is known
        "16384, 14234, 64, , true",
        "16384, 16384, 64, 128, true",
        // Something else explains the difference, or nobody would take it for granted, or it cannot be.
        "16384, 16100, 64, 8, false",
        "4096, 3300, 32, , false",
        "8192, 4096, 64, , false",
        "8192, 9000, 64, , false"
    })
    void onlyWhereNothingElseLimitsIt(int installed, int usable, int bits, Integer ceiling, boolean known) {
        Host host = new Host(bits, Optional.ofNullable(ceiling).map(ByteSize::ofGibibytes), Host.MemoryMode.INDEPENDENT)
                .reading(Optional.of(ByteSize.ofMebibytes(installed)), Optional.of(ByteSize.ofMebibytes(usable)));
        assertThat(host.kept())
                .isEqualTo(known ? Optional.of(ByteSize.ofMebibytes(installed - usable)) : Optional.empty());
    }
}
