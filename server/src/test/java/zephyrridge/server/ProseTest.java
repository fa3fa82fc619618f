package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Properties;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** What is refused is said in the catalogue's words: each name has its sentence, each sentence a place that says it, and code holds none. */
class ProseTest {
    private static final Pattern OF = Pattern.compile("\\bof\\(\\s*HttpStatus\\.\\w+,\\s*\"([\\w.]+)\"");
    private static final Pattern INVALID = Pattern.compile("Problem\\.invalid\\(\\s*[^,]+,\\s*\"(\\w+)\"");
    private static final Pattern OTHER = Pattern.compile("\"(problem\\.[\\w.]+)\"");
    /** Three words and more in a row. */
    private static final Pattern SENTENCE = Pattern.compile("\"[^\"]*\\p{L}{2,} \\p{Ll}{2,} \\p{Ll}{2,}[^\"]*\"");
    /** Words to developers, of a library, or of documents that are read, and to nobody who works with it. */
    private static final Pattern ELSEWHERE = Pattern.compile(
            "LOG\\.|\\)\\.error\\(|IllegalStateException|IllegalArgumentException"
                    + "|UncheckedIOException|UsernameNotFoundException|message = |Null value for creator|own first look|part or position");

    private static List<Path> sources() throws IOException {
        try (Stream<Path> all = Files.walk(Path.of("src/main/java"))) {
            return all.filter(p -> p.toString().endsWith(".java"))
                    .filter(p -> !p.toString().contains("/demo/"))
                    .sorted()
                    .toList();
        }
    }

    private static Properties catalogue() throws IOException {
        Properties catalogue = new Properties();
        try (InputStream in = ProseTest.class.getResourceAsStream("/text/catalogue.properties")) {
            catalogue.load(new InputStreamReader(in, StandardCharsets.UTF_8));
        }
        return catalogue;
    }

    @Test
    void everyRefusalHasItsSentenceAndEverySentenceARefusal() throws IOException {
        TreeSet<String> said = new TreeSet<>();
        for (Path p : sources()) {
            String source = Files.readString(p);
            for (Matcher m = OF.matcher(source); m.find(); ) {
                said.add("problem." + m.group(1));
            }
            for (Matcher m = INVALID.matcher(source); m.find(); ) {
                said.add("problem.INVALID." + m.group(1));
            }
            for (Matcher m = OTHER.matcher(source); m.find(); ) {
                said.add(m.group(1));
            }
        }
        assertThat(said).hasSizeGreaterThan(60);
        Properties catalogue = catalogue();
        assertThat(said).allSatisfy(key -> {
            boolean there = key.endsWith(".")
                    ? catalogue.stringPropertyNames().stream().anyMatch(k -> k.startsWith(key))
                    : catalogue.containsKey(key);
            assertThat(there).as(key).isTrue();
        });
        assertThat(catalogue.stringPropertyNames().stream().filter(k -> k.startsWith("problem.")))
                .allSatisfy(key -> assertThat(said.contains(key)
                                || said.stream()
                                        .anyMatch(s -> s.endsWith(".") && !s.equals("problem.") && key.startsWith(s)))
                        .as(key)
                        .isTrue());
    }

    @Test
    void codeHoldsNoSentences() throws IOException {
        List<String> found = new ArrayList<>();
        for (Path p : sources()) {
            int no = 0;
            for (String line : Files.readAllLines(p)) {
                no++;
                String code = line.strip();
                boolean aside = code.startsWith("*")
                        || code.startsWith("//")
                        || code.startsWith("/*")
                        || ELSEWHERE.matcher(code).find();
                if (!aside && SENTENCE.matcher(code).find()) {
                    found.add(p.getFileName() + ":" + no + " " + code);
                }
            }
        }
        // To developers, not to those who work with it.
        found.removeIf(f -> f.startsWith("OpenApiConfig.java") || f.startsWith("PageController.java"));
        assertThat(found).isEmpty();
    }
}
