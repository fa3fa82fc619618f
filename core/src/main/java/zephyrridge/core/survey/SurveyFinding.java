package zephyrridge.core.survey;

import java.util.List;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.FindingCode;
import zephyrridge.core.module.ModuleField;

/** What comes of holding the sources against each other. */
public enum SurveyFinding implements FindingCode {
    SURVEY_SOURCES_DISAGREE(Contradiction.class),
    SURVEY_MODULE_CANNOT_BE(Shape.class),
    SURVEY_ORGANISATION_OPEN(Choice.class),
    SURVEY_BANK_CALLED_MODULE(Called.class),
    SURVEY_POSITION_CONTRADICTED(Called.class),
    SURVEY_POSITION_OPEN(Likely.class),
    SURVEY_ANOTHER_MODULE(TwoModules.class),
    SURVEY_NO_TOTAL(Lack.class),
    SURVEY_DEVICE_WITHOUT_POSITION(Loose.class),
    SURVEY_SOURCE_WITHOUT_POSITION(Loose.class),
    SURVEY_CHIPS_DISAGREE(Chips.class),
    SURVEY_COVER_NOT_IN_RECORD(Called.class),
    /** Somebody said why what a source says of a position does not count. */
    SURVEY_SET_ASIDE(Aside.class);

    private final Class<? extends Detail> detailType;

    SurveyFinding(Class<? extends Detail> detailType) {
        this.detailType = detailType;
    }

    @Override
    public Class<? extends Detail> detailType() {
        return detailType;
    }

    /** @param held the value held true, {@code by} the sources behind it */
    public record Contradiction(
            String position, ModuleField field, String held, String by, String other, String otherBy)
            implements Detail {}

    public record Shape(String position, String what) implements Detail {}

    /** @param taken the commonest of those that fit */
    public record Choice(String position, String taken, List<String> candidates) implements Detail {}

    /** @param says what a source calls it, {@code is} what it is taken for */
    public record Called(String position, String says, String is) implements Detail {}

    public record Loose(String name, String what) implements Detail {}

    public record Chips(String position, int seen, int needed, String organisation) implements Detail {}

    /** @param is the likeliest state, {@code percent} how sure */
    public record Likely(String position, String is, int percent) implements Detail {}

    /** @param one sources that speak of one module, {@code other} of the other */
    public record TwoModules(String position, List<ModuleField> fields, String one, String other) implements Detail {}

    public record Aside(String position, String name, Source.SetAside why) implements Detail {}

    public record Lack(String name, Totals.Lack lack) implements Detail {}
}
