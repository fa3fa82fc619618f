package zephyrridge.core.job;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.survey.Seen;
import zephyrridge.core.survey.Source;
import zephyrridge.core.survey.Survey;
import zephyrridge.core.survey.Surveyor;

/**
 * What the evidence says of the machine as it came. Each source speaks of what was in it when it was taken and reaches back only
 * where the log shows that nothing was moved between.
 */
public final class AsFound {
    private AsFound() {}

    /** @param content of the job's sources by id; one that cannot be read any more is left out */
    public static Survey survey(Bench bench, Unit unit, Map<String, Recognised> content) {
        Map<String, Seen> seen = new TreeMap<>();
        unit.readings().seen().forEach((position, then) -> {
            if (speaksOf(unit, position, then.taken(), false)) {
                seen.put(position, then.what());
            }
        });
        Map<String, Map<ModuleField, String>> byHand = new TreeMap<>();
        unit.readings()
                .byHand()
                .forEach((position, fields) -> fields.forEach((field, word) -> {
                    if (speaksOf(unit, position, word.taken(), true)) {
                        byHand.computeIfAbsent(position, p -> new EnumMap<>(ModuleField.class))
                                .put(field, word.value());
                    }
                }));
        return Surveyor.survey(
                bench.record(),
                sources(bench, unit, content),
                seen,
                byHand,
                unit.deviations().absent());
    }

    /** Whether accepting what the sources say would change the job. */
    public static boolean canAccept(Bench bench, Unit unit, Map<String, Recognised> content) {
        return !ReadingAccepted.apply(unit, survey(bench, unit, content), bench.record())
                .equals(unit);
    }

    /** The sources that speak of the machine as found, and the labels somebody read off its modules. */
    public static List<Source> sources(Bench bench, Unit unit, Map<String, Recognised> content) {
        List<Source> all = new ArrayList<>();
        for (Readings.SourceRef ref : unit.readings().sources()) {
            Optional<Recognised> read = Optional.ofNullable(content.get(ref.id()));
            if (read.isEmpty()) {
                continue;
            }
            Source source = new Source(
                    ref.id(),
                    ref.name(),
                    ref.position(),
                    read.get(),
                    unit.readings().setAsideOf(ref.id()));
            boolean reaches = source.isOfOneModule()
                    ? ref.position()
                            .map(p -> speaksOf(unit, p, ref.taken(), true))
                            .orElse(true)
                    : Now.at(unit, ref.taken()).inIt().equals(unit.asFound());
            if (reaches) {
                all.add(source);
            }
        }
        // Modules accepted from the reading are its echo and say nothing new; a label that somebody read does.
        unit.asFound().forEach((position, key) -> {
            JobModule module = unit.modules().get(key);
            if (module != null
                    && module.origin() == JobModule.Origin.FOUND
                    && bench.record().hasPosition(position)) {
                all.add(new Source(
                        "label-" + key,
                        bench.record().position(position).label(),
                        Optional.of(position),
                        new Recognised.Label(LabelParser.parse(module.labelLine())),
                        unit.readings().setAsideOf("label-" + key)));
            }
        });
        return all;
    }

    /**
     * Whether what was taken at a moment speaks of a position as found: the same module was in it then, or it had just been taken
     * out of it and was read in the hand.
     */
    private static boolean speaksOf(Unit unit, String position, int taken, boolean ofTheModule) {
        String found = unit.asFound().getOrDefault(position, "");
        String then = Now.at(unit, taken).inIt().getOrDefault(position, "");
        return then.equals(found) || ofTheModule && then.isEmpty();
    }
}
