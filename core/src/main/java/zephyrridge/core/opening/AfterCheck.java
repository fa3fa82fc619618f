package zephyrridge.core.opening;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import zephyrridge.core.access.Check;
import zephyrridge.core.log.Entry;
import zephyrridge.core.unit.Unit;

/**
 * Something to try after closing, because what it hangs on came off. What was tried before the part came off once more is asked
 * again.
 *
 * @param parts names of what came off
 * @param answer what was seen; empty while nobody tried
 */
public record AfterCheck(Check check, List<String> parts, Optional<Entry.Checked> answer) {
    public AfterCheck {
        parts = List.copyOf(parts);
    }

    public static List<AfterCheck> of(Bench bench, Unit unit) {
        SortedMap<Check, SortedSet<String>> asked = new TreeMap<>();
        Map<Check, Entry.Checked> answers = new TreeMap<>();
        for (Entry e : unit.log().happened()) {
            if (e instanceof Entry.Stepped s && s.did() == Entry.Did.TAKE_OFF) {
                bench.record().access().part(s.part()).ifPresent(part -> {
                    SortedSet<Check> checks = new TreeSet<>(part.afterwards());
                    if (part.isBattery() && bench.record().start().losesClock()) {
                        checks.add(Check.CLOCK);
                        checks.add(Check.SETTINGS);
                    }
                    checks.forEach(c -> {
                        asked.computeIfAbsent(c, x -> new TreeSet<>()).add(part.name());
                        answers.remove(c);
                    });
                });
            }
            if (e instanceof Entry.Acted a && a.action() == Entry.Action.SETTINGS_CLEARED) {
                asked.computeIfAbsent(Check.CLOCK, x -> new TreeSet<>());
                asked.computeIfAbsent(Check.SETTINGS, x -> new TreeSet<>());
                answers.remove(Check.CLOCK);
                answers.remove(Check.SETTINGS);
            }
            if (e instanceof Entry.Checked c) {
                answers.put(c.check(), c);
            }
        }
        List<AfterCheck> checks = new ArrayList<>();
        asked.forEach((check, parts) ->
                checks.add(new AfterCheck(check, List.copyOf(parts), Optional.ofNullable(answers.get(check)))));
        return checks;
    }

    public boolean isGood() {
        return answer.filter(a -> a.result() != Entry.Result.BAD).isPresent();
    }
}
