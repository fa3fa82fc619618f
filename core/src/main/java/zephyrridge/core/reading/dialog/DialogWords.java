package zephyrridge.core.reading.dialog;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import zephyrridge.core.table.CsvTable;

/**
 * What systems call their figures, out of {@code words.csv}, as a tree of their letters: looking at one place of a line costs no more than
 * the longest word, however many words and languages there are.
 */
final class DialogWords {
    /** @param length characters of the word, as they stand in a line */
    record Known(Meaning meaning, int length) {}

    record Row(String word, Meaning meaning) {}

    private static final class Node {
        private final Map<Character, Node> next = new HashMap<>();
        private Optional<Known> word = Optional.empty();
    }

    private static final String ACCENTED =
            "\u00e4\u00f6\u00fc\u00e0\u00e2\u00e7\u00e9\u00e8\u00ea\u00eb\u00ee\u00ef\u00f4\u00f9\u00fb";
    private static final String PLAIN = "aouaaceeeeiiouu";
    private static final List<Row> ROWS = CsvTable.read(DialogWords.class, "words.csv", 3).stream()
            .map(c -> new Row(c[1], Meaning.valueOf(c[2])))
            .toList();
    private static final Node TREE = tree();

    private DialogWords() {}

    private static Node tree() {
        Node root = new Node();
        for (Row row : ROWS) {
            spelt(row.word.toLowerCase(Locale.ROOT)).forEach(word -> {
                Node at = root;
                for (int i = 0; i < word.length(); i++) {
                    at = at.next.computeIfAbsent(word.charAt(i), c -> new Node());
                }
                if (at.word.isEmpty()) {
                    at.word = Optional.of(new Known(row.meaning, word.length()));
                }
            });
        }
        return root;
    }

    static List<Row> all() {
        return ROWS;
    }

    /** As systems write it, and as hands type it where the keyboard lacks the letter. */
    private static Stream<String> spelt(String word) {
        String german = word.replace("\u00e4", "ae")
                .replace("\u00f6", "oe")
                .replace("\u00fc", "ue")
                .replace("\u00df", "ss");
        StringBuilder plain = new StringBuilder();
        word.chars().forEach(c -> {
            int at = ACCENTED.indexOf(c);
            plain.append(at < 0 ? (char) c : PLAIN.charAt(at));
        });
        return Stream.of(word, german, plain.toString()).distinct();
    }

    /** The longest word that begins at {@code from} and ends before {@code to}, whole. */
    static Optional<Known> at(String line, int from, int to) {
        Optional<Known> longest = Optional.empty();
        Node at = TREE;
        for (int i = from; ; i++) {
            if (at.word.isPresent() && (i == to || !Character.isLetterOrDigit(line.charAt(i)))) {
                longest = at.word;
            }
            char c = i < to ? line.charAt(i) : 0;
            at = i < to ? at.next.get(c == '\u2019' ? '\'' : Character.toLowerCase(c)) : null;
            if (at == null) {
                return longest;
            }
        }
    }
}
