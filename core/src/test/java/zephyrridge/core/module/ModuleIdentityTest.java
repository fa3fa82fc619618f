package zephyrridge.core.module;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.finding.Evidence;

class ModuleIdentityTest {
    private static Claim claim(ModuleField field, String value, SourceKind kind, double reliability) {
        return new Claim(field, value, kind, kind.name(), reliability, Evidence.COMMON_PRACTICE);
    }

    private static ModuleIdentity.Held ranks(Claim... claims) {
        return ModuleIdentity.of(List.of(claims)).field(ModuleField.RANKS).orElseThrow();
    }

    /** By hand: chip .99 gives odds 99, label .97 gives 32.33; the label's word against it leaves 99 / (99 + 32.33 + 1). */
    @Test
    void oddsAreThoseOfTheReliabilities() {
        ModuleIdentity.Held held = ranks(
                claim(ModuleField.RANKS, "2", SourceKind.CHIP, 0.99),
                claim(ModuleField.RANKS, "1", SourceKind.LABEL, 0.97));
        assertThat(held.value()).isEqualTo("2");
        assertThat(held.contradicted()).isTrue();
        assertThat(held.certainty()).isCloseTo(99 / (99 + 0.97 / 0.03 + 1), within(1e-9));
    }

    /** Ten listings that repeat the firmware are no more than the firmware; a second origin is. */
    @Test
    void echoesCountOnce() {
        List<Claim> echoes = new ArrayList<>(List.of(claim(ModuleField.CAPACITY, "8 GiB", SourceKind.FIRMWARE, 0.9)));
        double once = ModuleIdentity.of(echoes)
                .field(ModuleField.CAPACITY)
                .orElseThrow()
                .certainty();
        echoes.addAll(Collections.nCopies(10, claim(ModuleField.CAPACITY, "8 GiB", SourceKind.LISTING, 0.9)));
        assertThat(ModuleIdentity.of(echoes)
                        .field(ModuleField.CAPACITY)
                        .orElseThrow()
                        .certainty())
                .isEqualTo(once);
        echoes.add(claim(ModuleField.CAPACITY, "8 GiB", SourceKind.LABEL, 0.9));
        assertThat(ModuleIdentity.of(echoes)
                        .field(ModuleField.CAPACITY)
                        .orElseThrow()
                        .certainty())
                .isGreaterThan(once);
        // And against a label of .97 ten echoes of .9 do not win.
        echoes.removeIf(c -> c.kind() == SourceKind.LABEL);
        echoes.add(claim(ModuleField.CAPACITY, "16 GiB", SourceKind.LABEL, 0.97));
        assertThat(ModuleIdentity.of(echoes).value(ModuleField.CAPACITY)).isEqualTo("16 GiB");
    }

    @Test
    void theOrderOfClaimsDoesNotMatter() {
        Random random = new Random(3);
        List<Claim> claims = List.of(
                claim(ModuleField.RANKS, "2", SourceKind.CHIP, 0.95),
                claim(ModuleField.RANKS, "1", SourceKind.FIRMWARE, 0.6),
                claim(ModuleField.RANKS, "2", SourceKind.LABEL, 0.97),
                claim(ModuleField.RANKS, "1", SourceKind.LISTING, 0.6));
        ModuleIdentity.Held first =
                ModuleIdentity.of(claims).field(ModuleField.RANKS).orElseThrow();
        for (int i = 0; i < 50; i++) {
            List<Claim> shuffled = new ArrayList<>(claims);
            Collections.shuffle(shuffled, random);
            ModuleIdentity.Held held =
                    ModuleIdentity.of(shuffled).field(ModuleField.RANKS).orElseThrow();
            assertThat(held.value()).isEqualTo(first.value());
            assertThat(held.certainty()).isCloseTo(first.certainty(), within(1e-12));
        }
    }

    @Test
    void serialsMayBePrintedWithTheirBytesReversed() {
        assertThat(Claim.same(ModuleField.SERIAL, "01020304", "04030201")).isTrue();
        assertThat(Claim.same(ModuleField.SERIAL, "01020304", "04030211")).isFalse();
        assertThat(Claim.same(ModuleField.PART_NUMBER, "01020304", "04030201")).isFalse();
    }

    @Test
    void aHandOverrulesAllOthers() {
        assertThat(ranks(
                                claim(ModuleField.RANKS, "2", SourceKind.CHIP, 0.99),
                                claim(ModuleField.RANKS, "1", SourceKind.HAND, 0.999))
                        .value())
                .isEqualTo("1");
    }

    @ParameterizedTest
    @CsvSource({
        "CAPACITY, 8gb, 8 GiB",
        "RATE, 2667, 2666 MT/s",
        "DEVICE_WIDTH, 8, x8",
        "FORM_FACTOR, so-dimm, SO_DIMM",
        "BUFFERING, load reduced, LOAD_REDUCED",
        "ECC, Yes, yes"
    })
    void whatIsTypedBecomesCanonical(ModuleField field, String typed, String canonical) {
        assertThat(field.canonical(typed)).isEqualTo(canonical);
    }

    @ParameterizedTest
    @CsvSource({"CAPACITY, much", "RATE, fast", "DEVICE_WIDTH, 7", "RANKS, 5", "GENERATION, DDR9", "ECC, perhaps"})
    void whatAFieldCannotBeIsRefused(ModuleField field, String typed) {
        assertThatThrownBy(() -> field.canonical(typed)).isInstanceOf(IllegalArgumentException.class);
    }
}
