package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import zephyrridge.core.fault.Cause;

/** Code refers to rules by numbers that docs/rules has, and to nothing outside this repository. */
class RulesDocTest {
    private static final Pattern NUMBER = Pattern.compile("R-(?:[1-9]|1[0-9])\\.[0-9]{1,2}");
    private static final Path ROOT = Path.of("..");

    @Test
    void everyRuleThatCodeNamesIsWrittenDown() throws IOException {
        Set<String> written =
                numbers(Pattern.compile("\\*\\*(" + NUMBER.pattern() + ")"), files(ROOT.resolve("docs/rules")));
        List<Path> code = new ArrayList<>();
        for (String module : List.of("core/src", "server/src", "e2e/src", "bench/src", "fuzz/src", "web/src")) {
            code.addAll(files(ROOT.resolve(module)));
        }
        Set<String> named = numbers(Pattern.compile("(" + NUMBER.pattern() + ")"), code);
        assertThat(named).hasSizeGreaterThan(20);
        assertThat(written).containsAll(named);
        assertThat(named).as("a rule that no code or test names is a promise").containsAll(written);
    }

    /** The table of is what the code reckons with: every row of one is a row of the other. */
    @Test
    void theTableOfFaultsIsTheCodes() throws IOException {
        Pattern row = Pattern.compile(
                "(?m)^\\| [^|]+ \\| [^|]+ \\| ([.\\d]+) \\| ([.\\d]+)[^|]* \\| ([.\\d]+) \\| ([.\\d]+) \\|$");
        Set<List<Double>> written = new HashSet<>();
        for (Matcher m = row.matcher(Files.readString(ROOT.resolve("docs/rules/10-faults.md"))); m.find(); ) {
            written.add(IntStream.rangeClosed(1, 4)
                    .mapToObj(g -> Double.valueOf(m.group(g)))
                    .toList());
        }
        Set<List<Double>> coded = Arrays.stream(Cause.Kind.values())
                .filter(k -> k != Cause.Kind.NOTHING)
                .map(k -> Arrays.stream(k.row()).boxed().toList())
                .collect(Collectors.toSet());
        assertThat(written).isEqualTo(coded);
        assertThat(coded)
                .allSatisfy(
                        r -> assertThat(r.stream().mapToDouble(x -> x).sum()).isCloseTo(1, within(1e-9)));
    }

    private static Set<String> numbers(Pattern pattern, List<Path> files) throws IOException {
        Set<String> found = new TreeSet<>();
        for (Path file : files) {
            Matcher m = pattern.matcher(Files.readString(file));
            while (m.find()) {
                found.add(m.group(1));
            }
        }
        return found;
    }

    private static List<Path> files(Path folder) throws IOException {
        try (Stream<Path> all = Files.walk(folder)) {
            return all.filter(p -> p.toString().matches(".*\\.(java|md|ts|tsx|csv)"))
                    .toList();
        }
    }
}
