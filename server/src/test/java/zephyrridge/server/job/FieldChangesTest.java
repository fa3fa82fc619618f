package zephyrridge.server.job;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import zephyrridge.server.document.Differences;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.FieldChange;

class FieldChangesTest {
    private static final FieldChanges CHANGES = new FieldChanges(new Texts());

    private static FieldChange change(String path, String before, String after) {
        return CHANGES.of(List.of(new Differences.Field(path, before, after))).get(0);
    }

    /** A size is kept to the byte, and nobody reads bytes. */
    @Test
    void sizesAreShownAsPeopleWriteThem() {
        assertThat(change("unit.before.usable", "", "33930241638 bytes").after())
                .isEqualTo("31.6 GB");
        assertThat(change("unit.before.usable", "8127396 KiB", "16 GiB")).satisfies(c -> {
            assertThat(c.before()).isEqualTo("7.8 GB");
            assertThat(c.after()).isEqualTo("16 GB");
        });
    }

    @Test
    void whatHasNoNameIsBookkeeping() {
        assertThat(CHANGES.of(List.of(new Differences.Field("unit.no.such", "1", "2"))))
                .isEmpty();
        assertThat(change("unit.intake.seal", "NOT_LOOKED", "NONE").after()).isEqualTo("none");
    }
}
