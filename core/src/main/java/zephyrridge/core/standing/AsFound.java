package zephyrridge.core.standing;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.SlotState;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.survey.Seen;
import zephyrridge.core.survey.Source;
import zephyrridge.core.survey.Survey;
import zephyrridge.core.survey.Surveyor;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Readings;
import zephyrridge.core.unit.Unit;

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

    /**
     * Whether what is in the machine is known well enough to be spoken of: a module was found, or a bank is soldered and something
     * bears the record out, or each socket was seen. A total alone says that there is memory and not where, which is another thing
     * than empty.
     */
    public static boolean isRead(Bench bench, Unit unit) {
        return unit.isLookedAt()
                && (!unit.asFound().isEmpty()
                        || bench.record().positions().stream().anyMatch(Position::isSoldered)
                        || notSeen(bench, unit).isEmpty());
    }

    /** Sockets of which nobody knows whether there is anything in them: not seen, and no total leaves no room for more. */
    public static Set<String> unknown(Bench bench, Unit unit) {
        return agrees(bench, unit, installed(bench, unit))
                ? Set.of()
                : notSeen(bench, unit).stream().map(Position::id).collect(Collectors.toSet());
    }

    /**
     * The total that was read before the work, as far as it can be taken at its word: the firmware's, where nobody read that the system's;
     * and the system's, too, where the firmware shows just as much more as is soldered, since then it counts that twice.
     */
    public static Optional<ByteSize> total(Bench bench, Unit unit) {
        return countsBankTwice(bench, unit)
                ? unit.before().systemTotal()
                : unit.before().total();
    }

    /** Whether a total that was read before the work is this much. */
    public static boolean agrees(Bench bench, Unit unit, ByteSize installed) {
        return countsBankTwice(bench, unit)
                ? unit.before().systemTotal().filter(t -> t.isAbout(installed)).isPresent()
                : unit.before().agreesWith(installed);
    }

    /**
     * Whether firmware showed more than the system by as much as is soldered, and nothing else explains it: a module that was found, or a
     * system that shows no more.
     */
    static boolean countsBankTwice(Bench bench, Unit unit) {
        if (unit.host().wordBits() == 32
                || unit.before()
                        .firmwareTotal()
                        .filter(installed(bench, unit)::equals)
                        .isPresent()) {
            return false;
        }
        ByteSize soldered = bench.record().positions().stream()
                .filter(p -> !isAbsent(bench, unit, p))
                .flatMap(p -> p.soldered().stream())
                .map(ModuleSpec::capacity)
                .reduce(ByteSize.ZERO, ByteSize::plus);
        return !soldered.isZero()
                && unit.before()
                        .systemTotal()
                        .filter(t -> unit.before()
                                .firmwareTotal()
                                .filter(f -> f.isAbout(t.plus(soldered)))
                                .isPresent())
                        .isPresent();
    }

    /** Memory of all that is known to be in it, soldered or found, without what this very machine lacks. */
    public static ByteSize installed(Bench bench, Unit unit) {
        return bench.record().positions().stream()
                .filter(p -> !isAbsent(bench, unit, p))
                .flatMap(p -> p
                        .soldered()
                        .or(() -> Optional.ofNullable(unit.asFound().get(p.id()))
                                .map(key -> unit.modules().get(key).spec()))
                        .stream())
                .map(ModuleSpec::capacity)
                .reduce(ByteSize.ZERO, ByteSize::plus);
    }

    /** Sockets that are there and in which nobody has found a module or seen none. */
    static List<Position> notSeen(Bench bench, Unit unit) {
        return bench.record().positions().stream()
                .filter(p -> !p.isSoldered() && !unit.asFound().containsKey(p.id()) && !isAbsent(bench, unit, p))
                .filter(p -> Optional.ofNullable(unit.readings().seen().get(p.id()))
                        .filter(s -> s.what().state() == SlotState.EMPTY)
                        .isEmpty())
                .toList();
    }

    private static boolean isAbsent(Bench bench, Unit unit, Position p) {
        return p.carrier().filter(unit.deviations().absent()::contains).isPresent()
                || p.channels().stream().allMatch(c -> bench.record().channels().stream()
                        .filter(x -> x.id().equals(c))
                        .anyMatch(x -> unit.deviations().absent().contains(x.processor())));
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
