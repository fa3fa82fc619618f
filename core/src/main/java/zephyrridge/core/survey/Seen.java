package zephyrridge.core.survey;

import java.util.Optional;
import zephyrridge.core.machine.SlotModel;

/**
 * What somebody saw at a position.
 *
 * @param chips data chips counted on both sides, without register, hub and power circuit
 */
public record Seen(SlotModel.State state, Optional<Integer> chips) {
}
