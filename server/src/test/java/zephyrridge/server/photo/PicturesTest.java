package zephyrridge.server.photo;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** A picture is bounded by the memory that is there, not by a number alone. */
class PicturesTest {
    @Test
    void fewerPixelsWhereThereIsLessMemory() {
        long small = 256L << 20;
        assertThat(Pictures.mostPixels(small)).isLessThanOrEqualTo(small / 16).isGreaterThan(10_000_000);
        assertThat(Pictures.mostPixels(64L << 30)).isEqualTo(Pictures.MOST_PIXELS);
    }
}
