package zephyrridge.core.reading.label;

import java.util.List;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.FindingCode;

/** What can be wrong or unsure with a label line. */
public enum LabelFinding implements FindingCode {
    LABEL_NOT_RECOGNISED(Line.class),
    LABEL_TOO_LONG(Length.class),
    LABEL_FIELD_MISSING(Missing.class),
    LABEL_IMPOSSIBLE_DENSITY(Density.class),
    LABEL_RARE_DENSITY(Density.class),
    LABEL_RATE_UNKNOWN(Number.class),
    LABEL_BIN_UNKNOWN(Bin.class),
    LABEL_CL_UNUSUAL(Bin.class),
    LABEL_CHARACTERS_READ_AS(Characters.class),
    LABEL_MODULE_LETTER_UNKNOWN(Letter.class),
    LABEL_WIDTH_WITHOUT_ECC(Width.class),
    LABEL_UNIT_IS_MEGABYTES(Number.class),
    LABEL_UNIT_IS_INFORMAL(Number.class),
    LABEL_SINGLE_RANK_WIDE(Width.class),
    LABEL_KIT(Pack.class),
    LABEL_KIT_SIZE_OPEN(Pack.class),
    LABEL_MAYBE_PROFILE(Bin.class),
    LABEL_VOLTAGE_UNUSUAL(Letter.class),
    LABEL_WIDTH_OR_PIECES(Letter.class),
    LABEL_CHECK_BITS_OPEN(Chips.class);

    private final Class<? extends Detail> detailType;

    LabelFinding(Class<? extends Detail> detailType) {
        this.detailType = detailType;
    }

    @Override
    public Class<? extends Detail> detailType() {
        return detailType;
    }

    public record Line(String line) implements Detail {}

    public record Length(int length, int longest) implements Detail {}

    public record Missing(LabelField field, List<String> candidates) implements Detail {}

    public record Density(String capacity, String organisation, String needed, List<String> made) implements Detail {}

    public record Number(int printed, String meaning) implements Detail {}

    public record Bin(String printed, String rate, List<String> known) implements Detail {}

    public record Characters(String printed, String readAs) implements Detail {}

    public record Letter(String letter) implements Detail {}

    /** @param one what one of them holds, "" where the line does not say */
    public record Pack(int pieces, String one) implements Detail {}

    /** @param four chips in all with 4 check bits in each half, {@code eight} with 8 */
    public record Chips(int four, int eight) implements Detail {}

    public record Width(int width, String organisation) implements Detail {}
}
