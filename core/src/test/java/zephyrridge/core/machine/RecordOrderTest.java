package zephyrridge.core.machine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Machines;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.module.MemoryGeneration;

/** A record is exchanged as a document, so its sets have an order of their own that no process changes. */
class RecordOrderTest {
    @Test
    void setsOfARecordKeepAnOrder() {
        Controller c =
                Machines.of(MemoryGeneration.DDR4, 2400).channel("A").build().controller();
        Set<Integer> ways = new LinkedHashSet<>(List.of(8, 1, 4, 2));
        Controller many = new Controller(
                c.name(),
                c.generation(),
                c.buffering(),
                c.clockedModules(),
                c.ecc(),
                c.millivolts(),
                c.steps(),
                c.caps(),
                c.clockPerProcessor(),
                c.ranksPerChannel(),
                c.rankMultiplication(),
                ways,
                c.flex(),
                c.channelBytes(),
                c.deviceHole(),
                c.carveOut(),
                c.reserve());
        assertThat(many.ways()).containsExactly(1, 2, 4, 8);
        List<String> names = IntStream.range(0, 40).mapToObj(i -> "part" + i).toList();
        Part part = new Part(
                "p", "p", Part.Kind.COVER, Side.BOTTOM, new LinkedHashSet<>(names), List.of(), "", 1, 1, List.of(), "");
        assertThat(part.needsOff()).containsExactlyElementsOf(names);
    }
}
