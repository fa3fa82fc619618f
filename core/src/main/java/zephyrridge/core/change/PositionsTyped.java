package zephyrridge.core.change;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;

/**
 * Positions as a firmware's list names them, typed or pasted: one by one with commas or on lines of their own, or all but some ("all but
 * P1-A3"; "missing: P1-A3"). Letters and digits count, whatever stands between them.
 */
final class PositionsTyped {
    private static final String BUT =
            "(?i)^\\s*(?:all(?:\\s+of\\s+them)?\\s+(?:but|except)|without|missing\\s*:?|not\\s+listed\\s*:?)\\s*";

    private PositionsTyped() {}

    /**
     * @param filled positions that hold a module; soldered banks are added
     * @throws Refusal.Thrown naming a word that is no position of this machine
     */
    static SortedSet<String> of(MachineRecord record, Set<String> filled, String text) {
        SortedSet<String> named = new TreeSet<>();
        boolean but = text.matches("(?s)" + BUT + ".*");
        List<String> unknown = new ArrayList<>();
        for (String line : text.replaceFirst(BUT, "").split("[;\\n\\t]+")) {
            read(
                    record,
                    Arrays.stream(line.split(",")).filter(w -> !w.isBlank()).toList(),
                    named,
                    unknown);
        }
        if (!unknown.isEmpty()) {
            throw new Refusal.Thrown(Refusal.NO_SUCH.of(
                    "positionsListed", String.join(", ", unknown.subList(0, Math.min(5, unknown.size())))));
        }
        if (!but) {
            return named;
        }
        SortedSet<String> all = new TreeSet<>(filled);
        record.positions().stream().filter(Position::isSoldered).forEach(p -> all.add(p.id()));
        all.removeAll(named);
        return all;
    }

    /** A comma parts two names, or is in one ("Socket A, lower"): the longest run of words that is a name is meant. */
    private static void read(MachineRecord record, List<String> words, Set<String> named, List<String> unknown) {
        for (int from = 0; from < words.size(); ) {
            int to = words.size();
            Optional<Position> at = position(record, String.join(",", words.subList(from, to)));
            while (at.isEmpty() && --to > from) {
                at = position(record, String.join(",", words.subList(from, to)));
            }
            if (at.isPresent()) {
                named.add(at.get().id());
                from = to;
            } else {
                unknown.add(words.get(from).strip());
                from++;
            }
        }
    }

    private static Optional<Position> position(MachineRecord record, String name) {
        return record.positions().stream()
                .filter(p ->
                        plain(p.label()).equals(plain(name)) || plain(p.id()).equals(plain(name)))
                .findFirst();
    }

    /** Names as a table prints them, where all of them are positions of this machine: else it says nothing of which are filled. */
    static Optional<String> names(MachineRecord record, String lines) {
        List<String> named = lines.lines().filter(l -> !l.isBlank()).toList();
        boolean all = !named.isEmpty()
                && named.stream().allMatch(n -> position(record, n).isPresent());
        return all ? Optional.of(String.join("\n", named)) : Optional.empty();
    }

    private static String plain(String name) {
        return name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]", "");
    }
}
