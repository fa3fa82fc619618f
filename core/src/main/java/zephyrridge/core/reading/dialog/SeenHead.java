package zephyrridge.core.reading.dialog;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * A word at the head of a line that a recogniser read, but for a few of its characters.
 *
 * @param end where the word ends in the line
 * @param cost how many characters of it differ
 */
record SeenHead(String word, int end, int cost) {
    /** One character in so many may differ. */
    private static final int ONE_IN = 5;

    private static final int SHORTEST = 4;
    private static final String ACCENTED =
            "\u00e4\u00f6\u00fc\u00e0\u00e2\u00e7\u00e9\u00e8\u00ea\u00eb\u00ee\u00ef\u00f4\u00f9\u00fb\u2019";
    private static final String PLAIN = "aouaaceeeeiiouu'";

    /** The nearest of these words, of equally near ones the longest. */
    static Optional<SeenHead> of(String read, List<String> words) {
        String line = read.strip();
        return words.stream()
                .flatMap(w -> of(w, line).stream())
                .min(Comparator.comparingInt(SeenHead::cost).thenComparing(h -> -h.word.length()));
    }

    private static Optional<SeenHead> of(String word, String line) {
        int most = word.length() < SHORTEST ? 0 : Math.max(1, word.length() / ONE_IN);
        int reach = Math.min(line.length(), word.length() + most);
        int best = most + 1;
        int end = 0;
        String w = word.toLowerCase(Locale.ROOT);
        String l = line.toLowerCase(Locale.ROOT);
        int[] row = new int[reach + 1];
        for (int j = 0; j <= reach; j++) {
            row[j] = j;
        }
        for (int i = 1; i <= w.length(); i++) {
            int diagonal = row[0];
            row[0] = i;
            for (int j = 1; j <= reach; j++) {
                int cost = alike(w.charAt(i - 1), l.charAt(j - 1)) ? 0 : 1;
                int next = Math.min(diagonal + cost, Math.min(row[j], row[j - 1]) + 1);
                diagonal = row[j];
                row[j] = next;
            }
        }
        for (int j = 1; j <= reach; j++) {
            boolean whole = j == line.length() || !Character.isLetterOrDigit(line.charAt(j));
            if (whole && row[j] < best) {
                best = row[j];
                end = j;
            }
        }
        return best > most ? Optional.empty() : Optional.of(new SeenHead(word, end, best));
    }

    private static boolean alike(char a, char b) {
        return plain(a) == plain(b);
    }

    private static char plain(char c) {
        int at = ACCENTED.indexOf(c);
        return at < 0 ? c : PLAIN.charAt(at);
    }
}
