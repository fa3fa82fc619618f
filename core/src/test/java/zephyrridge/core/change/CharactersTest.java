package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CharactersTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "null",
            value = {
                "a\u000bb|ab",
                "D-1\u001dX|D-1X",
                "x\ud800y|xy",
                "\udc00|''",
                "\ud83d\udd27|\ud83d\udd27",
                "a\ufdd0\uffff|a"
            })
    void whatNobodyCanSeeIsTakenOut(String text, String fit) {
        assertThat(Characters.fit(text)).isEqualTo(fit);
        assertThat(Characters.areFit(text)).isEqualTo(text.equals(fit));
    }

    /** Lines and tabs stay; what is fit stays the same object; once fit, always fit. */
    @Test
    void fittingTwiceChangesNothing() {
        String plain = "two lines\n\tand more, \u00e4 \u6f22 \ud83d\udd27";
        assertThat(Characters.fit(plain)).isSameAs(plain);
        Random r = new Random(3);
        for (int i = 0; i < 20_000; i++) {
            char[] any = new char[r.nextInt(12)];
            for (int c = 0; c < any.length; c++) {
                any[c] = (char) (r.nextBoolean() ? r.nextInt(0x10000) : 0xD780 + r.nextInt(0x900));
            }
            String fit = Characters.fit(new String(any));
            assertThat(Characters.fit(fit)).isEqualTo(fit);
            assertThat(fit.codePoints().noneMatch(c -> c >= 0xD800 && c <= 0xDFFF))
                    .isTrue();
        }
    }
}
