package zephyrridge.core.reading.dialog;

import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.FindingCode;

/** What is unsure in what was typed or pasted off a system's windows. */
public enum DialogFinding implements FindingCode {
    /** A figure without a word that says what it is: asked, never guessed. */
    DIALOG_FIGURE_ALONE(Line.class),
    DIALOG_TWO_ANSWERS(Two.class),
    DIALOG_VISIBLE_ABOVE_INSTALLED(Two.class),
    DIALOG_MORE_USED_THAN_THERE(Line.class),
    DIALOG_RATE_IN_MEGAHERTZ(Line.class),
    /** Size and type in one short line: what is in the machine, or what is printed on a module. Read as the first, and asked. */
    DIALOG_MACHINE_OR_MODULE(Module.class),
    /** Words of a typed line that say nothing to us. */
    DIALOG_NOT_READ(NotRead.class),
    DIALOG_LINES_CUT(Count.class);

    private final Class<? extends Detail> detailType;

    DialogFinding(Class<? extends Detail> detailType) {
        this.detailType = detailType;
    }

    @Override
    public Class<? extends Detail> detailType() {
        return detailType;
    }

    public record Line(String line) implements Detail {}

    /** @param words that were not understood; {@code line} they stand in */
    public record NotRead(String words, String line) implements Detail {}

    /** @param module what the line says of a module */
    public record Module(String line, String module) implements Detail {}

    public record Two(Meaning meaning, String one, String other) implements Detail {}

    public record Count(int most) implements Detail {}
}
