package zephyrridge.core.reading.sticker;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Rule; names are invented. */
class StickerTest {
    private static final List<String> NAMES = List.of(
            "Skerrow Tern 14",
            "Skerrow Tern 16",
            "Skerrow Tern 16 G2",
            "Quarrow Fell 13",
            "Lowmoor Cairn",
            "Pennick Box S7",
            "Pennick Box S1");

    private static List<String> named(String... lines) {
        return Sticker.of(List.of(lines)).named(NAMES).stream()
                .filter(Sticker.Named::whole)
                .map(Sticker.Named::name)
                .toList();
    }

    @Test
    void aNameIsFoundAmongAllElse() {
        assertThat(named("19.5 V  3.34 A", "Skerrow", "Model: TERN 16   P/N 5520-77", "Made in the north"))
                .containsExactly("Skerrow Tern 16");
        assertThat(named("SKERROW TERN-14")).containsExactly("Skerrow Tern 14");
    }

    @Test
    void theLongerNameIsMeantWhereBothStandThere() {
        assertThat(named("Skerrow Tern 16 G2")).containsExactly("Skerrow Tern 16 G2");
    }

    @Test
    void lettersMayBeMisreadAndFiguresNot() {
        assertThat(named("5kerr0w Tem 16")).isEmpty();
        assertThat(named("5kerr0w Terri 16")).isEmpty();
        assertThat(named("Skerraw Tern I6")).containsExactly("Skerrow Tern 16");
        assertThat(named("Skerrow Tern 18")).isEmpty();
        assertThat(named("Pennick Box 57")).containsExactly("Pennick Box S7");
        assertThat(named("Pennick Box SI")).containsExactly("Pennick Box S1");
    }

    @Test
    void withoutTheMakerItIsNotWhole() {
        assertThat(Sticker.of(List.of("Fell 13")).named(NAMES))
                .containsExactly(new Sticker.Named("Quarrow Fell 13", false, 0));
        assertThat(Sticker.of(List.of("Cairn")).named(NAMES)).isEmpty();
    }

    @Test
    void wordsFarFromEachOtherAreNoName() {
        assertThat(named("Skerrow", "19 V", "Tern", "65 W", "16")).isEmpty();
    }

    /** Whatever stands on it besides, a name that stands on it is found, and no other one with figures. */
    @Test
    void whatStandsBesideItChangesNothing() {
        Random random = new Random(41);
        List<String> noise = List.of("INPUT 100-240V", "S/N 8Z2K-115", "FCC", "65W", "Rev. B", "Lot 2231", "Class 1");
        for (int i = 0; i < 500; i++) {
            String name = NAMES.get(random.nextInt(NAMES.size()));
            List<String> lines = new ArrayList<>(noise.subList(0, random.nextInt(noise.size() + 1)));
            lines.add(random.nextBoolean() ? name : "Model " + name.toUpperCase(java.util.Locale.ROOT));
            Collections.shuffle(lines, random);
            assertThat(named(lines.toArray(String[]::new))).as(lines.toString()).containsExactly(name);
        }
    }
}
