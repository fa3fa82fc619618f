package zephyrridge.core.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
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
