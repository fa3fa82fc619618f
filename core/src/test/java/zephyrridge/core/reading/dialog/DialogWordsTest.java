package zephyrridge.core.reading.dialog;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import zephyrridge.core.table.CsvTable;

/** The tree of words against looking at every row of their table in turn. */
class DialogWordsTest {
    private static final List<String[]> ROWS = CsvTable.read(DialogWords.class, "words.csv", 3).stream()
            .sorted(Comparator.comparing((String[] row) -> -row[1].length()))
            .toList();

    private static Optional<Meaning> byRows(String line, int from) {
        String rest = line.substring(from).toLowerCase(Locale.ROOT);
        return ROWS.stream()
                .filter(row -> rest.startsWith(row[1].toLowerCase(Locale.ROOT)))
                .filter(row ->
                        rest.length() == row[1].length() || !Character.isLetterOrDigit(rest.charAt(row[1].length())))
                .map(row -> Meaning.valueOf(row[2]))
                .findFirst();
    }

    @Test
    void theLongestWordAtAPlaceIsFound() {
        Random random = new Random(31);
        for (int round = 0; round < 20_000; round++) {
            StringBuilder line = new StringBuilder();
            for (int i = 0; i < 3; i++) {
                String word = ROWS.get(random.nextInt(ROWS.size()))[1];
                line.append(random.nextInt(3) == 0 ? word.substring(0, random.nextInt(word.length())) : word);
                line.append(List.of(" ", ": 8 GB ", "s", "(", " (RAM) ").get(random.nextInt(5)));
            }
            String text =
                    random.nextBoolean() ? line.toString() : line.toString().toUpperCase(Locale.ROOT);
            int from = random.nextInt(text.length());
            assertThat(DialogWords.at(text, from, text.length()).map(DialogWords.Known::meaning))
                    .as(text + " from " + from)
                    .isEqualTo(byRows(text, from));
        }
    }

    @Test
    void aWordThatReachesBeyondThePartIsNotOfIt() {
        assertThat(DialogWords.at("Installed RAM", 0, 13)).isPresent();
        assertThat(DialogWords.at("Installed RAM", 0, 12)).isEmpty();
        assertThat(DialogWords.at("Installed RAMs", 0, 14)).isEmpty();
    }
}
