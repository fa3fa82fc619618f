package zephyrridge.core.survey;

import java.util.regex.Pattern;
import zephyrridge.core.machine.SlotModel;

/** What a list calls a position speaks of what is there (R-2.1; common practice, no source). */
final class PositionName {
    private static final Pattern BOARD = Pattern.compile(
            "on[ _-]?board|solder|memory[ _-]?down|row of chips|verl(?:\u00f6|oe)tet|soud(?:\u00e9|e)",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern SOCKET = Pattern.compile(
            "(?<![a-z])(?:slot|socket|steckplatz|sockel|emplacement)(?![a-z])|(?<![a-z])(?:so-?)?dimm[ _-]?[a-z0-9]",
            Pattern.CASE_INSENSITIVE);

    private PositionName() {}

    static SlotModel.Named of(String locator) {
        return BOARD.matcher(locator).find()
                ? SlotModel.Named.BOARD
                : SOCKET.matcher(locator).find() ? SlotModel.Named.SOCKET : SlotModel.Named.NEITHER;
    }
}
