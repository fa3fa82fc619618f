package zephyrridge.core.module;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Modules;

class PairsTest {
    @Test
    void whatIsAlikeGoesTogether() {
        Map<String, ModuleSpec> specs = new LinkedHashMap<>();
        specs.put("a", Modules.of("8GB 1Rx8 PC4-2666V-SA1-11"));
        specs.put("b", Modules.of("8GB 1Rx8 PC4-2666V-SA1-11"));
        specs.put("c", Modules.of("8GB 1Rx8 PC4-2666V-SA1-11"));
        specs.put("d", Modules.of("8GB 1Rx16 PC4-3200AA-SC0-11"));
        Map<String, List<String>> pairs = Pairs.of(specs, Map.of("a", "X-1", "b", "X-1", "c", "X-2"));
        assertThat(pairs.get("a")).containsExactly("b");
        assertThat(pairs.get("c")).isEmpty();
        assertThat(pairs.get("d")).isEmpty();
        // One that nobody read goes with either.
        assertThat(Pairs.of(specs, Map.of("a", "X-1", "b", "", "c", "X-2")).get("b"))
                .containsExactly("a", "c");
    }
}
