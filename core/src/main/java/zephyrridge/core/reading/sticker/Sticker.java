package zephyrridge.core.reading.sticker;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import zephyrridge.core.table.Spelling;

/** What a machine's sticker says, as a recogniser read it, held against the names of records: rule. */
public final class Sticker {
    /** Characters that recognisers take for each other, each with what stands for it. */
    private static final String TAKEN_FOR = "OQDILZSGB";

    private static final String MEANT = "000112568";
    /** A word of letters may be misread by a character in so many. */
    private static final int LETTERS_A_SLIP = 4;

    /** Their words, each as what it may have been taken for. */
    private final List<List<String>> lines;

    /**
     * A record whose name is on it.
     *
     * @param name as it was given
     * @param whole every word of it; else the first, which says whose make it is, is not to be seen
     * @param slips characters that were read otherwise
     */
    public record Named(String name, boolean whole, int slips) {}

    private Sticker(List<List<String>> lines) {
        this.lines = lines;
    }

    /** @param lines in any order; of several readings of one sticker each brings its own */
    public static Sticker of(Collection<String> lines) {
        return new Sticker(lines.stream()
                .map(l -> words(l).stream().map(Sticker::meant).toList())
                .filter(l -> !l.isEmpty())
                .distinct()
                .toList());
    }

    /**
     * Which of these names it bears, the surest first. A name that is part of a longer one which it bears too is not among them.
     *
     * @return empty where it bears none
     */
    public List<Named> named(Collection<String> names) {
        List<Named> found = names.stream()
                .flatMap(n -> bears(n).stream())
                .sorted(Comparator.comparing(Named::whole).reversed().thenComparing(Named::slips))
                .toList();
        return found.stream()
                .filter(n -> found.stream().noneMatch(longer -> isPart(n, longer)))
                .toList();
    }

    private static boolean isPart(Named n, Named longer) {
        Set<String> part = new HashSet<>(words(n.name()));
        Set<String> all = new HashSet<>(words(longer.name()));
        return all.size() > part.size() && all.containsAll(part) && (longer.whole() || !n.whole());
    }

    private Optional<Named> bears(String name) {
        List<String> wanted = words(name);
        if (wanted.isEmpty()) {
            return Optional.empty();
        }
        OptionalInt all = slips(wanted);
        if (all.isPresent()) {
            return Optional.of(new Named(name, true, all.getAsInt()));
        }
        // What is left has to say more than one word, or any sticker with a common one would bear it.
        OptionalInt rest = wanted.size() > 2 ? slips(wanted.subList(1, wanted.size())) : OptionalInt.empty();
        return rest.isPresent() ? Optional.of(new Named(name, false, rest.getAsInt())) : Optional.empty();
    }

    /** How many characters are read otherwise, where all words stand in one line or in one and the next. */
    private OptionalInt slips(List<String> wanted) {
        OptionalInt best = OptionalInt.empty();
        for (int i = 0; i < lines.size(); i++) {
            List<String> near = new ArrayList<>(lines.get(i));
            if (i + 1 < lines.size()) {
                near.addAll(lines.get(i + 1));
            }
            int sum = 0;
            boolean all = true;
            for (String word : wanted) {
                OptionalInt slips = near.stream()
                        .flatMapToInt(seen -> slips(word, seen).stream())
                        .min();
                all = all && slips.isPresent();
                sum += slips.orElse(0);
            }
            if (all && (best.isEmpty() || sum < best.getAsInt())) {
                best = OptionalInt.of(sum);
            }
        }
        return best;
    }

    /** A word with a figure in it tells one model from the next: it is read exactly, or it is another one. */
    private static OptionalInt slips(String wanted, String seen) {
        int most = wanted.chars().anyMatch(Character::isDigit) ? 0 : wanted.length() / LETTERS_A_SLIP;
        String meant = meant(wanted);
        if (Math.abs(meant.length() - seen.length()) > most) {
            return OptionalInt.empty();
        }
        int slips = Spelling.distance(meant, seen);
        return slips <= most ? OptionalInt.of(slips) : OptionalInt.empty();
    }

    /** Runs of letters and figures, as they stand. */
    private static List<String> words(String line) {
        List<String> words = new ArrayList<>();
        for (String run : line.toUpperCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+")) {
            if (!run.isEmpty()) {
                words.add(run);
            }
        }
        return words;
    }

    private static String meant(String word) {
        StringBuilder s = new StringBuilder(word);
        for (int i = 0; i < s.length(); i++) {
            int at = TAKEN_FOR.indexOf(s.charAt(i));
            if (at >= 0) {
                s.setCharAt(i, MEANT.charAt(at));
            }
        }
        return s.toString();
    }
}
