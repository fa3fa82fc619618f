package zephyrridge.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import zephyrridge.core.Machines;
import zephyrridge.core.access.ClosingPlan;
import zephyrridge.core.access.OpeningPlan;
import zephyrridge.core.access.OpeningPlanner;
import zephyrridge.core.access.Side;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Provenance;
import zephyrridge.core.machine.Socket;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.survey.Survey;
import zephyrridge.core.survey.Surveyor;

/** What is really there, and the way to it: eight sockets in eight places, and every set of them opened. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(3)
public class AccessBenchmark {
    private final MachineRecord eightPlaces = eightPlaces();
    private final LayoutEvaluator evaluator = new LayoutEvaluator(eightPlaces, HouseRules.DEFAULT);
    private final List<List<String>> sets = IntStream.range(1, 256)
            .mapToObj(mask -> IntStream.range(0, 8)
                    .filter(i -> (mask >> i & 1) == 1)
                    .mapToObj(i -> "s" + i)
                    .toList())
            .toList();
    private final OpeningPlanner access = evaluator.access(true);
    private final Set<String> everything = Set.copyOf(eightPlaces.access().parts().stream()
            .map(zephyrridge.core.access.Part::id)
            .toList());
    private int at;

    private static MachineRecord eightPlaces() {
        Machines m = Machines.of(MemoryGeneration.DDR4, 2666, 2400, 2133)
                .channel("A")
                .channel("B");
        for (int i = 0; i < 8; i++) {
            m.part(
                    "lid" + i,
                    Side.values()[i % 4],
                    30 + 10 * i,
                    i > 3 ? new String[] {"lid" + (i - 4)} : new String[0]);
            m.part("back" + i, Side.BACK, 100 + i);
            m.position(new zephyrridge.core.machine.Position(
                    "s" + i,
                    "Socket " + i,
                    List.of(i % 2 == 0 ? "A" : "B"),
                    FormFactor.SO_DIMM,
                    Optional.empty(),
                    Optional.of(new Socket(
                            "left", 30, 30, Optional.empty(), false, 2, Optional.empty(), List.of(), Optional.empty())),
                    1 + i / 2,
                    Optional.empty(),
                    new ArrayList<>(List.of(Set.of("lid" + i), Set.of("back" + i))),
                    Provenance.FIRST_LOOK));
        }
        return m.build();
    }

    /** Eight positions, each in a place of its own: nothing can be merged. */
    @Benchmark
    public Survey surveyOfEightPlaces() {
        return Surveyor.survey(eightPlaces, List.of(), Map.of(), Map.of(), Set.of());
    }

    /** A planner from nothing, and every set of positions once. */
    @Benchmark
    public int allSetsOnce() {
        LayoutEvaluator fresh = new LayoutEvaluator(eightPlaces, HouseRules.DEFAULT);
        int seconds = 0;
        for (List<String> set : sets) {
            seconds += fresh.opening(set).seconds();
        }
        return seconds;
    }

    /** A planner from nothing, and the minutes of every set of positions once: what a planner of layouts asks. */
    @Benchmark
    public int allMinutesOnce() {
        OpeningPlanner fresh = new OpeningPlanner(
                eightPlaces.access(),
                eightPlaces.positions().stream()
                        .map(zephyrridge.core.machine.Position::access)
                        .toList(),
                HouseRules.DEFAULT.battery());
        int seconds = 0;
        int[] positions = new int[8];
        for (int mask = 1; mask < 256; mask++) {
            int count = 0;
            for (int i = 0; i < 8; i++) {
                if ((mask >> i & 1) == 1) {
                    positions[count++] = i;
                }
            }
            seconds += fresh.secondsFor(fresh.classesOf(positions, count));
        }
        return seconds;
    }

    /** Minutes of a set that was asked for before: what a planner of layouts asks millions of times. */
    @Benchmark
    @OutputTimeUnit(TimeUnit.NANOSECONDS)
    public int minutesAgain() {
        at = (at + 1) & 255;
        return access.secondsFor(at);
    }

    /** The way back from everything that eight sockets need off, with the first start in it. */
    @Benchmark
    public ClosingPlan closeAll() {
        return access.closing(everything, everything, Side.BACK, true);
    }

    /** One set whose minutes were asked for before, with its order of removal. */
    @Benchmark
    public OpeningPlan oneSetAgain() {
        at = (at + 1) % sets.size();
        return evaluator.opening(sets.get(at));
    }
}
