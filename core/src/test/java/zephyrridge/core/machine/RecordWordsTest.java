package zephyrridge.core.machine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.core.Quick;
import zephyrridge.core.access.AccessGraph;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.module.MemoryGeneration;

/** what is told of screws is what is drawn. */
class RecordWordsTest {
    /** Three are drawn: two of 40 tenths, one of the length given. */
    @ParameterizedTest
    @CsvSource({
        "'Three screws, all alike.',40,''",
        "'Three screws, all alike.',80,calls them all alike",
        "'Eight screws, all alike.',80,tells another number",
        "'8 screws.',40,tells another number",
        "'One long screw in the middle, two short ones.',80,''",
        "'Lift at the notch.',80,''"
    })
    void numbersToldAreNumbersDrawn(String how, int length, String fault) {
        MachineRecord bare =
                Quick.alike(MemoryGeneration.DDR4, 1, 1, Optional.empty()).toRecord();
        Part cover = new Part(
                bare.access().parts().get(0).id(),
                "Hatch",
                Part.Kind.HATCH,
                Side.BOTTOM,
                Set.of(),
                List.of(screw(0.1, 40), screw(0.5, 40), screw(0.9, length)),
                how,
                60,
                60,
                List.of(),
                "test");
        List<Part> parts = new java.util.ArrayList<>(bare.access().parts());
        parts.set(0, cover);
        MachineRecord record = new MachineRecord(
                bare.id(),
                bare.maker(),
                bare.model(),
                bare.variant(),
                bare.kind(),
                bare.processors(),
                bare.controller(),
                bare.otherControllers(),
                bare.channels(),
                bare.positions(),
                new AccessGraph(bare.access().restsOn(), parts),
                bare.start(),
                bare.limits());
        List<String> faults = RecordCheck.faults(record).stream()
                .map(RecordCheck.Fault::fault)
                .filter(f -> f.startsWith("tells") || f.startsWith("calls"))
                .toList();
        if (fault.isEmpty()) {
            assertThat(faults).isEmpty();
        } else {
            assertThat(faults).anyMatch(f -> f.startsWith(fault));
        }
    }

    private static Fastener screw(double x, int tenths) {
        return new Fastener(x + "-" + tenths, x, 0.5, "PH0", tenths, Fastener.Role.OUT);
    }
}
