package zephyrridge.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntToLongFunction;
import zephyrridge.core.layout.ChannelSummary;
import zephyrridge.core.layout.LayoutFigures;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.ModuleSpec;

/**
 * What one group of channels can hold: every multiset of kinds, each in the places that change least and keep the board's filling
 * order. Of places that differ in nothing the first with the larger module in the slot to be filled first is taken.
 */
final class GroupChoices {
    /** @param kindAt kind by the group's sockets, -1 for none */
    record Choice(int[] kindAt, ChannelSummary summary, Reach reach) {}

    /** What a whole layout sees of a choice but its money. */
    private record Seen(ChannelSummary.Outline outline, Reach reach) {}

    /**
     * Choices that a whole layout can tell apart by their money only.
     *
     * @param any of them
     * @param leastMinor what is bought for the cheapest of them, at least
     */
    record Alike(Choice any, long leastMinor) {}

    /** The choices by what tells them apart, and for each choice the number of its like. */
    record Likes(List<Alike> alike, int[] numberOf) {}

    final int[] sockets;
    final List<Choice> choices = new ArrayList<>();
    /** What makes another group exchangeable with this one. */
    final Object likeness;
    /** Whether more multisets would be there than were made. */
    boolean cut;

    private final PlanTask task;
    private final LayoutFigures figures;
    private final Kinds kinds;
    private final int group;
    private final int[] positions;
    private final int most;

    GroupChoices(PlanTask task, LayoutFigures figures, Kinds kinds, int group, int most) {
        this.task = task;
        this.figures = figures;
        this.kinds = kinds;
        this.group = group;
        this.most = most;
        positions = figures.positions(group);
        MachineRecord record = task.record();
        sockets = Arrays.stream(positions)
                .filter(p -> !record.positions().get(p).isSoldered() && figures.isThere(p))
                .toArray();
        likeness = Arrays.stream(positions)
                .mapToObj(record.positions()::get)
                .map(p -> List.of(
                        p.formFactor(),
                        p.fillOrder(),
                        p.soldered(),
                        p.access(),
                        p.channels().size(),
                        record.channels().stream()
                                .filter(c -> c.id().equals(p.channels().get(0)))
                                .map(c -> c.processor())
                                .toList(),
                        figures.isThere(record.positions().indexOf(p)),
                        java.util.Optional.ofNullable(task.own().get(p.id())).map(kinds::seen)))
                .toList();
        int[] goes = java.util.stream.IntStream.range(0, kinds.size())
                .filter(k -> kinds.available(k) > 0)
                .filter(k -> Arrays.stream(sockets).anyMatch(p -> figures.takes(p, kinds.spec(k))))
                .toArray();
        multisets(goes, 0, new int[sockets.length], 0);
    }

    /** @param leastOfAPiece what one more piece of a kind costs, at least */
    Likes likes(IntToLongFunction leastOfAPiece) {
        Map<Seen, Integer> numbers = new HashMap<>();
        List<Alike> alike = new ArrayList<>();
        int[] numberOf = new int[choices.size()];
        for (int i = 0; i < numberOf.length; i++) {
            Choice c = choices.get(i);
            // Kinds that the machine has may cost nothing: how many of them other groups use is not known here.
            long money = Arrays.stream(c.kindAt)
                    .filter(k -> k >= 0 && kinds.own.get(k).isEmpty())
                    .mapToLong(leastOfAPiece::applyAsLong)
                    .sum();
            int n = numbers.computeIfAbsent(new Seen(c.summary.outline(), c.reach), seen -> alike.size());
            if (n == alike.size()) {
                alike.add(new Alike(c, money));
            } else if (money < alike.get(n).leastMinor) {
                alike.set(n, new Alike(c, money));
            }
            numberOf[i] = n;
        }
        return new Likes(alike, numberOf);
    }

    private void multisets(int[] goes, int from, int[] chosen, int count) {
        places(Arrays.copyOf(chosen, count));
        if (count == sockets.length) {
            return;
        }
        for (int i = from; i < goes.length; i++) {
            if (choices.size() >= most) {
                cut = true;
                return;
            }
            int kind = goes[i];
            long same = Arrays.stream(chosen, 0, count).filter(k -> k == kind).count();
            if (same < kinds.available(kind)) {
                chosen[count] = kind;
                multisets(goes, i, chosen, count + 1);
            }
        }
    }

    private void places(int[] multiset) {
        Integer[] largestFirst = Arrays.stream(multiset).boxed().toArray(Integer[]::new);
        Arrays.sort(largestFirst, (a, b) -> {
            int bySize = kinds.spec(b).capacity().compareTo(kinds.spec(a).capacity());
            return bySize != 0 ? bySize : Integer.compare(a, b);
        });
        Integer[] byFill = Arrays.stream(sockets).boxed().toArray(Integer[]::new);
        List<Choice> found = new ArrayList<>();
        int[] at = new int[sockets.length];
        Arrays.fill(at, -1);
        place(largestFirst, 0, byFill, at, found);
        choices.addAll(found);
    }

    /** Puts the modules, the largest first, into sockets in every way that differs. */
    private void place(Integer[] modules, int i, Integer[] order, int[] at, List<Choice> found) {
        if (i == modules.length) {
            consider(at, found);
            return;
        }
        boolean again = i > 0 && modules[i].equals(modules[i - 1]);
        int after = -1;
        if (again) {
            for (int s = 0; s < at.length; s++) {
                after = at[s] == modules[i] ? s : after;
            }
        }
        for (int s = after + 1; s < order.length; s++) {
            if (at[s] < 0 && figures.takes(order[s], kinds.spec(modules[i]))) {
                at[s] = modules[i];
                place(modules, i + 1, order, at, found);
                at[s] = -1;
            }
        }
    }

    /** One content, each module in the socket that is named; empty where it stops or breaks the order. */
    java.util.Optional<Choice> one(int[] kindAt) {
        ChannelSummary s = summary(kindAt);
        return s.stops() || s.breaksOrder() ? java.util.Optional.empty() : java.util.Optional.of(choice(kindAt, s));
    }

    private Choice choice(int[] kindAt, ChannelSummary s) {
        Reach reach = Reach.NONE;
        for (int k : kindAt) {
            reach = k < 0 ? reach : reach.with(kinds.spec(k));
        }
        return new Choice(kindAt, s, reach);
    }

    private ChannelSummary summary(int[] at) {
        ModuleSpec[] modules = new ModuleSpec[positions.length];
        for (int i = 0; i < positions.length; i++) {
            int socket = Arrays.binarySearch(sockets, positions[i]);
            modules[i] = socket >= 0
                    ? at[socket] < 0 ? null : kinds.spec(at[socket])
                    : task.asFound().module(positions[i]).orElse(null);
        }
        return figures.summarise(group, modules);
    }

    private void consider(int[] at, List<Choice> found) {
        ChannelSummary s = summary(at);
        if (s.stops() || s.breaksOrder()) {
            return;
        }
        if (!task.limits().isPlain()) {
            // What was tried speaks of places: each counts.
            found.add(choice(at.clone(), s));
            return;
        }
        for (Choice c : found) {
            ChannelSummary o = c.summary;
            if (o.asksNoMoreThan(s) && o.sameTotals(s)) {
                return;
            }
        }
        found.removeIf(c -> s.asksNoMoreThan(c.summary) && s.sameTotals(c.summary));
        found.add(choice(at.clone(), s));
    }
}
