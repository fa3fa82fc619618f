package zephyrridge.core.opening;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.Stream;
import zephyrridge.core.access.OpeningPlan;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.layout.Effort;
import zephyrridge.core.log.Entry;
import zephyrridge.core.machine.Position;
import zephyrridge.core.now.Now;
import zephyrridge.core.unit.Unit;

/**
 * One round of opening and closing: what is done on one side, at one carrier, or for one look. Work that lies on several sides
 * comes in several rounds, each from what is off by then.
 *
 * @param carrier it is about; empty for a side of the machine
 * @param side on which the last part before the sockets comes off; empty where they are open to the hand
 * @param positions it is about
 * @param seconds to open, to fit what is left and to close again, from how it stands now
 * @param turns of the machine on the way in
 * @param current whether this is the one that is worked in, or comes next
 * @param done whether nothing is left to fit in it
 * @param opened whether the log says that it was begun
 */
public record Round(
        Entry.Purpose purpose,
        Optional<String> carrier,
        Optional<Side> side,
        SortedSet<String> positions,
        int seconds,
        int turns,
        boolean current,
        boolean done,
        boolean opened) {
    public Round {
        positions = Collections.unmodifiableSortedSet(new TreeSet<>(positions));
    }

    private record Where(Optional<String> carrier, Optional<Side> side) {}

    /** The rounds of a job: that which is open for something else first, then those of the fit lines, the shortest first. */
    public static List<Round> of(Bench bench, Unit unit, Now now, List<FitLine> lines) {
        Map<Where, SortedSet<String>> groups = new LinkedHashMap<>();
        for (FitLine l : lines) {
            groups.computeIfAbsent(where(bench, unit, l.position().id()), w -> new TreeSet<>())
                    .add(l.position().id());
        }
        Set<String> pending = new HashSet<>(OtherWork.bays(bench.record(), unit));
        // Other work that was agreed on is done in the round in which it lies open, or in one of its own.
        SortedSet<String> works = new TreeSet<>(pending);
        works.forEach(bay -> groups.computeIfAbsent(where(bench, unit, bay), w -> new TreeSet<>())
                .add(bay));
        lines.stream()
                .filter(l -> !l.done())
                .forEach(l -> pending.add(l.position().id()));
        Optional<Entry.Opened> open = now.opening();
        List<Round> rounds = new ArrayList<>();
        groups.forEach((where, positions) -> {
            SortedSet<String> left = new TreeSet<>(positions);
            left.retainAll(pending);
            Entry.Purpose purpose = works.containsAll(positions) ? Entry.Purpose.COMPANION : Entry.Purpose.FIT;
            boolean opened = open.filter(o -> o.purpose() == purpose && !Collections.disjoint(o.positions(), positions))
                    .isPresent();
            rounds.add(round(bench, unit, now, purpose, where, left.isEmpty() ? positions : left)
                    .with(positions, left.isEmpty(), opened));
        });
        rounds.sort(
                Comparator.comparing(Round::done).thenComparing(r -> !r.opened).thenComparing(r -> r.seconds));
        // By the way in, not by how many go in: what hands take is added once the order stands.
        rounds.replaceAll(r -> r.withHands(lines.stream()
                .filter(l -> !l.done() && r.positions.contains(l.position().id()))
                .mapToInt(l -> (l.out().isPresent() ? 1 : 0) + (l.in().isPresent() ? 1 : 0))
                .sum()));
        open.filter(o -> o.purpose() != Entry.Purpose.FIT
                        && rounds.stream().noneMatch(r -> r.opened && r.purpose == o.purpose()))
                .ifPresent(o -> {
                    Where where = o.positions().stream()
                            .filter(p -> bench.record().hasPosition(p)
                                    || bench.record().bay(p).isPresent())
                            .findFirst()
                            .map(p -> where(bench, unit, p))
                            .orElse(new Where(Optional.empty(), Optional.empty()));
                    rounds.add(
                            0,
                            round(bench, unit, now, o.purpose(), where, o.positions())
                                    .with(o.positions(), false, true));
                });
        // The first that is open for something; else the first with work left.
        for (int i = 0; i < rounds.size(); i++) {
            Round r = rounds.get(i);
            if (r.opened && !(r.done && r.purpose == Entry.Purpose.FIT) || i == 0 && !r.done) {
                rounds.set(i, r.asCurrent());
                break;
            }
        }
        return List.copyOf(rounds);
    }

    private static Where where(Bench bench, Unit unit, String id) {
        Optional<String> carrier = bench.record().positions().stream()
                .filter(p -> p.id().equals(id))
                .findFirst()
                .flatMap(Position::carrier);
        if (carrier.isPresent()) {
            return new Where(carrier, Optional.empty());
        }
        List<Part> parts = bench.evaluator()
                .opening(
                        List.of(id),
                        Set.of(),
                        unit.intake().hasBattery(),
                        bench.record().access().restsOn())
                .parts();
        return new Where(
                Optional.empty(),
                parts.isEmpty()
                        ? Optional.empty()
                        : Optional.of(parts.get(parts.size() - 1).side()));
    }

    private static Round round(
            Bench bench, Unit unit, Now now, Entry.Purpose purpose, Where where, Collection<String> about) {
        OpeningPlan way =
                bench.evaluator().opening(about, now.offSet(), unit.intake().hasBattery(), now.up(bench.record()));
        return new Round(
                purpose,
                where.carrier(),
                where.side(),
                new TreeSet<>(about),
                way.seconds(),
                way.turns(),
                false,
                false,
                false);
    }

    private Round with(SortedSet<String> all, boolean isDone, boolean isOpened) {
        return new Round(purpose, carrier, side, all, seconds, turns, current, isDone, isOpened);
    }

    private Round withHands(int modules) {
        return new Round(
                purpose,
                carrier,
                side,
                positions,
                seconds + modules * Effort.HAND_SECONDS,
                turns,
                current,
                done,
                opened);
    }

    private Round asCurrent() {
        return new Round(purpose, carrier, side, positions, seconds, turns, true, done, opened);
    }

    /**
     * What its steps lead to: what is left to fit, and where other work is left; for a look or a test all that it is about.
     *
     * @param bays of other work that is left
     */
    public List<String> wanted(List<FitLine> lines, Set<String> bays) {
        return purpose == Entry.Purpose.FIT
                ? Stream.concat(
                                lines.stream().filter(l -> !l.done()).map(l -> l.position()
                                        .id()),
                                bays.stream())
                        .filter(positions::contains)
                        .toList()
                : List.copyOf(positions);
    }
}
