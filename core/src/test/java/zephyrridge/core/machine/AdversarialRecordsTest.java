package zephyrridge.core.machine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import zephyrridge.core.Modules;
import zephyrridge.core.access.AccessGraph;
import zephyrridge.core.access.OpeningPlan;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.survey.Survey;
import zephyrridge.core.survey.Surveyor;

/**
 * Records made to break things: whatever the check accepts is judged, opened and surveyed; what it refuses is refused with a place
 * and a reason for each fault. Times are not asserted; the limit only ends a run that would never end.
 */
@Timeout(value = 1200, unit = TimeUnit.SECONDS)
class AdversarialRecordsTest {
    private static final int[] EXTREME = {Integer.MIN_VALUE, -1, 0, 1, 2, 3, 4, 5, 63, 64, 65, 1000, Integer.MAX_VALUE};
    private static final ModuleSpec MODULE = Modules.of("16GB 2Rx8 PC4-2666V-SE1-11");

    private final Random random = new Random(5_1);

    @Test
    void whatIsAcceptedIsBoundedAndWhatIsNotIsExplained() {
        int accepted = 0;
        Set<String> refused = new TreeSet<>();
        for (int i = 0; i < 1200; i++) {
            MachineRecord record = record(random.nextInt(3) == 0);
            List<RecordCheck.Fault> faults = RecordCheck.faults(record);
            if (!faults.isEmpty()) {
                assertThat(faults).allSatisfy(f -> {
                    assertThat(f.path()).isNotBlank();
                    assertThat(f.fault()).isNotBlank();
                });
                faults.forEach(f -> refused.add(f.path().replaceAll("[0-9]+", "n")));
                continue;
            }
            accepted++;
            use(record);
        }
        assertThat(accepted).isGreaterThan(500);
        assertThat(refused)
                .contains(
                        "controller.rankMultiplication",
                        "controller.ranksPerChannel",
                        "controller.channelBytes",
                        "access.parts[n].secondsOff",
                        "positions[n].access",
                        "positions[n].fillOrder");
    }

    /** The worst that is allowed: 256 positions, 63 ways, 63 parts, 16 classes with four ways in each. */
    @Test
    void theLargestOfEverythingIsStillBounded() {
        List<Part> parts = new ArrayList<>();
        for (int i = 0; i < 63; i++) {
            parts.add(part(i, i < 16 ? Set.of() : Set.of("p" + (i - 16))));
        }
        List<Channel> channels = IntStream.range(0, 64)
                .mapToObj(c -> new Channel("c" + c, "cpu"))
                .toList();
        List<Position> positions = new ArrayList<>();
        for (int i = 0; i < 256; i++) {
            int group = i % 16;
            List<Set<String>> ways = IntStream.range(0, 4)
                    .<Set<String>>mapToObj(
                            a -> new HashSet<>(List.of("p" + (group + 15 * a), "p" + ((group * 7 + a * 13) % 63))))
                    .toList();
            positions.add(position(i, "c" + i % 64, 1 + i / 64, ways, Optional.of("carrier " + i % 8)));
        }
        Set<Integer> ways = new HashSet<>(IntStream.rangeClosed(1, 63).boxed().toList());
        MachineRecord record = new MachineRecord(
                "worst",
                "Test",
                "Worst",
                "",
                MachineKind.SERVER,
                List.of("cpu"),
                controller("test", 8, Optional.of(4), ways, 8),
                List.of(controller("other", 1, Optional.empty(), Set.of(1), 8)),
                channels,
                positions,
                new AccessGraph(Side.BOTTOM, parts),
                new StartBehaviour(false, false, false, true, List.of(), Optional.empty()),
                List.of());
        assertThat(RecordCheck.faults(record)).isEmpty();
        use(record);
    }

    private void use(MachineRecord record) {
        LayoutEvaluator evaluator = new LayoutEvaluator(record, HouseRules.DEFAULT);
        Map<String, ModuleSpec> sockets = new HashMap<>();
        record.positions().stream().filter(p -> random.nextBoolean()).forEach(p -> sockets.put(p.id(), MODULE));
        Layout layout = Layout.of(record, sockets);
        Layout empty = Layout.of(record, Map.of());
        LayoutEvaluation e = evaluator.evaluate(layout, empty, Host.UNLIMITED);
        assertThat(e.verdicts()).isNotEmpty();
        assertThat(e.effort().minutes()).isGreaterThanOrEqualTo(0);
        evaluator.advice(layout, empty, Host.UNLIMITED, e);
        List<String> all = record.positions().stream().map(Position::id).toList();
        OpeningPlan plan = evaluator.opening(all);
        assertThat(plan.seconds()).isGreaterThanOrEqualTo(0);
        Survey survey = Surveyor.survey(record, List.of(), Map.of(), Map.of(), Set.of());
        assertThat(survey.rows()).hasSize(record.positions().size());
    }

    private int extreme() {
        return EXTREME[random.nextInt(EXTREME.length)];
    }

    private int of(boolean wild, int least, int most) {
        return wild && random.nextInt(12) == 0 ? extreme() : least + random.nextInt(most - least + 1);
    }

    private MachineRecord record(boolean wild) {
        int channelCount = 1 + random.nextInt(random.nextInt(10) == 0 ? 64 : 8);
        List<Channel> channels = IntStream.range(0, channelCount)
                .mapToObj(c -> new Channel("c" + c, "cpu"))
                .toList();
        int partCount = random.nextInt(wild && random.nextInt(20) == 0 ? 70 : random.nextInt(8) == 0 ? 63 : 12);
        List<Part> parts = new ArrayList<>();
        for (int i = 0; i < partCount; i++) {
            Set<String> needs = new HashSet<>();
            for (int n = random.nextInt(3); n > 0 && i > 0; n--) {
                needs.add("p" + random.nextInt(wild && random.nextInt(30) == 0 ? partCount : i));
            }
            parts.add(new Part(
                    "p" + i,
                    "part " + i,
                    Part.Kind.values()[random.nextInt(Part.Kind.values().length)],
                    Side.values()[random.nextInt(Side.values().length)],
                    needs,
                    List.of(),
                    "",
                    of(wild, 0, 600),
                    of(wild, 0, 600),
                    List.of(),
                    "test"));
        }
        int positionCount = 1 + random.nextInt(random.nextInt(12) == 0 ? 256 : 8);
        List<Position> positions = new ArrayList<>();
        for (int i = 0; i < positionCount; i++) {
            List<Set<String>> ways = new ArrayList<>();
            for (int a = random.nextInt(wild && random.nextInt(20) == 0 ? 7 : 5); a > 0 && partCount > 0; a--) {
                Set<String> way = new HashSet<>();
                for (int n = 1 + random.nextInt(3); n > 0; n--) {
                    way.add("p" + random.nextInt(partCount));
                }
                ways.add(way);
            }
            positions.add(position(
                    i,
                    "c" + random.nextInt(channelCount),
                    of(wild, 1, 4),
                    ways,
                    random.nextInt(3) == 0 ? Optional.of("carrier " + random.nextInt(8)) : Optional.empty()));
        }
        Set<Integer> ways = new HashSet<>(Set.of(1));
        for (int n = random.nextInt(64); n > 0; n--) {
            ways.add(of(wild, 1, 63));
        }
        return new MachineRecord(
                "adversary",
                "Test",
                "Adversary",
                "",
                MachineKind.values()[random.nextInt(MachineKind.values().length)],
                List.of("cpu"),
                controller(
                        "test",
                        of(wild, 1, 16),
                        Optional.of(of(wild, 1, 4)).filter(m -> wild || m != 3),
                        ways,
                        of(wild, 1, 8)),
                random.nextBoolean()
                        ? List.of()
                        : List.of(controller(
                                wild ? "test" : "other", of(wild, 1, 16), Optional.empty(), ways, of(wild, 1, 8))),
                channels,
                positions,
                new AccessGraph(Side.values()[random.nextInt(Side.values().length)], parts),
                new StartBehaviour(false, false, false, true, List.of(), Optional.empty()),
                List.of());
    }

    private static Part part(int i, Set<String> needs) {
        return new Part(
                "p" + i,
                "part " + i,
                Part.Kind.COVER,
                Side.values()[i % Side.values().length],
                needs,
                List.of(),
                "",
                10 + i,
                10,
                List.of(),
                "test");
    }

    private static Position position(
            int i, String channel, int fillOrder, List<Set<String>> ways, Optional<String> carrier) {
        return new Position(
                "s" + i,
                "Socket " + i,
                List.of(channel),
                FormFactor.SO_DIMM,
                Optional.empty(),
                Optional.of(new Socket(
                        "left", 30, 30, Optional.empty(), false, 2, Optional.empty(), List.of(), Optional.empty())),
                fillOrder,
                carrier,
                ways,
                Provenance.FIRST_LOOK);
    }

    private static Controller controller(
            String name, int ranks, Optional<Integer> multiplication, Set<Integer> ways, int bytes) {
        return new Controller(
                name,
                MemoryGeneration.DDR4,
                Set.of(Buffering.UNBUFFERED, Buffering.LOAD_REDUCED),
                Optional.empty(),
                false,
                List.of(1200),
                List.of(DataRate.ofName(2666), DataRate.ofName(2133)),
                List.of(),
                false,
                ranks,
                multiplication,
                ways,
                true,
                bytes,
                ByteSize.ofMebibytes(768),
                ByteSize.ZERO,
                ByteSize.ZERO);
    }
}
