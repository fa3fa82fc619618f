package zephyrridge.core.survey;

import java.util.List;
import zephyrridge.core.machine.SlotModel;
import zephyrridge.core.reading.listing.ListedModule;

/** What one module of a listing says of its position. */
final class ListedModules {
    private ListedModules() {}

    /** @param parts whether this listing prints part numbers at all */
    static SlotModel.Entry entry(ListedModule m, boolean parts) {
        return new SlotModel.Entry(
                form(m.formFactor()),
                isFilled(m),
                !isBlank(m.part()) ? SlotModel.Part.PRINTED : parts ? SlotModel.Part.BLANK : SlotModel.Part.NO_FIELD,
                PositionName.of(m.locator()));
    }

    static boolean printsParts(List<ListedModule> modules) {
        return modules.stream().anyMatch(m -> m.hasPartField() || !isBlank(m.part()));
    }

    static boolean isFilled(ListedModule m) {
        return m.size().map(s -> !s.isZero()).orElse(true);
    }

    static boolean isSoldered(int formFactor) {
        return Claims.formFactor(formFactor).filter("SOLDERED"::equals).isPresent();
    }

    private static SlotModel.Form form(int formFactor) {
        if (formFactor == 0) {
            return SlotModel.Form.NOT_SAID;
        }
        return isSoldered(formFactor)
                ? SlotModel.Form.ROW_OF_CHIPS
                : Claims.formFactor(formFactor).isPresent() ? SlotModel.Form.SOCKETED : SlotModel.Form.UNKNOWN;
    }

    private static boolean isBlank(String part) {
        return part.isBlank() || part.equalsIgnoreCase("Undefined") || part.equalsIgnoreCase("Unknown");
    }
}
