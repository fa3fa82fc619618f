package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Machines;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.MemoryGeneration;

/** Positions by the names that boards and tables give them; some have a comma in them. */
class PositionsTypedTest {
    private static final MachineRecord BOARD = board();

    private static MachineRecord board() {
        MachineRecord record = Machines.of(MemoryGeneration.DDR4, 2666)
                .channel("A")
                .socket("a-lower", "A", 1, List.of())
                .socket("a-upper", "A", 2, List.of())
                .build();
        List<String> labels = List.of("Socket A, lower", "Socket A, upper");
        return record.withPositions(record.positions().stream()
                .map(p -> new Position(
                        p.id(),
                        labels.get(record.positions().indexOf(p)),
                        p.channels(),
                        p.formFactor(),
                        p.soldered(),
                        p.socket(),
                        p.fillOrder(),
                        p.carrier(),
                        p.access(),
                        p.provenance()))
                .toList());
    }

    @Test
    void aNameMayHaveACommaInIt() {
        assertThat(PositionsTyped.of(BOARD, Set.of(), "Socket A, lower")).containsExactly("a-lower");
        assertThat(PositionsTyped.of(BOARD, Set.of(), "Socket A, lower, socket a upper"))
                .containsExactly("a-lower", "a-upper");
        assertThat(PositionsTyped.of(BOARD, Set.of(), "a-upper,a-lower; Socket A, lower"))
                .containsExactly("a-lower", "a-upper");
        assertThat(PositionsTyped.of(BOARD, Set.of("a-lower", "a-upper"), "all but Socket A, upper"))
                .containsExactly("a-lower");
    }

    /** What a table names is said only where it can be entered. */
    @Test
    void namesOfATableAreNamesThatCount() {
        Optional<String> names = PositionsTyped.names(BOARD, "Socket A, lower\nSOCKET A UPPER\n");
        assertThat(PositionsTyped.of(BOARD, Set.of(), names.orElseThrow())).containsExactly("a-lower", "a-upper");
        assertThat(PositionsTyped.names(BOARD, "Socket A, lower\nDIMM 7")).isEmpty();
        assertThat(PositionsTyped.names(BOARD, " \n")).isEmpty();
    }

    @Test
    void whatIsNoPositionIsNamed() {
        assertThatThrownBy(() -> PositionsTyped.of(BOARD, Set.of(), "Socket A, lower, Socket Z, a-upper"))
                .isInstanceOfSatisfying(
                        Refusal.Thrown.class,
                        e -> assertThat(e.why().toString()).contains("Socket Z").doesNotContain("upper"));
    }
}
