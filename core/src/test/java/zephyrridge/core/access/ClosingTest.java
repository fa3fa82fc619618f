package zephyrridge.core.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import zephyrridge.core.house.HouseRules;

/** closing is an order of its own, with the first start in it. */
class ClosingTest {
    private static Part part(String id, Part.Kind kind, Side side, String... needs) {
        return new Part(id, id, kind, side, Set.of(needs), List.of(), "", 10, 10, List.of(), "other");
    }

    private static OpeningPlanner planner(List<Part> parts, List<Precedence> closing) {
        return new OpeningPlanner(
                new AccessGraph(Side.BOTTOM, parts, closing, List.of()),
                List.of(List.of(Set.of())),
                HouseRules.Battery.PLUG_OUT_WHERE_REACHABLE);
    }

    private static final List<Part> LAPTOP = List.of(
            part("base", Part.Kind.COVER, Side.BOTTOM),
            part("plug", Part.Kind.BATTERY_PLUG, Side.BOTTOM, "base"),
            part("plate", Part.Kind.PLATE, Side.BOTTOM, "base"),
            part("fan", Part.Kind.CAGE, Side.BOTTOM, "base"));

    private static final Set<String> ALL = Set.of("base", "plug", "plate", "fan");

    @Test
    void theBatteryIsTheLastInside() {
        assertThat(planner(LAPTOP, List.of())
                        .closing(ALL, ALL, Side.BOTTOM, true)
                        .order())
                .containsExactly("plate", "fan", "plug", "test-start", "base");
        assertThat(planner(LAPTOP, List.of())
                        .closing(ALL, ALL, Side.BOTTOM, false)
                        .order())
                .containsExactly("plate", "fan", "plug", "base", "test-start");
    }

    @Test
    void whatTheRecordAddsIsMinded() {
        OpeningPlanner added = planner(LAPTOP, List.of(new Precedence("fan", "plate")));
        assertThat(added.closing(ALL, ALL, Side.BOTTOM, true).order()).startsWith("fan", "plate");
        assertThat(added.backFirst("plate", ALL)).contains("fan");
        assertThat(added.backFirst("plate", Set.of("base", "plug", "plate"))).isEmpty();
        OpeningPlanner coverOn = planner(LAPTOP, List.of(new Precedence("base", Precedence.TEST_START)));
        assertThat(coverOn.closing(ALL, ALL, Side.BOTTOM, true).order()).endsWith("base", "test-start");
        assertThat(coverOn.onForStart()).contains("base");
    }

    /** A pack that has to be raised for its plug: it goes down after it, and is taken up on the way back only. */
    @Test
    void aPackIsRaisedForItsPlug() {
        List<Part> parts = new ArrayList<>(LAPTOP);
        Part plug = parts.get(1);
        parts.set(1, raising(plug, "pack"));
        parts.add(part("pack", Part.Kind.BATTERY, Side.BOTTOM, "base", "plug"));
        OpeningPlanner p = planner(parts, List.of());
        assertThat(p.raisedFor(ALL, ALL)).containsExactly("pack");
        Set<String> withPack = Set.of("base", "plug", "plate", "fan", "pack");
        assertThat(p.raisedFor(withPack, withPack)).isEmpty();
        assertThat(p.raisedFor(ALL, Set.of("fan"))).isEmpty();
        assertThat(p.closing(withPack, withPack, Side.BOTTOM, false).order())
                .containsExactly("plate", "fan", "plug", "pack", "base", "test-start");
        AccessGraph graph = new AccessGraph(Side.BOTTOM, parts, List.of(), List.of());
        assertThat(graph.closingCircles()).isEmpty();
        assertThat(graph.circles()).isEmpty();
        // Its seconds are among those of any opening that takes the plug out.
        OpeningPlanner without = planner(LAPTOP, List.of());
        assertThat(p.plan(new int[] {0}).seconds())
                .isEqualTo(without.plan(new int[] {0}).seconds() + 20);
        assertThat(p.plan(new int[] {0}).parts()).extracting(Part::id).doesNotContain("pack");
    }

    private static Part raising(Part p, String raised) {
        return new Part(
                p.id(),
                p.name(),
                p.kind(),
                p.side(),
                p.needsOff(),
                p.fasteners(),
                p.how(),
                p.secondsOff(),
                p.secondsOn(),
                p.cautions(),
                p.source(),
                p.catches(),
                p.connectors(),
                p.howOn(),
                p.checks(),
                Set.of(raised));
    }

    @Test
    void whatStaysOffKeepsTheStartAway() {
        OpeningPlanner p = planner(LAPTOP, List.of());
        assertThat(p.closing(ALL, Set.of("fan"), Side.BOTTOM, true).order()).containsExactly("fan");
        assertThat(p.closing(Set.of("base"), Set.of(), Side.BOTTOM, true).order())
                .containsExactly("test-start");
    }

    @Test
    void circlesOfClosingAreNamed() {
        AccessGraph graph = new AccessGraph(
                Side.BOTTOM,
                LAPTOP,
                List.of(new Precedence("base", "plate"), new Precedence("fan", "plug")),
                List.of());
        assertThat(graph.circles()).isEmpty();
        assertThat(graph.closingCircles()).containsExactlyInAnyOrder("base", "plate");
    }

    /** Random graphs: every constraint holds, and a search over all orders finds none with fewer turns. */
    @Test
    void fewestTurnsAgainstAllOrders() {
        Random random = new Random(68);
        int withStart = 0;
        for (int n = 0; n < 300; n++) {
            List<Part> parts = new ArrayList<>();
            Part.Kind[] kinds = {Part.Kind.COVER, Part.Kind.PLATE, Part.Kind.BATTERY_PLUG, Part.Kind.HATCH};
            for (int k = 0; k < 1 + random.nextInt(6); k++) {
                String[] needs = parts.stream()
                        .filter(p -> random.nextInt(3) == 0)
                        .map(Part::id)
                        .toArray(String[]::new);
                parts.add(part("p" + k, kinds[random.nextInt(4)], Side.values()[random.nextInt(3)], needs));
            }
            List<Precedence> closing = new ArrayList<>();
            for (int k = 0; k < random.nextInt(3); k++) {
                closing.add(new Precedence(
                        "p" + random.nextInt(parts.size()),
                        random.nextInt(4) == 0 ? Precedence.TEST_START : "p" + random.nextInt(parts.size())));
            }
            AccessGraph graph = new AccessGraph(Side.BOTTOM, parts, closing, List.of());
            if (!graph.closingCircles().isEmpty()) {
                continue;
            }
            OpeningPlanner planner = planner(parts, closing);
            Set<String> off = new HashSet<>();
            parts.forEach(p -> off.add(p.id()));
            boolean early = random.nextBoolean();
            ClosingPlan plan = planner.closing(off, off, Side.BOTTOM, early);
            assertThat(plan.order()).hasSize(parts.size() + 1).doesNotHaveDuplicates();
            withStart += plan.order().indexOf(Precedence.TEST_START) < parts.size() ? 1 : 0;
            Set<String> still = new HashSet<>(off);
            Map<String, Side> sides = new HashMap<>();
            parts.forEach(p -> sides.put(p.id(), p.side()));
            Side up = Side.BOTTOM;
            int turns = 0;
            for (String id : plan.order()) {
                if (id.equals(Precedence.TEST_START)) {
                    assertThat(java.util.Collections.disjoint(still, planner.onForStart()))
                            .as("graph %d", n)
                            .isTrue();
                    assertThat(early || still.isEmpty()).isTrue();
                    continue;
                }
                assertThat(planner.backFirst(id, still))
                        .as("graph %d, %s", n, id)
                        .isEmpty();
                turns += sides.get(id) == up ? 0 : 1;
                up = sides.get(id);
                still.remove(id);
            }
            assertThat(turns).isEqualTo(plan.turns());
            assertThat(fewest(planner, sides, off, Side.BOTTOM, early, false))
                    .as("graph %d", n)
                    .isEqualTo(turns);
        }
        assertThat(withStart).as("starts before the last cover").isGreaterThan(20);
    }

    /** All orders, one by one. */
    private static int fewest(
            OpeningPlanner planner, Map<String, Side> sides, Set<String> off, Side up, boolean early, boolean started) {
        if (off.isEmpty()) {
            return 0;
        }
        boolean canStart = early && off.stream().noneMatch(planner.onForStart()::contains);
        int best = Integer.MAX_VALUE / 2;
        for (String id : off) {
            boolean waitsForStart = early && !planner.onForStart().contains(id) && !started && !canStart;
            Optional<String> first = planner.backFirst(id, off);
            if (first.isEmpty() && !waitsForStart) {
                Set<String> left = new HashSet<>(off);
                left.remove(id);
                int turn = sides.get(id) == up ? 0 : 1;
                best = Math.min(best, turn + fewest(planner, sides, left, sides.get(id), early, started || canStart));
            }
        }
        return best;
    }
}
