package zephyrridge.core.unit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.quantity.ByteSize;

/** Owners' words, invented. */
class WishTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "32 GB, please|32",
                "32GB|32",
                "Should have 24 gigs for photos|24",
                "as much memory as makes sense|",
                "a bigger SSD, 500 GB or so|",
                "has 8 GB, wants 16 GB of memory for lessons|16",
                "16 GB or 32 GB, whichever|",
                "48 GB and a new 1000 GB drive|48",
                "model 16GBX|",
                "0 GB|",
                "4.5 GB|",
                "''|"
            })
    void whatTheWordsSay(String wish, Integer gigabytes) {
        assertThat(Wish.memory(wish)).isEqualTo(Optional.ofNullable(gigabytes).map(ByteSize::ofGibibytes));
    }
}
