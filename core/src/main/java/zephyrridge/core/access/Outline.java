package zephyrridge.core.access;

/**
 * How a side of the machine is drawn.
 *
 * @param widthMillimetres of that side as it is looked at; {@code depthMillimetres} from its far to its near edge
 */
public record Outline(Side side, Form form, int widthMillimetres, int depthMillimetres) {
    public enum Form {
        CLAMSHELL_BASE,
        KEYBOARD_SIDE,
        ALL_IN_ONE_BACK,
        BOX,
        TOWER,
        RACK
    }
}
