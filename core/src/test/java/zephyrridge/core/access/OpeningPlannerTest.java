package zephyrridge.core.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.ToIntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import zephyrridge.core.house.HouseRules;

/** the cheapest closure, the fewest turns, and no step stored in sequence. */
class OpeningPlannerTest {
    private static Part part(String id, Part.Kind kind, Side side, int seconds, String... needs) {
        return new Part(id, id, kind, side, Set.of(needs), List.of(), "", seconds, seconds, List.of(), "other");
    }

    private static OpeningPlan plan(
            List<Part> parts, List<List<Set<String>>> access, boolean battery, int... positions) {
        return new OpeningPlanner(
                        new AccessGraph(Side.BOTTOM, parts),
                        access,
                        battery ? HouseRules.Battery.PLUG_OUT_WHERE_REACHABLE : HouseRules.Battery.POWER_DOWN_ONLY)
                .plan(positions);
    }

    private static final List<Part> LAPTOP = List.of(
            part("base", Part.Kind.COVER, Side.BOTTOM, 100),
            part("plug", Part.Kind.BATTERY_PLUG, Side.BOTTOM, 10, "base"),
            part("plate", Part.Kind.PLATE, Side.BOTTOM, 15, "base"),
            part("hatch", Part.Kind.HATCH, Side.BOTTOM, 40),
            part("keyboard", Part.Kind.KEYBOARD, Side.TOP, 300, "base", "plug"));

    @Test
    void takesTheCheaperOfTwoWays() {
        OpeningPlan plan = plan(LAPTOP, List.of(List.of(Set.of("hatch"), Set.of("base"))), false, 0);
        assertThat(plan.parts()).extracting(Part::id).containsExactly("hatch");
        assertThat(plan.seconds()).isEqualTo(80);
    }

    @Test
    void theBatteryComesOutWhereItIsReachedAndFirst() {
        List<List<Set<String>>> plate = List.of(List.of(Set.of("plate")));
        assertThat(plan(LAPTOP, plate, true, 0).parts()).extracting(Part::id).containsExactly("base", "plug", "plate");
        assertThat(plan(LAPTOP, plate, false, 0).parts()).extracting(Part::id).containsExactly("base", "plate");
    }

    @Test
    void positionsTogetherShareWhatComesOff() {
        List<List<Set<String>>> access = List.of(List.of(Set.of("hatch"), Set.of("base")), List.of(Set.of("plate")));
        OpeningPlan both = plan(LAPTOP, access, false, 0, 1);
        assertThat(both.parts()).extracting(Part::id).containsExactlyInAnyOrder("base", "plate");
    }

    @Test
    void deletingOneEdgeOfTheRecordChangesTheSequence() {
        List<List<Set<String>>> access = List.of(List.of(Set.of("keyboard")));
        OpeningPlan with = plan(LAPTOP, access, false, 0);
        assertThat(with.parts()).extracting(Part::id).containsExactly("base", "plug", "keyboard");
        assertThat(with.turns()).isEqualTo(1);
        List<Part> freed = new ArrayList<>(LAPTOP);
        freed.set(4, part("keyboard", Part.Kind.KEYBOARD, Side.TOP, 300, "plug"));
        freed.set(1, part("plug", Part.Kind.BATTERY_PLUG, Side.BOTTOM, 10));
        assertThat(plan(freed, access, false, 0).parts()).extracting(Part::id).containsExactly("plug", "keyboard");
    }

    @Test
    void circlesAndUnknownPartsAreFaults() {
        List<Part> circle =
                List.of(part("a", Part.Kind.COVER, Side.TOP, 1, "b"), part("b", Part.Kind.COVER, Side.TOP, 1, "a"));
        assertThat(new AccessGraph(Side.BOTTOM, circle).circles()).containsExactlyInAnyOrder("a", "b");
        assertThatThrownBy(() -> plan(LAPTOP, List.of(List.of(Set.of("door"))), false, 0))
                .hasMessageContaining("door");
    }

    /** Random graphs with many ties against every choice of a way for each position: seconds, then cautions, then ids. */
    @Test
    void theCheapestOfAllChoicesExactly() {
        Random random = new Random(37);
        for (int i = 0; i < 400; i++) {
            List<Part> parts = new ArrayList<>();
            int count = 3 + random.nextInt(9);
            for (int k = 0; k < count; k++) {
                Set<String> needs = parts.stream()
                        .filter(p -> random.nextInt(5) == 0)
                        .map(Part::id)
                        .collect(Collectors.toSet());
                // Ids that sort otherwise than their places, one of them the beginning of another.
                parts.add(new Part(
                        "p" + (count - k) % 4 + "x".repeat(k / 4),
                        "a part",
                        Part.Kind.COVER,
                        Side.BOTTOM,
                        needs,
                        List.of(),
                        "",
                        1 + random.nextInt(2),
                        1,
                        random.nextInt(3) == 0 ? List.of(Caution.EDGES) : List.of(),
                        "other"));
            }
            List<List<Set<String>>> access = new ArrayList<>();
            for (int position = 0; position < 1 + random.nextInt(5); position++) {
                access.add(Stream.generate(() -> parts.stream()
                                .filter(p -> random.nextInt(4) == 0)
                                .map(Part::id)
                                .collect(Collectors.toSet()))
                        .limit(random.nextInt(4))
                        .toList());
            }
            OpeningPlan plan =
                    plan(parts, access, false, IntStream.range(0, access.size()).toArray());
            assertThat(plan.exact()).isTrue();
            Set<String> taken =
                    new TreeSet<>(plan.parts().stream().map(Part::id).toList());
            assertThat(taken)
                    .as("graph %d", i)
                    .isEqualTo(everyChoice(parts, access).stream()
                            .min(Comparator.<TreeSet<String>>comparingInt(
                                            ids -> sum(parts, ids, p -> p.secondsOff() + p.secondsOn()))
                                    .thenComparingInt(ids ->
                                            sum(parts, ids, p -> p.cautions().size()))
                                    .thenComparing(ids -> String.join(" ", ids)))
                            .orElseThrow());
        }
    }

    private static Set<TreeSet<String>> everyChoice(List<Part> parts, List<List<Set<String>>> access) {
        Set<TreeSet<String>> all = Set.of(new TreeSet<>());
        for (List<Set<String>> ways : access) {
            Set<TreeSet<String>> next = new HashSet<>();
            for (TreeSet<String> before : all) {
                for (Set<String> way : ways.isEmpty() ? List.of(Set.<String>of()) : ways) {
                    TreeSet<String> with = new TreeSet<>(before);
                    way.forEach(id -> withAllAbove(parts, id, with));
                    next.add(with);
                }
            }
            all = next;
        }
        return all;
    }

    private static void withAllAbove(List<Part> parts, String id, Set<String> off) {
        off.add(id);
        parts.stream().filter(p -> p.id().equals(id)).forEach(p -> p.needsOff()
                .forEach(n -> withAllAbove(parts, n, off)));
    }

    private static int sum(List<Part> parts, Set<String> ids, ToIntFunction<Part> what) {
        return parts.stream().filter(p -> ids.contains(p.id())).mapToInt(what).sum();
    }

    /** Random graphs: every part after what it needs, and no sequence of sides with fewer turns. */
    @Test
    void fewestTurnsExactly() {
        Random random = new Random(36);
        for (int i = 0; i < 400; i++) {
            List<Part> parts = new ArrayList<>();
            for (int k = 0; k < 2 + random.nextInt(8); k++) {
                String[] needs = parts.stream()
                        .filter(p -> random.nextInt(3) == 0)
                        .map(Part::id)
                        .toArray(String[]::new);
                parts.add(part(
                        "p" + k, Part.Kind.COVER, Side.values()[random.nextInt(4)], 1 + random.nextInt(50), needs));
            }
            Set<String> last = new HashSet<>(List.of(
                    parts.get(parts.size() - 1).id(),
                    parts.get(random.nextInt(parts.size())).id()));
            OpeningPlan plan = plan(parts, List.of(List.of(last)), false, 0);
            Set<String> off = new HashSet<>();
            Side up = Side.BOTTOM;
            int turns = 0;
            for (Part p : plan.parts()) {
                assertThat(off).containsAll(p.needsOff());
                off.add(p.id());
                turns += p.side() == up ? 0 : 1;
                up = p.side();
            }
            assertThat(turns).isEqualTo(plan.turns());
            Set<String> needed = off;
            for (int fewer = 0; fewer < plan.turns(); fewer++) {
                assertThat(canBeDone(parts, needed, Side.BOTTOM, Set.of(), fewer))
                        .as("graph %d with %d turns", i, fewer)
                        .isFalse();
            }
        }
    }

    private static boolean canBeDone(List<Part> parts, Set<String> needed, Side up, Set<String> off, int turns) {
        Set<String> now = new HashSet<>(off);
        boolean more = true;
        while (more) {
            more = false;
            for (Part p : parts) {
                if (needed.contains(p.id()) && p.side() == up && now.containsAll(p.needsOff())) {
                    more |= now.add(p.id());
                }
            }
        }
        if (now.containsAll(needed)) {
            return true;
        }
        if (turns == 0) {
            return false;
        }
        for (Side side : Side.values()) {
            if (side != up && canBeDone(parts, needed, side, now, turns - 1)) {
                return true;
            }
        }
        return false;
    }
}
