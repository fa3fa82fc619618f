package zephyrridge.core.reading.dialog;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Forms are invented: how tests and measurements print what they found. */
class PrintoutTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Passes: 4/4  Errors: 0  Time: 03:42:10 | 4 | 0 | 222",
                "2 passes completed, no errors | 2 | 0 | ",
                "pass 1 done~errors: 0~pass 2 done~passes done: 2~errors: 3 | 2 | 3 | ",
                "Elapsed 1:05:00~Pass completed: 1~12 errors | 1 | 12 | 65",
                "Error at 0x1a2b3c40: expected ffffffff, got fffffffd~Passes: 1~Errors: 1 | 1 | 1 | "
            })
    void aMemoryTestTellsWhatItFinished(String text, int passes, int errors, Integer minutes) {
        Printout p = Printout.of(text.replace('~', '\n'));
        assertThat(p.passes()).contains(passes);
        assertThat(p.errors()).contains(errors);
        assertThat(p.minutes()).isEqualTo(Optional.ofNullable(minutes));
    }

    /** A pass that runs is none; an address that failed and no errors cannot both be. */
    @Test
    void whatIsNotDoneOrContradictsIsNotSaid() {
        assertThat(Printout.of("Pass 3 of 4 running, test 7").passes()).isEmpty();
        Printout p = Printout.of("Failed at 0x00112233, wrote 55, got 54\nPasses: 2\nErrors: 0");
        assertThat(p.passes()).isEmpty();
        assertThat(p.errors()).isEmpty();
        assertThat(Printout.of("Installed RAM 16.0 GB (15.4 GB usable)")).isEqualTo(Printout.NONE);
        assertThat(Printout.of("Time 12:30:00")).isEqualTo(Printout.NONE);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Read: 38.1 GB/s | 38100 | READ | ",
                "threads: all~copy 35120 MB/s~write 20,5 GB/s | 35120 | COPY | false",
                "read, 1 thread: 12.0 GB/s | 12000 | READ | true",
                "read, one thread 12.0 GB/s~read, all threads 38.0 GB/s~read, all threads 40.0 GB/s | 39000 | READ | false",
                "8 threads~Read (sequential) ... 32 GiB/s | 34360 | READ | "
            })
    void aMeasurementTellsItsFigureItsKindAndItsThreads(String text, long figure, Printout.Kind kind, Boolean one) {
        Printout p = Printout.of(text.replace('~', '\n'));
        assertThat(p.megabytesPerSecond()).contains(figure);
        assertThat(p.kind()).contains(kind);
        assertThat(p.oneThread()).isEqualTo(Optional.ofNullable(one));
        assertThat(p.passes()).isEmpty();
    }

    @Test
    void anyTextIsTaken() {
        Random random = new Random(252);
        for (int i = 0; i < 500; i++) {
            StringBuilder text = new StringBuilder();
            for (int n = random.nextInt(200); n > 0; n--) {
                text.append("passes: errors 0x read 1GB/s\n:,".charAt(random.nextInt(31)));
            }
            assertThat(Printout.of(text.toString())).isNotNull();
        }
    }
}
