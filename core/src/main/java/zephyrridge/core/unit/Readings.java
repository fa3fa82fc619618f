package zephyrridge.core.unit;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.survey.Seen;
import zephyrridge.core.survey.Source;

/**
 * What was read for a job. Everything is dated: {@code taken} is the number of the log's last entry when it was read, 0 for
 * before anything was done; it speaks of what was in the machine then ({@link AsFound}).
 *
 * @param sources files and texts, in the order they came; their content is kept elsewhere, under their ids
 * @param seen what somebody saw, by position
 * @param setAside by position the sources that do not count there, and why; documents from before have none
 * @param byHand corrected fields by position: the hand's word is a source like the others
 */
public record Readings(
        List<SourceRef> sources,
        SortedMap<String, SeenThen> seen,
        SortedMap<String, SortedMap<ModuleField, HandWord>> byHand,
        SortedMap<String, SortedMap<String, Source.SetAside>> setAside) {
    /** @param position where the module is that it was read from, when that was said */
    public record SourceRef(String id, String name, Optional<String> position, int taken) {}

    public record SeenThen(Seen what, int taken) {}

    public record HandWord(String value, int taken) {}

    public static final Readings NONE = new Readings(List.of(), new TreeMap<>(), new TreeMap<>(), new TreeMap<>());

    public Readings {
        sources = List.copyOf(sources);
        seen = Collections.unmodifiableSortedMap(new TreeMap<>(seen));
        SortedMap<String, SortedMap<ModuleField, HandWord>> copy = new TreeMap<>();
        byHand.forEach(
                (position, fields) -> copy.put(position, Collections.unmodifiableSortedMap(new TreeMap<>(fields))));
        byHand = Collections.unmodifiableSortedMap(copy);
        SortedMap<String, SortedMap<String, Source.SetAside>> aside = new TreeMap<>();
        setAside.forEach((position, why) -> aside.put(position, Collections.unmodifiableSortedMap(new TreeMap<>(why))));
        setAside = Collections.unmodifiableSortedMap(aside);
    }

    public Readings with(SourceRef source) {
        List<SourceRef> next = new ArrayList<>(sources);
        next.add(source);
        return new Readings(next, seen, byHand, setAside);
    }

    public Readings without(String source) {
        return new Readings(sources.stream().filter(s -> !s.id().equals(source)).toList(), seen, byHand, setAside);
    }

    /** The same where every source is kept under another id. */
    public Readings withIds(UnaryOperator<String> other) {
        SortedMap<String, SortedMap<String, Source.SetAside>> aside = new TreeMap<>();
        setAside.forEach((position, why) -> {
            SortedMap<String, Source.SetAside> next = new TreeMap<>();
            why.forEach((source, because) -> next.put(other.apply(source), because));
            aside.put(position, next);
        });
        return new Readings(
                sources.stream()
                        .map(s -> new SourceRef(other.apply(s.id()), s.name(), s.position(), s.taken()))
                        .toList(),
                seen,
                byHand,
                aside);
    }

    /** Says where the module of a source is; empty for not known. */
    public Readings withPlace(String source, Optional<String> position) {
        return new Readings(
                sources.stream()
                        .map(s -> s.id().equals(source) ? new SourceRef(s.id(), s.name(), position, s.taken()) : s)
                        .toList(),
                seen,
                byHand,
                setAside);
    }

    /** What was seen at a position; empty takes it back. */
    public Readings withSeen(String position, Optional<SeenThen> what) {
        SortedMap<String, SeenThen> next = new TreeMap<>(seen);
        what.ifPresentOrElse(s -> next.put(position, s), () -> next.remove(position));
        return new Readings(sources, next, byHand, setAside);
    }

    /** A corrected field, in its canonical form; empty takes the correction back. */
    public Readings withByHand(String position, ModuleField field, Optional<HandWord> word) {
        SortedMap<String, SortedMap<ModuleField, HandWord>> next = new TreeMap<>(byHand);
        SortedMap<ModuleField, HandWord> fields = new TreeMap<>(byHand.getOrDefault(position, new TreeMap<>()));
        word.ifPresentOrElse(w -> fields.put(field, w), () -> fields.remove(field));
        next.put(position, fields);
        next.values().removeIf(SortedMap::isEmpty);
        return new Readings(sources, seen, next, setAside);
    }

    /** Sets a source aside at a position, or hears it again. */
    public Readings withSetAside(String position, String source, Optional<Source.SetAside> why) {
        SortedMap<String, SortedMap<String, Source.SetAside>> next = new TreeMap<>(setAside);
        SortedMap<String, Source.SetAside> there = new TreeMap<>(setAside.getOrDefault(position, new TreeMap<>()));
        why.ifPresentOrElse(w -> there.put(source, w), () -> there.remove(source));
        next.put(position, there);
        next.values().removeIf(SortedMap::isEmpty);
        return new Readings(sources, seen, byHand, next);
    }

    /** Where a source is set aside, and why. */
    public Map<String, Source.SetAside> setAsideOf(String source) {
        Map<String, Source.SetAside> of = new TreeMap<>();
        setAside.forEach((position, there) -> {
            if (there.containsKey(source)) {
                of.put(position, there.get(source));
            }
        });
        return of;
    }
}
